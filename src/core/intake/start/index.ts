export * from './own-iron';
export * from './start';
export * from './things';
