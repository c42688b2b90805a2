export * from './dial';
export * from './placements';
export * from './setting';
