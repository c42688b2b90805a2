import { EDGES, HANDS, LAUNDERING, type Web, type WhatIfChange } from '../../keep/model';
import { pointsOf, rulesFor } from './judge';
import { type CodedRule, RULE_LIST } from './rules';
import { isSewn, type Situation, situationOf, type Wish } from './situation';

/** One thing that a person could change about a piece, to see which web would win then. */
interface Trial {
  readonly change: WhatIfChange;
  readonly to: (s: Wish) => Wish;
  /** Whether it is a change at all. */
  readonly differs: (s: Wish) => boolean;
}

/** From what is easiest to change to what is not. */
const TRIALS: readonly Trial[] = [
  ...HANDS.map(
    (hand): Trial => ({
      change: { what: 'hand', to: hand },
      differs: (s) => s.intent.hand !== hand,
      to: (s) => ({ ...s, intent: { ...s.intent, hand } }),
    }),
  ),
  ...EDGES.map(
    (edge): Trial => ({
      change: { what: 'edge', to: edge },
      // One sewn edge for another changes little: only the first that is new is tried for each kind of work.
      differs: (s) => s.edge !== edge && !(isSewn(edge) && isSewn(s.edge) && edge !== 'satin'),
      to: (s) => ({ ...s, edge }),
    }),
  ),
  ...LAUNDERING.map(
    (laundering): Trial => ({
      change: { what: 'laundering', to: laundering },
      differs: (s) => s.intent.laundering !== laundering,
      to: (s) => ({ ...s, intent: { ...s.intent, laundering } }),
    }),
  ),
  {
    change: { what: 'trial-placing' },
    differs: (s) => !s.wants.trialPlacing,
    to: (s) => ({ ...s, wants: { ...s.wants, trialPlacing: true } }),
  },
];

/** The wish under each change that is one, with the rules that look at it: worked out once for all webs, and only when asked for. */
export type WhatIf = readonly {
  readonly change: WhatIfChange;
  readonly outcome: () => { readonly situation: Situation; readonly rules: readonly CodedRule[] };
}[];

export const changesOf = (wish: Wish, rules: readonly CodedRule[] = RULE_LIST): WhatIf =>
  TRIALS.filter((c) => c.differs(wish)).map((c) => {
    let made: { situation: Situation; rules: CodedRule[] } | undefined;
    return {
      change: c.change,
      outcome: () => {
        if (!made) {
          const situation = situationOf(c.to(wish));
          made = { situation, rules: rulesFor(situation, rules) };
        }
        return made;
      },
    };
  });

/**
 * The first single change under which a web that lost would win against the one that was chosen.
 * @returns null when no single one does it
 */
export function whatWouldChange(changed: WhatIf, losing: Web, winning: Web): WhatIfChange | null {
  for (const { change, outcome } of changed) {
    const { situation, rules } = outcome();
    const points = pointsOf(situation, losing, rules);
    if (points < pointsOf(situation, winning, rules)) return change;
  }
  return null;
}
