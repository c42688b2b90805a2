export * from './align';
export * from './ground';
export * from './items';
export * from './snap';
export * from './words';
