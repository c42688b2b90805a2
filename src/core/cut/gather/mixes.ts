import { nth } from '../../base/lists';

/** Something that is bought whole: a sheet, a packet, a spool. */
export interface Whole {
  /** What is to be as small as possible: money, or where no price is known the amount. */
  readonly cost: number;
  /** How much one of it covers at most. */
  readonly amount: number;
  /** More than so many are never wanted. */
  readonly most: number;
}

export interface FoundMix {
  readonly counts: readonly number[];
  /** Of what is cut off by length. */
  readonly steps: number;
  readonly cost: number;
  readonly amount: number;
}
export interface FoundMixes {
  /** The cheapest, and the next best; none of them buys all that a better one buys and more. */
  readonly mixes: readonly FoundMix[];
  /** Nothing cheaper was left untried. */
  readonly proven: boolean;
}

/** So many are told. */
const BEST = 3;
/** Looked at before it is given up: more than any list of a home asks for. */
const MOST_NODES = 40_000;
const MOST_TRIES = 160;
const EPSILON = 1e-9;

interface Node {
  readonly counts: readonly number[];
  readonly last: number;
  readonly cost: number;
  readonly amount: number;
  /** Nothing that grows from it costs less. */
  readonly least: number;
}

/** A heap with the least on top. */
class Heap {
  private readonly list: Node[] = [];
  push(node: Node): void {
    const { list } = this;
    let i = list.push(node) - 1;
    while (i > 0) {
      const up = (i - 1) >> 1;
      if (nth(list, up).least <= node.least) break;
      list[i] = nth(list, up);
      i = up;
    }
    list[i] = node;
  }
  pop(): Node | undefined {
    const { list } = this;
    const top = list[0];
    const node = list.pop();
    if (!node || list.length === 0) return top;
    let i = 0;
    for (;;) {
      let down = 2 * i + 1;
      if (down >= list.length) break;
      if (down + 1 < list.length && nth(list, down + 1).least < nth(list, down).least) down += 1;
      if (nth(list, down).least >= node.least) break;
      list[i] = nth(list, down);
      i = down;
    }
    list[i] = node;
    return top;
  }
}

const buysAllOf = (a: FoundMix, b: FoundMix): boolean =>
  a.steps >= b.steps && a.counts.every((n, i) => n >= nth(b.counts, i));

/**
 * The cheapest way of buying enough, and the next two: a small integer program, solved by best-first search over how many of each are bought.
 * Exact as far as what `stepsFor` says is.
 * @param step what is cut off by length: what a step costs, and how much it covers at most; null: none is
 * @param needed so much is needed at the very least
 * @param mostTries asked no more often than this; beyond it what was found is told as not proven
 * @param stepsFor how many steps are needed beside so many of each; 0: none; null: so it cannot be
 */
export function cheapestMixes(
  wholes: readonly Whole[],
  step: Pick<Whole, 'cost' | 'amount'> | null,
  needed: number,
  stepsFor: (counts: readonly number[]) => number | null,
  mostTries = MOST_TRIES,
): FoundMixes {
  const all = step ? [...wholes, step] : [...wholes];
  const perAmount = Math.min(Number.POSITIVE_INFINITY, ...all.map((o) => o.cost / o.amount));
  const leastFor = (cost: number, amount: number): number =>
    amount >= needed ? cost : cost + (needed - amount) * perAmount;
  const heap = new Heap();
  heap.push({ counts: wholes.map(() => 0), last: 0, cost: 0, amount: 0, least: leastFor(0, 0) });
  let found: FoundMix[] = [];
  let tries = 0;
  let nodes = 0;
  for (;;) {
    const node = heap.pop();
    if (!node) return { mixes: found.slice(0, BEST), proven: true };
    const worst = found[BEST - 1]?.cost ?? Number.POSITIVE_INFINITY;
    if (node.least >= worst - EPSILON) return { mixes: found.slice(0, BEST), proven: true };
    if (++nodes > MOST_NODES || tries >= mostTries) return { mixes: found.slice(0, BEST), proven: false };
    // Without anything cut off by length it has to be enough by itself.
    if (step || node.amount >= needed - EPSILON) {
      tries += 1;
      const steps = stepsFor(node.counts);
      if (steps !== null && (steps === 0 || step)) {
        const mix: FoundMix = {
          counts: node.counts,
          steps,
          cost: node.cost + steps * (step?.cost ?? 0),
          amount: node.amount + steps * (step?.amount ?? 0),
        };
        found = [...found, mix].sort((a, b) => a.cost - b.cost || a.amount - b.amount);
        found = found.filter((m, i) => !found.some((o, k) => k < i && buysAllOf(m, o)));
        // What is enough by itself is not made better by more.
        if (steps === 0) continue;
      }
    }
    for (let i = node.last; i < wholes.length; i++) {
      const whole = nth(wholes, i);
      if (nth(node.counts, i) >= whole.most) continue;
      const cost = node.cost + whole.cost;
      const amount = node.amount + whole.amount;
      heap.push({
        counts: node.counts.map((n, k) => (k === i ? n + 1 : n)),
        last: i,
        cost,
        amount,
        least: leastFor(cost, amount),
      });
    }
  }
}
