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

/**
 * All ways that go with what was seen.
 * @param dim how many unknowns; each is standard normal before @param lnLikely the logarithm of how likely what was seen is, given a way
 */
export function waysOf(dim: number, lnLikely: (way: Float64Array) => number): Ways {
  let centre = new Float64Array(dim);
  let low: Float64Array[] = Array.from({ length: dim }, (_, i) =>
    Float64Array.from({ length: dim }, (_, j) => (i === j ? 1 : 0)),
  );
  const along = Array.from({ length: dim }, (_, i) => pointsIn(i));
  let as: Ways = { at: [], share: new Float64Array() };
  const wide = SEARCHED.wide.value;
  for (let round = 0; round <= SEARCHED.rounds.value; round++) {
    const last = round === SEARCHED.rounds.value;
    const count = last ? SEARCHED.last.value : SEARCHED.first.value;
    const at: Float64Array[] = [];
    const logs = new Float64Array(count);
    for (let k = 0; k < count; k++) {
      const z = along.map((list) => f64(list, k));
      const way = new Float64Array(dim);
      let q = 0;
      let prior = 0;
      for (let i = 0; i < dim; i++) {
        let x = centre[i] ?? 0;
        for (let j = 0; j <= i; j++) x += wide * (low[i]?.[j] ?? 0) * (z[j] ?? 0);
        way[i] = x;
        q -= ((z[i] ?? 0) * (z[i] ?? 0)) / 2;
        prior -= (x * x) / 2;
      }
      at.push(way);
      logs[k] = prior + lnLikely(way) - q;
    }
    const share = weighed(logs, 1);
    as = { at, share };
    if (last) break;
    const enough = SEARCHED.enough.value;
    if (counting(share) >= enough) {
      round = SEARCHED.rounds.value - 1;
    }
    // Too few count: what was seen is believed in part only, so that the next round looks nearer.
    let power = 1;
    for (let k = 0; k < 12 && counting(weighed(logs, power)) < enough / 2; k++) power *= 0.7;
    const near = power === 1 ? share : weighed(logs, power);
    const mean = new Float64Array(dim);
    at.forEach((way, k) => {
      for (let i = 0; i < dim; i++) mean[i] = (mean[i] ?? 0) + (near[k] ?? 0) * (way[i] ?? 0);
    });
    const spread = Array.from({ length: dim }, () => new Float64Array(dim));
    at.forEach((way, k) => {
      for (let i = 0; i < dim; i++) {
        const row = nth(spread, i);
        for (let j = 0; j <= i; j++)
          row[j] = (row[j] ?? 0) + (near[k] ?? 0) * ((way[i] ?? 0) - (mean[i] ?? 0)) * ((way[j] ?? 0) - (mean[j] ?? 0));
      }
    });
    centre = mean;
    low = triangleOf(spread);
  }
  return as;
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
