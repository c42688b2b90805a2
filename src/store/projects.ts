import { type StartAnswers, startedProject, type UsedLast, usedLast } from '~/core/intake/start';
import { freeName } from '~/core/keep/drawer';
import { isPlainId, LIMITS, newId, type Project, parseProject } from '~/core/keep/model';
import { DEMO_IDS, type DemoId, isDemoId } from '~/demo/ids';
import { THING_WORDS } from '~/words';
import { forgetWorkedOut } from '~/workers';
import { Attempted } from './attempt';
import { db, KEEP_DELETED_MS, type ProjectRow, TAB } from './db';
import { changeDrawer, DRAWER_TABLES, layOutDrawer, readDrawer } from './drawer';
import { forgetUnusedPictures, putPictures, unpack } from './kept-pictures';
import { forgetStations } from './looked-at';
import { pack, rowSum } from './pack';

const row = (doc: Project, now = Date.now()): ProjectRow => ({
  id: doc.id,
  name: doc.name,
  createdAt: now,
  updatedAt: now,
  deletedAt: null,
  writer: TAB,
  rev: 1,
  sum: rowSum(doc),
  doc,
});

/** Puts a project into storage, its pictures apart. */
export async function putProject(
  doc: Project,
  more: Partial<Pick<ProjectRow, 'deletedAt' | 'updatedAt' | 'createdAt' | 'rev'>> = {},
): Promise<void> {
  const packed = pack(doc);
  await db.transaction('rw', [db.projects, db.keptPictures], async () => {
    await putPictures(packed.pictures);
    await db.projects.put({ ...row(packed.doc), ...more });
  });
}

const withSum = (doc: Project): Pick<ProjectRow, 'doc' | 'sum'> => ({ doc, sum: rowSum(doc) });

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

/** What was laid out once, by its id; "demo-laid-out" is what older versions kept for the first of the projects. */
const LAID_OUT = 'demos-laid-out';
const FIRST_LAID_OUT = 'demo-laid-out';

/** What of the demo was laid out before, in this browser. */
async function laidOut(): Promise<readonly DemoId[]> {
  const [all, first] = await db.settings.bulkGet([LAID_OUT, FIRST_LAID_OUT]);
  const kept = Array.isArray(all?.value) ? all.value : [];
  return DEMO_IDS.filter((id, i) => kept.includes(id) || (i === 0 && first?.value === true));
}

/** The demo's projects and Drawer are laid out once; never again, so that what is deleted stays deleted. */
export async function seedDemo(): Promise<void> {
  const before = await laidOut();
  const drawerIs = await db.settings.get('drawer-laid-out');
  if (before.length < DEMO_IDS.length || !drawerIs) {
    // Loaded before the transaction: one that waits for anything but the database is over.
    const { DEMO, demoDrawer } = await import('~/demo');
    const packed = DEMO_IDS.filter((id) => !before.includes(id)).map((id) => pack(DEMO[id]()));
    await db.transaction('rw', [db.projects, db.settings, db.keptPictures, ...DRAWER_TABLES], async () => {
      const known = await laidOut();
      // The first of them is the newest, so that it lies first.
      let now = Date.now();
      for (const { doc, pictures } of packed) {
        if ((known as readonly string[]).includes(doc.id) || (await db.projects.get(doc.id))) continue;
        await putPictures(pictures);
        await db.projects.put(row(doc, now));
        now -= 1;
      }
      await db.settings.put({ key: LAID_OUT, value: [...DEMO_IDS] });
      if (await db.settings.get('drawer-laid-out')) return;
      await db.settings.put({ key: 'drawer-laid-out', value: true });
      await layOutDrawer(demoDrawer());
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

/** What was used last, in the project of one's own that was worked on last. */
export async function readUsedLast(): Promise<UsedLast> {
  const rows = (await db.projects.orderBy('updatedAt').reverse().toArray()).filter(
    (r) => r.deletedAt === null && !isDemoId(r.id),
  );
  return usedLast(
    rows.flatMap((r) => {
      const parsed = parseProject(r.doc);
      return parsed.ok ? [parsed.project] : [];
    }),
  );
}

/** Begins a project with what a person has answered. A cloth or an iron that is new goes into the Drawer too, as a step that can be undone there. @returns its id */
export async function beginProject(answers: StartAnswers): Promise<string> {
  const drawer = await readDrawer();
  if (!drawer.fabrics.some((f) => f.id === answers.ground.id))
    await changeDrawer('fabrics', `add ${answers.ground.name}`, new Map([[answers.ground.id, answers.ground]]));
  const { newIron } = answers;
  if (newIron && newIron.id === answers.ironId && !drawer.irons.some((i) => i.id === newIron.id))
    await changeDrawer('irons', `add ${newIron.name}`, new Map([[newIron.id, newIron]]));
  const name = freeName(answers.name.trim() || THING_WORDS[answers.thing].name, await namesInUse());
  const doc = startedProject(newId(), { ...answers, name }, drawer, await readUsedLast());
  await putProject(doc);
  return doc.id;
}

const namesInUse = async (): Promise<string[]> =>
  (await db.projects.toArray()).filter((r) => r.deletedAt === null).map((r) => r.name);

export async function duplicateProject(id: string): Promise<void> {
  const original = await db.projects.get(id);
  if (!original) throw new Attempted('It is not here any more.');
  const base = `${original.name.slice(0, LIMITS.nameChars - 12)} copy`;
  await putProject({ ...structuredClone(original.doc), id: newId(), name: freeName(base, await namesInUse()) });
}

/** Gives a project another name. A tab that has it open takes the name in and writes on. */
export async function renameProject(id: string, name: string): Promise<void> {
  const clean = name.trim().slice(0, LIMITS.nameChars);
  if (!clean) return;
  await db.transaction('rw', db.projects, async () => {
    const original = await db.projects.get(id);
    if (!original) throw new Attempted('It is not here any more.');
    await db.projects.put({
      ...original,
      name: clean,
      updatedAt: Date.now(),
      writer: TAB,
      rev: (original.rev ?? 0) + 1,
      ...withSum({ ...original.doc, name: clean }),
    });
  });
}

const mark = async (id: string, deletedAt: number | null): Promise<void> => {
  if ((await db.projects.update(id, { deletedAt, writer: TAB })) === 0 && !(await db.projects.get(id)))
    throw new Attempted('It is not here any more.');
};
/** Puts a project into the bin, where it stays for a month. */
export const deleteProject = (id: string): Promise<void> => mark(id, Date.now());
export const restoreProject = (id: string): Promise<void> => mark(id, null);

/** Throws a project away for good, its earlier versions too. */
export async function forgetProject(id: string): Promise<void> {
  await db.transaction('rw', [db.projects, db.versions, db.settings, db.countedOn], async () => {
    await forgetStations(id);
    await db.countedOn.delete(id);
    await db.projects.delete(id);
    await db.versions.where('projectId').equals(id).delete();
  });
  await forgetWorkedOut(id);
}

/**
 * Takes a project in that came from outside. One with the same id that is still here is not written over: the newcomer gets an id of its own,
 * and so does one whose id no address could bear.
 */
export async function takeProject(
  doc: Project,
  more: Partial<Pick<ProjectRow, 'deletedAt' | 'updatedAt' | 'createdAt'>> = {},
): Promise<string> {
  const there = await db.projects.get(doc.id);
  const taken = there !== undefined && (there.deletedAt === null || more.deletedAt != null);
  const id = !isPlainId(doc.id) || taken ? newId() : doc.id;
  await putProject({ ...doc, id }, more);
  return id;
}
