import { figure } from '../material';

// Every constant of learning from swatches, with its unit and where it comes from. What is not known before stands in choose/press (PRIOR).

/** Four steps that hands can tell apart, by seconds counted over seconds needed: falls off | peels clean | peels with fibres | will not come off. Bonded is from “with fibres” on. */
export const PEEL_FROM = {
  clean: figure(0.6, '× the seconds needed', 'estimated: it sticks a little before it holds'),
  fibres: figure(1, '× the seconds needed', 'bonded: both faces are wetted'),
  fast: figure(1.6, '× the seconds needed', 'estimated'),
} as const;
/** What hands and eyes are off by, as standard deviations of the logarithm of seconds. */
export const NOISE = {
  judgement: figure(0.2, 'of the logarithm', 'estimated: one scrap is peeled once, by one hand'),
  timingS: figure(0.4, 's', 'estimated: what counting and lifting are off by'),
  face: figure(0.3, 'of the logarithm', 'estimated: what shows is seen later by one than by another'),
  /** At the board nobody peels: it held, or it lifted. */
  board: figure(0.4, 'of the logarithm', 'estimated'),
  /** After the wash it tells of the wash, too. */
  washed: figure(0.2, 'of the logarithm', 'estimated'),
} as const;
/** So many of all swatches say nothing: written down wrongly, pressed twice, another web. */
export const NONSENSE = {
  scrap: figure(0.03, 'of them', 'estimated'),
  board: figure(0.1, 'of them', 'estimated'),
} as const;
/** What a swatch was found as has, among all that are believed, less of a chance than this: it contradicts the others. */
export const CONTRADICTS = figure(0.06, 'of all', 'ours');
/** Where swatches fit worse than they should, each counts for less; never for less than this. */
export const TEMPER = {
  from: figure(0.85, 'of what was to be expected', 'ours'),
  least: figure(0.4, 'of a swatch', 'ours'),
  /** Before it is said of a few. */
  calm: figure(2, 'swatches', 'ours'),
} as const;
/** How all ways are gone through. */
export const SEARCHED = {
  first: figure(512, 'ways', 'ours: to find where to look'),
  last: figure(2500, 'ways', 'ours: within 3 % of a plain search of a hundred times as many'),
  rounds: figure(5, 'rounds', 'ours'),
  enough: figure(0.3, 'of the ways that count', 'ours'),
  /** Unknowns that are needed, of the thirty that can be gone through; presses have the rest. */
  needed: figure(22, 'unknowns', 'ours'),
  softens: figure(12, 'times', 'ours'),
  softer: figure(0.7, 'of what was believed', 'ours'),
  wide: figure(1.15, '× what was found', 'ours'),
  most: figure(200, 'swatches', 'ours: the newest; more teach nothing further'),
  /** Hotter or cooler than this off its mark no iron is looked at. */
  reachC: figure(70, '°C', 'ours: five standard deviations'),
} as const;
