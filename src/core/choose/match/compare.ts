import type { RuleFinding, Web } from '../../keep/model';
import { FORBIDDEN_POINTS } from './data';
import { found, judge, rulesFor } from './judge';
import { ASPECTS, type Aspect, type CodedRule, RULE_LIST } from './rules';
import { situationOf, type Wish } from './situation';

/** One row of a comparison: what speaks for and against each web in one respect. */
export interface Compared {
  readonly aspect: Aspect;
  readonly a: readonly RuleFinding[];
  readonly b: readonly RuleFinding[];
  /** Points of a less those of b: below 0, a is the better in this. Forbidden counts as a hundred. */
  readonly difference: number;
}

/** Two webs side by side for one piece, in every respect in which a rule has anything to say. */
export function compareWebs(wish: Wish, a: Web, b: Web, rules: readonly CodedRule[] = RULE_LIST): Compared[] {
  const s = situationOf(wish);
  const mine = rulesFor(s, rules);
  const side = (web: Web) => {
    const j = judge(s, web, mine);
    return (aspect: Aspect): { findings: RuleFinding[]; points: number } => {
      const forbidden = j.forbiddenBy.filter((r) => r.aspect === aspect);
      const weighed = j.weighed.filter((w) => w.rule.aspect === aspect);
      return {
        findings: [...forbidden, ...weighed.map((w) => w.rule)].map((r) => found(r, s, web)),
        points: forbidden.length * FORBIDDEN_POINTS.value + weighed.reduce((sum, w) => sum + w.points, 0),
      };
    };
  };
  const ofA = side(a);
  const ofB = side(b);
  return ASPECTS.map((aspect) => {
    const left = ofA(aspect);
    const right = ofB(aspect);
    return { aspect, a: left.findings, b: right.findings, difference: left.points - right.points };
  }).filter((row) => row.a.length > 0 || row.b.length > 0);
}
