export * from './data';
export * from './order';
export * from './overlap';
export * from './seen';
export * from './stack';
export * from './suggest';
export * from './underlap';
export * from './units';
