import { BOOKED_KINDS, bookedChanges, bookingChanged, type Missing } from '~/core/keep/drawer';
import type { Project } from '~/core/keep/model';
import { db } from './db';
import { type DrawerStep, drawerStep, layStep } from './drawer';

/** What of the Drawer was changed along with a project, for its history; and what was missing there. */
export interface Booked {
  readonly steps: readonly DrawerStep[];
  readonly missing: readonly Missing[];
}
export const BOOKED_TABLES = [...BOOKED_KINDS.map((k) => db[k]), db.settings];

/**
 * The Drawer follows when a project is booked as cut, or is not any more: by its button, by Undo or Redo, or by an earlier version.
 * Runs inside the transaction that writes the project, so that a browser that is killed leaves both or neither.
 * @param before the project as it lies in storage
 */
export async function followBooking(before: Project, after: Project): Promise<Booked | null> {
  if (!bookingChanged(before, after)) return null;
  const words = after.gathering.taken ? `${after.name}: cut` : `${after.name}: not cut after all`;
  const [fabrics, webs, threads] = await Promise.all([db.fabrics.toArray(), db.webs.toArray(), db.threads.toArray()]);
  const changes = bookedChanges({ fabrics, webs, threads }, before, after);
  const steps: DrawerStep[] = [];
  for (const kind of BOOKED_KINDS) {
    if (changes[kind].size === 0) continue;
    const step = await drawerStep(kind, words, changes[kind] as never);
    await layStep(step);
    steps.push(step);
  }
  return { steps, missing: after.gathering.taken ? changes.missing : [] };
}
