import { nth } from '../../base/lists';
import type { Point } from '../../base/shape';
import { CORNER_ARM_MM, CORNER_DEG } from './data';

// A line that is followed along a piece's edge: where it turns sharply, and where it only bends.

/** A corner of a line that is followed. Its piece lies to the right of the walk. */
export interface Turn {
  /** Which point of the line. */
  readonly at: number;
  /** How far the walk turns there, radians; positive to the right: the corner points outward. */
  readonly rad: number;
  /** The walk before and after it, of length 1. */
  readonly into: Point;
  readonly out: Point;
}

const turnOf = (into: Point, out: Point): number =>
  Math.atan2(into.x * out.y - into.y * out.x, into.x * out.x + into.y * out.y);

/** How far a walk from one point over another to a third turns there, radians; positive to the right. */
export const bendAt = (a: Point, b: Point, c: Point): number =>
  turnOf({ x: b.x - a.x, y: b.y - a.y }, { x: c.x - b.x, y: c.y - b.y });

/** The direction from one point to another, of length 1; null where they are one. */
export function directionOf(a: Point, b: Point): Point | null {
  const d = Math.hypot(b.x - a.x, b.y - a.y);
  return d < 1e-9 ? null : { x: (b.x - a.x) / d, y: (b.y - a.y) / d };
}

/** A line without points that lie on one another. */
export function withoutDoubles(line: readonly Point[]): Point[] {
  const out: Point[] = [];
  for (const p of line) {
    const last = out.at(-1);
    if (!last || Math.hypot(p.x - last.x, p.y - last.y) > 1e-4) out.push(p);
  }
  return out;
}

/**
 * The corners of a line. Turns that follow one another within an arm's length, the same way, are one corner: a machine cannot follow so tight a curve.
 * @param closed the last point is the first again; then that point is asked too, and told as the first
 */
export function turnsOf(line: readonly Point[], closed: boolean): Turn[] {
  const n = line.length - 1;
  if (n < 2) return [];
  const dirs: Point[] = [];
  const lengths: number[] = [];
  for (let i = 0; i < n; i++) {
    const a = nth(line, i);
    const b = nth(line, i + 1);
    const len = Math.hypot(b.x - a.x, b.y - a.y);
    lengths.push(len);
    dirs.push(len > 0 ? { x: (b.x - a.x) / len, y: (b.y - a.y) / len } : (dirs.at(-1) ?? { x: 1, y: 0 }));
  }
  const first = closed ? 0 : 1;
  const count = closed ? n : n - 1;
  const rads = Array.from({ length: count }, (_, k) => {
    const i = first + k;
    return turnOf(nth(dirs, (i + n - 1) % n), nth(dirs, i % n));
  });
  const least = (CORNER_DEG.value * Math.PI) / 180;
  const turns: Turn[] = [];
  const taken = new Uint8Array(count);
  // The sharpest first: what lies within its arms belongs to it.
  const order = rads
    .map((rad, k) => ({ k, rad: Math.abs(rad) }))
    .filter((t) => t.rad > 0.02)
    .sort((a, b) => b.rad - a.rad || a.k - b.k);
  for (const { k } of order) {
    if (taken[k]) continue;
    const sign = Math.sign(nth(rads, k));
    let rad = nth(rads, k);
    let lo = k;
    let hi = k;
    const grow = (step: 1 | -1): void => {
      let gone = 0;
      for (let j = k; ; ) {
        const segment = step > 0 ? first + j : first + j - 1;
        if (!closed && (segment < 0 || segment >= n)) return;
        gone += nth(lengths, (segment + n) % n);
        j += step;
        if (closed) j = (j + count) % count;
        if (gone > CORNER_ARM_MM.value || j < 0 || j >= count || j === k || taken[j]) return;
        if (Math.sign(nth(rads, j)) !== sign) return;
        rad += nth(rads, j);
        if (step > 0) hi = j;
        else lo = j;
      }
    };
    grow(1);
    grow(-1);
    if (Math.abs(rad) < least) continue;
    for (let j = lo; ; j = (j + 1) % count) {
      taken[j] = 1;
      if (j === hi) break;
    }
    turns.push({
      at: first + k,
      rad,
      into: nth(dirs, (first + lo - 1 + n) % n),
      out: nth(dirs, (first + hi) % n),
    });
  }
  return turns.sort((a, b) => a.at - b.at);
}

/** Each length along a line at its points, and all of it last. */
export function lengthsAlong(line: readonly Point[]): number[] {
  const out = [0];
  for (let i = 1; i < line.length; i++)
    out.push(nth(out, i - 1) + Math.hypot(nth(line, i).x - nth(line, i - 1).x, nth(line, i).y - nth(line, i - 1).y));
  return out;
}
