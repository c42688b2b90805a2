export * from './cuts';
export * from './laid';
export * from './overlap';
export * from './pile';
export * from './placed';
export * from './spare';
export * from './windows';
