import { lastOf, nth } from '../lists';
import { type Point, type Region, ringAreaMm2, ringsOf } from '../shape';
import { directionOf, lengthsAlong, turnsOf } from './walk';

/** More letters than this round a piece are read by nobody. */
const MOST = 12;

/** A place with the direction away from the piece, of length 1. */
export interface Landmark extends Point {
  readonly outX: number;
  readonly outY: number;
}
/** @param into the walk before it, the piece to its right, and after it */
function landmark({ x, y }: Point, into: Point, out: Point): Landmark {
  const dx = into.y + out.y;
  const dy = -(into.x + out.x);
  const d = Math.hypot(dx, dy);
  return d < 1e-6 ? { x, y, outX: into.x, outY: into.y } : { x, y, outX: dx / d, outY: dy / d };
}

/**
 * Places round a piece's outside by which a stretch of it can be told: its corners, the sharpest of many; of a round one four points a quarter apart.
 * @returns clockwise as seen
 */
export function landmarksOf(outline: Region): Landmark[] {
  const outer = ringsOf(outline).reduce<readonly Point[] | null>(
    (most, ring) => (most && ringAreaMm2(most) >= ringAreaMm2(ring) ? most : ring),
    null,
  );
  if (!outer || outer.length < 3) return [];
  const line = [...outer, nth(outer, 0)];
  const turns = turnsOf(line, true);
  if (turns.length >= 2)
    return [...turns]
      .sort((a, b) => Math.abs(b.rad) - Math.abs(a.rad) || a.at - b.at)
      .slice(0, MOST)
      .sort((a, b) => a.at - b.at)
      .map((t) => landmark(nth(line, t.at), t.into, t.out));
  const along = lengthsAlong(line);
  const whole = lastOf(along);
  const first = turns[0]?.at ?? 0;
  return [0, 1, 2, 3].map((q) => {
    const mm = (nth(along, first) + (q * whole) / 4) % whole;
    const i = along.findLastIndex((a) => a <= mm + 1e-9);
    const a = nth(line, Math.min(i, line.length - 2));
    const b = nth(line, Math.min(i, line.length - 2) + 1);
    const dir = directionOf(a, b) ?? { x: 1, y: 0 };
    const t = mm - nth(along, Math.min(i, line.length - 2));
    return landmark({ x: a.x + dir.x * t, y: a.y + dir.y * t }, dir, dir);
  });
}
