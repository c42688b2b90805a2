import { nth } from '~/core/lists';
import { isPlainId, LIMITS, newId, newProject, type Project } from '~/core/model';
import { Told } from './attempt';
import { db, KEEP_DELETED_MS, type ProjectRow, TAB } from './db';
import { DRAWER_TABLES, layOutDrawer, readDrawer } from './drawer';
import { forgetUnusedPictures, putPictures, unpack } from './kept-pictures';
import { pack } from './pack';

const row = (doc: Project, now = Date.now()): ProjectRow => ({
  id: doc.id,
  name: doc.name,
  createdAt: now,
  updatedAt: now,
  deletedAt: null,
  writer: TAB,
  rev: 1,
  doc,
});

/** Puts a project into storage, its pictures apart. */
export async function putProject(
  doc: Project,
  more: Partial<Pick<ProjectRow, 'deletedAt' | 'updatedAt'>> = {},
): Promise<void> {
  const packed = pack(doc);
  await db.transaction('rw', [db.projects, db.keptPictures], async () => {
    await putPictures(packed.pictures);
    await db.projects.put({ ...row(packed.doc), ...more });
  });
}

const SWEEP_MS = 24 * 3600 * 1000;

/** Takes away what was thrown away long ago, and now and then what nothing shows any more. */
async function tidy(now = Date.now()): Promise<void> {
  const old = await db.projects
    .filter((r) => r.deletedAt !== null && now - r.deletedAt > KEEP_DELETED_MS)
    .primaryKeys();
  for (const id of old) await forgetProject(id);
  const swept = await db.settings.get('swept-at');
  if (typeof swept?.value === 'number' && now - swept.value < SWEEP_MS) return;
  await db.settings.put({ key: 'swept-at', value: now });
  await forgetUnusedPictures();
}

/** On the very first visit the demo's project and Drawer are laid out; never again, so that what is deleted stays deleted. */
export async function seedDemo(): Promise<void> {
  const laidOut = await db.settings.bulkGet(['demo-laid-out', 'drawer-laid-out']);
  if (laidOut.some((done) => !done)) {
    // Loaded before the transaction: one that waits for anything but the database is over.
    const demo = await import('~/demo');
    await db.transaction('rw', [db.projects, db.settings, db.keptPictures, ...DRAWER_TABLES], async () => {
      if (!(await db.settings.get('demo-laid-out'))) {
        await db.settings.put({ key: 'demo-laid-out', value: true });
        if (!(await db.projects.get('harbour-light'))) await db.projects.put(row(demo.harbourLight()));
      }
      if (await db.settings.get('drawer-laid-out')) return;
      await db.settings.put({ key: 'drawer-laid-out', value: true });
      await layOutDrawer(demo.demoDrawer());
    });
  }
  await tidy();
}

/** Every project with its pictures, the one that was changed last first. @param deleted those in the bin instead */
export async function listProjects(deleted = false): Promise<ProjectRow[]> {
  const rows = (await db.projects.orderBy('updatedAt').reverse().toArray()).filter(
    (r) => (r.deletedAt !== null) === deleted,
  );
  const docs = await unpack(rows.map((r) => r.doc));
  return rows.map((r, i) => ({ ...r, doc: docs[i] ?? r.doc }));
}

/** One project with its pictures; undefined when it is not here. */
export async function readProject(id: string): Promise<ProjectRow | undefined> {
  const found = await db.projects.get(id);
  if (!found) return undefined;
  const [doc] = await unpack([found.doc]);
  return { ...found, doc: doc ?? found.doc };
}

/** A new project brings so many of the Drawer's fabrics along; the rest can be taken in at any time. */
const FABRICS_TO_START = 60;

/** A project of one's own to start from: what is in the Drawer, a bare ground of 500 × 500 mm, no pieces. */
export async function makeProject(): Promise<string> {
  const taken = await namesInUse();
  const drawer = await readDrawer();
  const demo = (await import('~/demo')).harbourLight();
  const fabrics = drawer.fabrics.length > 0 ? drawer.fabrics.slice(0, FABRICS_TO_START) : demo.fabrics;
  const irons = drawer.irons.length > 0 ? drawer.irons.slice(0, LIMITS.irons) : demo.irons;
  const used = new Set(fabrics.map((f) => f.photo?.pictureId));
  const doc = newProject({
    id: newId(),
    name: freeName('New project', taken),
    fabrics,
    webs: drawer.webs.slice(0, LIMITS.webs).map((w) => ({ ...w, leafletPhotoId: null })),
    irons,
    covers: drawer.covers.slice(0, LIMITS.benchThings),
    surfaces: drawer.surfaces.slice(0, LIMITS.benchThings),
    pictures: drawer.pictures.filter((p) => used.has(p.id)).slice(0, LIMITS.pictures),
    ground: { fabricId: nth(fabrics, 0).id },
    bench: { ironId: nth(irons, 0).id },
  });
  const carried = new Set(doc.pictures.map((p) => p.id));
  doc.fabrics = doc.fabrics.map((f) => (f.photo && !carried.has(f.photo.pictureId) ? { ...f, photo: null } : f));
  await putProject(doc);
  return doc.id;
}

const namesInUse = async (): Promise<string[]> =>
  (await db.projects.toArray()).filter((r) => r.deletedAt === null).map((r) => r.name);

const freeName = (wanted: string, taken: readonly string[]): string => {
  let name = wanted;
  for (let n = 2; taken.includes(name); n++) name = `${wanted} ${n}`;
  return name;
};

export async function duplicateProject(id: string): Promise<void> {
  const original = await db.projects.get(id);
  if (!original) throw new Told('It is not here any more.');
  const base = `${original.name.slice(0, LIMITS.nameChars - 12)} copy`;
  await putProject({ ...structuredClone(original.doc), id: newId(), name: freeName(base, await namesInUse()) });
}

/** Gives a project another name. A tab that has it open takes the name in and writes on. */
export async function renameProject(id: string, name: string): Promise<void> {
  const clean = name.trim().slice(0, LIMITS.nameChars);
  if (!clean) return;
  await db.transaction('rw', db.projects, async () => {
    const original = await db.projects.get(id);
    if (!original) throw new Told('It is not here any more.');
    await db.projects.put({
      ...original,
      name: clean,
      updatedAt: Date.now(),
      writer: TAB,
      rev: (original.rev ?? 0) + 1,
      doc: { ...original.doc, name: clean },
    });
  });
}

const mark = async (id: string, deletedAt: number | null): Promise<void> => {
  if ((await db.projects.update(id, { deletedAt, writer: TAB })) === 0 && !(await db.projects.get(id)))
    throw new Told('It is not here any more.');
};
/** Puts a project into the bin, where it stays for a month. */
export const deleteProject = (id: string): Promise<void> => mark(id, Date.now());
export const restoreProject = (id: string): Promise<void> => mark(id, null);

/** Throws a project away for good, its earlier versions too. */
export async function forgetProject(id: string): Promise<void> {
  await db.transaction('rw', [db.projects, db.versions], async () => {
    await db.projects.delete(id);
    await db.versions.where('projectId').equals(id).delete();
  });
}

/**
 * Takes a project in that came from outside. One with the same id that is still here is not written over: the newcomer gets an id of its own,
 * and so does one whose id no address could bear.
 */
export async function takeProject(
  doc: Project,
  more: Partial<Pick<ProjectRow, 'deletedAt' | 'updatedAt'>> = {},
): Promise<string> {
  const there = await db.projects.get(doc.id);
  const taken = there !== undefined && (there.deletedAt === null || more.deletedAt != null);
  const id = !isPlainId(doc.id) || taken ? newId() : doc.id;
  await putProject({ ...doc, id }, more);
  return id;
}
