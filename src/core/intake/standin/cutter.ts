import { assertThere, nth } from '../../base/lists';
import {
  areaMm2,
  boundsOf,
  boxRegion,
  difference,
  intersection,
  type Point,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
  ringsOf,
} from '../../base/shape';
import { type CutShape, fromDxf } from '../../print/sheet';
import { readSvg } from '../drawing';

/** A simulated cutting machine: what it would do with a file, before any cloth is spoiled. Speeds are made up. */
export const CUTTER = {
  cutMmS: 20,
  travelMmS: 80,
  /** Lifting, lowering and turning the blade for each line, s. */
  liftS: 0.6,
} as const;

/** A piece of cloth stuck to the mat. */
export interface CutterCloth {
  readonly name: string;
  readonly corner: 'upper left' | 'upper right' | 'lower left' | 'lower right';
  /** Its upper left corner on the mat, where it lies in none of the mat’s; null: in that corner. */
  readonly at?: { readonly xMm: number; readonly yMm: number } | null;
  readonly widthMm: number;
  readonly heightMm: number;
}

export interface CutStep {
  readonly name: string;
  readonly ring: readonly Point[];
}

/** What would go wrong with a shape. Words: src/words/cutter.ts. */
export type CutProblem = { readonly name: string } & (
  | { readonly code: 'off-the-mat' }
  /** @property cloth the one it should lie on; null: none */
  | { readonly code: 'off-the-cloth'; readonly cloth: string | null }
  | { readonly code: 'across-two-cloths'; readonly cloths: readonly string[] }
  | { readonly code: 'crosses-another'; readonly other: string }
);

export interface CutRun {
  readonly shapes: readonly CutShape[];
  /** Lines in the order of cutting, holes before their outsides. */
  readonly steps: readonly CutStep[];
  /** Where the blade travels lifted, line by line. */
  readonly travels: readonly (readonly [Point, Point])[];
  readonly seconds: number;
  readonly cutMm: number;
  /** Which cloth each shape comes from. */
  readonly clothOf: ReadonlyMap<string, string>;
  readonly problems: readonly CutProblem[];
}

/** Shapes of an exported file, SVG or DXF. */
export function readCutFile(text: string): { ok: true; shapes: CutShape[] } | { ok: false; message: string } {
  if (/^\s*</.test(text)) {
    const read = readSvg(text);
    if (!read.ok) return { ok: false, message: read.message };
    return {
      ok: true,
      shapes: read.drawing.shapes.map((s, i) => ({
        name: s.label || `shape ${i + 1}`,
        region: regionOf(s.outline, ROUGH_TOLERANCE_MM),
      })),
    };
  }
  return fromDxf(text);
}

/** Where a cloth lies on the mat. */
export function clothBox(
  cloth: CutterCloth,
  mat: { widthMm: number; heightMm: number },
): { x: number; y: number; w: number; h: number } {
  const w = Math.min(cloth.widthMm, mat.widthMm);
  const h = Math.min(cloth.heightMm, mat.heightMm);
  return {
    x: cloth.at ? cloth.at.xMm : cloth.corner.endsWith('left') ? 0 : mat.widthMm - w,
    y: cloth.at ? cloth.at.yMm : cloth.corner.startsWith('upper') ? 0 : mat.heightMm - h,
    w,
    h,
  };
}

const box = (x: number, y: number, w: number, h: number): Region =>
  boxRegion({ minX: x, minY: y, maxX: x + w, maxY: y + h });
const length = (ring: readonly Point[]): number =>
  ring.reduce(
    (s, p, i) => s + Math.hypot(p.x - nth(ring, (i + 1) % ring.length).x, p.y - nth(ring, (i + 1) % ring.length).y),
    0,
  );

/** Less than this off an edge is not worth a word, mm². */
const TOO_MUCH_MM2 = 1;

/**
 * Runs a file on the simulated machine: the nearest uncut line next, holes before the outside they lie in; cuts that leave the mat or their cloth,
 * run across two cloths or into one another are reported.
 */
export function runCutter(
  shapes: readonly CutShape[],
  mat: { widthMm: number; heightMm: number },
  cloths: readonly CutterCloth[],
): CutRun {
  const matBox = box(0, 0, mat.widthMm, mat.heightMm);
  const laid = cloths.map((c) => {
    const b = clothBox(c, mat);
    return { name: c.name, region: box(b.x, b.y, b.w, b.h) };
  });
  const problems: CutProblem[] = [];
  const clothOf = new Map<string, string>();
  for (const { name, region } of shapes) {
    if (areaMm2(difference(region, matBox)) > TOO_MUCH_MM2) {
      problems.push({ code: 'off-the-mat', name });
      continue;
    }
    if (laid.length === 0) continue;
    const touched = laid.filter((c) => areaMm2(intersection(region, c.region)) > TOO_MUCH_MM2);
    if (touched.length > 1) problems.push({ code: 'across-two-cloths', name, cloths: touched.map((t) => t.name) });
    else if (touched.length === 0 || areaMm2(difference(region, nth(touched, 0).region)) > TOO_MUCH_MM2)
      problems.push({ code: 'off-the-cloth', name, cloth: touched[0]?.name ?? null });
    if (touched[0]) clothOf.set(name, touched[0].name);
  }
  for (let i = 0; i < shapes.length; i++)
    for (let j = i + 1; j < shapes.length; j++) {
      const a = boundsOf(nth(shapes, i).region);
      const b = boundsOf(nth(shapes, j).region);
      if (a.maxX < b.minX || b.maxX < a.minX || a.maxY < b.minY || b.maxY < a.minY) continue;
      if (areaMm2(intersection(nth(shapes, i).region, nth(shapes, j).region)) > TOO_MUCH_MM2)
        problems.push({ code: 'crosses-another', name: nth(shapes, i).name, other: nth(shapes, j).name });
    }
  // The nearest shape next; within a shape the small lines, its holes, first.
  const rest = shapes.map((s) => ({
    name: s.name,
    rings: [...ringsOf(s.region)].sort((a, b) => length(a) - length(b)),
  }));
  const steps: CutStep[] = [];
  const travels: [Point, Point][] = [];
  let at: Point = { x: 0, y: 0 };
  let cutMm = 0;
  let travelMm = 0;
  while (rest.length > 0) {
    let best = 0;
    let least = Number.POSITIVE_INFINITY;
    rest.forEach((s, i) => {
      const p = s.rings[0]?.[0];
      const d = p ? Math.hypot(p.x - at.x, p.y - at.y) : 0;
      if (d < least) {
        least = d;
        best = i;
      }
    });
    const shape = assertThere(rest.splice(best, 1)[0], 'one of the rest is the nearest');
    for (const ring of shape.rings) {
      const start = ring[0];
      if (!start) continue;
      travels.push([at, start]);
      travelMm += Math.hypot(start.x - at.x, start.y - at.y);
      cutMm += length(ring);
      steps.push({ name: shape.name, ring });
      at = start;
    }
  }
  return {
    shapes,
    steps,
    travels,
    cutMm,
    seconds: cutMm / CUTTER.cutMmS + travelMm / CUTTER.travelMmS + steps.length * CUTTER.liftS,
    clothOf,
    problems,
  };
}
