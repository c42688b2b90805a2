import { db } from './db';
import { DRAWER_CHANGED_AT } from './drawer';
import { KEPT_AT } from './everything';

/** So long after the last copy of everything, or after the first visit, a copy is asked for. */
const WEEKS_MS = 21 * 24 * 3600 * 1000;
const FIRST_AT = 'first-here-at';
const LATER_AT = 'remind-after';

async function moment(key: string): Promise<number | null> {
  const value = (await db.settings.get(key))?.value;
  return typeof value === 'number' ? value : null;
}

/** Notes the day of the first visit, once. */
export async function noteVisit(now = Date.now()): Promise<void> {
  if ((await moment(FIRST_AT)) === null) await db.settings.put({ key: FIRST_AT, value: now });
}

/** Whether to ask for a copy of everything: weeks have gone by, and something was changed since the last. Only reads, so that it may be watched. */
export async function copyIsDue(now = Date.now()): Promise<boolean> {
  const [first, kept, later, drawer] = await Promise.all([FIRST_AT, KEPT_AT, LATER_AT, DRAWER_CHANGED_AT].map(moment));
  const since = kept ?? first;
  if (since === null || since === undefined || now < (later ?? 0) || now - since < WEEKS_MS) return false;
  const newest = await db.projects.orderBy('updatedAt').last();
  return Math.max(newest?.updatedAt ?? 0, drawer ?? 0) > since;
}

/** Asks again in a week. */
export async function remindLater(now = Date.now()): Promise<void> {
  await db.settings.put({ key: LATER_AT, value: now + WEEKS_MS / 3 });
}
