export * from './order';
export * from './overlap';
