import { useLiveQuery } from 'dexie-react-hooks';
import type { DisplayUnits } from '~/core/base/units';
import { attempt } from './attempt';
import { db } from './db';

const UNITS = 'units';

/** The units that were chosen last, in a project or in the Drawer; millimetres until someone chose. */
export async function readUnits(): Promise<DisplayUnits> {
  return (await db.settings.get(UNITS))?.value === 'in' ? 'in' : 'mm';
}

/** As {@link readUnits}, kept up to date; undefined until it is read. */
export const useUnits = (): DisplayUnits | undefined => useLiveQuery(() => readUnits().catch(() => 'mm' as const), []);

/** Remembers the units a person chose. A browser that keeps nothing forgets them. */
export const rememberUnits = (units: DisplayUnits): void =>
  void attempt(() => db.settings.put({ key: UNITS, value: units }));
