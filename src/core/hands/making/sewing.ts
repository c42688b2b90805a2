import {
  type Article,
  cutSize,
  type Ground,
  largerBy,
  lookup,
  type Project,
  type SewingUp,
  type Size,
} from '../../keep/model';
import { clothWideMm, isMadeUp, type Sewn, sizesOf, widthsIn, widthsOf } from '../../lay/size';
import { HANDS_S, SPEED_MM_S } from './data';
import { type Draft, sum } from './work';

// What is cut and sewn together beside the pieces: grounds and their widths before anything is laid on them; squaring up, blocks, borders, bindings, sleeves and backs after.
// Source: the trade handbook, layers, measuring letters and cloth; the order of sewing up: common practice, no source.

const roundMm = ({ widthMm, heightMm }: Size): number => 2 * (widthMm + heightMm);
const cutS = (mm: number): number => HANDS_S.ruled.value + mm / SPEED_MM_S.ruled.value;
const seamS = (mm: number): number => HANDS_S.seam.value + mm / SPEED_MM_S.seam.value;

interface OnCloth {
  readonly article: Article;
  readonly ground: Ground;
}
const cutGrounds = (project: Project): OnCloth[] =>
  project.articles.flatMap((article) =>
    article.ground && !isMadeUp(project, article) ? [{ article, ground: article.ground }] : [],
  );

/** Grounds cut out of their cloth: whole, or in widths that are joined. */
export function groundsCut(project: Project): Draft[] {
  return cutGrounds(project).flatMap(({ article, ground }): Draft[] => {
    const cut = cutSize(ground);
    const about = { on: 'hand', articleId: article.id, copies: article.count, fabricId: ground.fabricId } as const;
    const widths = widthsOf(project, article);
    const shaped = ground.outline !== null;
    if (!widths?.seamed)
      return [
        {
          ...about,
          kind: 'ready',
          care: ['blades'],
          does: {
            code: 'cut-ground',
            fabricId: ground.fabricId,
            cut,
            finished: { widthMm: ground.widthMm, heightMm: ground.heightMm },
            seamMm: ground.seamAllowanceMm,
            squaringMm: ground.squaringMm,
            shaped,
          },
          handsS: article.count * cutS(roundMm(cut)),
        },
      ];
    const seamMm = Math.min(cut.widthMm, cut.heightMm) * (widths.panels - 1);
    return [
      {
        ...about,
        kind: 'ready',
        care: ['blades'],
        does: { code: 'cut-panels', fabricId: ground.fabricId, sizes: widths.sizes },
        handsS: article.count * sum(widths.sizes.map((size) => cutS(roundMm(size)))),
      },
      {
        ...about,
        kind: 'ready',
        care: SEWN_AND_PRESSED,
        does: { code: 'join-panels', allowanceMm: widths.allowanceMm, cut, shaped },
        handsS: article.count * (seamS(seamMm) + (shaped ? cutS(roundMm(cut)) : 0)),
      },
    ];
  });
}
const SEWN_AND_PRESSED = ['needle', 'hot-iron'] as const;

/** What was cut larger is trimmed once it was pressed and stitched. */
export function squaredUp(project: Project): Draft[] {
  return cutGrounds(project).flatMap(({ article, ground }): Draft[] => {
    if (ground.squaringMm === 0) return [];
    const to = largerBy(ground, ground.seamAllowanceMm);
    return [
      {
        kind: 'trim',
        on: 'hand',
        articleId: article.id,
        copies: article.count,
        does: { code: 'square-up', to, shaped: ground.outline !== null },
        handsS: article.count * cutS(roundMm(to)),
      },
    ];
  });
}

const about = (s: Sewn) => ({ on: 'hand', articleId: s.articleId, copies: s.copies }) as const;

type SewnIs = Sewn['parts'][number]['is'];
const has = (s: Sewn, is: SewnIs): boolean => s.parts.some((p) => p.is === is);

/** Strips and panels that are cut for one thing. */
function partsCut(project: Project, s: Sewn, wanted: readonly SewnIs[]): Draft[] {
  const parts = s.parts.filter((p) => wanted.includes(p.is));
  if (parts.length === 0) return [];
  const look = lookup(project);
  const widths = ({ fabricId, longMm, wideMm, run }: Sewn['parts'][number]): number => {
    const clothMm = clothWideMm(project, look.fabric(fabricId));
    return run === 'across' && clothMm !== null ? widthsIn(longMm, wideMm, clothMm) : 1;
  };
  return [
    {
      ...about(s),
      kind: 'finish',
      care: ['blades'],
      does: {
        code: 'cut-around',
        parts: parts.map((p) => {
          const { is, fabricId, wideMm, longMm, count } = p;
          return { is, fabricId, wideMm, longMm, count, widths: widths(p) };
        }),
      },
      handsS: sum(parts.map((p) => p.count * cutS(2 * (p.wideMm + p.longMm)))),
    },
  ];
}

/** Blocks joined row by row, and borders sewn on: before what lies beneath is laid. */
export function topsSewn(project: Project): Draft[] {
  return sizesOf(project).sewn.flatMap((s): Draft[] => {
    const { grid, inner } = s;
    const sashed = has(s, 'sashing');
    const seams = grid ? ((grid.columns - 1) * inner.heightMm + (grid.rows - 1) * inner.widthMm) * (sashed ? 2 : 1) : 0;
    const join: Draft[] =
      grid && grid.blocks > 1
        ? [
            {
              ...about(s),
              kind: 'finish',
              care: SEWN_AND_PRESSED,
              does: {
                code: 'join-blocks',
                rows: grid.rows,
                columns: grid.columns,
                blocks: grid.blocks,
                sashed,
                seamMm: s.sewMm,
                to: largerBy(inner, s.seamMm),
              },
              handsS: seamS(seams) + grid.blocks * HANDS_S.seam.value,
            },
          ]
        : [];
    const borderMm = sum(s.parts.filter((p) => p.is === 'border').map((p) => p.count * p.longMm));
    const border: Draft[] = has(s, 'border')
      ? [
          {
            ...about(s),
            kind: 'finish',
            care: SEWN_AND_PRESSED,
            does: { code: 'sew-border', seamMm: s.sewMm, to: s.top },
            handsS: s.copies * 4 * HANDS_S.seam.value + borderMm / SPEED_MM_S.seam.value,
          },
        ]
      : [];
    return [...partsCut(project, s, ['sashing', 'border']), ...join, ...border];
  });
}

/** What is done once a thing is quilted, or stitched: trimmed, hung, bound, and given its back. */
export function sewnRound(project: Project): Draft[] {
  return sizesOf(project).sewn.flatMap((s): Draft[] => {
    const { back, sleeve } = s.around;
    const caught = has(s, 'binding') || has(s, 'facing');
    const step = (does: SewingUp, mm: number, seams = 1): Draft => ({
      ...about(s),
      kind: 'finish',
      care: ['needle'],
      does,
      handsS: s.copies * seams * HANDS_S.seam.value + (s.copies * mm) / SPEED_MM_S.seam.value,
    });
    const trimmed: Draft = {
      ...about(s),
      kind: 'trim',
      does: { code: 'trim-quilt', to: s.top },
      handsS: s.copies * cutS(s.roundMm),
    };
    // What goes round an edge is sewn on by machine, turned over and sewn down: twice round.
    const twiceRound = [2 * s.roundMm, 4] as const;
    return [
      ...partsCut(project, s, ['binding', 'facing', 'back', 'sleeve']),
      ...(s.wadding && (caught || has(s, 'back')) ? [trimmed] : []),
      ...(sleeve && has(s, 'sleeve')
        ? [step({ code: 'sew-sleeve', deepMm: sleeve.deepMm, caught }, 3 * s.top.widthMm)]
        : []),
      ...(has(s, 'binding') ? [step({ code: 'sew-binding', seamMm: s.sewMm }, ...twiceRound)] : []),
      ...(has(s, 'facing') ? [step({ code: 'sew-facing', seamMm: s.sewMm }, ...twiceRound)] : []),
      ...(back && has(s, 'back') ? [step(backSewn(s, back), s.roundMm)] : []),
    ];
  });
}

const backSewn = (s: Sewn, { how, gapMm }: NonNullable<Sewn['around']['back']>): SewingUp => ({
  code: 'sew-back',
  how,
  seamMm: s.sewMm,
  gapMm: how === 'plain' ? Math.min(gapMm, s.inner.widthMm / 2) : 0,
  hemMm: s.top.heightMm,
});
