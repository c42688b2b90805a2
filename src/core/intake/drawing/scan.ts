import { f32, f64, i32, nth, u8 } from '../../base/lists';
import type { Point } from '../../base/shape';

/** A picture as pixels: four bytes each, red green blue alpha. */
export interface ScanPixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** The 3 × 3 matrix (row by row, last entry 1) that brings four corners to four others. */
export type Homography = readonly [number, number, number, number, number, number, number, number];

/**
 * The perspective that takes `from` to `to`, corner by corner.
 * Source: direct linear transform, eight equations for eight unknowns (Hartley & Zisserman, from memory).
 * @returns null when three corners lie on a line
 */
export function homography(from: readonly Point[], to: readonly Point[]): Homography | null {
  const rows: number[][] = [];
  for (let i = 0; i < 4; i++) {
    const { x, y } = nth(from, i);
    const { x: u, y: v } = nth(to, i);
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y, u], [0, 0, 0, x, y, 1, -v * x, -v * y, v]);
  }
  // Gaussian elimination with the largest pivot.
  for (let c = 0; c < 8; c++) {
    let pivot = c;
    for (let r = c + 1; r < 8; r++) if (Math.abs(nth(nth(rows, r), c)) > Math.abs(nth(nth(rows, pivot), c))) pivot = r;
    [rows[c], rows[pivot]] = [nth(rows, pivot), nth(rows, c)];
    const p = nth(nth(rows, c), c);
    if (Math.abs(p) < 1e-9) return null;
    for (let r = 0; r < 8; r++) {
      if (r === c) continue;
      const f = nth(nth(rows, r), c) / p;
      for (let k = c; k < 9; k++) nth(rows, r)[k] = nth(nth(rows, r), k) - f * nth(nth(rows, c), k);
    }
  }
  return rows.map((row, i) => nth(row, 8) / nth(row, i)) as unknown as Homography;
}

export const project = ([a, b, c, d, e, f, g, h]: Homography, { x, y }: Point): Point => {
  const w = g * x + h * y + 1;
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
};

/**
 * Straightens a photographed sheet: the four corners (upper left, upper right, lower right, lower left, in pixels) become a rectangle.
 * Each new pixel is mixed from its four neighbours.
 * @returns null when the corners do not span a sheet
 */
export function straighten(
  picture: ScanPixels,
  corners: readonly Point[],
  width: number,
  height: number,
): ScanPixels | null {
  const m = homography(
    [
      { x: 0, y: 0 },
      { x: width, y: 0 },
      { x: width, y: height },
      { x: 0, y: height },
    ],
    corners,
  );
  if (!m) return null;
  const data = new Uint8ClampedArray(width * height * 4);
  const { width: w, height: h, data: src } = picture;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const p = project(m, { x: x + 0.5, y: y + 0.5 });
      const sx = Math.max(0, Math.min(w - 1.001, p.x - 0.5));
      const sy = Math.max(0, Math.min(h - 1.001, p.y - 0.5));
      const x0 = Math.floor(sx);
      const y0 = Math.floor(sy);
      const fx = sx - x0;
      const fy = sy - y0;
      const x1 = Math.min(w - 1, x0 + 1);
      const y1 = Math.min(h - 1, y0 + 1);
      for (let c = 0; c < 4; c++) {
        const top = u8(src, (y0 * w + x0) * 4 + c) * (1 - fx) + u8(src, (y0 * w + x1) * 4 + c) * fx;
        const low = u8(src, (y1 * w + x0) * 4 + c) * (1 - fx) + u8(src, (y1 * w + x1) * 4 + c) * fx;
        data[(y * width + x) * 4 + c] = top * (1 - fy) + low * fy;
      }
    }
  }
  return { width, height, data };
}

/** Brightness of every pixel, 0 … 255, on white paper where the picture is see-through. Weights: ITU-R BT.601. */
export function greyOf({ width, height, data }: ScanPixels): Uint8ClampedArray {
  const grey = new Uint8ClampedArray(width * height);
  for (let i = 0; i < grey.length; i++) {
    const a = u8(data, i * 4 + 3) / 255;
    grey[i] = (0.299 * u8(data, i * 4) + 0.587 * u8(data, i * 4 + 1) + 0.114 * u8(data, i * 4 + 2)) * a + 255 * (1 - a);
  }
  return grey;
}

/** The brightness that best parts dark from light. Source: Otsu 1979, between-class variance. */
export function otsuThreshold(grey: Uint8ClampedArray): number {
  const histogram = new Float64Array(256);
  for (const g of grey) histogram[g] = f64(histogram, g) + 1;
  const total = grey.length;
  let all = 0;
  for (let i = 0; i < 256; i++) all += i * f64(histogram, i);
  let below = 0;
  let sumBelow = 0;
  let best = 128;
  let most = -1;
  for (let t = 0; t < 256; t++) {
    below += f64(histogram, t);
    if (below === 0 || below === total) continue;
    sumBelow += t * f64(histogram, t);
    const between = below * (total - below) * (sumBelow / below - (all - sumBelow) / (total - below)) ** 2;
    if (between > most) {
      most = between;
      best = t;
    }
  }
  return best;
}

/** What of a scan is wanted. */
export type WantedRegions = 'dark' | 'inside';

export interface Mask {
  readonly width: number;
  readonly height: number;
  /** For each pixel the number of its region, 0: none. */
  readonly labels: Int32Array;
  readonly count: number;
  /** How wide the lines around enclosed regions are, pixels; 0 where dark shapes themselves are wanted. */
  readonly lineWidthPx: number;
  /** The colour of each region, #rrggbb, the first being that of number 1; where colours were looked at. */
  readonly colours?: readonly string[];
}

/**
 * Cleans a scan into regions: dark shapes themselves, or the paper enclosed by dark lines. Uneven light is taken out first; specks vanish.
 * @param speckShare regions smaller than this share of the picture are specks
 */
export function regionsOfScan(picture: ScanPixels, wanted: WantedRegions, speckShare = 0.0002): Mask {
  const { width: w, height: h } = picture;
  const grey = evenLight(greyOf(picture), w, h);
  const t = otsuThreshold(grey);
  const ink = new Uint8Array(w * h);
  for (let i = 0; i < ink.length; i++) ink[i] = u8(grey, i) <= t ? 1 : 0;
  const want = wanted === 'dark' ? 1 : 0;
  const labels = new Int32Array(w * h);
  const specks = speckShare * w * h;
  let count = 0;
  const queue = new Int32Array(w * h);
  for (let start = 0; start < ink.length; start++) {
    if (labels[start] !== 0 || ink[start] !== want) continue;
    // Flood from here; paper that reaches the picture's edge is background, not enclosed.
    let head = 0;
    let tail = 0;
    let edge = false;
    queue[tail++] = start;
    labels[start] = -1;
    while (head < tail) {
      const i = i32(queue, head++);
      const x = i % w;
      if (x === 0 || x === w - 1 || i < w || i >= w * (h - 1)) edge = true;
      for (const j of [x > 0 ? i - 1 : -1, x < w - 1 ? i + 1 : -1, i - w, i + w]) {
        if (j >= 0 && j < ink.length && labels[j] === 0 && ink[j] === want) {
          labels[j] = -1;
          queue[tail++] = j;
        }
      }
    }
    const keep = tail >= specks && !(wanted === 'inside' && edge);
    if (keep) count += 1;
    const mark = keep ? count : -2;
    for (let k = 0; k < tail; k++) labels[i32(queue, k)] = mark;
  }
  for (let i = 0; i < labels.length; i++) if (i32(labels, i) < 0) labels[i] = 0;
  return { width: w, height: h, labels, count, lineWidthPx: wanted === 'inside' ? lineWidth(ink, w, h) : 0 };
}

/**
 * How wide lines are drawn, pixels: of every ink pixel the shortest run through it along and across and on both diagonals; the middle of all.
 * 0 when that is no line's width but a dark area's.
 */
function lineWidth(ink: Uint8Array, w: number, h: number): number {
  const shortest = new Float32Array(w * h).fill(Number.POSITIVE_INFINITY);
  const runs = (starts: readonly number[], step: number, length: (start: number) => number, unit: number): void => {
    for (const start of starts) {
      const n = length(start);
      for (let k = 0; k < n; ) {
        if (ink[start + k * step] !== 1) {
          k += 1;
          continue;
        }
        let end = k;
        while (end < n && ink[start + end * step] === 1) end += 1;
        for (let m = k; m < end; m++) {
          const i = start + m * step;
          shortest[i] = Math.min(f32(shortest, i), (end - k) * unit);
        }
        k = end;
      }
    }
  };
  const firstRow = Array.from({ length: w }, (_, x) => x);
  const firstColumn = Array.from({ length: h }, (_, y) => y * w);
  const lastColumn = Array.from({ length: h }, (_, y) => y * w + w - 1);
  const down = (start: number): number => h - Math.floor(start / w);
  runs(firstColumn, 1, () => w, 1);
  runs(firstRow, w, () => h, 1);
  runs([...firstRow, ...firstColumn.slice(1)], w + 1, (s) => Math.min(w - (s % w), down(s)), Math.SQRT2);
  runs([...firstRow, ...lastColumn.slice(1)], w - 1, (s) => Math.min((s % w) + 1, down(s)), Math.SQRT2);
  const widths = shortest.filter((r) => r < Number.POSITIVE_INFINITY).sort();
  const middle = widths[widths.length >> 1] ?? 0;
  return middle > MOST_LINE_SHARE * Math.max(w, h) ? 0 : middle;
}
/** No pen draws wider than this share of a sheet. Estimated. */
const MOST_LINE_SHARE = 0.03;

/** Takes out slow shading (a photo's lamp, a page's fold): each tile's bright level becomes white. */
function evenLight(grey: Uint8ClampedArray, w: number, h: number): Uint8ClampedArray {
  const tile = Math.max(16, Math.round(Math.max(w, h) / 12));
  const columns = Math.ceil(w / tile);
  const rows = Math.ceil(h / tile);
  const paper = new Float64Array(columns * rows);
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      const values: number[] = [];
      for (let y = r * tile; y < Math.min(h, (r + 1) * tile); y += 3)
        for (let x = c * tile; x < Math.min(w, (c + 1) * tile); x += 3) values.push(u8(grey, y * w + x));
      values.sort((a, b) => a - b);
      paper[r * columns + c] = values[Math.floor(values.length * 0.9)] ?? 255;
    }
  const overall = Math.max(...paper);
  // A tile that is dark all over is a shape, not shade.
  for (let i = 0; i < paper.length; i++) if (f64(paper, i) < overall * 0.6) paper[i] = overall;
  const at = (c: number, r: number): number =>
    f64(paper, Math.max(0, Math.min(rows - 1, r)) * columns + Math.max(0, Math.min(columns - 1, c)));
  const out = new Uint8ClampedArray(grey.length);
  for (let y = 0; y < h; y++) {
    const ry = y / tile - 0.5;
    const r = Math.floor(ry);
    const fy = ry - r;
    for (let x = 0; x < w; x++) {
      const cx = x / tile - 0.5;
      const c = Math.floor(cx);
      const fx = cx - c;
      const level =
        (at(c, r) * (1 - fx) + at(c + 1, r) * fx) * (1 - fy) + (at(c, r + 1) * (1 - fx) + at(c + 1, r + 1) * fx) * fy;
      out[y * w + x] = Math.min(255, (u8(grey, y * w + x) / level) * 255);
    }
  }
  return out;
}
