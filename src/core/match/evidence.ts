import type { Web } from '../model';
import { flowC, type Situation } from './situation';

export type ConfidenceLevel = 'sure' | 'fair' | 'thin';

/** Something that makes the evidence for a choice thin. */
interface Doubt {
  readonly code: string;
  readonly when: (s: Situation, web: Web) => boolean;
  readonly text: string;
}

const DOUBTS: readonly Doubt[] = [
  { code: 'unknown-cloth', when: (s) => s.cloth.id === 'other', text: 'What this cloth is was not said.' },
  {
    code: 'blend',
    when: (s) => s.fabric.fibre === 'blend',
    text: 'A blend takes as much heat as its tenderest fibre, and which that is was not said.',
  },
  {
    code: 'mass-not-kind',
    // Denser than any woven cloth: g/m² over mm is kg/m³.
    when: (s) => s.fabric.massGsm / s.fabric.thicknessMm > 950,
    text: 'Mass and thickness of the cloth hardly fit together: weigh and measure it again.',
  },
  {
    code: 'near-limit',
    when: (s, web) => s.limitC - flowC(web) < 12,
    text: 'The web flows only a little below what the cloth can take.',
  },
  { code: 'pile', when: (s) => s.cloth.pile, text: 'How deep adhesive gets into a pile can only be tried.' },
  { code: 'open', when: (s) => s.cloth.open, text: 'How much comes through open cloth can only be tried.' },
  {
    code: 'hard',
    when: (s) => s.cloth.hard,
    text: 'Coatings and tannings differ: some take no adhesive at all.',
  },
];

/** A lead of fewer points than this over the next web is no lead. Estimated. */
const CLOSE_POINTS = 3;

/**
 * How far a choice can be relied on.
 * @param leadPoints by how much it beats the next web that is allowed; Infinity when there is none
 */
export function confidenceIn(s: Situation, web: Web, leadPoints: number): { level: ConfidenceLevel; text: string } {
  const doubts = DOUBTS.filter((d) => d.when(s, web));
  const close = leadPoints < CLOSE_POINTS;
  const first = doubts[0];
  if (first && (close || doubts.length > 1)) return { level: 'thin', text: `${first.text} Try both on a scrap.` };
  if (first) return { level: 'fair', text: first.text };
  return close
    ? { level: 'fair', text: 'Another web would do nearly as well.' }
    : { level: 'sure', text: 'Clear of the next best.' };
}
