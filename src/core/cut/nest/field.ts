import { f32, f64, i16, nth } from '../../base/lists';
import { DepthGrid } from './depths';
import { depthIn, freeWay, HEAD, type NoFit, noFitOf, wayOut } from './nofit';
import type { Prepared } from './part';

/** Deeper than this counts as an overlap, mm: far less than any blade is true to. */
export const TOUCH_MM = 0.004;

/** No-fit polygons are kept up to so many numbers (8 bytes each), then forgotten all at once. */
const KEEP_NUMBERS = 9_000_000;

/** Depth grids hold so many numbers (4 bytes each), then they are forgotten all at once; their fineness follows from it, within these numbers of cells. */
const GRID = { numbers: 12_000_000, most: 20, least: 10 } as const;

/** What each kind of work costs, in about microseconds: measured once. */
const WORK = {
  place: 0.15,
  part: 0.004,
  pair: 0.06,
  number: 0.0006,
  make: 0.012,
  near: 0.04,
  node: 0.6,
  grid: 0.0008,
} as const;

/**
 * Parts on a strip or sheet, each with place and turn: what overlaps what, and by how much.
 * Turns are whole steps of a full circle; pairs look up their no-fit polygon by the difference of their turns, so one serves all.
 */
export class Field {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly step: Int16Array;
  /** Whether a part takes part; those that do not are not in the way. */
  readonly laid: Uint8Array;
  /** Whether a part stays where it is. */
  readonly locked: Uint8Array;
  /** Whether a part is what is missing of a scrap rather than a part. */
  readonly void: Uint8Array;
  /** Boxes of grown parts where they lie. */
  private readonly minX: Float64Array;
  private readonly minY: Float64Array;
  private readonly maxX: Float64Array;
  private readonly maxY: Float64Array;
  private readonly cos: Float64Array;
  private readonly sin: Float64Array;
  private nofits: (NoFit | undefined)[][];
  private kept = 0;
  private grids = new Map<number, DepthGrid>();
  private readonly cells: number;
  /** Work done so far, about a microsecond each on a middling machine; counted, not timed, so that it is the same everywhere. */
  work = 0;

  /**
   * @param shapes distinct shapes @param items for each part, its shape @param steps turns in a circle
   * @param allowed for each part, the turns it may take
   */
  constructor(
    readonly shapes: readonly Prepared[],
    readonly items: readonly number[],
    readonly steps: number,
    readonly allowed: readonly (readonly number[])[],
    /** The room for grown parts. Its length may change. */
    readonly room: { minX: number; minY: number; maxX: number; maxY: number },
    /** Share of the memory that is kept for what was worked out. */
    private readonly memory = 1,
  ) {
    const n = items.length;
    this.x = new Float64Array(n);
    this.y = new Float64Array(n);
    this.step = new Int16Array(n);
    this.laid = new Uint8Array(n);
    this.locked = new Uint8Array(n);
    this.void = new Uint8Array(n);
    this.minX = new Float64Array(n);
    this.minY = new Float64Array(n);
    this.maxX = new Float64Array(n);
    this.maxY = new Float64Array(n);
    this.cos = Float64Array.from({ length: steps }, (_, s) => Math.cos((2 * Math.PI * s) / steps));
    this.sin = Float64Array.from({ length: steps }, (_, s) => Math.sin((2 * Math.PI * s) / steps));
    this.nofits = this.noNoFits();
    const pairs = (shapes.length * (shapes.length + 1) * steps) / 2;
    this.cells = Math.max(GRID.least, Math.min(GRID.most, Math.floor(Math.sqrt((GRID.numbers * memory) / pairs)) - 1));
  }

  private noNoFits(): (NoFit | undefined)[][] {
    return Array.from({ length: this.shapes.length * this.shapes.length }, () => []);
  }

  private noFit(stays: number, moves: number, step: number): NoFit {
    const row = nth(this.nofits, stays * this.shapes.length + moves);
    let nofit = row[step];
    if (!nofit) {
      nofit = noFitOf(nth(this.shapes, stays).stays, nth(this.shapes, moves).movesAt(step));
      this.kept += nofit.length;
      this.work += WORK.make * nofit.length;
      if (this.kept > KEEP_NUMBERS * this.memory) {
        this.nofits = this.noNoFits();
        this.kept = nofit.length;
        nth(this.nofits, stays * this.shapes.length + moves)[step] = nofit;
      } else row[step] = nofit;
    }
    return nofit;
  }

  box(item: number, step: number): { minX: number; minY: number; maxX: number; maxY: number } {
    return nth(this.shapes, nth(this.items, item)).boxAt(step);
  }

  put(item: number, x: number, y: number, step: number): void {
    const b = this.box(item, step);
    this.x[item] = x;
    this.y[item] = y;
    this.step[item] = step;
    this.laid[item] = 1;
    this.minX[item] = x + b.minX;
    this.minY[item] = y + b.minY;
    this.maxX[item] = x + b.maxX;
    this.maxY[item] = y + b.maxY;
  }

  take(item: number): void {
    this.laid[item] = 0;
  }

  /** How deep part i, were it at this place, would lie in part j. */
  depth(i: number, x: number, y: number, step: number, j: number): number {
    const sj = i16(this.step, j);
    const nofit = this.noFit(nth(this.items, j), nth(this.items, i), (step - sj + this.steps) % this.steps);
    this.work += WORK.pair + WORK.number * nofit.length;
    const dx = x - f64(this.x, j);
    const dy = y - f64(this.y, j);
    const c = f64(this.cos, sj);
    const s = f64(this.sin, sj);
    return depthIn(nofit, c * dx + s * dy, c * dy - s * dx);
  }

  /** About the same as {@link depth}, ten times as quick: from a grid of the pair's depths. */
  near(i: number, x: number, y: number, step: number, j: number): number {
    // One grid serves both ways round: seen from the part with the smaller shape number.
    let stays = nth(this.items, j);
    let moves = nth(this.items, i);
    let turn = i16(this.step, j);
    let rel = step - turn;
    let dx = x - f64(this.x, j);
    let dy = y - f64(this.y, j);
    if (moves < stays) {
      [stays, moves] = [moves, stays];
      turn = step;
      rel = -rel;
      dx = -dx;
      dy = -dy;
    }
    if (rel < 0) rel += this.steps;
    const at = (stays * this.shapes.length + moves) * this.steps + rel;
    let grid = this.grids.get(at);
    if (!grid) {
      if (this.grids.size * (this.cells + 1) ** 2 > GRID.numbers * this.memory) this.grids.clear();
      grid = new DepthGrid(this.noFit(stays, moves, rel), this.cells);
      this.grids.set(at, grid);
      this.work += WORK.grid * this.cells * this.cells;
    }
    const c = f64(this.cos, turn);
    const s = f64(this.sin, turn);
    const px = c * dx + s * dy;
    const py = c * dy - s * dx;
    this.work += WORK.near;
    let depth = grid.depth(px, py);
    if (Number.isNaN(depth)) {
      const before = grid.filled;
      grid.fill(this.noFit(stays, moves, rel), px, py);
      this.work += (grid.filled - before) * WORK.node;
      depth = grid.depth(px, py);
    }
    return depth;
  }

  private readonly out = new Float64Array(3);
  /** The shortest way of part i out of part j, where both lie: direction and length; null when they do not overlap. The array is used again. */
  wayOut(i: number, j: number): Float64Array | null {
    if (
      f64(this.minX, i) >= f64(this.maxX, j) ||
      f64(this.maxX, i) <= f64(this.minX, j) ||
      f64(this.minY, i) >= f64(this.maxY, j) ||
      f64(this.maxY, i) <= f64(this.minY, j)
    )
      return null;
    const sj = i16(this.step, j);
    const nofit = this.noFit(
      nth(this.items, j),
      nth(this.items, i),
      (i16(this.step, i) - sj + this.steps) % this.steps,
    );
    this.work += WORK.pair + WORK.number * nofit.length;
    const dx = f64(this.x, i) - f64(this.x, j);
    const dy = f64(this.y, i) - f64(this.y, j);
    const c = f64(this.cos, sj);
    const s = f64(this.sin, sj);
    const { out } = this;
    if (!wayOut(nofit, c * dx + s * dy, c * dy - s * dx, out)) return null;
    const [nx, ny] = [f64(out, 0), f64(out, 1)];
    out[0] = c * nx - s * ny;
    out[1] = s * nx + c * ny;
    return out;
  }

  /** Where two neighbouring edges of a convex piece of a no-fit polygon meet, moved to where part j lies. */
  private meeting(nofit: NoFit, at: number, k: number, j: number): { x: number; y: number } | null {
    const n = f64(nofit, at);
    const l = k + 3 < at + HEAD + 3 * n ? k + 3 : at + HEAD;
    const det = f64(nofit, k) * f64(nofit, l + 1) - f64(nofit, k + 1) * f64(nofit, l);
    if (Math.abs(det) < 1e-8) return null;
    const x = (f64(nofit, k + 2) * f64(nofit, l + 1) - f64(nofit, k + 1) * f64(nofit, l + 2)) / det;
    const y = (f64(nofit, k) * f64(nofit, l + 2) - f64(nofit, k + 2) * f64(nofit, l)) / det;
    const c = f64(this.cos, i16(this.step, j));
    const s = f64(this.sin, i16(this.step, j));
    return { x: f64(this.x, j) + c * x - s * y, y: f64(this.y, j) + s * x + c * y };
  }

  /**
   * A place at which part i touches part j in a corner of their no-fit polygon: where jigsaws fit.
   * @param pick two numbers from 0 to 1 that choose the corner
   */
  corner(i: number, step: number, j: number, pick: number, pick2: number): { x: number; y: number } | null {
    const nofit = this.noFit(
      nth(this.items, j),
      nth(this.items, i),
      (step - i16(this.step, j) + this.steps) % this.steps,
    );
    const target = Math.floor(pick * nofit.length);
    let at = 0;
    for (;;) {
      const next = at + HEAD + 3 * f64(nofit, at);
      if (next > target || next >= nofit.length) break;
      at = next;
    }
    return this.meeting(nofit, at, at + HEAD + 3 * Math.floor(pick2 * f64(nofit, at)), j);
  }

  /**
   * What a place costs a part: the depths of all its overlaps, each with its weight. Stops once it exceeds `limit`.
   * @param weights n × n @param rough from the grids: for looking around
   */
  cost(
    i: number,
    x: number,
    y: number,
    step: number,
    weights: Float32Array | null,
    limit = Number.POSITIVE_INFINITY,
    rough = false,
  ): number {
    this.work += WORK.place + WORK.part * this.items.length;
    const b = this.box(i, step);
    const l = x + b.minX;
    const t = y + b.minY;
    const r = x + b.maxX;
    const d = y + b.maxY;
    const n = this.items.length;
    let sum = 0;
    for (let j = 0; j < n; j++) {
      if (
        l >= f64(this.maxX, j) ||
        r <= f64(this.minX, j) ||
        t >= f64(this.maxY, j) ||
        d <= f64(this.minY, j) ||
        j === i ||
        !this.laid[j]
      )
        continue;
      const depth = rough ? this.near(i, x, y, step, j) : this.depth(i, x, y, step, j);
      if (depth <= TOUCH_MM) continue;
      sum += weights ? depth * f32(weights, i * n + j) : depth;
      if (sum >= limit) return sum;
    }
    return sum;
  }

  /** How far part i can be pushed in a direction until it touches something or leaves the room. */
  free(i: number, dx: number, dy: number): number {
    const b = this.box(i, i16(this.step, i));
    const x = f64(this.x, i);
    const y = f64(this.y, i);
    let limit = Number.POSITIVE_INFINITY;
    if (dx < 0) limit = Math.min(limit, (x + b.minX - this.room.minX) / -dx);
    if (dx > 0) limit = Math.min(limit, (this.room.maxX - x - b.maxX) / dx);
    if (dy < 0) limit = Math.min(limit, (y + b.minY - this.room.minY) / -dy);
    if (dy > 0) limit = Math.min(limit, (this.room.maxY - y - b.maxY) / dy);
    limit = Math.max(0, limit);
    for (let j = 0; j < this.items.length && limit > 0; j++) {
      if (j === i || !this.laid[j]) continue;
      // Only what lies in the way of the box can be met.
      if (dx === 0 && (f64(this.minX, i) >= f64(this.maxX, j) || f64(this.maxX, i) <= f64(this.minX, j))) continue;
      if (dy === 0 && (f64(this.minY, i) >= f64(this.maxY, j) || f64(this.maxY, i) <= f64(this.minY, j))) continue;
      const sj = i16(this.step, j);
      const nofit = this.noFit(
        nth(this.items, j),
        nth(this.items, i),
        (i16(this.step, i) - sj + this.steps) % this.steps,
      );
      const c = f64(this.cos, sj);
      const s = f64(this.sin, sj);
      const ox = x - f64(this.x, j);
      const oy = y - f64(this.y, j);
      limit = freeWay(nofit, c * ox + s * oy, c * oy - s * ox, c * dx + s * dy, c * dy - s * dx, limit);
    }
    return limit;
  }

  /** Pushes a part until it touches, leaving a hair of room. */
  slide(i: number, dx: number, dy: number): number {
    const way = this.free(i, dx, dy) - 1e-6;
    if (!(way > 1e-4) || !Number.isFinite(way)) return 0;
    this.put(i, f64(this.x, i) + dx * way, f64(this.y, i) + dy * way, i16(this.step, i));
    return way;
  }

  /** The right-most edge of any part laid, mm. */
  reach(): number {
    let far = this.room.minX;
    for (let j = 0; j < this.items.length; j++)
      if (this.laid[j] && !this.void[j]) far = Math.max(far, f64(this.maxX, j));
    return far;
  }

  /** The right-most edge of what is locked: the strip cannot be shorter. */
  lockedReach(): number {
    let far = this.room.minX;
    for (let j = 0; j < this.items.length; j++)
      if (this.locked[j] && !this.void[j]) far = Math.max(far, f64(this.maxX, j));
    return far;
  }

  rightOf(i: number): number {
    return f64(this.maxX, i);
  }
  leftOf(i: number): number {
    return f64(this.minX, i);
  }
}
