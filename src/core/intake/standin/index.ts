export * from './cutter';
export * from './iron';
export * from './printer';
