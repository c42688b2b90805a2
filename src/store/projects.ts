import { LIMITS, newProject, type ParsedProject, type Project, parseProjectText } from '~/core/model';
import { harbourLight } from '~/demo';
import { db, forgetOldDeleted, type ProjectRow, TAB } from './db';
import { DRAWER_TABLES, layOutDrawer, readDrawer } from './drawer';

const row = (doc: Project, now = Date.now()): ProjectRow => ({
  id: doc.id,
  name: doc.name,
  createdAt: now,
  updatedAt: now,
  deletedAt: null,
  writer: TAB,
  doc,
});

/** On the very first visit the demo's project and Drawer are laid out; never again, so that what is deleted stays deleted. */
export async function seedDemo(): Promise<void> {
  await db.transaction('rw', [db.projects, db.settings, ...DRAWER_TABLES], async () => {
    if (!(await db.settings.get('demo-laid-out'))) {
      await db.settings.put({ key: 'demo-laid-out', value: true });
      if (!(await db.projects.get('harbour-light'))) await db.projects.put(row(harbourLight()));
    }
    if (await db.settings.get('drawer-laid-out')) return;
    await db.settings.put({ key: 'drawer-laid-out', value: true });
    await layOutDrawer();
  });
  await forgetOldDeleted();
}

/** A new project brings so many of the Drawer's fabrics along; the rest can be taken in at any time. */
const FABRICS_TO_START = 60;

/** A project of one's own to start from: what is in the Drawer, a bare ground of 500 × 500 mm, no pieces. */
export async function makeProject(): Promise<string> {
  const taken = (await db.projects.toArray()).filter((r) => r.deletedAt === null).map((r) => r.name);
  const drawer = await readDrawer();
  const demo = harbourLight();
  const fabrics = drawer.fabrics.length > 0 ? drawer.fabrics.slice(0, FABRICS_TO_START) : demo.fabrics;
  const irons = drawer.irons.length > 0 ? drawer.irons.slice(0, LIMITS.irons) : demo.irons;
  const used = new Set(fabrics.map((f) => f.photo?.pictureId));
  const doc = newProject({
    id: crypto.randomUUID(),
    name: freeName('New project', taken),
    fabrics,
    webs: drawer.webs.slice(0, LIMITS.webs).map((w) => ({ ...w, leafletPhotoId: null })),
    irons,
    covers: drawer.covers.slice(0, LIMITS.benchThings),
    surfaces: drawer.surfaces.slice(0, LIMITS.benchThings),
    pictures: drawer.pictures.filter((p) => used.has(p.id)),
    ground: { fabricId: fabrics[0]!.id },
    bench: { ironId: irons[0]!.id },
  });
  await db.projects.put(row(doc));
  return doc.id;
}

const freeName = (wanted: string, taken: readonly string[]): string => {
  let name = wanted;
  for (let n = 2; taken.includes(name); n++) name = `${wanted} ${n}`;
  return name;
};

export async function duplicateProject(id: string): Promise<void> {
  const original = await db.projects.get(id);
  if (!original) return;
  const taken = (await db.projects.toArray()).filter((r) => r.deletedAt === null).map((r) => r.name);
  const base = `${original.name.slice(0, LIMITS.nameChars - 12)} copy`;
  await db.projects.put(
    row({ ...structuredClone(original.doc), id: crypto.randomUUID(), name: freeName(base, taken) }),
  );
}

export async function renameProject(id: string, name: string): Promise<void> {
  const clean = name.trim().slice(0, LIMITS.nameChars);
  const original = await db.projects.get(id);
  if (!original || !clean) return;
  await db.projects.put({
    ...original,
    name: clean,
    updatedAt: Date.now(),
    writer: TAB,
    doc: { ...original.doc, name: clean },
  });
}

export const deleteProject = (id: string): Promise<number> =>
  db.projects.update(id, { deletedAt: Date.now(), writer: TAB });
export const restoreProject = (id: string): Promise<number> => db.projects.update(id, { deletedAt: null, writer: TAB });

export type Imported = { ok: true; id: string; name: string } | { ok: false; problems: string[] };

/**
 * Takes in a project file. Nothing is stored unless all of it is sound.
 * A project with the same id that is still here is not overwritten: the newcomer gets an id of its own.
 */
export async function importProject(file: File): Promise<Imported> {
  if (file.size > LIMITS.bodyBytes)
    return {
      ok: false,
      problems: [`“${file.name}” is larger than 16 MB. A project file is far smaller; is it the right one?`],
    };
  const parsed: ParsedProject = parseProjectText(await file.text());
  if (!parsed.ok) return { ok: false, problems: parsed.problems.map((p) => p.message) };
  const there = await db.projects.get(parsed.project.id);
  const doc = there && there.deletedAt === null ? { ...parsed.project, id: crypto.randomUUID() } : parsed.project;
  await db.projects.put(row(doc));
  return { ok: true, id: doc.id, name: doc.name };
}

/** A project as the file that leaves the browser. */
export function exportFile(project: Project): { blob: Blob; filename: string } {
  const stem =
    project.name
      .normalize('NFKD')
      .replace(/[^\w\s-]/g, '')
      .trim()
      .replace(/\s+/g, '-')
      .toLowerCase() || 'project';
  return {
    blob: new Blob([JSON.stringify(project, null, 1)], { type: 'application/json' }),
    filename: `${stem}.seam.json`,
  };
}

/** Hands a file to the browser's own download. */
export function download(blob: Blob, filename: string): void {
  const url = URL.createObjectURL(blob);
  const a = document.createElement('a');
  a.href = url;
  a.download = filename;
  a.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
