import { db } from './db';
import { KEPT_AT } from './files';

/** So long after the last copy of everything, or after the first visit, a copy is asked for. */
const WEEKS_MS = 21 * 24 * 3600 * 1000;
const FIRST_AT = 'first-here-at';
const LATER_AT = 'remind-after';

/** Whether to ask for a copy of everything: weeks have gone by, and something was changed since the last. */
export async function copyIsDue(now = Date.now()): Promise<boolean> {
  const read = async (key: string): Promise<number | null> => {
    const value = (await db.settings.get(key))?.value;
    return typeof value === 'number' ? value : null;
  };
  const first = await read(FIRST_AT);
  if (first === null) {
    await db.settings.put({ key: FIRST_AT, value: now });
    return false;
  }
  const [kept, later] = await Promise.all([read(KEPT_AT), read(LATER_AT)]);
  if (now < (later ?? 0) || now - (kept ?? first) < WEEKS_MS) return false;
  const newest = await db.projects.orderBy('updatedAt').last();
  return newest !== undefined && newest.updatedAt > (kept ?? first);
}

/** Asks again in a week. */
export async function remindLater(now = Date.now()): Promise<void> {
  await db.settings.put({ key: LATER_AT, value: now + WEEKS_MS / 3 });
}
