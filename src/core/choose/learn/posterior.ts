import { f64, nth } from '../../base/lists';
import { halton, PRIMES, quantile } from '../../base/normal';
import { SEARCHED } from './data';

// All the ways in which everything could be, each with how likely swatches make it. Adaptive importance sampling over Halton's points: the same data, the same answer.
// Source: Cappé, Guillin, Marin & Robert 2004, population Monte Carlo; tempering as in Neal 2001.

/** Ways, each a list of unknowns in standard deviations of what was not known before, and their shares, which sum to one. */
interface Ways {
  readonly at: readonly Float64Array[];
  readonly share: Float64Array;
}

/** Halton's points in one direction, as deviates of the normal distribution; made once. */
const points: Float64Array[] = [];
function pointsIn(direction: number): Float64Array {
  const known = points[direction];
  if (known) return known;
  const prime = nth(PRIMES, direction);
  // The first points of the sequence lie on a line in its higher directions.
  const made = Float64Array.from({ length: SEARCHED.last.value }, (_, k) => quantile(halton(k + prime, prime)));
  points[direction] = made;
  return made;
}

/** The lower triangle whose product with itself is a matrix that is symmetric; what is not positive is taken as nearly nothing. */
function triangleOf(m: readonly Float64Array[]): Float64Array[] {
  const d = m.length;
  const low = m.map(() => new Float64Array(d));
  for (let i = 0; i < d; i++)
    for (let j = 0; j <= i; j++) {
      let sum = nth(m, i)[j] ?? 0;
      for (let k = 0; k < j; k++) sum -= (low[i]?.[k] ?? 0) * (low[j]?.[k] ?? 0);
      const row = nth(low, i);
      row[j] = i === j ? Math.sqrt(Math.max(1e-6, sum)) : sum / (low[j]?.[j] ?? 1);
    }
  return low;
}

const weighed = (logs: Float64Array, power: number): Float64Array => {
  const top = logs.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY);
  const w = logs.map((l) => Math.exp(power * (l - top)));
  const sum = w.reduce((a, b) => a + b, 0);
  return w.map((x) => x / sum);
};
/** How many ways really count, of all. */
const counting = (w: Float64Array): number => 1 / w.reduce((s, x) => s + x * x, 0) / w.length;

/** Where ways are looked for: around a middle, as far as a triangle spreads them. */
interface Around {
  readonly middle: Float64Array;
  readonly low: readonly Float64Array[];
}

/** So many ways around a middle, with the logarithm of what each counts for. @param lnLikely how likely what was seen is, given a way */
function drawnAround(
  { middle, low }: Around,
  count: number,
  lnLikely: (way: Float64Array) => number,
): { readonly at: readonly Float64Array[]; readonly logs: Float64Array } {
  const dim = middle.length;
  const along = Array.from({ length: dim }, (_, i) => pointsIn(i));
  const logs = new Float64Array(count);
  const at = Array.from({ length: count }, (_, k) => {
    const way = Float64Array.from(middle);
    let lnDrawn = 0;
    let lnBefore = 0;
    for (let i = 0; i < dim; i++) {
      const row = nth(low, i);
      for (let j = 0; j <= i; j++) way[i] = f64(way, i) + SEARCHED.wide.value * f64(row, j) * f64(nth(along, j), k);
      lnDrawn -= f64(nth(along, i), k) ** 2 / 2;
      lnBefore -= f64(way, i) ** 2 / 2;
    }
    logs[k] = lnBefore + lnLikely(way) - lnDrawn;
    return way;
  });
  return { at, logs };
}

/** The middle of ways and how they spread, each counted by its share. */
function aroundOf(at: readonly Float64Array[], share: Float64Array): Around {
  const dim = nth(at, 0).length;
  const middle = new Float64Array(dim);
  at.forEach((way, k) => {
    for (let i = 0; i < dim; i++) middle[i] = f64(middle, i) + f64(share, k) * f64(way, i);
  });
  const spread = Array.from({ length: dim }, () => new Float64Array(dim));
  at.forEach((way, k) => {
    spread.forEach((row, i) => {
      const off = f64(share, k) * (f64(way, i) - f64(middle, i));
      for (let j = 0; j <= i; j++) row[j] = f64(row, j) + off * (f64(way, j) - f64(middle, j));
    });
  });
  return { middle, low: triangleOf(spread) };
}

/** Shares in which enough ways count: where too few do, what was seen is believed in part only, so that the next round looks nearer. */
function softened(logs: Float64Array): Float64Array {
  let power = 1;
  let share = weighed(logs, power);
  for (let k = 0; k < SEARCHED.softens.value && counting(share) < SEARCHED.enough.value / 2; k++) {
    power *= SEARCHED.softer.value;
    share = weighed(logs, power);
  }
  return share;
}

/**
 * All ways that go with what was seen.
 * @param dim how many unknowns; each is standard normal before @param lnLikely the logarithm of how likely what was seen is, given a way
 */
export function waysOf(dim: number, lnLikely: (way: Float64Array) => number): Ways {
  let around: Around = {
    middle: new Float64Array(dim),
    low: Array.from({ length: dim }, (_, i) => Float64Array.from({ length: dim }, (_, j) => (i === j ? 1 : 0))),
  };
  for (let round = 0; round < SEARCHED.rounds.value; round++) {
    const { at, logs } = drawnAround(around, SEARCHED.first.value, lnLikely);
    around = aroundOf(at, softened(logs));
    if (counting(weighed(logs, 1)) >= SEARCHED.enough.value) break;
  }
  const { at, logs } = drawnAround(around, SEARCHED.last.value, lnLikely);
  return { at, share: weighed(logs, 1) };
}

/** So many ways that are all as likely, in the order of their first unknown: every one stands for the same share. */
export function equally({ at, share }: Ways, count: number): Float64Array[] {
  const order = at.map((_, k) => k).sort((a, b) => (nth(at, a)[0] ?? 0) - (nth(at, b)[0] ?? 0));
  const drawn: Float64Array[] = [];
  let sum = 0;
  for (const k of order) {
    sum += share[k] ?? 0;
    while (drawn.length < count && (drawn.length + 0.5) / count <= sum) drawn.push(nth(at, k));
  }
  while (drawn.length < count) drawn.push(nth(at, nth(order, order.length - 1)));
  return drawn;
}
