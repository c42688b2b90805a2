import Dexie, { type EntityTable } from 'dexie';
import type { CountedOn } from '~/core/cut/gather';
import type { SavedFace, SavedShape } from '~/core/keep/archive';
import type { DrawerKind, Things } from '~/core/keep/drawer';
import { isPlainId, newId, type Picture, type Project, parseProject, type Swatch } from '~/core/keep/model';
import { type KeptPicture, pack } from './pack';

export type { SavedFace, SavedShape } from '~/core/keep/archive';

export interface ProjectRow {
  id: string;
  name: string;
  createdAt: number;
  updatedAt: number;
  /** Set when thrown away: kept for a month, so that it can come back. */
  deletedAt: number | null;
  /** The tab that wrote it last, so that a tab does not take its own writing for news. */
  writer: string;
  /** Rises by one with every writing; a tab that finds another number than it left knows that someone else wrote. */
  rev?: number;
  /** Sum of `doc` as it was written; what older versions wrote has none. */
  sum?: string;
  /** The project with its pictures put away ({@link pack}). What an older version or a hand has left may be no sound project: it is parsed before use. */
  doc: Project;
}

/** A project as it once was. */
export interface VersionRow {
  key?: number;
  projectId: string;
  at: number;
  /** Why it was put by: as it went along, before something took its place, or since it was damaged. */
  why: 'kept' | 'before' | 'damaged';
  /** As in {@link ProjectRow}. */
  sum?: string;
  /** As in {@link ProjectRow}; of a damaged one whatever was there. */
  doc: Project;
}

export const KEEP_DELETED_MS = 30 * 24 * 3600 * 1000;

export const db = new Dexie('apple-seam') as Dexie & { [K in DrawerKind]: EntityTable<Things[K], 'id'> } & {
  projects: EntityTable<ProjectRow, 'id'>;
  versions: EntityTable<VersionRow, 'key'>;
  /** Pictures of projects and versions, each once, however many show it. */
  keptPictures: EntityTable<KeptPicture, 'key'>;
  settings: EntityTable<{ key: string; value: unknown }, 'key'>;
  shapes: EntityTable<SavedShape, 'id'>;
  faces: EntityTable<SavedFace, 'id'>;
  drawerPictures: EntityTable<Picture, 'id'>;
  /** The swatch book. */
  swatches: EntityTable<Swatch, 'id'>;
  /** What each project counts on of the Drawer, as its list said last. */
  countedOn: EntityTable<CountedOn, 'projectId'>;
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

// Earlier versions of each project; pictures apart, so that a nudge writes kilobytes; ids that no address bears get one of ours.
db.version(4)
  .stores({ versions: '++key, projectId', keptPictures: 'key' })
  .upgrade(async (tx) => {
    const projects = tx.table<ProjectRow>('projects');
    for (const id of await projects.toCollection().primaryKeys()) {
      const row = await projects.get(id);
      if (!row) continue;
      const packed = pack(row.doc);
      await tx.table<KeptPicture>('keptPictures').bulkPut(packed.pictures);
      row.doc = packed.doc;
      if (!isPlainId(String(id))) {
        await projects.delete(id);
        row.id = newId();
        row.doc = { ...row.doc, id: row.id };
      }
      await projects.put(row);
    }
  });

// Threads.
db.version(5).stores({ threads: 'id, name' });

// What projects count on of the Drawer.
db.version(6).stores({ countedOn: 'projectId' });

// The swatch book.
db.version(7).stores({ swatches: 'id, atMs' });

/** This tab, told from the others of this browser. */
export const TAB = newId();
