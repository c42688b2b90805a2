import Flatbush from 'flatbush';
import { derive, listed } from '../../base/derive';
import { inMap, nth } from '../../base/lists';
import { areaMm2, distanceToEdge, intersection, offset, type Region, ringsOf, union } from '../../base/shape';
import type { Placed } from './placed';

export interface Overlap {
  readonly under: string;
  readonly over: string;
  readonly areaMm2: number;
}

/** Overlaps smaller than this are the clipper's rounding along a shared edge, not cloth: mm². */
const SLIVER_MM2 = 0.5;

/** Pairs of indices (lower, upper) whose boxes meet, found by a static R-tree. */
function meetingBoxes(placed: readonly Placed[], growMm = 0): [number, number][] {
  if (placed.length < 2) return [];
  const tree = new Flatbush(placed.length);
  const boxes = placed.map(({ bounds: b }) => ({
    minX: b.minX - growMm,
    minY: b.minY - growMm,
    maxX: b.maxX + growMm,
    maxY: b.maxY + growMm,
  }));
  for (const b of boxes) tree.add(b.minX, b.minY, b.maxX, b.maxY);
  tree.finish();
  const pairs: [number, number][] = [];
  boxes.forEach((b, i) => {
    for (const j of tree.search(b.minX, b.minY, b.maxX, b.maxY)) if (j > i) pairs.push([i, j]);
  });
  return pairs;
}

const sharedMm2 = derive((a: Region, b: Region): number => areaMm2(intersection(a, b)));

/**
 * Which piece lies over which, with the area they share.
 * @param placed pieces back-most first
 */
export function overlapsOf(placed: readonly Placed[]): Overlap[] {
  const found: Overlap[] = [];
  for (const [i, j] of meetingBoxes(placed)) {
    const under = nth(placed, i);
    const over = nth(placed, j);
    const shared = sharedMm2(under.region, over.region);
    if (shared > SLIVER_MM2) found.push({ under: under.id, over: over.id, areaMm2: shared });
  }
  return found.sort((a, b) => b.areaMm2 - a.areaMm2);
}

/** A join whose lower piece runs on underneath by less than the underlap, so that the ground may show. */
export interface ThinJoin {
  readonly under: string;
  readonly over: string;
}

/** Pieces whose edges meet within this distance are taken to be meant to join, mm. */
const ABUT_MM = 1;

const halo = derive((region: Region): Region => offset(region, ABUT_MM / 2));
const joinMm2 = derive((a: Region, b: Region): number =>
  // Most boxes that meet hold pieces that do not: a look at the corners is far cheaper than the clipper.
  near(a, b, ABUT_MM) ? areaMm2(intersection(halo(a), halo(b))) : 0,
);

/** Pairs that only touch along an edge (within 1 mm) and do not overlap: the lower one has no underlap. */
export function abuttingPairs(placed: readonly Placed[], overlaps: readonly Overlap[]): ThinJoin[] {
  const lapping = new Set(overlaps.map((o) => `${o.under}\u0000${o.over}`));
  const found: ThinJoin[] = [];
  for (const [i, j] of meetingBoxes(placed, ABUT_MM / 2)) {
    const a = nth(placed, i);
    const b = nth(placed, j);
    if (lapping.has(`${a.id}\u0000${b.id}`)) continue;
    const shared = joinMm2(a.region, b.region);
    // A shared edge of a few millimetres at least; a touch in a point is no join.
    if (shared > ABUT_MM * 5) found.push({ under: a.id, over: b.id });
  }
  return found;
}

/** Whether some corner of one region lies within a distance of the other's edge. Edges that run side by side always have such a corner. */
const near = (a: Region, b: Region, mm: number): boolean =>
  ringsOf(a).some((ring) => ring.some((p) => distanceToEdge(b, p) <= mm)) ||
  ringsOf(b).some((ring) => ring.some((p) => distanceToEdge(a, p) <= mm));

const united = derive((regions: readonly Region[]): Region => union(...regions));

/** Everything that lies over each piece, as one region; used to see what of a piece shows. */
export function coversOf(placed: readonly Placed[], overlaps: readonly Overlap[]): Map<string, Region> {
  const place = new Map(placed.map((p, i) => [p.id, i]));
  const above = new Map<string, number[]>();
  for (const o of overlaps) above.set(o.under, [...(above.get(o.under) ?? []), inMap(place, o.over)]);
  return new Map(
    [...above].map(([id, list]) => [id, united(listed(list.sort((a, b) => a - b).map((i) => nth(placed, i).region)))]),
  );
}
