export * from './data';
export * from './sizes';
export * from './washed';
export * from './widths';
