export { COVER_FACTS, SURFACE_FACTS } from './data';
export * from './dial';
export * from './placements';
export * from './setting';
