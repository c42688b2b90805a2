export type { ProjectRow, SavedShape } from './db';
export { db } from './db';
export * from './drawer';
export * from './pictures';
export * from './projects';
export * from './workbench';
