export * from './belief';
export { NOISE, NONSENSE, PEEL_FROM } from './data';
export * from './next';
