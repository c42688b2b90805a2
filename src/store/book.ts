import { dequal } from 'dequal';
import { liveQuery } from 'dexie';
import { useLiveQuery } from 'dexie-react-hooks';
import { bearingOn, bookDoc, bookFromJson, bookToCsv } from '~/core/keep/book';
import { MOST_BROUGHT, MOST_SWATCHES, type Project, type Swatch } from '~/core/keep/model';
import { bringSwatches } from '~/workers';
import { db } from './db';
import { download } from './files';
import { historyOf } from './history';

// The swatch book of this browser: kept for its maker, beside all projects.

/** Every swatch, the newest first; undefined until the book is read. */
export const useBook = (): Swatch[] | undefined => useLiveQuery(readBook, []);
export const readBook = (): Promise<Swatch[]> => db.swatches.orderBy('atMs').reverse().toArray();

/** A change of the book: each swatch as it was and as it is (undefined: not there). */
interface BookStep {
  readonly words: string;
  readonly before: ReadonlyMap<string, Swatch | undefined>;
  readonly after: ReadonlyMap<string, Swatch | undefined>;
}
async function lay(swatches: BookStep['after']): Promise<void> {
  const gone = [...swatches].flatMap(([id, s]) => (s ? [] : [id]));
  const there = [...swatches].flatMap(([, s]) => (s ? [s] : []));
  await db.transaction('rw', db.swatches, async () => {
    await db.swatches.bulkDelete(gone);
    await db.swatches.bulkPut(there);
  });
}

const history = historyOf<BookStep>((step, as) => lay(step[as]));
export const useBookHistory = history.use;
export const undoBook = history.undo;
export const redoBook = history.redo;

/** Changes the book as one step that can be undone. `undefined` takes a swatch out. */
export async function changeBook(words: string, after: ReadonlyMap<string, Swatch | undefined>): Promise<void> {
  const ids = [...after.keys()];
  const was = await db.swatches.bulkGet(ids);
  const step: BookStep = { words, before: new Map(ids.map((id, i) => [id, was[i]])), after };
  await lay(after);
  history.remember([step]);
}

/** Of these names those that no swatch of the book has. */
export async function notInBook(ids: readonly string[]): Promise<ReadonlySet<string>> {
  const there = await db.swatches.bulkGet([...ids]);
  return new Set(ids.filter((_, i) => there[i] === undefined));
}

/** What was seen at the board, or came with a project, goes into the book by itself: once, and what is there stays as it is. */
export async function noteSeen(swatches: readonly Swatch[]): Promise<void> {
  if (swatches.length === 0) return;
  await db.transaction('rw', db.swatches, async () => {
    const fresh = await notInBook(swatches.map((s) => s.id));
    const room = MOST_SWATCHES - (await db.swatches.count());
    await db.swatches.bulkPut(swatches.filter((s) => fresh.has(s.id)).slice(0, Math.max(0, room)));
  });
}

let book: readonly Swatch[] = [];
/** The book as it was read last, for whatever is worked out from now on. */
export const bookIs = (read: readonly Swatch[]): void => void (book = read);
let asked: {
  project: Pick<Project, 'swatches' | 'irons' | 'webs'>;
  book: readonly Swatch[];
  swatches: Swatch[];
} | null = null;
/** Of the book what may teach something about a project, with what the project brought along itself: the same list as before, where it is the same. */
export function swatchesHere(project: Project): Swatch[] {
  const { swatches, irons, webs } = project;
  const before = asked;
  if (
    before?.book === book &&
    before.project.swatches === swatches &&
    before.project.irons === irons &&
    before.project.webs === webs
  )
    return before.swatches;
  const all = new Map([...swatches, ...book].map((s) => [s.id, s]));
  const bearing = bearingOn([...all.values()], project, MOST_BROUGHT);
  const same = before !== null && dequal(before.swatches, bearing);
  asked = { project: { swatches, irons, webs }, book, swatches: same ? before.swatches : bearing };
  return asked.swatches;
}
bringSwatches(swatchesHere);

/** Tells whenever the book changes, from the first reading on. @returns how to leave it */
export function watchBook(onBook: (book: readonly Swatch[]) => void): () => void {
  const watching = liveQuery(readBook).subscribe({
    next: onBook,
    // A book that cannot be read teaches nothing; the Swatch book itself tells why.
    error: () => onBook([]),
  });
  return () => watching.unsubscribe();
}

/** The book as a file: a table, or the whole with its photos. */
export async function exportBook(as: 'csv' | 'json'): Promise<void> {
  const swatches = await readBook();
  const day = new Date().toISOString().slice(0, 10);
  if (as === 'csv') {
    download(new Blob([bookToCsv(swatches)], { type: 'text/csv' }), `swatch-book-${day}.csv`);
    return;
  }
  const wanted = new Set(swatches.flatMap((s) => s.pictureId ?? []));
  const pictures = (await db.drawerPictures.toArray()).filter((p) => wanted.has(p.id));
  download(
    new Blob([JSON.stringify(bookDoc({ swatches, pictures }), null, 1)], { type: 'application/json' }),
    `swatch-book-${day}.json`,
  );
}

export type BookImport =
  | { readonly ok: true; readonly added: number; readonly same: number }
  | { readonly ok: false; readonly problems: readonly string[] };

const MAX_BOOK_BYTES = 64 * 1024 * 1024;

/** Takes in a book: what is here already stays as it is here. One step that can be undone. */
export async function importBook(file: File): Promise<BookImport> {
  if (file.size > MAX_BOOK_BYTES)
    return { ok: false, problems: [`“${file.name}” is larger than 64 MB. Is it the right file?`] };
  const read = bookFromJson(await file.text());
  if (!read.ok) return read;
  const { swatches, pictures } = read.book;
  const unknown = await notInBook(swatches.map((s) => s.id));
  const fresh = swatches.filter((s) => unknown.has(s.id));
  if ((await db.swatches.count()) + fresh.length > MOST_SWATCHES)
    return {
      ok: false,
      problems: [`A book holds ${MOST_SWATCHES.toLocaleString('en')} swatches. Delete some first.`],
    };
  await db.drawerPictures.bulkPut([...pictures]);
  if (fresh.length > 0) await changeBook('import a book', new Map(fresh.map((s) => [s.id, s])));
  return { ok: true, added: fresh.length, same: swatches.length - fresh.length };
}
