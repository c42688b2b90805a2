export * from './choose';
export * from './compare';
export * from './fewest';
export { type Judged, judge } from './judge';
export { ASPECTS, type Aspect, RULES, type Rule } from './rules';
export * from './schools';
export { FLOW_MARGIN_C, isSewn, type Situation, situationOf, type Wish } from './situation';
