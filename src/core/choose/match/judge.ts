import type { RuleFinding, Web } from '../../keep/model';
import { type CodedRule, RULE_LIST } from './rules';
import type { Situation } from './situation';

/** A rule that applies, with how much it weighs: against (positive) or for (negative). */
export interface Weighed {
  readonly rule: CodedRule;
  readonly points: number;
}

export interface Judged {
  readonly web: Web;
  readonly forbiddenBy: readonly CodedRule[];
  readonly weighed: readonly Weighed[];
  /** The sum of all that weighs; what it is worth is only its difference to another web's. */
  readonly points: number;
}

/** The rules that look at this piece at all: worked out once, however many webs there are. */
export const rulesFor = (s: Situation, rules: readonly CodedRule[] = RULE_LIST): CodedRule[] =>
  rules.filter((rule) => rule.when === undefined || rule.when(s));

/**
 * Every rule's finding on one web for one piece.
 * @param rules those that look at this piece, from `rulesFor`
 */
export function judge(s: Situation, web: Web, rules: readonly CodedRule[] = rulesFor(s)): Judged {
  const forbiddenBy: CodedRule[] = [];
  const weighed: Weighed[] = [];
  let sum = 0;
  for (const rule of rules) {
    const points = rule.points(s, web);
    if (!(points > 0)) continue;
    if (rule.does === 'forbids') forbiddenBy.push(rule);
    else {
      const signed = rule.does === 'costs' ? points : -points;
      weighed.push({ rule, points: signed });
      sum += signed;
    }
  }
  return { web, forbiddenBy, weighed, points: sum };
}

/** Only the sum: Infinity as soon as a rule forbids. For trying many situations without asking why. */
export function pointsOf(s: Situation, web: Web, rules: readonly CodedRule[] = rulesFor(s)): number {
  let sum = 0;
  for (const rule of rules) {
    const points = rule.points(s, web);
    if (!(points > 0)) continue;
    if (rule.does === 'forbids') return Number.POSITIVE_INFINITY;
    sum += rule.does === 'costs' ? points : -points;
  }
  return sum;
}

/** What a rule found, with the figures it speaks of. */
export const found = (rule: CodedRule, s: Situation, web: Web): RuleFinding =>
  // The record of rules ties each code to its figures; a list of them cannot.
  ({ code: rule.code, ...rule.figures(s, web) }) as RuleFinding;
