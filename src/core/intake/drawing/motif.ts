import { i32, nth, u8 } from '../../base/lists';
import {
  areaMm2,
  boundsOf,
  isInside,
  offset,
  type Point,
  plainArea,
  printRegion,
  type Region,
  regionOf,
  withoutHoles,
} from '../../base/shape';
import { apart, coloursOf, labOf } from './colours';
import type { ScanPixels } from './scan';
import { traceRegions } from './trace';

/** What is to be cut from a print, pixels and mm. */
export interface MotifWish {
  readonly pixels: ScanPixels;
  readonly mmPerPixel: number;
  /** A tap on the motif, or a loop drawn round it. */
  readonly pick: { readonly at: Point } | { readonly loop: readonly Point[] };
  /** How far from the print's own ground a colour has to be, 0 … 1. */
  readonly tolerance: number;
  /** Cut so far outside the motif. */
  readonly marginMm: number;
  /** Notches narrower than twice this are closed, and spurs as thin are cut off. */
  readonly smoothMm: number;
  /** Holes of the motif are cut too. */
  readonly holes: boolean;
}

export type MotifResult =
  | {
      readonly ok: true;
      /** Path data, mm from the photo's upper left corner. */
      readonly outline: string;
      readonly areaMm2: number;
      /** How many motifs like it the photo shows, itself among them; estimated by size. */
      readonly alike: number;
    }
  | { readonly ok: false; readonly message: string };

/** Distances in OKLab that the tolerance runs over. Estimated. */
const APART = { from: 0.03, to: 0.22 } as const;
/** A tap this near to the motif means it, pixels. */
const TAP_PX = 8;
/** Gaps in a motif up to about this many pixels do not part it. */
const BRIDGE_PX = 2;
/** Less than this many pixels is a speck, as a share of the photo. */
const SPECK_SHARE = 0.0003;
/** Motifs are alike when their areas and their boxes differ by less. Estimated. */
const ALIKE_SHARE = 0.2;
/** Figure that fills less than this of a loop is none: then the loop itself is cut. */
const LOOP_SHARE = 0.05;

/** What is not the print's own ground, its most frequent colour; gaps of a pixel or two closed. */
function figureOf(pixels: ScanPixels, tolerance: number): Uint8Array {
  const { width: w, height: h, data } = pixels;
  const ground = coloursOf(pixels)[0];
  const most = APART.from + (APART.to - APART.from) * tolerance;
  const figure = new Uint8Array(w * h);
  if (!ground) return figure;
  const known = new Map<number, 0 | 1>();
  for (let i = 0; i < figure.length; i++) {
    const [r, g, b] = [u8(data, i * 4), u8(data, i * 4 + 1), u8(data, i * 4 + 2)];
    const key = ((r >> 2) << 12) | ((g >> 2) << 6) | (b >> 2);
    let on = known.get(key);
    if (on === undefined) {
      on = apart(labOf(r, g, b), ground.lab) > most ? 1 : 0;
      known.set(key, on);
    }
    figure[i] = on;
  }
  // Grown and shrunk again along both ways.
  const spread = (from: Uint8Array, value: 0 | 1): Uint8Array => {
    let now = from;
    for (const step of [1, w]) {
      const next = now.slice();
      for (let i = 0; i < now.length; i++) {
        if (u8(now, i) !== value) continue;
        const at = step === 1 ? i % w : Math.floor(i / w);
        const end = step === 1 ? w : h;
        for (let d = 1; d <= BRIDGE_PX; d++) {
          if (at - d >= 0) next[i - d * step] = value;
          if (at + d < end) next[i + d * step] = value;
        }
      }
      now = next;
    }
    return now;
  };
  return spread(spread(figure, 1), 0);
}

interface Part {
  readonly pixels: number;
  readonly w: number;
  readonly h: number;
}

/** Connected parts of the figure: each pixel's number from 1, 0 for none, and each part's size. */
function partsOf(figure: Uint8Array, w: number): { labels: Int32Array; parts: Part[] } {
  const labels = new Int32Array(figure.length);
  const queue = new Int32Array(figure.length);
  const parts: Part[] = [];
  for (let start = 0; start < figure.length; start++) {
    if (u8(figure, start) === 0 || labels[start] !== 0) continue;
    const label = parts.length + 1;
    let [x0, x1, y0, y1] = [w, 0, figure.length, 0];
    let tail = 0;
    queue[tail++] = start;
    labels[start] = label;
    for (let head = 0; head < tail; head++) {
      const i = i32(queue, head);
      const x = i % w;
      const y = Math.floor(i / w);
      x0 = Math.min(x0, x);
      x1 = Math.max(x1, x);
      y0 = Math.min(y0, y);
      y1 = Math.max(y1, y);
      for (const j of [x > 0 ? i - 1 : -1, x < w - 1 ? i + 1 : -1, i - w, i + w])
        if (j >= 0 && j < figure.length && labels[j] === 0 && u8(figure, j) === 1) {
          labels[j] = label;
          queue[tail++] = j;
        }
    }
    parts.push({ pixels: tail, w: x1 - x0 + 1, h: y1 - y0 + 1 });
  }
  return { labels, parts };
}

/** The number of the part at or near a tap; 0 for none. */
function partAt(labels: Int32Array, w: number, h: number, at: Point): number {
  const [x, y] = [Math.round(at.x), Math.round(at.y)];
  let best = 0;
  let least = TAP_PX ** 2 + 1;
  for (let dy = -TAP_PX; dy <= TAP_PX; dy++)
    for (let dx = -TAP_PX; dx <= TAP_PX; dx++) {
      const [px, py] = [x + dx, y + dy];
      if (px < 0 || py < 0 || px >= w || py >= h) continue;
      const label = i32(labels, py * w + px);
      const d = dx * dx + dy * dy;
      if (label > 0 && d < least) {
        least = d;
        best = label;
      }
    }
  return best;
}

const like = (a: number, b: number): boolean => Math.abs(a - b) <= ALIKE_SHARE * Math.max(a, b);

/** Closes notches and cuts off spurs narrower than twice a distance, corners round. */
function calmed(region: Region, byMm: number): Region {
  if (byMm <= 0) return region;
  const closed = offset(offset(region, byMm), -byMm);
  const opened = offset(offset(closed, -byMm), byMm);
  // A motif that is thin all over stays as it is.
  return opened.length > 0 ? opened : closed;
}

/**
 * The outline of a motif in a photo of a print: what stands out from the print's own ground where it was tapped, or within a loop.
 * Never throws.
 */
export function cutMotif({ pixels, mmPerPixel, pick, tolerance, marginMm, smoothMm, holes }: MotifWish): MotifResult {
  const { width: w, height: h } = pixels;
  const { labels, parts } = partsOf(figureOf(pixels, tolerance), w);
  const mask = new Int32Array(w * h);
  let alike = 1;
  if ('at' in pick) {
    const label = partAt(labels, w, h, pick.at);
    const part = label > 0 ? parts[label - 1] : undefined;
    if (!part)
      return {
        ok: false,
        message: 'That is the background of the print. Tap the motif itself, or draw a loop round it.',
      };
    if (part.pixels < SPECK_SHARE * w * h)
      return { ok: false, message: 'That is only a speck. Tap a larger part, or draw a loop round all of it.' };
    for (let i = 0; i < mask.length; i++) if (i32(labels, i) === label) mask[i] = 1;
    alike = parts.filter((p) => like(p.pixels, part.pixels) && like(p.w, part.w) && like(p.h, part.h)).length;
  } else {
    const loop: Region = [plainArea(pick.loop)];
    const b = boundsOf(loop);
    let inside = 0;
    let figure = 0;
    for (let y = Math.max(0, Math.floor(b.minY)); y < Math.min(h, b.maxY); y++)
      for (let x = Math.max(0, Math.floor(b.minX)); x < Math.min(w, b.maxX); x++) {
        if (!isInside(loop, { x: x + 0.5, y: y + 0.5 })) continue;
        inside += 1;
        if (i32(labels, y * w + x) > 0) {
          figure += 1;
          mask[y * w + x] = 1;
        } else mask[y * w + x] = 2;
      }
    if (inside < SPECK_SHARE * w * h)
      return { ok: false, message: 'The loop is too small. Draw it all the way round the motif.' };
    // Nothing stands out in it: the print covers its ground, and the loop itself is the motif.
    const whole = figure < LOOP_SHARE * inside;
    for (let i = 0; i < mask.length; i++) if (i32(mask, i) === 2) mask[i] = whole ? 1 : 0;
  }
  const traced = traceRegions({ width: w, height: h, labels: mask, count: 1, lineWidthPx: 0 }, mmPerPixel, 0.5)[0];
  if (!traced) return { ok: false, message: 'No outline was found there. Try a loop round it.' };
  const drawn = regionOf(traced.outline);
  const solid = holes ? drawn : withoutHoles(drawn);
  const calm = calmed(solid, smoothMm);
  const grown = marginMm > 0 ? offset(calm, marginMm) : calm;
  const region = holes ? grown : withoutHoles(grown);
  if (region.length === 0)
    return { ok: false, message: 'Nothing is left of it so smooth. Iron out less, or draw a loop round it.' };
  // One piece of cloth: the largest of what hangs together.
  const piece = region.reduce((a, b) => (areaMm2([b]) > areaMm2([a]) ? b : a), nth(region, 0));
  return { ok: true, outline: printRegion([piece], 2), areaMm2: areaMm2([piece]), alike };
}

/** How many motifs a stock of cloth yields, by how many a photo of it shows; estimated, whole ones only. */
export const yieldOf = (alike: number, photoMm2: number, stockMm2: number): number =>
  photoMm2 > 0 ? Math.floor((alike * stockMm2) / photoMm2) : 0;
