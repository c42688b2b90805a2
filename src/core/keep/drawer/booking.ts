import type { Project } from '../model';
import type { DrawerContents } from './kinds';

type Held = { readonly [K in 'fabrics' | 'webs' | 'threads']: readonly Project[K][number][] };
type Stocked = {
  readonly id: string;
  readonly stock?: unknown;
  readonly stockMm?: unknown;
  readonly offcuts?: unknown;
};

const stockOf = ({ stock, stockMm, offcuts }: Stocked): string => JSON.stringify([stock, stockMm, offcuts]);
const onlyStock = ({ stock, stockMm, offcuts }: Stocked): object =>
  Object.fromEntries(Object.entries({ stock, stockMm, offcuts }).filter(([, v]) => v !== undefined));

function changedOf<T extends { readonly id: string }>(
  mine: readonly T[],
  was: readonly Stocked[],
  is: readonly Stocked[],
): ReadonlyMap<string, T> {
  const changed = new Map<string, T>();
  for (const thing of mine) {
    const old = was.find((x) => x.id === thing.id);
    const now = is.find((x) => x.id === thing.id);
    if (!old || !now || stockOf(old) === stockOf(now)) continue;
    if (stockOf(old) === stockOf(thing as Stocked)) changed.set(thing.id, { ...thing, ...onlyStock(now) });
  }
  return changed;
}

/**
 * What changes in the Drawer when a project is booked as cut, or is not any more: the stock of what both said the same of before. Of the rest the Drawer knows better.
 * @param before the project as it was, @param after as it is now
 */
export const bookedChanges = (drawer: DrawerContents, before: Held, after: Held) => ({
  fabrics: changedOf(drawer.fabrics, before.fabrics, after.fabrics),
  webs: changedOf(drawer.webs, before.webs, after.webs),
  threads: changedOf(drawer.threads, before.threads, after.threads),
});

/** Whether a project was booked as cut, or taken back, between two states of it. */
export const bookingChanged = (
  before: Pick<Project, 'id' | 'gathering'>,
  after: Pick<Project, 'id' | 'gathering'>,
): boolean => before.id === after.id && (before.gathering.taken?.at ?? null) !== (after.gathering.taken?.at ?? null);
