import { nth } from '../lists';
import { EdgeGrid, edgesOf, type NearestOnEdge } from './edge-grid';
import { isInside, perimeterMm } from './measure';
import { ringsOf } from './region';
import type { Point, Region, Rings } from './types';

export interface ThinPlace extends Point {
  /** Width of the stroke there, mm. */
  readonly widthMm: number;
}

/** Two edges bound a stroke, and not a corner, when the largest circle between them touches on sides at least this far apart, degrees. */
const OPPOSITE_DEG = 120;
const STEP_MM = 0.4;
/** So many points along the edge are looked at and no more: 16 m of edge at the usual step. On a longer edge they lie farther apart. */
const MOST_STEPS = 40_000;

/** How far apart the edge of a shape is looked at for thin strokes, mm; more than usual when it is very long. */
export const thinStepMm = (region: Region): number => Math.max(STEP_MM, perimeterMm(region) / MOST_STEPS);
/** Corners sharper than this taper to nothing: near them the circle measures the tip, not a stroke, degrees. */
const TIP_DEG = 60;
/** How far round a tip counts, in widths: 1/tan(α/2) for the sharpest tip of about 8°. */
const TIP_WIDTHS = 14;
/** Round the end of a stroke the edge runs this many widths from one side to the other. */
const END_WIDTHS = 2.5;

/**
 * The thinnest stroke of a shape, if one is thinner than `belowMm`. Measured by the largest circle that fits inside and touches the edge at each point of it
 * (a shrinking ball); circles squeezed into a corner touch neighbouring edges and do not count.
 * Source: the shrinking-ball construction of the medial axis (Ma, Bae & Choi 2012, from memory).
 */
export function thinnestStroke(region: Region, belowMm: number): ThinPlace | null {
  const rings = ringsOf(region);
  const lengths = rings.map((ring) => perimeterMm([ring]));
  const edges = edgesOf(rings);
  const tips = rings.map((ring, r) => {
    const points = new Set(cornersOf([ring], TIP_DEG, INSIDE_DEG).sharp.map((p) => `${p.x} ${p.y}`));
    if (points.size === 0) return [];
    return edges.filter((e) => e.ring === r && points.has(`${e.a.x} ${e.a.y}`)).map((e) => e.before);
  });
  /** Whether the edge runs round a tip, or round the end of a stroke, between the two places where the circle touches: then it is no stroke that it measures. */
  const isEnd = (ring: number, from: number, to: number, widthMm: number): boolean => {
    const whole = nth(lengths, ring);
    const forward = (((to - from) % whole) + whole) % whole;
    const [start, path] = forward <= whole / 2 ? [from, forward] : [to, whole - forward];
    if (path <= END_WIDTHS * widthMm) return true;
    return path <= TIP_WIDTHS * widthMm && nth(tips, ring).some((t) => (((t - start) % whole) + whole) % whole <= path);
  };
  const stepMm = thinStepMm(region);
  const grid = new EdgeGrid(edges, Math.max(1, belowMm));
  const cosOpposite = Math.cos((OPPOSITE_DEG * Math.PI) / 180);
  let best: ThinPlace | null = null;
  for (const { a, b, ring, before } of edges) {
    const len = Math.hypot(b.x - a.x, b.y - a.y);
    if (len === 0) continue;
    // Outer rings run clockwise as seen, holes the other way: the inside lies to the right of the walk, (−dy, dx).
    const nx = -(b.y - a.y) / len;
    const ny = (b.x - a.x) / len;
    const steps = Math.max(1, Math.ceil(len / stepMm));
    for (let i = 0; i < steps; i++) {
      const t = (i + 0.5) / steps;
      const p = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
      let r: number = (best?.widthMm ?? belowMm) / 2;
      let touch: NearestOnEdge | null = null;
      for (let k = 0; k < 12; k++) {
        const c: Point = { x: p.x + nx * r, y: p.y + ny * r };
        const near = grid.nearest(c, r - 1e-6);
        if (!near) break;
        const px = near.at.x - p.x;
        const py = near.at.y - p.y;
        const along = nx * px + ny * py;
        // Behind or beside the edge itself: nothing stands opposite.
        if (along < 1e-9) break;
        const next = (px * px + py * py) / (2 * along);
        touch = near;
        if (next >= r - 1e-4) break;
        r = next;
      }
      if (!touch || r < 1e-3) continue;
      const c: Point = { x: p.x + nx * r, y: p.y + ny * r };
      const q = touch.at;
      const cos = ((p.x - c.x) * (q.x - c.x) + (p.y - c.y) * (q.y - c.y)) / (r * Math.hypot(q.x - c.x, q.y - c.y) || 1);
      if (cos > cosOpposite) continue;
      if (touch.ring === ring && isEnd(ring, before + t * len, touch.along, 2 * r)) continue;
      if (2 * r < (best?.widthMm ?? belowMm) - 1e-6 && isInside(rings, c)) best = { x: c.x, y: c.y, widthMm: 2 * r };
    }
  }
  return best;
}

export interface Corner extends Point {
  /** Angle of the cloth at the corner, degrees: under 180 it points out, above it points in. */
  readonly angleDeg: number;
}

/** A corner is judged by where the edge has got to this far on either side, so that a flattened curve is none, mm. */
const ARM_MM = 2;

/**
 * Corners of a shape whose angle of cloth is below `sharpDeg` (points that fray and cannot be turned), or above `inDeg` (inside corners that need a clean clip).
 * @returns sharpest first
 */
export const corners = (region: Region, sharpDeg: number, inDeg = INSIDE_DEG): Corners =>
  cornersOf(ringsOf(region), sharpDeg, inDeg);

interface Corners {
  readonly sharp: readonly Corner[];
  readonly inside: readonly Corner[];
}
const INSIDE_DEG = 225;

function cornersOf(rings: Rings, sharpDeg: number, inDeg: number): Corners {
  const sharp: Corner[] = [];
  const inside: Corner[] = [];
  for (const ring of rings) {
    const n = ring.length;
    const walk = (from: number, step: 1 | -1): Point => {
      let left = ARM_MM;
      let here = nth(ring, from);
      for (let i = 1; i < n; i++) {
        const next = nth(ring, (from + step * i + n * i) % n);
        const len = Math.hypot(next.x - here.x, next.y - here.y);
        if (len >= left)
          return { x: here.x + ((next.x - here.x) * left) / len, y: here.y + ((next.y - here.y) * left) / len };
        left -= len;
        here = next;
      }
      return here;
    };
    for (let i = 0; i < n; i++) {
      const p = nth(ring, i);
      const before = nth(ring, (i + n - 1) % n);
      const after = nth(ring, (i + 1) % n);
      // A vertex of a flattened curve turns by little; only a real corner is measured.
      const turn = Math.atan2(
        (p.x - before.x) * (after.y - p.y) - (p.y - before.y) * (after.x - p.x),
        (p.x - before.x) * (after.x - p.x) + (p.y - before.y) * (after.y - p.y),
      );
      if (Math.abs(turn) < 0.35) continue;
      const u = walk(i, -1);
      const v = walk(i, 1);
      let angle = Math.atan2(u.y - p.y, u.x - p.x) - Math.atan2(v.y - p.y, v.x - p.x);
      if (angle < 0) angle += 2 * Math.PI;
      const corner = { x: p.x, y: p.y, angleDeg: (angle * 180) / Math.PI };
      if (corner.angleDeg < sharpDeg) sharp.push(corner);
      else if (corner.angleDeg > inDeg) inside.push(corner);
    }
  }
  return {
    sharp: sharp.sort((a, b) => a.angleDeg - b.angleDeg),
    inside: inside.sort((a, b) => b.angleDeg - a.angleDeg),
  };
}
