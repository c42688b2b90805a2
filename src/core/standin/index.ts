export * from './cutter';
export * from './printer';
