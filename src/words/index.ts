export * from './archive';
export * from './board';
export * from './cutter';
export * from './drawer';
export * from './edge';
export * from './facing';
export {
  amountWords,
  bagLines,
  cannotBeHad,
  groundWords,
  hereWords,
  isSupply,
  leftWords,
  mixWords,
  needName,
  needNote,
  needTroubleWords,
  priceWords,
  soldWords,
  spokenForWords,
  spokenGather,
  sumWords,
} from './gather';
export * from './how-many';
export * from './lettering';
export * from './making';
export * from './match';
export * from './nest';
export * from './plan';
export * from './press';
export * from './recipe';
export { RECIPE_WORDS } from './recipes';
export { SCHOOL_WORDS, schoolSideWords } from './schools';
export * from './shelf';
export * from './snags';
export { heat, listedWords, lower, minutesWords, seconds, warmer } from './table';
export { THING_WORDS } from './things';
export { unitWords } from './units';
