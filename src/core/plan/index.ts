export { wishOf } from './choices';
export type { ArticlePicture, Picture } from './picture';
export * from './plan';
export * from './stitched';
