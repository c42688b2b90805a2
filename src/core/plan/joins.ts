import type { CutOutline } from '../facing';
import { behindWindows, type Cut, cutsOf, type Overlap, type Placed, type ThinJoin, webMiddle } from '../layer';
import { boxMiddle, type Piece, type Project } from '../model';
import { composed, mirrorAt, printRegion, type Region, rotation, transformRegion, translation } from '../shape';

export interface Joins {
  readonly cuts: readonly Cut[];
  /** The same outlines in each piece's own coordinates, as its pattern came; only of pieces that are changed. */
  readonly own: ReadonlyMap<string, CutOutline>;
  /** In window appliqué, pieces that no window shows. */
  readonly unseen: readonly string[];
}

/** From the ground back to a piece's own coordinates, and for a pattern that came reversed back to the side it came on. */
function toOwn(piece: Piece, region: Region): Region {
  const back = composed(translation(-piece.at.xMm, -piece.at.yMm), rotation(-piece.at.rotateDeg));
  return transformRegion(region, piece.preReversed ? composed(back, mirrorAt(boxMiddle(piece).x)) : back);
}

/** Outlines to cut: joins with their underlaps, window appliqué reduced to what its windows show, and the middle of the web where it is to be cut out. */
export function joinsOf(
  project: Project,
  placed: readonly Placed[],
  overlaps: readonly Overlap[],
  abutting: readonly ThinJoin[],
): Joins {
  const { layering } = project;
  const pieces = new Map(project.pieces.map((p) => [p.id, p]));
  const pairs = new Map(layering.pairs.map((p) => [`${p.under}\u0000${p.over}`, p.underlapMm]));
  // The last piece of a window picture is the top whose holes are the windows. It lies over everything, so no underlap is made towards it.
  const top = project.intent.kind === 'window' ? placed.at(-1) : undefined;
  const windowed = top ? behindWindows(placed, top, layering.windowMarginMm) : null;
  const reduced = (p: Placed): Region => windowed?.get(p.id) ?? p.region;
  const unseen = placed.filter((p) => reduced(p).length === 0).map((p) => p.id);
  const toCut = placed.map(
    (p): Placed =>
      reduced(p).length === 0
        ? p
        : { id: p.id, region: reduced(p), key: top ? `${p.key} behind ${top.key} ${layering.windowMarginMm}` : p.key },
  );
  const apart = <T extends { over: string }>(list: readonly T[]): readonly T[] =>
    top ? list.filter((o) => o.over !== top.id) : list;
  const made = cutsOf(toCut, apart(overlaps), apart(abutting), {
    underlapMm: layering.underlapMm,
    pairUnderlapMm: (under, over) => pairs.get(`${under}\u0000${over}`) ?? null,
    cutAway: (id) => pieces.get(id)?.cutAway ?? false,
  });
  const cuts = windowed ? made.map((c) => (windowed.has(c.id) ? { ...c, changed: true } : c)) : made;
  const own = new Map<string, CutOutline>();
  for (const cut of cuts) {
    const piece = pieces.get(cut.id)!;
    const middle = webMiddle(cut.outline, layering.webRimMm);
    if (!cut.changed && middle.length === 0) continue;
    own.set(cut.id, {
      outline: cut.changed ? printRegion(toOwn(piece, cut.outline), 2) : piece.outline,
      visible: cut.changed ? printRegion(toOwn(piece, cut.visible), 2) : '',
      webMiddle: middle.length > 0 ? printRegion(toOwn(piece, middle), 2) : '',
    });
  }
  return { cuts, own, unseen };
}
