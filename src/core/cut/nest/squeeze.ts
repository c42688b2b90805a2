import { f32, f64, i16, nth, u8 } from '../../base/lists';
import type { Field } from './field';
import { prepare, slackMm } from './part';
import { growWeights, pairWeights, type Random, shuffled } from './search';
import { Turned } from './turned';

// Once the search by steps of a circle has come to its end, parts are turned by any angle: pushed together, and those that do not give way are laid elsewhere.

/** With less overlap than this everything is pushed apart together, in so many sweeps at most. */
const NEARLY_MM = 2;
const SWEEPS = 60;
/** How much more than its overlap a pair is pushed apart, mm. */
const PUSH_MM = 0.01;
/** Sweeps without the deepest overlap becoming less by a tenth end it. */
const STUCK_SWEEPS = 12;

/** Places tried: over the whole room, near where a part lies; and the best that are worked out. */
const TRIES = { anywhere: 6, around: 12, finest: 2 } as const;
/** Finest step of the work on a place, mm. */
const FINEST_MM = 0.05;
/** Shortening in one go, shares of the length. */
const SHRINK = { first: 0.03, most: 0.03, least: 0.0005 } as const;
/** Outlines are thinned so much less than for the search by steps. */
const FINER = 2;
/** Of the turns tried, this share is that of some other part or a quarter from it, over the whole room and of those near by: straight edges lie best along others. */
const ALIGNED = { anywhere: 0.5, around: 0.2 } as const;
/** Rounds without progress after which an attempt is given up; how often it is shaken and taken up again when the step is the least. */
const PATIENCE = 40;
const SHAKES = 10;
/** Attempts at the least step that fail one after another until nothing more is hoped for: of a few parts the end is soon reached. */
const GIVE_UP = 25;

interface Places {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly a: Float64Array;
}
const places = (t: Turned): Places => ({ x: t.x.slice(), y: t.y.slice(), a: t.a.slice() });
function restore(t: Turned, p: Places): void {
  for (let i = 0; i < t.n; i++) t.lay(i, i, f64(p.x, i), f64(p.y, i), f64(p.a, i));
}

/** Pushes a part off the edges of the room. @returns how far it stood out, mm */
function intoRoom(t: Turned, i: number): number {
  const { room, contact } = t;
  let most = 0;
  for (let side = 0; side < 4; side++) {
    const out =
      side === 0
        ? room.minX - f64(t.minX, i)
        : side === 1
          ? f64(t.maxX, i) - room.maxX
          : side === 2
            ? room.minY - f64(t.minY, i)
            : f64(t.maxY, i) - room.maxY;
    if (out <= 1e-9) continue;
    most = Math.max(most, out);
    contact.nx = side === 0 ? 1 : side === 1 ? -1 : 0;
    contact.ny = side === 2 ? 1 : side === 3 ? -1 : 0;
    t.farthest(i, -contact.nx, -contact.ny);
    t.push(i, null, out + 1e-6);
  }
  return most;
}

/**
 * Lets all parts give way at once, moved and turned, pair by pair and over and over.
 * Source: position-based dynamics of rigid bodies, Müller et al. 2007 and 2020 (from memory).
 * @returns whether nothing overlaps and nothing stands out any more
 */
export function giveWay(t: Turned, sweeps = SWEEPS): boolean {
  const { n } = t;
  let least = Number.POSITIVE_INFINITY;
  let since = 0;
  for (let sweep = 0; sweep < sweeps; sweep++) {
    let deepest = 0;
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < i; j++) {
        if (!t.boxesMeet(i, j) || (u8(t.locked, i) && u8(t.locked, j))) continue;
        const depth = t.depth(i, j);
        if (depth === 0) continue;
        deepest = Math.max(deepest, depth);
        t.push(i, j, depth + PUSH_MM);
      }
    }
    for (let i = 0; i < n; i++) if (!u8(t.locked, i)) deepest = Math.max(deepest, intoRoom(t, i));
    if (deepest <= 1e-9) return true;
    if (deepest < least * 0.9) {
      least = deepest;
      since = 0;
    } else if (++since > STUCK_SWEEPS) return false;
  }
  return false;
}

interface Spot {
  x: number;
  y: number;
  a: number;
  cost: number;
}

/** Works a place out: small steps along, across and round, shorter where they fail. */
function workOut(t: Turned, i: number, spot: Spot, weights: Float32Array, random: Random, fromMm: number): Spot {
  let reach = fromMm;
  let best = spot;
  const turns = u8(t.turns, i) === 1;
  const radius = t.radiusOf(i);
  while (reach > FINEST_MM && best.cost > 0) {
    const axis = random() * (turns ? 4 : 3);
    const dx = axis < 1 ? reach : axis < 2 || axis >= 3 ? 0 : reach * (random() < 0.5 ? 0.7 : -0.7);
    const dy = axis < 1 || axis >= 3 ? 0 : axis < 2 ? reach : reach * 0.7;
    const da = axis >= 3 ? reach / radius : 0;
    let moved = false;
    for (const sign of [1, -1]) {
      const to = tried(t, i, best.x + sign * dx, best.y + sign * dy, best.a + sign * da, weights, best.cost);
      if (to && to.cost < best.cost) {
        best = to;
        moved = true;
        break;
      }
    }
    reach *= moved ? 1.1 : 0.55;
  }
  return best;
}

/** What a place costs, moved into the room where it stands out; null when it does not go in. */
function tried(
  t: Turned,
  i: number,
  x: number,
  y: number,
  a: number,
  weights: Float32Array,
  limit: number,
): Spot | null {
  const { n, room } = t;
  t.lay(n, i, x, y, a);
  const width = f64(t.maxX, n) - f64(t.minX, n);
  const height = f64(t.maxY, n) - f64(t.minY, n);
  if (width > room.maxX - room.minX || height > room.maxY - room.minY) return null;
  const dx = Math.max(0, room.minX - f64(t.minX, n)) - Math.max(0, f64(t.maxX, n) - room.maxX);
  const dy = Math.max(0, room.minY - f64(t.minY, n)) - Math.max(0, f64(t.maxY, n) - room.maxY);
  if (dx !== 0 || dy !== 0) t.lay(n, i, x + dx, y + dy, a);
  return { x: x + dx, y: y + dy, a, cost: t.costOfTried(i, weights, limit) };
}

/** The best place that a number of tries finds for a part. */
function bestPlace(t: Turned, i: number, weights: Float32Array, random: Random, now: number): Spot {
  const finest: Spot[] = [{ x: f64(t.x, i), y: f64(t.y, i), a: f64(t.a, i), cost: now }];
  const turns = u8(t.turns, i) === 1;
  const radius = t.radiusOf(i);
  const { room } = t;
  const offer = (x: number, y: number, a: number): void => {
    const limit = finest.length < TRIES.finest ? Number.POSITIVE_INFINITY : nth(finest, finest.length - 1).cost;
    const spot = tried(t, i, x, y, a, weights, limit);
    if (!spot || spot.cost >= limit) return;
    finest.push(spot);
    finest.sort((p, q) => p.cost - q.cost);
    if (finest.length > TRIES.finest) finest.length = TRIES.finest;
  };
  const own = f64(t.a, i);
  const alongOther = (): number => f64(t.a, Math.floor(random() * t.n)) + (Math.floor(random() * 4) * Math.PI) / 2;
  for (let k = 0; k < TRIES.anywhere; k++)
    offer(
      room.minX + random() * (room.maxX - room.minX),
      room.minY + random() * (room.maxY - room.minY),
      turns ? (random() < ALIGNED.anywhere ? alongOther() : random() * 2 * Math.PI) : own,
    );
  for (let k = 0; k < TRIES.around; k++) {
    const wide = k % 2 === 0 ? 0.6 : 0.15;
    offer(
      f64(t.x, i) + (random() - 0.5) * 2 * radius * wide,
      f64(t.y, i) + (random() - 0.5) * 2 * radius * wide,
      turns ? (random() < ALIGNED.around ? alongOther() : own + (random() - 0.5) * 2 * wide) : own,
    );
  }
  let best: Spot | null = null;
  for (const spot of finest) {
    const worked = spot.cost > 0 ? workOut(t, i, spot, weights, random, Math.max(0.5, radius * 0.1)) : spot;
    if (!best || worked.cost < best.cost) best = worked;
    if (best.cost === 0) break;
  }
  return best ?? nth(finest, 0);
}

/** Moves and turns overlapping parts until none overlaps, as {@link separate} of the search by steps. @returns whether it came free */
function separate(t: Turned, random: Random, over: () => boolean): boolean {
  const { n } = t;
  const base = pairWeights(t);
  const weights = base.slice();
  const depths = new Float32Array(n * n);
  let least = Number.POSITIVE_INFINITY;
  let idle = 0;
  for (;;) {
    if (over()) return false;
    depths.fill(0);
    let total = 0;
    let deepest = 0;
    const inTrouble: number[] = [];
    for (let i = 0; i < n; i++)
      for (let j = 0; j < i; j++) {
        if (!t.boxesMeet(i, j)) continue;
        const d = t.depth(i, j);
        if (d === 0) continue;
        depths[i * n + j] = d;
        depths[j * n + i] = d;
        total += d;
        deepest = Math.max(deepest, d);
      }
    for (let i = 0; i < n; i++) {
      if (u8(t.locked, i)) continue;
      for (let j = 0; j < n; j++)
        if (f32(depths, i * n + j) > 0) {
          inTrouble.push(i);
          break;
        }
    }
    if (deepest < NEARLY_MM) {
      const before = places(t);
      if (giveWay(t)) return true;
      restore(t, before);
      if (inTrouble.length === 0) return false;
    }
    if (total < least) {
      if (total < least * 0.98) idle = 0;
      least = total;
    }
    if (++idle > PATIENCE) return false;
    growWeights(weights, base, depths, deepest);
    for (const i of shuffled(inTrouble, random)) {
      t.lay(n, i, f64(t.x, i), f64(t.y, i), f64(t.a, i));
      const now = t.costOfTried(i, weights, Number.POSITIVE_INFINITY);
      if (now === 0) continue;
      const to = bestPlace(t, i, weights, random, now);
      if (to.cost < now) t.lay(i, i, to.x, to.y, to.a);
      if (over()) return false;
    }
  }
}

/** Lets two parts change places: what separating alone would hardly find. */
function shake(t: Turned, loose: readonly number[], random: Random): void {
  const a = nth(loose, Math.floor(random() * random() * loose.length));
  const b = nth(loose, Math.floor(random() * loose.length));
  if (a === b) return;
  const [x, y] = [f64(t.x, a), f64(t.y, a)];
  t.lay(a, a, f64(t.x, b), f64(t.y, b), f64(t.a, a));
  t.lay(b, b, x, y, f64(t.a, b));
  intoRoom(t, a);
  intoRoom(t, b);
}

/**
 * Shortens a strip on which nothing overlaps by turning its parts by any angle; what comes free is kept.
 * @param over asked often; true ends it
 * @param onBetter called whenever it has become shorter; the parts lie so then
 */
export function squeeze(t: Turned, random: Random, over: () => boolean, onBetter: () => void): void {
  let reach = t.reach();
  let best = places(t);
  let shrink: number = SHRINK.first;
  const loose = Array.from({ length: t.n }, (_, i) => i).filter((i) => !u8(t.locked, i));
  loose.sort((a, b) => nth(t.shapes, nth(t.items, b)).areaMm2 - nth(t.shapes, nth(t.items, a)).areaMm2 || a - b);
  let failed = 0;
  while (!over() && failed < GIVE_UP) {
    t.room.maxX = reach - (reach - t.room.minX) * shrink;
    let free = giveWay(t);
    if (!free) {
      for (let i = 0; i < t.n; i++) if (!u8(t.locked, i)) intoRoom(t, i);
      free = separate(t, random, over);
      for (let k = 0; !free && shrink <= SHRINK.least && k < SHAKES && !over(); k++) {
        shake(t, loose, random);
        free = separate(t, random, over);
      }
    }
    const now = t.reach();
    if (free && now < reach - 0.01) {
      reach = now;
      best = places(t);
      onBetter();
      shrink = Math.min(SHRINK.most, shrink * 1.2);
      failed = 0;
    } else {
      restore(t, best);
      if (shrink <= SHRINK.least) failed += 1;
      shrink = Math.max(SHRINK.least, shrink * 0.5);
    }
  }
  restore(t, best);
  t.room.maxX = reach;
}

/** A part as it lies, turned by any angle, and how far it reaches along the strip. */
export interface LaidFreely {
  readonly x: number;
  readonly y: number;
  readonly rotateDeg: number;
  readonly reachMm: number;
}

/**
 * Takes what the search by steps of a circle has laid, and goes on with parts turned by any angle, thinned less than there.
 * @param over asked with the work done here; true ends it
 * @param onBetter called with all parts, in their order, whenever the strip has become shorter
 */
export function layFreely(
  from: Field,
  {
    spacingMm,
    turns,
    random,
  }: { readonly spacingMm: number; readonly turns: readonly boolean[]; readonly random: Random },
  over: (work: number) => boolean,
  onBetter: (laid: readonly LaidFreely[]) => void,
): void {
  const t = new Turned(
    from.shapes.map((s) => prepare(s.region, spacingMm, 1, FINER)),
    from.items,
    Uint8Array.from(turns, Number),
    from.locked,
    { ...from.room },
  );
  for (let i = 0; i < t.n; i++)
    t.put(i, f64(from.x, i), f64(from.y, i), (2 * Math.PI * i16(from.step, i)) / from.steps);
  const grownMm = spacingMm / 2 + slackMm(spacingMm);
  squeeze(
    t,
    random,
    () => over(t.work),
    () =>
      onBetter(
        from.items.map((_, i) => {
          const { x, y, rad } = t.placeOf(i);
          return { x, y, rotateDeg: (rad * 180) / Math.PI, reachMm: f64(t.maxX, i) - grownMm };
        }),
      ),
  );
}
