import { z } from 'zod';
import { parsePath } from '../../base/shape';
import { type DrawerContents, drawerDoc, drawerFromRaw, emptyDrawer } from '../drawer';
import { type ParsedProject, type Project, parseProject, problemsFrom, readJson } from '../model';
import { below, bringPicturesIn, pictureEntries, projectEntries, projectFromEntries, textOf } from './project-file';
import type { Entry } from './zip';

// One zip with all that a person has made here. Told in docs/format.md.

export const EVERYTHING_FORMAT = 'apple-seam.everything';
export const EVERYTHING_ENTRY = 'everything.json';
const DRAWER_FOLDER = 'drawer/';

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

/** All that a person has made. */
export interface Everything {
  readonly projects: readonly { readonly project: Project; readonly deletedAt: number | null }[];
  readonly drawer: DrawerContents;
  readonly shapes: readonly SavedShape[];
  readonly faces: readonly SavedFace[];
}

const text = z.string().max(200);
const listSchema = z.object({
  format: z.literal(EVERYTHING_FORMAT),
  version: z.literal(1),
  keptAt: z.string().max(40),
  projects: z
    .array(z.object({ folder: text.regex(/^projects\/\d+\/$/), deletedAt: z.number().min(0).nullable() }))
    .max(10_000),
  shapes: z.array(z.object({ id: text.min(1), name: text, outline: z.string().max(400_000) })).max(10_000),
  faces: z.array(z.object({ id: text.min(1), name: text, file: text.regex(/^faces\/\d+\.font$/) })).max(500),
});

/** Everything as the entries of one zip. @param keptAt when, ISO 8601 */
export function everythingEntries(all: Everything, keptAt: string): Entry[] {
  const encode = (doc: unknown): Uint8Array => new TextEncoder().encode(JSON.stringify(doc, null, 1));
  const list: z.infer<typeof listSchema> = {
    format: EVERYTHING_FORMAT,
    version: 1,
    keptAt,
    projects: all.projects.map(({ deletedAt }, i) => ({ folder: `projects/${i + 1}/`, deletedAt })),
    shapes: all.shapes.map(({ id, name, outline }) => ({ id, name, outline })),
    faces: all.faces.map(({ id, name }, i) => ({ id, name, file: `faces/${i + 1}.font` })),
  };
  const { listed, entries } = pictureEntries(all.drawer.pictures);
  return [
    { name: EVERYTHING_ENTRY, bytes: encode(list) },
    ...all.projects.flatMap(({ project }, i) => projectEntries(project, `projects/${i + 1}/`)),
    { name: `${DRAWER_FOLDER}drawer.json`, bytes: encode({ ...drawerDoc(all.drawer), pictures: listed }) },
    ...entries.map((e) => ({ ...e, name: DRAWER_FOLDER + e.name })),
    ...all.faces.map((face, i) => ({ name: `faces/${i + 1}.font`, bytes: new Uint8Array(face.bytes) })),
  ];
}

export interface EverythingRead {
  /** What is sound. */
  readonly found: Everything;
  /** Projects that hold together no more, as they came: they can be mended. */
  readonly damaged: readonly { readonly raw: unknown; readonly problems: readonly string[] }[];
  /** What could not be taken, in words. */
  readonly problems: readonly string[];
}

/** Reads everything back. Never throws; one thing that is broken does not cost the others. */
export function everythingFromEntries(
  entries: ReadonlyMap<string, Uint8Array>,
): { readonly ok: true; readonly read: EverythingRead } | { readonly ok: false; readonly message: string } {
  const listText = textOf(entries.get(EVERYTHING_ENTRY));
  if (listText === null) return { ok: false, message: `There is no ${EVERYTHING_ENTRY} in it.` };
  const json = readJson(listText, `Its ${EVERYTHING_ENTRY} is not JSON`);
  if (!json.ok) return json;
  const list = listSchema.safeParse(json.value);
  if (!list.success)
    return {
      ok: false,
      message: problemsFrom(list.error, json.value)
        .slice(0, 5)
        .map((p) => p.message)
        .join(' '),
    };
  const problems: string[] = [];
  const projects: { project: Project; deletedAt: number | null }[] = [];
  const damaged: { raw: unknown; problems: string[] }[] = [];
  for (const { folder, deletedAt } of list.data.projects) {
    const raw = projectFromEntries(entries, folder);
    const parsed: ParsedProject | null = raw.ok ? parseProject(raw.raw) : null;
    if (!raw.ok) problems.push(`${folder}: ${raw.message}`);
    else if (parsed?.ok) projects.push({ project: parsed.project, deletedAt });
    else damaged.push({ raw: raw.raw, problems: (parsed?.ok === false ? parsed.problems : []).map((p) => p.message) });
  }
  let drawer: DrawerContents = emptyDrawer();
  const drawerText = textOf(entries.get(`${DRAWER_FOLDER}drawer.json`));
  const drawerJson = drawerText === null ? null : readJson(drawerText, 'Its drawer.json is not JSON');
  if (!drawerJson) problems.push('There is no drawer in it.');
  else if (!drawerJson.ok) problems.push(drawerJson.message);
  else {
    const raw = drawerJson.value;
    if (typeof raw === 'object' && raw !== null && 'pictures' in raw)
      bringPicturesIn(raw.pictures, below(entries, DRAWER_FOLDER));
    const read = drawerFromRaw(raw);
    if (read.ok) drawer = read.contents;
    else problems.push(...read.problems.map((p) => `The drawer: ${p}`));
  }
  const shapes = list.data.shapes.filter((s) => {
    const sound = parsePath(s.outline).ok;
    if (!sound) problems.push(`The shape “${s.name}” cannot be read.`);
    return sound;
  });
  const faces = list.data.faces.flatMap(({ id, name, file }) => {
    const bytes = entries.get(file);
    if (!bytes) problems.push(`The font “${name}” is missing.`);
    return bytes ? [{ id, name, bytes: bytes.slice().buffer }] : [];
  });
  return { ok: true, read: { found: { projects, drawer, shapes, faces }, damaged, problems } };
}
