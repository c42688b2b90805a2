import { nth } from '../../base/lists';
import type { Point } from '../../base/shape';
import { CARRY_MM, CARRY_S, CHANGE_S, CUT_S, EXACT_LINES, MOVE_ON_S } from './data';

/** A line as the order sees it. */
export interface Stop {
  /** Its thread; the same text is the same thread. */
  readonly thread: string;
  /** Its motif: a unit, a word, or the piece itself. */
  readonly motif: string;
  readonly articleId: string;
  readonly start: Point;
  readonly end: Point;
  /** Lines that have to be done before it, by index. */
  readonly after: readonly number[];
  /** Lines of a lower rank are done first; all 0 where that is all one. */
  readonly rank: number;
}

/** What an order comes to, s. */
export interface OrderedLines {
  readonly order: readonly number[];
  readonly costS: number;
  readonly changes: number;
  readonly cuts: number;
}

/** What leaving a motif half done costs, in changes of thread: more than the two that it can save. */
const MOTIF_S = 2.5;

/** Seconds from the end of one line to the start of the next. The first is begun with its thread on the machine. */
function costBetween(a: Stop, b: Stop, byMotif: boolean): number {
  const change = a.thread === b.thread ? 0 : CHANGE_S.value;
  const moved = a.articleId === b.articleId ? 0 : MOVE_ON_S.value;
  const motif = byMotif && a.motif !== b.motif ? MOTIF_S * CHANGE_S.value : 0;
  return change + moved + motif + (isCut(a, b) ? CUT_S.value : CARRY_S.value) + farS(a, b);
}
const far = (a: Stop, b: Stop): number => Math.hypot(a.end.x - b.start.x, a.end.y - b.start.y);
/** A long way counts a little, so that of two orders as good the one is taken that wanders less. */
const farS = (a: Stop, b: Stop): number => (a.articleId === b.articleId ? far(a, b) / 1000 : 0);
const isCut = (a: Stop, b: Stop): boolean =>
  a.thread !== b.thread || a.articleId !== b.articleId || far(a, b) > CARRY_MM.value;

/** What an order of lines comes to. */
export function orderFigures(stops: readonly Stop[], order: readonly number[], byMotif = false): OrderedLines {
  let costS = 0;
  let changes = 0;
  let cuts = 0;
  for (let i = 1; i < order.length; i++) {
    const a = nth(stops, nth(order, i - 1));
    const b = nth(stops, nth(order, i));
    costS += costBetween(a, b, byMotif);
    if (a.thread !== b.thread) changes += 1;
    if (isCut(a, b)) cuts += 1;
  }
  return { order, costS, changes, cuts };
}

/** Ranks told as what has to be done before: all of a lower rank; what a line has to wait for lifts its own rank. */
function ranked(stops: readonly Stop[]): number[][] {
  const rank = stops.map((s) => s.rank);
  // Lines wait only for lines before them in the pile, so one pass in order of index is enough; two, to be sure of any order.
  for (let pass = 0; pass < 2; pass++)
    stops.forEach((s, i) => {
      rank[i] = Math.max(nth(rank, i), ...s.after.map((j) => nth(rank, j)));
    });
  const groups = new Map<number, number[]>();
  rank.forEach((r, i) => {
    groups.set(r, [...(groups.get(r) ?? []), i]);
  });
  return [...groups].sort(([a], [b]) => a - b).map(([, list]) => list);
}

/**
 * An order in which no line comes before one that it waits for, with as few changes of thread, cuts and ways as can be: exactly so up to {@link EXACT_LINES} lines, else the best that a search over whole runs of one thread finds.
 * @param byMotif a motif is finished before the next
 */
export function orderLines(stops: readonly Stop[], byMotif: boolean): OrderedLines {
  const order: number[] = [];
  for (const group of ranked(stops)) {
    const done = new Set(order);
    const local = group.map((i): Stop => {
      const s = nth(stops, i);
      return {
        ...s,
        after: s.after
          .filter((j) => !done.has(j))
          .map((j) => group.indexOf(j))
          .filter((j) => j >= 0),
      };
    });
    const last = order.at(-1);
    const from = last === undefined ? null : nth(stops, last);
    const found = local.length <= EXACT_LINES ? exactOrder(local, byMotif, from) : searchedOrder(local, byMotif, from);
    order.push(...found.map((k) => nth(group, k)));
  }
  return orderFigures(stops, order, byMotif);
}

/** The best order by looking at every set of lines that can be done, and each that can be its last (Held & Karp 1962). For few lines only: the sets are 2^n. */
export function exactOrder(stops: readonly Stop[], byMotif: boolean, from: Stop | null = null): number[] {
  const n = stops.length;
  if (n === 0) return [];
  const needs = stops.map((s) => s.after.reduce((mask, j) => mask | (1 << j), 0));
  const cost = stops.map((a) => stops.map((b) => costBetween(a, b, byMotif)));
  const states = (1 << n) * n;
  const best = new Float64Array(states).fill(Number.POSITIVE_INFINITY);
  const before = new Int8Array(states).fill(-1);
  for (let i = 0; i < n; i++)
    if (needs[i] === 0) best[(1 << i) * n + i] = from ? costBetween(from, nth(stops, i), byMotif) : 0;
  for (let mask = 1; mask < 1 << n; mask++)
    for (let last = 0; last < n; last++) {
      const here = best[mask * n + last] ?? Number.POSITIVE_INFINITY;
      if (here === Number.POSITIVE_INFINITY) continue;
      for (let next = 0; next < n; next++) {
        const need = nth(needs, next);
        if (mask & (1 << next) || (need & mask) !== need) continue;
        const to = (mask | (1 << next)) * n + next;
        const sum = here + nth(nth(cost, last), next);
        if (sum < (best[to] ?? 0)) {
          best[to] = sum;
          before[to] = last;
        }
      }
    }
  const full = (1 << n) - 1;
  let last = 0;
  for (let i = 1; i < n; i++) if ((best[full * n + i] ?? 0) < (best[full * n + last] ?? 0)) last = i;
  const order: number[] = [];
  for (let mask = full; mask > 0; ) {
    order.push(last);
    const previous = before[mask * n + last] ?? -1;
    mask &= ~(1 << last);
    last = previous;
  }
  return order.reverse();
}

/** How many half-finished orders are followed side by side; fewer where there are many lines. */
const FOLLOWED = 24;
const FOLLOWED_MANY = 5;
const MANY = 120;
/** Lines whose order is improved one by one at the end, and how often all are tried. */
const IMPROVED_UP_TO = 60;
const ROUNDS = 6;
const REMADE = 700;

interface Partial {
  readonly done: Uint8Array;
  readonly order: readonly number[];
  readonly costS: number;
  /** A bound from below on what it will come to. */
  readonly boundS: number;
}

/** Beam search over whole runs: everything of one thread (or one motif) that can be done now, then the next; improved by moving single lines where that is allowed. */
export function searchedOrder(stops: readonly Stop[], byMotif: boolean, from: Stop | null = null): number[] {
  const n = stops.length;
  const keyOf = (s: Stop): string => (byMotif ? s.motif : s.thread);
  const keys = [...new Set(stops.map(keyOf))];
  const members = new Map(keys.map((k) => [k, stops.flatMap((s, i) => (keyOf(s) === k ? [i] : []))]));
  const followed = n > MANY ? FOLLOWED_MANY : FOLLOWED;
  const least = byMotif ? MOTIF_S * CHANGE_S.value : CHANGE_S.value;

  // What it costs from one line to the next is asked for again and again.
  const costs = new Float64Array(n * n).fill(Number.NaN);
  const costOf = (a: number, b: number): number => {
    let cost = costs[a * n + b] ?? Number.NaN;
    if (Number.isNaN(cost)) {
      cost = costBetween(nth(stops, a), nth(stops, b), byMotif);
      costs[a * n + b] = cost;
    }
    return cost;
  };
  const followers = stops.map((): number[] => []);
  stops.forEach((s, i) => {
    for (const j of s.after) nth(followers, j).push(i);
  });

  /** All of one key that can be done, one after another, each time the nearest. */
  const runOf = (state: Partial, key: string): Partial | null => {
    const done = state.done.slice();
    const order = [...state.order];
    let costS = state.costS;
    const rest = new Set((members.get(key) ?? []).filter((i) => !done[i]));
    let last = order.at(-1) ?? -1;
    let went = false;
    /** Of each line of the run how many it still waits for. */
    const waits = new Map([...rest].map((i) => [i, nth(stops, i).after.filter((j) => !done[j]).length]));
    for (;;) {
      let next = -1;
      let nextS = Number.POSITIVE_INFINITY;
      for (const i of rest) {
        if (waits.get(i) !== 0) continue;
        const d = last >= 0 ? costOf(last, i) : from ? costBetween(from, nth(stops, i), byMotif) : 0;
        if (d < nextS) {
          next = i;
          nextS = d;
        }
      }
      if (next < 0) break;
      rest.delete(next);
      done[next] = 1;
      order.push(next);
      costS += nextS;
      for (const k of nth(followers, next)) {
        const left = waits.get(k);
        if (left !== undefined) waits.set(k, left - 1);
      }
      last = next;
      went = true;
    }
    if (!went) return null;
    const left = keys.filter((k) => (members.get(k) ?? []).some((i) => !done[i])).length;
    return { done, order, costS, boundS: costS + left * least };
  };

  let beam: Partial[] = [{ done: new Uint8Array(n), order: [], costS: 0, boundS: 0 }];
  let finished: Partial | null = null;
  while (beam.length > 0) {
    const next: Partial[] = [];
    const seen = new Set<string>();
    for (const state of beam)
      for (const key of keys) {
        const more = runOf(state, key);
        if (!more) continue;
        if (more.order.length === n) {
          if (!finished || more.costS < finished.costS) finished = more;
          continue;
        }
        if (finished && more.boundS >= finished.costS) continue;
        const name = `${key} ${more.done.join('')}`;
        if (seen.has(name)) continue;
        seen.add(name);
        next.push(more);
      }
    // Of several that did the same, the one with least behind it comes first: the sort is stable and the cheaper was met first only by chance.
    next.sort((a, b) => a.boundS - b.boundS || b.order.length - a.order.length);
    beam = next.slice(0, followed);
  }
  const order = finished ? [...finished.order] : [];
  return n <= IMPROVED_UP_TO ? improved(stops, order, byMotif, from) : order;
}

/** For each line all those that it waits for, also by way of others. */
function waitsOf(stops: readonly Stop[]): Set<number>[] {
  const waits = stops.map((s) => new Set(s.after));
  for (const mine of waits) for (const j of mine) for (const k of waits[j] ?? []) mine.add(k);
  return waits;
}

/** Moves runs of one to three lines to wherever they cost least, as long as none comes before one that it waits for (or-opt; Or 1976). */
function improved(stops: readonly Stop[], start: readonly number[], byMotif: boolean, from: Stop | null): number[] {
  const cost = stops.map((a) => stops.map((b) => costBetween(a, b, byMotif)));
  const first = stops.map((s) => (from ? costBetween(from, s, byMotif) : 0));
  /** From one line to the next; before the first and after the last there is none. */
  const step = (a: number | undefined, b: number | undefined): number =>
    b === undefined ? 0 : a === undefined ? nth(first, b) : nth(nth(cost, a), b);
  const waits = waitsOf(stops);
  const order = [...start];
  for (let round = 0; round < ROUNDS; round++) {
    let better = false;
    for (let long = 1; long <= 3; long++)
      for (let i = 0; i + long <= order.length; i++) {
        const head = nth(order, i);
        const tail = nth(order, i + long - 1);
        const saved = step(order[i - 1], head) + step(tail, order[i + long]) - step(order[i - 1], order[i + long]);
        const moved = order.slice(i, i + long);
        let best = { k: i, gain: 1e-9 };
        // Forward past lines that do not wait for it, then back past those that it does not wait for.
        for (let k = i + long; k < order.length; k++) {
          if (moved.some((m) => waits[nth(order, k)]?.has(m))) break;
          const gain = saved + step(nth(order, k), order[k + 1]) - step(nth(order, k), head) - step(tail, order[k + 1]);
          if (gain > best.gain) best = { k: k - long + 1, gain };
        }
        for (let k = i - 1; k >= 0; k--) {
          if (moved.some((m) => waits[m]?.has(nth(order, k)))) break;
          const gain = saved + step(order[k - 1], nth(order, k)) - step(order[k - 1], head) - step(tail, nth(order, k));
          if (gain > best.gain) best = { k, gain };
        }
        if (best.k === i) continue;
        order.splice(i, long);
        order.splice(best.k, 0, ...moved);
        better = true;
      }
    if (!better) break;
  }
  return remade(stops, order, step, waits);
}

/** Takes a few lines out and puts each back where it costs least, again and again, keeping what is no worse (ruin and recreate; Schrimpf et al. 2000). The same lines always give the same order. */
function remade(
  stops: readonly Stop[],
  start: readonly number[],
  step: (a: number | undefined, b: number | undefined) => number,
  waits: readonly ReadonlySet<number>[],
): number[] {
  const n = stops.length;
  if (n < 4) return [...start];
  const costOf = (order: readonly number[]): number => order.reduce((sum, b, i) => sum + step(order[i - 1], b), 0);
  let state = 1;
  const random = (below: number): number => {
    // Lehmer's generator, 48271: its period is far longer than is asked of it.
    state = (state * 48271) % 2147483647;
    return state % below;
  };
  let order = [...start];
  let costS = costOf(order);
  let best = { order, costS };
  for (let t = 0; t < REMADE; t++) {
    // Neighbours in the order, and all of one thread with them: what belongs together moves together.
    const many = 2 + random(Math.min(6, n - 2));
    const at = random(n);
    const thread = stops[nth(order, at)]?.thread;
    const out = new Set<number>();
    for (let k = 0; out.size < many && k < n; k++) {
      const i = nth(order, (at + k) % n);
      if (t % 2 === 0 || stops[i]?.thread === thread) out.add(i);
    }
    const rest = order.filter((i) => !out.has(i));
    const back = [...out];
    for (let k = back.length - 1; k > 0; k--) {
      const j = random(k + 1);
      [back[k], back[j]] = [nth(back, j), nth(back, k)];
    }
    // A line comes after those that it waits for, so those are put back first.
    while (back.length > 0) {
      const k = back.findIndex((i) => !back.some((j) => waits[i]?.has(j)));
      const [i] = back.splice(Math.max(0, k), 1);
      if (i === undefined) break;
      let lo = 0;
      let hi = rest.length;
      rest.forEach((j, place) => {
        if (waits[i]?.has(j)) lo = place + 1;
        if (waits[j]?.has(i)) hi = Math.min(hi, place);
      });
      let put = { place: lo, more: Number.POSITIVE_INFINITY };
      for (let place = lo; place <= hi; place++) {
        const more =
          step(rest[place - 1], i) +
          step(i, rest[place]) -
          (rest[place] === undefined ? 0 : step(rest[place - 1], rest[place]));
        if (more < put.more) put = { place, more };
      }
      rest.splice(put.place, 0, i);
    }
    const tried = costOf(rest);
    // At first something worse is let pass, so that it gets out of a corner.
    if (tried <= costS + (CHANGE_S.value / 2) * (1 - t / REMADE)) {
      order = rest;
      costS = tried;
      if (costS < best.costS - 1e-9) best = { order, costS };
    }
  }
  return best.order;
}
