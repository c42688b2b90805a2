import { EDGES, type Edge, HANDS, LAUNDERING, type Web } from '../model';
import { pointsOf, rulesFor } from './judge';
import { RULES, type Rule } from './rules';
import { isSewn, type Situation, situationOf, type Wish } from './situation';

/** One thing that a person could change about a piece, to see which web would win then. */
interface Change {
  readonly text: string;
  readonly to: (s: Wish) => Wish;
  /** Whether it is a change at all. */
  readonly differs: (s: Wish) => boolean;
}

const EDGE_TEXT: Readonly<Record<Edge, string>> = {
  none: 'the edge were not stitched',
  straight: 'the edge got a straight stitch',
  blanket: 'the edge got a blanket stitch',
  zigzag: 'the edge got a zigzag',
  satin: 'the edge got a satin stitch',
  'free-motion': 'the edge were sewn free-motion',
  hand: 'the edge were sewn by hand',
  paint: 'the edge were painted',
};
const WASH_TEXT = {
  never: 'it were never washed',
  gentle: 'it were washed gently',
  often: 'it were washed often',
} as const;

/** From what is easiest to change to what is not. */
const CHANGES: readonly Change[] = [
  ...HANDS.map(
    (hand): Change => ({
      text: `a ${hand} hand were wanted`,
      differs: (s) => s.intent.hand !== hand,
      to: (s) => ({ ...s, intent: { ...s.intent, hand } }),
    }),
  ),
  ...EDGES.map(
    (edge): Change => ({
      text: EDGE_TEXT[edge],
      // One sewn edge for another changes little: only the first that is new is tried for each kind of work.
      differs: (s) => s.edge !== edge && !(isSewn(edge) && isSewn(s.edge) && edge !== 'satin'),
      to: (s) => ({ ...s, edge }),
    }),
  ),
  ...LAUNDERING.map(
    (laundering): Change => ({
      text: WASH_TEXT[laundering],
      differs: (s) => s.intent.laundering !== laundering,
      to: (s) => ({ ...s, intent: { ...s.intent, laundering } }),
    }),
  ),
  {
    text: 'the cloth were twice as heavy',
    differs: () => true,
    to: (s) => ({ ...s, fabric: { ...s.fabric, massGsm: s.fabric.massGsm * 2 } }),
  },
  {
    text: 'places were to be tried before heating',
    differs: (s) => !s.wants.trialPlacing,
    to: (s) => ({ ...s, wants: { ...s.wants, trialPlacing: true } }),
  },
];

/** The wish under each change that is one, with the rules that look at it: worked out once for all webs, and only when asked for. */
export type Changed = readonly {
  readonly text: string;
  readonly outcome: () => { readonly situation: Situation; readonly rules: readonly Rule[] };
}[];

export const changesOf = (wish: Wish, rules: readonly Rule[] = RULES): Changed =>
  CHANGES.filter((c) => c.differs(wish)).map((c) => {
    let made: { situation: Situation; rules: Rule[] } | undefined;
    return {
      text: c.text,
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
 * @returns the change in words, to follow "if"; null when no single one does it
 */
export function whatWouldChange(changed: Changed, losing: Web, winning: Web): string | null {
  for (const { text, outcome } of changed) {
    const { situation, rules } = outcome();
    const points = pointsOf(situation, losing, rules);
    if (points < pointsOf(situation, winning, rules)) return text;
  }
  return null;
}
