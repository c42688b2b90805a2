import type { StepCare, StepKind } from '../../keep/model';

/** What is true of every step of a kind. */
export interface StepFacts {
  readonly care: readonly StepCare[];
}
const facts = (care: readonly StepCare[] = []): StepFacts => ({ care });

/** The kinds of step as data. Source: the trade handbook, the order of work and the mending guide; common practice, no source. */
export const STEP_FACTS: Readonly<Record<StepKind, StepFacts>> = {
  ready: facts(['hot-iron']),
  trace: facts(),
  print: facts(),
  'rough-cut': facts(['blades']),
  patch: facts(['blades']),
  fuse: facts(['hot-iron']),
  stick: facts(),
  cool: facts(),
  cut: facts(['blades']),
  'machine-cut': facts(['blades']),
  peel: facts(),
  lay: facts(),
  tack: facts(['hot-iron']),
  bond: facts(['hot-iron']),
  turn: facts(['hot-iron']),
  trim: facts(['blades']),
  foil: facts(['hot-iron']),
  'steam-pass': facts(['hot-iron', 'steam']),
  plug: facts(),
  paint: facts(),
  stitch: facts(['needle']),
  hand: facts(['needle']),
  quilt: facts(['needle']),
  finish: facts(),
};
