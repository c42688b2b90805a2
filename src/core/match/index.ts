export * from './choose';
export * from './cloth';
export { type Finding, isSewn, RULES, type Rule, type Situation } from './rules';
