export * from './compare';
export * from './everything';
export * from './problem';
export * from './project-file';
export * from './seal';
export * from './zip';
