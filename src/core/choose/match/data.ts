import type { Intent } from '../../keep/model';
import { figure } from '../material';

// Figures of choosing a web that are no rule's own: those stand with the rules. About 10 points decide between two webs of which either would do.

/** No web melts below this. */
export const LOWEST_MELT_C = figure(60, '°C', 'common practice, no source');
/** Reasons and runners-up that are told. */
export const REASONS = figure(3, 'reasons', 'more than anyone reads');
export const RUNNERS_UP = figure(2, 'webs', 'more than anyone reads');
/** From here on what speaks against a choice is told beside it. */
export const GRAVE_POINTS = figure(5, 'points', 'ours, estimated');
/** A lead of fewer points than this over the next web is no lead. */
export const CLOSE_POINTS = figure(3, 'points', 'ours, estimated');
/** What a rule that forbids counts in a comparison of two webs. */
export const FORBIDDEN_POINTS = figure(100, 'points', 'ours: more than all others together');

/** The search for the fewest webs stops after so many steps. */
export const MOST_STEPS = figure(60_000, 'steps', 'ours: real projects need a few hundred');

/** Denser than any woven cloth: mass and thickness do not fit together. */
export const DENSEST_KGM3 = figure(950, 'kg/m³', 'estimated: cotton yarn packs to about 900');
/** A web that flows only so little below a limit leaves the choice in doubt. */
export const NEAR_LIMIT_C = figure(12, '°C', 'estimated');

const PRACTICE = 'estimated from common practice';
/** A cloth beneath asks for a little less adhesive than one that is bonded itself. */
export const BENEATH_SHARE = figure(0.9, '×', 'estimated');
/** What an edge does to the adhesive needed: alone it must hold more; by hand it must let a needle through. */
export const HOLD = {
  unstitched: figure(2.4, '×', PRACTICE),
  hand: figure(0.8, '×', PRACTICE),
  sewn: figure(1, '×', PRACTICE),
} as const;
/** No bond asks for more: a firm film holds felt without a stitch. */
export const MOST_WANTED_GSM = figure(46, 'g/m²', 'common practice: firm films hold felt unstitched');
/** Short of what is asked for by more than this a choice is not sure. */
export const SHORT_SHARE = figure(0.15, 'of what is asked for', 'ours, estimated');
/** A press that takes longer than this costs. */
export const SLOW_PRESS_S = figure(30, 's', 'estimated: longer than anyone stands gladly');
/** What the hand asked for does to it. */
export const HAND = {
  soft: figure(0.9, '×', PRACTICE),
  medium: figure(1, '×', PRACTICE),
  firm: figure(1.3, '×', PRACTICE),
} as const satisfies Record<Intent['hand'], unknown>;
