import type { FacingFinding } from '~/core/keep/model';
import { ROUTE_WORDS } from './routes';
import { say, type Words } from './table';

const doIt = (f: FacingFinding): string => ROUTE_WORDS[f.route].doIt;

const FACINGS: Words<FacingFinding, []> = {
  'no-care': () => 'The shape is its own mirror image: either way is right.',
  'as-printed': (f) =>
    `${doIt(f)} just as the pattern came. It is reversed already; reversing it again would undo that.`,
  'turn-back': (f) => `${doIt(f)} turned over. The pattern came reversed, but this way you see it from the right side.`,
  'as-seen': (f) => `${doIt(f)} as seen. ${ROUTE_WORDS[f.route].contacts[0] ?? ''}`,
  'face-down': (f) => `${doIt(f)}. The line is reversed, because the cut piece is turned over once.`,
  'as-seen-face-down': (f) => `${doIt(f)} as seen. The piece ends face down, so you look at its other side.`,
  'reversed-face-down': (f) => `${doIt(f)} reversed. The piece ends face down, so it is turned over once more.`,
  reversed: (f) => `${doIt(f)} reversed. The cut piece is turned over once to show its right side.`,
};
/** Which way round a piece is drawn, and why. */
export const facingWords = (f: FacingFinding): string => say(FACINGS, f);
