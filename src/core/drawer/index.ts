export * from './columns';
export * from './csv';
export * from './doubts';
export * from './file';
export * from './kinds';
export * from './project';
