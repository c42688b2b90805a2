import { f64, i32, nth } from '../../base/lists';
import {
  areaMm2,
  type Bounds,
  boundsOf,
  normalise,
  offset,
  type Point,
  type Region,
  type Ring,
  ringsOf,
  rotation,
  transformRegion,
  transformRings,
} from '../../base/shape';
import { convexParts } from './convex';
import { type Convex, convexFrom } from './nofit';

/** Corners are rounded by chords that cut in this far, mm. */
const ARC_MM = 0.02;
/** Extra room around every part, mm: more than the search leaves undecided, so that the spacing asked for is kept. Without spacing parts may touch. */
export const slackMm = (spacingMm: number): number => (spacingMm > 0 ? ARC_MM + 0.015 : 0);

const cross = (o: Point, a: Point, b: Point): number => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);

/** Where the lines a–b and c–d meet; null when they hardly do. */
function meeting(a: Point, b: Point, c: Point, d: Point): Point | null {
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  const ex = d.x - c.x;
  const ey = d.y - c.y;
  const turn = dx * ey - dy * ex;
  if (Math.abs(turn) < 1e-6 * Math.hypot(dx, dy) * Math.hypot(ex, ey)) return null;
  const t = ((c.x - a.x) * ey - (c.y - a.y) * ex) / turn;
  return { x: a.x + t * dx, y: a.y + t * dy };
}

/**
 * Fewer points without losing any of the shape: inside corners are filled, and edges between outside corners give way to where their neighbours meet.
 * The cheapest such step is taken as long as it adds little and moves the line by less than the tolerance.
 * @param ring of positive area for an outside, of negative for a hole
 */
function simplerOutside(ring: Ring, toleranceMm: number): Ring {
  const points = [...ring];
  const n = points.length;
  const next = Int32Array.from({ length: n }, (_, i) => (i + 1) % n);
  const before = Int32Array.from({ length: n }, (_, i) => (i + n - 1) % n);
  const gone = new Uint8Array(n);
  /** What the step at each corner adds, mm²; infinite where there is none. And where its edge's neighbours meet; null where the corner is left out. */
  const adds = new Float64Array(n);
  const meets: (Point | null)[] = new Array(n).fill(null);
  const look = (i: number): void => {
    const a = nth(points, i32(before, i));
    const p = nth(points, i);
    const q = nth(points, i32(next, i));
    const b = nth(points, i32(next, i32(next, i)));
    adds[i] = Number.POSITIVE_INFINITY;
    const turn = cross(a, p, q);
    if (turn <= 1e-9) {
      // An inside corner, or none: left out, the shape grows by this triangle.
      const height = -turn / Math.max(1e-9, Math.hypot(q.x - a.x, q.y - a.y));
      if (height >= 2 * toleranceMm) return;
      adds[i] = -turn / 2;
      meets[i] = null;
    } else if (cross(p, q, b) > 1e-9) {
      const m = meeting(a, p, b, q);
      if (
        !m ||
        cross(a, p, m) < -1e-6 ||
        (m.x - p.x) * (p.x - a.x) + (m.y - p.y) * (p.y - a.y) < 0 ||
        (m.x - q.x) * (q.x - b.x) + (m.y - q.y) * (q.y - b.y) < 0
      )
        return;
      const area = Math.abs(cross(p, m, q)) / 2;
      const height = (2 * area) / Math.max(1e-9, Math.hypot(q.x - p.x, q.y - p.y));
      if (height >= toleranceMm) return;
      adds[i] = area;
      meets[i] = m;
    }
  };
  for (let i = 0; i < n; i++) look(i);
  for (let left = n; left > 4; left--) {
    let at = -1;
    let least = Number.POSITIVE_INFINITY;
    for (let i = 0; i < n; i++)
      if (gone[i] === 0 && f64(adds, i) < least) {
        least = f64(adds, i);
        at = i;
      }
    if (at < 0) break;
    const corner = meets[at] ?? null;
    const out = corner ? i32(next, at) : at;
    if (corner) points[at] = corner;
    gone[out] = 1;
    const [from, to] = [i32(before, out), i32(next, out)];
    next[from] = to;
    before[to] = from;
    // Every corner whose step has what changed among its four points.
    for (const i of corner ? [i32(before, i32(before, at)), i32(before, at), at, to] : [i32(before, from), from, to])
      look(i);
  }
  return points.filter((_, i) => gone[i] === 0);
}

/** A shape made ready for nesting: grown by half the spacing, thinned to few points on the outside, in convex pieces for every turn. */
export interface Prepared {
  /** The outline itself, its box and area. */
  readonly region: Region;
  readonly areaMm2: number;
  /** Convex pieces of what may not be touched; and the same turned by a number of steps and then by half a circle, for moving. */
  readonly stays: readonly Convex[];
  readonly movesAt: (step: number) => readonly Convex[];
  /** Box of the same, by steps. */
  readonly boxAt: (step: number) => Bounds;
  /** Box of the outline itself, by steps. */
  readonly trueBoxAt: (step: number) => Bounds;
}

/**
 * Makes a shape ready. What is grown covers the true outline grown by half the spacing, whatever was thinned.
 * @param steps turns in a full circle
 * @param fineness the outline is thinned so many times less than usually: closer layouts, more work
 */
export function prepare(region: Region, spacingMm: number, steps: number, fineness = 1): Prepared {
  const clean = region;
  const grownBy = spacingMm / 2 + slackMm(spacingMm);
  const b = boundsOf(clean);
  const toleranceMm = Math.min(
    1.6,
    Math.max(0.03, (0.003 * Math.hypot(b.maxX - b.minX, b.maxY - b.minY)) / fineness, (0.1 * spacingMm) / fineness),
  );
  const full = grownBy === 0 ? clean : offset(clean, grownBy, spacingMm > 1 ? 'round' : 'miter', ARC_MM);
  const safe = normalise(ringsOf(full).map((ring) => simplerOutside(ring, toleranceMm)));
  const pieces = convexParts(safe);
  const turned = <T>(make: (step: number) => T): ((step: number) => T) => {
    const made: (T | undefined)[] = new Array(steps);
    return (step) => {
      made[step] ??= make(step);
      return made[step] as T;
    };
  };
  const turn = (step: number) => rotation((360 * step) / steps);
  return {
    region: clean,
    areaMm2: areaMm2(clean),
    stays: pieces.map((p) => convexFrom(p, 1)),
    movesAt: turned((step) => transformRings(pieces, turn(step)).map((p) => convexFrom(p, -1))),
    boxAt: turned((step) => boundsOf(step === 0 ? safe : transformRegion(safe, turn(step)))),
    trueBoxAt: turned((step) => boundsOf(step === 0 ? clean : transformRegion(clean, turn(step)))),
  };
}
