import { f64, i32 } from '../lists';
import { WATER } from './data';

/** One layer of a stack, from the soleplate down. */
export interface Layer {
  readonly thicknessMm: number;
  readonly conductivityWmK: number;
  readonly densityKgM3: number;
  readonly specificHeatJKgK: number;
  /** Water that has to boil off before it gets hotter than 100 °C. */
  readonly waterGsm: number;
  /** Cells it is divided into; grows downwards by a constant factor when `growth` is not 1. */
  readonly cells: number;
  readonly growth?: number;
}

export interface ColumnPlan {
  readonly layers: readonly Layer[];
  /** Between layer i and i + 1, m²·K/W; one fewer than there are layers. */
  readonly contactsM2KW: readonly number[];
  readonly startC: number;
  /** What lies below the last layer: kept at a temperature, or nothing passes. */
  readonly below: { readonly fixedC: number } | 'insulated';
}

/** What the top of the column meets: a plate at a temperature through a contact, or air. */
export interface Top {
  readonly c: number;
  readonly conductanceWM2K: number;
}

const LATENT = WATER.latentJKg.value;
const BOILS = WATER.boilsC.value;

/**
 * Heat conduction straight down through layers: finite volumes on a grid of its own for each layer, implicit in time.
 * The first steps, and those while water boils, are backward Euler, the rest Crank–Nicolson (Rannacher's start), so that nothing sudden rings.
 * Water keeps a cell at 100 °C until it has gone. Energy is conserved to rounding.
 * Source: Carslaw & Jaeger, Conduction of Heat in Solids; Patankar, Numerical Heat Transfer (from memory).
 */
export class Column {
  readonly n: number;
  /** Temperature of each cell, °C. */
  readonly t: Float64Array;
  /** Water left in each cell, kg/m². */
  readonly water: Float64Array;
  /** Heat capacity of each cell, J/(m²·K). */
  readonly capacity: Float64Array;
  /** Middle of each cell below the top, m. */
  readonly depthM: Float64Array;
  /** First cell of each layer, and one past the last. */
  readonly first: Int32Array;
  /** Conductance between cell i and i + 1; the last one leads to what lies below. */
  private readonly g: Float64Array;
  private readonly topHalfM2KW: number;
  private readonly belowC: number;
  private readonly a: Float64Array;
  private readonly b: Float64Array;
  private readonly c: Float64Array;
  private readonly d: Float64Array;
  private steps = 0;
  private boiling = false;
  /** Heat that came in at the top and went out below since the start, J/m². */
  heatIn = 0;
  heatOut = 0;
  /** Heat that went into boiling water away, J/m². */
  boiled = 0;

  constructor(plan: ColumnPlan) {
    const { layers } = plan;
    this.n = layers.reduce((s, l) => s + l.cells, 0);
    this.t = new Float64Array(this.n).fill(plan.startC);
    this.water = new Float64Array(this.n);
    this.capacity = new Float64Array(this.n);
    this.depthM = new Float64Array(this.n);
    this.first = new Int32Array(layers.length + 1);
    this.g = new Float64Array(this.n);
    const half = new Float64Array(this.n);
    let i = 0;
    let z = 0;
    layers.forEach((l, k) => {
      this.first[k] = i;
      const growth = l.growth ?? 1;
      const total = growth === 1 ? l.cells : (growth ** l.cells - 1) / (growth - 1);
      let size = l.thicknessMm / 1000 / total;
      for (let c = 0; c < l.cells; c++, i++) {
        this.capacity[i] = l.densityKgM3 * l.specificHeatJKgK * size;
        this.water[i] = ((l.waterGsm / 1000) * size * 1000) / l.thicknessMm;
        half[i] = size / 2 / l.conductivityWmK;
        this.depthM[i] = z + size / 2;
        z += size;
        size *= growth;
      }
    });
    this.first[layers.length] = this.n;
    for (let k = 0; k < layers.length; k++)
      for (let j = i32(this.first, k); j < i32(this.first, k + 1); j++) {
        const lastOfLayer = j === i32(this.first, k + 1) - 1;
        if (j === this.n - 1) this.g[j] = plan.below === 'insulated' ? 0 : 1 / f64(half, j);
        else this.g[j] = 1 / (f64(half, j) + f64(half, j + 1) + (lastOfLayer ? (plan.contactsM2KW[k] ?? 0) : 0));
      }
    this.topHalfM2KW = half[0] ?? 0;
    this.belowC = plan.below === 'insulated' ? 0 : plan.below.fixedC;
    this.a = new Float64Array(this.n);
    this.b = new Float64Array(this.n);
    this.c = new Float64Array(this.n);
    this.d = new Float64Array(this.n);
  }

  /** Begins again with the careful first steps: after a sudden change at the top. */
  settle(): void {
    this.steps = 0;
  }

  /** Goes on by a time step, s. */
  step(dt: number, top: Top): void {
    // Half-steps of backward Euler in place of the first two steps, and wherever a cell is held at 100 °C or let go.
    const careful = this.steps < 2 || this.boiling;
    this.boiling = false;
    if (careful) {
      this.solve(dt / 2, top, 1);
      this.solve(dt / 2, top, 1);
    } else this.solve(dt, top, 0.5);
    this.steps += 1;
  }

  private solve(dt: number, top: Top, theta: number): void {
    const { n, t, g, capacity, a, b, c, d } = this;
    const gTop = top.conductanceWM2K > 0 ? 1 / (1 / top.conductanceWM2K + this.topHalfM2KW) : 0;
    const t0 = f64(t, 0);
    const last = f64(t, n - 1);
    for (let i = 0; i < n; i++) {
      const up = i === 0 ? gTop : f64(g, i - 1);
      const down = f64(g, i);
      const above = i === 0 ? top.c : f64(t, i - 1);
      const beneath = i === n - 1 ? this.belowC : f64(t, i + 1);
      const k = f64(capacity, i) / dt;
      a[i] = i === 0 ? 0 : -theta * up;
      c[i] = i === n - 1 ? 0 : -theta * down;
      b[i] = k + theta * (up + down);
      d[i] = k * f64(t, i) + (1 - theta) * (up * (above - f64(t, i)) + down * (beneath - f64(t, i)));
      if (i === 0) d[i] = f64(d, i) + theta * up * top.c;
      if (i === n - 1) d[i] = f64(d, i) + theta * down * this.belowC;
    }
    // Thomas's algorithm for a tridiagonal system.
    for (let i = 1; i < n; i++) {
      const m = f64(a, i) / f64(b, i - 1);
      b[i] = f64(b, i) - m * f64(c, i - 1);
      d[i] = f64(d, i) - m * f64(d, i - 1);
    }
    t[n - 1] = f64(d, n - 1) / f64(b, n - 1);
    for (let i = n - 2; i >= 0; i--) t[i] = (f64(d, i) - f64(c, i) * f64(t, i + 1)) / f64(b, i);
    this.heatIn += dt * gTop * (top.c - (theta * f64(t, 0) + (1 - theta) * t0));
    this.heatOut += dt * f64(g, n - 1) * (theta * f64(t, n - 1) + (1 - theta) * last - this.belowC);
    // What went past 100 °C in a wet cell boils water away instead.
    for (let i = 0; i < n; i++) {
      if (!(f64(this.water, i) > 0) || f64(t, i) <= BOILS) continue;
      const surplus = f64(capacity, i) * (f64(t, i) - BOILS);
      const gone = Math.min(f64(this.water, i), surplus / LATENT);
      this.water[i] = f64(this.water, i) - gone;
      this.boiling = true;
      this.boiled += gone * LATENT;
      t[i] = BOILS + (surplus - gone * LATENT) / f64(capacity, i);
    }
  }

  /** Heat held above a temperature, J/m². */
  heatAbove(c: number): number {
    let sum = 0;
    for (let i = 0; i < this.n; i++) sum += f64(this.capacity, i) * (f64(this.t, i) - c);
    return sum;
  }
}
