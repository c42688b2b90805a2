import type { StepCare, StepKind, StepLook, StepMend } from '../../keep/model';

/** What is true of every step of a kind. */
export interface StepFacts {
  readonly name: string;
  readonly look: StepLook | null;
  readonly ifNot: readonly StepMend[];
  readonly care: readonly StepCare[];
}
const facts = (
  name: string,
  look: StepLook | null,
  ifNot: readonly StepMend[] = [],
  care: readonly StepCare[] = [],
): StepFacts => ({ name, look, ifNot, care });

/** The kinds of step as data. Source: the trade handbook, the order of work and the mending guide; common practice, no source. */
export const STEP_FACTS: Readonly<Record<StepKind, StepFacts>> = {
  ready: facts('make ready', 'smooth', [], ['hot-iron']),
  trace: facts('trace', 'drawn-right-way', ['backwards']),
  print: facts('print', 'drawn-right-way', ['backwards']),
  'rough-cut': facts('rough cut', 'room-all-round', [], ['blades']),
  patch: facts('cut the web', 'web-inside-cloth', ['adhesive-on-the-iron'], ['blades']),
  fuse: facts('fuse', 'liner-lies-flat', ['adhesive-left-on-liner', 'adhesive-on-the-iron'], ['hot-iron']),
  stick: facts('press on by hand', 'liner-lies-flat'),
  cool: facts('let cool', 'cool-to-the-hand', ['adhesive-left-on-liner']),
  cut: facts('cut out', 'clean-points', ['furry-edge'], ['blades']),
  'machine-cut': facts('cut by machine', 'clean-points', ['furry-edge'], ['blades']),
  peel: facts('take the paper off', 'adhesive-on-the-cloth', ['adhesive-left-on-liner']),
  lay: facts('lay', 'right-way-up', ['backwards']),
  tack: facts('tack', 'nothing-slides', ['slid'], ['hot-iron']),
  bond: facts('bond', 'no-edge-lifts', ['edge-lifts', 'adhesive-on-the-face'], ['hot-iron']),
  turn: facts('turn over', 'nothing-on-the-face', ['adhesive-on-the-iron'], ['hot-iron']),
  trim: facts('trim', 'clean-points', ['furry-edge'], ['blades']),
  foil: facts('foil', 'foil-stays-all-over', ['foil-patchy'], ['hot-iron']),
  'steam-pass': facts('steam', 'no-edge-lifts', ['edge-lifts'], ['hot-iron', 'steam']),
  plug: facts('lay the plug', null),
  paint: facts('paint the edge', 'dry'),
  stitch: facts('stitch the edge', 'stitches-even', ['needle-gums'], ['needle']),
  hand: facts('sew by hand', 'stitches-even', [], ['needle']),
  quilt: facts('quilt', 'stitches-even', [], ['needle']),
  finish: facts('finish', null),
};
