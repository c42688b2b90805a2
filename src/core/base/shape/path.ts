import svgpath from 'svgpath';
import { derive } from '../derive';
import { arcToCentre } from './arc';
import { normalise } from './boolean';
import { ringsOf } from './region';
import type { Point, Region, Ring, Rings, Shape } from './types';

/** How far a flattened curve may stray from the true one, mm: well under the 0.05 mm that a sharp pencil could show, so that areas of small circles are right to 0.1 % too. */
export const FLATTEN_TOLERANCE_MM = 0.01;

export type Segment =
  | { readonly type: 'M' | 'L'; readonly to: Point }
  | { readonly type: 'Q'; readonly c: Point; readonly to: Point }
  | { readonly type: 'C'; readonly c1: Point; readonly c2: Point; readonly to: Point }
  | {
      readonly type: 'A';
      readonly rx: number;
      readonly ry: number;
      readonly rotateDeg: number;
      readonly large: boolean;
      readonly sweep: boolean;
      readonly to: Point;
    }
  | { readonly type: 'Z' };

/** Path data as it was read: absolute segments, mm. Values never change, so what is worked out of one is remembered with it. */
export type Path = readonly Segment[];

export type PathResult = { ok: true; segments: Segment[] } | { ok: false; message: string };

/**
 * Reads SVG path data, all commands, relative or absolute, into absolute M L Q C A Z.
 * Source: SVG 2, chapter 9 (Paths). Never throws: broken data gives a message that says where it breaks.
 */
export function parsePath(data: string): PathResult {
  const path = svgpath(data) as ReturnType<typeof svgpath> & { err: string; segments: unknown[] };
  if (path.err) {
    const where = /pos (\d+)/.exec(path.err)?.[1];
    const at = where === undefined ? '' : ` near “${data.slice(Math.max(0, Number(where) - 8), Number(where) + 8)}”`;
    return { ok: false, message: `the path data cannot be read${at}` };
  }
  const segments: Segment[] = [];
  path
    .abs()
    .unshort()
    .iterate((s, _index, x, y) => {
      const n = s as unknown as [string, ...number[]];
      const p = (i: number): Point => ({ x: n[i] as number, y: n[i + 1] as number });
      switch (n[0]) {
        case 'M':
        case 'L':
          segments.push({ type: n[0], to: p(1) });
          break;
        case 'H':
          segments.push({ type: 'L', to: { x: n[1] as number, y } });
          break;
        case 'V':
          segments.push({ type: 'L', to: { x, y: n[1] as number } });
          break;
        case 'Q':
          segments.push({ type: 'Q', c: p(1), to: p(3) });
          break;
        case 'C':
          segments.push({ type: 'C', c1: p(1), c2: p(3), to: p(5) });
          break;
        case 'A':
          segments.push({
            type: 'A',
            rx: Math.abs(n[1] as number),
            ry: Math.abs(n[2] as number),
            rotateDeg: n[3] as number,
            large: n[4] === 1,
            sweep: n[5] === 1,
            to: p(6),
          });
          break;
        default:
          segments.push({ type: 'Z' });
      }
    });
  const finite = segments.every((s) =>
    Object.values(s).every((v) =>
      typeof v === 'object' ? Number.isFinite(v.x + v.y) : typeof v !== 'number' || Number.isFinite(v),
    ),
  );
  return finite ? { ok: true, segments } : { ok: false, message: 'the path data holds a number that is too large' };
}

const mix = (a: Point, b: Point, t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });

/**
 * Equal parameter steps that keep a Bézier curve within `tolerance`: the chord error of a step h is at most h²·max|B″|/8.
 * Source: standard bound for linear interpolation.
 */
const stepsFor = (secondDerivative: number, tolerance: number): number =>
  Math.min(2000, Math.max(1, Math.ceil(Math.sqrt(secondDerivative / (8 * tolerance)))));

/** An outline of more points than this is not drawn out: no scissors and no machine could follow it. */
export const MOST_POINTS = 100_000;

/** Whether path data would be drawn out to more than {@link MOST_POINTS} at a hundredth of a millimetre. */
export function isTooIntricate(segments: Path): boolean {
  let points = 0;
  let pen: Point = { x: 0, y: 0 };
  for (const s of segments) {
    if (s.type === 'Q') points += stepsFor(2 * bend(pen, s.c, s.to), FLATTEN_TOLERANCE_MM);
    else if (s.type === 'C')
      points += stepsFor(6 * Math.max(bend(pen, s.c1, s.c2), bend(s.c1, s.c2, s.to)), FLATTEN_TOLERANCE_MM);
    else if (s.type === 'A') points += Math.min(4000, Math.sqrt(Math.max(s.rx, s.ry) / FLATTEN_TOLERANCE_MM) * 3);
    else points += 1;
    if (s.type !== 'Z') pen = s.to;
    if (points > MOST_POINTS) return true;
  }
  return false;
}

const bend = (a: Point, b: Point, c: Point): number => Math.hypot(a.x - 2 * b.x + c.x, a.y - 2 * b.y + c.y);

/**
 * Points along one segment from where the pen stands, its end included, so that chords stray by no more than the tolerance.
 * Each lies at the same share of the segment's parameter after the one before.
 */
export function pointsAlong(pen: Point, s: Exclude<Segment, { type: 'Z' }>, toleranceMm: number): Point[] {
  const even = (n: number, at: (t: number) => Point): Point[] =>
    Array.from({ length: n }, (_, i) => (i === n - 1 ? s.to : at((i + 1) / n)));
  switch (s.type) {
    case 'M':
    case 'L':
      return [s.to];
    case 'Q':
      return even(stepsFor(2 * bend(pen, s.c, s.to), toleranceMm), (t) => mix(mix(pen, s.c, t), mix(s.c, s.to, t), t));
    case 'C':
      return even(stepsFor(6 * Math.max(bend(pen, s.c1, s.c2), bend(s.c1, s.c2, s.to)), toleranceMm), (t) => {
        const m = mix(s.c1, s.c2, t);
        return mix(mix(mix(pen, s.c1, t), m, t), mix(m, mix(s.c2, s.to, t), t), t);
      });
    case 'A': {
      const arc = arcToCentre(pen, s);
      if (!arc) return [s.to];
      // The sagitta of a chord over angle a on radius r is r(1 − cos(a/2)).
      const r = Math.max(arc.rx, arc.ry);
      const step = r > toleranceMm ? 2 * Math.acos(1 - toleranceMm / r) : Math.PI / 2;
      return even(Math.min(4000, Math.max(1, Math.ceil(Math.abs(arc.sweepRad) / step))), arc.pointAt);
    }
  }
}

/**
 * Turns segments into rings of straight lines, every subpath closed.
 * @param toleranceMm greatest distance between a curve and its chords
 */
export function flatten(segments: Path, toleranceMm = FLATTEN_TOLERANCE_MM): Rings {
  const rings: Ring[] = [];
  let ring: Point[] = [];
  let start: Point = { x: 0, y: 0 };
  let pen: Point = start;
  const push = (p: Point): void => {
    const last = ring.at(-1);
    if (!last || last.x !== p.x || last.y !== p.y) ring.push(p);
    pen = p;
  };
  const close = (): void => {
    const first = ring[0];
    const last = ring.at(-1);
    if (first && last && ring.length > 1 && first.x === last.x && first.y === last.y) ring.pop();
    if (ring.length > 2) rings.push(ring);
    ring = [];
  };
  for (const s of segments) {
    if (s.type === 'Z') {
      close();
      pen = start;
      continue;
    }
    if (s.type === 'M') {
      close();
      start = s.to;
    } else if (ring.length === 0) push(pen);
    for (const p of pointsAlong(pen, s, toleranceMm)) push(p);
  }
  close();
  return rings;
}

/**
 * The lines of path data as they are drawn, open ones left open and closed ones ending where they begin.
 * @throws Error when the path data cannot be read
 */
export function openLines(data: string, toleranceMm = FLATTEN_TOLERANCE_MM): Point[][] {
  const lines: Point[][] = [];
  let line: Point[] = [];
  let start: Point = { x: 0, y: 0 };
  let pen = start;
  const end = (): void => {
    if (line.length > 1) lines.push(line);
    line = [];
  };
  for (const s of pathOf(data)) {
    if (s.type === 'Z') {
      if (line.length > 0) line.push(start);
      end();
      pen = start;
      continue;
    }
    if (s.type === 'M') {
      end();
      start = s.to;
      line = [s.to];
    } else {
      if (line.length === 0) line.push(pen);
      line.push(...pointsAlong(pen, s, toleranceMm));
    }
    pen = s.to;
  }
  end();
  return lines;
}

/** Enough for what lies over what and for where a number stands: half a pencil line. Five times fewer points than the exact outline. */
export const ROUGH_TOLERANCE_MM = 0.05;

/**
 * Path data as segments; each text is read once.
 * @throws Error when the path data cannot be read; outlines of a parsed project always can
 */
export const pathOf = derive((outline: string): Path => {
  const parsed = parsePath(outline);
  if (!parsed.ok) throw new Error(parsed.message);
  return parsed.segments;
});

const drawnOut = derive(flatten);
/** The lines of a path, flattened to 0.01 mm unless said otherwise; remembered with the path. */
export const linesOfPath = (path: Path, toleranceMm = FLATTEN_TOLERANCE_MM): Rings => drawnOut(path, toleranceMm);

/**
 * The lines of path data as they are drawn, flattened to 0.01 mm unless said otherwise.
 * @throws Error when the path data cannot be read; outlines of a parsed project always can
 */
export const linesOf = (outline: string, toleranceMm = FLATTEN_TOLERANCE_MM): Rings =>
  linesOfPath(pathOf(outline), toleranceMm);

/**
 * The cloth that path data encloses by the even-odd rule; otherwise as {@link linesOf}.
 * @throws Error when the path data cannot be read; outlines of a parsed project always can
 */
export const regionOf = (outline: string, toleranceMm = FLATTEN_TOLERANCE_MM): Region =>
  normalise(linesOf(outline, toleranceMm));

/** A path reflected in the vertical line x = `atX`; curves and arcs stay what they are. */
export function mirrorPath(path: Path, atX: number): Path {
  const m = (p: Point): Point => ({ x: 2 * atX - p.x, y: p.y });
  return path.map((s): Segment => {
    switch (s.type) {
      case 'Z':
        return s;
      case 'M':
      case 'L':
        return { type: s.type, to: m(s.to) };
      case 'Q':
        return { type: 'Q', c: m(s.c), to: m(s.to) };
      case 'C':
        return { type: 'C', c1: m(s.c1), c2: m(s.c2), to: m(s.to) };
      case 'A':
        return { ...s, rotateDeg: -s.rotateDeg, sweep: !s.sweep, to: m(s.to) };
    }
  });
}

const round = (n: number, decimals: number): string => String(Number(n.toFixed(decimals)));

const printed = derive((region: Shape, decimals: number): string =>
  ringsOf(region)
    .map((ring) => `M${ring.map((p) => `${round(p.x, decimals)} ${round(p.y, decimals)}`).join('L')}Z`)
    .join(''),
);
/** Prints a shape as path data with straight lines, mm; remembered with the shape. */
export const printRegion = (region: Shape, decimals = 3): string => printed(region, decimals);

/** Prints segments as path data, mm, curves and arcs kept. */
export function printPath(segments: Path, decimals = 4): string {
  const p = (q: Point): string => `${round(q.x, decimals)} ${round(q.y, decimals)}`;
  return segments
    .map((s) => {
      switch (s.type) {
        case 'M':
        case 'L':
          return s.type + p(s.to);
        case 'Q':
          return `Q${p(s.c)} ${p(s.to)}`;
        case 'C':
          return `C${p(s.c1)} ${p(s.c2)} ${p(s.to)}`;
        case 'A':
          return `A${round(s.rx, decimals)} ${round(s.ry, decimals)} ${round(s.rotateDeg, decimals)} ${Number(s.large)} ${Number(s.sweep)} ${p(s.to)}`;
        case 'Z':
          return 'Z';
      }
    })
    .join('');
}
