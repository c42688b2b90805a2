import { type Lookup, lookup, type Piece, type Project } from '../model';
import {
  differenceClean,
  inverse,
  type Path,
  pathOf,
  type Region,
  ROUGH_TOLERANCE_MM,
  transformRegion,
  withCurvesOf,
} from '../shape';
import { behindWindows, type Cut, cutsOf, webMiddle } from './cuts';
import { remember } from './memory';
import { abuttingPairs, type Overlap, overlapsOf, type ThinJoin } from './overlap';
import { type Pile, pileOf, type Sheet } from './pile';
import { type Placed, placePieces } from './placed';

/** What is cut for one piece, in its own coordinates, as its pattern came. */
export interface CutPiece {
  readonly path: Path;
  /** What of it is seen when everything is laid down; empty: all of it. */
  readonly visible: Region;
  /** The middle of its web that is cut out; empty: it stays. */
  readonly webMiddle: Region;
}

/** A project laid down: every outline read once and put where it lies, what is cut of it, and what then lies over what. Everything that asks what lies where asks this. */
export interface Laid {
  readonly project: Project;
  readonly look: Lookup;
  /** Back-most first. */
  readonly placed: readonly Placed[];
  readonly overlaps: readonly Overlap[];
  /** Pairs whose edges only meet. */
  readonly abutting: readonly ThinJoin[];
  /** Outlines to cut, on the ground, back-most first: joins with their underlaps, window appliqué reduced to what its windows show. */
  readonly cuts: readonly Cut[];
  /** In window appliqué, pieces that no window shows. */
  readonly unseen: readonly string[];
  /** What lies where, of the outlines that are really cut. */
  readonly pile: Pile;
  /** What is cut for a piece, in the piece's own coordinates. */
  readonly cutPiece: (piece: Piece) => CutPiece;
}

const NOTHING: Region = [];
const cutPieces = new Map<string, CutPiece>();

/** Lays a parsed project down. What did not change since the last time is remembered. */
export function layDown(project: Project): Laid {
  const { layering } = project;
  const look = lookup(project);
  const placed = placePieces(project);
  const overlaps = overlapsOf(placed);
  const abutting = abuttingPairs(placed, overlaps);
  const pairs = new Map(layering.pairs.map((p) => [`${p.under}\u0000${p.over}`, p.underlapMm]));
  // The last piece of a window picture is the top whose holes are the windows. It lies over everything, so no underlap is made towards it.
  const top = project.intent.kind === 'window' ? placed.at(-1) : undefined;
  const windowed = top ? behindWindows(placed, top, layering.windowMarginMm) : null;
  const reduced = (p: Placed): Region => windowed?.get(p.id) ?? p.region;
  const unseen = placed.filter((p) => reduced(p).length === 0).map((p) => p.id);
  const toCut = placed.map(
    (p): Placed =>
      !top || reduced(p).length === 0
        ? p
        : { ...p, region: reduced(p), key: `${p.key} behind ${top.key} ${layering.windowMarginMm}` },
  );
  const apart = <T extends { over: string }>(list: readonly T[]): readonly T[] =>
    top ? list.filter((o) => o.over !== top.id) : list;
  const made = cutsOf(toCut, apart(overlaps), apart(abutting), {
    underlapMm: layering.underlapMm,
    pairUnderlapMm: (under, over) => pairs.get(`${under}\u0000${over}`) ?? null,
    cutAway: (id) => look.piece(id).cutAway,
  });
  const cuts = windowed ? made.map((c) => (windowed.has(c.id) ? { ...c, changed: true } : c)) : made;
  const cutOf = new Map(cuts.map((c) => [c.id, c]));
  const placedOf = new Map(placed.map((p) => [p.id, p]));
  const cutPiece = (piece: Piece): CutPiece => {
    const cut = cutOf.get(piece.id);
    const where = placedOf.get(piece.id);
    const path = pathOf(piece.outline);
    if (!cut || !where) return { path, visible: NOTHING, webMiddle: NOTHING };
    return remember(cutPieces, `${cut.key} ${cut.changed} ${where.key} ${layering.webRimMm}`, () => {
      const back = inverse(where.ontoGround);
      const middle = webMiddle(cut.outline, layering.webRimMm);
      return {
        path: cut.changed ? withCurvesOf(cut.outline, path, where.ontoGround, ROUGH_TOLERANCE_MM) : path,
        visible: cut.changed ? transformRegion(cut.visible, back) : NOTHING,
        webMiddle: transformRegion(middle, back),
      };
    });
  };
  // What a window picture's top covers is not seen, though its pieces are cut without regard to it.
  const behind = (c: Cut): Sheet =>
    top && c.id !== top.id
      ? { ...c, visible: differenceClean(c.visible, [top.region]), key: `${c.key} under ${top.key}` }
      : c;
  const pile = pileOf(cuts.flatMap((c) => (unseen.includes(c.id) ? [] : [behind(c)])));
  return { project, look, placed, overlaps, abutting, cuts, unseen, pile, cutPiece };
}
