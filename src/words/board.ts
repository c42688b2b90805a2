import type { LetGo, PressMoment, SetDown } from '~/core/hands/board';
import type { WorkPlace } from '~/core/hands/evening';
import {
  type BoardMend,
  lookup,
  type MendCode,
  type PressTicket,
  type Project,
  type Step,
  type StepFace,
  type StepGate,
  type StepKind,
} from '~/core/keep/model';
import { coverName } from './bench';
import { term } from './glossary';
import { leanWords } from './press';
import { heat, listedWords, minutesWords, say, seconds, upper, type Words, withArticle } from './table';

const GATES: Words<StepGate, []> = {
  'drawn-reversed': () => 'Is it drawn reversed, as on its sheet?',
  'drawn-as-seen': () => 'Is it drawn as on its sheet, not reversed?',
  'web-on-back': () => 'Is the web on the wrong side (back), glue side down?',
  'web-on-front': () => 'Is the web on the right side (front), glue side down?',
  'sheet-on-top': () => 'Is a non-stick pressing sheet on top? No paper covers this glue.',
  'sheet-beneath': () => 'Is a pressing sheet beneath, too? The web is as large as the fabric.',
  'paper-off': () => 'Is every paper off?',
  'reads-right': () => 'Does it read as in the picture, not backwards?',
  'glue-up': () => 'Is the glue facing you?',
  'glue-down': () => 'Is the glue facing down, edge on edge?',
  'glue-to-fabric': () => 'Is the glue against the fabric, right side down?',
  'foil-covers': () => 'Does the foil cover all of the glue, metal side up?',
  'iron-on-heel': () => 'Is the iron on its heel?',
  'mat-paper-up': () => 'Is the paper facing up on the mat?',
  'mat-fabric-up': () => 'Is the right side of the fabric facing up on the mat?',
  'plug-covered': () => `Is ${term('parchment')} under the plug?`,
  'cover-on': ({ cover, name }) =>
    `Is ${name === null ? withArticle(coverName(cover)).replace(/^an? (?=parchment|baking)/, '') : `“${name}”`} over the work?`,
};
/** What is asked before a step that can go wrong. */
export const gateWords = (gate: StepGate): string => say(GATES, gate);

const WRONG: { readonly [M in MendCode]: string } = {
  'adhesive-left-on-liner': 'Glue stays on the paper',
  'liner-left-on': 'A paper was left on',
  'edge-lifts': 'An edge lifts',
  bubbles: 'There are bubbles',
  'adhesive-on-the-face': 'Glue shows on the front',
  'iron-marks': 'The iron has marked it',
  'adhesive-on-the-iron': 'There is glue on iron or board',
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
    case 'lay-paper-back':
      return 'Lay the paper back down on the glue, and smooth it.';
    case 'rub-by-hand':
      return 'Rub it firmly by hand, without heat, until it holds.';
    case 'glide-again':
      return 'Glide over that place again with steam, close and without weight.';
    case 'take-liner-off':
      return 'Peel the paper off.';
    case 'press-again':
      return `Press that place again.${press || ' No longer than before.'}`;
    case 'let-cool':
      return coolS !== null
        ? `Let it cool, about ${seconds(coolS)}, until it feels cool to the hand.`
        : 'Let it get cold.';
    case 'peel-from-another-corner':
      return 'Start peeling at another corner.';
    case 'lift-while-warm':
      return 'Warm it. Lift it gently while the glue is soft, and place it again, flat.';
    case 'touch-up-face':
      return `Cover the front with ${term('parchment')} and warm it for a moment. Lift the paper off: it takes loose glue along. Give the next ones less time, under a cover.`;
    case 'clean-the-iron':
      return 'Unplug the iron and let it cool a little. Rub the soleplate clean on a scrap of cotton. Wipe the pressing sheet once it is cold.';
    case 'make-again':
      return 'Draw it the other way round and make it again: its steps come back.';
    case 'lay-foil-anew':
      return 'Place a scrap of foil over the bare spots, metal side up.';
    case 'fresh-blade':
      return 'Trim the edge again with a fresh blade, or scissors kept for paper.';
    case 'fresh-needle':
      return 'Use a fresh sharp needle, and wipe the old glue off the needle plate.';
    case 'sheet-between':
      return 'From here on use a non-stick pressing sheet between iron and work.';
  }
}

/** What a big button says that begins a step, or ends it. */
const DONE: { readonly [K in StepKind]?: string } = {
  trace: 'All traced',
  cool: 'Let it cool',
  peel: 'Paper is off',
  lay: 'All placed',
};
export const doneWords = ({ kind, does }: Pick<Step, 'kind' | 'does'>): string =>
  does.code === 'peel-foil' || does.code === 'peel-carrier' ? 'Carrier is off' : (DONE[kind] ?? 'Done');

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
  return `The board is full: ${listedWords(missed.map(({ what, count }) => `the ${count === 1 ? `oldest ${LET_GO[what][0]}` : `${count} oldest ${LET_GO[what][1]}`}`))} had to go.`;
}

/** What a big button says that begins a set-down: what changes before it, and its seconds. @param closes a plate is closed, no iron set down */
export function setDownWords({ comes, place, places, pass, passes }: SetDown, eachS: number, closes: boolean): string {
  const each = seconds(eachS);
  switch (comes) {
    case 'first':
      return `${closes ? 'Close it' : 'Start'}: ${each}`;
    case 'same-place':
      return `Same place, pass ${pass} of ${passes}: ${each}`;
    case 'next-place':
      return `Place ${place + 1}${places > 2 ? ` of ${places}` : ''}: ${each}`;
    case 'turned-over':
      return `Turn it over: ${each}`;
    case 'next-load':
      return `Next load: ${each}`;
  }
}

/** What it says while the iron stands. @param more places come after this one */
export function liftWords(state: Exclude<PressMoment['state'], 'lifted'>, more: boolean, closes: boolean): string {
  const lifted = closes ? 'Opened' : 'Lifted';
  switch (state) {
    case 'reach':
    case 'down':
      return closes ? 'Open it now' : 'Lift it now';
    case 'out':
      return more ? `${lifted}: go on` : closes ? lifted : `${lifted}, on its heel`;
    case 'unknown':
      return `${lifted}: it counts`;
  }
}

/** What lies between iron and work, and how hard the iron is leaned on: a line beneath the numbers of a press. */
export function betweenWords(project: Project, step: Step, ticket: PressTicket): string {
  const gate = step.gates.find((g) => g.code === 'cover-on');
  const own = gate?.name ?? null;
  const sheet = step.gates.some((g) => g.code === 'sheet-on-top');
  const both = step.gates.some((g) => g.code === 'sheet-beneath');
  const between = both
    ? `${upper(withArticle(term('pressing-sheet')))} above and beneath`
    : own !== null
      ? `“${own}” between`
      : ticket.cover !== 'none'
        ? `${upper(withArticle(coverName(ticket.cover)).replace(/^an? (?=parchment|baking)/, ''))} between`
        : sheet
          ? `${upper(withArticle(term('pressing-sheet')))} between`
          : ticket.stage === 'fuse' && ticket.on === 'board'
            ? 'Nothing between but the paper'
            : 'Nothing between: the bare iron';
  const press = lookup(project).iron.kind === 'heat-press';
  return `${between}. ${upper(leanWords(ticket.pressure.lean))}${press ? '' : ticket.passes ? ': glide close, hold its weight' : ''}.`;
}

const PLACES: { readonly [P in WorkPlace]: string } = {
  iron: 'at the iron',
  table: 'at the table',
  needle: 'sewing',
};
/** “20 min at the iron and 90 min at the table”; what takes nothing is left out. */
export function placesWords(spentS: Readonly<Record<WorkPlace, number>>): string {
  const told = (Object.keys(PLACES) as WorkPlace[]).filter((p) => spentS[p] >= LEAST_TOLD_S);
  return listedWords(told.map((p) => `${minutesWords(spentS[p])} ${PLACES[p]}`));
}
const LEAST_TOLD_S = 30;

const FACES: { readonly [F in StepFace]: string } = {
  paper: 'the paper side',
  'paper-half-off': 'the glue side, the paper half off',
  glue: 'the glue side',
  right: 'the right side',
  carrier: 'the carrier on top',
  'carrier-half-off': 'the foil, its carrier half off',
};
/** Which side of a piece faces you. */
export const faceWords = (face: StepFace): string => FACES[face];

/** Why what is still warm is not gone on with, by what would be done to it. */
export const warmWords = ({ kind, does }: Pick<Step, 'kind' | 'does'>): string =>
  kind === 'stitch'
    ? 'Warm glue gums up the needle.'
    : kind === 'trim' || does.code === 'cut-through' || does.code === 'trim-on-line'
      ? 'Warm glue sticks to the blade.'
      : kind === 'peel'
        ? 'Warm glue comes off with what you peel.'
        : 'Warm glue comes off with the paper.';
