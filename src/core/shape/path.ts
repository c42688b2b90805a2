import svgpath from 'svgpath';
import { arcToCentre } from './arc';
import type { Point, Region, Ring } from './types';

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
export function isTooIntricate(segments: readonly Segment[]): boolean {
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
 * Turns segments into rings of straight lines, every subpath closed.
 * @param toleranceMm greatest distance between a curve and its chords
 */
export function flatten(segments: readonly Segment[], toleranceMm = FLATTEN_TOLERANCE_MM): Region {
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
    if (s.type !== 'M' && s.type !== 'Z' && ring.length === 0) push(pen);
    switch (s.type) {
      case 'M':
        close();
        start = s.to;
        push(s.to);
        break;
      case 'L':
        push(s.to);
        break;
      case 'Q': {
        const from = pen;
        const n = stepsFor(2 * bend(from, s.c, s.to), toleranceMm);
        for (let i = 1; i <= n; i++) push(i === n ? s.to : mix(mix(from, s.c, i / n), mix(s.c, s.to, i / n), i / n));
        break;
      }
      case 'C': {
        const from = pen;
        const n = stepsFor(6 * Math.max(bend(from, s.c1, s.c2), bend(s.c1, s.c2, s.to)), toleranceMm);
        for (let i = 1; i <= n; i++) {
          const t = i / n;
          const m = mix(s.c1, s.c2, t);
          push(i === n ? s.to : mix(mix(mix(from, s.c1, t), m, t), mix(m, mix(s.c2, s.to, t), t), t));
        }
        break;
      }
      case 'A': {
        const arc = arcToCentre(pen, s);
        if (!arc) {
          push(s.to);
          break;
        }
        // The sagitta of a chord over angle a on radius r is r(1 − cos(a/2)).
        const r = Math.max(arc.rx, arc.ry);
        const step = r > toleranceMm ? 2 * Math.acos(1 - toleranceMm / r) : Math.PI / 2;
        const n = Math.min(4000, Math.max(1, Math.ceil(Math.abs(arc.sweepRad) / step)));
        for (let i = 1; i <= n; i++) push(i === n ? s.to : arc.pointAt(i / n));
        break;
      }
      case 'Z':
        close();
        pen = start;
    }
  }
  close();
  return rings;
}

/** Enough for what lies over what and for where a number stands: half a pencil line. Five times fewer points than the exact outline. */
export const ROUGH_TOLERANCE_MM = 0.05;

const seen = new Map<string, Region>();
const KEEP = 4000;

/**
 * The region an outline encloses, flattened to 0.01 mm unless said otherwise. Remembers recent answers, since the same outline is asked for by every part of a plan.
 * @throws Error when the path data cannot be read; outlines of a parsed project always can
 */
export function regionOf(outline: string, toleranceMm = FLATTEN_TOLERANCE_MM): Region {
  const key = `${toleranceMm} ${outline}`;
  const known = seen.get(key);
  if (known) return known;
  const parsed = parsePath(outline);
  if (!parsed.ok) throw new Error(parsed.message);
  const region = flatten(parsed.segments, toleranceMm);
  if (seen.size >= KEEP) seen.delete(seen.keys().next().value as string);
  seen.set(key, region);
  return region;
}

const round = (n: number, decimals: number): string => String(Number(n.toFixed(decimals)));

/** Prints a region as path data with straight lines, mm. */
export function printRegion(region: Region, decimals = 3): string {
  return region
    .map((ring) => `M${ring.map((p) => `${round(p.x, decimals)} ${round(p.y, decimals)}`).join('L')}Z`)
    .join('');
}

/** Prints segments as path data, mm, curves and arcs kept. */
export function printPath(segments: readonly Segment[], decimals = 4): string {
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
