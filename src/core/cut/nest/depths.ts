import { f32, f64 } from '../../base/lists';
import { HEAD, type NoFit } from './nofit';

/**
 * How far an offset lies from the edge of a no-fit polygon, mm: below 0 inside, above 0 outside, there at most `far`.
 * Of a union of convex polygons, the least over polygons of the greatest over edges: inside it is the depth, outside at most the distance.
 */
export function signedDepth(nofit: NoFit, x: number, y: number, far: number): number {
  let least = far;
  for (let at = 0; at < nofit.length; ) {
    const next = at + HEAD + 3 * f64(nofit, at);
    if (
      x > f64(nofit, at + 1) - least &&
      y > f64(nofit, at + 2) - least &&
      x < f64(nofit, at + 3) + least &&
      y < f64(nofit, at + 4) + least
    ) {
      let most = Number.NEGATIVE_INFINITY;
      for (let k = at + HEAD; k < next; k += 3) {
        const d = f64(nofit, k) * x + f64(nofit, k + 1) * y - f64(nofit, k + 2);
        if (d > most) {
          most = d;
          if (most >= least) break;
        }
      }
      if (most < least) least = most;
    }
    at = next;
  }
  return least;
}

/**
 * The signed depth of one no-fit polygon on a grid, filled in where it is asked for and interpolated between.
 * It is ten times as quick as the polygon itself and off by a share of a cell at creases; the search uses it to look around, never to decide.
 * It does not hold on to the polygon, which is far larger and may be forgotten meanwhile.
 */
export class DepthGrid {
  private readonly values: Float32Array;
  private readonly x0: number;
  private readonly y0: number;
  private readonly perMm: number;
  private readonly cellMm: number;
  /** Nodes worked out so far. */
  filled = 0;

  /** @param cells along each side */
  constructor(
    nofit: NoFit,
    private readonly cells: number,
  ) {
    let minX = Number.POSITIVE_INFINITY;
    let minY = Number.POSITIVE_INFINITY;
    let maxX = Number.NEGATIVE_INFINITY;
    let maxY = Number.NEGATIVE_INFINITY;
    for (let at = 0; at < nofit.length; at += HEAD + 3 * f64(nofit, at)) {
      minX = Math.min(minX, f64(nofit, at + 1));
      minY = Math.min(minY, f64(nofit, at + 2));
      maxX = Math.max(maxX, f64(nofit, at + 3));
      maxY = Math.max(maxY, f64(nofit, at + 4));
    }
    this.x0 = minX;
    this.y0 = minY;
    this.cellMm = Math.max(1e-3, (Math.max(maxX - minX, maxY - minY) / cells) * (1 + 1e-9));
    this.perMm = 1 / this.cellMm;
    this.values = new Float32Array((cells + 1) * (cells + 1)).fill(Number.NaN);
  }

  private node(nofit: NoFit, k: number): void {
    if (!Number.isNaN(f32(this.values, k))) return;
    const row = this.cells + 1;
    this.values[k] = signedDepth(
      nofit,
      this.x0 + (k % row) * this.cellMm,
      this.y0 + Math.floor(k / row) * this.cellMm,
      2 * this.cellMm,
    );
    this.filled += 1;
  }

  /** Works out what {@link depth} lacks at an offset. */
  fill(nofit: NoFit, x: number, y: number): void {
    const row = this.cells + 1;
    const k = Math.floor((y - this.y0) * this.perMm) * row + Math.floor((x - this.x0) * this.perMm);
    for (const node of [k, k + 1, k + row, k + row + 1]) this.node(nofit, node);
  }

  /** About how deep an offset lies inside, mm; 0 outside; not a number where it has to be filled in first. */
  depth(x: number, y: number): number {
    const u = (x - this.x0) * this.perMm;
    const v = (y - this.y0) * this.perMm;
    const n = this.cells;
    if (!(u > 0 && v > 0 && u < n && v < n)) return 0;
    const i = Math.floor(u);
    const j = Math.floor(v);
    const k = j * (n + 1) + i;
    const { values } = this;
    const s = u - i;
    const t = v - j;
    const top = f32(values, k) + (f32(values, k + 1) - f32(values, k)) * s;
    const bottom = f32(values, k + n + 1) + (f32(values, k + n + 2) - f32(values, k + n + 1)) * s;
    const value = top + (bottom - top) * t;
    return value >= 0 ? 0 : -value;
  }
}
