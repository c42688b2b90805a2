import { lastOf, nth } from '../../base/lists';
import { outerRing, type Point, type Region } from '../../base/shape';
import { pointAt } from './seen';
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
  const outer = outerRing(outline);
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
    const i = Math.min(
      along.findLastIndex((a) => a <= mm + 1e-9),
      line.length - 2,
    );
    const dir = directionOf(nth(line, i), nth(line, i + 1)) ?? { x: 1, y: 0 };
    return landmark(pointAt({ line, along, wholeMm: whole }, mm), dir, dir);
  });
}
