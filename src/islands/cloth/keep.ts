import type { Fabric } from '~/core/keep/model';
import { attemptOrTell, changeDrawer, edit } from '~/store';

/**
 * Brings new cloths into the open project, as one step, and into the Drawer.
 * @param onFirst told the id of the first, once it is there
 * @returns why the project did not take them, in words
 */
export function keepCloths(cloths: readonly Fabric[], onFirst: (id: string) => void): string | null {
  const refused = edit((p) => void p.fabrics.push(...structuredClone(cloths)));
  if (refused) return refused;
  const [first] = cloths;
  if (first) onFirst(first.id);
  const words = cloths.length === 1 ? `add ${first?.name}` : `add ${cloths.length} fabrics`;
  void attemptOrTell('The new fabric is in the project, but not in the Drawer', () =>
    changeDrawer('fabrics', words, new Map(cloths.map((c) => [c.id, c]))),
  );
  return null;
}
