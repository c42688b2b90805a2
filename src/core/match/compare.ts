import type { Said, Web } from '../model';
import { judge, rulesFor, said } from './judge';
import { ASPECTS, type Aspect, RULES, type Rule } from './rules';
import { situationOf, type Wish } from './situation';

/** One row of a comparison: what speaks for and against each web in one respect. */
export interface Compared {
  readonly aspect: Aspect;
  readonly a: readonly Said[];
  readonly b: readonly Said[];
  /** Points of a less those of b: below 0, a is the better in this. Forbidden counts as {@link FORBIDDEN_POINTS}. */
  readonly difference: number;
}

const FORBIDDEN_POINTS = 100;

/** Two webs side by side for one piece, in every respect in which a rule has anything to say. */
export function compareWebs(wish: Wish, a: Web, b: Web, rules: readonly Rule[] = RULES): Compared[] {
  const s = situationOf(wish);
  const mine = rulesFor(s, rules);
  const side = (web: Web) => {
    const j = judge(s, web, mine);
    return (aspect: Aspect): { texts: Said[]; points: number } => {
      const forbidden = j.forbiddenBy.filter((r) => r.aspect === aspect);
      const weighed = j.weighed.filter((w) => w.rule.aspect === aspect);
      return {
        texts: [...forbidden, ...weighed.map((w) => w.rule)].map((r) => said(r, s, web)),
        points: forbidden.length * FORBIDDEN_POINTS + weighed.reduce((sum, w) => sum + w.points, 0),
      };
    };
  };
  const ofA = side(a);
  const ofB = side(b);
  return ASPECTS.map((aspect) => {
    const left = ofA(aspect);
    const right = ofB(aspect);
    return { aspect, a: left.texts, b: right.texts, difference: left.points - right.points };
  }).filter((row) => row.a.length > 0 || row.b.length > 0);
}
