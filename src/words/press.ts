import { COVER_FACTS } from '~/core/material';
import type { Bearer, Caution, DialPlace, Harm, Lean, PressReason, Remedy } from '~/core/model';
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
  overheated: (who) => `${who || 'the web'} gets hotter than it may`,
  scorch: (who) => `${who || 'the cloth'} scorches`,
  ooze: () => 'adhesive oozes out at the edges',
};
/** What goes wrong, as a clause. */
export const harmWords = (h: Harm): string => HARM[h.code](h.who);

const REMEDIES: Words<Remedy> = {
  hotter: ({ toC }, u) => `Set the iron to ${heat(toC, u)}`,
  'thinner-cover': ({ cover }) => `Lay ${COVER_FACTS[cover].name} instead`,
  bare: () => 'Use the bare iron',
  'softer-surface': () => 'Press on an ironing board',
  lean: () => 'Lean harder',
  dry: () => 'Press dry',
  'through-liner': () => 'Turn it over and press through the liner',
};
/** What to do, without the window it would give. */
export const remedyWords = (r: Remedy, units: Units): string => say(REMEDIES, r, units);

/** A length so small that only millimetres tell it. */
const thin = (mm: number): string => `${mm} mm`;

const CAUTIONS: Words<Caution> = {
  'melts-above-limit': ({ flowC, bearer, limitC, meltBelowC }, u) =>
    `Do not press this. The web flows from about ${heat(flowC, u)}, and ${bearerWords(bearer)} takes at most ${heat(limitC, u)}. Choose a web that melts below ${heat(meltBelowC, u)}, or another cloth.`,
  'leaflet-below-melting': ({ leafletC, meltC, setC }, u) =>
    `The leaflet's ${heat(leafletC, u)} is hardly above where the web melts (${heat(meltC, u)}); set to ${heat(setC, u)}. Check the leaflet.`,
  'iron-too-cool': ({ iron, meltBelowC }, u) =>
    `${iron} does not get hot enough to melt this web. Use another iron or a web that melts below ${heat(meltBelowC, u)}.`,
  'iron-too-hot': ({ iron, lowestC, limitC }, u) =>
    `The lowest mark of ${iron}, ${heat(lowestC, u)}, is hotter than the ${heat(limitC, u)} this can take. Use another iron.`,
  'no-window': ({ harm, reachedC, remedies }, u) => {
    const why = harm
      ? `${harmWords(harm)} after ${seconds(harm.atS)}, before it is bonded`
      : `after a whole minute the bond line has reached only ${heat(reachedC, u)}`;
    const help = remedies.map((m) => `${remedyWords(m, u)}: ${seconds(m.minS)} to ${seconds(m.maxS)}`).join('. ');
    return `This would not work: ${why}. ${help ? `${help}.` : 'Use another web, or sew instead.'}`;
  },
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
  plug: ({ thicknessMm }) =>
    `What lies in its window gets no pressure from a flat iron: lay in a plug of ${thin(thicknessMm)}, of card or felt.`,
};
export const cautionWords = (c: Caution, units: Units): string => say(CAUTIONS, c, units);

const WHY_OURS: {
  readonly [W in Extract<PressReason, { code: 'ours-rules' }>['why']]: (
    r: Extract<PressReason, { code: 'ours-rules' }>,
  ) => string;
} = {
  'leaflet-too-hot': () => 'The leaflet is hotter than this stack bears.',
  'leaflet-too-short': ({ minS }) => `The leaflet is too short: here the bond line needs ${seconds(minS)}.`,
  'leaflet-too-long': ({ harm, maxS }) =>
    `The leaflet is too long: ${harm ? harmWords(harm) : 'nothing gains by more'} after ${seconds(maxS)}.`,
  'another-heat': () => 'The iron is set to another heat than the leaflet’s, so its seconds do not hold.',
};

const REASONS: Words<PressReason> = {
  leaflet: ({ heatC, dwellS, steam }, u) =>
    `The leaflet says ${heat(heatC, u)} for ${dwellS} s, ${steam ? 'with steam' : 'dry'}.`,
  cooler: ({ bearer, limitC }, u) =>
    `${upper(bearerWords(bearer))} takes at most ${heat(limitC, u)}, so the iron is set lower and stands longer.`,
  'no-lean': ({ cloth }) => `${cloth || 'Pile'} must not be squashed: no lean.`,
  hotter: ({ fromC, toC }, u) =>
    `At ${heat(fromC, u)} the bond line would be too slow: ${heat(toC, u)} is set, which everything here bears.`,
  'leaflet-rules': ({ minS, harm }) =>
    `By our model it is bonded after ${seconds(minS)}${harm ? ` and harmed after ${seconds(harm.atS)} (${harmWords(harm)})` : ', and not harmed within a minute'}: the leaflet lies between, and rules.`,
  'ours-rules': (r) => `${WHY_OURS[r.why](r)} Our figure rules.`,
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
  quicker: ({ remedy }, u) => `Quicker: ${lower(remedyWords(remedy, u))}, then from ${seconds(remedy.minS)}.`,
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
