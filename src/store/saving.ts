import type { Project } from '~/core/keep/model';
import { Attempted, attempt } from './attempt';
import { BOOKED_TABLES, type Booked, followBooking } from './booking';
import { db, TAB } from './db';
import { putPictures } from './kept-pictures';
import { pack, rowSum } from './pack';
import { keepVersion } from './versions';

/** A pause after an edit, so that a run of them is written once; never longer than this after the first of a run. */
const PAUSE_MS = 250;
const AT_THE_LATEST_MS = 1500;
/** A save that failed is tried again, less and less often. */
const AGAIN_MS = [1000, 2000, 5000, 10_000, 30_000];
/** While someone works, a version is put by this often. */
const VERSION_EVERY_MS = 3 * 60_000;

export interface SavingState {
  /** When the last edit reached the browser's storage; null while one is still on its way. */
  readonly savedAt: number | null;
  /** Why the last try failed, in words; null when it did not. */
  readonly saveError: string | null;
}

export interface Saver {
  /** Takes note of an edit; it is written a moment later. */
  readonly note: (project: Project) => void;
  /** Writes now what is not written yet; resolves when it is, or when it could not be. */
  readonly flush: () => Promise<void>;
  /** Whether something is not written yet. */
  readonly dirty: () => boolean;
  readonly stop: () => void;
}

const GONE = 'The project was deleted in another tab. Bring it back, or export it to keep it.';

/**
 * Keeps a project: every edit is written within two seconds, and tried again for as long as it cannot be.
 * @param asOpened the project before the first edit, which is put by as a version when one is made
 * @param rev number of the writing that it was read from
 * @param onBooked hears what was changed in the Drawer along with it
 */
export function keepSaving(
  asOpened: Project,
  onState: (state: SavingState) => void,
  rev: number | undefined,
  onBooked: (booked: Booked) => void = () => undefined,
): Saver {
  let pending: Project | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let firstAt = 0;
  let tries = 0;
  let writing: Promise<void> | null = null;
  let known = rev;
  let versionAt = 0;
  let stopped = false;

  const write = async (project: Project): Promise<void> => {
    const packed = pack(project);
    const found = await db.projects.get(project.id);
    // Someone else wrote what is about to be written over: it is put by.
    if (found && known !== undefined && found.rev !== known && found.writer !== TAB)
      await keepVersion(project.id, found.doc, 'before');
    let booked: Booked | null = null;
    await db.transaction('rw', [db.projects, db.keptPictures, ...BOOKED_TABLES], async () => {
      const row = await db.projects.get(project.id);
      if (!row || row.deletedAt !== null) throw new Attempted(GONE);
      booked = await followBooking(row.doc, project);
      await putPictures(packed.pictures);
      known = (row.rev ?? 0) + 1;
      await db.projects.put({
        ...row,
        doc: packed.doc,
        sum: rowSum(packed.doc),
        name: project.name,
        updatedAt: Date.now(),
        writer: TAB,
        rev: known,
      });
    });
    if (booked) onBooked(booked);
  };

  const save = async (): Promise<void> => {
    clearTimeout(timer);
    timer = undefined;
    const project = pending;
    if (!project) return;
    pending = null;
    const first = versionAt === 0;
    const done = await attempt(() => write(project));
    if (!done.ok) {
      // Nothing newer has come in the meantime: this one still has to be written.
      pending ??= project;
      onState({ savedAt: null, saveError: done.words });
      if (!stopped) timer = setTimeout(() => void flush(), AGAIN_MS[Math.min(tries, AGAIN_MS.length - 1)]);
      tries += 1;
      return;
    }
    tries = 0;
    onState({ savedAt: pending ? null : Date.now(), saveError: null });
    if (first || Date.now() - versionAt > VERSION_EVERY_MS) {
      versionAt = Date.now();
      // A version that cannot be put by is no reason to stop: the project itself is safe.
      await attempt(() => keepVersion(project.id, first ? asOpened : project, 'kept'));
    }
  };

  const flush = (): Promise<void> => {
    writing = (writing ?? Promise.resolve()).then(save);
    return writing;
  };

  return {
    note: (project) => {
      if (stopped) return;
      const now = Date.now();
      if (!pending) firstAt = now;
      pending = project;
      // While a save is being tried again the next try takes the newest along.
      if (tries > 0 && timer !== undefined) return;
      clearTimeout(timer);
      timer = setTimeout(() => void flush(), Math.max(0, Math.min(PAUSE_MS, firstAt + AT_THE_LATEST_MS - now)));
    },
    flush,
    dirty: () => pending !== null,
    stop: () => {
      stopped = true;
      clearTimeout(timer);
    },
  };
}
