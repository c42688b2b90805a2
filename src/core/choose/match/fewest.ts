import { f64, i32, nth } from '../../base/lists';
import { USUAL_SCHOOLS } from '../../keep/model';
import { MOST_STEPS } from './data';

/** The search stops here and says that its answer is not proven; real projects need a few hundred steps. */
const MAX_STEPS = MOST_STEPS.value;

export interface Fewest {
  /** For each piece the index of its web, or −1. */
  readonly picks: number[];
  /** Whether no better set exists; false only when the search was cut short. */
  readonly proven: boolean;
}

/** Whether column v is nowhere dearer than column w, and cheaper somewhere or first. */
function beats(columns: readonly Float64Array[], v: number, w: number): boolean {
  let cheaper = v < w;
  for (const c of columns) {
    if (f64(c, v) > f64(c, w)) return false;
    if (f64(c, v) < f64(c, w)) cheaper = true;
  }
  return cheaper;
}

/** Pieces with the same row are one row that counts as often; what no web serves is left out (−1). */
function rowsOf(points: readonly (readonly (number | null)[])[], webs: number) {
  const rows: { cost: Float64Array; times: number }[] = [];
  const alike = new Map<number, number[]>();
  const home = points.map((row) => {
    const cost = Float64Array.from(row, (p) => p ?? Number.POSITIVE_INFINITY);
    let hash = 0;
    let served = false;
    for (let w = 0; w < webs; w++)
      if (f64(cost, w) < Number.POSITIVE_INFINITY) {
        served = true;
        hash += f64(cost, w) * (w + 1.37);
      }
    if (!served) return -1;
    const there = alike.get(hash)?.find((i) => nth(rows, i).cost.every((c, w) => c === cost[w]));
    if (there !== undefined) {
      nth(rows, there).times += 1;
      return there;
    }
    const at = rows.push({ cost, times: 1 }) - 1;
    alike.set(hash, [...(alike.get(hash) ?? []), at]);
    return at;
  });
  return { rows, home };
}

/** Webs of a first answer to beat: all open, then whichever saves most is shut, until none does. */
function greedily(
  used: readonly number[],
  columns: readonly Float64Array[],
  times: readonly number[],
  extra: number,
): readonly number[] {
  let open = used;
  for (;;) {
    // What shutting each web would cost: its rows go to their second best.
    const loss = new Float64Array(nth(columns, 0).length);
    columns.forEach((cost, i) => {
      let first = -1;
      let second = Number.POSITIVE_INFINITY;
      for (const w of open) {
        if (first < 0 || f64(cost, w) < f64(cost, first)) {
          if (first >= 0) second = f64(cost, first);
          first = w;
        } else if (f64(cost, w) < second) second = f64(cost, w);
      }
      loss[first] = f64(loss, first) + (second - f64(cost, first)) * nth(times, i);
    });
    const shut = open.reduce((a, b) => (f64(loss, b) < f64(loss, a) ? b : a));
    if (f64(loss, shut) >= extra) return open;
    open = open.filter((w) => w !== shut);
  }
}

/**
 * The set of webs with the least total of points, each web in use costing extra: the uncapacitated facility-location problem with one opening price.
 * Exact: branch and bound over webs, bounded from below by dual ascent. Ties go to the web that stands first.
 * A piece for which no web is allowed does not count.
 * Source of the bound: Erlenkotter 1978, "A dual-based procedure for uncapacitated facility location" (from memory).
 * @param points one row a piece, one column a web; null: forbidden
 */
export function fewestWebs(
  points: readonly (readonly (number | null)[])[],
  extra = USUAL_SCHOOLS.extraWebPoints,
): Fewest {
  const webs = points[0]?.length ?? 0;
  const { rows, home } = rowsOf(points, webs);
  if (rows.length === 0) return { picks: points.map(() => -1), proven: true };
  // Shifted so that each row's best is 0: the same answer, and every bound is a sum of what is left.
  const base = rows.map((r) => Math.min(...r.cost));
  rows.forEach((r, i) => {
    for (let w = 0; w < webs; w++) r.cost[w] = f64(r.cost, w) - nth(base, i);
  });
  const columns = rows.map((r) => r.cost);
  const times = rows.map((r) => r.times);

  const assign = (open: readonly number[]): { total: number; picks: number[] } => {
    let total = open.length * extra;
    const picks = columns.map((cost, i) => {
      let best = -1;
      for (const w of open) if (best < 0 || f64(cost, w) < f64(cost, best)) best = w;
      total += best < 0 ? Number.POSITIVE_INFINITY : f64(cost, best) * nth(times, i);
      return best;
    });
    return { total, picks };
  };
  const allowed = Array.from({ length: webs }, (_, w) => w).filter((w) =>
    columns.some((c) => f64(c, w) < Number.POSITIVE_INFINITY),
  );
  // A web that another beats or equals for every piece is never needed; of equals the first stays.
  const used = allowed.filter((w) => !allowed.some((v) => v !== w && beats(columns, v, w)));
  let best = assign(greedily(used, columns, times, extra));
  /** Least total with webs open (1), shut (0) or free (−1): dual ascent. Each row's price climbs through the webs' costs while no free web is overpaid. */
  const order = columns.map((cost) =>
    used.filter((w) => f64(cost, w) < Number.POSITIVE_INFINITY).sort((a, b) => f64(cost, a) - f64(cost, b)),
  );
  const paid = new Int32Array(webs);
  /** Lets a row pay the same to each of its candidates, as much as the least slack allows; returns how much. */
  const pay = (slack: Float64Array, payers: number, often: number, most: number): number => {
    let room = most;
    for (let k = 0; k < payers; k++) room = Math.min(room, f64(slack, i32(paid, k)) / often);
    for (let k = 0; k < payers; k++) {
      const payer = i32(paid, k);
      slack[payer] = f64(slack, payer) - room * often;
    }
    return room;
  };
  const boundOf = (state: Int8Array): number => {
    const slack = new Float64Array(webs).fill(extra);
    let total = 0;
    for (let w = 0; w < webs; w++) if (state[w] === 1) total += extra;
    for (let i = 0; i < columns.length; i++) {
      const cost = nth(columns, i);
      const often = nth(times, i);
      // Candidates from the cheapest up; an open web caps the price at its cost.
      let price = -1;
      let payers = 0;
      for (const w of nth(order, i)) {
        if (state[w] === 0) continue;
        const c = f64(cost, w);
        if (price < 0) price = c;
        else if (c > price) {
          price += pay(slack, payers, often, c - price);
          if (price < c) break;
        }
        if (state[w] === 1) {
          payers = 0;
          break;
        }
        paid[payers++] = w;
      }
      if (price < 0) return Number.POSITIVE_INFINITY;
      if (payers > 0) price += pay(slack, payers, often, Number.POSITIVE_INFINITY);
      total += price * often;
    }
    return total;
  };
  // Branches on the web that most rows would like best.
  const liked = new Float64Array(webs);
  columns.forEach((cost, i) => {
    for (const w of used) if (f64(cost, w) < extra) liked[w] = f64(liked, w) + nth(times, i);
  });
  const byLiking = [...used].sort((a, b) => f64(liked, b) - f64(liked, a) || a - b);
  let steps = 0;
  const state = new Int8Array(webs).fill(0);
  for (const w of used) state[w] = -1;
  const EPS = 1e-9;
  const go = (): void => {
    if (++steps > MAX_STEPS) return;
    if (boundOf(state) >= best.total - EPS) return;
    const pick = byLiking.find((w) => state[w] === -1);
    if (pick === undefined) {
      const got = assign(used.filter((w) => state[w] === 1));
      if (got.total < best.total - EPS) best = got;
      return;
    }
    for (const choice of [1, 0] as const) {
      state[pick] = choice;
      go();
    }
    state[pick] = -1;
  };
  go();
  return { picks: home.map((i) => (i < 0 ? -1 : nth(best.picks, i))), proven: steps <= MAX_STEPS };
}
