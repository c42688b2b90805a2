import Flatbush from 'flatbush';
import { type Project, regionOnGround } from '../model';
import { areaMm2, boundsOf, intersection, offset, type Region, union } from '../shape';

export interface Placed {
  readonly id: string;
  readonly region: Region;
}

export interface Overlap {
  readonly under: string;
  readonly over: string;
  readonly areaMm2: number;
}

/** Overlaps smaller than this are the clipper's rounding along a shared edge, not cloth: mm². */
const SLIVER_MM2 = 0.5;

/** The pieces where they lie on the ground, back-most first. */
export function placePieces(project: Project): Placed[] {
  const byId = new Map(project.pieces.map((p) => [p.id, p]));
  return project.order.map((id) => ({ id, region: regionOnGround(byId.get(id)!) }));
}

/** Pairs of indices (lower, upper) whose boxes meet, found by a static R-tree. */
function meetingBoxes(placed: readonly Placed[]): [number, number][] {
  if (placed.length < 2) return [];
  const tree = new Flatbush(placed.length);
  const boxes = placed.map((p) => boundsOf(p.region));
  for (const b of boxes) tree.add(b.minX, b.minY, b.maxX, b.maxY);
  tree.finish();
  const pairs: [number, number][] = [];
  boxes.forEach((b, i) => {
    for (const j of tree.search(b.minX, b.minY, b.maxX, b.maxY)) if (j > i) pairs.push([i, j]);
  });
  return pairs;
}

/**
 * Which piece lies over which, with the area they share.
 * @param placed pieces back-most first
 */
export function overlapsOf(placed: readonly Placed[]): Overlap[] {
  const found: Overlap[] = [];
  for (const [i, j] of meetingBoxes(placed)) {
    const under = placed[i]!;
    const over = placed[j]!;
    const shared = areaMm2(intersection(under.region, over.region));
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

/** Pairs that only touch along an edge (within 1 mm) and do not overlap: the lower one has no underlap. */
export function abuttingPairs(placed: readonly Placed[], overlaps: readonly Overlap[]): ThinJoin[] {
  const lapping = new Set(overlaps.map((o) => `${o.under}\u0000${o.over}`));
  const grown = placed.map((p) => ({ id: p.id, region: offset(p.region, ABUT_MM / 2) }));
  const found: ThinJoin[] = [];
  for (const [i, j] of meetingBoxes(grown)) {
    const a = grown[i]!;
    const b = grown[j]!;
    if (lapping.has(`${a.id}\u0000${b.id}`)) continue;
    // A shared edge of a few millimetres at least; a touch in a point is no join.
    if (areaMm2(intersection(a.region, b.region)) > ABUT_MM * 5) found.push({ under: a.id, over: b.id });
  }
  return found;
}

/** Everything that lies over each piece, as one region; used to see what of a piece shows. */
export function coversOf(placed: readonly Placed[], overlaps: readonly Overlap[]): Map<string, Region> {
  const byId = new Map(placed.map((p) => [p.id, p.region]));
  const covers = new Map<string, Region>();
  for (const o of overlaps) {
    const over = byId.get(o.over)!;
    const soFar = covers.get(o.under);
    covers.set(o.under, soFar ? union(soFar, over) : over);
  }
  return covers;
}
