export { type PressPlace, placesUnder } from './column';
export * from './load';
export * from './making';
export * from './places';
export { decidingPlace, glueOf, leastSecondsFor, type Press, type Setup, setupOf } from './presses';
export * from './state';
export * from './step';
