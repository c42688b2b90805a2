import { inMap, nth } from '../../base/lists';

// Which blocks go to the ground in one press. What does not touch is laid and bonded in one go (common practice, no source),
// as far as one heat suits it; and of all orders in which nothing comes before what it lies on, one that sets the iron least often.

/** So many ways are followed side by side; more than that are the same ways in other clothes. Ours. */
const MOST_WAYS = 200;

interface Way {
  readonly done: ReadonlySet<number>;
  readonly runs: readonly (readonly number[])[];
  readonly heat: string | null;
}

/**
 * Blocks in runs: those of a run lie beside one another, and one heat suits them.
 * @param count how many blocks there are, back-most first
 * @param beneath for each block those it lies on, all of them before it
 * @param heatOf what the iron is set to for a block: blocks of another name are never in one run
 * @param kinOf blocks of one name are kept together where that costs nothing, such as the letters of a word; null: it is none’s
 * @returns indices; every block once, after everything it lies on, with as few changes of heat as can be, then as few runs
 */
export function runsApart(
  count: number,
  beneath: (block: number) => readonly number[],
  heatOf: (block: number) => string,
  kinOf: (block: number) => string | null = () => null,
): number[][] {
  const all = Array.from({ length: count }, (_, i) => i);
  const under = new Map(all.map((i) => [i, beneath(i)]));
  const heats = new Map(all.map((i) => [i, heatOf(i)]));
  const ready = (done: ReadonlySet<number>, heat: string): number[] =>
    all.filter((i) => !done.has(i) && inMap(heats, i) === heat && inMap(under, i).every((u) => done.has(u)));
  /** Everything that this heat can do now, run after run. */
  const followed = (way: Way, heat: string): Way => {
    const done = new Set(way.done);
    const runs = [...way.runs];
    for (let run = ready(done, heat); run.length > 0; run = ready(done, heat)) {
      runs.push(run);
      for (const i of run) done.add(i);
    }
    return { done, runs, heat };
  };
  const nextHeats = ({ done, heat }: Way): string[] =>
    [
      ...new Set(
        all.filter((i) => !done.has(i) && inMap(under, i).every((u) => done.has(u))).map((i) => inMap(heats, i)),
      ),
    ].sort((a, b) => Number(b === heat) - Number(a === heat));
  let ways: Way[] = [{ done: new Set(), runs: [], heat: null }];
  for (;;) {
    const finished = ways.filter((w) => w.done.size === count);
    const [best] = finished.sort((a, b) => a.runs.length - b.runs.length);
    if (best) return kept(best.runs, under, heats, kinOf);
    const seen = new Set<string>();
    ways = ways
      .flatMap((way) => nextHeats(way).map((heat) => followed(way, heat)))
      .sort((a, b) => b.done.size - a.done.size)
      .filter(({ done }) => {
        const key = [...done].sort((a, b) => a - b).join(' ');
        return !seen.has(key) && seen.add(key);
      })
      .slice(0, MOST_WAYS);
  }
}

/** The same runs, but that a block waits for the last of its kin, where nothing lies on it before that. */
function kept(
  runs: readonly (readonly number[])[],
  under: ReadonlyMap<number, readonly number[]>,
  heats: ReadonlyMap<number, string>,
  kinOf: (block: number) => string | null,
): number[][] {
  const out = runs.map((run) => [...run]);
  const runOf = (block: number): number => out.findIndex((run) => run.includes(block));
  // From the last run back, so that what lies on a block has found its own place by then.
  for (let r = out.length - 1; r >= 0; r--)
    for (const block of [...nth(out, r)]) {
      const kin = kinOf(block);
      if (kin === null) continue;
      const above = [...under].flatMap(([b, us]) => (us.includes(block) ? [runOf(b)] : []));
      const before = Math.min(out.length, ...above);
      for (let to = before - 1; to > r; to--) {
        const run = nth(out, to);
        if (!run.some((b) => kinOf(b) === kin) || inMap(heats, nth(run, 0)) !== inMap(heats, block)) continue;
        run.push(block);
        run.sort((a, b) => a - b);
        nth(out, r).splice(nth(out, r).indexOf(block), 1);
        break;
      }
    }
  return out.filter((run) => run.length > 0);
}
