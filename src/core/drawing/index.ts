export * from './scan';
export * from './svg';
export * from './trace';
