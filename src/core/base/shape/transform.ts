import svgpath from 'svgpath';
import type { Point, Region, Ring, Rings } from './types';

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

/** The way back. @throws Error for a matrix that squashes everything flat */
export function inverse(m: Affine): Affine {
  const det = m.a * m.d - m.b * m.c;
  if (det === 0) throw new Error('A matrix that squashes everything flat has no way back.');
  return {
    a: m.d / det,
    b: -m.b / det,
    c: -m.c / det,
    d: m.a / det,
    e: (m.c * m.f - m.d * m.e) / det,
    f: (m.b * m.e - m.a * m.f) / det,
  };
}

export const applyTo = (m: Affine, p: Point): Point => ({
  x: m.a * p.x + m.c * p.y + m.e,
  y: m.b * p.x + m.d * p.y + m.f,
});

/** Rings moved; a mirrored ring runs the other way round. */
export const transformRings = (rings: Rings, m: Affine): Rings => rings.map((ring) => ring.map((p) => applyTo(m, p)));

/** Cloth moved, turned or mirrored: outsides stay clockwise as seen. */
export function transformRegion(region: Region, m: Affine): Region {
  const mirrored = m.a * m.d - m.b * m.c < 0;
  const ringOf = (ring: Ring): Ring => {
    const moved = ring.map((p) => applyTo(m, p));
    return mirrored ? moved.reverse() : moved;
  };
  return region.map((a) => ({ outer: ringOf(a.outer), holes: a.holes.map(ringOf) }));
}

/** Contract: a point on the ground is the outline's point turned clockwise about (0,0), then moved. */
export const placement = (at: { xMm: number; yMm: number; rotateDeg: number }): Affine =>
  composed(rotation(at.rotateDeg), translation(at.xMm, at.yMm));

/** Path data with its arcs as curves. A half round as an arc is off by as much as the root of what its ends are rounded by; as curves it is not. */
export const withoutArcs = (outline: string): string =>
  // A smooth curve after an arc has no curve before it to follow: short forms are written out first.
  svgpath(outline).abs().unshort().unarc().toString();

/**
 * Path data turned, moved, mirrored, scaled or sheared; curves and arcs stay curves and arcs.
 * @throws Error when the path data cannot be read
 */
export function transformPath(outline: string, m: Affine): string {
  const path = svgpath(outline) as ReturnType<typeof svgpath> & { err: string };
  if (path.err) throw new Error(path.err);
  return path.abs().matrix([m.a, m.b, m.c, m.d, m.e, m.f]).round(4).toString();
}
