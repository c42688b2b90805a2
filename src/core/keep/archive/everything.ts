import { z } from 'zod';
import { parsePath } from '../../base/shape';
import { bookDoc, bookFromJson } from '../book';
import { type DrawerContents, drawerDoc, drawerFromRaw, emptyDrawer } from '../drawer';
import { type ParsedProject, type Project, parseProject, problemsFrom, readJson, type Swatch } from '../model';
import type { ArchiveProblem } from './problem';
import {
  below,
  bringPicturesIn,
  type KeptVersion,
  pictureEntries,
  projectEntries,
  projectFromEntries,
  textOf,
  versionFile,
} from './project-file';
import type { Entry } from './zip';

// One zip with all that a person has made here. Told in docs/format.md.

export const EVERYTHING_FORMAT = 'apple-seam.everything';
export const EVERYTHING_ENTRY = 'everything.json';
const DRAWER_FOLDER = 'drawer/';
const BOOK_ENTRY = 'book.json';

export interface SavedShape {
  readonly id: string;
  readonly name: string;
  /** Path data, mm. */
  readonly outline: string;
}
export interface SavedFace {
  readonly id: string;
  readonly name: string;
  readonly bytes: ArrayBuffer;
}

/** A project as it was kept: when it was made and changed, whether it lies in the bin, and what it was before. */
export interface KeptProject {
  readonly project: Project;
  /** ms since 1970; null: in the bin it is not. */
  readonly deletedAt: number | null;
  /** ms since 1970; null where an older file does not say. */
  readonly createdAt: number | null;
  readonly updatedAt: number | null;
  readonly versions: readonly KeptVersion[];
}

/** All that a person has made. */
export interface Everything {
  readonly projects: readonly KeptProject[];
  readonly drawer: DrawerContents;
  readonly shapes: readonly SavedShape[];
  readonly faces: readonly SavedFace[];
  /** The swatch book. */
  readonly swatches: readonly Swatch[];
}

const text = z.string().max(200);
const moment = z.number().min(0).max(8.64e15).nullable().default(null);
const listSchema = z.object({
  format: z.literal(EVERYTHING_FORMAT),
  // The first version had no dates and no earlier versions.
  version: z.union([z.literal(1), z.literal(2)]),
  keptAt: z.string().max(40),
  projects: z
    .array(
      z.object({
        folder: text.regex(/^projects\/\d+\/$/),
        deletedAt: z.number().min(0).nullable(),
        createdAt: moment,
        updatedAt: moment,
        versions: z
          .array(
            z.object({
              file: text.regex(/^versions\/\d+\.json$/),
              at: z.number().min(0).max(8.64e15),
              why: z.enum(['kept', 'before', 'damaged']),
            }),
          )
          .max(200)
          .default([]),
      }),
    )
    .max(10_000),
  shapes: z.array(z.object({ id: text.min(1), name: text, outline: z.string().max(400_000) })).max(10_000),
  faces: z.array(z.object({ id: text.min(1), name: text, file: text.regex(/^faces\/\d+\.font$/) })).max(500),
});

/** Everything as the entries of one zip. @param keptAt when, ISO 8601 */
export function everythingEntries(all: Everything, keptAt: string): Entry[] {
  const encode = (doc: unknown): Uint8Array => new TextEncoder().encode(JSON.stringify(doc, null, 1));
  const folder = (i: number): string => `projects/${i + 1}/`;
  const list: z.infer<typeof listSchema> = {
    format: EVERYTHING_FORMAT,
    version: 2,
    keptAt,
    projects: all.projects.map(({ deletedAt, createdAt, updatedAt, versions }, i) => ({
      folder: folder(i),
      deletedAt,
      createdAt,
      updatedAt,
      versions: versions.map(({ at, why }, k) => ({ file: versionFile(k), at, why })),
    })),
    shapes: all.shapes.map(({ id, name, outline }) => ({ id, name, outline })),
    faces: all.faces.map(({ id, name }, i) => ({ id, name, file: `faces/${i + 1}.font` })),
  };
  const { listed, entries } = pictureEntries(all.drawer.pictures);
  return [
    { name: EVERYTHING_ENTRY, bytes: encode(list) },
    ...all.projects.flatMap(({ project, versions }, i) => projectEntries(project, folder(i), versions)),
    { name: `${DRAWER_FOLDER}drawer.json`, bytes: encode({ ...drawerDoc(all.drawer), pictures: listed }) },
    ...entries.map((e) => ({ ...e, name: DRAWER_FOLDER + e.name })),
    // Their photos lie with those of the Drawer.
    { name: BOOK_ENTRY, bytes: encode(bookDoc({ swatches: all.swatches, pictures: [] })) },
    ...all.faces.map((face, i) => ({ name: `faces/${i + 1}.font`, bytes: new Uint8Array(face.bytes) })),
  ];
}

export interface EverythingRead {
  /** When it was kept, ms since 1970; null where the file does not say it soundly. */
  readonly keptAtMs: number | null;
  /** What is sound. */
  readonly found: Everything;
  /** Projects that hold together no more, or are not as they were written, as they came: they can be mended. */
  readonly damaged: readonly { readonly raw: unknown; readonly problems: readonly ArchiveProblem[] }[];
  /** What could not be taken, or is not as it was written. */
  readonly problems: readonly ArchiveProblem[];
}

const said = (of: string | null, message: string): ArchiveProblem => ({ code: 'said', of, message });

/** The drawer of the zip; what cannot be read leaves an empty one. */
function drawerIn(entries: ReadonlyMap<string, Uint8Array>, problems: ArchiveProblem[]): DrawerContents {
  const text = textOf(entries.get(`${DRAWER_FOLDER}drawer.json`));
  const json = text === null ? null : readJson(text, 'Its drawer.json is not JSON');
  if (!json?.ok) {
    problems.push(json ? said(null, json.message) : { code: 'no-drawer' });
    return emptyDrawer();
  }
  const raw = json.value;
  if (typeof raw === 'object' && raw !== null && 'pictures' in raw)
    bringPicturesIn(raw.pictures, below(entries, DRAWER_FOLDER));
  const read = drawerFromRaw(raw);
  if (read.ok) return read.contents;
  problems.push(...read.problems.map((p) => said('The drawer', p)));
  return emptyDrawer();
}

/** The swatch book of the zip; older files have none. */
function bookIn(entries: ReadonlyMap<string, Uint8Array>, problems: ArchiveProblem[]): readonly Swatch[] {
  const text = textOf(entries.get(BOOK_ENTRY));
  if (text === null) return [];
  const read = bookFromJson(text);
  if (read.ok) return read.book.swatches;
  problems.push(...read.problems.map((p) => said('The swatch book', p)));
  return [];
}

/**
 * Reads everything back. Never throws; one thing that is broken does not cost the others.
 * @param damaged names of entries that are not as they were written
 */
export function everythingFromEntries(
  entries: ReadonlyMap<string, Uint8Array>,
  damaged: ReadonlySet<string> = new Set(),
):
  | { readonly ok: true; readonly read: EverythingRead }
  | { readonly ok: false; readonly problems: readonly ArchiveProblem[] } {
  const listText = textOf(entries.get(EVERYTHING_ENTRY));
  if (listText === null) return { ok: false, problems: [{ code: 'missing', name: EVERYTHING_ENTRY, ours: false }] };
  const json = readJson(listText, `Its ${EVERYTHING_ENTRY} is not JSON`);
  if (!json.ok) return { ok: false, problems: [said(null, json.message)] };
  const list = listSchema.safeParse(json.value);
  if (!list.success)
    return {
      ok: false,
      problems: problemsFrom(list.error, json.value)
        .slice(0, 5)
        .map((p) => said(null, p.message)),
    };
  const problems: ArchiveProblem[] = [];
  const projects: KeptProject[] = [];
  const broken: { raw: unknown; problems: ArchiveProblem[] }[] = [];
  for (const { folder, versions, ...dates } of list.data.projects) {
    const raw = projectFromEntries(entries, folder);
    const changed = [...damaged].filter((name) => name.startsWith(folder) && !name.startsWith(`${folder}versions/`));
    if (!raw.ok) {
      problems.push({ code: 'within', folder, problem: raw.problem });
      continue;
    }
    const parsed: ParsedProject = parseProject(raw.raw);
    if (changed.length > 0)
      broken.push({ raw: raw.raw, problems: changed.map((name) => ({ code: 'entry-changed' as const, name })) });
    else if (parsed.ok) {
      // A version that cannot be read any more is left out.
      const before = versions.flatMap(({ file, at, why }) => {
        const doc = damaged.has(folder + file) ? null : projectFromEntries(entries, folder, file);
        return doc?.ok ? [{ at, why, doc: doc.raw }] : [];
      });
      if (before.length < versions.length)
        problems.push({
          code: 'versions-lost',
          name: parsed.project.name,
          lost: versions.length - before.length,
          all: versions.length,
        });
      projects.push({ project: parsed.project, ...dates, versions: before });
    } else broken.push({ raw: raw.raw, problems: parsed.problems.map((p) => said(null, p.message)) });
  }
  const drawer = drawerIn(entries, problems);
  const shapes = list.data.shapes.filter((s) => {
    const sound = parsePath(s.outline).ok;
    if (!sound) problems.push({ code: 'shape-lost', name: s.name });
    return sound;
  });
  const faces = list.data.faces.flatMap(({ id, name, file }) => {
    const bytes = entries.get(file);
    if (!bytes) problems.push({ code: 'face-lost', name });
    return bytes ? [{ id, name, bytes: bytes.slice().buffer }] : [];
  });
  const keptAt = Date.parse(list.data.keptAt);
  return {
    ok: true,
    read: {
      keptAtMs: Number.isFinite(keptAt) ? keptAt : null,
      found: { projects, drawer, shapes, faces, swatches: bookIn(entries, problems) },
      damaged: broken,
      problems,
    },
  };
}
