export * from './acts';
export * from './gates';
export * from './mends';
export * from './pace';
export * from './progress';
export * from './timers';
