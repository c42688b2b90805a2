import { create } from 'zustand';
import { fileStem, type Project } from '~/core/keep/model';
import { attempt } from './attempt';
import { db } from './db';
import { projectFile } from './files';

// A folder of the person's own that every project is also written to by itself, where the browser gives such access (File System Access, WICG).

interface Handle extends FileSystemDirectoryHandle {
  queryPermission?(options: { mode: 'readwrite' }): Promise<PermissionState>;
  requestPermission?(options: { mode: 'readwrite' }): Promise<PermissionState>;
}
type Picker = (options: { id: string; mode: 'readwrite' }) => Promise<Handle>;
const picker = (): Picker | undefined => (globalThis as { showDirectoryPicker?: Picker }).showDirectoryPicker;

interface FolderState {
  /** asks: the browser wants to be told again, with a click, that it may write there. */
  readonly state: 'none' | 'ready' | 'asks' | 'failed';
  readonly name: string;
  readonly wroteAt: number | null;
  readonly words: string;
}

/** The folder that projects are written to, as this tab knows it. */
export const useFolder = create<FolderState>(() => ({ state: 'none', name: '', wroteAt: null, words: '' }));

export const canUseFolder = (): boolean => picker() !== undefined;

const HANDLE = 'folder';
const NAMES = 'folder-names';
/** A folder is a copy for a bad day: it need not follow every stroke. */
const AFTER_MS = 8000;

let handle: Handle | null = null;
let looked = false;

const allowed = async (h: Handle): Promise<boolean> =>
  h.queryPermission ? (await h.queryPermission({ mode: 'readwrite' })) === 'granted' : true;

/** Looks which folder was chosen, and whether it may be written to. */
export async function findFolder(): Promise<void> {
  if (looked) return;
  looked = true;
  const found = await attempt(() => db.settings.get(HANDLE));
  const kept = found.ok ? (found.value?.value as Handle | undefined) : undefined;
  if (!kept) return;
  handle = kept;
  useFolder.setState({ state: (await allowed(kept)) ? 'ready' : 'asks', name: kept.name });
}

/** Lets a person choose the folder. @returns what went wrong, in words; null when nothing did, or when they thought better of it */
export async function chooseFolder(): Promise<string | null> {
  try {
    const chosen = await picker()?.({ id: 'apple-seam', mode: 'readwrite' });
    if (!chosen) return 'This browser cannot write to a folder.';
    handle = chosen;
    looked = true;
    useFolder.setState({ state: 'ready', name: chosen.name, wroteAt: null, words: '' });
    const put = await attempt(() => db.settings.put({ key: HANDLE, value: chosen }));
    return put.ok ? null : `It is used until this page is closed: ${put.words}`;
  } catch (error) {
    return (error as Error).name === 'AbortError' ? null : 'That folder cannot be written to. Choose another.';
  }
}

/** Asks the browser again for leave to write there; works only from a click. */
export async function allowFolder(): Promise<void> {
  const granted = handle?.requestPermission ? await handle.requestPermission({ mode: 'readwrite' }) : 'granted';
  if (handle) useFolder.setState({ state: granted === 'granted' ? 'ready' : 'asks' });
}

export async function leaveFolder(): Promise<void> {
  handle = null;
  useFolder.setState({ state: 'none', name: '', wroteAt: null, words: '' });
  await attempt(() => db.settings.bulkDelete([HANDLE, NAMES]));
}

/** Writes one project into the folder, in the place of what was written of it before. */
export async function writeToFolder(project: Project): Promise<void> {
  const into = handle;
  if (!into) return;
  if (!(await allowed(into))) {
    useFolder.setState({ state: 'asks' });
    return;
  }
  try {
    const { blob, filename } = await projectFile(project);
    const ending = filename.slice(filename.indexOf('.'));
    const name = `${fileStem(project.name)}-${fileStem(project.id).slice(0, 8)}${ending}`;
    const file = await into.getFileHandle(name, { create: true });
    const writing = await file.createWritable();
    await writing.write(blob);
    await writing.close();
    const names = { ...((await db.settings.get(NAMES))?.value as Record<string, string> | undefined) };
    const old = names[project.id];
    names[project.id] = name;
    await db.settings.put({ key: NAMES, value: names });
    if (old && old !== name) await into.removeEntry(old).catch(() => undefined);
    useFolder.setState({ state: 'ready', wroteAt: Date.now(), words: '' });
  } catch (error) {
    useFolder.setState({
      state: 'failed',
      words: `The folder “${into.name}” could not be written to (${(error as Error).name}). Is it still there? Choose it again.`,
    });
  }
}

const noted: { project: Project | null; waiting: boolean } = { project: null, waiting: false };

/** Takes note that a project was saved; it is written to the folder a little later. */
export function folderNote(project: Project): void {
  if (!canUseFolder()) return;
  noted.project = project;
  if (noted.waiting) return;
  noted.waiting = true;
  setTimeout(async () => {
    noted.waiting = false;
    await findFolder();
    const { project: now } = noted;
    noted.project = null;
    if (now && handle) await writeToFolder(now);
  }, AFTER_MS);
}
