import Dexie, { type EntityTable } from 'dexie';
import type { Project } from '~/core/model';

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

const KEEP_DELETED_MS = 30 * 24 * 3600 * 1000;

export const db = new Dexie('apple-seam') as Dexie & {
  projects: EntityTable<ProjectRow, 'id'>;
  settings: EntityTable<{ key: string; value: unknown }, 'key'>;
};
db.version(1).stores({ projects: 'id, updatedAt', settings: 'key' });

export const TAB = crypto.randomUUID();

/** Takes away what was thrown away long ago. */
export async function forgetOldDeleted(now = Date.now()): Promise<void> {
  await db.projects.filter((row) => row.deletedAt !== null && now - row.deletedAt > KEEP_DELETED_MS).delete();
}
