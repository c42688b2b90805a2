import { arcToCentre } from './arc';
import { type Path, pointsAlong, type Segment } from './path';
import { ringsOf } from './region';
import { type Affine, applyTo, inverse } from './transform';
import type { Point, Region, Ring } from './types';

type Curve = Extract<Segment, { type: 'Q' | 'C' | 'A' }>;

/** A point of a flattened outline that lies on one of its curves: which, and after how many of its steps. */
interface OnCurve {
  readonly curve: number;
  readonly step: number;
}
interface Known {
  readonly curve: Curve;
  readonly from: Point;
  readonly steps: number;
}

const mix = (a: Point, b: Point, t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
/** The clipper rounds to micrometres: points are known again by them. */
const name = (p: Point): string => `${Math.round(p.x * 1000)} ${Math.round(p.y * 1000)}`;

/** The stretch of a curve between two parameters, to a given end; backwards when the first is the greater. Source: blossoms of Bézier curves (Ramshaw 1987). */
function stretch({ curve: s, from }: Known, t0: number, t1: number, to: Point): Curve {
  switch (s.type) {
    case 'Q':
      return { type: 'Q', c: mix(mix(from, s.c, t0), mix(s.c, s.to, t0), t1), to };
    case 'C': {
      const blossom = (a: number, b: number, c: number): Point => {
        const p = mix(from, s.c1, a);
        const q = mix(s.c1, s.c2, a);
        const r = mix(s.c2, s.to, a);
        return mix(mix(p, q, b), mix(q, r, b), c);
      };
      return { type: 'C', c1: blossom(t0, t0, t1), c2: blossom(t0, t1, t1), to };
    }
    case 'A': {
      const arc = arcToCentre(from, s);
      const turned = Math.abs((arc?.sweepRad ?? 0) * (t1 - t0));
      return {
        ...s,
        rx: arc?.rx ?? s.rx,
        ry: arc?.ry ?? s.ry,
        large: turned > Math.PI,
        sweep: s.sweep === t1 > t0,
        to,
      };
    }
  }
}

/**
 * A region that came of cutting an outline into pieces, with the outline's own curves where its lines still follow them: clipping only knows straight lines.
 * What is new in it (an edge of something else, an offset) stays straight.
 * @param region where the outline lies after `move`, from the clipper
 * @param outline what was cut, in its own coordinates, flattened to `toleranceMm` and moved before it was cut
 * @returns the region as a path in the outline's own coordinates
 */
export function withCurvesOf(region: Region, outline: Path, move: Affine, toleranceMm: number): Path {
  const known: Known[] = [];
  const places = new Map<string, OnCurve[]>();
  const put = (p: Point, at: OnCurve): void => {
    const key = name(applyTo(move, p));
    const there = places.get(key);
    if (there) there.push(at);
    else places.set(key, [at]);
  };
  let pen: Point = { x: 0, y: 0 };
  let start = pen;
  for (const s of outline) {
    if (s.type === 'Z') {
      pen = start;
      continue;
    }
    if (s.type === 'M') start = s.to;
    if (s.type === 'Q' || s.type === 'C' || s.type === 'A') {
      const points = pointsAlong(pen, s, toleranceMm);
      const curve = known.push({ curve: s, from: pen, steps: points.length }) - 1;
      put(pen, { curve, step: 0 });
      points.forEach((p, i) => {
        put(p, { curve, step: i + 1 });
      });
    }
    pen = s.to;
  }
  const back = inverse(move);
  return ringsOf(region).flatMap((ring) => ringWithCurves(ring, places, known, back));
}

function ringWithCurves(
  ring: Ring,
  places: ReadonlyMap<string, readonly OnCurve[]>,
  known: readonly Known[],
  back: Affine,
): Path {
  const at = ring.map((p) => places.get(name(p)) ?? []);
  const n = ring.length;
  const on = (i: number): readonly OnCurve[] => at[i % n] ?? [];
  const own = ring.map((p) => applyTo(back, p));
  /** The longest run from a corner along one curve: how many edges, and the steps it leads from and to. */
  const runFrom = (i: number, most: number): { edges: number; curve: number; from: number; to: number } | null => {
    let best: { edges: number; curve: number; from: number; to: number } | null = null;
    for (const first of on(i))
      for (const way of [1, -1]) {
        let edges = 0;
        while (
          edges < most &&
          on(i + edges + 1).some((o) => o.curve === first.curve && o.step === first.step + way * (edges + 1))
        )
          edges += 1;
        if (edges > (best?.edges ?? 0))
          best = { edges, curve: first.curve, from: first.step, to: first.step + way * edges };
      }
    return best;
  };
  // Begin where no curve runs on across the beginning.
  let begin = 0;
  while (begin < n - 1 && runFrom(begin + n - 1, 2)?.edges === 2) begin += 1;
  const first = own[begin];
  if (!first) return [];
  const path: Segment[] = [{ type: 'M', to: first }];
  for (let i = begin; i < begin + n; ) {
    const run = runFrom(i, begin + n - i);
    const curve = run && known[run.curve];
    const edges = curve ? run.edges : 1;
    const to = own[(i + edges) % n] ?? first;
    if (curve) path.push(stretch(curve, run.from / curve.steps, run.to / curve.steps, to));
    else if (i + 1 < begin + n) path.push({ type: 'L', to });
    i += edges;
  }
  path.push({ type: 'Z' });
  return path;
}
