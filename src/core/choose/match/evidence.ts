import type { Confidence, DOUBTS, Web } from '../../keep/model';
import { flowC } from '../material';
import { CLOSE_POINTS, DENSEST_KGM3, NEAR_LIMIT_C, SHORT_SHARE } from './data';
import type { Situation } from './situation';

/** What makes the evidence for a choice thin, in the order in which it is told. */
const WHEN: { readonly [D in (typeof DOUBTS)[number]]: (s: Situation, web: Web) => boolean } = {
  'unknown-cloth': (s) => s.cloth.id === 'other',
  blend: (s) => s.fabric.fibre === 'blend',
  // g/m² over mm is kg/m³.
  'mass-not-kind': (s) => s.fabric.massGsm / s.fabric.thicknessMm > DENSEST_KGM3.value,
  'near-limit': (s, web) => s.limitC - flowC(web) < NEAR_LIMIT_C.value,
  pile: (s) => s.cloth.pile,
  open: (s) => s.cloth.open,
  hard: (s) => s.cloth.hard,
};

/**
 * How far a choice can be relied on.
 * @param leadPoints by how much it beats the next web that is allowed; Infinity when there is none
 * @param speaksAgainst something grave does
 */
export function confidenceIn(s: Situation, web: Web, leadPoints: number, speaksAgainst: boolean): Confidence {
  const short = s.wantedGsm - web.massGsm > SHORT_SHARE.value * s.wantedGsm;
  const doubts = (Object.keys(WHEN) as (keyof typeof WHEN)[]).filter((d) => WHEN[d](s, web));
  const close = leadPoints < CLOSE_POINTS.value;
  const code = doubts[0];
  if (code) return { level: close || doubts.length > 1 ? 'thin' : 'fair', code };
  if (short) return { level: close ? 'thin' : 'fair', code: 'short-of-adhesive' };
  if (speaksAgainst) return { level: 'fair', code: 'grave' };
  return close ? { level: 'fair', code: 'close' } : { level: 'sure', code: 'clear' };
}
