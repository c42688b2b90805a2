export * from './booking';
export * from './doubts';
export * from './file';
export * from './kinds';
export * from './new-cloth';
export * from './project';
