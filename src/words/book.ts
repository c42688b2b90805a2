import { dialFor } from '~/core/choose/press';
import type { Peel, PressTicket, Stage, Swatch, SwatchFace } from '~/core/keep/model';
import { coverName } from './bench';
import { counted, seconds } from './grammar';
import { dialWords, markWords } from './press';
import { spell } from './spelling';
import { heat, type Units } from './table';

// What the swatch book says.

/** How a scrap peels, from worst to best, as hands can tell apart. */
const PEELED: { readonly [S in Stage]: () => readonly [string, string, string, string] } = {
  bond: () => ['Falls off', 'Peels off clean', `Peels with ${spell('fibres')}`, 'Will not come off'],
  fuse: () => ['Stays on the paper', 'Lifts off clean', `Lifts with ${spell('fibres')}`, 'Will not come off'],
};
export const peelWords = (stage: Stage, peel: Peel): string => PEELED[stage]()[peel];

export const FACE_WORDS: { readonly [F in SwatchFace]: string } = {
  clean: 'Clean',
  shows: 'Glue shows',
  scorched: 'Scorched or shiny',
};
export const SWATCH_FEEL: { readonly [F in NonNullable<Swatch['feel']>]: string } = {
  soft: 'Soft',
  'a-little': 'A little stiff',
  firm: 'Firm',
  board: 'Like a board',
};
export const NEEDLE_WORDS: { readonly [N in NonNullable<Swatch['needle']>]: string } = {
  easily: 'Easily',
  stiffly: 'Stiffly',
  gums: 'It gums up',
};

const namedCloth = ({ name }: { readonly name: string }): string => name || 'Fabric';
/** “Red cotton on Linen”, “Light film on Red cotton”. */
export const swatchTitle = (s: Pick<Swatch, 'stage' | 'fabric' | 'onto' | 'web'>): string =>
  s.stage === 'fuse'
    ? `${s.web.name} on ${namedCloth(s.fabric)}`
    : [namedCloth(s.fabric), ...[...s.onto].reverse().map(namedCloth)].join(' on ');

/** Where the iron stood: its mark, or degrees. */
export function swatchMark(s: Pick<Swatch, 'mark' | 'heatC' | 'iron'>, units: Units): string {
  if (s.mark !== null) return markWords(s.mark);
  if (s.heatC === null) return 'heat not noted';
  const place = s.iron ? dialFor(s.iron, s.heatC).place : null;
  return place ? dialWords(place) : heat(s.heatC, units);
}

/** “the wool mark, 6 s, parchment paper”. */
export const swatchSetting = (s: Swatch, units: Units): string =>
  [
    swatchMark(s, units),
    seconds(s.seconds),
    s.cover === 'none' ? 'bare iron' : coverName(s.cover),
    ...(s.steam ? ['steam'] : []),
    ...(s.washes > 0 ? [counted(s.washes, 'wash', 'washes')] : []),
  ].join(', ');

/** What a ticket's figures stand on. */
export function standsWords({ stands, book }: Pick<PressTicket, 'stands' | 'book'>): string {
  if (book && book.like > 0)
    return book.held === book.like
      ? `From your swatches: ${book.like === 1 ? 'one like this held' : `${book.like} like this, and all held`}.`
      : `From your swatches: ${book.held} of ${book.like} like this held.`;
  if (book) return `From ${book.swatches === 1 ? 'one swatch' : `${book.swatches} swatches`} of other presses.`;
  return stands === 'measured' ? 'Dial measured; the rest is estimated.' : 'Estimated: try a scrap.';
}

/** What the book changed about a ticket; null: nothing. */
export function changedByBook(t: Pick<PressTicket, 'book' | 'dwell' | 'heat'>): string | null {
  const was = t.book?.was;
  if (!was) return null;
  const [from, to] = [was.dial, t.heat.dial].map((place) => (place ? dialWords(place) : null));
  const moved = from && to && from !== to;
  if (!moved && was.seconds === t.dwell.seconds) return null;
  const before = moved ? `${from}, ${seconds(was.seconds)}` : seconds(was.seconds);
  const now = moved ? `${to}, ${seconds(t.dwell.seconds)}` : seconds(t.dwell.seconds);
  return `${now}; it was ${before} before your swatches.`;
}

/** How well something is known, from the factor that nine in ten lie within. */
const WITHIN: readonly { readonly upTo: number; readonly text: string }[] = [
  { upTo: 1.13, text: 'a tenth' },
  { upTo: 1.22, text: 'a fifth' },
  { upTo: 1.29, text: 'a quarter' },
  { upTo: 1.41, text: 'a third' },
  { upTo: 1.65, text: 'a half' },
];
export const withinWords = (factor: number): string =>
  WITHIN.find((w) => factor < w.upTo)?.text ?? (factor < 2.5 ? 'a factor of two' : 'a factor of three or more');

/** What one more scrap would tell, before it is pressed. */
export function tellsWords({ before, after }: { readonly before: number; readonly after: number }): string {
  const [now, then] = [withinWords(before), withinWords(after)];
  return now === then
    ? `This press is known to within ${now}; one more scrap makes that surer.`
    : `This press is known to within ${now}. After this scrap, to within about ${then}.`;
}

/** How easily a web flows, against what its kind does. */
export function flowWords({
  times,
  low,
  high,
}: {
  readonly times: number;
  readonly low: number;
  readonly high: number;
}): string {
  if (low < 1 && high > 1) return 'It flows about as its kind does, as far as your swatches tell.';
  const share = Math.round(100 * Math.abs(times - 1));
  return times > 1
    ? `It flows about ${share}% more easily than its kind.`
    : `It flows about ${share}% less easily than its kind.`;
}
