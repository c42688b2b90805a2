import { z } from 'zod';
import { parseCapped, pictureSchema, problemsFrom, readJson } from '../model';
import { DRAWER_KINDS, DRAWER_LIMIT, type DrawerContents, type DrawerKind, KIND_WORDS, THING_SCHEMAS } from './kinds';

const DRAWER_FORMAT = 'apple-seam.drawer';
const DRAWER_VERSION = 1;
const TELL = 12;

/** Things by kind; a kind that is left out has none. */
const lists = Object.fromEntries(
  DRAWER_KINDS.map((kind) => [
    kind,
    z
      .array(THING_SCHEMAS[kind] as z.ZodType)
      .max(DRAWER_LIMIT)
      .default([]),
  ]),
) as { [K in DrawerKind]: z.ZodDefault<z.ZodArray<(typeof THING_SCHEMAS)[K]>> };

const drawerSchema = z.object({
  format: z.literal(DRAWER_FORMAT),
  version: z.literal(DRAWER_VERSION),
  ...lists,
  pictures: z.array(pictureSchema).max(DRAWER_LIMIT).default([]),
});

/** The Drawer as a document of its own. */
export const drawerDoc = (contents: DrawerContents) => ({
  format: DRAWER_FORMAT,
  version: DRAWER_VERSION,
  ...contents,
});
export const drawerToJson = (contents: DrawerContents): string => JSON.stringify(drawerDoc(contents), null, 1);

export type DrawerRead =
  | { readonly ok: true; readonly contents: DrawerContents }
  | { readonly ok: false; readonly problems: readonly string[] };

/** Reads a whole Drawer from JSON. All or nothing; never throws. */
export function drawerFromJson(json: string): DrawerRead {
  const read = readJson(json, 'This file is not JSON');
  return read.ok
    ? drawerFromRaw(read.value)
    : { ok: false, problems: [`${read.message} Choose a file that ends in .drawer.json, or a CSV file.`] };
}

/** As {@link drawerFromJson}, from what the JSON held. */
export function drawerFromRaw(raw: unknown): DrawerRead {
  const format = typeof raw === 'object' && raw !== null ? (raw as Record<string, unknown>)['format'] : undefined;
  if (format !== DRAWER_FORMAT)
    return {
      ok: false,
      problems: [
        format === 'apple-seam.project'
          ? 'This is a project, not a Drawer. Open it on the page of projects; from there its fabrics can be kept in the Drawer.'
          : `This is not a Drawer: its “format” should be “${DRAWER_FORMAT}”. Choose a file that was exported here.`,
      ],
    };
  const parsed = parseCapped(drawerSchema, raw, TELL);
  if (!parsed.ok) return { ok: false, problems: problemsFrom(parsed, raw).map((p) => p.message) };
  for (const kind of DRAWER_KINDS) {
    const seen = new Set<string>();
    const twice = parsed.data[kind].find((t) => seen.size === seen.add(t.id).size)?.id;
    if (twice !== undefined)
      return { ok: false, problems: [`Two ${KIND_WORDS[kind].many} have the same id “${twice}”. Give each its own.`] };
  }
  const { format: _, version: __, ...contents } = parsed.data;
  return { ok: true, contents };
}
