export * from './start';
export * from './things';
