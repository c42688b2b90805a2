export * from './belief';
export { NOISE, NONSENSE, PEEL_FROM } from './data';
export * from './next';
export { peelOfFault, peelOfLook, type SwatchSeen, swatchOfPress } from './pressed';
export { heatOf, ironPrior, pressOfSwatch } from './seen';
export * from './tells';
