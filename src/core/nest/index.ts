export { convexParts, minkowskiConvex } from './convex';
export * from './nest';
export { noFitPolygon } from './nofit';
export { seeded } from './random';
export * from './rows';
export * from './settle';
export * from './split';
