import { f64, i32, nth, u8 } from '../../base/lists';
import { TOUCH_MM } from './field';
import type { Prepared } from './part';

/** A shape in convex pieces about the middle of its area: corners, the outward normals of the edges that begin there, and how far out these lie. */
interface Pieces {
  /** Where each piece begins in the lists below, and where the last ends. */
  readonly starts: Int32Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly nx: Float64Array;
  readonly ny: Float64Array;
  readonly d: Float64Array;
  readonly cx: number;
  readonly cy: number;
  /** How far the farthest corner lies from the middle, mm; and the mean square of the distance over the area, mm². */
  readonly radiusMm: number;
  readonly gyrationMm2: number;
}

function piecesOf(shape: Prepared): Pieces {
  // Middle and spread of the area, fan by fan.
  let area = 0;
  let mx = 0;
  let my = 0;
  let square = 0;
  for (const { xy } of shape.stays)
    for (let k = 2; k + 3 < xy.length; k += 2) {
      const [ax, ay, bx, by, cx, cy] = [
        f64(xy, 0),
        f64(xy, 1),
        f64(xy, k),
        f64(xy, k + 1),
        f64(xy, k + 2),
        f64(xy, k + 3),
      ];
      const twice = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
      area += twice / 2;
      mx += (twice * (ax + bx + cx)) / 6;
      my += (twice * (ay + by + cy)) / 6;
      square +=
        (twice *
          (ax * ax +
            bx * bx +
            cx * cx +
            ax * bx +
            bx * cx +
            cx * ax +
            ay * ay +
            by * by +
            cy * cy +
            ay * by +
            by * cy +
            cy * ay)) /
        12;
    }
  mx /= area;
  my /= area;
  const out = {
    starts: [0],
    x: [] as number[],
    y: [] as number[],
    nx: [] as number[],
    ny: [] as number[],
    d: [] as number[],
  };
  let radiusMm = 0;
  for (const { xy } of shape.stays) {
    for (let k = 0; k < xy.length; k += 2) {
      const l = k + 2 < xy.length ? k + 2 : 0;
      const [x, y] = [f64(xy, k) - mx, f64(xy, k + 1) - my];
      const [ex, ey] = [f64(xy, l) - mx - x, f64(xy, l + 1) - my - y];
      const length = Math.hypot(ex, ey);
      if (length < 1e-9) continue;
      out.x.push(x);
      out.y.push(y);
      out.nx.push(ey / length);
      out.ny.push(-ex / length);
      out.d.push((ey * x - ex * y) / length);
      radiusMm = Math.max(radiusMm, Math.hypot(x, y));
    }
    out.starts.push(out.x.length);
  }
  return {
    starts: Int32Array.from(out.starts),
    x: Float64Array.from(out.x),
    y: Float64Array.from(out.y),
    nx: Float64Array.from(out.nx),
    ny: Float64Array.from(out.ny),
    d: Float64Array.from(out.d),
    cx: mx,
    cy: my,
    radiusMm,
    gyrationMm2: square / area - mx * mx - my * my,
  };
}

/** How two parts overlap: how deep, mm; the direction in which the first gets out; and a corner that lies in the other. */
export interface TurnedContact {
  depthMm: number;
  nx: number;
  ny: number;
  x: number;
  y: number;
}

/** What a corner against an edge and a corner moved cost, in about microseconds on a middling machine: measured once. */
const WORK = { corner: 0.0016, moved: 0.02, part: 0.004, pair: 0.03 } as const;

/**
 * Parts on a strip, each turned by any angle: what overlaps what, how deep, and which way it gets out.
 * Overlaps are those of convex pieces, found by the axis that separates them or nearly does.
 * Source: separating axis theorem (Gottschalk et al. 1996, from memory).
 */
export class Turned {
  readonly n: number;
  /** The middle of each part's area, mm, and its turn, rad. */
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly a: Float64Array;
  readonly minX: Float64Array;
  readonly minY: Float64Array;
  readonly maxX: Float64Array;
  readonly maxY: Float64Array;
  private readonly pieces: readonly Pieces[];
  /** Per part and, at the end, for one that is only tried: where its pieces and corners begin in the lists below. */
  private readonly firstPiece: Int32Array;
  private readonly pieceCount: Int32Array;
  private readonly starts: Int32Array;
  private readonly boxes: Float64Array;
  /** A point inside each piece. */
  private readonly middles: Float64Array;
  private readonly wx: Float64Array;
  private readonly wy: Float64Array;
  private readonly wnx: Float64Array;
  private readonly wny: Float64Array;
  private readonly wd: Float64Array;
  readonly contact: TurnedContact = { depthMm: 0, nx: 0, ny: 0, x: 0, y: 0 };
  /** Work done so far, about a microsecond each; counted, not timed, so that it is the same everywhere. */
  work = 0;

  /**
   * @param items for each part its shape
   * @param turns for each part whether it may be turned by any angle
   * @param locked for each part whether it stays where it is
   * @param room for grown parts; its length may change
   */
  constructor(
    readonly shapes: readonly Prepared[],
    readonly items: readonly number[],
    readonly turns: Uint8Array,
    readonly locked: Uint8Array,
    readonly room: { minX: number; minY: number; maxX: number; maxY: number },
  ) {
    const n = items.length;
    this.n = n;
    this.pieces = shapes.map(piecesOf);
    this.x = new Float64Array(n + 1);
    this.y = new Float64Array(n + 1);
    this.a = new Float64Array(n + 1);
    this.minX = new Float64Array(n + 1);
    this.minY = new Float64Array(n + 1);
    this.maxX = new Float64Array(n + 1);
    this.maxY = new Float64Array(n + 1);
    this.firstPiece = new Int32Array(n + 1);
    this.pieceCount = new Int32Array(n + 1);
    let piece = 0;
    let corner = 0;
    const starts: number[] = [];
    const lay = (slot: number, shape: Pieces): void => {
      this.firstPiece[slot] = piece;
      this.pieceCount[slot] = shape.starts.length - 1;
      for (const s of shape.starts) starts.push(corner + s);
      piece += shape.starts.length;
      corner += shape.x.length;
    };
    items.forEach((s, i) => {
      lay(i, nth(this.pieces, s));
    });
    // The place for tries is as large as the largest.
    const most = Math.max(...this.pieces.map((p) => p.starts.length));
    this.firstPiece[n] = piece;
    for (let k = 0; k < most; k++) starts.push(corner);
    piece += most;
    corner += Math.max(...this.pieces.map((p) => p.x.length));
    this.starts = Int32Array.from(starts);
    this.boxes = new Float64Array(4 * piece);
    this.middles = new Float64Array(2 * piece);
    this.wx = new Float64Array(corner);
    this.wy = new Float64Array(corner);
    this.wnx = new Float64Array(corner);
    this.wny = new Float64Array(corner);
    this.wd = new Float64Array(corner);
  }

  radiusOf(i: number): number {
    return nth(this.pieces, nth(this.items, i)).radiusMm;
  }

  /** Lays a part down by the place of its own (0,0). */
  put(i: number, x: number, y: number, rad: number): void {
    const { cx, cy } = nth(this.pieces, nth(this.items, i));
    const [c, s] = [Math.cos(rad), Math.sin(rad)];
    this.lay(i, i, x + c * cx - s * cy, y + s * cx + c * cy, rad);
  }

  /** Where a part's own (0,0) lies, and its turn. */
  placeOf(i: number): { x: number; y: number; rad: number } {
    const { cx, cy } = nth(this.pieces, nth(this.items, i));
    const rad = f64(this.a, i);
    const [c, s] = [Math.cos(rad), Math.sin(rad)];
    return { x: f64(this.x, i) - c * cx + s * cy, y: f64(this.y, i) - s * cx - c * cy, rad };
  }

  /** Lays part `i` down by its middle, in its own place of the lists, or in that for tries. */
  lay(slot: number, i: number, x: number, y: number, rad: number): void {
    const shape = nth(this.pieces, nth(this.items, i));
    const c = Math.cos(rad);
    const s = Math.sin(rad);
    this.x[slot] = x;
    this.y[slot] = y;
    this.a[slot] = rad;
    const first = i32(this.firstPiece, slot);
    let at = i32(this.starts, first);
    const count = shape.starts.length - 1;
    this.pieceCount[slot] = count;
    this.work += WORK.moved * shape.x.length;
    let left = Number.POSITIVE_INFINITY;
    let top = Number.POSITIVE_INFINITY;
    let right = Number.NEGATIVE_INFINITY;
    let bottom = Number.NEGATIVE_INFINITY;
    for (let p = 0; p < count; p++) {
      let l = Number.POSITIVE_INFINITY;
      let t = Number.POSITIVE_INFINITY;
      let r = Number.NEGATIVE_INFINITY;
      let b = Number.NEGATIVE_INFINITY;
      let sumX = 0;
      let sumY = 0;
      const begin = i32(shape.starts, p);
      const end = i32(shape.starts, p + 1);
      for (let k = begin; k < end; k++, at++) {
        const ox = f64(shape.x, k);
        const oy = f64(shape.y, k);
        const wx = x + c * ox - s * oy;
        const wy = y + s * ox + c * oy;
        const nx = f64(shape.nx, k);
        const ny = f64(shape.ny, k);
        const wnx = c * nx - s * ny;
        const wny = s * nx + c * ny;
        this.wx[at] = wx;
        this.wy[at] = wy;
        this.wnx[at] = wnx;
        this.wny[at] = wny;
        this.wd[at] = f64(shape.d, k) + wnx * x + wny * y;
        sumX += wx;
        sumY += wy;
        if (wx < l) l = wx;
        if (wx > r) r = wx;
        if (wy < t) t = wy;
        if (wy > b) b = wy;
      }
      const box = 4 * (first + p);
      this.boxes[box] = l;
      this.boxes[box + 1] = t;
      this.boxes[box + 2] = r;
      this.boxes[box + 3] = b;
      this.middles[2 * (first + p)] = sumX / (end - begin);
      this.middles[2 * (first + p) + 1] = sumY / (end - begin);
      this.starts[first + p + 1] = at;
      if (l < left) left = l;
      if (t < top) top = t;
      if (r > right) right = r;
      if (b > bottom) bottom = b;
    }
    this.minX[slot] = left;
    this.minY[slot] = top;
    this.maxX[slot] = right;
    this.maxY[slot] = bottom;
  }

  /** Whether the boxes of two parts overlap. */
  boxesMeet(i: number, j: number): boolean {
    return (
      f64(this.minX, i) < f64(this.maxX, j) &&
      f64(this.maxX, i) > f64(this.minX, j) &&
      f64(this.minY, i) < f64(this.maxY, j) &&
      f64(this.maxY, i) > f64(this.minY, j)
    );
  }

  /** The edge and the corner that {@link farthestBehind} found last. */
  private edge = 0;
  private corner = 0;
  /**
   * Of the edges of one convex piece that behind which another lies least far, as a distance below 0: how far it is to be pushed to get past it.
   * @param from what is known already: only what lies less far behind counts
   * @param deepest what lies no farther behind an edge than this is apart: it is told at once
   * @returns the greater of `from` and what was found; then {@link edge} and {@link corner} say where
   */
  private farthestBehind(p: number, q: number, from: number, deepest: number): number {
    const { starts, wx, wy, wnx, wny, wd } = this;
    const p0 = i32(starts, p);
    const p1 = i32(starts, p + 1);
    const q0 = i32(starts, q);
    const q1 = i32(starts, q + 1);
    const mx = f64(this.middles, 2 * q);
    const my = f64(this.middles, 2 * q + 1);
    // A point in the other piece bounds how far that lies out: the edge that faces it most comes first, and most others are passed over.
    let first = p0;
    let most = Number.NEGATIVE_INFINITY;
    for (let e = p0; e < p1; e++) {
      const bound = f64(wnx, e) * mx + f64(wny, e) * my - f64(wd, e);
      if (bound > most) {
        most = bound;
        first = e;
      }
    }
    let nearest = from;
    let looked = p1 - p0;
    for (let k = p0, e = first; k < p1; k++, e = e + 1 < p1 ? e + 1 : p0) {
      const nx = f64(wnx, e);
      const ny = f64(wny, e);
      const d = f64(wd, e);
      if (nx * mx + ny * my - d <= nearest) continue;
      let low = Number.POSITIVE_INFINITY;
      let at = q0;
      for (let v = q0; v < q1; v++) {
        const s = nx * f64(wx, v) + ny * f64(wy, v);
        if (s < low) {
          low = s;
          at = v;
        }
      }
      looked += q1 - q0;
      low -= d;
      if (low > nearest) {
        nearest = low;
        this.edge = e;
        this.corner = at;
        if (low >= -deepest) break;
      }
    }
    this.work += WORK.corner * looked;
    return nearest;
  }

  /** How deep part i lies in part j, mm; 0 when they hardly touch. What it found stands in {@link contact} until asked again. */
  depth(i: number, j: number): number {
    const { boxes, wx, wy, wnx, wny, contact } = this;
    let deepest = TOUCH_MM;
    let found = false;
    const pi = i32(this.firstPiece, i);
    const pj = i32(this.firstPiece, j);
    const pEnd = pi + i32(this.pieceCount, i);
    const qEnd = pj + i32(this.pieceCount, j);
    for (let p = pi; p < pEnd; p++) {
      const pl = f64(boxes, 4 * p);
      const pt = f64(boxes, 4 * p + 1);
      const pr = f64(boxes, 4 * p + 2);
      const pb = f64(boxes, 4 * p + 3);
      if (
        pl + deepest >= f64(this.maxX, j) ||
        pr - deepest <= f64(this.minX, j) ||
        pt + deepest >= f64(this.maxY, j) ||
        pb - deepest <= f64(this.minY, j)
      )
        continue;
      for (let q = pj; q < qEnd; q++) {
        if (
          pl + deepest >= f64(boxes, 4 * q + 2) ||
          pr - deepest <= f64(boxes, 4 * q) ||
          pt + deepest >= f64(boxes, 4 * q + 3) ||
          pb - deepest <= f64(boxes, 4 * q + 1)
        )
          continue;
        const behind = this.farthestBehind(p, q, Number.NEGATIVE_INFINITY, deepest);
        if (behind >= -deepest) continue;
        let { edge, corner } = this;
        const nearest = this.farthestBehind(q, p, behind, deepest);
        if (nearest >= -deepest) continue;
        const ofSecond = nearest > behind;
        if (ofSecond) ({ edge, corner } = this);
        deepest = -nearest;
        found = true;
        const sign = ofSecond ? 1 : -1;
        contact.nx = sign * f64(wnx, edge);
        contact.ny = sign * f64(wny, edge);
        contact.x = f64(wx, corner);
        contact.y = f64(wy, corner);
      }
    }
    this.work += WORK.pair;
    contact.depthMm = found ? deepest : 0;
    return contact.depthMm;
  }

  /** What it costs part i to lie where it was last tried: the depths of its overlaps, each with its weight, once above `limit` not to the end. */
  costOfTried(i: number, weights: Float32Array, limit: number): number {
    const { n } = this;
    this.work += WORK.part * n;
    let sum = 0;
    for (let j = 0; j < n; j++) {
      if (j === i || !this.boxesMeet(n, j)) continue;
      const depth = this.depth(n, j);
      if (depth === 0) continue;
      sum += depth * (weights[i * n + j] as number);
      if (sum >= limit) return sum;
    }
    return sum;
  }

  /** The corner of a part that lies farthest in a direction; its place stands in {@link contact}. */
  farthest(i: number, dx: number, dy: number): void {
    const first = i32(this.firstPiece, i);
    const end = i32(this.starts, first + i32(this.pieceCount, i));
    let most = Number.NEGATIVE_INFINITY;
    for (let v = i32(this.starts, first); v < end; v++) {
      const s = dx * f64(this.wx, v) + dy * f64(this.wy, v);
      if (s > most) {
        most = s;
        this.contact.x = f64(this.wx, v);
        this.contact.y = f64(this.wy, v);
      }
    }
  }

  /** How easily a part is moved, and turned: 0 when it is not to be. */
  private ease(i: number): { move: number; turn: number } {
    if (u8(this.locked, i)) return { move: 0, turn: 0 };
    return { move: 1, turn: u8(this.turns, i) ? 1 / nth(this.pieces, nth(this.items, i)).gyrationMm2 : 0 };
  }

  /** Pushes two parts apart along {@link contact}, each by its share, moved and turned; or one off an edge of the room when `j` is null. */
  push(i: number, j: number | null, byMm: number): void {
    const { nx, ny, x, y } = this.contact;
    const a = this.ease(i);
    const armA = (x - f64(this.x, i)) * ny - (y - f64(this.y, i)) * nx;
    let whole = a.move + armA * armA * a.turn;
    if (j === null) {
      if (whole === 0) return;
      const share = byMm / whole;
      this.lay(
        i,
        i,
        f64(this.x, i) + share * a.move * nx,
        f64(this.y, i) + share * a.move * ny,
        f64(this.a, i) + share * a.turn * armA,
      );
      return;
    }
    const b = this.ease(j);
    const armB = (x - f64(this.x, j)) * ny - (y - f64(this.y, j)) * nx;
    whole += b.move + armB * armB * b.turn;
    if (whole === 0) return;
    const share = byMm / whole;
    if (a.move > 0)
      this.lay(
        i,
        i,
        f64(this.x, i) + share * a.move * nx,
        f64(this.y, i) + share * a.move * ny,
        f64(this.a, i) + share * a.turn * armA,
      );
    if (b.move > 0)
      this.lay(
        j,
        j,
        f64(this.x, j) - share * b.move * nx,
        f64(this.y, j) - share * b.move * ny,
        f64(this.a, j) - share * b.turn * armB,
      );
  }

  /** How far parts reach along the strip, mm. */
  reach(): number {
    let far = this.room.minX;
    for (let i = 0; i < this.n; i++) far = Math.max(far, f64(this.maxX, i));
    return far;
  }
}
