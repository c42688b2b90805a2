import type { StepCare, StepKind } from '../../keep/model';

/** What is true of every step of a kind. */
export interface StepFacts {
  readonly name: string;
  readonly care: readonly StepCare[];
}
const facts = (name: string, care: readonly StepCare[] = []): StepFacts => ({ name, care });

/** The kinds of step as data. Source: the trade handbook, the order of work and the mending guide; common practice, no source. */
export const STEP_FACTS: Readonly<Record<StepKind, StepFacts>> = {
  ready: facts('make ready', ['hot-iron']),
  trace: facts('trace'),
  print: facts('print'),
  'rough-cut': facts('rough cut', ['blades']),
  patch: facts('cut the web', ['blades']),
  fuse: facts('fuse', ['hot-iron']),
  stick: facts('press on by hand'),
  cool: facts('let cool'),
  cut: facts('cut out', ['blades']),
  'machine-cut': facts('cut by machine', ['blades']),
  peel: facts('take the paper off'),
  lay: facts('lay'),
  tack: facts('tack', ['hot-iron']),
  bond: facts('bond', ['hot-iron']),
  turn: facts('turn over', ['hot-iron']),
  trim: facts('trim', ['blades']),
  foil: facts('foil', ['hot-iron']),
  'steam-pass': facts('steam', ['hot-iron', 'steam']),
  plug: facts('lay the plug'),
  paint: facts('paint the edge'),
  stitch: facts('stitch the edge', ['needle']),
  hand: facts('sew by hand', ['needle']),
  quilt: facts('quilt', ['needle']),
  finish: facts('finish'),
};
