import type { FacingFinding, Tracing } from '~/core/keep/model';
import { ROUTE_WORDS } from './routes';
import { spell } from './spelling';
import { counted, listedWords, say, type Words } from './table';

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
  'on-backing': () =>
    `${spell('Draw round')} its template on the plain side of the backing, as its sheet shows it. The sheet shows it from behind.`,
  reversed: (f) => `${doIt(f)} reversed. The cut piece is turned over once to show its right side.`,
};
/** Which way round a piece is drawn, and why. */
export const facingWords = (f: FacingFinding): string => say(FACINGS, f);

/** Ways round that hands tell apart. */
export type Way = 'reversed' | 'as-seen' | 'either' | 'as-printed';
const WAYS: { readonly [W in Way]: string } = {
  reversed: 'Reversed',
  'as-seen': 'As seen',
  either: 'Either way',
  'as-printed': 'As it came',
};
export const wayWords = (way: Way): string => WAYS[way];
const wayOf = (t: Pick<Tracing, 'code' | 'mirrored'>): Way =>
  t.code === 'no-care' ? 'either' : t.code === 'as-printed' ? 'as-printed' : t.mirrored ? 'reversed' : 'as-seen';

/** Tracings by their way round, reversed ones first. */
export function byWay(tracings: readonly Tracing[]): ReadonlyMap<Way, readonly Tracing[]> {
  const ways = new Map<Way, Tracing[]>();
  for (const way of Object.keys(WAYS) as Way[]) {
    const mine = tracings.filter((t) => wayOf(t) === way);
    if (mine.length > 0) ways.set(way, mine);
  }
  return ways;
}
/** “9 shapes reversed, 12 either way.” */
export const waysSaid = (tracings: readonly Tracing[]): string => {
  const parts = [...byWay(tracings)].map(
    ([way, mine], i) => `${i === 0 ? counted(mine.length, 'shape') : mine.length} ${WAYS[way].toLowerCase()}`,
  );
  return parts.length === 0 ? '' : `${listedWords(parts)}.`;
};
