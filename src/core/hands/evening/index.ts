export * from './evening';
export * from './place';
export * from './scraps';
