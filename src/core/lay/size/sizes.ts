import { boundsOf, perimeterMm } from '../../base/shape';
import {
  type Around,
  type AroundPart,
  type Article,
  type ArticleSizes,
  boxOnGround,
  cutRegion,
  cutSize,
  type Ground,
  largerBy,
  type Project,
  type Run,
  type Size,
} from '../../keep/model';
import { RECIPE_FACTS } from '../recipe';
import { BINDING_MORE_MM, ENVELOPE_MM, QUILT_EDGE_MM, SEAM_MM, SLEEVE_MM } from './data';

// Sizes follow one another outwards, from the finished thing to what lies beneath it. All as mm; rectangles, or the box of a shape.

/** Strips and panels of one cloth that are sewn on, each as it is cut. */
export interface SewnPart {
  readonly is: AroundPart;
  /** Unlike that of every other. */
  readonly id: string;
  readonly fabricId: string;
  /** null: it belongs to all blocks together. */
  readonly articleId: string | null;
  /** Across a strip, and along it. */
  readonly wideMm: number;
  readonly longMm: number;
  readonly count: number;
  /** Of a strip: along the selvedge in one, or across the cloth and joined to that length. null: a panel, whichever way it fits. */
  readonly run: Run | null;
}

/** Something that is sewn up by itself: an article, or all blocks joined. */
export interface Sewn {
  /** null: joined blocks. */
  readonly articleId: string | null;
  readonly copies: number;
  readonly around: Around;
  /** Without seams, before any border. */
  readonly inner: Size;
  /** Outer seam of the top, mm; borders and blocks are sewn on with it. */
  readonly seamMm: number;
  readonly top: Size;
  /** Round the raw edge of the top, mm. */
  readonly roundMm: number;
  readonly wadding: Size | null;
  readonly backing: Size | null;
  readonly parts: readonly SewnPart[];
  /** Rows and columns; null: it is no top of blocks. */
  readonly grid: Grid | null;
}

export interface Grid {
  readonly rows: number;
  readonly columns: number;
  readonly blocks: number;
  /** Places in the last row that stay empty. */
  readonly empty: number;
  /** Not all blocks are of one finished size and seam. */
  readonly differ: boolean;
  readonly block: Size;
  readonly sashingMm: number;
}

export interface Sizes {
  readonly articles: readonly ArticleSizes[];
  readonly sewn: readonly Sewn[];
}

/** A seam that was given, or the usual one of patchwork: what is sewn on needs one. */
const seamOf = (seamMm: number): number => (seamMm > 0 ? seamMm : SEAM_MM.patchwork.value);

/** Border, binding, facing, back and sleeve of one thing. */
function partsRound(
  around: Around,
  s: Pick<Sewn, 'articleId' | 'copies' | 'inner' | 'seamMm' | 'top' | 'roundMm'>,
): SewnPart[] {
  const { articleId, copies, inner, seamMm, top } = s;
  const own = articleId ?? 'top';
  const seam = seamOf(seamMm);
  const part = (
    is: AroundPart,
    name: string,
    fabricId: string,
    wideMm: number,
    longMm: number,
    count: number,
    run: Run | null,
  ): SewnPart => ({
    is,
    id: `${is}${name} ${own}`,
    fabricId,
    articleId,
    wideMm,
    longMm,
    count: count * copies,
    run,
  });
  const { border, binding, facing, back, sleeve } = around;
  const sides = border
    ? [
        part('border', ' side', border.fabricId, border.wideMm + 2 * seam, inner.heightMm + 2 * seamMm, 2, border.run),
        part(
          'border',
          ' end',
          border.fabricId,
          border.wideMm + 2 * seam,
          inner.widthMm + 2 * border.wideMm + 2 * seamMm,
          2,
          border.run,
        ),
      ]
    : [];
  return [
    ...sides,
    ...(binding
      ? [part('binding', '', binding.fabricId, binding.wideMm, s.roundMm + BINDING_MORE_MM.value, 1, binding.run)]
      : []),
    ...(facing
      ? [
          part('facing', ' side', facing.fabricId, facing.wideMm, top.heightMm, 2, facing.run),
          part('facing', ' end', facing.fabricId, facing.wideMm, top.widthMm, 2, facing.run),
        ]
      : []),
    ...(back?.how === 'plain' ? [part('back', '', back.fabricId, top.widthMm, top.heightMm, 1, null)] : []),
    ...(back?.how === 'envelope' ? [part('back', '', back.fabricId, envelopeMm(top), top.heightMm, 2, null)] : []),
    ...(sleeve
      ? [
          part(
            'sleeve',
            '',
            sleeve.fabricId,
            2 * sleeve.deepMm + 2 * SEAM_MM.patchwork.value,
            top.widthMm - 2 * seamMm - 2 * SLEEVE_MM.inside.value + 2 * SLEEVE_MM.hem.value,
            1,
            null,
          ),
        ]
      : []),
  ];
}
/** One of two panels of a back: half of it, past the middle, and hemmed. */
const envelopeMm = (top: Size): number => top.widthMm / 2 + ENVELOPE_MM.beyondMiddle.value + ENVELOPE_MM.hem.value;

const beneath = (project: Project, top: Size): Pick<Sewn, 'wadding' | 'backing'> =>
  project.layering.quilted
    ? { wadding: largerBy(top, QUILT_EDGE_MM.wadding.value), backing: largerBy(top, QUILT_EDGE_MM.backing.value) }
    : { wadding: null, backing: null };

/** An article sewn up by itself. */
function alone(project: Project, article: Article, ground: Ground): Sewn {
  const { around, count } = article;
  const { seamAllowanceMm: seamMm } = ground;
  const borderMm = around.border?.wideMm ?? 0;
  const inner = { widthMm: ground.widthMm, heightMm: ground.heightMm };
  const top = largerBy(inner, seamMm + borderMm);
  const roundMm =
    ground.outline === null || borderMm > 0
      ? 2 * (top.widthMm + top.heightMm)
      : perimeterMm(cutRegion({ ...ground, squaringMm: 0 }));
  const s = { articleId: article.id, copies: count, inner, seamMm, top, roundMm };
  return { ...s, around, ...beneath(project, top), parts: partsRound(around, s), grid: null };
}

/** All blocks joined into rows and columns. */
function joined(project: Project, blocks: readonly { article: Article; ground: Ground }[]): Sewn | null {
  const { top: asked } = project;
  const [first] = blocks;
  if (!asked || !first) return null;
  const { sashing, around } = asked;
  const number = blocks.reduce((n, b) => n + b.article.count, 0);
  const columns = Math.min(asked.columns, number);
  const rows = Math.ceil(number / columns);
  const of = (what: (g: Ground) => number): number => Math.max(...blocks.map((b) => what(b.ground)));
  const block = { widthMm: of((g) => g.widthMm), heightMm: of((g) => g.heightMm) };
  const seamMm = first.ground.seamAllowanceMm;
  const differ = blocks.some(
    ({ ground: g }) =>
      Math.abs(g.widthMm - block.widthMm) > DIFFER_MM ||
      Math.abs(g.heightMm - block.heightMm) > DIFFER_MM ||
      Math.abs(g.seamAllowanceMm - seamMm) > DIFFER_MM,
  );
  const sashingMm = sashing?.wideMm ?? 0;
  const inner = {
    widthMm: columns * block.widthMm + (columns - 1) * sashingMm,
    heightMm: rows * block.heightMm + (rows - 1) * sashingMm,
  };
  const borderMm = around.border?.wideMm ?? 0;
  const top = largerBy(inner, seamMm + borderMm);
  const s = { articleId: null, copies: 1, inner, seamMm, top, roundMm: 2 * (top.widthMm + top.heightMm) };
  const wide = sashingMm + 2 * seamOf(seamMm);
  const strip = (id: string, longMm: number, count: number): SewnPart[] =>
    sashing && count > 0
      ? [
          {
            is: 'sashing',
            id: `sashing ${id}`,
            fabricId: sashing.fabricId,
            articleId: null,
            wideMm: wide,
            longMm,
            count,
            run: 'along',
          },
        ]
      : [];
  return {
    ...s,
    around,
    ...beneath(project, top),
    parts: [
      ...strip('between', block.heightMm + 2 * seamMm, rows * (columns - 1)),
      ...strip('rows', inner.widthMm + 2 * seamMm, rows - 1),
      ...partsRound(around, s),
    ],
    grid: { rows, columns, blocks: number, empty: rows * columns - number, differ, block, sashingMm },
  };
}
/** Blocks whose sizes differ by no more are alike, mm. */
const DIFFER_MM = 0.5;

/** What pieces without a ground measure together. */
function boxOfPieces(project: Project, articleId: string): Size {
  const boxes = project.pieces.filter((p) => p.articleId === articleId).map(boxOnGround);
  if (boxes.length === 0) return { widthMm: 0, heightMm: 0 };
  const b = boundsOf(
    boxes.map((x) => [
      { x: x.minX, y: x.minY },
      { x: x.maxX, y: x.maxY },
    ]),
  );
  return { widthMm: b.maxX - b.minX, heightMm: b.maxY - b.minY };
}

/**
 * Every size of a project, each from the one inside it: finished, with its seams, with sashing and border, and what lies beneath that.
 * Cut size = finished + 2 × (seam + what is trimmed); the top as sewn = finished + 2 × (border + seam); wadding and backing stand out beyond that.
 * Source: the trade handbook, layers; arithmetic of patchwork, common practice, no source.
 */
export function sizesOf(project: Project): Sizes {
  const grounded = project.articles.flatMap((article) => (article.ground ? [{ article, ground: article.ground }] : []));
  const whole = joined(project, grounded);
  const each = whole ? [whole] : grounded.map(({ article, ground }) => alone(project, article, ground));
  const of = new Map(each.map((s) => [s.articleId, s]));
  const articles = project.articles.map((article): ArticleSizes => {
    const { id, ground } = article;
    if (!ground) {
      const size = boxOfPieces(project, id);
      return { id, finished: size, cut: size, top: size, wadding: null, backing: null };
    }
    const sewn = whole ?? of.get(id);
    return {
      id,
      finished: { widthMm: ground.widthMm, heightMm: ground.heightMm },
      cut: cutSize(ground),
      top: sewn?.top ?? cutSize(ground),
      wadding: sewn?.wadding ?? null,
      backing: sewn?.backing ?? null,
    };
  });
  return { articles, sewn: each };
}

/** Whether a ground is bought or here made up, so that nothing is cut for it: because somebody said so, or because of what is done to it. */
export const isMadeUp = ({ recipe }: Pick<Project, 'recipe'>, { ground }: Pick<Article, 'ground'>): boolean =>
  ground !== null && (ground.readyMade !== null || RECIPE_FACTS[recipe.id].onMadeUp);

/** Whether wadding and backing lie beneath while pieces are bonded: never beneath blocks that are still to be joined. */
export const liesOnWadding = ({ layering, top }: Pick<Project, 'layering' | 'top'>): boolean =>
  layering.quilted && layering.waddingFirst && top === null;

/** What is there of what goes round a thing, for lists: cloth that is still among the project's. */
export const partsOf = (project: Project): SewnPart[] => {
  const known = new Set(project.fabrics.map((f) => f.id));
  return sizesOf(project).sewn.flatMap((s) => s.parts.filter((p) => known.has(p.fabricId) && p.longMm > 0));
};

/** Fabrics that go round a thing or behind it. */
export const fabricsAround = ({ articles, top }: Pick<Project, 'articles' | 'top'>): ReadonlySet<string> => {
  const of = (a: Around): string[] =>
    [a.border, a.binding, a.facing, a.back, a.sleeve].flatMap((p) => (p ? [p.fabricId] : []));
  return new Set(
    top
      ? [...of(top.around), ...(top.sashing ? [top.sashing.fabricId] : [])]
      : articles.flatMap((a) => (a.ground ? of(a.around) : [])),
  );
};
