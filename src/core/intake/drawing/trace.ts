import ImageTracer from 'imagetracerjs';
import { i32, nth } from '../../base/lists';
import {
  areaMm2,
  boundsOf,
  fromNonZero,
  normalise,
  offset,
  type Point,
  printRegion,
  type Ring,
  type Rings,
} from '../../base/shape';
import type { Mask } from './scan';

export interface TracedRegion {
  /** Path data, mm, from the picture's upper left corner. */
  readonly outline: string;
  readonly areaMm2: number;
  /** #rrggbb; null where colours were not looked at. */
  readonly colour: string | null;
}

/**
 * Outlines of a scan's regions, smoothed, in mm; largest first.
 * The tracer finds each region's boundary with its curves; wobbles of a pixel or two are ironed out by `smooth`.
 * What lines enclose is made as large as the middle of its line: that is where scissors go.
 * @param mmPerPixel scale of the picture
 * @param smooth 0 (follow the pixels) … 1 (calm lines)
 * @param onProgress called with the share done, 0 … 1
 */
export function traceRegions(
  mask: Mask,
  mmPerPixel: number,
  smooth: number,
  onProgress: (share: number) => void = () => undefined,
): TracedRegion[] {
  const { width, height, labels, count } = mask;
  const boxes = Array.from({ length: count + 1 }, () => ({ x0: width, y0: height, x1: -1, y1: -1 }));
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const box = nth(boxes, i32(labels, y * width + x));
      if (x < box.x0) box.x0 = x;
      if (x > box.x1) box.x1 = x;
      if (y < box.y0) box.y0 = y;
      if (y > box.y1) box.y1 = y;
    }
  const traced: TracedRegion[] = [];
  for (let label = 1; label <= count; label++) {
    const box = nth(boxes, label);
    const w = box.x1 - box.x0 + 5;
    const h = box.y1 - box.y0 + 5;
    const data = new Uint8ClampedArray(w * h * 4).fill(255);
    for (let y = box.y0; y <= box.y1; y++)
      for (let x = box.x0; x <= box.x1; x++)
        if (labels[y * width + x] === label) {
          const i = ((y - box.y0 + 2) * w + (x - box.x0 + 2)) * 4;
          data[i] = data[i + 1] = data[i + 2] = 0;
        }
    const result = ImageTracer.imagedataToTracedata({ width: w, height: h, data } as ImageData, {
      pal: [
        { r: 0, g: 0, b: 0, a: 255 },
        { r: 255, g: 255, b: 255, a: 255 },
      ],
      colorsampling: 0,
      colorquantcycles: 1,
      ltres: 0.4 + smooth * 1.2,
      qtres: 0.4 + smooth * 1.2,
      pathomit: 8,
      rightangleenhance: smooth < 0.3,
    }) as unknown as TraceData;
    const rings = (result.layers[0] ?? []).map((path) => ringOf(path.segments));
    const shift = (p: Point): Point => ({ x: (p.x + box.x0 - 2) * mmPerPixel, y: (p.y + box.y0 - 2) * mmPerPixel });
    const drawn: Rings = rings.filter((r) => r.length > 2).map((r) => r.map(shift));
    // The tracer tells holes apart itself; even-odd does the same for nested rings.
    const found = drawn.length === 1 ? fromNonZero(drawn) : normalise(drawn);
    const halfLineMm = (mask.lineWidthPx / 2) * mmPerPixel;
    const clean = halfLineMm > 0 ? offset(found, halfLineMm, 'miter') : found;
    const area = areaMm2(clean);
    const b = boundsOf(clean);
    if (area > 0 && b.maxX > b.minX)
      traced.push({ outline: printRegion(clean, 2), areaMm2: area, colour: mask.colours?.[label - 1] ?? null });
    onProgress(label / count);
  }
  return traced.sort((a, b) => b.areaMm2 - a.areaMm2);
}

interface TraceSegment {
  readonly type: 'L' | 'Q';
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly x3?: number;
  readonly y3?: number;
}
interface TraceData {
  readonly layers: readonly { readonly segments: readonly TraceSegment[] }[][];
}

/** A traced path as points; each quadratic curve in enough steps for a pixel's fifth. */
function ringOf(segments: readonly TraceSegment[]): Ring {
  const ring: Point[] = [];
  for (const s of segments) {
    ring.push({ x: s.x1, y: s.y1 });
    if (s.type !== 'Q' || s.x3 === undefined || s.y3 === undefined) continue;
    const bend = Math.hypot(s.x1 - 2 * s.x2 + s.x3, s.y1 - 2 * s.y2 + s.y3);
    const steps = Math.max(1, Math.min(24, Math.ceil(Math.sqrt(bend / 0.8))));
    for (let i = 1; i < steps; i++) {
      const t = i / steps;
      const u = 1 - t;
      ring.push({
        x: u * u * s.x1 + 2 * u * t * s.x2 + t * t * s.x3,
        y: u * u * s.y1 + 2 * u * t * s.y2 + t * t * s.y3,
      });
    }
  }
  return ring;
}
