export * from './choose';
export * from './compare';
export { SLOW_PRESS_S } from './data';
export * from './fewest';
export { found, type Judged, judge } from './judge';
export { ASPECTS, type Aspect, type CodedRule, RULE_LIST, RULES, type Rule } from './rules';
export * from './schools';
export { isSewn, type PressAnswer, type Situation, situationOf, type Wish } from './situation';
