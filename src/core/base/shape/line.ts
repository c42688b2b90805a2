import { lastOf, nth } from '../lists';
import { ringsOf } from './region';
import type { Point, Shape } from './types';

/** A line that is walked from its first point to its last. */
export type Line = readonly Point[];

const same = (a: Point, b: Point): boolean => Math.hypot(a.x - b.x, a.y - b.y) < 0.002;

/** Every ring of a shape as an open line that ends where it began. */
export const openRings = (shape: Shape): Line[] =>
  ringsOf(shape).flatMap((ring) => (ring[0] ? [[...ring, ring[0]]] : []));

/** Whether a line ends where it began. */
export const isClosed = (line: Line): boolean => line.length > 2 && same(nth(line, 0), lastOf(line));

/** A line as a ring, for what draws rings only: an open one goes out and back over itself, so that no closing stroke is added. */
export const strokedRing = (line: Line, closed: boolean): Line =>
  closed ? line : [...line, ...line.slice(1, -1).reverse()];

/** Length of a line, mm. */
export const lineMm = (line: Line): number =>
  line.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.x - nth(line, i).x, p.y - nth(line, i).y), 0);

/** Lines that meet end to end put together, whichever way each runs; where three meet, two of them. */
export function joinedLines(lines: readonly Line[]): Line[] {
  const rest = lines.filter((l) => l.length > 1).map((l) => [...l]);
  const done: Line[] = [];
  for (let line = rest.pop(); line; line = rest.pop()) {
    for (let more = true; more && !isClosed(line); ) {
      more = false;
      for (const [i, other] of rest.entries()) {
        const way = joinWay(line, other);
        if (!way) continue;
        const next = way.turn ? [...other].reverse() : other;
        line = way.after ? [...line, ...next.slice(1)] : [...next, ...line.slice(1)];
        rest.splice(i, 1);
        more = true;
        break;
      }
    }
    done.push(line);
  }
  return done;
}

function joinWay(line: Line, other: Line): { after: boolean; turn: boolean } | null {
  if (same(lastOf(line), nth(other, 0))) return { after: true, turn: false };
  if (same(lastOf(line), lastOf(other))) return { after: true, turn: true };
  if (same(nth(line, 0), lastOf(other))) return { after: false, turn: false };
  if (same(nth(line, 0), nth(other, 0))) return { after: false, turn: true };
  return null;
}

/** A place on a line: how far along it lies, and which way the line runs there, as a vector of length 1. */
export interface LinePlace extends Point {
  readonly alongMm: number;
  readonly dx: number;
  readonly dy: number;
}

/** Several lines walked one after the other. */
export interface Walk {
  /** How long they are together, mm. */
  readonly wholeMm: number;
  /** The place so far along; null before the first and past the last. */
  readonly placeAt: (alongMm: number) => LinePlace | null;
}

/** Lines to be walked, measured once. */
export function walkOf(lines: readonly Line[]): Walk {
  const steps: { readonly from: Point; readonly to: Point; readonly beforeMm: number; readonly mm: number }[] = [];
  let wholeMm = 0;
  for (const line of lines)
    for (let i = 0; i + 1 < line.length; i++) {
      const [from, to] = [nth(line, i), nth(line, i + 1)];
      const mm = Math.hypot(to.x - from.x, to.y - from.y);
      if (mm > 0) steps.push({ from, to, beforeMm: wholeMm, mm });
      wholeMm += mm;
    }
  const placeAt = (alongMm: number): LinePlace | null => {
    if (steps.length === 0 || alongMm < 0 || alongMm > wholeMm) return null;
    let [low, high] = [0, steps.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (nth(steps, middle).beforeMm <= alongMm) low = middle;
      else high = middle - 1;
    }
    const { from, to, beforeMm, mm } = nth(steps, low);
    const [dx, dy] = [(to.x - from.x) / mm, (to.y - from.y) / mm];
    return { x: from.x + dx * (alongMm - beforeMm), y: from.y + dy * (alongMm - beforeMm), alongMm, dx, dy };
  };
  return { wholeMm, placeAt };
}

/** Places along a line, in the middles of stretches of about this length. */
export function placesAlong(line: Line, stepMm: number): LinePlace[] {
  const whole = lineMm(line);
  const count = Math.max(1, Math.round(whole / stepMm));
  const places: LinePlace[] = [];
  let before = 0;
  for (let i = 0; i + 1 < line.length; i++) {
    const a = nth(line, i);
    const b = nth(line, i + 1);
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    for (;;) {
      const alongMm = ((places.length + 0.5) * whole) / count;
      if (places.length === count || alongMm > before + length || length === 0) break;
      const t = (alongMm - before) / length;
      places.push({
        x: a.x + (b.x - a.x) * t,
        y: a.y + (b.y - a.y) * t,
        alongMm,
        dx: (b.x - a.x) / length,
        dy: (b.y - a.y) / length,
      });
    }
    before += length;
  }
  return places;
}

/** The stretch of a line between two lengths along it. */
export function stretchOf(line: Line, fromMm: number, toMm: number): Line {
  const out: Point[] = [];
  let before = 0;
  for (let i = 0; i + 1 < line.length; i++) {
    const a = nth(line, i);
    const b = nth(line, i + 1);
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    const at = (mm: number): Point => ({
      x: a.x + ((b.x - a.x) * (mm - before)) / length,
      y: a.y + ((b.y - a.y) * (mm - before)) / length,
    });
    if (length > 0 && before + length > fromMm && before < toMm) {
      if (out.length === 0) out.push(fromMm <= before ? a : at(fromMm));
      out.push(toMm >= before + length ? b : at(toMm));
    }
    before += length;
  }
  return out;
}
