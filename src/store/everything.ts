import {
  type Compared,
  compareEverything,
  countsOf,
  type Everything,
  type EverythingCounts,
  type EverythingRead,
  type KeptChoice,
  type KeptProject,
  keyOf,
} from '~/core/keep/archive';
import { DRAWER_KINDS, type DrawerContents, drawerDoc, drawerFromRaw, freeName } from '~/core/keep/drawer';
import { newId, parseProject } from '~/core/keep/model';
import { proxy, withArchiveWorker } from '~/workers';
import { takeDamaged } from './arrivals';
import { Attempted } from './attempt';
import { noteSeen, notInBook, readBook } from './book';
import { db, type ProjectRow } from './db';
import { DRAWER_TABLES, noteDrawerChange, readDrawer } from './drawer';
import { download } from './files';
import { unpack } from './kept-pictures';
import { asInFile } from './pack';
import { listProjects, putProject, takeProject } from './projects';
import { keepVersion, putVersions } from './versions';
import { isWrittenElsewhere } from './writer';

// Everything that a person has made, as one file, and back.

export const KEPT_AT = 'everything-kept-at';

async function withVersions({ id, doc, deletedAt, createdAt, updatedAt }: ProjectRow): Promise<KeptProject> {
  const rows = await db.versions.where('projectId').equals(id).sortBy('at');
  const docs = await unpack(rows.map((r) => r.doc));
  return {
    project: doc,
    deletedAt,
    createdAt,
    updatedAt,
    versions: rows.map(({ at, why }, i) => ({ at, why, doc: docs[i] })),
  };
}

async function gather(): Promise<Everything> {
  const [projects, binned, drawer, shapes, faces, swatches] = await Promise.all([
    listProjects(),
    listProjects(true),
    readDrawer(),
    db.shapes.toArray(),
    db.faces.toArray(),
    readBook(),
  ]);
  const kept: KeptProject[] = [];
  for (const row of [...projects, ...binned]) kept.push(await withVersions(row));
  return { projects: kept, drawer, shapes, faces, swatches };
}

/** All projects with what they were before, the bin, the Drawer, shapes and fonts as one file, handed to the browser's download. @param onProgress share, 0 … 1 */
export async function keepEverything(
  onProgress: (share: number) => void,
): Promise<{ counts: EverythingCounts; bytes: number }> {
  const all = await gather();
  const now = new Date();
  const blob = await withArchiveWorker((w) => w.packEverything(all, now.toISOString(), proxy(onProgress)));
  download(blob, `apple-seam-${now.toISOString().slice(0, 10)}.seam-all.zip`);
  await db.settings.put({ key: KEPT_AT, value: now.getTime() });
  return { counts: countsOf(all), bytes: blob.size };
}

/** As reading it would have it, so that what an older version left is told from what a person changed. */
function asRead(all: Everything): Everything {
  const drawer = drawerFromRaw(asInFile(drawerDoc(all.drawer)));
  return {
    ...all,
    projects: all.projects.map((p) => {
      const raw = asInFile(p.project);
      const parsed = parseProject(raw);
      return { ...p, project: asInFile(parsed.ok ? parsed.project : raw) };
    }),
    drawer: asInFile(drawer.ok ? drawer.contents : all.drawer),
  };
}

let forAll: Promise<Everything> | undefined;
/** What was laid out for everybody: always the same. */
function laidOutForAll(): Promise<Everything> {
  forAll ??= makeForAll();
  return forAll;
}
async function makeForAll(): Promise<Everything> {
  const { DEMO, demoDrawer } = await import('~/demo');
  return asRead({
    projects: Object.values(DEMO).map((make) => ({
      project: make(),
      deletedAt: null,
      createdAt: null,
      updatedAt: null,
      versions: [],
    })),
    drawer: demoDrawer(),
    shapes: [],
    faces: [],
    swatches: [],
  });
}

export interface HereAndKept {
  readonly compared: readonly Compared[];
  readonly here: Everything;
  readonly counts: { readonly here: EverythingCounts; readonly kept: EverythingCounts };
}

/** What a file holds against what is here. */
export async function compareWithHere({ found }: EverythingRead): Promise<HereAndKept> {
  const [all, demo] = await Promise.all([gather(), laidOutForAll()]);
  const here = asRead(all);
  return {
    compared: compareEverything(asRead(found), here, demo),
    here,
    counts: { here: countsOf(here), kept: countsOf(found) },
  };
}

export interface BroughtBack {
  readonly projects: number;
  readonly things: number;
  /** Earlier versions that came in. */
  readonly versions: number;
  /** What was here already, just so. */
  readonly same: number;
  /** What was left as it is here: it was chosen so, or only the demo’s lay in the file. */
  readonly stayed: number;
  readonly damaged: number;
}

const putAll = (table: unknown, list: readonly unknown[]): PromiseLike<unknown> =>
  (table as { bulkPut(list: readonly unknown[]): PromiseLike<unknown> }).bulkPut(list);

/**
 * Puts everything back that was kept. The demo’s untouched things give way to one’s own; of what differs a person has chosen. All of it or nothing.
 * @param choices for each thing that differs, by {@link keyOf}
 * @throws Attempted with words, where one was not chosen or another tab is at work
 */
export async function bringBack(
  { found, damaged, keptAtMs }: EverythingRead,
  choices: ReadonlyMap<string, KeptChoice> = new Map(),
): Promise<BroughtBack> {
  const { compared } = await compareWithHere({ found, damaged, keptAtMs, problems: [] });
  const open = compared.find((c) => c.standing === 'differs' && !choices.has(keyOf(c)));
  if (open) throw new Attempted(`Say first what becomes of “${open.name}”.`);
  const what = new Map<string, KeptChoice | 'same'>(
    compared.map((c) => [
      keyOf(c),
      c.standing === 'differs'
        ? (choices.get(keyOf(c)) ?? 'here')
        : c.standing === 'same'
          ? 'same'
          : c.standing === 'stays'
            ? 'here'
            : 'kept',
    ]),
  );
  for (const { project } of found.projects)
    if (what.get(keyOf({ kind: 'projects', id: project.id })) === 'kept' && (await isWrittenElsewhere(project.id)))
      throw new Attempted(`“${project.name}” is open in another tab. Close it there first.`);
  const got = { projects: 0, things: 0, versions: 0, same: 0, stayed: 0, damaged: damaged.length };
  /** What comes in of a list of things, those that come in beside under names of their own. */
  const coming = <T extends { readonly id: string; readonly name: string }>(
    kind: Compared['kind'],
    list: readonly T[],
    namesHere: readonly string[],
  ): T[] =>
    list.flatMap((t) => {
      const does = what.get(keyOf({ kind, id: t.id })) ?? 'kept';
      if (does === 'same') got.same += 1;
      else if (does === 'here') got.stayed += 1;
      else got.things += 1;
      if (does === 'same' || does === 'here') return [];
      return [does === 'both' ? { ...t, id: newId(), name: freeName(t.name, namesHere) } : t];
    });
  await db.transaction(
    'rw',
    [db.projects, db.versions, db.keptPictures, db.settings, db.shapes, db.faces, db.swatches, ...DRAWER_TABLES],
    async () => {
      for (const kept of found.projects) {
        const does = what.get(keyOf({ kind: 'projects', id: kept.project.id })) ?? 'kept';
        got.versions += await bringProject(kept, does);
        if (does === 'same') got.same += 1;
        else if (does === 'here') got.stayed += 1;
        else got.projects += 1;
      }
      for (const { raw } of damaged) await takeDamaged(raw, '');
      for (const kind of DRAWER_KINDS) {
        const names = (await (db[kind] as { toArray(): PromiseLike<{ name: string }[]> }).toArray()).map((t) => t.name);
        await putAll(db[kind], coming<{ id: string; name: string }>(kind, found.drawer[kind], names));
      }
      await bringPictures(found.drawer.pictures);
      await putAll(
        db.shapes,
        coming(
          'shapes',
          found.shapes,
          (await db.shapes.toArray()).map((s) => s.name),
        ),
      );
      await putAll(
        db.faces,
        coming(
          'faces',
          found.faces,
          (await db.faces.toArray()).map((f) => f.name),
        ),
      );
      // A swatch is what was found once: one that is here already stays as it is here.
      const fresh = await notInBook(found.swatches.map((s) => s.id));
      await noteSeen(found.swatches);
      got.things += fresh.size;
      got.same += found.swatches.length - fresh.size;
      if (got.things > 0) await noteDrawerChange();
      // A copy of this is in a file: of its day.
      const before = (await db.settings.get(KEPT_AT))?.value;
      if (keptAtMs !== null && keptAtMs > (typeof before === 'number' ? before : 0))
        await db.settings.put({ key: KEPT_AT, value: keptAtMs });
    },
  );
  return got;
}

/** One project of the file, and its earlier versions. @returns how many versions came in */
async function bringProject(kept: KeptProject, does: KeptChoice | 'same'): Promise<number> {
  const { project, deletedAt, createdAt, updatedAt, versions } = kept;
  if (does === 'here') return 0;
  const dates = {
    deletedAt,
    ...(createdAt === null ? {} : { createdAt }),
    ...(updatedAt === null ? {} : { updatedAt }),
  };
  let { id } = project;
  if (does === 'both') id = await takeProject(project, dates);
  if (does === 'kept') {
    const row = await db.projects.get(id);
    if (row) await keepVersion(id, row.doc, 'before');
    await putProject(project, { ...dates, rev: (row?.rev ?? 0) + 1 });
  }
  return putVersions(id, versions);
}

async function bringPictures(pictures: DrawerContents['pictures']): Promise<void> {
  const there = new Set((await db.drawerPictures.toCollection().primaryKeys()) as string[]);
  await db.drawerPictures.bulkPut(pictures.filter((p) => !there.has(p.id)));
}
