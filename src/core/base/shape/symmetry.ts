import { f64, nth } from '../lists';
import { EdgeGrid, edgesOf } from './edge-grid';
import { centroidOf, outerRing, perimeterMm } from './measure';
import { ringsOf } from './region';
import type { Point, Ring, Shape } from './types';

const SAMPLES = 120;
/** Holes that a mirror line is tried through. */
const MOST_HOLES = 8;
/** Points of an outline that are compared with its mirror image. */
const MOST_POINTS = 200_000;

/** Points spread evenly along a ring by arc length. */
function spread(ring: Ring, n: number): Point[] {
  const step = perimeterMm([ring]) / n;
  const out: Point[] = [];
  let walked = 0;
  for (let i = 0; i < ring.length && out.length < n; i++) {
    const a = nth(ring, i);
    const b = nth(ring, (i + 1) % ring.length);
    const len = Math.hypot(b.x - a.x, b.y - a.y);
    while (out.length < n && out.length * step <= walked + len) {
      const t = len === 0 ? 0 : (out.length * step - walked) / len;
      out.push({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
    }
    walked += len;
  }
  return out;
}

/** A full circle is its own image in any line: then only its holes tell which. Their common middle lies on every mirror line; where that is the circle's own middle, single holes are tried, farthest first. */
function towardsHoles(shape: Shape, outer: Ring, c: Point): number[] {
  const holes = ringsOf(shape)
    .filter((ring) => ring !== outer)
    .map(centroidOf);
  const away = (h: Point): number => Math.hypot(h.x - c.x, h.y - c.y);
  const sum = holes.reduce((s, h) => ({ x: s.x + h.x, y: s.y + h.y }), { x: 0, y: 0 });
  const middle = { x: sum.x / Math.max(1, holes.length), y: sum.y / Math.max(1, holes.length) };
  return [middle, ...[...holes].sort((p, q) => away(q) - away(p)).slice(0, MOST_HOLES)]
    .filter((h) => holes.length > 0 && away(h) > 0.1)
    .map((h) => Math.atan2(h.y - c.y, h.x - c.x));
}

/** The first so many moments that are not nothing tell the angles; higher ones than this only shapes of very many corners have alone. */
const MOMENTS = { told: 2, highest: 16, leastShare: 1e-4 } as const;
/** Four-point Gauss–Legendre rule on −1 … 1. Source: handbook values (Abramowitz & Stegun, table 25.4, from memory). */
const GAUSS = [
  [-0.8611363116, 0.3478548451],
  [-0.3399810436, 0.6521451549],
  [0.3399810436, 0.6521451549],
  [0.8611363116, 0.3478548451],
] as const;

/**
 * The angles at which a ring's moments allow a mirror line: with z taken from the middle, a mirror line at θ makes the phase of ∮ zᵖ |dz| a multiple of π away from p·θ. Exact, where matching sampled points is only near.
 */
function byMoments(ring: Ring, c: Point): number[] {
  const re = new Float64Array(MOMENTS.highest + 1);
  const im = new Float64Array(MOMENTS.highest + 1);
  const size = new Float64Array(MOMENTS.highest + 1);
  const reach = ring.reduce((far, p) => Math.max(far, Math.hypot(p.x - c.x, p.y - c.y)), 1e-9);
  ring.forEach((a, i) => {
    const b = nth(ring, (i + 1) % ring.length);
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    for (const [t, weight] of GAUSS) {
      const x = ((a.x + b.x + t * (b.x - a.x)) / 2 - c.x) / reach;
      const y = ((a.y + b.y + t * (b.y - a.y)) / 2 - c.y) / reach;
      let u = 1;
      let v = 0;
      for (let p = 1; p <= MOMENTS.highest; p++) {
        [u, v] = [u * x - v * y, u * y + v * x];
        re[p] = f64(re, p) + weight * length * u;
        im[p] = f64(im, p) + weight * length * v;
        size[p] = f64(size, p) + weight * length * Math.hypot(u, v);
      }
    }
  });
  const angles: number[] = [];
  let told = 0;
  for (let p = 2; p <= MOMENTS.highest && told < MOMENTS.told; p++) {
    if (Math.hypot(f64(re, p), f64(im, p)) < MOMENTS.leastShare * f64(size, p)) continue;
    told += 1;
    for (let k = 0; k < p; k++) angles.push((Math.atan2(f64(im, p), f64(re, p)) + k * Math.PI) / p);
  }
  return angles;
}

/** The best so many angles that differ by a degree or more; a line's angle repeats after half a turn. */
function distinct(angles: readonly number[], most = 32): number[] {
  const kept: number[] = [];
  for (const a of angles) {
    if (kept.length === most) break;
    if (kept.every((k) => Math.abs(Math.sin(a - k)) > 0.0175)) kept.push(a);
  }
  return kept;
}

/** How far a mirrored edge may stray from the true one for a shape to count as symmetric, mm. Common practice, no source. */
export const USUAL_MIRROR_MM = 0.5;

export interface MirrorLine {
  /** A point of the line: the centre of mass of the outer ring. */
  readonly through: Point;
  /** Direction of the line, degrees clockwise from the x axis, 0 ≤ angle < 180. */
  readonly angleDeg: number;
  /** Greatest distance of a mirrored edge from the true one, mm. */
  readonly errorMm: number;
}

const reflect = (p: Point, c: Point, angle: number): Point => {
  const x = p.x - c.x;
  const y = p.y - c.y;
  const cos = Math.cos(2 * angle);
  const sin = Math.sin(2 * angle);
  return { x: c.x + x * cos + y * sin, y: c.y + x * sin - y * cos };
};

/**
 * A line, at any angle, in which the shape is its own mirror image; null when there is none.
 * Every mirror line passes through the centre of mass. Candidates come from the outline's moments, and from matching the outline, walked one way, with
 * itself walked the other way (all shifts); the best is then checked against the true edges, holes included.
 * @param toleranceMm how far a mirrored edge may lie from the real one; 0.5 mm unless said otherwise, whatever the size: farther than that a piece laid the other way round misses its place
 * @param also what else a line has to be a mirror of; nothing, by default
 */
export function mirrorLine(
  shape: Shape,
  toleranceMm = USUAL_MIRROR_MM,
  also: (line: MirrorLine) => boolean = () => true,
): MirrorLine | null {
  const outer = outerRing(shape);
  if (!outer || outer.length < 3) return null;
  const c = centroidOf(outer);
  const points = spread(outer, SAMPLES);
  const n = points.length;
  const x = points.map((p) => p.x - c.x);
  const y = points.map((p) => p.y - c.y);

  // For each shift s, point k should be the image of point s − k. The best angle is half the phase of Σ zₖ·zₛ₋ₖ.
  const candidates: { angle: number; miss: number }[] = [];
  let spreadOut = 0;
  for (let k = 0; k < n; k++) spreadOut += nth(x, k) ** 2 + nth(y, k) ** 2;
  for (let s = 0; s < n; s++) {
    let re = 0;
    let im = 0;
    for (let k = 0; k < n; k++) {
      const j = (s - k + n) % n;
      re += nth(x, k) * nth(x, j) - nth(y, k) * nth(y, j);
      im += nth(x, k) * nth(y, j) + nth(y, k) * nth(x, j);
    }
    candidates.push({ angle: Math.atan2(im, re) / 2, miss: spreadOut - Math.hypot(re, im) });
  }
  candidates.sort((p, q) => p.miss - q.miss);

  const edges = ringsOf(shape).flatMap((ring) =>
    spread(ring, Math.min(SAMPLES, Math.max(24, ring.length))).concat(ring),
  );
  // Beyond any outline that is cut by hand; unknown counts as not symmetric, which is the side on which nothing is spoiled.
  if (edges.length > MOST_POINTS) return null;
  const grid = new EdgeGrid(edgesOf(shape), Math.max(0.5, toleranceMm));
  const errorAt = (angle: number, giveUpAbove: number): number => {
    let worst = 0;
    for (const p of edges) {
      const near = grid.nearest(reflect(p, c, angle), giveUpAbove + 1e-9);
      if (!near) return Number.POSITIVE_INFINITY;
      worst = Math.max(worst, near.mm);
    }
    return worst;
  };
  let best: MirrorLine | null = null;
  for (const angle of distinct([
    ...towardsHoles(shape, outer, c),
    ...byMoments(outer, c),
    ...candidates.map((k) => k.angle),
  ])) {
    const errorMm = errorAt(angle, best?.errorMm ?? toleranceMm);
    if (errorMm > toleranceMm || (best && errorMm >= best.errorMm)) continue;
    const line = { through: c, angleDeg: ((((angle * 180) / Math.PI) % 180) + 180) % 180, errorMm };
    if (also(line)) best = line;
  }
  return best;
}
