import type { EntityTable } from 'dexie';
import { useLiveQuery } from 'dexie-react-hooks';
import {
  DRAWER_KINDS,
  DRAWER_LIMIT,
  type DrawerContents,
  type DrawerKind,
  drawerFromJson,
  KIND_WORDS,
  type Things,
} from '~/core/keep/drawer';
import { newId, type Picture } from '~/core/keep/model';
import { db } from './db';
import { historyOf } from './history';

const table = <K extends DrawerKind>(kind: K): EntityTable<Things[K], 'id'> => db[kind] as never;
export const DRAWER_TABLES = [...DRAWER_KINDS.map((k) => db[k]), db.drawerPictures];

/** Puts things into the Drawer, each kind unless something is there already. Runs inside a transaction of the caller. */
export async function layOutDrawer(things: DrawerContents): Promise<void> {
  for (const kind of DRAWER_KINDS)
    if ((await table(kind).count()) === 0) await table(kind).bulkPut([...things[kind]] as never[]);
}

/** Everything in the Drawer, by name. */
export async function readDrawer(): Promise<DrawerContents> {
  const lists = await Promise.all(DRAWER_KINDS.map((kind) => table(kind).orderBy('name').toArray()));
  const pictures = await db.drawerPictures.toArray();
  return {
    ...(Object.fromEntries(DRAWER_KINDS.map((kind, i) => [kind, lists[i]])) as unknown as DrawerContents),
    pictures,
  };
}

/** Everything in the Drawer, kept up to date; undefined until it is read. */
export const useDrawer = (): DrawerContents | undefined => useLiveQuery(readDrawer, []);

/** What was done to one kind: each thing as it was (undefined: not there) and as it is now (undefined: gone). */
export interface DrawerStep {
  readonly words: string;
  readonly kind: DrawerKind;
  readonly before: ReadonlyMap<string, Things[DrawerKind] | undefined>;
  readonly after: ReadonlyMap<string, Things[DrawerKind] | undefined>;
}

/** When something of the Drawer, the shelf or the fonts was changed last. */
export const DRAWER_CHANGED_AT = 'drawer-changed-at';
export const noteDrawerChange = async (): Promise<void> =>
  void (await db.settings.put({ key: DRAWER_CHANGED_AT, value: Date.now() }));

async function lay(kind: DrawerKind, things: DrawerStep['after']): Promise<void> {
  const gone = [...things].filter(([, t]) => t === undefined).map(([id]) => id);
  const there = [...things].flatMap(([, t]) => (t ? [t] : []));
  await db.transaction('rw', [table(kind), db.settings], async () => {
    await noteDrawerChange();
    if (gone.length > 0) await table(kind).bulkDelete(gone as never[]);
    if (there.length > 0) await table(kind).bulkPut(there as never[]);
  });
}

/** A change of things of one kind, with what was there before. `undefined` takes a thing out. */
export async function drawerStep<K extends DrawerKind>(
  kind: K,
  words: string,
  after: ReadonlyMap<string, Things[K] | undefined>,
): Promise<DrawerStep> {
  const ids = [...after.keys()];
  const was = await table(kind).bulkGet(ids as never[]);
  return { words, kind, before: new Map(ids.map((id, i) => [id, was[i]])), after };
}
export const layStep = ({ kind, after }: DrawerStep): Promise<void> => lay(kind, after);
const history = historyOf<DrawerStep>((step, as) => lay(step.kind, step[as]));
export const useDrawerHistory = history.use;
export const rememberSteps = history.remember;
export const undoDrawer = history.undo;
export const redoDrawer = history.redo;

/** Changes things of one kind as one step that can be undone. `undefined` takes a thing out. */
export async function changeDrawer<K extends DrawerKind>(
  kind: K,
  words: string,
  after: ReadonlyMap<string, Things[K] | undefined>,
): Promise<void> {
  const step = await drawerStep(kind, words, after);
  await layStep(step);
  rememberSteps([step]);
}

/** Keeps a photo in the Drawer; the same photo twice is one. */
export async function keepDrawerPicture(picture: Picture): Promise<string> {
  const same = await db.drawerPictures.filter((p) => p.dataUrl === picture.dataUrl).first();
  if (same) return same.id;
  await db.drawerPictures.put(picture);
  return picture.id;
}

export type DrawerImport =
  | { readonly ok: true; readonly words: string }
  | { readonly ok: false; readonly problems: readonly string[] }
  /** Some rows have the name of something that is there already: whether they are the same is for a person to say. */
  | { readonly ok: false; readonly problems: readonly []; readonly sameNames: readonly string[] }
  /** The text is not UTF-8: it may well be the encoding that older Windows programs write, which is for a person to say, since bytes alone do not. */
  | { readonly ok: false; readonly problems: readonly []; readonly asWindows: string };

/** Text as its bytes say: UTF-8, UTF-16 with its mark, or null. */
function textIn(bytes: Uint8Array): string | null {
  const marked =
    bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : 'utf-8';
  try {
    return new TextDecoder(marked, { fatal: true }).decode(bytes);
  } catch {
    return null;
  }
}

/** The lines in which a letter stands that plain ASCII has not: by these one sees whether an encoding is right. */
const tellingLines = (text: string): string =>
  text
    .split(/\r?\n/)
    .filter((line) => [...line].some((c) => c > '~'))
    .slice(0, 3)
    .map((line) => line.slice(0, 120))
    .join('\n');

const MAX_FILE_BYTES = 64 * 1024 * 1024;

/** What to say when these would not fit in beside what is there; null when they do. Things that are there already take no more room. */
async function overfull(kind: DrawerKind, things: readonly Things[DrawerKind][]): Promise<string | null> {
  const [count, known] = await Promise.all([
    table(kind).count(),
    table(kind).bulkGet(things.map((t) => t.id) as never[]),
  ]);
  const more = known.filter((t) => t === undefined).length;
  if (count + more <= DRAWER_LIMIT) return null;
  const said = (n: number): string => n.toLocaleString('en');
  return `The drawer holds ${said(count)} ${KIND_WORDS[kind].many}; with ${said(more)} more it would pass ${said(DRAWER_LIMIT)}. Delete some first.`;
}

/** What a person has said about a file that is taken in. */
export interface ImportAnswers {
  /** Read it as Windows-1252. */
  readonly windows?: boolean;
  /** Rows with the name of something that is there change that, or come in beside it. */
  readonly sameNames?: 'change' | 'beside';
}

/** Takes in a file: CSV for one kind, JSON for the whole Drawer. All or nothing, as steps that can be undone. */
export async function importToDrawer(
  kind: DrawerKind,
  file: File,
  { windows = false, sameNames }: ImportAnswers = {},
): Promise<DrawerImport> {
  if (file.size > MAX_FILE_BYTES)
    return { ok: false, problems: [`“${file.name}” is larger than 64 MB. Is it the right file?`] };
  const bytes = new Uint8Array(await file.arrayBuffer());
  const asWindows = (): string => new TextDecoder('windows-1252').decode(bytes);
  const text = windows ? asWindows() : textIn(bytes);
  if (text === null) return { ok: false, problems: [], asWindows: tellingLines(asWindows()) };
  if (/\.json$/i.test(file.name) || text.trimStart().startsWith('{')) {
    const read = drawerFromJson(text);
    if (!read.ok) return read;
    for (const k of DRAWER_KINDS) {
      const problem = await overfull(k, read.contents[k]);
      if (problem) return { ok: false, problems: [problem] };
    }
    const things = DRAWER_KINDS.reduce((sum, k) => sum + read.contents[k].length, 0);
    if (things === 0) return { ok: false, problems: ['This Drawer is empty: there is nothing to import.'] };
    await db.drawerPictures.bulkPut([...read.contents.pictures]);
    let count = 0;
    for (const k of DRAWER_KINDS) {
      const things = read.contents[k];
      if (things.length === 0) continue;
      count += things.length;
      await changeDrawer(
        k,
        `import ${things.length} ${KIND_WORDS[k].many}`,
        new Map(things.map((t) => [t.id, t])) as never,
      );
    }
    return {
      ok: true,
      words:
        count === 1 ? 'One thing came into the drawer.' : `${count.toLocaleString('en')} things came into the drawer.`,
    };
  }
  const { fromCsv, plainName } = await import('~/core/keep/drawer/csv');
  const there = await table(kind).toArray();
  const read = fromCsv(kind, text, () => newId(), sameNames === 'change' ? there : []);
  if (!read.ok) return read;
  const names = new Set(there.map((t) => plainName(t.name)));
  const same = read.things.filter((t) => names.has(plainName(t.name))).map((t) => t.name);
  if (same.length > 0 && sameNames === undefined) return { ok: false, problems: [], sameNames: same };
  const problem = await overfull(kind, read.things);
  if (problem) return { ok: false, problems: [problem] };
  const { one, many } = KIND_WORDS[kind];
  const n = read.things.length;
  const changed = sameNames === 'change' ? same.length : 0;
  const said = (count: number): string => `${count.toLocaleString('en')} ${count === 1 ? one : many}`;
  await changeDrawer(kind, `import ${said(n)}`, new Map(read.things.map((t) => [t.id, t])) as never);
  const told = [n > changed && `${said(n - changed)} taken in`, changed > 0 && `${said(changed)} changed`];
  return { ok: true, words: `${told.filter(Boolean).join(', ')}.` };
}
