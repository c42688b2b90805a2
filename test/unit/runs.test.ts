// What goes to the ground in one press: nothing before what it lies on, and as few settings of the iron as can be.
import { expect } from 'chai';
import fc from 'fast-check';
import { runsApart } from '~/core/hands/making';
import { cases } from '../cases';

const settings = (runs: readonly (readonly number[])[], heats: readonly string[]): number =>
  runs.filter((run, i) => i === 0 || heats[run[0] ?? 0] !== heats[runs[i - 1]?.[0] ?? 0]).length;

/** The fewest settings of any order, by trying all of them. */
function fewest(heats: readonly string[], beneath: readonly (readonly number[])[]): number {
  let best = Number.POSITIVE_INFINITY;
  const go = (done: readonly number[], heat: string, so: number): void => {
    if (so >= best) return;
    if (done.length === heats.length) {
      best = so;
      return;
    }
    heats.forEach((h, i) => {
      if (!done.includes(i) && (beneath[i] ?? []).every((u) => done.includes(u)))
        go([...done, i], h, so + Number(h !== heat));
    });
  };
  go([], '', 0);
  return best;
}

describe('what is bonded in one go', () => {
  const runs = (heats: string[], beneath: number[][], kin: (i: number) => string | null = () => null): number[][] =>
    runsApart(
      heats.length,
      (i) => beneath[i] ?? [],
      (i) => heats[i] ?? '',
      kin,
    );

  it('is all that lies side by side at one heat; what lies on it comes after', () => {
    expect(runs(['a', 'a', 'a'], [[], [], [0]])).to.deep.equal([[0, 1], [2]]);
    expect(runs(['a', 'b', 'a'], [[], [], []])).to.deep.equal([[0, 2], [1]]);
    expect(runs([], [])).to.deep.equal([]);
  });

  // By hand: a, b and a on one another in turn take three settings, whatever the fourth, at b, lies beside.
  it('sets the iron three times where the pile wants it, not four', () => {
    const got = runs(['b', 'a', 'b', 'a'], [[], [], [1], [2]]);
    expect(settings(got, ['b', 'a', 'b', 'a'])).to.equal(3);
    expect(got.flat().sort()).to.deep.equal([0, 1, 2, 3]);
  });

  it('keeps the letters of a word together where nothing lies on them', () => {
    // 2 and 3 lie on 0; 1 could go at once, but is a letter like 3.
    const kin = (i: number): string | null => (i === 1 || i === 3 ? 'word' : null);
    expect(runs(['a', 'a', 'a', 'a'], [[], [], [0], [0]], kin)).to.deep.equal([[0], [1, 2, 3]]);
    // Something lies on it: it cannot wait.
    expect(runs(['a', 'a', 'a', 'a', 'a'], [[], [], [0], [0], [1]], kin)[0]).to.include(1);
  });

  it('against every order there is: never before what it lies on, never more settings than must be', () => {
    const pile = fc
      .array(fc.constantFrom('a', 'b', 'c'), { minLength: 1, maxLength: 6 })
      .chain((heats) =>
        fc.tuple(
          fc.constant(heats),
          fc.tuple(
            ...heats.map((_, i) => (i === 0 ? fc.constant([]) : fc.subarray(Array.from({ length: i }, (_x, k) => k)))),
          ),
        ),
      );
    fc.assert(
      fc.property(pile, ([heats, beneath]) => {
        const got = runs(heats, beneath as number[][], (i) => `of ${i % 2}`);
        const done = new Set<number>();
        for (const run of got) {
          expect(new Set(run.map((i) => heats[i])).size).to.equal(1);
          for (const i of run) for (const u of beneath[i] ?? []) expect(done.has(u), `${i} before ${u}`).to.equal(true);
          for (const i of run) done.add(i);
        }
        expect([...done].sort()).to.deep.equal(heats.map((_, i) => i));
        expect(settings(got, heats)).to.equal(fewest(heats, beneath as number[][]));
      }),
      { numRuns: cases(400, 100), seed: 7 },
    );
  });
});
