export * from './asked';
export { type Taken, takenFor, wishOf } from './choices';
export * from './costs';
export { asTried, following, type ScrapTried, triedS } from './follow';
export { type ArticlePicture, behindOf, type PlanPicture } from './picture';
export * from './plan';
export * from './stitched';
