import { f64, nth } from '../../base/lists';
import { plainArea, type Region, type Ring, union } from '../../base/shape';
import { convexParts, minkowskiConvex } from './convex';

/**
 * Where one part may not be: the no-fit polygon as convex polygons, each a list of half-planes.
 * Layout, polygon after polygon: edges n, box (minX, minY, maxX, maxY), then n times the outward normal (x, y) and its distance.
 */
export type NoFit = Float64Array;

/** Numbers before a polygon's edges: how many there are, and its box. */
export const HEAD = 5;

/**
 * A convex polygon as a flat list x, y, x, y … of positive area, beginning at its lowest point (least y, then least x), with its box.
 * So two of them can be merged by direction without looking for a start.
 */
export interface Convex {
  readonly xy: Float64Array;
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
}

/** @param sign 1, or −1 for the polygon turned by half a circle */
export function convexFrom(ring: Ring, sign: 1 | -1): Convex {
  let lowest = 0;
  ring.forEach((p, i) => {
    const q = nth(ring, lowest);
    if (sign * p.y < sign * q.y || (p.y === q.y && sign * p.x < sign * q.x)) lowest = i;
  });
  const xy = new Float64Array(2 * ring.length);
  let minX = Number.POSITIVE_INFINITY;
  let minY = Number.POSITIVE_INFINITY;
  let maxX = Number.NEGATIVE_INFINITY;
  let maxY = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < ring.length; i++) {
    const p = nth(ring, (lowest + i) % ring.length);
    const x = sign * p.x;
    const y = sign * p.y;
    xy[2 * i] = x;
    xy[2 * i + 1] = y;
    minX = Math.min(minX, x);
    minY = Math.min(minY, y);
    maxX = Math.max(maxX, x);
    maxY = Math.max(maxY, y);
  }
  return { xy, minX, minY, maxX, maxY };
}

/** Writes the Minkowski sum of two convex polygons as half-planes; returns where it ends. */
function writeSum(out: Float64Array, at: number, p: Convex, q: Convex): number {
  const a = p.xy;
  const b = q.xy;
  const na = a.length;
  const nb = b.length;
  let i = 0;
  let j = 0;
  let k = at + HEAD;
  let x = f64(a, 0) + f64(b, 0);
  let y = f64(a, 1) + f64(b, 1);
  while (i < na || j < nb) {
    let ax = 0;
    let ay = 0;
    let bx = 0;
    let by = 0;
    if (i < na) {
      const e = i + 2 < na ? i + 2 : 0;
      ax = f64(a, e) - f64(a, i);
      ay = f64(a, e + 1) - f64(a, i + 1);
    }
    if (j < nb) {
      const e = j + 2 < nb ? j + 2 : 0;
      bx = f64(b, e) - f64(b, j);
      by = f64(b, e + 1) - f64(b, j + 1);
    }
    const turn = i >= na ? -1 : j >= nb ? 1 : ax * by - ay * bx;
    let dx: number;
    let dy: number;
    if (turn > 1e-12) {
      dx = ax;
      dy = ay;
      i += 2;
    } else if (turn < -1e-12) {
      dx = bx;
      dy = by;
      j += 2;
    } else {
      dx = ax + bx;
      dy = ay + by;
      i += 2;
      j += 2;
    }
    const length = Math.sqrt(dx * dx + dy * dy);
    if (length > 1e-9) {
      out[k] = dy / length;
      out[k + 1] = -dx / length;
      out[k + 2] = (dy * x - dx * y) / length;
      k += 3;
    }
    x += dx;
    y += dy;
  }
  out[at] = (k - at - HEAD) / 3;
  out[at + 1] = p.minX + q.minX;
  out[at + 2] = p.minY + q.minY;
  out[at + 3] = p.maxX + q.maxX;
  out[at + 4] = p.maxY + q.maxY;
  return k;
}

/**
 * The no-fit polygon of a part that stays and one that moves, both by their (0,0): the moving one overlaps exactly when its offset lies inside.
 * It is the union of the Minkowski sums of every convex piece of the one with every piece of the other turned by half a circle.
 * Source: Burke et al. 2007; Bennell & Oliveira 2008, "The geometry of nesting problems" (from memory).
 * @param moves each made with sign −1
 */
export function noFitOf(stays: readonly Convex[], moves: readonly Convex[]): NoFit {
  let size = 0;
  for (const q of moves) for (const p of stays) size += HEAD + (3 * (p.xy.length + q.xy.length)) / 2;
  const out = new Float64Array(size);
  let at = 0;
  for (const q of moves) for (const p of stays) at = writeSum(out, at, p, q);
  return at === size ? out : out.subarray(0, at);
}

/**
 * The shortest shift out of the convex polygon an offset is deepest in, written as direction and length: out[0], out[1], out[2].
 * @returns whether it lies inside at all
 */
export function wayOut(nofit: NoFit, x: number, y: number, out: Float64Array): boolean {
  let deepest = 0;
  let at = 0;
  const end = nofit.length;
  while (at < end) {
    const first = at + HEAD;
    const next = first + 3 * f64(nofit, at);
    if (x > f64(nofit, at + 1) && y > f64(nofit, at + 2) && x < f64(nofit, at + 3) && y < f64(nofit, at + 4)) {
      let nearest = Number.NEGATIVE_INFINITY;
      let edge = first;
      let k = first;
      for (; k < next; k += 3) {
        const d = f64(nofit, k) * x + f64(nofit, k + 1) * y - f64(nofit, k + 2);
        if (d <= nearest) continue;
        // An edge nearer than the deepest so far: this polygon is not the one.
        if (d >= -deepest) break;
        nearest = d;
        edge = k;
      }
      if (k >= next) {
        deepest = -nearest;
        out[0] = f64(nofit, edge);
        out[1] = f64(nofit, edge + 1);
      }
    }
    at = next;
  }
  out[2] = deepest;
  return deepest > 0;
}

const scratch = new Float64Array(3);
/** How deep an offset lies inside a no-fit polygon, mm: the least shift out of the convex polygon it is deepest in; 0 outside. */
export const depthIn = (nofit: NoFit, x: number, y: number): number =>
  wayOut(nofit, x, y, scratch) ? f64(scratch, 2) : 0;

/** How far one can go from an offset outside in a direction (unit length) before touching; at most `limit`. */
export function freeWay(nofit: NoFit, x: number, y: number, dx: number, dy: number, limit: number): number {
  let free = limit;
  let at = 0;
  while (at < nofit.length) {
    const n = f64(nofit, at);
    let enter = Number.NEGATIVE_INFINITY;
    let leave = free;
    for (let k = at + HEAD, e = k + 3 * n; k < e && enter < leave; k += 3) {
      const speed = f64(nofit, k) * dx + f64(nofit, k + 1) * dy;
      const d = f64(nofit, k) * x + f64(nofit, k + 1) * y - f64(nofit, k + 2);
      if (speed < -1e-12) enter = Math.max(enter, -d / speed);
      else if (speed > 1e-12) leave = Math.min(leave, -d / speed);
      else if (d >= 0) leave = Number.NEGATIVE_INFINITY;
    }
    if (enter < leave && leave > 0) free = Math.max(0, Math.min(free, enter));
    at += HEAD + 3 * n;
  }
  return free;
}

/**
 * The no-fit polygon as a region, for looking at and for checks.
 */
export function noFitPolygon(stays: Region, moves: Region): Region {
  const a = convexParts(stays);
  const b = convexParts(moves).map((ring) => ring.map((p) => ({ x: -p.x, y: -p.y })));
  // All at once every edge of each sum would be cut with those of hundreds of others; what lies inside is gone early when neighbours are joined first.
  return joined(a.map((p) => union(...b.map((q) => [plainArea(minkowskiConvex(p, q))]))));
}

/** Regions joined two by two, and those again. */
function joined(regions: readonly Region[]): Region {
  if (regions.length < 2) return regions[0] ?? [];
  const half = regions.length >> 1;
  return union(joined(regions.slice(0, half)), joined(regions.slice(half)));
}
