export { wishOf } from './choices';
export type { Picture } from './picture';
export * from './plan';
