import { i32, nth, u8 } from '../../base/lists';
import type { Mask, ScanPixels } from './scan';

/** A colour in OKLab, where distances are about even to the eye. */
export type Lab = readonly [number, number, number];

/** Two colours nearer than this are one fabric, in OKLab. Estimated: felt-tip strokes of one pen vary by about half of it. */
const SAME = 0.085;
/** A pixel that is this far from every colour found goes to none, in OKLab: it is a blend on an edge. */
const FAR = 0.16;
/** More colours than this are shading, no drawing of areas. */
const MOST_COLOURS = 24;
/** A colour that covers less than this share of the picture is none of its areas. */
const LEAST_SHARE = 0.0008;
/** Lines between areas are about as dark as this, OKLab lightness, and as grey as this. */
const LINE = { lightness: 0.45, chroma: 0.06 } as const;

const linear = Float64Array.from({ length: 256 }, (_, v) => {
  const s = v / 255;
  return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
});
const lin = (v: number): number => linear[v] ?? 0;

/** sRGB bytes to OKLab. Source: Ottosson 2020, from memory. */
export function labOf(r: number, g: number, b: number): Lab {
  const [x, y, z] = [lin(r), lin(g), lin(b)];
  const l = Math.cbrt(0.4122214708 * x + 0.5363325363 * y + 0.0514459929 * z);
  const m = Math.cbrt(0.2119034982 * x + 0.6806995451 * y + 0.1073969566 * z);
  const s = Math.cbrt(0.0883024619 * x + 0.2817188376 * y + 0.6299787005 * z);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}
export const apart = (a: Lab, b: Lab): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

export interface Colour {
  readonly lab: Lab;
  readonly rgb: readonly [number, number, number];
  readonly count: number;
}

/** The colours of a picture, most frequent first: counted in small cubes, near ones put together. */
export function coloursOf({ width, height, data }: ScanPixels): Colour[] {
  const cubes = new Map<number, { n: number; r: number; g: number; b: number }>();
  for (let i = 0; i < width * height; i++) {
    const [r, g, b] = [u8(data, i * 4), u8(data, i * 4 + 1), u8(data, i * 4 + 2)];
    const key = ((r >> 4) << 8) | ((g >> 4) << 4) | (b >> 4);
    const cube = cubes.get(key);
    if (cube) {
      cube.n += 1;
      cube.r += r;
      cube.g += g;
      cube.b += b;
    } else cubes.set(key, { n: 1, r, g, b });
  }
  const found: { lab: Lab; rgb: [number, number, number]; count: number }[] = [];
  for (const { n, r, g, b } of [...cubes.values()].sort((p, q) => q.n - p.n)) {
    const rgb: [number, number, number] = [Math.round(r / n), Math.round(g / n), Math.round(b / n)];
    const lab = labOf(...rgb);
    const near = found.find((c) => apart(c.lab, lab) < SAME);
    if (near) near.count += n;
    else if (found.length < 4 * MOST_COLOURS) found.push({ lab, rgb, count: n });
  }
  return found.filter((c) => c.count >= LEAST_SHARE * width * height).slice(0, MOST_COLOURS);
}

/** Each pixel by its colour's number; −1 where it is far from all. */
function byColour({ width, height, data }: ScanPixels, colours: readonly Colour[]): Int32Array {
  const of = new Int32Array(width * height);
  const known = new Map<number, number>();
  for (let i = 0; i < of.length; i++) {
    const [r, g, b] = [u8(data, i * 4), u8(data, i * 4 + 1), u8(data, i * 4 + 2)];
    const key = ((r >> 2) << 12) | ((g >> 2) << 6) | (b >> 2);
    let best = known.get(key);
    if (best === undefined) {
      best = -1;
      let least = FAR;
      const lab = labOf(r, g, b);
      colours.forEach((c, k) => {
        const d = apart(c.lab, lab);
        if (d < least) {
          least = d;
          best = k;
        }
      });
      known.set(key, best);
    }
    of[i] = best;
  }
  return of;
}

/** Pixels of a line, or of a blend between two colours, go to whatever area is nearest: what was coloured in meets there. */
function grown(of: Int32Array, width: number, height: number): void {
  const queue = new Int32Array(of.length);
  let tail = 0;
  for (let i = 0; i < of.length; i++) if (i32(of, i) >= 0) queue[tail++] = i;
  for (let head = 0; head < tail; head++) {
    const i = i32(queue, head);
    const x = i % width;
    for (const j of [x > 0 ? i - 1 : -1, x < width - 1 ? i + 1 : -1, i - width, i + width])
      if (j >= 0 && j < width * height && of[j] === -1) {
        of[j] = i32(of, i);
        queue[tail++] = j;
      }
  }
}

/** How much of an area is near its edge: a colour all of whose pixels are is a line's. */
function isLine(of: Int32Array, k: number, width: number, height: number): boolean {
  const reach = Math.max(2, Math.round(0.006 * Math.max(width, height)));
  let inside = 0;
  let all = 0;
  for (let y = reach; y < height - reach; y += 2)
    for (let x = reach; x < width - reach; x += 2) {
      const i = y * width + x;
      if (of[i] !== k) continue;
      all += 1;
      if (of[i - reach] === k && of[i + reach] === k && of[i - reach * width] === k && of[i + reach * width] === k)
        inside += 1;
    }
  return all > 0 && inside < 0.06 * all;
}

const hex = (rgb: readonly number[]): string => `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`;

/**
 * The coloured areas of a drawing: each connected area of one colour is a region, those that meet the picture's edge in its paper's colour aside.
 * Dark lines drawn between areas belong to none: the areas on either side meet in their middle.
 * @param speckShare areas smaller than this share of the picture are specks; they go to what lies around them
 */
export function colouredAreas(picture: ScanPixels, speckShare: number): Mask {
  const { width: w, height: h } = picture;
  const colours = coloursOf(picture);
  const of = byColour(picture, colours);
  // The paper: what most of the rim is.
  const rim = new Map<number, number>();
  const count = (i: number): void => void rim.set(i32(of, i), (rim.get(i32(of, i)) ?? 0) + 1);
  for (let x = 0; x < w; x++) {
    count(x);
    count((h - 1) * w + x);
  }
  for (let y = 0; y < h; y++) {
    count(y * w);
    count(y * w + w - 1);
  }
  const paper = [...rim].filter(([k]) => k >= 0).reduce((a, b) => (b[1] > a[1] ? b : a), [-1, 0])[0];
  colours.forEach((c, k) => {
    const dark = c.lab[0] < LINE.lightness && Math.hypot(c.lab[1], c.lab[2]) < LINE.chroma;
    if (k !== paper && dark && isLine(of, k, w, h)) for (let i = 0; i < of.length; i++) if (of[i] === k) of[i] = -1;
  });
  grown(of, w, h);

  const labels = new Int32Array(w * h);
  const specks = speckShare * w * h;
  const queue = new Int32Array(w * h);
  const found: string[] = [];
  for (let pass = 0; pass < 2; pass++) {
    labels.fill(0);
    found.length = 0;
    let crumbs = 0;
    for (let start = 0; start < of.length; start++) {
      const k = i32(of, start);
      if (labels[start] !== 0 || k < 0) continue;
      let tail = 0;
      let edge = false;
      queue[tail++] = start;
      labels[start] = -1;
      for (let head = 0; head < tail; head++) {
        const i = i32(queue, head);
        const x = i % w;
        if (x === 0 || x === w - 1 || i < w || i >= w * (h - 1)) edge = true;
        for (const j of [x > 0 ? i - 1 : -1, x < w - 1 ? i + 1 : -1, i - w, i + w])
          if (j >= 0 && j < of.length && labels[j] === 0 && of[j] === k) {
            labels[j] = -1;
            queue[tail++] = j;
          }
      }
      const speck = tail < specks;
      const keep = !speck && !(k === paper && edge);
      if (keep) found.push(hex(nth(colours, k).rgb));
      for (let q = 0; q < tail; q++) {
        labels[i32(queue, q)] = keep ? found.length : -2;
        if (speck && pass === 0) of[i32(queue, q)] = -1;
      }
      if (speck) crumbs += 1;
    }
    if (pass === 0) {
      if (crumbs === 0) break;
      grown(of, w, h);
    }
  }
  for (let i = 0; i < labels.length; i++) if (i32(labels, i) < 0) labels[i] = 0;
  return { width: w, height: h, labels, count: found.length, lineWidthPx: 0, colours: found };
}
