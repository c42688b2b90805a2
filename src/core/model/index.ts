export * from './finished';
export * from './limits';
export * from './lookup';
export * from './migrate';
export * from './new';
export * from './parse';
export * from './plan';
export { type Problem, problemsFrom } from './problems';
export * from './project';
