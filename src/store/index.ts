export type { ProjectRow } from './db';
export { db } from './db';
export * from './projects';
export * from './workbench';
