import type { Gate, LetGo } from '~/core/hands/board';
import type { BoardMend, MendCode, Project, StepKind } from '~/core/keep/model';
import { heat, listedWords, seconds } from './table';

const GATES: { readonly [G in Gate]: string } = {
  'liner-off': 'Every liner is off.',
  'web-down': 'The web lies on the wrong side, its rough side on the cloth.',
  'right-way-round': 'It is reversed as the sheet shows: words read wrong way round on it.',
  'sheet-on-top': 'A sheet that releases lies on top: this web has no liner.',
  'sheet-beneath': 'A sheet that releases lies beneath, too: the web is as large as the cloth.',
  'cover-on': 'What belongs between iron and work lies there.',
  'iron-on-heel': 'The iron stands on its heel.',
  'foil-covers': 'The foil covers all of the adhesive, its metal side up.',
  'parchment-under-plug': 'Parchment lies under the plug.',
};
export const gateWords = (gate: Gate): string => GATES[gate];

const WRONG: { readonly [M in MendCode]: string } = {
  'adhesive-left-on-liner': 'Adhesive stays on the liner',
  'liner-left-on': 'A liner was left on',
  'edge-lifts': 'An edge lifts',
  bubbles: 'There are bubbles',
  'adhesive-on-the-face': 'Adhesive shows on the face',
  'iron-marks': 'The iron has marked it',
  'adhesive-on-the-iron': 'There is adhesive on iron or board',
  backwards: 'It is backwards',
  slid: 'Something has slid',
  'foil-patchy': 'Foil is missing in places',
  'furry-edge': 'The edge is furry',
  'needle-gums': 'The needle gums or skips',
};
/** What is wrong, as one would say it. */
export const wrongWords = (code: MendCode): string => WRONG[code];

/** What hands do to mend, in a sentence or two. */
export function mendingWords(
  mend: Pick<BoardMend, 'doing' | 'heatC' | 'dwellS' | 'coolS'>,
  units: Project['units'],
): string {
  const { heatC, dwellS, coolS } = mend;
  const press = heatC !== null && dwellS !== null ? ` ${heat(heatC, units)}, ${seconds(dwellS)}.` : '';
  switch (mend.doing) {
    case 'take-liner-off':
      return 'Take the liner off.';
    case 'press-again':
      return `Press that place again.${press || ' No longer than before.'}`;
    case 'let-cool':
      return coolS !== null
        ? `Let it cool, about ${seconds(coolS)}, until it feels cool to the hand.`
        : 'Let it get quite cold.';
    case 'peel-from-another-corner':
      return 'Start the liner from another corner.';
    case 'lift-while-warm':
      return 'Warm it and lift it gently while the adhesive is soft; lay it anew, flat.';
    case 'touch-up-face':
      return 'Cover the face with parchment, warm it for a moment and lift the parchment off: it takes loose adhesive along. The next ones get less time, under a cover.';
    case 'clean-the-iron':
      return 'Unplug the iron and let it cool a little; rub the sole clean on a scrap of cotton. Wipe the cold sheet.';
    case 'make-again':
      return 'Draw it the other way round and make it once more: its steps come back.';
    case 'lay-foil-anew':
      return 'Lay foil over the bare places, metal side up.';
    case 'fresh-blade':
      return 'Take a fresh blade, or scissors kept for paper, and trim the edge once more.';
    case 'fresh-needle':
      return 'Take a fresh sharp needle, and wipe the old adhesive off the plate.';
    case 'sheet-between':
      return 'From here on lay a sheet that releases between iron and work.';
  }
}

/** What a big button says that begins a step, or ends it. */
const DONE: { readonly [K in StepKind]?: string } = {
  trace: 'All of it is drawn',
  cool: 'Let it cool',
  peel: 'The liners are off',
  lay: 'It lies there',
};
export const doneWords = (kind: StepKind): string => DONE[kind] ?? 'Done';

const LET_GO: { readonly [W in LetGo['what']]: readonly [one: string, many: string] } = {
  diary: ['entry of the diary', 'entries of the diary'],
  evidence: ['note of what went wrong', 'notes of what went wrong'],
  times: ['time that was taken', 'times that were taken'],
  timers: ['timer', 'timers'],
  mends: ['mend that is done', 'mends that are done'],
  looked: ['look', 'looks'],
  facts: ['done step', 'done steps'],
  cutAs: ['piece as it was cut', 'pieces as they were cut'],
};
/** What gave way at the board, so that the new has room; null: nothing one would miss. */
export function letGoWords(letGo: readonly LetGo[]): string | null {
  const missed = letGo.filter((l) => l.what !== 'timers' && l.what !== 'looked' && l.what !== 'times');
  if (missed.length === 0) return null;
  return `The board is full: ${listedWords(missed.map(({ what, count }) => `the ${count === 1 ? `oldest ${LET_GO[what][0]}` : `${count} oldest ${LET_GO[what][1]}`}`))} gave way.`;
}
