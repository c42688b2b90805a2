export * from './archive';
export * from './bench';
export * from './board';
export * from './book';
export * from './called';
export * from './cloths';
export * from './cutter';
export * from './dates';
export * from './drawer';
export * from './edge';
export * from './evening';
export * from './facing';
export {
  amountWords,
  bagLines,
  cannotBeHad,
  groundWords,
  isSupply,
  leftWords,
  mixWords,
  needName,
  needNote,
  needTroubleWords,
  needWords,
  soldWords,
  spokenForWords,
  spokenGather,
  sumWords,
} from './gather';
export * from './glossary';
export * from './grammar';
export * from './how-many';
export * from './lettering';
export * from './making';
export * from './match';
export * from './nest';
export { type Ways, waysOf } from './place';
export * from './plan';
export * from './press';
export * from './price';
export * from './recipe';
export { RECIPE_WORDS } from './recipes';
export { ROUTE_WORDS } from './routes';
export { SCHOOL_WORDS, schoolSideWords } from './schools';
export * from './shelf';
export * from './snags';
export * from './spelling';
export { gsm, heat, minutesWords, warmer } from './table';
export { THING_WORDS } from './things';
export { unitWords } from './units';
