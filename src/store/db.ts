import Dexie, { type EntityTable } from 'dexie';
import type { Things } from '~/core/drawer';
import { type Picture, type Project, parseProject } from '~/core/model';

export interface ProjectRow {
  id: string;
  name: string;
  createdAt: number;
  updatedAt: number;
  /** Set when thrown away: kept for a month, so that it can come back. */
  deletedAt: number | null;
  /** The tab that wrote it last, so that a tab does not take its own writing for news. */
  writer: string;
  doc: Project;
}

/** A shape of one's own, kept on the shelf for any project. */
export interface SavedShape {
  id: string;
  name: string;
  /** Path data, mm. */
  outline: string;
}

/** A font file of one's own. */
export interface SavedFace {
  id: string;
  name: string;
  bytes: ArrayBuffer;
}

const KEEP_DELETED_MS = 30 * 24 * 3600 * 1000;

export const db = new Dexie('apple-seam') as Dexie & {
  projects: EntityTable<ProjectRow, 'id'>;
  settings: EntityTable<{ key: string; value: unknown }, 'key'>;
  shapes: EntityTable<SavedShape, 'id'>;
  faces: EntityTable<SavedFace, 'id'>;
  fabrics: EntityTable<Things['fabrics'], 'id'>;
  webs: EntityTable<Things['webs'], 'id'>;
  irons: EntityTable<Things['irons'], 'id'>;
  covers: EntityTable<Things['covers'], 'id'>;
  surfaces: EntityTable<Things['surfaces'], 'id'>;
  drawerPictures: EntityTable<Picture, 'id'>;
};
db.version(1).stores({ projects: 'id, updatedAt', settings: 'key' });
// Projects gained words, pictures, limits and an underlay: parsing fills in what an older one lacks.
db.version(2)
  .stores({ shapes: 'id, name', faces: 'id, name' })
  .upgrade((tx) =>
    tx
      .table<ProjectRow>('projects')
      .toCollection()
      .modify((row) => {
        const parsed = parseProject(row.doc);
        if (parsed.ok) row.doc = parsed.project;
      }),
  );

// The Drawer, and projects that gained schools, wants and benches of their own.
db.version(3)
  .stores({
    fabrics: 'id, name',
    webs: 'id, name',
    irons: 'id, name',
    covers: 'id, name',
    surfaces: 'id, name',
    drawerPictures: 'id',
  })
  .upgrade((tx) =>
    tx
      .table<ProjectRow>('projects')
      .toCollection()
      .modify((row) => {
        const parsed = parseProject(row.doc);
        if (parsed.ok) row.doc = parsed.project;
      }),
  );

export const TAB = crypto.randomUUID();

/** Takes away what was thrown away long ago. */
export async function forgetOldDeleted(now = Date.now()): Promise<void> {
  await db.projects.filter((row) => row.deletedAt !== null && now - row.deletedAt > KEEP_DELETED_MS).delete();
}
