import { nth } from '../lists';
import type { Point, Ring } from './types';

/** How far a point lies from the straight way between two others, mm. */
function strayOf(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length2 = dx * dx + dy * dy;
  const t = length2 === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / length2));
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
}

/** The points of a line that are needed so that none of the others lies farther from it than is allowed, its last one left out. */
function neededOf(line: readonly Point[], strayMm: number): Point[] {
  const first = nth(line, 0);
  const last = nth(line, line.length - 1);
  let far = 0;
  let most = strayMm;
  for (let i = 1; i + 1 < line.length; i++) {
    const stray = strayOf(nth(line, i), first, last);
    if (stray > most) [far, most] = [i, stray];
  }
  if (far === 0) return [first];
  return [...neededOf(line.slice(0, far + 1), strayMm), ...neededOf(line.slice(far), strayMm)];
}

/**
 * A ring with as few of its corners as tell it to a given distance: every point of the one lies that near to the other.
 * Source: Ramer 1972, Douglas and Peucker 1973. Of ours, since the clipper's own brings its whole front door along.
 * @param strayMm at most so far, mm
 */
export function coarseRing(ring: Ring, strayMm: number): Ring {
  if (ring.length < 4) return ring;
  const start = nth(ring, 0);
  const far = ring.reduce(
    (best, p, i) =>
      Math.hypot(p.x - start.x, p.y - start.y) > best.mm ? { i, mm: Math.hypot(p.x - start.x, p.y - start.y) } : best,
    { i: 0, mm: 0 },
  ).i;
  if (far === 0) return ring;
  const coarse = [...neededOf(ring.slice(0, far + 1), strayMm), ...neededOf([...ring.slice(far), start], strayMm)];
  return coarse.length < 3 ? ring : coarse;
}
