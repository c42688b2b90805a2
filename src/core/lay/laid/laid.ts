import { derive, listed } from '../../base/derive';
import { inMap } from '../../base/lists';
import {
  type Affine,
  difference,
  inverse,
  type Path,
  pathOf,
  type Region,
  ROUGH_TOLERANCE_MM,
  transformRegion,
  withCurvesOf,
} from '../../base/shape';
import { type Article, type Fabric, type Lookup, lookup, type Piece, type Project } from '../../keep/model';
import { isFoiled, RECIPE_FACTS } from '../recipe';
import { type Cut, cutsOf } from './cuts';
import { abuttingPairs, type Overlap, overlapsOf, type ThinJoin } from './overlap';
import { type Pile, pileOf, type Sheet } from './pile';
import { type Placed, placePieces } from './placed';
import { webMiddle } from './spare';
import { behindWindows, windowsOf } from './windows';

/** What is cut for one piece, in its own coordinates, as its pattern came. */
export interface CutPiece {
  readonly path: Path;
  /** What of it is seen when everything is laid down; empty: all of it. */
  readonly visible: Region;
  /** The middle of its web that is cut out; empty: it stays. */
  readonly webMiddle: Region;
}

/** One article laid down: its pieces on its own ground. */
export interface LaidArticle {
  readonly article: Article;
  /** The cloth of its ground; null: it has none. */
  readonly ground: Fabric | null;
  /** Back-most first. */
  readonly placed: readonly Placed[];
  readonly overlaps: readonly Overlap[];
  /** Pairs whose edges only meet. */
  readonly abutting: readonly ThinJoin[];
  /** Outlines to cut, on the ground, back-most first: joins with their underlaps, window appliqué reduced to what its windows show. */
  readonly cuts: readonly Cut[];
  /** What is seen of each of those, back-most first: in window appliqué only what its windows show. */
  readonly seen: readonly Sheet[];
  /** In window appliqué, pieces that no window shows. */
  readonly unseen: readonly string[];
  /** The top whose holes are the windows; null: there is none. */
  readonly topId: string | null;
  /** What lies where, of the outlines that are really cut. */
  readonly pile: Pile;
}

/** A project laid down: every outline read once and put where it lies, what is cut of it, and what then lies over what. Everything that asks what lies where asks this. */
export interface Laid extends Omit<LaidArticle, 'article' | 'ground' | 'seen' | 'topId'> {
  readonly project: Project;
  readonly look: Lookup;
  /** Each by itself; what stands beside them is all of them together, one article after the other. */
  readonly articles: readonly LaidArticle[];
  readonly articleOf: (pieceId: string) => LaidArticle;
  /** What is cut for a piece, in the piece's own coordinates. */
  readonly cutPiece: (piece: Piece) => CutPiece;
}

const NOTHING: Region = [];
const cutPieceOf = derive(
  (
    outline: string,
    ontoGround: Affine,
    cut: Region,
    visible: Region,
    changed: boolean,
    covered: boolean,
    rimMm: number,
    must: boolean,
  ): CutPiece => {
    const path = pathOf(outline);
    const back = inverse(ontoGround);
    return {
      path: changed ? withCurvesOf(cut, path, ontoGround, ROUGH_TOLERANCE_MM) : path,
      visible: covered ? transformRegion(visible, back) : NOTHING,
      webMiddle: transformRegion(webMiddle(cut, rimMm, must), back),
    };
  },
);
const notUnder = derive((visible: Region, top: Region): Region => difference(visible, top));

/** Foil lies edge to edge with foil: what lies under another foil is cut to what is seen of it, and no adhesive lies on foil. Source: the trade handbook, foil motif; common practice, no source. */
function withoutFoilUnderlap(
  cuts: readonly Cut[],
  placed: readonly Placed[],
  isFoil: (pieceId: string) => boolean,
): readonly Cut[] {
  const foils = placed.filter((p) => isFoil(p.id));
  if (foils.length < 2) return cuts;
  const over = new Map(foils.map((p, i) => [p.id, foils.slice(i + 1).map((o) => o.region)]));
  const drawn = new Map(foils.map((p) => [p.id, p.region]));
  return cuts.map((c): Cut => {
    const upper = over.get(c.id) ?? [];
    const region = drawn.get(c.id);
    if (!region || upper.length === 0) return c;
    const outline = foilAlone(region, listed(upper));
    return { ...c, outline, visible: outline, hidden: [], changed: true, covered: true };
  });
}
const foilAlone = derive((drawn: Region, upper: readonly Region[]): Region => difference(drawn, ...upper));

function layArticle(project: Project, look: Lookup, article: Article, placed: readonly Placed[]): LaidArticle {
  const { layering } = project;
  const overlaps = overlapsOf(placed);
  const abutting = abuttingPairs(placed, overlaps);
  const pairs = new Map(layering.pairs.map((p) => [`${p.under}\u0000${p.over}`, p.underlapMm]));
  // The last piece of a window picture is the top whose holes are the windows. It lies over everything, so no underlap is made towards it.
  const last = placed.at(-1);
  const top =
    RECIPE_FACTS[project.recipe.id].topHasWindows && last && windowsOf(last.region).length > 0 ? last : undefined;
  const isPlain = (id: string): boolean => look.piece(id).plainBehind;
  const windowed = top ? behindWindows(placed, top, layering.windowMarginMm, isPlain) : null;
  const reduced = (p: Placed): Region => windowed?.get(p.id) ?? p.region;
  const unseen = placed.filter((p) => reduced(p).length === 0).map((p) => p.id);
  const toCut = placed.map((p): Placed => (reduced(p).length === 0 ? p : { ...p, region: reduced(p) }));
  const apart = <T extends { over: string }>(list: readonly T[]): readonly T[] =>
    top ? list.filter((o) => o.over !== top.id) : list;
  const made = cutsOf(toCut, apart(overlaps), apart(abutting), {
    underlapMm: layering.underlapMm,
    pairUnderlapMm: (under, over) => pairs.get(`${under}\u0000${over}`) ?? null,
    cutAway: (id) => look.piece(id).cutAway,
    keepWhole: (id) => look.piece(id).keepWhole,
  });
  const flush = withoutFoilUnderlap(made, placed, (id) => isFoiled(project, look.piece(id)));
  const cuts = windowed ? flush.map((c) => (windowed.has(c.id) ? { ...c, changed: true, covered: true } : c)) : flush;
  // What a window picture's top covers is not seen, though its pieces are cut without regard to it.
  const behind = (c: Cut): Sheet => (top && c.id !== top.id ? { ...c, visible: notUnder(c.visible, top.region) } : c);
  const seen = cuts.flatMap((c) => (unseen.includes(c.id) ? [] : [behind(c)]));
  const pile = pileOf(seen);
  return {
    article,
    ground: look.groundOf(article),
    placed,
    overlaps,
    abutting,
    cuts,
    seen,
    unseen,
    pile,
    topId: top?.id ?? null,
  };
}

/** Lays a parsed project down. What did not change since the last time is remembered. */
export function layDown(project: Project): Laid {
  const { layering } = project;
  const look = lookup(project);
  const all = placePieces(project);
  const articles = project.articles.map((article) =>
    layArticle(
      project,
      look,
      article,
      all.filter((p) => p.piece.articleId === article.id),
    ),
  );
  const byId = new Map(articles.map((a) => [a.article.id, a]));
  const articleOf = (pieceId: string): LaidArticle => inMap(byId, look.piece(pieceId).articleId);
  const together = <K extends 'placed' | 'overlaps' | 'abutting' | 'cuts' | 'unseen'>(key: K) =>
    articles.flatMap((a) => a[key] as readonly unknown[]) as unknown as LaidArticle[K];
  const cuts = together('cuts');
  const placed = together('placed');
  const cutOf = new Map(cuts.map((c) => [c.id, c]));
  const placedOf = new Map(placed.map((p) => [p.id, p]));
  const cutPiece = (piece: Piece): CutPiece => {
    const cut = cutOf.get(piece.id);
    const where = placedOf.get(piece.id);
    if (!cut || !where) return { path: pathOf(piece.outline), visible: NOTHING, webMiddle: NOTHING };
    const own = RECIPE_FACTS[project.recipe.id].webRimMm(project, piece);
    const { outline, visible, changed, covered } = cut;
    const rimMm = own ?? layering.webRimMm;
    return cutPieceOf(piece.outline, where.ontoGround, outline, visible, changed, covered, rimMm, own !== null);
  };
  return {
    project,
    look,
    articles,
    articleOf,
    placed,
    overlaps: together('overlaps'),
    abutting: together('abutting'),
    cuts,
    unseen: together('unseen'),
    pile: {
      places: articles.flatMap((a) => a.pile.places),
      beneath: (id) => articleOf(id).pile.beneath(id),
      under: (id) => articleOf(id).pile.under(id),
      placesOf: (id) => articleOf(id).pile.placesOf(id),
    },
    cutPiece,
  };
}
