export * from './force';
export * from './length';
export * from './temperature';
