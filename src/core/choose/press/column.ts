import { f64, i32, nth } from '../../base/lists';
import { ABSOLUTE_ZERO_C, DRYING, GAS_CONSTANT, ROOM_C, STEP, VAPOUR, WATER } from './data';

/** One layer of a stack, from the soleplate down. */
export interface Layer {
  readonly thicknessMm: number;
  /** Dry. */
  readonly conductivityWmK: number;
  readonly densityKgM3: number;
  readonly specificHeatJKgK: number;
  /** Water held in the standard atmosphere, a little less in a heated room: it leaves bit by bit above 100 °C. */
  readonly regainGsm: number;
  /** Water on top of that, which boils away at 100 °C. */
  readonly wetGsm: number;
  /** Share of the vapour from above that goes on into it; the rest escapes. */
  readonly passesVapour: number;
  /** Cells it is divided into; grows downwards by a constant factor when `growth` is not 1. */
  readonly cells: number;
  readonly growth?: number;
}

export interface ColumnPlan {
  readonly layers: readonly Layer[];
  /** Between layer i and i + 1, m²·K/W; one fewer than there are layers. */
  readonly contactsM2KW: readonly number[];
  /** What everything has to begin with, or each layer for itself. */
  readonly startC: number | readonly number[];
  /** What each layer's fibre holds to begin with, as a share of its regain; by default as in a room. */
  readonly held?: readonly number[];
  /** What lies below the last layer: kept at a temperature, or nothing passes. */
  readonly below: { readonly fixedC: number } | 'insulated';
}

/** What the top of the column meets: a plate at a temperature through a contact, or air; and steam that comes in there. */
export interface Top {
  readonly c: number;
  readonly conductanceWM2K: number;
  readonly steamKgM2S?: number;
}

const LATENT = WATER.latentJKg.value;
const BOILS = WATER.boilsC.value;
const CW = WATER.specificHeatJKgK.value;
const CP = VAPOUR.specificHeatJKgK.value;
const ZERO_K = -ABSOLUTE_ZERO_C.value;

const IMPLICIT = STEP.implicit.value;
const KW = WATER.conductivityWmK.value;
const CLAUSIUS = VAPOUR.clausiusK.value;
const PER_BOIL_K = CLAUSIUS / (BOILS + ZERO_K);

/**
 * What cloth holds in pure steam at a temperature, as a share of what it holds in a room: by the steam's relative humidity, its isotherm taken as straight.
 * Source: Clausius–Clapeyron from 100 °C; the isotherm of cotton and wool between 20 and 80 % is nearly straight (Morton & Hearle, from memory).
 */
export const heldShare = (c: number): number => 1 / (saturationAtm(c) * VAPOUR.standardHumidity.value);
/** Pressure of saturation in atmospheres. Source: Clausius–Clapeyron. */
const saturationAtm = (c: number): number => Math.exp(PER_BOIL_K - CLAUSIUS / (c + ZERO_K));
/** At 100 °C the fibre holds its most. */
const MOST_HELD = 1 / VAPOUR.standardHumidity.value;

/** Newton stops when what is left over is this share of the heat of all the water. */
const NEAR_ENOUGH = 1e-4;
/** Heat in a kilogram of vapour, above liquid water at 0 °C, J/kg. */
const vapourJKg = (c: number): number => LATENT + CW * BOILS + CP * (c - BOILS);

/**
 * Heat and moisture straight down through layers: finite volumes on a grid of its own for each layer, implicit in time.
 * The first steps, and those while free water boils, are backward Euler, the rest Crank–Nicolson (Rannacher's start), so that nothing sudden rings.
 * Free water keeps a cell at 100 °C until it has gone, what the fibre holds leaves bit by bit above. Vapour goes down, gives its heat where it is colder than 100 °C, and leaves again from there. Energy is conserved to rounding.
 * Source: Carslaw & Jaeger, Conduction of Heat in Solids; Patankar, Numerical Heat Transfer; the enthalpy method with apparent heat capacity, Voller & Swaminathan 1991 (from memory).
 */
export class LayerColumn {
  readonly n: number;
  /** Temperature of each cell, °C. */
  readonly t: Float64Array;
  /** Water in each cell, kg/m². */
  readonly water: Float64Array;
  /** What the fibre holds in the standard atmosphere, kg/m². */
  readonly regain: Float64Array;
  /** Heat capacity of each cell without its water, J/(m²·K). */
  readonly capacity: Float64Array;
  /** Middle of each cell below the top, m. */
  readonly depthM: Float64Array;
  /** First cell of each layer, and one past the last. */
  readonly first: Int32Array;
  /** Conductance between cell i and i + 1; the last one leads to what lies below. */
  private readonly g: Float64Array;
  private readonly sizeM: Float64Array;
  private readonly dryWmK: Float64Array;
  private readonly contact: Float64Array;
  private readonly passes: Float64Array;
  private topHalfM2KW = 0;
  private readonly belowC: number;
  private readonly insulated: boolean;
  private readonly inverse: Float64Array;
  private readonly d: Float64Array;
  /** Apparent heat capacity of this step. */
  private readonly apparent: Float64Array;
  private readonly before: Float64Array;
  /** Whether a cell gave off vapour in the last step. */
  private readonly gives: Uint8Array;
  private steps = 0;
  private boiling = false;
  private wet: boolean;
  /** Heat that came in at the top and went out below since the start, J/m². */
  heatIn = 0;
  heatOut = 0;
  /** Heat that steam brought in, and that vapour carried out, J/m², above liquid water at 0 °C. */
  steamIn = 0;
  vapourOut = 0;
  /** Water that turned to vapour, counted each time, kg/m². */
  boiledKgM2 = 0;

  constructor(plan: ColumnPlan) {
    const { layers } = plan;
    this.n = layers.reduce((s, l) => s + l.cells, 0);
    const { n } = this;
    this.t = new Float64Array(n);
    this.water = new Float64Array(n);
    this.regain = new Float64Array(n);
    this.capacity = new Float64Array(n);
    this.depthM = new Float64Array(n);
    this.sizeM = new Float64Array(n);
    this.dryWmK = new Float64Array(n);
    this.contact = new Float64Array(n);
    this.passes = new Float64Array(n).fill(1);
    this.first = new Int32Array(layers.length + 1);
    this.g = new Float64Array(n);
    let i = 0;
    let z = 0;
    layers.forEach((l, k) => {
      this.first[k] = i;
      this.passes[i] = l.passesVapour;
      const growth = l.growth ?? 1;
      const total = growth === 1 ? l.cells : (growth ** l.cells - 1) / (growth - 1);
      const startC = typeof plan.startC === 'number' ? plan.startC : nth(plan.startC, k);
      const held = plan.held?.[k] ?? VAPOUR.roomShare.value;
      let size = l.thicknessMm / 1000 / total;
      for (let c = 0; c < l.cells; c++, i++) {
        const share = (size * 1000) / l.thicknessMm;
        this.t[i] = startC;
        this.capacity[i] = l.densityKgM3 * l.specificHeatJKgK * size;
        this.regain[i] = (l.regainGsm / 1000) * share;
        this.water[i] = ((l.regainGsm * held + l.wetGsm) / 1000) * share;
        this.sizeM[i] = size;
        this.dryWmK[i] = l.conductivityWmK;
        this.depthM[i] = z + size / 2;
        z += size;
        size *= growth;
      }
      this.contact[i - 1] = plan.contactsM2KW[k] ?? 0;
    });
    this.first[layers.length] = n;
    this.insulated = plan.below === 'insulated';
    this.belowC = plan.below === 'insulated' ? 0 : plan.below.fixedC;
    this.wet = layers.some((l) => l.wetGsm > 0);
    this.inverse = new Float64Array(n);
    this.d = new Float64Array(n);
    this.apparent = new Float64Array(n);
    this.before = new Float64Array(n);
    this.gives = new Uint8Array(n);
    this.conduct();
  }

  /** Conductances as wet as everything is now: free water beside the cloth's own fibre and air. */
  private conduct(): void {
    const { n, g, sizeM, dryWmK, contact, water, regain } = this;
    const half = (i: number): number => {
      const size = f64(sizeM, i);
      const free = f64(water, i) - f64(regain, i);
      return size / 2 / (f64(dryWmK, i) + (free > 0 ? (KW * free) / (WATER.densityKgM3.value * size) : 0));
    };
    let here = half(0);
    this.topHalfM2KW = here;
    for (let i = 0; i < n - 1; i++) {
      const next = half(i + 1);
      g[i] = 1 / (here + next + f64(contact, i));
      here = next;
    }
    g[n - 1] = this.insulated ? 0 : 1 / here;
  }

  /** Whether free water boiled somewhere in the last step. */
  get boils(): boolean {
    return this.boiling;
  }

  /** Begins again with the careful first steps: after a sudden change at the top. */
  settle(): void {
    this.steps = 0;
    this.gives.fill(0);
  }

  /** Goes on by a time step, s. */
  step(dt: number, top: Top): void {
    // Half-steps of backward Euler in place of the first two steps, and wherever a cell is held at 100 °C or let go.
    const careful = this.steps < 2 || this.boiling;
    this.boiling = false;
    if (careful) {
      this.solve(dt / 2, top, 1);
      this.solve(dt / 2, top, 1);
    } else this.solve(dt, top, IMPLICIT);
    this.steps += 1;
  }

  private solve(dt: number, top: Top, theta: number): void {
    const { n, t, g, capacity, water, regain, inverse, d, apparent, before, gives } = this;
    const gTop = top.conductanceWM2K > 0 ? 1 / (1 / top.conductanceWM2K + this.topHalfM2KW) : 0;
    const perS = 1 / dt;
    const explicit = 1 - theta;
    before.set(t);
    let above = top.c;
    let up = gTop;
    let ti = f64(before, 0);
    // Assembled and eliminated downwards in one go, Thomas's algorithm for a tridiagonal system.
    for (let i = 0; i < n; i++) {
      let cap = f64(capacity, i) + CW * f64(water, i);
      // What gives off vapour takes that much more heat for each degree.
      if (gives[i]) {
        const free = f64(water, i) - f64(regain, i) * MOST_HELD;
        const kelvin = ti + ZERO_K;
        cap +=
          free > 0 ? LATENT * f64(water, i) : (LATENT * f64(regain, i) * heldShare(ti) * CLAUSIUS) / (kelvin * kelvin);
      }
      apparent[i] = cap;
      const down = f64(g, i);
      const last = i === n - 1;
      const beneath = last ? this.belowC : f64(before, i + 1);
      const k = cap * perS;
      let diagonal = k + theta * (up + down);
      let right = k * ti + explicit * (up * (above - ti) + down * (beneath - ti));
      if (last) right += theta * down * this.belowC;
      if (i === 0) right += theta * up * top.c;
      else {
        const w = theta * up * f64(inverse, i - 1);
        diagonal -= w * theta * up;
        right += w * f64(d, i - 1);
      }
      inverse[i] = 1 / diagonal;
      d[i] = right;
      above = ti;
      up = down;
      ti = beneath;
    }
    let below = 0;
    for (let i = n - 1; i >= 0; i--) {
      below = (f64(d, i) + (i === n - 1 ? 0 : theta * f64(g, i) * below)) * f64(inverse, i);
      t[i] = below;
    }
    this.heatIn += dt * gTop * (top.c - (theta * f64(t, 0) + explicit * f64(before, 0)));
    this.heatOut += dt * f64(g, n - 1) * (theta * f64(t, n - 1) + explicit * f64(before, n - 1) - this.belowC);
    this.moisten(dt, top);
  }

  /** Vapour from the top down: condensing where it is colder than 100 °C, given off where there is water to spare. */
  private moisten(dt: number, top: Top): void {
    const { n, t, capacity, water, regain, apparent, before, gives } = this;
    let vapour = (top.steamKgM2S ?? 0) * dt;
    let vapourC = Math.max(BOILS, top.c);
    if (vapour > 0) this.steamIn += vapour * vapourJKg(vapourC);
    let wetter = false;
    for (let i = 0; i < n; i++) {
      if (vapour <= 0 && f64(water, i) <= 0) continue;
      const passes = f64(this.passes, i);
      if (passes < 1 && vapour > 0) {
        this.vapourOut += vapour * (1 - passes) * vapourJKg(vapourC);
        vapour *= passes;
      }
      let cap = f64(capacity, i) + CW * f64(water, i);
      // The heat that came in, as if nothing were given off: what is, is taken from it below.
      let ti = f64(before, i) + (f64(apparent, i) / cap) * (f64(t, i) - f64(before, i));
      if (vapour > 0) {
        if (ti < BOILS) {
          const m = Math.min(vapour, (cap * (BOILS - ti)) / (LATENT + CP * (vapourC - BOILS)));
          ti = (cap * ti + m * vapourJKg(vapourC)) / (cap + CW * m);
          cap += CW * m;
          water[i] = f64(water, i) + m;
          vapour -= m;
          wetter = true;
        }
        // What goes on through it takes its heat, or leaves some.
        if (vapour > 0 && ti >= BOILS) {
          const mixed = (cap * ti + CP * vapour * vapourC) / (cap + CP * vapour);
          ti = mixed;
          vapourC = mixed;
        }
      }
      gives[i] = 0;
      const w = f64(water, i);
      const held = f64(regain, i);
      if (ti > BOILS && w > 0 && w > held * heldShare(ti)) {
        // Where heat and what the fibre still holds agree: from 100 °C upwards, by Newton.
        const most = w - held * MOST_HELD;
        let to = Math.max(BOILS, Math.min(ti, f64(t, i)));
        if (most > 0 && cap * (ti - BOILS) <= LATENT * most) to = BOILS;
        else {
          for (let k = 0; k < 3; k++) {
            const share = held * heldShare(to);
            const kelvin = to + ZERO_K;
            const over = cap * (ti - to) - LATENT * (w - share);
            const slope = -cap - (LATENT * share * CLAUSIUS) / (kelvin * kelvin);
            const next = to - over / slope;
            to = Math.min(ti, Math.max(BOILS, next));
            if (Math.abs(over) < NEAR_ENOUGH * LATENT * w) break;
          }
        }
        const gone = Math.min(w, (cap * (ti - to)) / (LATENT - (CW - CP) * (to - BOILS)));
        if (gone > 0) {
          water[i] = w - gone;
          // Energy first: the heat that is left over stays in the cell.
          ti = (cap * ti - gone * vapourJKg(to)) / (cap - CW * gone);
          vapourC = vapour > 0 ? (vapour * vapourC + gone * to) / (vapour + gone) : to;
          vapour += gone;
          this.boiledKgM2 += gone;
          gives[i] = 1;
          if (most > 0) this.boiling = true;
        }
      }
      t[i] = ti;
    }
    if (vapour > 0) this.vapourOut += vapour * vapourJKg(vapourC);
    if (this.wet || wetter) {
      this.wet = false;
      for (let i = 0; i < n && !this.wet; i++) this.wet = f64(water, i) > f64(regain, i) * MOST_HELD;
      this.conduct();
    }
  }

  /** Heat held above a temperature, its water included, J/m². */
  heatAbove(c: number): number {
    let sum = 0;
    for (let i = 0; i < this.n; i++) sum += (f64(this.capacity, i) + CW * f64(this.water, i)) * (f64(this.t, i) - c);
    return sum;
  }

  /** Takes over heat and water of the uppermost cells of the same column as it lay otherwise. */
  takeOver(other: LayerColumn, cells: number): void {
    this.t.set(other.t.subarray(0, cells));
    this.water.set(other.water.subarray(0, cells));
    this.wet = true;
    this.conduct();
  }

  /** Takes over heat and water of another column's cells, from `from` there to `at` here, in turned order. */
  takeTurned(other: LayerColumn, from: number, to: number, at: number): void {
    for (let i = 0; i < to - from; i++) {
      this.t[at + i] = f64(other.t, to - 1 - i);
      this.water[at + i] = f64(other.water, to - 1 - i);
    }
    this.wet = true;
    this.conduct();
  }

  /** How wet a layer is: 0 as in a room or drier, 1 where its fibre holds all that it can, or more. */
  wetness(layer: number): number {
    let water = 0;
    let held = 0;
    for (let i = i32(this.first, layer); i < i32(this.first, layer + 1); i++) {
      water += f64(this.water, i);
      held += f64(this.regain, i);
    }
    return held > 0 ? Math.max(0, Math.min(1, (water / held - 1) / (MOST_HELD - 1))) : 0;
  }

  /**
   * Lets free water dry into still air from a cell's place: mass goes as heat does (Lewis), from saturated air at its temperature.
   * @returns what that takes away, as a conductance to the room, W/(m²·K)
   */
  dry(at: number, dt: number): number {
    let wettest = -1;
    for (let i = at; i < this.n; i++) if (f64(this.water, i) > f64(this.regain, i)) wettest = i;
    const c = f64(this.t, at);
    if (wettest < 0 || c <= ROOM_C.value) return 0;
    const kelvin = c + ZERO_K;
    const pa = DRYING.boilingPa.value * saturationAtm(c);
    const kgM3 = (pa * DRYING.molarKg.value) / (GAS_CONSTANT.value * kelvin);
    const fluxKgM2S = (DRYING.convectionWM2K.value / DRYING.airJM3K.value) * kgM3;
    let gone = fluxKgM2S * dt;
    for (let i = at; i < this.n && gone > 0; i++) {
      const m = Math.min(gone, Math.max(0, f64(this.water, i) - f64(this.regain, i)));
      this.water[i] = f64(this.water, i) - m;
      gone -= m;
    }
    return (fluxKgM2S * LATENT) / (c - ROOM_C.value);
  }

  /** The highest temperature of a layer's cells. */
  hottestIn(layer: number): number {
    let most = Number.NEGATIVE_INFINITY;
    for (let i = i32(this.first, layer); i < i32(this.first, layer + 1); i++) most = Math.max(most, f64(this.t, i));
    return most;
  }
}
