import { ringsOf } from './region';
import type { Point, Shape } from './types';

/** An edge of a ring, with where along it lies. */
export interface RingEdge {
  readonly a: Point;
  readonly b: Point;
  readonly ring: number;
  /** Length of the ring before this edge, mm. */
  readonly before: number;
}

export interface NearestOnEdge {
  readonly at: Point;
  readonly mm: number;
  readonly ring: number;
  readonly along: number;
}

/** Every edge of a shape, ring by ring. */
export const edgesOf = (shape: Shape): RingEdge[] =>
  ringsOf(shape).flatMap((ring, r) => {
    let before = 0;
    return ring.map((b, i): RingEdge => {
      const a = ring[(i + ring.length - 1) % ring.length] as Point;
      const edge = { a, b, ring: r, before };
      before += Math.hypot(b.x - a.x, b.y - a.y);
      return edge;
    });
  });

/** Cells that edges stand in, about. */
const MOST_CELLS = 400_000;

/** Edges by square cells, so that what lies near a point is found without looking at all of them. An edge stands only in the cells that it runs through. */
export class EdgeGrid {
  private readonly cells = new Map<number, RingEdge[]>();

  private readonly cellMm: number;

  /** @param cellMm side of a cell, mm; larger where the edges are so long that there would be too many */
  constructor(edges: readonly RingEdge[], cellMm: number) {
    const long = edges.reduce((sum, { a, b }) => sum + Math.hypot(b.x - a.x, b.y - a.y), 0);
    this.cellMm = Math.max(cellMm, long / MOST_CELLS);
    this.lay(edges, this.cellMm);
  }

  private lay(edges: readonly RingEdge[], cellMm: number): void {
    for (const e of edges) {
      const [left, right] = e.a.x <= e.b.x ? [e.a, e.b] : [e.b, e.a];
      const slope = right.x === left.x ? 0 : (right.y - left.y) / (right.x - left.x);
      const x1 = this.cell(right.x);
      for (let x = this.cell(left.x); x <= x1; x++) {
        // Where the edge enters and leaves this column of cells.
        const from = right.x === left.x ? left.y : left.y + slope * (Math.max(left.x, x * cellMm) - left.x);
        const to = right.x === left.x ? right.y : left.y + slope * (Math.min(right.x, (x + 1) * cellMm) - left.x);
        const y1 = this.cell(Math.max(from, to));
        for (let y = this.cell(Math.min(from, to)); y <= y1; y++) {
          const key = EdgeGrid.key(x, y);
          const list = this.cells.get(key);
          if (list) list.push(e);
          else this.cells.set(key, [e]);
        }
      }
    }
  }

  private cell(v: number): number {
    return Math.floor(v / this.cellMm);
  }
  private static key(x: number, y: number): number {
    return x * 1_000_003 + y;
  }

  /** The point of the edges nearest to `p`, and how far it is; null when none lies within `reachMm`. */
  nearest(p: Point, reachMm: number): NearestOnEdge | null {
    let best = reachMm * reachMm;
    let found: NearestOnEdge | null = null;
    for (let x = this.cell(p.x - reachMm); x <= this.cell(p.x + reachMm); x++)
      for (let y = this.cell(p.y - reachMm); y <= this.cell(p.y + reachMm); y++)
        for (const { a, b, ring, before } of this.cells.get(EdgeGrid.key(x, y)) ?? []) {
          const dx = b.x - a.x;
          const dy = b.y - a.y;
          const len2 = dx * dx + dy * dy;
          const t = len2 === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / len2));
          const qx = a.x + t * dx;
          const qy = a.y + t * dy;
          const d = (qx - p.x) ** 2 + (qy - p.y) ** 2;
          if (d < best) {
            best = d;
            found = { at: { x: qx, y: qy }, mm: Math.sqrt(d), ring, along: before + t * Math.sqrt(len2) };
          }
        }
    return found;
  }
}
