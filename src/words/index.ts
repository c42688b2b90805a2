export * from './drawer';
export * from './facing';
export * from './making';
export * from './match';
export * from './nest';
export * from './plan';
export * from './press';
export * from './snags';
export { seconds, warmer } from './table';
