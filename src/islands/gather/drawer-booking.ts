import type { DrawerContents } from '~/core/keep/drawer';
import type { Project } from '~/core/keep/model';
import { changeDrawer } from '~/store';

type Held = Pick<Project, 'fabrics' | 'webs' | 'threads'>;

const stockOf = (thing: object): string => {
  const { stock, stockMm, offcuts } = thing as { stock?: unknown; stockMm?: unknown; offcuts?: unknown };
  return JSON.stringify([stock, stockMm, offcuts]);
};
const onlyStock = (thing: object): object => {
  const { stock, stockMm, offcuts } = thing as { stock?: unknown; stockMm?: unknown; offcuts?: unknown };
  return Object.fromEntries(Object.entries({ stock, stockMm, offcuts }).filter(([, v]) => v !== undefined));
};

/** What was booked in a project is booked in the drawer too, where both said the same before; of the rest the drawer knows better. */
export async function bookInDrawer(drawer: DrawerContents, before: Held, after: Held, words: string): Promise<void> {
  const changedOf = <T extends { id: string; name: string }>(
    mine: readonly T[],
    was: readonly { id: string }[],
    is: readonly { id: string }[],
  ): Map<string, T> => {
    const changed = new Map<string, T>();
    for (const thing of mine) {
      const old = was.find((x) => x.id === thing.id);
      const now = is.find((x) => x.id === thing.id);
      if (!old || !now || stockOf(old) === stockOf(now)) continue;
      if (stockOf(old) === stockOf(thing)) changed.set(thing.id, { ...thing, ...onlyStock(now) });
    }
    return changed;
  };
  const fabrics = changedOf(drawer.fabrics, before.fabrics, after.fabrics);
  const webs = changedOf(drawer.webs, before.webs, after.webs);
  const threads = changedOf(drawer.threads, before.threads, after.threads);
  if (fabrics.size > 0) await changeDrawer('fabrics', words, fabrics);
  if (webs.size > 0) await changeDrawer('webs', words, webs);
  if (threads.size > 0) await changeDrawer('threads', words, threads);
}
