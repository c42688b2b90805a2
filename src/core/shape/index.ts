export * from './arc';
export * from './boolean';
export * from './measure';
export * from './path';
export * from './symmetry';
export * from './transform';
export * from './types';
