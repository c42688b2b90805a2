import { nth } from '../lists';
import { ringsOf } from './region';
import type { Area, Bounds, Point, Region, Ring, Rings, Shape } from './types';

/** Twice-signed area by the shoelace formula; positive when the ring runs clockwise as seen (y down). */
export function ringAreaMm2(ring: Ring): number {
  let sum = 0;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const p = nth(ring, j);
    const q = nth(ring, i);
    sum += p.x * q.y - q.x * p.y;
  }
  return sum / 2;
}

/** Area of one flat of cloth, mm²: its outside less its holes. */
export const oneAreaMm2 = ({ outer, holes }: Area): number =>
  holes.reduce((sum, hole) => sum + ringAreaMm2(hole), ringAreaMm2(outer));

/** Area of cloth, mm². */
export const areaMm2 = (region: Region): number => region.reduce((sum, area) => sum + oneAreaMm2(area), 0);

/** Those areas of a region that are larger than this, each with its holes. */
export const areasOver = (region: Region, leastMm2: number): Region => region.filter((a) => oneAreaMm2(a) > leastMm2);

/** Length of every line to be cut, holes included, mm. */
export function perimeterMm(shape: Shape): number {
  let sum = 0;
  for (const ring of ringsOf(shape)) {
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      sum += Math.hypot(nth(ring, i).x - nth(ring, j).x, nth(ring, i).y - nth(ring, j).y);
    }
  }
  return sum;
}

/** Smallest upright box; all zero for a region without points. */
export function boundsOf(shape: Shape): Bounds {
  let minX = Number.POSITIVE_INFINITY;
  let minY = Number.POSITIVE_INFINITY;
  let maxX = Number.NEGATIVE_INFINITY;
  let maxY = Number.NEGATIVE_INFINITY;
  for (const ring of ringsOf(shape)) {
    for (const { x, y } of ring) {
      if (x < minX) minX = x;
      if (x > maxX) maxX = x;
      if (y < minY) minY = y;
      if (y > maxY) maxY = y;
    }
  }
  return minX > maxX ? { minX: 0, minY: 0, maxX: 0, maxY: 0 } : { minX, minY, maxX, maxY };
}

export const centreOf = (b: Bounds): Point => ({ x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 });

/** Less than this of its box is not a region’s, mm²: then it is the box. */
const BOX_MM2 = 1;
/** Whether a region is an upright rectangle as it lies: such are ruled, not drawn round. */
export function isBox(region: Region): boolean {
  const b = boundsOf(region);
  return (b.maxX - b.minX) * (b.maxY - b.minY) - areaMm2(region) < BOX_MM2;
}

/** Whether a point lies inside by the even-odd rule; points exactly on the line may fall either way. */
export function isInside(shape: Shape, p: Point): boolean {
  let inside = false;
  for (const ring of ringsOf(shape)) {
    let b = ring.at(-1);
    if (!b) continue;
    for (const a of ring) {
      if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
      b = a;
    }
  }
  return inside;
}

/** Centre of mass of a ring's area; the middle of its box when it has none. */
export function centroidOf(ring: Ring): Point {
  let x = 0;
  let y = 0;
  let twice = 0;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const p = nth(ring, j);
    const q = nth(ring, i);
    const cross = p.x * q.y - q.x * p.y;
    x += (p.x + q.x) * cross;
    y += (p.y + q.y) * cross;
    twice += cross;
  }
  return Math.abs(twice) < 1e-9 ? centreOf(boundsOf([ring])) : { x: x / (3 * twice), y: y / (3 * twice) };
}

/** The ring with the greatest area, which bounds the piece outside; undefined for an empty region. */
export function outerRing(shape: Shape): Ring | undefined {
  return ringsOf(shape).reduce<Ring | undefined>(
    (best, ring) => (best && Math.abs(ringAreaMm2(best)) >= Math.abs(ringAreaMm2(ring)) ? best : ring),
    undefined,
  );
}

/** Distance from a point to the nearest edge of a region, mm. */
export function distanceToEdge(shape: Shape, p: Point): number {
  let best = Number.POSITIVE_INFINITY;
  for (const ring of ringsOf(shape)) {
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const a = nth(ring, j);
      const b = nth(ring, i);
      const dx = b.x - a.x;
      const dy = b.y - a.y;
      const len2 = dx * dx + dy * dy;
      const t = len2 === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / len2));
      const d = (a.x + t * dx - p.x) ** 2 + (a.y + t * dy - p.y) ** 2;
      if (d < best) best = d;
    }
  }
  return Math.sqrt(best);
}

/** Least distance between the edges of two shapes that do not lie on one another, mm. */
export function distanceBetween(a: Shape, b: Shape): number {
  const nearest = (points: Shape, edge: Shape): number =>
    ringsOf(points).reduce(
      (least, ring) => ring.reduce((d, p) => Math.min(d, distanceToEdge(edge, p)), least),
      Number.POSITIVE_INFINITY,
    );
  return Math.min(nearest(a, b), nearest(b, a));
}

interface Edge {
  readonly a: Point;
  readonly b: Point;
  readonly minX: number;
  readonly maxX: number;
  readonly minY: number;
  readonly maxY: number;
}

/** Which side of line ab the point c lies on: the sign of twice the triangle's area. */
const side = (a: Point, b: Point, c: Point): number => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);

/**
 * The places where an outline properly crosses itself, as they are met along its longer side. Touching in a point is no crossing.
 * Sweeps edges by their first end along that side, so that only neighbours are compared.
 */
export function* crossingsOf(rings: Rings): Generator<Point, void, undefined> {
  const edges: Edge[] = [];
  for (const ring of rings) {
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const a = nth(ring, j);
      const b = nth(ring, i);
      edges.push({
        a,
        b,
        minX: Math.min(a.x, b.x),
        maxX: Math.max(a.x, b.x),
        minY: Math.min(a.y, b.y),
        maxY: Math.max(a.y, b.y),
      });
    }
  }
  const b = boundsOf(rings);
  const upright = b.maxY - b.minY > 2 * (b.maxX - b.minX);
  const first = (e: Edge): number => (upright ? e.minY : e.minX);
  const last = (e: Edge): number => (upright ? e.maxY : e.maxX);
  edges.sort((p, q) => first(p) - first(q));
  let active: Edge[] = [];
  for (const e of edges) {
    active = active.filter((o) => last(o) >= first(e));
    for (const o of active) {
      if (o.minY > e.maxY || o.maxY < e.minY || o.minX > e.maxX || o.maxX < e.minX) continue;
      const d1 = side(e.a, e.b, o.a);
      const d2 = side(e.a, e.b, o.b);
      const d3 = side(o.a, o.b, e.a);
      const d4 = side(o.a, o.b, e.b);
      if (d1 * d2 < 0 && d3 * d4 < 0) {
        const t = d3 / (d3 - d4);
        yield { x: e.a.x + t * (e.b.x - e.a.x), y: e.a.y + t * (e.b.y - e.a.y) };
      }
    }
    active.push(e);
  }
}

/** The first place where an outline properly crosses itself, or null; as {@link crossingsOf}. */
export function crossesItself(rings: Rings): Point | null {
  for (const place of crossingsOf(rings)) return place;
  return null;
}

/** Whether an outline crosses itself more often than `most`: then cleaning it would take for ever. */
export function isTangled(rings: Rings, most: number): boolean {
  let count = 0;
  for (const _ of crossingsOf(rings)) if (++count > most) return true;
  return false;
}

/** The box round all of these. @param boxes at least one */
export const mergeBounds = (boxes: readonly Bounds[]): Bounds => ({
  minX: Math.min(...boxes.map((b) => b.minX)),
  minY: Math.min(...boxes.map((b) => b.minY)),
  maxX: Math.max(...boxes.map((b) => b.maxX)),
  maxY: Math.max(...boxes.map((b) => b.maxY)),
});
