export * from './arrivals';
export * from './attempt';
export * from './book';
export * from './clock';
export * from './counted-on';
export type { ProjectRow, SavedShape, VersionRow } from './db';
export { db, KEEP_DELETED_MS } from './db';
export * from './drawer';
export * from './everything';
export * from './export';
export * from './files';
export {
  allowFolder,
  canUseFolder,
  chooseFolder,
  findFolder,
  leaveFolder,
  useFolder,
  writeToFolder,
} from './folder';
export type { Steps } from './history';
export { forgetUnusedPictures } from './kept-pictures';
export { rememberStations, rememberStep, stationsLookedAt, stepBefore } from './looked-at';
export * from './pictures';
export * from './preferences';
export {
  beginProject,
  deleteProject,
  duplicateProject,
  forgetProject,
  listProjects,
  putProject,
  readProject,
  readUsedLast,
  renameProject,
  restoreProject,
  seedDemo,
  takeProject,
} from './projects';
export * from './reminder';
export * from './room';
export { keepVersion, MOST_VERSIONS, thinned, versionsOf } from './versions';
export * from './workbench';
