import type { Fabric, Web } from '../model';
import { boundsOf, type Region } from '../shape';
import { ADHESIVE, BENDING_MPA } from './data';

/** One layer of a laminate: thickness mm, modulus MPa. */
export interface Ply {
  readonly thicknessMm: number;
  readonly modulusMpa: number;
}

/**
 * Bending stiffness of bonded layers for a strip 1 mm wide, N·mm².
 * Source: laminated-beam theory (parallel-axis theorem): Σ E·(t³/12 + t·(z − z̄)²) about the common neutral axis z̄ = ΣE·t·z/ΣE·t. Of n equal layers it is n³ that of one.
 */
export function bondedStiffness(plies: readonly Ply[]): number {
  let z = 0;
  let sum = 0;
  let moment = 0;
  const middles = plies.map((p) => {
    const middle = z + p.thicknessMm / 2;
    z += p.thicknessMm;
    sum += p.modulusMpa * p.thicknessMm;
    moment += p.modulusMpa * p.thicknessMm * middle;
    return middle;
  });
  const axis = sum > 0 ? moment / sum : 0;
  return plies.reduce(
    (d, p, i) => d + p.modulusMpa * (p.thicknessMm ** 3 / 12 + p.thicknessMm * (middles[i]! - axis) ** 2),
    0,
  );
}

/** The same layers lying loose on one another: they bend each for itself. */
export const looseStiffness = (plies: readonly Ply[]): number =>
  plies.reduce((d, p) => d + (p.modulusMpa * p.thicknessMm ** 3) / 12, 0);

export const clothPly = (f: Pick<Fabric, 'kind' | 'thicknessMm'>): Ply => ({
  thicknessMm: f.thicknessMm,
  modulusMpa: BENDING_MPA[f.kind],
});
/** A web as a ply: its thickness from mass over density; 1 g/m² at 1 g/cm³ is 0.001 mm. */
export const webPly = (w: Pick<Web, 'form' | 'massGsm'>): Ply => ({
  thicknessMm: w.massGsm / ADHESIVE.densityGcm3 / 1000,
  modulusMpa: ADHESIVE.modulusMpa[w.form],
});

export interface StackMap {
  readonly columns: number;
  readonly rows: number;
  readonly cellMm: number;
  /** For each cell, row by row, the index of its stack; −1 off the ground. */
  readonly cells: Int16Array;
  /** Each different pile: the pieces in it, back-most first, its layers of cloth (ground included) and of web, and how stiff it is against the bare ground. */
  readonly stacks: readonly {
    readonly pieceIds: readonly string[];
    readonly cloths: number;
    readonly webs: number;
    readonly stiffness: number;
    readonly thicknessMm: number;
  }[];
  /** The stiffest cell's stack and middle; null for an empty picture. */
  readonly highest: { readonly stack: number; readonly xMm: number; readonly yMm: number } | null;
}

/** About this many cells along the longer side: fine enough for a hand, coarse enough to be quick. */
const CELLS = 140;
/** Fewer cells than this do not count as a place: a hair of three edges meeting is no board. */
const PLACE_CELLS = 4;

/**
 * How many layers lie where, on a grid, and how stiff each pile is.
 * @param laid the outlines that are really cut, back-most first, with cloth and web
 */
export function stackMap(
  ground: { widthMm: number; heightMm: number; fabric: Fabric },
  laid: readonly { id: string; region: Region; fabric: Fabric; web: Web | null }[],
): StackMap {
  const cellMm = Math.max(ground.widthMm, ground.heightMm) / CELLS;
  const columns = Math.max(1, Math.round(ground.widthMm / cellMm));
  const rows = Math.max(1, Math.round(ground.heightMm / cellMm));
  // A pile is a node of a tree: the pile below it and the piece on top. Cells share nodes, so that piles are told apart by a number.
  const nodes: { below: number; piece: number }[] = [{ below: -1, piece: -1 }];
  const child = new Map<number, number>();
  const cells = new Int32Array(columns * rows);
  laid.forEach(({ region }, piece) => {
    const b = boundsOf(region);
    const from = Math.max(0, Math.floor(b.minY / cellMm));
    const to = Math.min(rows - 1, Math.ceil(b.maxY / cellMm));
    for (let row = from; row <= to; row++) {
      const y = (row + 0.5) * cellMm;
      const xs: number[] = [];
      for (const ring of region)
        for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
          const p = ring[i]!;
          const q = ring[j]!;
          if (p.y > y !== q.y > y) xs.push(p.x + ((q.x - p.x) * (y - p.y)) / (q.y - p.y));
        }
      xs.sort((m, n) => m - n);
      for (let k = 0; k + 1 < xs.length; k += 2) {
        const c0 = Math.max(0, Math.ceil(xs[k]! / cellMm - 0.5));
        const c1 = Math.min(columns - 1, Math.floor(xs[k + 1]! / cellMm - 0.5));
        for (let c = c0; c <= c1; c++) {
          const i = row * columns + c;
          const key = cells[i]! * laid.length + piece;
          let node = child.get(key);
          if (node === undefined) {
            node = nodes.push({ below: cells[i]!, piece }) - 1;
            child.set(key, node);
          }
          cells[i] = node;
        }
      }
    }
  });
  const used = new Map<number, { count: number; first: number; sumX: number; sumY: number; index: number }>();
  const out = new Int16Array(cells.length);
  for (let i = 0; i < cells.length; i++) {
    const node = cells[i]!;
    let u = used.get(node);
    if (!u) {
      u = { count: 0, first: i, sumX: 0, sumY: 0, index: used.size };
      used.set(node, u);
    }
    u.count += 1;
    out[i] = u.index;
  }
  const bare = bondedStiffness([clothPly(ground.fabric)]);
  const stacks = [...used.keys()].map((node) => {
    const pieces: number[] = [];
    for (let n = node; n > 0; n = nodes[n]!.below) pieces.unshift(nodes[n]!.piece);
    const plies = [
      clothPly(ground.fabric),
      ...pieces.flatMap((p) => [...(laid[p]!.web ? [webPly(laid[p]!.web)] : []), clothPly(laid[p]!.fabric)]),
    ];
    return {
      pieceIds: pieces.map((p) => laid[p]!.id),
      cloths: pieces.length + 1,
      webs: pieces.filter((p) => laid[p]!.web).length,
      stiffness: bondedStiffness(plies) / bare,
      thicknessMm: plies.reduce((t, p) => t + p.thicknessMm, 0),
    };
  });
  let best: { stack: number; cell: number } | null = null;
  for (const u of used.values()) {
    if (u.count < PLACE_CELLS || stacks[u.index]!.webs === 0) continue;
    if (!best || stacks[u.index]!.stiffness > stacks[best.stack]!.stiffness) best = { stack: u.index, cell: u.first };
  }
  const highest = best && {
    stack: best.stack,
    xMm: ((best.cell % columns) + 0.5) * cellMm,
    yMm: (Math.floor(best.cell / columns) + 0.5) * cellMm,
  };
  return { columns, rows, cellMm, cells: out, stacks, highest };
}
