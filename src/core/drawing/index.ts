export * from './scan';
export * from './sheet-corners';
export * from './svg';
export * from './trace';
