import { nth } from '../lists';
import { EdgeGrid, edgesOf } from './edge-grid';
import { boundsOf, centroidOf, outerRing, perimeterMm } from './measure';
import type { Point, Region, Ring } from './types';

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
function towardsHoles(region: Region, outer: Ring, c: Point): number[] {
  const holes = region.filter((ring) => ring !== outer).map(centroidOf);
  const away = (h: Point): number => Math.hypot(h.x - c.x, h.y - c.y);
  const sum = holes.reduce((s, h) => ({ x: s.x + h.x, y: s.y + h.y }), { x: 0, y: 0 });
  const middle = { x: sum.x / Math.max(1, holes.length), y: sum.y / Math.max(1, holes.length) };
  return [middle, ...[...holes].sort((p, q) => away(q) - away(p)).slice(0, MOST_HOLES)]
    .filter((h) => holes.length > 0 && away(h) > 0.1)
    .map((h) => Math.atan2(h.y - c.y, h.x - c.x));
}

/** The best so many angles that differ by a degree or more; a line's angle repeats after half a turn. */
function distinct(angles: readonly number[], most = 24): number[] {
  const kept: number[] = [];
  for (const a of angles) {
    if (kept.length === most) break;
    if (kept.every((k) => Math.abs(Math.sin(a - k)) > 0.0175)) kept.push(a);
  }
  return kept;
}

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
 * Every mirror line passes through the centre of mass. Candidates come from matching the outline, walked one way, with
 * itself walked the other way (all shifts); the best is then checked against the true edges, holes included.
 * @param toleranceMm how far a mirrored edge may lie from the real one; by default 0.5 mm or 1 % of the size, whichever is more
 */
export function mirrorLine(region: Region, toleranceMm?: number): MirrorLine | null {
  const outer = outerRing(region);
  if (!outer || outer.length < 3) return null;
  const b = boundsOf(region);
  const tolerance = toleranceMm ?? Math.max(0.5, 0.01 * Math.hypot(b.maxX - b.minX, b.maxY - b.minY));
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

  const edges = region.flatMap((ring) => spread(ring, Math.min(SAMPLES, Math.max(24, ring.length))).concat(ring));
  // Beyond any outline that is cut by hand; unknown counts as not symmetric, which is the side on which nothing is spoiled.
  if (edges.length > MOST_POINTS) return null;
  const grid = new EdgeGrid(edgesOf(region), Math.max(0.5, tolerance));
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
  for (const angle of distinct([...towardsHoles(region, outer, c), ...candidates.map((k) => k.angle)])) {
    const errorMm = errorAt(angle, best?.errorMm ?? tolerance);
    if (errorMm <= tolerance && (!best || errorMm < best.errorMm)) {
      best = { through: c, angleDeg: ((((angle * 180) / Math.PI) % 180) + 180) % 180, errorMm };
    }
  }
  return best;
}
