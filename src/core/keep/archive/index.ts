export * from './everything';
export * from './project-file';
export * from './zip';
