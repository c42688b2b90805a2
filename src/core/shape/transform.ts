import { parsePath, printPath, type Segment } from './path';
import type { Point, Region } from './types';

/** x' = a·x + c·y + e, y' = b·x + d·y + f, as in SVG's matrix(a b c d e f). */
export interface Affine {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

export const translation = (x: number, y: number): Affine => ({ a: 1, b: 0, c: 0, d: 1, e: x, f: y });
export const scaling = (x: number, y = x): Affine => ({ a: x, b: 0, c: 0, d: y, e: 0, f: 0 });
/** Reflection in the vertical line x = `atX`: what turning cloth over does. */
export const mirrorAt = (atX = 0): Affine => ({ a: -1, b: 0, c: 0, d: 1, e: 2 * atX, f: 0 });
/** Turn about (0,0), clockwise as seen (y is down), degrees. */
export const rotation = (deg: number): Affine => {
  const r = (deg * Math.PI) / 180;
  return { a: Math.cos(r), b: Math.sin(r), c: -Math.sin(r), d: Math.cos(r), e: 0, f: 0 };
};
/** `first`, then `second`. */
export const composed = (first: Affine, second: Affine): Affine => ({
  a: second.a * first.a + second.c * first.b,
  b: second.b * first.a + second.d * first.b,
  c: second.a * first.c + second.c * first.d,
  d: second.b * first.c + second.d * first.d,
  e: second.a * first.e + second.c * first.f + second.e,
  f: second.b * first.e + second.d * first.f + second.f,
});

export const applyTo = (m: Affine, p: Point): Point => ({
  x: m.a * p.x + m.c * p.y + m.e,
  y: m.b * p.x + m.d * p.y + m.f,
});

export const transformRegion = (region: Region, m: Affine): Region =>
  region.map((ring) => ring.map((p) => applyTo(m, p)));

/** Contract: a point on the ground is the outline's point turned clockwise about (0,0), then moved. */
export const placement = (at: { xMm: number; yMm: number; rotateDeg: number }): Affine =>
  composed(rotation(at.rotateDeg), translation(at.xMm, at.yMm));

const transformSegment = (s: Segment, m: Affine): Segment => {
  switch (s.type) {
    case 'M':
    case 'L':
      return { type: s.type, to: applyTo(m, s.to) };
    case 'Q':
      return { type: 'Q', c: applyTo(m, s.c), to: applyTo(m, s.to) };
    case 'C':
      return { type: 'C', c1: applyTo(m, s.c1), c2: applyTo(m, s.c2), to: applyTo(m, s.to) };
    case 'A': {
      // Only similarities reach an arc here: the ellipse keeps its shape, a reflection turns its sense about.
      const flips = m.a * m.d - m.b * m.c < 0;
      const k = Math.hypot(m.a, m.b);
      const axis = (Math.atan2(m.b, m.a) * 180) / Math.PI;
      return {
        ...s,
        rx: s.rx * k,
        ry: s.ry * k,
        rotateDeg: axis + (flips ? -s.rotateDeg : s.rotateDeg),
        sweep: flips ? !s.sweep : s.sweep,
        to: applyTo(m, s.to),
      };
    }
    case 'Z':
      return s;
  }
};

/**
 * Path data turned, moved, mirrored or scaled evenly; curves and arcs stay curves and arcs.
 * @param m a similarity (same scale both ways); a shear would not keep arcs
 * @throws Error when the path data cannot be read
 */
export function transformPath(outline: string, m: Affine): string {
  const parsed = parsePath(outline);
  if (!parsed.ok) throw new Error(parsed.message);
  return printPath(parsed.segments.map((s) => transformSegment(s, m)));
}
