export * from './changes';
export * from './derive';
export * from './share';
