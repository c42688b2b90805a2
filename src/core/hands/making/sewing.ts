import { type Article, cutSize, type Ground, largerBy, type Project, type SewingUp, type Size } from '../../keep/model';
import { clothWideMm, isMadeUp, partsOf, type Sewn, sizesOf, widthsIn, widthsOf } from '../../lay/size';
import { HANDS_S, SPEED_MM_S } from './data';
import type { Draft } from './work';

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
        handsS: article.count * widths.sizes.reduce((s, size) => s + cutS(roundMm(size)), 0),
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
const lengthOf = (s: Sewn, is: readonly string[]): number =>
  s.parts.filter((p) => is.includes(p.is)).reduce((mm, p) => mm + p.count * p.longMm, 0);

/** Strips and panels that are cut for one thing. */
function partsCut(project: Project, s: Sewn, wanted: readonly SewnIs[]): Draft[] {
  const known = new Set(partsOf(project).map((p) => p.id));
  const parts = s.parts.filter((p) => wanted.includes(p.is) && known.has(p.id));
  if (parts.length === 0) return [];
  const wideMm = (fabricId: string): number => {
    const fabric = project.fabrics.find((f) => f.id === fabricId);
    return (fabric && clothWideMm(project, fabric)) ?? Number.POSITIVE_INFINITY;
  };
  return [
    {
      ...about(s),
      kind: 'finish',
      care: ['blades'],
      does: {
        code: 'cut-around',
        parts: parts.map(({ is, fabricId, wideMm: wide, longMm, count, run }) => ({
          is,
          fabricId,
          wideMm: wide,
          longMm,
          count,
          widths: run === 'across' ? widthsIn(longMm, wide, wideMm(fabricId)) : 1,
        })),
      },
      handsS: parts.reduce((sum, p) => sum + p.count * cutS(2 * (p.wideMm + p.longMm)), 0),
    },
  ];
}
type SewnIs = Sewn['parts'][number]['is'];

const seamOf = (s: Sewn): number => s.seamMm;

/** Blocks joined row by row, and borders sewn on: before what lies beneath is laid. */
export function topsSewn(project: Project): Draft[] {
  return sizesOf(project).sewn.flatMap((s): Draft[] => {
    const { grid, around, inner } = s;
    const seams = grid
      ? (grid.columns - 1) * inner.heightMm * (grid.sashingMm > 0 ? 2 : 1) +
        (grid.rows - 1) * inner.widthMm * (grid.sashingMm > 0 ? 2 : 1)
      : 0;
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
                sashed: grid.sashingMm > 0,
                seamMm: seamOf(s),
                to: largerBy(inner, s.seamMm),
              },
              handsS: seamS(seams) + grid.blocks * HANDS_S.seam.value,
            },
          ]
        : [];
    const border: Draft[] = around.border
      ? [
          {
            ...about(s),
            kind: 'finish',
            care: SEWN_AND_PRESSED,
            does: { code: 'sew-border', seamMm: seamOf(s), to: s.top },
            handsS: s.copies * 4 * HANDS_S.seam.value + lengthOf(s, ['border']) / SPEED_MM_S.seam.value,
          },
        ]
      : [];
    return [...partsCut(project, s, ['sashing', 'border']), ...join, ...border];
  });
}

/** What is done once a thing is quilted, or stitched: trimmed, hung, bound, and given its back. */
export function sewnRound(project: Project): Draft[] {
  return sizesOf(project).sewn.flatMap((s): Draft[] => {
    const { binding, facing, back, sleeve } = s.around;
    const edged = binding !== null || facing !== null || back !== null;
    const does = (code: SewingUp, mm: number, each = 1): Draft => ({
      ...about(s),
      kind: 'finish',
      care: ['needle'],
      does: code,
      handsS: s.copies * each * HANDS_S.seam.value + (s.copies * mm) / SPEED_MM_S.seam.value,
    });
    return [
      ...partsCut(project, s, ['binding', 'facing', 'back', 'sleeve']),
      ...(s.wadding && edged
        ? [
            {
              ...about(s),
              kind: 'trim' as const,
              does: { code: 'trim-quilt' as const, to: s.top },
              handsS: s.copies * cutS(s.roundMm),
            },
          ]
        : []),
      ...(sleeve
        ? [
            does(
              { code: 'sew-sleeve', deepMm: sleeve.deepMm, caught: binding !== null || facing !== null },
              3 * s.top.widthMm,
            ),
          ]
        : []),
      // Sewn on by machine, turned over and sewn down: twice round.
      ...(binding ? [does({ code: 'sew-binding', seamMm: seamOf(s) }, 2 * s.roundMm, 4)] : []),
      ...(facing ? [does({ code: 'sew-facing', seamMm: seamOf(s) }, 2 * s.roundMm, 4)] : []),
      ...(back
        ? [
            does(
              {
                code: 'sew-back',
                how: back.how,
                seamMm: seamOf(s),
                gapMm: back.how === 'plain' ? Math.min(back.gapMm, s.inner.widthMm / 2) : 0,
                hemMm: s.top.heightMm,
              },
              s.roundMm,
            ),
          ]
        : []),
    ];
  });
}
