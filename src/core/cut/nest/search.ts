import { assertThere, f32, f64, i16, lastOf, nth } from '../../base/lists';
import type { Field } from './field';
import { TOUCH_MM } from './field';

const FITS = 'only turns that fit are tried';

export type Random = () => number;

/** Places tried over the whole room and around where a part lies, and the best of them that are worked out. */
const TRIES = { anywhere: 8, around: 8, corners: 16, finest: 3 } as const;
/** Finest step of the work on a place, mm. */
const FINEST_MM = 0.02;

interface Spot {
  x: number;
  y: number;
  step: number;
  cost: number;
}

const clamp = (v: number, low: number, high: number): number => Math.max(low, Math.min(high, v));

/** The places at which a part with this turn stays in the room; null when it does not fit. */
function inner(f: Field, i: number, step: number): { x0: number; y0: number; x1: number; y1: number } | null {
  const b = f.box(i, step);
  const x0 = f.room.minX - b.minX;
  const y0 = f.room.minY - b.minY;
  const x1 = f.room.maxX - b.maxX;
  const y1 = f.room.maxY - b.maxY;
  return x1 < x0 - 1e-9 || y1 < y0 - 1e-9 ? null : { x0, y0, x1, y1 };
}

/** Turns of a part that fit into the room at all. */
export const turnsThatFit = (f: Field, i: number): number[] => nth(f.allowed, i).filter((s) => inner(f, i, s) !== null);

/** Works a place out: small steps along and across, shorter where they fail. */
function workOut(
  f: Field,
  i: number,
  spot: Spot,
  weights: Float32Array | null,
  random: Random,
  from: number,
  rough = false,
): Spot {
  const room = assertThere(inner(f, i, spot.step), 'a spot is only offered in a turn that fits');
  let reach = from;
  let best = spot;
  while (reach > FINEST_MM && best.cost > 0) {
    const axis = random() * 3;
    const dx = axis < 1 ? reach : axis < 2 ? 0 : reach * (random() < 0.5 ? 0.7 : -0.7);
    const dy = axis < 1 ? 0 : axis < 2 ? reach : reach * 0.7;
    let moved = false;
    for (const sign of [1, -1]) {
      const x = clamp(best.x + sign * dx, room.x0, room.x1);
      const y = clamp(best.y + sign * dy, room.y0, room.y1);
      const cost = f.cost(i, x, y, spot.step, weights, best.cost, rough);
      if (cost < best.cost) {
        best = { x, y, step: spot.step, cost };
        moved = true;
        break;
      }
    }
    reach *= moved ? 1.1 : 0.55;
  }
  return best;
}

/** The best place that a number of tries finds for a part, by its weighted overlaps. */
function bestPlace(f: Field, i: number, weights: Float32Array, random: Random, now: number): Spot {
  const turns = turnsThatFit(f, i);
  const finest: Spot[] = [{ x: f64(f.x, i), y: f64(f.y, i), step: i16(f.step, i), cost: now }];
  const offer = (x: number, y: number, step: number): void => {
    const limit = finest.length < TRIES.finest ? Number.POSITIVE_INFINITY : lastOf(finest).cost;
    const cost = f.cost(i, x, y, step, weights, limit, true);
    if (cost >= limit) return;
    finest.push({ x, y, step, cost });
    finest.sort((a, b) => a.cost - b.cost);
    if (finest.length > TRIES.finest) finest.length = TRIES.finest;
  };
  const own = f.box(i, i16(f.step, i));
  const size = Math.max(own.maxX - own.minX, own.maxY - own.minY);
  const pick = (): number => nth(turns, Math.floor(random() * turns.length));
  for (let k = 0; k < TRIES.anywhere; k++) {
    const step = pick();
    const room = assertThere(inner(f, i, step), FITS);
    offer(room.x0 + random() * (room.x1 - room.x0), room.y0 + random() * (room.y1 - room.y0), step);
  }
  for (let k = 0; k < TRIES.around; k++) {
    const step = random() < 0.5 ? i16(f.step, i) : pick();
    const room = inner(f, i, step);
    if (!room) continue;
    offer(
      clamp(f64(f.x, i) + (random() - 0.5) * size * 0.6, room.x0, room.x1),
      clamp(f64(f.y, i) + (random() - 0.5) * size * 0.6, room.y0, room.y1),
      step,
    );
  }
  const n = f.items.length;
  for (let k = 0; k < TRIES.corners; k++) {
    const j = Math.floor(random() * n);
    const step = random() < 0.7 ? i16(f.step, i) : pick();
    const room = inner(f, i, step);
    if (j === i || !f.laid[j] || !room) continue;
    const p = f.corner(i, step, j, random(), random());
    if (p && p.x >= room.x0 && p.x <= room.x1 && p.y >= room.y0 && p.y <= room.y1) offer(p.x, p.y, step);
  }
  let best: Spot | null = null;
  for (const spot of finest) {
    const worked = spot.cost > 0 ? workOut(f, i, spot, weights, random, Math.max(0.5, size * 0.08), true) : spot;
    if (!best || worked.cost < best.cost) best = worked;
    if (best.cost === 0) break;
  }
  return assertThere(best, 'places anywhere in the room are always offered');
}

/** The same list in another order. */
export function shuffled(list: number[], random: Random): number[] {
  for (let k = list.length - 1; k > 0; k--) {
    const m = Math.floor(random() * (k + 1));
    [list[k], list[m]] = [nth(list, m), nth(list, k)];
  }
  return list;
}

/** The places of all parts, to go back to. */
export interface Snapshot {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly step: Int16Array;
}
export const snapshot = (f: Field): Snapshot => ({ x: f.x.slice(), y: f.y.slice(), step: f.step.slice() });
export function restore(f: Field, s: Snapshot): void {
  for (let i = 0; i < s.x.length; i++) if (f.laid[i]) f.put(i, f64(s.x, i), f64(s.y, i), i16(s.step, i));
}

/** With less overlap than this everything is pushed apart together, in so many sweeps. */
const NEARLY_MM = 1;
const SWEEPS = 30;
/** How much more than its overlap a pair is pushed apart, mm, so that it does not creep towards touching for ever. */
const PUSH_MM = 0.01;

/**
 * Lets all parts give way a little at once: each overlapping pair is pushed apart by the shortest way, half by half, over and over.
 * What one part alone could not undo, because its neighbours hold it, many undo together.
 * Source: relaxation of constraints one after another (Gauss–Seidel), as in position-based dynamics, Müller et al. 2007 (from memory).
 * @returns the deepest overlap at the end, mm
 */
export function relax(f: Field, sweeps: number): number {
  const n = f.items.length;
  let deepest = 0;
  for (let sweep = 0; sweep < sweeps; sweep++) {
    deepest = 0;
    for (let i = 1; i < n; i++) {
      if (!f.laid[i]) continue;
      for (let j = 0; j < i; j++) {
        if (!f.laid[j] || (f.locked[i] && f.locked[j])) continue;
        const out = f.wayOut(i, j);
        if (!out || f64(out, 2) <= TOUCH_MM) continue;
        const depth = f64(out, 2) + PUSH_MM;
        deepest = Math.max(deepest, f64(out, 2));
        const share = f.locked[j] ? 1 : f.locked[i] ? 0 : 0.5;
        const [dx, dy] = [f64(out, 0) * depth, f64(out, 1) * depth];
        const a = share === 0 ? 0 : nudge(f, i, dx * share, dy * share);
        // What the edge of the room keeps one from going, the other goes.
        if (share < 1) nudge(f, j, -dx * (1 - share) - (a ? a.x : 0), -dy * (1 - share) - (a ? a.y : 0));
      }
    }
    if (deepest === 0) return 0;
  }
  return deepest;
}

/** Moves a part as far as the room lets it; returns what is left of the way, or null when it went all of it. */
function nudge(f: Field, i: number, dx: number, dy: number): { x: number; y: number } | null {
  const room = inner(f, i, i16(f.step, i));
  if (!room) return null;
  const x = clamp(f64(f.x, i) + dx, room.x0, room.x1);
  const y = clamp(f64(f.y, i) + dy, room.y0, room.y1);
  const left = { x: f64(f.x, i) + dx - x, y: f64(f.y, i) + dy - y };
  f.put(i, x, y, i16(f.step, i));
  return Math.abs(left.x) + Math.abs(left.y) > 1e-9 ? left : null;
}

/** What an overlap of each pair weighs at first, n × n: that of two large parts more than that of small ones, which find another place more easily. */
export function pairWeights({ items, shapes }: Pick<Field, 'items' | 'shapes'>): Float32Array {
  const n = items.length;
  const size = items.map((s) => nth(shapes, s).areaMm2 ** SIZE_POWER);
  const mean = size.reduce((s, v) => s + v, 0) / n;
  return Float32Array.from(
    { length: n * n },
    (_, k) => Math.sqrt(nth(size, Math.floor(k / n)) * nth(size, k % n)) / mean,
  );
}

/** Pairs that overlap cost more, the deeper the more; old grudges fade. */
export function growWeights(weights: Float32Array, base: Float32Array, depths: Float32Array, deepest: number): void {
  for (let k = 0; k < weights.length; k++) {
    const d = f32(depths, k);
    weights[k] = d > 0 ? f32(weights, k) * (1.2 + (0.8 * d) / deepest) : Math.max(f32(base, k), f32(weights, k) * 0.95);
  }
}

/**
 * Moves overlapping parts until none overlaps: each to the place that costs it least, where pairs that keep overlapping cost more and more.
 * Source: guided local search for nesting, Egeblad et al. 2007 and Gardeyn et al. 2025 (from memory).
 * @param over asked often; true ends it
 * @returns null when it came free; else the places at which least overlapped
 */
export function separate(f: Field, random: Random, over: () => boolean, patience: number): Snapshot | null {
  const n = f.items.length;
  const base = pairWeights(f);
  const weights = base.slice();
  let least = Number.POSITIVE_INFINITY;
  let leastAt = snapshot(f);
  let idle = 0;
  const depths = new Float32Array(n * n);
  for (;;) {
    let total = 0;
    let deepest = 0;
    const inTrouble: number[] = [];
    for (let i = 0; i < n; i++) {
      if (!f.laid[i]) continue;
      let mine = 0;
      for (let j = 0; j < n; j++) {
        if (j === i || !f.laid[j]) continue;
        let d = 0;
        if (j < i) d = f32(depths, j * n + i);
        else if (f.leftOf(i) < f.rightOf(j) && f.rightOf(i) > f.leftOf(j))
          d = f.near(i, f64(f.x, i), f64(f.y, i), i16(f.step, i), j);
        if (d <= TOUCH_MM) d = 0;
        depths[i * n + j] = d;
        if (d > 0) {
          mine += d;
          deepest = Math.max(deepest, d);
        }
      }
      if (mine > 0 && !f.locked[i]) inTrouble.push(i);
      total += mine;
    }
    // Hardly any overlap left: the rest is pushed apart by the true shapes, which also decide.
    if (deepest < NEARLY_MM) {
      if (relax(f, SWEEPS) === 0) return null;
      if (inTrouble.length === 0) return leastAt;
    }
    if (total < least) {
      if (total < least * 0.98) idle = 0;
      least = total;
      leastAt = snapshot(f);
    }
    if (++idle > patience) return leastAt;
    growWeights(weights, base, depths, deepest);
    for (const i of shuffled(inTrouble, random)) {
      const now = f.cost(i, f64(f.x, i), f64(f.y, i), i16(f.step, i), weights, Number.POSITIVE_INFINITY, true);
      if (now === 0) continue;
      const to = bestPlace(f, i, weights, random, now);
      if (to.cost < now) f.put(i, to.x, to.y, to.step);
      if (over()) return leastAt;
    }
  }
}

/** Pushes everything towards the start of the strip, front parts first, until nothing gives or the time is over. */
export function compact(f: Field, over: () => boolean = () => false, rounds = 3): void {
  for (let round = 0; round < rounds; round++) {
    const order = f.items.map((_, i) => i).filter((i) => f.laid[i] && !f.locked[i]);
    order.sort((a, b) => f.leftOf(a) - f.leftOf(b));
    let moved = 0;
    for (const i of order) {
      if (over()) return;
      moved += f.slide(i, -1, 0);
      const up = f.slide(i, 0, -1);
      if (up > 0) moved += f.slide(i, -1, 0);
    }
    if (moved < 0.05) return;
  }
}

/**
 * Finds a free place for one more part, as far to the front as a number of tries brings it, and puts it there.
 * @returns whether one was found
 */
export function insert(f: Field, i: number, random: Random, tries: number): boolean {
  const turns = turnsThatFit(f, i);
  if (turns.length === 0) return false;
  let best: Spot | null = null;
  const size = Math.max(f.box(i, 0).maxX - f.box(i, 0).minX, f.box(i, 0).maxY - f.box(i, 0).minY);
  // Nothing needs to lie farther out than just behind what lies there.
  const front = f.reach();
  for (let k = 0; k < tries; k++) {
    const step = nth(turns, k % turns.length);
    const room = assertThere(inner(f, i, step), FITS);
    const x1 = Math.max(room.x0, Math.min(room.x1, front - f.box(i, step).minX + 0.01));
    let spot: Spot = {
      x: k < turns.length ? x1 : room.x0 + random() * (x1 - room.x0),
      y: room.y0 + random() * (room.y1 - room.y0),
      step,
      cost: 0,
    };
    spot.cost = f.cost(i, spot.x, spot.y, step, null);
    if (spot.cost > 0) spot = workOut(f, i, spot, null, random, Math.max(0.5, size * 0.1));
    if (spot.cost > 0) continue;
    f.put(i, spot.x, spot.y, step);
    for (let round = 0; round < 3; round++) {
      const a = f.slide(i, -1, 0);
      const b = f.slide(i, 0, -1);
      if (a + b < 0.05) break;
    }
    const right = f.rightOf(i) + 0.02 * f64(f.y, i);
    if (!best || right < best.cost) best = { x: f64(f.x, i), y: f64(f.y, i), step, cost: right };
    f.take(i);
  }
  if (!best) return false;
  f.put(i, best.x, best.y, best.step);
  return true;
}

export interface Improved {
  readonly reach: number;
  readonly at: Snapshot;
}

/** Shortening of the strip in one go, shares of its length: how far at first, at most and at least. */
const SHRINK = { first: 0.03, most: 0.05, least: 0.005 } as const;
/** How much the area of two parts weighs in their overlap; tried out. */
const SIZE_POWER = 0.75;
/** Rounds without progress after which an attempt is given up, and how often it is shaken and taken up again before the step is made smaller. */
const PATIENCE = 70;
const SHAKES = 20;

/** Brings a part back into the room, turned if it must be. */
function bringIn(f: Field, i: number, random: Random): void {
  let step = i16(f.step, i);
  let room = inner(f, i, step);
  if (!room) {
    const turns = turnsThatFit(f, i);
    step = nth(turns, Math.floor(random() * turns.length));
    room = assertThere(inner(f, i, step), FITS);
  }
  f.put(i, clamp(f64(f.x, i), room.x0, room.x1), clamp(f64(f.y, i), room.y0, room.y1), step);
}

/** Lets two larger parts change places: what separating alone would hardly find. */
function shake(f: Field, loose: readonly number[], random: Random): void {
  const half = Math.max(2, Math.ceil(loose.length / 2));
  const a = nth(loose, Math.floor(random() * half));
  const b = nth(loose, Math.floor(random() * Math.min(loose.length, half * 2)));
  if (a === b) return;
  const [x, y] = [f64(f.x, a), f64(f.y, a)];
  f.put(a, f64(f.x, b), f64(f.y, b), i16(f.step, a));
  f.put(b, x, y, i16(f.step, b));
  bringIn(f, a, random);
  bringIn(f, b, random);
}

/**
 * Shortens a strip on which nothing overlaps: its room is made shorter, what overlaps then is separated; what comes free is kept.
 * The longer it runs, the better; the same seed and work give the same answer.
 * @param onBetter called with each better layout
 */
export function shorten(f: Field, random: Random, over: () => boolean, onBetter: (best: Improved) => void): Improved {
  compact(f);
  let best: Improved = { reach: f.reach(), at: snapshot(f) };
  onBetter(best);
  let shrink: number = SHRINK.first;
  const area = (i: number): number => nth(f.shapes, nth(f.items, i)).areaMm2;
  const loose = f.items
    .map((_, i) => i)
    .filter((i) => f.laid[i] && !f.locked[i])
    .sort((a, b) => area(b) - area(a));
  const longest = loose.reduce(
    (most, i) => Math.max(most, Math.min(...turnsThatFit(f, i).map((s) => f.box(i, s).maxX - f.box(i, s).minX))),
    0,
  );
  while (!over()) {
    const to = Math.max(
      f.room.minX + longest + 1e-3,
      f.lockedReach(),
      best.reach - (best.reach - f.room.minX) * shrink,
    );
    if (to >= best.reach - 0.02) break;
    f.room.maxX = to;
    for (const i of loose) bringIn(f, i, random);
    let stuck = separate(f, random, over, PATIENCE);
    // A large step that does not come off is made smaller at once; only the least is insisted upon.
    const shakes = shrink > SHRINK.least ? 0 : SHAKES;
    for (let k = 0; k < shakes && stuck && !over(); k++) {
      restore(f, stuck);
      shake(f, loose, random);
      stuck = separate(f, random, over, PATIENCE);
    }
    if (!stuck) {
      compact(f);
      best = { reach: f.reach(), at: snapshot(f) };
      onBetter(best);
      shrink = Math.min(SHRINK.most, shrink * 1.1);
    } else {
      restore(f, best.at);
      shrink = Math.max(SHRINK.least, shrink * 0.5);
    }
  }
  restore(f, best.at);
  f.room.maxX = best.reach;
  return best;
}
