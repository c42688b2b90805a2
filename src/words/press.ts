import { formatThickness } from '~/core/base/units';
import { COVER_FACTS } from '~/core/choose/material';
import type {
  Bearer,
  Caution,
  Cover,
  DialPlace,
  Harm,
  Help,
  Lean,
  PressReason,
  PressSide,
  Remedy,
} from '~/core/keep/model';
import { gsm, heat, lower, say, seconds, type Units, upper, type Words, warmer } from './table';

const BEARER: { readonly [P in Bearer['part']]: (name: string) => string } = {
  fabric: (name) => name || 'the cloth',
  beneath: (name) => `${name || 'the cloth'} beneath`,
  web: (name) => name || 'the web',
  cover: (name) => `the ${name}`,
};
/** What bears least heat, as the subject of a sentence. */
export const bearerWords = (b: Bearer): string => BEARER[b.part](b.name);

const HARM: { readonly [C in Harm['code']]: (who: string) => string } = {
  'strike-through': (who) => `adhesive comes through ${who || 'the cloth'}`,
  'over-fused': (who) => `so much of ${who || 'the adhesive'} is drawn into the cloth that too little is left between`,
  overheated: (who) => `${who || 'the web'} is hot for longer than it bears`,
  scorch: (who) => `${who || 'the cloth'} yellows or glazes`,
  tested: (who) => `${who || 'the cloth'} has had the heat that was tried on a scrap of it`,
  ooze: () => 'adhesive oozes out at the edges',
};
/** What goes wrong, as a clause. */
export const harmWords = (h: Harm): string => HARM[h.code](h.who);

/** A cover, as it is asked for. */
const COVER_A: { readonly [C in Cover]: string } = {
  none: 'nothing',
  parchment: 'parchment',
  'coated-sheet': 'a coated sheet',
  'press-cloth': 'a press cloth',
  'damp-cloth': 'a damp cloth',
};

const REMEDIES: Words<Remedy> = {
  hotter: ({ toC }, u) => `Set the iron to ${heat(toC, u)}`,
  'thinner-cover': ({ cover }) => `Lay ${COVER_FACTS[cover].name} instead`,
  bare: () => 'Use the bare iron',
  'softer-surface': () => 'Press on an ironing board',
  lean: () => 'Lean harder',
  dry: () => 'Press dry',
  steam: ({ under }) => (under === null ? 'Press with steam' : `Press with steam, under ${COVER_A[under]}`),
  'try-hotter': ({ toC, cloth }, u) =>
    `Try a scrap of ${cloth || 'the cloth'} at ${heat(toC, u)}, hotter than its label, and where it stays unharmed write that down with the cloth in the Drawer`,
  'measure-iron': ({ iron }) => `Measure the dial of ${iron}`,
  'from-back': () => 'Turn it over and press from the back',
  'both-sides': () => 'Press half of it from the face, half from the back',
  'through-liner': () => 'Turn it over and press through the liner',
};
/** What to do, without the window it would give. */
export const remedyWords = (r: Remedy, units: Units): string => say(REMEDIES, r, units);

/** A length so small that only millimetres tell it. */

/** What would help, each with its seconds; or plainly that nothing here does. */
const helpWords = (remedies: readonly Remedy[], u: Units): string =>
  remedies.length > 0
    ? `${remedies.map((m) => `${remedyWords(m, u)}: ${seconds(m.minS)} to ${seconds(m.maxS)}`).join('. ')}.`
    : 'Nothing on this bench changes that: use another web or another cloth, or sew instead.';
/** Seconds that must not be rounded together. */
const exactS = (s: number): string => `${Number(s.toFixed(1))} s`;
const HELPS = (help: Help, u: Units): string =>
  help.code === 'measure-iron'
    ? 'Measure your iron, and that falls away.'
    : help.code === 'remedy'
      ? `What helps: ${lower(remedyWords(help.remedy, u))}.`
      : 'Try it on a scrap first.';

const CAUTIONS: Words<Caution> = {
  'melts-above-limit': ({ flowC, bearer, limitC, meltBelowC }, u) =>
    `Do not press this as it is. The web flows from about ${heat(flowC, u)}, and ${bearerWords(bearer)} takes at most ${heat(limitC, u)}. Choose a web that melts below ${heat(meltBelowC, u)}, or another cloth.`,
  'leaflet-below-melting': ({ leafletC, meltC, setC }, u) =>
    `The leaflet's ${heat(leafletC, u)} is hardly above where the web melts (${heat(meltC, u)}); set to ${heat(setC, u)}. Check the leaflet.`,
  'iron-too-cool': ({ iron, meltBelowC }, u) =>
    `${iron} does not get hot enough to melt this web. Use another iron or a web that melts below ${heat(meltBelowC, u)}.`,
  'iron-too-hot': ({ iron, lowestC, limitC }, u) =>
    `The lowest mark of ${iron}, ${heat(lowestC, u)}, is hotter than the ${heat(limitC, u)} this can take. Use another iron.`,
  'no-window': ({ harm, reachedC, remedies }, u) => {
    const why = harm
      ? `${harmWords(harm)} after ${seconds(harm.atS)}, before it is bonded`
      : `it is not bonded within a minute; the bond line has then reached ${heat(reachedC, u)}`;
    return `This would not work: ${why}. ${helpWords(remedies, u)}`;
  },
  'narrow-window': ({ minS, maxS, harm, remedies }, u) =>
    `Nobody could hit this: it is bonded after ${exactS(minS)}, and ${harm ? `${harmWords(harm)} after ${exactS(maxS)}` : `that is hardly within the minute anyone stands`}. ${helpWords(remedies, u)}`,
  'cold-end': ({ unsureC, needsS, helps }, u) =>
    `The dial may be ${warmer(unsureC, u)} too cool: there this needs ${needsS === null ? 'more than a minute' : seconds(needsS)}. ${HELPS(helps, u)}`,
  'hot-end': ({ unsureC, harm, helps }, u) =>
    `The dial may be ${warmer(unsureC, u)} too hot: there ${harmWords(harm)} after ${exactS(harm.atS)}. ${HELPS(helps, u)}`,
  'over-limit': ({ unsureC, overC, bearer, helps }, u) =>
    `Where the dial is ${warmer(unsureC, u)} too hot, that is ${warmer(overC, u)} more than ${bearerWords(bearer)} takes. ${HELPS(helps, u)}`,
  'past-label': ({ cloth, labelC, plateC, seconds: s }, u) =>
    `${cloth || 'The cloth'} is pressed hotter than its label (${heat(labelC, u)}), as you tried it on a scrap: to ${heat(plateC, u)}, no longer than ${exactS(s)} on one spot.`,
  'too-cool-for-steam': ({ iron, fromC }, u) =>
    `${iron} makes steam only from ${heat(fromC, u)}, hotter than this may be: pressed dry. A damp cloth brings its own.`,
  'steam-blocked': ({ by }) => `No steam gets through ${by || 'what lies over the web'}: pressed dry.`,
  scarce: ({ needsGsm, hasGsm }) =>
    `${gsm(hasGsm)} of adhesive hardly fills the hollows of two such faces, which take about ${gsm(needsGsm)}: stitch the edge, or take a heavier web.`,
  'comes-through': ({ cloth }) =>
    `Some adhesive comes through the gaps of ${cloth || 'open cloth'}: keep the sheet on, and lift it only when it is cold.`,
  'no-common-window': ({ slowS, harm }) =>
    `No one time suits the whole of it: where most lies beneath, it is bonded only after ${seconds(slowS)}; elsewhere ${harmWords(harm)} after ${seconds(harm.atS)}. Press the two places one after the other, with a pressing sheet over what is done.`,
  'too-many-layers': ({ layers }) =>
    `The heat would have to go through ${layers} layers of cloth here: no iron gets through that. Bond them in parts, or cut hidden cloth away.`,
  'leaflet-wants-steam': () =>
    'The leaflet asks for steam, and you press dry throughout: take it with steam, or test a dry bond on a scrap.',
  'dial-unmeasured': ({ iron, unsureC }, u) =>
    `The dial of ${iron} has not been measured: a mark is not a temperature, and may be off by ${warmer(unsureC, u)} either way. Measure it, or test on a scrap.`,
  'dial-not-rising': ({ iron, low, high }) =>
    `On ${iron}, “${high}” was measured no hotter than “${low}”. Two readings may be swapped: measure again.`,
  'dial-out-of-reach': ({ iron, mark, markC, wantedC }, u) =>
    wantedC > markC
      ? `${iron} reaches ${heat(markC, u)} at “${mark}”, not the ${heat(wantedC, u)} wanted.`
      : `Even at “${mark}” ${iron} is at ${heat(markC, u)}, hotter than the ${heat(wantedC, u)} wanted.`,
  steam: () => 'Steam scalds: keep hands and face away, lift the far edge first.',
  hot: () => 'Very hot plate: never leave it face down or alone.',
  fumes: () => 'Vinyl gives off fumes when heated: lowest setting, window open, or not at all.',
  shine: () => 'A bare iron marks synthetics: lay parchment or a cloth between.',
  long: ({ seconds: s }) =>
    `${Math.round(s)} s is longer than anyone stands still: set down several times, and let it cool between.`,
  squashed: ({ cloth }) =>
    `${cloth || 'Pile'} is pressed flat by this iron’s own mass: use a lighter one, or a press cloth and steam.`,
  plug: ({ thicknessMm }, u) =>
    `What lies in its window gets no pressure from a flat iron: lay in a plug of ${formatThickness(thicknessMm, u)}, of card or felt.`,
};
export const cautionWords = (c: Caution, units: Units): string => say(CAUTIONS, c, units);

const WHY_OURS: {
  readonly [W in Extract<PressReason, { code: 'ours-rules' }>['why']]: (
    r: Extract<PressReason, { code: 'ours-rules' }>,
    units: Units,
  ) => string;
} = {
  'limit-below-leaflet': () => 'The leaflet’s heat is more than this may be pressed with.',
  'iron-below-leaflet': () => 'This iron does not get as hot as the leaflet asks.',
  'another-heat': () => 'The iron is set to another heat than the leaflet’s, so its seconds do not hold.',
  'too-short': ({ minS }) => `The leaflet is too short: here the bond line needs ${exactS(minS)}.`,
  'too-short-cold': ({ unsureC, coldS }, u) =>
    `The leaflet is short for a dial that may be ${warmer(unsureC, u)} too cool${coldS === null ? '' : `: there the bond line needs ${exactS(coldS)}`}.`,
  'too-long': ({ harm }) =>
    `The leaflet is too long: ${harm ? `${harmWords(harm)} after ${exactS(harm.atS)}` : 'nothing gains by more than a minute'}.`,
  'too-long-hot': ({ unsureC }, u) =>
    `The leaflet is long for a dial that may be ${warmer(unsureC, u)} too hot: there it comes too near to harm.`,
};

const REASONS: Words<PressReason> = {
  leaflet: ({ heatC, dwellS, steam }, u) =>
    `The leaflet says ${heat(heatC, u)} for ${dwellS} s, ${steam ? 'with steam' : 'dry'}.`,
  cooler: ({ bearer, limitC }, u) =>
    `${upper(bearerWords(bearer))} takes at most ${heat(limitC, u)}, so the iron is set no higher.`,
  'no-lean': ({ cloth }) => `${cloth || 'Pile'} must not be squashed: no lean.`,
  hotter: ({ fromC, toC }, u) =>
    `At the leaflet’s ${heat(fromC, u)} it would take long, or hold only where the dial is right: ${heat(toC, u)} is set, which everything here bears.`,
  'kept-away': ({ bearer, limitC, unsureC }, u) =>
    `${upper(bearerWords(bearer))} takes ${heat(limitC, u)}, and the dial may be ${warmer(unsureC, u)} off: set that much lower.`,
  'leaflet-rules': ({ minS, harm }) =>
    `By our model it is bonded after ${exactS(minS)}${harm ? `, and after ${exactS(harm.atS)} ${harmWords(harm)}` : ', and not harmed within a minute'}: the leaflet lies well between, also where the dial is off, and rules.`,
  'ours-rules': (r, u) => `${WHY_OURS[r.why](r, u)} Our figure rules.`,
  'steam-cover': ({ cover }) => `Steam goes through ${COVER_A[cover]}, not through the cover you bond under otherwise.`,
  'in-passes': ({ count, eachS }) =>
    `Thick and hairy: glide over it ${count === 1 ? 'once' : `${count} times`}, close and without weight, ${exactS(eachS)} a spot; look between.`,
  side: ({ from }) =>
    from === 'back'
      ? 'Pressed from the back, where less cloth lies between iron and web.'
      : 'Half of the seconds from the face, half turned over.',
  'matters-room': ({ roomC }, u) =>
    `What matters most: the iron is only ${warmer(roomC, u)} hotter than where the web melts, so the last degrees come slowly.`,
  'matters-water': ({ waterGsm }, u) =>
    `What matters most: about ${gsm(waterGsm)} of water must boil off first; until then the bond line stays near ${heat(100, u)}.`,
  'matters-layer': ({ share, layer, name, slowOn }) => {
    const what =
      layer === 'touch'
        ? 'the touch of iron and cloth'
        : layer === 'cover'
          ? `the ${name}`
          : layer === 'liner'
            ? 'the liner'
            : name || 'the cloth';
    return `What matters most: ${Math.round(share * 100)} % of what holds the heat up is ${what}${slowOn ? `; on the ${slowOn} it takes its time` : ''}.`;
  },
  'several-piles': ({ piles, layers }) =>
    `It covers ${piles} different piles: the one that decides has ${layers} ${layers === 1 ? 'layer' : 'layers'} of cloth, and the seconds are right for all of them.`,
  quicker: ({ remedy }, u) => `Quicker: ${lower(remedyWords(remedy, u))}, then from ${exactS(remedy.minS)}.`,
  'one-setting': ({ fromC, toC }, u) =>
    `By itself it would be set to ${heat(fromC, u)}; the dial cannot tell that from the ${heat(toC, u)} of the others, so it is one setting.`,
  'one-time': ({ presses }) =>
    `${presses} presses one after another: the seconds are right for each of them, so that you count to one number.`,
  'small-moves': () =>
    'Half-way through each set-down shift the iron by a thumb; the dwell is longer by as much as a vent or the rim misses.',
  vents: () => 'Vent holes press nothing: shift the iron by a thumb on the second round.',
};
export const pressReasonWords = (r: PressReason, units: Units): string => say(REASONS, r, units);

const LEANS: { readonly [L in Lean]: string } = {
  rest: 'let the iron rest',
  lightly: 'lean lightly',
  firmly: 'lean firmly',
  full: 'full pressure',
};
export const leanWords = (lean: Lean): string => LEANS[lean];

/** Shares of the way from one mark to the next, and what a person calls them. */
const BETWEEN: readonly { readonly upTo: number; readonly text: (from: string, to: string) => string }[] = [
  { upTo: 0.2, text: (a) => `just above ${a}` },
  { upTo: 0.42, text: (a, b) => `a third of the way from ${a} to ${b}` },
  { upTo: 0.58, text: (a, b) => `halfway between ${a} and ${b}` },
  { upTo: 0.8, text: (a, b) => `two thirds of the way from ${a} to ${b}` },
];
/** Where to set the dial, in its own marks. */
export function dialWords(place: DialPlace): string {
  if ('at' in place) return place.at;
  const { from, to, share } = place;
  return BETWEEN.find((b) => share < b.upTo)?.text(from, to) ?? `just below ${to}`;
}

const SIDES: { readonly [S in PressSide]: string } = {
  face: 'from the face',
  back: 'from the back',
  both: 'half from the face, half from the back',
};
/** From which side the iron comes. */
export const sideWords = (side: PressSide): string => SIDES[side];
