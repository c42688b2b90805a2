// What is bought is the cheapest there is: proven against every way of buying it, on small random cases and on worked examples.
import { expect } from 'chai';
import { nth } from '~/core/base/lists';
import { cheapestMixes, type Whole } from '~/core/cut/gather';
import { seeded } from '~/core/cut/nest';

interface Case {
  readonly wholes: readonly Whole[];
  readonly step: { readonly cost: number; readonly amount: number } | null;
  readonly needed: number;
  readonly stepsFor: (counts: readonly number[]) => number | null;
}
interface Bought {
  readonly counts: readonly number[];
  readonly steps: number;
  readonly cost: number;
}

/** Every way of buying enough, the cheapest first; none that buys all another cheaper one buys, and more. */
function everyWay({ wholes, step, stepsFor }: Case, most: number): Bought[] {
  let all: number[][] = [[]];
  for (const w of wholes)
    all = all.flatMap((c) => Array.from({ length: Math.min(most, w.most) + 1 }, (_, n) => [...c, n]));
  const ways = all.flatMap((counts): Bought[] => {
    const steps = stepsFor(counts);
    if (steps === null || (steps > 0 && !step)) return [];
    const cost = counts.reduce((sum, n, i) => sum + n * nth(wholes, i).cost, 0) + steps * (step?.cost ?? 0);
    return [{ counts, steps, cost }];
  });
  const more = (a: Bought, b: Bought): boolean =>
    a !== b && a.steps >= b.steps && a.counts.every((n, i) => n >= nth(b.counts, i));
  return ways
    .filter((w) => !ways.some((o) => more(w, o) && !(more(o, w) && ways.indexOf(o) > ways.indexOf(w))))
    .sort((a, b) => a.cost - b.cost);
}

/** Boxes in the first bin that has room, largest first: how many cm of cloth are needed beside so many sheets. */
function rows(parts: readonly number[], sheets: readonly number[], counts: readonly number[], stepCm: number): number {
  const bins = counts.flatMap((n, i) => Array.from({ length: n }, () => nth(sheets, i)));
  let rest = 0;
  for (const part of [...parts].sort((a, b) => b - a)) {
    const i = bins.findIndex((room) => room >= part);
    if (i < 0) rest += part;
    else bins[i] = nth(bins, i) - part;
  }
  return Math.ceil(rest / stepCm);
}

describe('the cheapest way of buying what is short', () => {
  it('is as cheap as the best of every way, and so are the next two: 200 random cases', function () {
    this.timeout(60_000);
    const random = seeded(20);
    const from = (a: number, b: number): number => a + Math.floor(random() * (b - a + 1));
    let mixed = 0;
    for (let n = 0; n < 200; n++) {
      const kinds = from(1, 3);
      const sheets = Array.from({ length: kinds }, () => from(12, 30));
      const wholes = sheets.map((amount) => ({ cost: from(20, 200) / 10, amount, most: 5 }));
      const parts = Array.from({ length: from(3, 8) }, () => from(3, 12));
      const withStep = random() < 0.6;
      const stepCm = from(2, 10);
      const step = withStep ? { cost: (stepCm * from(2, 9)) / 10, amount: stepCm } : null;
      const one: Case = {
        wholes,
        step,
        needed: parts.reduce((a, b) => a + b, 0),
        stepsFor: (counts) => {
          const steps = rows(parts, sheets, counts, stepCm);
          return steps > 0 && !step ? null : steps;
        },
      };
      const best = everyWay(one, 5);
      const got = cheapestMixes(one.wholes, one.step, one.needed, one.stepsFor);
      expect(got.proven, `case ${n}`).to.equal(true);
      expect(got.mixes.length, `case ${n}`).to.equal(Math.min(3, best.length));
      got.mixes.forEach((m, i) => {
        expect(m.cost, `case ${n}, answer ${i + 1}`).to.be.closeTo(nth(best, i).cost, 1e-9);
      });
      if (got.mixes[0] && got.mixes[0].counts.filter((c) => c > 0).length + Math.sign(got.mixes[0].steps) > 1) mixed++;
    }
    // Cases in which the best mixes two kinds: otherwise trying each kind alone would pass.
    expect(mixed).to.be.above(20);
  });

  it('thread of 230 m in spools of 100 m at 3.20 and of 500 m at 9.00: two small and one more, worked by hand', () => {
    const wholes = [
      { cost: 3.2, amount: 100, most: 9 },
      { cost: 9, amount: 500, most: 9 },
    ];
    const { mixes } = cheapestMixes(wholes, null, 230, () => 0);
    // 9.00 for one large, 9.60 for three small; two small are too little.
    expect(mixes.map((m) => m.counts)).to.deep.equal([
      [0, 1],
      [3, 0],
    ]);
  });

  it('takes what is given away before what costs', () => {
    const wholes = [
      { cost: 0, amount: 10, most: 2 },
      { cost: 5, amount: 20, most: 9 },
    ];
    const { mixes } = cheapestMixes(wholes, null, 30, (c) => (nth(c, 0) * 10 + nth(c, 1) * 20 >= 30 ? 0 : null));
    expect(mixes[0]?.cost).to.equal(5);
    expect(mixes[0]?.counts).to.deep.equal([1, 1]);
  });

  it('says so when there is no way, and when not every way was tried', () => {
    expect(cheapestMixes([{ cost: 1, amount: 5, most: 3 }], null, 20, () => 0)).to.deep.equal({
      mixes: [],
      proven: true,
    });
    const many = Array.from({ length: 6 }, (_, i) => ({ cost: 1 + i / 1000, amount: 1, most: 60 }));
    expect(cheapestMixes(many, null, 40, () => null).proven).to.equal(false);
  });
});
