export * from './align';
export * from './ground';
export * from './ground-shape';
export * from './items';
export * from './letters';
export * from './repeat';
export * from './snap';
export * from './words';
