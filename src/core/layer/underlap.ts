import {
  areaMm2,
  difference,
  intersection,
  offset,
  offsetClean,
  type Region,
  ringAreaMm2,
  union,
  unionAll,
  uniteClean,
} from '../shape';
import { type Overlap, type Placed, remember, type ThinJoin } from './overlap';

/** What becomes of one piece once joins are made, all on the ground, mm. */
export interface Cut {
  readonly id: string;
  /** What of it is seen when everything is laid down. */
  readonly visible: Region;
  /** The outline to cut: visible, run on under its upper neighbours by the underlap; hidden cloth kept unless it is cut away. */
  readonly outline: Region;
  /** Hidden cloth beneath others that could be cut away, as holes in the outline. */
  readonly hidden: Region;
  /** false when the outline is the piece's own: nothing lies over it or joins it. */
  readonly changed: boolean;
}

export interface CutRules {
  readonly underlapMm: number;
  /** An underlap of its own for a pair. */
  readonly pairUnderlapMm: (under: string, over: string) => number | null;
  readonly cutAway: (id: string) => boolean;
}

/** Edges that come this near to one another are taken to meet, mm. */
const MEET_MM = 1;
/** A hidden place smaller than this is not worth a cut, mm². */
const WORTH_MM2 = 150;
/** The clipper's rounding, mm². */
const NOTHING_MM2 = 0.05;

const outers = (region: Region): Region => region.filter((r) => ringAreaMm2(r) > 0);

/**
 * For every piece the outline to cut. A lower piece is its visible shape, grown by the underlap but only into its upper neighbours:
 * never past an upper piece's other side, never into the open, never into a hole of it. What overlaps too far is trimmed, too little or only meeting is grown.
 * Underlap about 6 mm: common practice, no source.
 * @param placed back-most first
 * @param abutting pairs whose edges only meet
 */
export function cutsOf(
  placed: readonly Placed[],
  overlaps: readonly Overlap[],
  abutting: readonly ThinJoin[],
  rules: CutRules,
): Cut[] {
  const regions = new Map(placed.map((p) => [p.id, p.region]));
  const over = new Map<string, { id: string; meets: boolean }[]>();
  const add = (under: string, id: string, meets: boolean): void => {
    const list = over.get(under);
    if (list) list.push({ id, meets });
    else over.set(under, [{ id, meets }]);
  };
  for (const o of overlaps) add(o.under, o.over, false);
  for (const a of abutting) add(a.under, a.over, true);

  const placedById = new Map(placed.map((p) => [p.id, p]));
  return placed.map((piece): Cut => {
    const { id } = piece;
    const above = over.get(id) ?? [];
    const key = [
      piece.key,
      rules.underlapMm,
      rules.cutAway(id),
      ...above.map((a) => `${placedById.get(a.id)!.key}${a.meets ? 'm' : ''}${rules.pairUnderlapMm(id, a.id) ?? ''}`),
    ].join(' ');
    return { ...remember(kept, key, () => cutOne(piece, above)), id };
  });

  function cutOne({ id, region }: Placed, above: readonly { id: string; meets: boolean }[]): Cut {
    if (above.length === 0) return { id, visible: region, outline: region, hidden: [], changed: false };
    const lapping = above.filter((a) => !a.meets).map((a) => regions.get(a.id)!);
    const visible = lapping.length > 0 ? difference(region, uniteClean(lapping)) : region;
    if (areaMm2(visible) < NOTHING_MM2) return { id, visible: [], outline: region, hidden: [], changed: false };

    // Neighbours with the same underlap are grown into together.
    const byUnderlap = new Map<number, { region: Region; meets: boolean }[]>();
    for (const a of above) {
      const u = rules.pairUnderlapMm(id, a.id) ?? rules.underlapMm;
      const list = byUnderlap.get(u) ?? [];
      list.push({ region: regions.get(a.id)!, meets: a.meets });
      byUnderlap.set(u, list);
    }
    const grown: Region[] = [visible];
    for (const [u, list] of byUnderlap) {
      if (u <= 0) continue;
      const into = uniteClean(list.map((l) => l.region));
      const reach = offsetClean(visible, u);
      grown.push(intersection(reach, into));
      const meeting = list.filter((l) => l.meets).map((l) => l.region);
      if (meeting.length > 0) {
        // The hair between edges that only meet is bridged, or the lap would hang in the air.
        const bridge = intersection(offset(visible, MEET_MM), offset(unionAll(meeting), MEET_MM));
        grown.push(intersection(bridge, union(into, offset(intersection(bridge, into), MEET_MM))));
      }
    }
    const lapped = uniteClean(grown);
    // Holes that the piece itself has not are hidden cloth: cut away only when that was chosen.
    const own = outers(region);
    const filled = intersection(outers(lapped), union(own, lapped));
    const ownHoles = difference(own, region);
    const solid = difference(filled, ownHoles.length > 0 ? difference(ownHoles, lapped) : []);
    const hidden = difference(solid, lapped).filter((r) => ringAreaMm2(r) > WORTH_MM2);
    const outline = rules.cutAway(id) && hidden.length > 0 ? difference(solid, hidden) : solid;
    return { id, visible, outline, hidden, changed: true };
  }
}
const kept = new Map<string, Cut>();

/** The ground behind pieces that could be cut away: everything covered by more than the underlap, in places worth it. */
export function hiddenGround(placed: readonly Placed[], underlapMm: number): Region {
  if (placed.length === 0) return [];
  return offset(unionAll(placed.map((p) => p.region)), -underlapMm).filter((r) => ringAreaMm2(r) > 10 * WORTH_MM2);
}

/** The middle of a piece's web, to be cut out so that only a rim stays: keeps a large piece soft. Empty where the piece is too small for it. */
export function webMiddle(outline: Region, rimMm: number): Region {
  if (rimMm <= 0) return [];
  return offset(outline, -rimMm).filter((r) => ringAreaMm2(r) > 10 * WORTH_MM2);
}

/** Windows of a top: its holes, as cloth-shaped regions. */
export function windowsOf(top: Region): Region {
  return difference(outers(top), top);
}

/**
 * Window (reverse) appliqué: of each piece behind the top only what shows through a window, and a margin, has to be made.
 * @returns the pieces reduced to that; those that no window shows are empty
 */
export function behindWindows(placed: readonly Placed[], top: Placed, marginMm: number): Map<string, Region> {
  const needed = offset(windowsOf(top.region), marginMm);
  return new Map(placed.filter((p) => p.id !== top.id).map((p) => [p.id, intersection(p.region, needed)]));
}

/** Wadding and backing stand out all round by this, mm: 25–50, common practice, no source. */
export const QUILT_EDGE_MM = { wadding: 25, backing: 50 } as const;

/** Sizes of wadding and backing for a ground, mm. */
export function quiltSizes(
  widthMm: number,
  heightMm: number,
): Record<keyof typeof QUILT_EDGE_MM, { widthMm: number; heightMm: number }> {
  const larger = (by: number) => ({ widthMm: widthMm + 2 * by, heightMm: heightMm + 2 * by });
  return { wadding: larger(QUILT_EDGE_MM.wadding), backing: larger(QUILT_EDGE_MM.backing) };
}
