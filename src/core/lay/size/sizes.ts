import { derive } from '../../base/derive';
import { mergeBounds, perimeterMm } from '../../base/shape';
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
  NOTHING_AROUND,
  type Project,
  type Run,
  type Size,
} from '../../keep/model';
import { BINDING_MORE_MM, ENVELOPE_MM, QUILT_EDGE_MM, SEAM_MM, SLEEVE_MM } from './data';
import { isMadeUp } from './made-up';

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
  /** Outer seam of the top, mm. */
  readonly seamMm: number;
  /** What is sewn on is sewn on with it: that seam, or the usual one of patchwork where nobody has given one, mm. */
  readonly sewMm: number;
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

const sewnWith = (seamMm: number): number => (seamMm > 0 ? seamMm : SEAM_MM.patchwork.value);

/** Border, binding, facing, back and sleeve of one thing. */
function partsRound(
  { border, binding, facing, back, sleeve }: Around,
  s: Omit<Sewn, 'around' | 'parts' | 'grid'>,
): SewnPart[] {
  const { articleId, copies, inner, seamMm, sewMm, top } = s;
  const part = (
    is: AroundPart,
    { fabricId, run = null }: { readonly fabricId: string; readonly run?: Run | null },
    wideMm: number,
    longMm: number,
    more: { readonly count?: number; readonly name?: string } = {},
  ): SewnPart => ({
    is,
    id: [is, more.name, articleId ?? 'top'].filter(Boolean).join(' '),
    fabricId,
    articleId,
    wideMm,
    longMm,
    count: (more.count ?? 1) * copies,
    run,
  });
  const pair = (
    is: AroundPart,
    of: Parameters<typeof part>[1],
    wideMm: number,
    side: number,
    end: number,
  ): SewnPart[] => [
    part(is, of, wideMm, side, { count: 2, name: 'side' }),
    part(is, of, wideMm, end, { count: 2, name: 'end' }),
  ];
  const sleeveMm = top.widthMm - 2 * seamMm + 2 * (SLEEVE_MM.hem.value - SLEEVE_MM.inside.value);
  return [
    ...(border
      ? pair(
          'border',
          border,
          border.wideMm + 2 * sewMm,
          inner.heightMm + 2 * seamMm,
          inner.widthMm + 2 * (border.wideMm + seamMm),
        )
      : []),
    ...(binding ? [part('binding', binding, binding.wideMm, s.roundMm + BINDING_MORE_MM.value)] : []),
    ...(facing ? pair('facing', facing, facing.wideMm, top.heightMm, top.widthMm) : []),
    ...(back?.how === 'plain' ? [part('back', back, top.widthMm, top.heightMm)] : []),
    ...(back?.how === 'envelope' ? [part('back', back, envelopeMm(top), top.heightMm, { count: 2 })] : []),
    ...(sleeve ? [part('sleeve', sleeve, 2 * (sleeve.deepMm + SEAM_MM.patchwork.value), sleeveMm)] : []),
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
  const { count } = article;
  // Nothing is sewn round what is made up already.
  const around = isMadeUp(project, article) ? NOTHING_AROUND : article.around;
  const { seamAllowanceMm: seamMm } = ground;
  const borderMm = around.border?.wideMm ?? 0;
  const inner = { widthMm: ground.widthMm, heightMm: ground.heightMm };
  const top = largerBy(inner, seamMm + borderMm);
  const roundMm =
    ground.outline === null || borderMm > 0
      ? 2 * (top.widthMm + top.heightMm)
      : perimeterMm(cutRegion({ ...ground, squaringMm: 0 }));
  const sewn = { articleId: article.id, copies: count, inner, seamMm, sewMm: sewnWith(seamMm), top, roundMm };
  const s = { ...sewn, ...beneath(project, top) };
  return { ...s, around, parts: there(project, partsRound(around, s)), grid: null };
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
  const sewMm = sewnWith(seamMm);
  const roundMm = 2 * (top.widthMm + top.heightMm);
  const s = { articleId: null, copies: 1, inner, seamMm, sewMm, top, roundMm, ...beneath(project, top) };
  const strip = (id: string, longMm: number, count: number): SewnPart[] =>
    sashing && count > 0
      ? [
          {
            is: 'sashing',
            id: `sashing ${id}`,
            fabricId: sashing.fabricId,
            articleId: null,
            wideMm: sashingMm + 2 * sewMm,
            longMm,
            count,
            run: 'along',
          },
        ]
      : [];
  return {
    ...s,
    around,
    parts: there(project, [
      ...strip('between', block.heightMm + 2 * seamMm, rows * (columns - 1)),
      ...strip('rows', inner.widthMm + 2 * seamMm, rows - 1),
      ...partsRound(around, s),
    ]),
    grid: { rows, columns, blocks: number, empty: rows * columns - number, differ, block, sashingMm },
  };
}
/** Blocks whose sizes differ by no more are alike, mm. */
const DIFFER_MM = 0.5;

/** Parts of cloth that is among the project's, and large enough to be cut. */
function there({ fabrics }: Project, parts: readonly SewnPart[]): SewnPart[] {
  const known = new Set(fabrics.map((f) => f.id));
  return parts.filter((p) => known.has(p.fabricId) && p.longMm > 0);
}

/** What pieces without a ground measure together. */
function boxOfPieces(project: Project, articleId: string): Size {
  const boxes = project.pieces.filter((p) => p.articleId === articleId).map(boxOnGround);
  if (boxes.length === 0) return { widthMm: 0, heightMm: 0 };
  const b = mergeBounds(boxes);
  return { widthMm: b.maxX - b.minX, heightMm: b.maxY - b.minY };
}

/**
 * Every size of a project, each from the one inside it: finished, with its seams, with sashing and border, and what lies beneath that.
 * Cut size = finished + 2 × (seam + what is trimmed); the top as sewn = finished + 2 × (border + seam); wadding and backing stand out beyond that.
 * Source: the trade handbook, layers; arithmetic of patchwork, common practice, no source.
 */
export const sizesOf = derive((project: Project): Sizes => {
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
});

/** Whether wadding and backing lie beneath while pieces are bonded: never beneath blocks that are still to be joined. */
export const liesOnWadding = ({ layering, top }: Pick<Project, 'layering' | 'top'>): boolean =>
  layering.quilted && layering.waddingFirst && top === null;

/** Everything that is cut to go round a thing or behind it. */
export const partsOf = (project: Project): SewnPart[] => sizesOf(project).sewn.flatMap((s) => s.parts);

/** Fabrics that go round a thing or behind it. */
export const fabricsAround = (project: Project): ReadonlySet<string> =>
  new Set(partsOf(project).map((p) => p.fabricId));
