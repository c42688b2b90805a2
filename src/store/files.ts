import type { Everything, EverythingRead } from '~/core/keep/archive';
import { DRAWER_KINDS, type DrawerContents, KIND_WORDS } from '~/core/keep/drawer';
import { fileStem, newId, type Project, parseProject } from '~/core/keep/model';
import { type FileRead, proxy, withArchiveWorker } from '~/workers';
import { db } from './db';
import { DRAWER_TABLES, readDrawer } from './drawer';
import { listProjects, putProject, takeProject } from './projects';

// Everything that leaves the browser as a file, and comes in as one.

/** A project as the file that leaves the browser: a `.seam` zip when it has pictures, plain JSON when it has none. */
export async function projectFile(project: Project): Promise<{ blob: Blob; filename: string }> {
  const stem = fileStem(project.name);
  if (project.pictures.length > 0) {
    try {
      return { blob: await withArchiveWorker((w) => w.packProject(project)), filename: `${stem}.seam` };
    } catch {
      // A thread that cannot be had is no reason to lose work: the pictures then travel inside the JSON.
    }
  }
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

export async function exportProject(project: Project): Promise<void> {
  const { blob, filename } = await projectFile(project);
  download(blob, filename);
}

/** A document that is no sound project, as it is, for whoever can make something of it. */
export function exportRaw(raw: unknown, name: string): void {
  download(new Blob([JSON.stringify(raw, null, 1)], { type: 'application/json' }), `${fileStem(name)}-as-it-was.json`);
}

export type Opened =
  | { readonly kind: 'project'; readonly id: string; readonly name: string }
  /** Not sound, but it can be mended: {@link takeDamaged}. */
  | { readonly kind: 'damaged'; readonly problems: readonly string[]; readonly raw: unknown }
  | { readonly kind: 'everything'; readonly read: EverythingRead }
  | { readonly kind: 'no'; readonly problems: readonly string[] };

/**
 * Takes in a file: a project, or everything that was kept. Nothing of a project is stored unless all of it is sound.
 * Everything that was kept is only read here; {@link bringBack} stores it.
 */
export async function openFile(file: File, onProgress: (share: number) => void = () => undefined): Promise<Opened> {
  const read = await withArchiveWorker<FileRead>(async (w) => await w.readFile(file, proxy(onProgress)));
  if (read.kind === 'no') return { kind: 'no', problems: [read.message] };
  if (read.kind === 'everything') return read;
  const parsed = parseProject(read.raw);
  if (parsed.ok) return { kind: 'project', id: await takeProject(parsed.project), name: parsed.project.name };
  const problems = parsed.problems.map((p) => p.message);
  const { repairProject } = await import('~/core/keep/repair');
  return repairProject(read.raw).ok ? { kind: 'damaged', problems, raw: read.raw } : { kind: 'no', problems };
}

/** A project's file read, and nothing stored: to look at what it says. @returns null where it is none that can be opened */
export async function lookIntoFile(file: File): Promise<Project | null> {
  const read = await withArchiveWorker<FileRead>(
    async (w) =>
      await w.readFile(
        file,
        proxy(() => undefined),
      ),
  );
  if (read.kind !== 'project') return null;
  const parsed = parseProject(read.raw);
  return parsed.ok ? parsed.project : null;
}

/** Stores a damaged document as it is, so that it opens in repair. @param name for one that has none @returns its id here */
export async function takeDamaged(raw: unknown, name: string): Promise<string> {
  const id = newId();
  await putProject({ ...(raw as Project), id, name: (nameIn(raw) || name).slice(0, 200) || 'A damaged project' });
  return id;
}

// ---- everything in one file

export const KEPT_AT = 'everything-kept-at';

async function gather(): Promise<Everything> {
  const [projects, binned, drawer, shapes, faces] = await Promise.all([
    listProjects(),
    listProjects(true),
    readDrawer(),
    db.shapes.toArray(),
    db.faces.toArray(),
  ]);
  return {
    projects: [...projects, ...binned].map((r) => ({ project: r.doc, deletedAt: r.deletedAt })),
    drawer,
    shapes,
    faces,
  };
}

/** All projects, the Drawer, shapes and fonts as one file, handed to the browser's download. @param onProgress share, 0 … 1 */
export async function keepEverything(
  onProgress: (share: number) => void,
): Promise<{ projects: number; bytes: number }> {
  const all = await gather();
  const now = new Date();
  const blob = await withArchiveWorker((w) => w.packEverything(all, now.toISOString(), proxy(onProgress)));
  download(blob, `apple-seam-${now.toISOString().slice(0, 10)}.seam-all.zip`);
  await db.settings.put({ key: KEPT_AT, value: now.getTime() });
  return { projects: all.projects.length, bytes: blob.size };
}

export interface BroughtBack {
  readonly projects: number;
  readonly things: number;
  /** Projects, things, shapes and fonts that were here already, just so. */
  readonly here: number;
  readonly damaged: number;
}

/**
 * Puts everything back that was kept. What is here stays as it is: a project that differs comes in beside, a thing of the Drawer that is here is not touched.
 * All of it or nothing.
 */
export async function bringBack({ found, damaged }: EverythingRead): Promise<BroughtBack> {
  let projects = 0;
  let things = 0;
  let here = 0;
  await db.transaction(
    'rw',
    [db.projects, db.keptPictures, db.settings, db.shapes, db.faces, ...DRAWER_TABLES],
    async () => {
      const there = [...(await listProjects()), ...(await listProjects(true))].map((r) => r.doc);
      for (const { project, deletedAt } of found.projects) {
        // One that came in before got an id of its own: it is known by what it says.
        if (there.some((d) => d.name === project.name && same({ ...d, id: project.id }, project))) here += 1;
        else {
          await takeProject(project, { deletedAt });
          projects += 1;
        }
      }
      for (const { raw } of damaged) await takeDamaged(raw, '');
      for (const kind of DRAWER_KINDS) {
        const strange = await missing<{ id: string }>(db[kind] as never, found.drawer[kind]);
        here += found.drawer[kind].length - strange.length;
        things += strange.length;
        await (db[kind] as { bulkPut(list: unknown[]): PromiseLike<unknown> }).bulkPut(strange);
      }
      await db.drawerPictures.bulkPut(await missing(db.drawerPictures as never, found.drawer.pictures));
      const shapes = await missing(db.shapes as never, found.shapes);
      const faces = await missing(db.faces as never, found.faces);
      here += found.shapes.length - shapes.length + found.faces.length - faces.length;
      things += shapes.length + faces.length;
      await db.shapes.bulkPut(shapes);
      await db.faces.bulkPut(faces);
    },
  );
  return { projects, things, here, damaged: damaged.length };
}

const nameIn = (raw: unknown): string =>
  typeof raw === 'object' && raw !== null && 'name' in raw && typeof raw.name === 'string' ? raw.name : '';

/** Whether two documents say the same, in whatever order their fields stand. */
function same(a: unknown, b: unknown): boolean {
  if (typeof a !== 'object' || a === null || typeof b !== 'object' || b === null) return Object.is(a, b);
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((key) => key in b && same((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]))
  );
}

/** Those that are not in a table yet. */
async function missing<T extends { id: string }>(
  table: { bulkGet(ids: string[]): PromiseLike<(T | undefined)[]> },
  list: readonly T[],
): Promise<T[]> {
  const known = await table.bulkGet(list.map((t) => t.id));
  return list.filter((_, i) => known[i] === undefined);
}

/** What a Drawer holds, in words: "37 fabrics, 15 webs". */
export const drawerWords = (drawer: DrawerContents): string =>
  DRAWER_KINDS.filter((k) => drawer[k].length > 0)
    .map((k) => `${drawer[k].length} ${drawer[k].length === 1 ? KIND_WORDS[k].one : KIND_WORDS[k].many}`)
    .join(', ');
