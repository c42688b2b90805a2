import { z } from 'zod';
import { pictureSchema, problemsFrom } from '../model';
import { DRAWER_KINDS, DRAWER_LIMIT, type DrawerContents, KIND_WORDS, THING_SCHEMAS } from './kinds';

const DRAWER_FORMAT = 'apple-seam.drawer';
const DRAWER_VERSION = 1;

const drawerSchema = z.object({
  format: z.literal(DRAWER_FORMAT),
  version: z.literal(DRAWER_VERSION),
  fabrics: z.array(THING_SCHEMAS.fabrics).max(DRAWER_LIMIT).default([]),
  webs: z.array(THING_SCHEMAS.webs).max(DRAWER_LIMIT).default([]),
  irons: z.array(THING_SCHEMAS.irons).max(DRAWER_LIMIT).default([]),
  covers: z.array(THING_SCHEMAS.covers).max(DRAWER_LIMIT).default([]),
  surfaces: z.array(THING_SCHEMAS.surfaces).max(DRAWER_LIMIT).default([]),
  pictures: z.array(pictureSchema).max(DRAWER_LIMIT).default([]),
});

export const drawerToJson = (contents: DrawerContents): string =>
  JSON.stringify({ format: DRAWER_FORMAT, version: DRAWER_VERSION, ...contents }, null, 1);

export type DrawerRead =
  | { readonly ok: true; readonly contents: DrawerContents }
  | { readonly ok: false; readonly problems: readonly string[] };

/** Reads a whole Drawer from JSON. All or nothing; never throws. */
export function drawerFromJson(json: string): DrawerRead {
  let raw: unknown;
  try {
    raw = JSON.parse(json);
  } catch {
    return { ok: false, problems: ['This file is not JSON. Choose a file that ends in .drawer.json, or a CSV file.'] };
  }
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
  const parsed = drawerSchema.safeParse(raw);
  if (!parsed.success)
    return {
      ok: false,
      problems: problemsFrom(parsed.error, raw)
        .slice(0, 12)
        .map((p) => p.message),
    };
  for (const kind of DRAWER_KINDS) {
    const ids = parsed.data[kind].map((t) => t.id);
    const twice = ids.find((id, i) => ids.indexOf(id) !== i);
    if (twice !== undefined && ids.length < 3000)
      return { ok: false, problems: [`Two ${KIND_WORDS[kind].many} have the same id “${twice}”. Give each its own.`] };
  }
  const { format: _, version: __, ...contents } = parsed.data;
  return { ok: true, contents };
}
