export * from './areas';
export * from './arrival';
export * from './motif';
export * from './scan';
export * from './sheet-corners';
export * from './svg';
export type { FaceFor, FaceWish } from './svg-text';
export * from './trace';
