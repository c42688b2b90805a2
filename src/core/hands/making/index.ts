export { type PressPlace, placesUnder } from './column';
export * from './load';
export * from './making';
export * from './places';
export { decidingPlace, glueOf, leastSecondsFor, type Press, type Setup, setupOf } from './press';
export { runsApart } from './runs';
export * from './state';
export * from './step';
