import { bookedChanges, bookingChanged } from '~/core/keep/drawer';
import type { Project } from '~/core/keep/model';
import { attempt } from './attempt';
import { changeDrawer, readDrawer } from './drawer';

/**
 * The Drawer follows when a project is booked as cut, or is not any more: by its button, by Undo or Redo, or by an earlier version.
 * @returns words for a person where the Drawer could not be changed; null: nothing had to be, or it was
 */
export async function followBooking(before: Project, after: Project): Promise<string | null> {
  if (!bookingChanged(before, after)) return null;
  const what = after.gathering.taken ? `${after.name}: cut` : `${after.name}: not cut after all`;
  const done = await attempt(async () => {
    const { fabrics, webs, threads } = bookedChanges(await readDrawer(), before, after);
    if (fabrics.size > 0) await changeDrawer('fabrics', what, fabrics);
    if (webs.size > 0) await changeDrawer('webs', what, webs);
    if (threads.size > 0) await changeDrawer('threads', what, threads);
  });
  return done.ok ? null : `The drawer could not be changed. ${done.words}`;
}
