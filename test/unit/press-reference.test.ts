import { expect } from 'chai';
import fc from 'fast-check';
import { expm, type Matrix, matrix, multiply } from 'mathjs';
import { type ColumnPlan, type Layer, LayerColumn } from '~/core/choose/press/column';

// The conduction solver against other ways to the same answer: the matrix exponential (mathjs) in time, a fine explicit scheme in space and time, and balances done by hand.

const layer = (more: Partial<Layer> = {}): Layer => ({
  thicknessMm: 1,
  conductivityWmK: 0.05,
  densityKgM3: 400,
  specificHeatJKgK: 1300,
  regainGsm: 0,
  wetGsm: 0,
  passesVapour: 1,
  cells: 6,
  ...more,
});
const START_C = 20;
const stack: ColumnPlan = {
  layers: [
    layer({ thicknessMm: 0.3, densityKgM3: 500, cells: 4 }),
    layer({ thicknessMm: 0.02, conductivityWmK: 0.22, densityKgM3: 1100, specificHeatJKgK: 1900, cells: 2 }),
    layer({ thicknessMm: 1.5, conductivityWmK: 0.042, densityKgM3: 190, cells: 8 }),
    layer({ thicknessMm: 6, conductivityWmK: 0.04, densityKgM3: 120, cells: 10 }),
  ],
  contactsM2KW: [0.0006, 0.0006, 0.0005],
  startC: 20,
  below: { fixedC: 20 },
};
const TOP = { c: 150, conductanceWM2K: 1 / 0.0009 };

/** The same stack as a system of ordinary equations dT/dt = A·T + b, built from the figures of the stack alone. */
function system(plan: ColumnPlan, top: typeof TOP): { a: number[][]; b: number[]; n: number } {
  const cells = plan.layers.flatMap((l, k) =>
    Array.from({ length: l.cells }, (_, i) => ({
      capacity: (l.densityKgM3 * l.specificHeatJKgK * l.thicknessMm) / 1000 / l.cells,
      half: l.thicknessMm / 1000 / l.cells / 2 / l.conductivityWmK,
      contact: i === l.cells - 1 ? (plan.contactsM2KW[k] ?? 0) : 0,
    })),
  );
  const n = cells.length;
  const a = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  const b = new Array<number>(n).fill(0);
  cells.forEach((cell, i) => {
    const next = cells[i + 1];
    if (next) {
      const g = 1 / (cell.half + cell.contact + next.half);
      a[i]![i]! -= g / cell.capacity;
      a[i]![i + 1]! += g / cell.capacity;
      a[i + 1]![i + 1]! -= g / next.capacity;
      a[i + 1]![i]! += g / next.capacity;
    }
    if (i === 0) {
      const g = 1 / (1 / top.conductanceWM2K + cell.half);
      a[0]![0]! -= g / cell.capacity;
      b[0]! += (g / cell.capacity) * top.c;
    }
    if (i === n - 1 && plan.below !== 'insulated') {
      const g = 1 / cell.half;
      a[i]![i]! -= g / cell.capacity;
      b[i]! += (g / cell.capacity) * plan.below.fixedC;
    }
  });
  return { a, b, n };
}

/** Exact in time: the affine system as one matrix, [A b; 0 0], exponentiated. */
function exactAt(plan: ColumnPlan, top: typeof TOP, seconds: number): number[] {
  const { a, b, n } = system(plan, top);
  const whole = [
    ...a.map((row, i) => [...row.map((v) => v * seconds), b[i]! * seconds]),
    new Array<number>(n + 1).fill(0),
  ];
  const start = [...new Array<number>(n).fill(START_C), 1];
  return (multiply(expm(matrix(whole)), start) as Matrix).toArray().slice(0, n) as number[];
}

function runTo(plan: ColumnPlan, seconds: number, dt: number, top = TOP): LayerColumn {
  const column = new LayerColumn(plan);
  const steps = Math.round(seconds / dt);
  for (let i = 0; i < steps; i++) column.step(seconds / steps, top);
  return column;
}

describe('press: conduction against other methods', () => {
  for (const seconds of [0.2, 1, 4, 15, 60])
    it(`a stack of four layers with contacts after ${seconds} s, against the matrix exponential (mathjs)`, () => {
      const want = exactAt(stack, TOP, seconds);
      const got = runTo(stack, seconds, Math.min(0.02, seconds / 50)).t;
      const step = TOP.c - START_C;
      for (let i = 0; i < want.length; i++) expect(Math.abs(got[i]! - want[i]!) / step, `cell ${i}`).to.be.below(0.002);
    });

  it('an explicit scheme of the textbook kind with a hundred thin cells comes to the same bond line, to 0.5 % of the step', () => {
    // Forward Euler on a uniform grid, stable while dt < dz²/2α: as plain as it gets, and slow.
    const l = layer({ thicknessMm: 2, cells: 100 });
    const plan: ColumnPlan = { layers: [l], contactsM2KW: [], startC: 20, below: { fixedC: 20 } };
    const dz = 2e-3 / 100;
    const alpha = l.conductivityWmK / (l.densityKgM3 * l.specificHeatJKgK);
    const dt = (0.4 * dz * dz) / alpha;
    let t = new Float64Array(100).fill(20);
    const seconds = 3;
    for (let k = 0; k < Math.round(seconds / dt); k++) {
      const next = t.slice();
      for (let i = 0; i < 100; i++) {
        // The plate touches without resistance: the surface is kept at 150 °C half a cell away.
        const up = i === 0 ? 2 * (150 - t[0]!) : t[i - 1]! - t[i]!;
        const down = i === 99 ? 2 * (20 - t[99]!) : t[i + 1]! - t[i]!;
        next[i] = t[i]! + ((alpha * dt) / (dz * dz)) * (up + down);
      }
      t = next;
    }
    const coarse = runTo({ ...plan, layers: [{ ...l, cells: 20 }] }, seconds, 0.02, { c: 150, conductanceWM2K: 1e9 });
    for (let i = 0; i < 20; i++) {
      const fine = t.subarray(i * 5, i * 5 + 5).reduce((s, v) => s + v, 0) / 5;
      expect(Math.abs(coarse.t[i]! - fine) / 130, `cell ${i}`).to.be.below(0.005);
    }
  });

  it('a thin foil on a poor contact warms like a lumped body: 1 − e^(−t/RC), by hand', () => {
    const l = layer({ thicknessMm: 0.05, conductivityWmK: 200, densityKgM3: 2700, specificHeatJKgK: 900, cells: 3 });
    const plan: ColumnPlan = { layers: [l], contactsM2KW: [], startC: 20, below: 'insulated' };
    const conductanceWM2K = 100;
    const tau = (2700 * 900 * 0.05e-3) / conductanceWM2K;
    for (const share of [0.5, 1, 2]) {
      const got = runTo(plan, share * tau, tau / 400, { c: 120, conductanceWM2K }).t[1]!;
      expect(got).to.be.closeTo(20 + 100 * (1 - Math.exp(-share)), 0.2);
    }
  });

  it('water boils away in the time that its latent heat takes, by hand: m·L / (g·ΔT)', () => {
    // One wet cell at 100 °C under a plate at 150 °C: 50 g/m² through 100 W/(m²·K).
    const l = layer({ thicknessMm: 0.1, conductivityWmK: 1000, wetGsm: 50, cells: 1 });
    const plan: ColumnPlan = { layers: [l], contactsM2KW: [], startC: 100, below: 'insulated' };
    // The cell itself holds 5 % more than the water's latent heat within the last degree.
    const seconds = (0.05 * 2_257_000) / (100 * 50);
    const top = { c: 150, conductanceWM2K: 100 };
    const before = runTo(plan, seconds * 0.98, 0.01, top);
    expect(before.t[0]).to.be.closeTo(100, 0.5);
    expect(before.water[0]).to.be.closeTo(0.05 * 0.02, 0.05 * 0.01);
    const after = runTo(plan, seconds * 1.1, 0.01, top);
    expect(after.water[0]).to.equal(0);
    expect(after.t[0]).to.be.above(101);
  });

  it('whatever the stack: between the coldest and the hottest it meets, hotter above than below, and energy kept', () => {
    const anyLayer = fc.record({
      thicknessMm: fc.double({ min: 0.02, max: 5, noNaN: true }),
      conductivityWmK: fc.double({ min: 0.03, max: 1, noNaN: true }),
      densityKgM3: fc.double({ min: 50, max: 2500, noNaN: true }),
      specificHeatJKgK: fc.double({ min: 700, max: 2000, noNaN: true }),
      regainGsm: fc.constantFrom(0, 0, 5, 20),
      wetGsm: fc.constantFrom(0, 0, 80),
      passesVapour: fc.constantFrom(0, 0.4, 1),
      cells: fc.integer({ min: 1, max: 8 }),
    });
    fc.assert(
      fc.property(
        fc.array(anyLayer, { minLength: 1, maxLength: 7 }),
        fc.double({ min: 90, max: 220, noNaN: true }),
        (layers, plateC) => {
          const plan: ColumnPlan = {
            layers,
            contactsM2KW: layers.slice(1).map(() => 0.0005),
            startC: 20,
            below: { fixedC: 20 },
          };
          const before = new LayerColumn(plan).heatAbove(0);
          const column = runTo(plan, 10, 0.05, { c: plateC, conductanceWM2K: 1000 });
          for (let i = 0; i < column.n; i++) {
            expect(column.t[i]).to.be.within(20 - 0.5, plateC + 0.5);
            if (i > 0 && column.water.every((w) => w === 0)) expect(column.t[i]).to.be.at.most(column.t[i - 1]! + 0.6);
          }
          const kept =
            column.heatAbove(0) - before + column.vapourOut + column.heatOut - column.heatIn - column.steamIn;
          expect(Math.abs(kept)).to.be.below(1e-3 * Math.max(1, column.heatIn));
        },
      ),
      { numRuns: 60 },
    );
  });
});
