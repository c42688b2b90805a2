import type { Said, Web } from '../model';
import { RULES, type Rule } from './rules';
import type { Situation } from './situation';

/** A rule that applies, with how much it weighs: against (positive) or for (negative). */
export interface Weighed {
  readonly rule: Rule;
  readonly points: number;
}

export interface Judged {
  readonly web: Web;
  readonly forbiddenBy: readonly Rule[];
  readonly weighed: readonly Weighed[];
  /** The sum of all that weighs; what it is worth is only its difference to another web's. */
  readonly points: number;
}

/** The rules that look at this piece at all: worked out once, however many webs there are. */
export const rulesFor = (s: Situation, rules: readonly Rule[] = RULES): Rule[] =>
  rules.filter((rule) => rule.when === undefined || rule.when(s));

/**
 * Every rule's finding on one web for one piece.
 * @param rules those that look at this piece, from `rulesFor`
 */
export function judge(s: Situation, web: Web, rules: readonly Rule[] = rulesFor(s)): Judged {
  const forbiddenBy: Rule[] = [];
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
export function pointsOf(s: Situation, web: Web, rules: readonly Rule[] = rulesFor(s)): number {
  let sum = 0;
  for (const rule of rules) {
    const points = rule.points(s, web);
    if (!(points > 0)) continue;
    if (rule.does === 'forbids') return Number.POSITIVE_INFINITY;
    sum += rule.does === 'costs' ? points : -points;
  }
  return sum;
}

export const said = (rule: Rule, s: Situation, web: Web): Said => ({ code: rule.code, text: rule.say(s, web) });
