import { assertThere, inMap, nth } from '../../base/lists';
import { areaMm2, isInside } from '../../base/shape';
import type { Overlap, Placed } from '../laid';
import { ORDER } from './data';

export interface Pair {
  readonly under: string;
  readonly over: string;
}

export interface OrderedLayers {
  /** Every piece once, back-most first, as near to the wanted order as the pairs allow. */
  readonly order: string[];
  /** Pieces that were decided to lie over one another in a circle, each over the one before it. */
  readonly circles: { readonly pieceIds: string[]; readonly giveUp: Pair }[];
}

/**
 * The order nearest to a wanted one that keeps every decided pair. A circle of decisions cannot be kept (only weaving could):
 * it is told, with the pair whose overlap is least as the one to give up, and that pair is left out of account.
 */
export function orderWith(
  wanted: readonly string[],
  pairs: readonly Pair[],
  overlaps: readonly Overlap[],
): OrderedLayers {
  const known = new Set(wanted);
  let active = pairs.filter((p) => known.has(p.under) && known.has(p.over) && p.under !== p.over);
  const circles: { pieceIds: string[]; giveUp: Pair }[] = [];
  const area = new Map(
    overlaps.flatMap((o) => [
      [`${o.under}\u0000${o.over}`, o.areaMm2] as const,
      [`${o.over}\u0000${o.under}`, o.areaMm2] as const,
    ]),
  );
  // Circles are found one after another on one run; what comes of the order is then worked out once, without the pairs given up.
  const run = new Kahn(wanted, active);
  for (let left = run.left(); left.length > 0; left = run.left()) {
    const circle = findCircle(left, active);
    const inCircle = circle.map((id, i): Pair => ({ under: id, over: nth(circle, (i + 1) % circle.length) }));
    const giveUp = inCircle.reduce((least, p) =>
      (area.get(`${p.under}\u0000${p.over}`) ?? 0) < (area.get(`${least.under}\u0000${least.over}`) ?? 0) ? p : least,
    );
    circles.push({ pieceIds: circle, giveUp });
    const gone = active.filter((p) => p.under === giveUp.under && p.over === giveUp.over);
    active = active.filter((p) => !gone.includes(p));
    for (const p of gone) run.release(p);
  }
  return { order: circles.length === 0 ? run.order : new Kahn(wanted, active).order, circles };
}

/** Kahn's algorithm, always taking the free piece that comes first in the wanted order. Source: Kahn 1962, topological sorting. */
class Kahn {
  readonly order: string[] = [];
  private readonly place: ReadonlyMap<string, number>;
  private readonly waits: Map<string, number>;
  private readonly next = new Map<string, string[]>();
  private readonly free: string[];

  constructor(
    private readonly wanted: readonly string[],
    pairs: readonly Pair[],
  ) {
    this.place = new Map(wanted.map((id, i) => [id, i]));
    this.waits = new Map(wanted.map((id) => [id, 0]));
    for (const p of pairs) {
      this.waits.set(p.over, inMap(this.waits, p.over) + 1);
      const after = this.next.get(p.under);
      if (after) after.push(p.over);
      else this.next.set(p.under, [p.over]);
    }
    this.free = wanted.filter((id) => this.waits.get(id) === 0);
    this.go();
  }

  /** One piece fewer is waited for. */
  private freed(id: string): void {
    const left = inMap(this.waits, id) - 1;
    this.waits.set(id, left);
    if (left === 0) this.free.push(id);
  }

  private go(): void {
    const { free, place } = this;
    while (free.length > 0) {
      let first = 0;
      for (let i = 1; i < free.length; i++) if (inMap(place, nth(free, i)) < inMap(place, nth(free, first))) first = i;
      for (const id of free.splice(first, 1)) {
        this.order.push(id);
        for (const over of this.next.get(id) ?? []) this.freed(over);
      }
    }
  }

  /** Gives up a pair whose lower piece still waits, and goes on. */
  release(pair: Pair): void {
    const after = this.next.get(pair.under);
    const at = after?.indexOf(pair.over) ?? -1;
    if (!after || at < 0) return;
    after.splice(at, 1);
    this.freed(pair.over);
    this.go();
  }

  /** Pieces that wait for one another for ever. */
  left(): string[] {
    const done = new Set(this.order);
    return this.wanted.filter((id) => !done.has(id));
  }
}

/** Some circle among pieces that each wait for another: walk back until a piece comes again. */
function findCircle(left: readonly string[], pairs: readonly Pair[]): string[] {
  const among = new Set(left);
  const under = new Map(pairs.filter((p) => among.has(p.under) && among.has(p.over)).map((p) => [p.over, p.under]));
  const seen: string[] = [];
  let at = assertThere(
    left.find((id) => under.has(id)),
    'a piece that waits has one it waits for',
  );
  while (!seen.includes(at)) {
    seen.push(at);
    at = inMap(under, at);
  }
  return seen.slice(seen.indexOf(at)).reverse();
}

/**
 * An order of ours: larger pieces further back, and what lies inside another on top of it. Of two about as large that overlap or meet, the darker goes over the lighter,
 * since a dark piece beneath a pale one shows through; ties keep the user's order.
 * Common practice: "which is further back?" is most often the larger one.
 * @param lightnessOf CIE L* of a piece's cloth
 */
export function suggestOrder(
  placed: readonly Placed[],
  overlaps: readonly Overlap[],
  abutting: readonly Pair[],
  lightnessOf: (id: string) => number,
): string[] {
  const byId = new Map(placed.map((p) => [p.id, { ...p, areaMm2: areaMm2(p.region) }]));
  type Sized = Placed & { readonly areaMm2: number };
  const inside = (a: Sized, b: Sized): boolean => {
    const box = a.bounds;
    const outer = b.bounds;
    if (box.minX < outer.minX || box.maxX > outer.maxX || box.minY < outer.minY || box.maxY > outer.maxY) return false;
    return a.region.slice(0, 1).every(({ outer }) => outer.every((p) => isInside(b.region, p)));
  };
  const turned = ({ under, over }: Pair): Pair => ({ under: over, over: under });
  const pairs = [...overlaps, ...abutting].map(({ under, over }): Pair => {
    const asIs = { under, over };
    const a = byId.get(under);
    const b = byId.get(over);
    if (!a || !b || inside(b, a)) return asIs;
    if (inside(a, b)) return turned(asIs);
    if (b.areaMm2 > a.areaMm2 * ORDER.alike.value) return turned(asIs);
    if (a.areaMm2 > b.areaMm2 * ORDER.alike.value) return asIs;
    return lightnessOf(over) > lightnessOf(under) + ORDER.darkerL.value ? turned(asIs) : asIs;
  });
  return orderWith(
    placed.map((p) => p.id),
    pairs,
    overlaps,
  ).order;
}
