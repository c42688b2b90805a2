import { f64, i16, nth } from '../../base/lists';
import { Field } from './field';
import type { Prepared } from './part';
import { compact, insert, type Random, shorten, snapshot } from './search';

// Many parts are laid in lots, one behind the other on the roll: every pair of them all cannot be watched, every pair of a lot can.

/** A part on the roll, by its place in the list that was given. */
export interface Lain {
  readonly k: number;
  readonly x: number;
  readonly y: number;
  readonly step: number;
}
interface Lot {
  readonly members: readonly number[];
  at: readonly Lain[];
  /** How far its grown parts reach, from where the lot begins. */
  reachMm: number;
}

/** Parts in a lot, about: with fewer too much is lost where lots meet, with more each takes too long. Tried out with 150, 300 and 800 parts. */
const LOT_PARTS = 32;
/** Pushing all of it together at the end takes as long as so many lots. */
const JOINING = 1.5;
/** A lot's parts are put in first, in so many tries each. */
const TRIES = 16;

export interface LotsWish {
  readonly shapes: readonly Prepared[];
  /** Of each part its shape, and the turns it may take. */
  readonly items: readonly number[];
  readonly allowed: readonly (readonly number[])[];
  readonly steps: number;
  /** Half the spacing, by which parts are grown, mm. */
  readonly grownMm: number;
  readonly widthMm: number;
  /** A first layout of some of the parts, as boxes in rows, from the start of the roll. */
  readonly rowsOf: (members: readonly number[]) => { readonly at: readonly Lain[]; readonly reachMm: number };
  readonly random: Random;
  /** How much of the work or of the time is spent, 0 … 1, after so much work in the field's own measure. */
  readonly spent: (work: number) => number;
  readonly onBetter: (at: readonly Lain[]) => void;
}

/** Deals parts into lots of much the same mixture of large and small ones: the small fill what the large leave. */
function dealt(sizes: readonly number[]): number[][] {
  const count = Math.max(2, Math.round(sizes.length / LOT_PARTS));
  const lots = Array.from({ length: count }, (): number[] => []);
  const bySize = sizes.map((_, k) => k).sort((a, b) => nth(sizes, b) - nth(sizes, a) || a - b);
  // To and fro, so that no lot has always the larger of two.
  bySize.forEach((k, i) => {
    const round = Math.floor(i / count);
    const place = i % count;
    nth(lots, round % 2 === 0 ? place : count - 1 - place).push(k);
  });
  return lots;
}

/** Lays parts in lots, each shortened by itself, and pushes the whole together. Whenever a lot has become shorter the layout is told. */
export function layInLots(wish: LotsWish): readonly Lain[] {
  const { shapes, items, grownMm, random, onBetter } = wish;
  const sizes = items.map((s) => nth(shapes, s).areaMm2);
  const lots = dealt(sizes).map((members): Lot => ({ members, ...wish.rowsOf(members) }));
  const joined = (): Lain[] => {
    let from = 0;
    return lots.flatMap((lot) => {
      const at = lot.at.map((p) => ({ ...p, x: p.x + from }));
      // Grown parts may touch: between the lots there is the spacing and no more.
      from += lot.reachMm + grownMm;
      return at;
    });
  };
  let spent = 0;
  for (const [i, lot] of lots.entries()) {
    const field = fieldOf(lot.members, wish, 1 / 2);
    const until = (i + 1) / (lots.length + JOINING);
    const over = (): boolean => wish.spent(spent + field.work) >= until;
    let all = true;
    const largest = lot.members
      .map((_, k) => k)
      .sort((a, b) => nth(sizes, nth(lot.members, b)) - nth(sizes, nth(lot.members, a)));
    for (const k of largest) {
      all &&= insert(field, k, random, TRIES);
      if (!all || over()) break;
    }
    all &&= largest.every((k) => field.laid[k] === 1);
    if (all) {
      field.room.maxX = field.reach();
      const take = (): void => {
        if (field.reach() >= lot.reachMm) return;
        const now = snapshot(field);
        lot.at = lot.members.map((k, m) => ({ k, x: f64(now.x, m), y: f64(now.y, m), step: i16(now.step, m) }));
        lot.reachMm = field.reach();
        onBetter(joined());
      };
      take();
      shorten(field, random, over, take);
      take();
    }
    spent += field.work;
    if (wish.spent(spent) >= 1) break;
  }
  // Where two lots meet the parts of one reach into the bays of the other.
  const whole = fieldOf(
    items.map((_, k) => k),
    wish,
    1,
  );
  const order = joined();
  for (const p of order) whole.put(p.k, p.x, p.y, p.step);
  compact(whole, () => wish.spent(spent + whole.work) >= 1);
  const pushed = order.map(({ k }) => ({ k, x: f64(whole.x, k), y: f64(whole.y, k), step: i16(whole.step, k) }));
  onBetter(pushed);
  return pushed;
}

/** Some of the parts on a roll of their own. @param share of the memory that a field may take */
function fieldOf(members: readonly number[], wish: LotsWish, share: number): Field {
  const { items, shapes, allowed, steps, grownMm, widthMm } = wish;
  const known = new Map<number, number>();
  const own: Prepared[] = [];
  const list = members.map((k) => {
    const shape = nth(items, k);
    let at = known.get(shape);
    if (at === undefined) {
      at = own.push(nth(shapes, shape)) - 1;
      known.set(shape, at);
    }
    return at;
  });
  const room = { minX: -grownMm, minY: -grownMm, maxX: 1e7, maxY: widthMm + grownMm };
  return new Field(
    own,
    list,
    steps,
    members.map((k) => nth(allowed, k)),
    room,
    share,
  );
}
