export { convexParts, minkowskiConvex } from './convex';
export * from './nest';
export { noFitPolygon } from './nofit';
export { seeded } from './random';
export * from './request';
export * from './rows';
export * from './settle';
export * from './split';
export { stepsFor } from './turns';
