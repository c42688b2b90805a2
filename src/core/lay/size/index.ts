export * from './data';
export * from './made-up';
export * from './sizes';
export * from './washed';
export * from './widths';
