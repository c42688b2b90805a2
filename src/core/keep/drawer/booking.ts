import type { Project } from '../model';
import type { DrawerContents } from './kinds';

export const BOOKED_KINDS = ['fabrics', 'webs', 'threads'] as const;
export type BookedKind = (typeof BOOKED_KINDS)[number];
type Held = { readonly [K in BookedKind]: readonly Project[K][number][] };

interface Flat {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly count: number;
  readonly outline: string | null;
}
/** What of a thing is counted: flat pieces, and a length. */
interface Stock {
  readonly flat: readonly Flat[];
  readonly lengthMm: number;
}

/** Of what was cut there was less in the Drawer than it took. */
export interface Missing {
  readonly kind: BookedKind;
  readonly name: string;
  /** Of a roll or a spool so much; 0: none. */
  readonly lengthMm: number;
  /** So many flat pieces. */
  readonly pieces: number;
}

type Stocked = {
  readonly id: string;
  readonly name: string;
  readonly stock?: readonly Flat[];
  readonly stockMm?: number;
  readonly offcuts?: readonly Flat[];
};
const stockOf = ({ stock, stockMm, offcuts }: Stocked): Stock => ({
  flat: stock ?? offcuts ?? [],
  lengthMm: stockMm ?? 0,
});
/** A thing with another stock, in the fields that it has. */
const withStock = <T extends Stocked>(thing: T, { flat, lengthMm }: Stock): T => ({
  ...thing,
  ...(thing.stock === undefined ? {} : { stock: flat }),
  ...(thing.offcuts === undefined ? {} : { offcuts: flat }),
  ...(thing.stockMm === undefined ? {} : { stockMm: lengthMm }),
});

const sizeOf = (f: Flat): string => `${f.widthMm} ${f.heightMm} ${f.outline ?? ''}`;
const countsOf = (list: readonly Flat[]): Map<string, number> => {
  const counts = new Map<string, number>();
  for (const f of list) counts.set(sizeOf(f), (counts.get(sizeOf(f)) ?? 0) + f.count);
  return counts;
};

/** Stock after what happened to it elsewhere happens to it here, as far as it reaches. */
function follow(
  mine: Stock,
  was: Stock,
  is: Stock,
): { readonly stock: Stock; readonly missing: Omit<Missing, 'kind' | 'name'> } {
  const [before, after, here] = [was.flat, is.flat, mine.flat].map(countsOf) as [
    Map<string, number>,
    Map<string, number>,
    Map<string, number>,
  ];
  let pieces = 0;
  for (const size of new Set([...before.keys(), ...after.keys()])) {
    const left = (here.get(size) ?? 0) + (after.get(size) ?? 0) - (before.get(size) ?? 0);
    pieces += Math.max(0, -left);
    here.set(size, Math.max(0, left));
  }
  const known = new Map([...was.flat, ...is.flat, ...mine.flat].map((f) => [sizeOf(f), f]));
  const flat = [...here].flatMap(([size, count]) => {
    const f = known.get(size);
    return f && count > 0 ? [{ ...f, count }] : [];
  });
  const leftMm = mine.lengthMm + is.lengthMm - was.lengthMm;
  return { stock: { flat, lengthMm: Math.max(0, leftMm) }, missing: { lengthMm: Math.max(0, -leftMm), pieces } };
}

const sameStock = (a: Stock, b: Stock): boolean =>
  a.lengthMm === b.lengthMm && JSON.stringify(a.flat) === JSON.stringify(b.flat);

/**
 * What changes in the Drawer when a project is booked as cut, or is not any more: it takes what is there, and what was missing is told.
 * @param drawer what lies there now; another project may have been cut of it since
 * @param before the project as it was, @param after as it is now
 */
export function bookedChanges(
  drawer: Pick<DrawerContents, BookedKind>,
  before: Held,
  after: Held,
): { readonly [K in BookedKind]: ReadonlyMap<string, Project[K][number]> } & { readonly missing: readonly Missing[] } {
  const missing: Missing[] = [];
  const changed = <K extends BookedKind>(kind: K): ReadonlyMap<string, Project[K][number]> => {
    const out = new Map<string, Project[K][number]>();
    // What an older version or a hand has left may lack a list.
    const find = (list: readonly Stocked[] | undefined, id: string) => list?.find((t) => t.id === id);
    for (const mine of drawer[kind] as readonly (Project[K][number] & Stocked)[]) {
      const was = find(before[kind] as readonly Stocked[], mine.id);
      const is = find(after[kind] as readonly Stocked[], mine.id);
      if (!was || !is || sameStock(stockOf(was), stockOf(is))) continue;
      const { stock, missing: less } = follow(stockOf(mine), stockOf(was), stockOf(is));
      if (less.lengthMm > 0 || less.pieces > 0) missing.push({ kind, name: mine.name, ...less });
      if (!sameStock(stock, stockOf(mine))) out.set(mine.id, withStock(mine, stock));
    }
    return out;
  };
  return { fabrics: changed('fabrics'), webs: changed('webs'), threads: changed('threads'), missing };
}

/** Whether a project was booked as cut, or taken back, between two states of it. */
export const bookingChanged = (
  before: Pick<Project, 'id' | 'gathering'>,
  after: Pick<Project, 'id' | 'gathering'>,
): boolean => before.id === after.id && (before.gathering?.taken?.at ?? null) !== (after.gathering.taken?.at ?? null);
