import { nth } from '../../base/lists';
import {
  areaMm2,
  boundsOf,
  boxRegion,
  intersection,
  type Region,
  ringsOf,
  rotation,
  transformRegion,
} from '../../base/shape';

/** A part cut into strips that lie side by side, for a roll that is narrower than the part. */
export interface Split {
  /** The strips where they lie in the part, mm; they meet edge to edge. */
  readonly strips: readonly Region[];
  /** Lines along which strips are joined with tape, mm, and how long they are together. */
  readonly seamsMm: number;
}

/** Directions tried for the cuts, over half a circle. */
const DIRECTIONS = 12;
/** A strip stays this much narrower than the roll, mm: room to lay it. */
const LEEWAY_MM = 2;
/** What turning a shape rounds, mm: tape exactly as wide as its roll is no two strips. */
const ROUNDING_MM = 1e-6;
/** More strips than this are no sensible piece of web. */
const MOST_STRIPS = 12;

/** Length of a region's cut by the line x = at, mm. */
function chord(region: Region, at: number): number {
  const ys: number[] = [];
  for (const ring of ringsOf(region))
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const p = nth(ring, i);
      const q = nth(ring, j);
      if (p.x > at !== q.x > at) ys.push(p.y + ((q.y - p.y) * (at - p.x)) / (q.x - p.x));
    }
  ys.sort((a, b) => a - b);
  let sum = 0;
  for (let k = 0; k + 1 < ys.length; k += 2) sum += nth(ys, k + 1) - nth(ys, k);
  return sum;
}

/**
 * Splits a part that is wider than a roll, whichever way it is turned, into strips no wider than the roll: as few as will do, and where several
 * cuts would do, along the direction and at the places where the joins are shortest.
 * @returns null when it fits unsplit in some turn, or would need more than a dozen strips
 */
export function splitForRoll(region: Region, rollWidthMm: number): Split | null {
  const most = rollWidthMm - LEEWAY_MM;
  if (most <= 0) return null;
  let best: (Split & { angle: number }) | null = null;
  for (let k = 0; k < DIRECTIONS; k++) {
    const angle = (180 * k) / DIRECTIONS;
    const turned = transformRegion(region, rotation(-angle));
    const b = boundsOf(turned);
    const width = b.maxX - b.minX;
    if (width <= rollWidthMm + ROUNDING_MM) return null;
    const count = Math.ceil(width / most);
    if (count > MOST_STRIPS || (best && count > best.strips.length)) continue;
    // Each cut may lie anywhere that leaves both sides narrow enough: the shortest chord there.
    const cuts: number[] = [];
    let seamsMm = 0;
    for (let c = 1; c < count; c++) {
      const low = Math.max(b.maxX - (count - c) * most, (cuts.at(-1) ?? b.minX) + 1);
      const high = Math.min((cuts.at(-1) ?? b.minX) + most, b.maxX - 1);
      let at = (low + high) / 2;
      let least = Number.POSITIVE_INFINITY;
      for (let s = 0; s <= 24; s++) {
        const x = low + ((high - low) * s) / 24;
        const length = chord(turned, x);
        if (length < least) {
          least = length;
          at = x;
        }
      }
      cuts.push(at);
      seamsMm += least;
    }
    if (best && count === best.strips.length && seamsMm >= best.seamsMm) continue;
    const edges = [b.minX - 1, ...cuts, b.maxX + 1];
    const strips = edges.slice(0, -1).map((x0, i) => {
      const x1 = nth(edges, i + 1);
      const slab = boxRegion({ minX: x0, minY: b.minY - 1, maxX: x1, maxY: b.maxY + 1 });
      return transformRegion(intersection(turned, slab), rotation(angle));
    });
    best = { strips: strips.filter((s) => areaMm2(s) > 0.01), seamsMm, angle };
  }
  return best && { strips: best.strips, seamsMm: best.seamsMm };
}
