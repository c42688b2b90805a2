import type { FacingFinding } from '~/core/keep/model';
import { ROUTE_WORDS } from './routes';
import { lower, say, type Words } from './table';

const doIt = (f: FacingFinding): string => ROUTE_WORDS[f.route].doIt;

const FACINGS: Words<FacingFinding, []> = {
  'no-care': () => 'The shape is its own mirror image: either way round is right.',
  'as-printed': (f) =>
    `${doIt(f)} just as the pattern came: it is reversed already, and reversing twice would undo it.`,
  'turn-back': (f) =>
    `${doIt(f)} turned over: the pattern came reversed, but on this route the line is seen from the right side.`,
  'as-seen': (f) => `${doIt(f)} as seen: ${lower(ROUTE_WORDS[f.route].contacts[0] ?? '')}`,
  'face-down': (f) => `${doIt(f)}: the line must be reversed, because the cut piece is turned over once.`,
  'as-seen-face-down': (f) =>
    `${doIt(f)} as seen: the piece lies face down, so that its other side is what you look at.`,
  'reversed-face-down': (f) => `${doIt(f)} reversed: the piece lies face down, and so is turned over once more.`,
  reversed: (f) => `${doIt(f)} reversed: the cut piece is turned over once to show its right side.`,
};
/** Which way round a piece is drawn, and why. */
export const facingWords = (f: FacingFinding): string => say(FACINGS, f);
