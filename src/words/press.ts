import { formatArea, formatThickness } from '~/core/base/units';
import type { DropDoes, UsualMark } from '~/core/choose/press';
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
import { benchNamed } from './bench';
import { term } from './glossary';
import {
  counted,
  enoughS,
  exactS,
  gsm,
  heat,
  listedWords,
  lower,
  say,
  spanS,
  type Units,
  upper,
  type Words,
  warmer,
  withArticle,
} from './table';

const BEARER: { readonly [P in Bearer['part']]: (name: string) => string } = {
  fabric: (name) => name || 'the fabric',
  beneath: (name) => `${name || 'the fabric'} beneath`,
  web: (name) => name || 'the web',
  cover: (name) => `the ${benchNamed(name)}`,
};
/** What bears least heat, as the subject of a sentence. */
export const bearerWords = (b: Bearer): string => BEARER[b.part](b.name);

const HARM: { readonly [C in Harm['code']]: (who: string) => string } = {
  'strike-through': (who) => `glue comes through ${who || 'the fabric'}`,
  'over-fused': (who) => `${who || 'the glue'} soaks into the fabric and too little is left between`,
  overheated: (who) => `${who || 'the web'} is hot for longer than it stands`,
  scorch: (who) => `${who || 'the fabric'} scorches or goes shiny`,
  tested: (who) => `${who || 'the fabric'} has had all the heat that was tried on a scrap`,
  ooze: () => 'glue oozes out at the edges',
};
/** What goes wrong, as a clause. */
export const harmWords = (h: Harm): string => HARM[h.code](h.who);

/** A cover, as it is asked for. */
const COVER_A: { readonly [C in Cover]: () => string } = {
  none: () => 'nothing',
  parchment: () => term('parchment'),
  'coated-sheet': () => withArticle(term('pressing-sheet')),
  'press-cloth': () => withArticle(term('pressing-cloth')),
  'damp-cloth': () => 'a damp pressing cloth',
};

const REMEDIES: Words<Remedy> = {
  hotter: ({ toC }, u) => `Set the iron to ${heat(toC, u)}`,
  'thinner-cover': ({ cover }) => `Use ${COVER_A[cover]()} instead`,
  bare: () => 'Use the bare iron',
  'softer-surface': () => 'Press on an ironing board',
  lean: () => 'Lean harder',
  dry: () => 'Press dry',
  steam: ({ under }) => (under === null ? 'Press with steam' : `Press with steam, under ${COVER_A[under]()}`),
  'try-hotter': ({ toC, cloths }, u) =>
    `Try a scrap of ${listedWords(cloths.map((c) => c || 'the fabric'))} at ${heat(toC, u)}, hotter than its label`,
  'measure-iron': ({ iron }) => `Measure the dial of ${iron}`,
  'from-back': () => 'Turn it over and press from the back',
  'both-sides': () => 'Press half of the time from the front, half from the back',
  'through-liner': () => 'Turn it over and press through the paper',
};
/** What to do, without the window it would give. */
export const remedyWords = (r: Remedy, units: Units): string => say(REMEDIES, r, units);

/** What would help, each with its seconds; or plainly that nothing here does. */
const helpWords = (remedies: readonly Remedy[], u: Units): string =>
  remedies.length > 0
    ? `${remedies.map((m) => `${remedyWords(m, u)}: ${spanS(m.minS, m.maxS)}`).join('. ')}.`
    : 'Nothing at your board changes that. Use another web or fabric, or sew instead.';
const HELPS = (help: Help, u: Units): string =>
  help.code === 'measure-iron'
    ? 'Measure your iron, and this goes away.'
    : help.code === 'remedy'
      ? `What helps: ${lower(remedyWords(help.remedy, u))}.`
      : 'Try it on a scrap first.';

const CAUTIONS: Words<Caution> = {
  'melts-above-limit': ({ flowC, bearer, limitC, meltBelowC }, u) =>
    `Do not press this as it is. The web melts at about ${heat(flowC, u)}, and ${bearerWords(bearer)} stands ${heat(limitC, u)} at most. Choose a web that melts below ${heat(meltBelowC, u)}, or another fabric.`,
  'leaflet-below-melting': ({ leafletC, meltC, setC }, u) =>
    `The leaflet’s ${heat(leafletC, u)} is hardly above where the web melts (${heat(meltC, u)}). Set ${heat(setC, u)} instead, and check the leaflet.`,
  'iron-too-cool': ({ iron, meltBelowC }, u) =>
    `${iron} does not get hot enough to melt this web. Use another iron or a web that melts below ${heat(meltBelowC, u)}.`,
  'iron-too-hot': ({ iron, lowestC, limitC }, u) =>
    `The lowest mark of ${iron} is ${heat(lowestC, u)}, and this stands ${heat(limitC, u)} at most. Use another iron.`,
  'no-window': ({ harm, reachedC, remedies }, u) => {
    const why = harm
      ? `${upper(harmWords(harm))} after ${exactS(harm.atS)}, before it is bonded`
      : `It is not bonded within a minute, when the web has only reached ${heat(reachedC, u)}`;
    return `This would not work. ${why}. ${helpWords(remedies, u)}`;
  },
  'narrow-window': ({ minS, maxS, harm, remedies }, u) =>
    `Nobody could time this: it is bonded after ${exactS(minS)}, and ${harm ? `${harmWords(harm)} after ${exactS(maxS)}` : 'that is about a minute'}. ${helpWords(remedies, u)}`,
  'cold-end': ({ unsureC, needsS, helps }, u) =>
    `Your dial may be ${warmer(unsureC, u)} too cool: then this needs ${needsS === null ? 'more than a minute' : enoughS(needsS)}. ${HELPS(helps, u)}`,
  'hot-end': ({ unsureC, harm, helps }, u) =>
    `Your dial may be ${warmer(unsureC, u)} too hot: then ${harmWords(harm)} after ${exactS(harm.atS)}. ${HELPS(helps, u)}`,
  'over-limit': ({ unsureC, overC, bearer, helps }, u) =>
    `Your dial may be ${warmer(unsureC, u)} too hot: then that is ${warmer(overC, u)} more than ${bearerWords(bearer)} stands. ${HELPS(helps, u)}`,
  'past-label': ({ cloth, labelC, plateC, testedS, seconds: s }, u) =>
    `${cloth || 'The fabric'} is pressed hotter than its label (${heat(labelC, u)}): your scrap took ${heat(plateC, u)} for ${exactS(testedS)}. Here that is as much as ${exactS(s)} on one spot, and no longer.`,
  'glide-wet': ({ cloth, labelC, soleplateC }, u) =>
    `${cloth || 'The fabric'} stands ${heat(labelC, u)} dry; wet with steam it stays near ${heat(100, u)}, also under ${heat(soleplateC, u)}. Keep the iron gliding, never let it stand, and stop when no steam comes.`,
  'too-cool-for-steam': ({ iron, fromC }, u) =>
    `${iron} makes steam only from ${heat(fromC, u)}, too hot for this: press dry. A damp cloth brings its own steam.`,
  'steam-blocked': ({ by }) => `No steam gets through ${by || 'what is over the web'}: press dry.`,
  scarce: ({ needsGsm, hasGsm }, u) =>
    `${gsm(hasGsm, u)} of glue is little for two such rough fabrics: they want about ${gsm(needsGsm, u)}. Stitch the edge, or choose a heavier web.`,
  'comes-through': ({ cloth }) =>
    `Some glue comes through the gaps of ${cloth || 'open fabric'}. Keep the sheet on, and lift it only when it is cold.`,
  'no-common-window': ({ slowS, harm }) =>
    `No one time suits all of it. Where most is beneath, it is bonded only after ${enoughS(slowS)}; elsewhere ${harmWords(harm)} after ${exactS(harm.atS)}. Press the two places one after the other, with a pressing sheet over what is done.`,
  'too-many-layers': ({ layers }) =>
    `There are ${layers} layers of fabric here, and no iron gets through that. Bond them in parts, or cut hidden fabric away.`,
  'leaflet-wants-steam': () =>
    'The leaflet asks for steam, and you press dry. Use steam, or test a dry bond on a scrap.',
  'dial-unmeasured': ({ iron, unsureC }, u) =>
    `The dial of ${iron} has not been measured. A mark is not a temperature: it may be off by ${warmer(unsureC, u)} either way. Measure it, or test on a scrap.`,
  'dial-not-rising': ({ iron, low, high }) =>
    `On ${iron}, “${high}” was measured no hotter than “${low}”. Two readings may be swapped: measure again.`,
  'dial-out-of-reach': ({ iron, mark, markC, wantedC }, u) =>
    wantedC > markC
      ? `${iron} reaches ${heat(markC, u)} at “${markWords(mark)}”, not the ${heat(wantedC, u)} it needs.`
      : `Even at “${markWords(mark)}” ${iron} is at ${heat(markC, u)}, hotter than the ${heat(wantedC, u)} it needs.`,
  steam: () => 'Steam scalds: keep hands and face away, lift the far edge first.',
  hot: () => 'Very hot soleplate: never leave it face down or alone.',
  fumes: () => 'Vinyl gives off fumes when heated: lowest setting, window open, or not at all.',
  shine: () => `A bare iron marks synthetics: use ${term('parchment')} or a pressing cloth between.`,
  long: ({ seconds: s }) =>
    `${Math.round(s)} s is longer than anyone stands still. Press several times, and let it cool between.`,
  squashed: ({ cloth }) =>
    `This iron’s own weight presses ${cloth || 'the pile'} flat. Use a lighter one, or a pressing cloth and steam.`,
  'small-place': ({ areaMm2, needsS }, u) =>
    `Where most fabric lies, on no more than ${formatArea(areaMm2, u)}, this is too short. ${needsS === null ? 'Stitch over it, or cut hidden fabric away.' : `Afterwards press that spot by itself with the tip of the iron, for ${enoughS(needsS)}.`}`,
  plug: ({ thicknessMm }, u) =>
    `A flat iron does not press inside the window. Lay in a plug of card or felt, ${formatThickness(thicknessMm, u)} thick.`,
};
export const cautionWords = (c: Caution, units: Units): string => say(CAUTIONS, c, units);

const WHY_OURS: {
  readonly [W in Extract<PressReason, { code: 'ours-rules' }>['why']]: (
    r: Extract<PressReason, { code: 'ours-rules' }>,
    units: Units,
  ) => string;
} = {
  'foil-moves': () => 'The leaflet’s seconds are for an iron that stands on fabric: over foil it keeps moving.',
  'limit-below-leaflet': () => 'The leaflet’s heat is too hot for this.',
  'iron-below-leaflet': () => 'This iron does not get as hot as the leaflet asks.',
  'another-heat': () => 'The iron is set to another heat than the leaflet’s, so its seconds do not apply.',
  'too-short': ({ minS }) => `The leaflet’s time is too short: here the web needs ${exactS(minS)}.`,
  'too-short-cold': ({ coldC, coldS }, u) =>
    `The leaflet’s time is short for a dial that may be ${warmer(coldC, u)} too cool${coldS === null ? '' : `: then the web needs ${exactS(coldS)}`}.`,
  'too-long': ({ harm }) =>
    `The leaflet’s time is too long: ${harm ? `${harmWords(harm)} after ${exactS(harm.atS)}` : 'more than a minute gains nothing'}.`,
  'too-long-hot': ({ hotC }, u) =>
    `The leaflet’s time is long for a dial that may be ${warmer(hotC, u)} too hot: then it comes too near to harm.`,
};

const REASONS: Words<PressReason> = {
  leaflet: ({ heatC, dwellS, steam }, u) =>
    `The leaflet says ${heat(heatC, u)} for ${dwellS} s, ${steam ? 'with steam' : 'dry'}.`,
  cooler: ({ bearer, limitC }, u) =>
    `${upper(bearerWords(bearer))} stands ${heat(limitC, u)} at most, so the iron is set no higher.`,
  'no-lean': ({ cloth }) => `${cloth || 'Pile'} must not be squashed: do not lean on the iron.`,
  hotter: ({ fromC, toC }, u) =>
    `At the leaflet’s ${heat(fromC, u)} it would take long, or hold only if the dial is right. Everything here stands ${heat(toC, u)}, so that is set.`,
  'kept-away': ({ bearer, limitC, unsureC }, u) =>
    `${upper(bearerWords(bearer))} stands ${heat(limitC, u)}, and your dial may be ${warmer(unsureC, u)} off: it is set that much lower.`,
  'leaflet-rules': ({ minS, harm }) =>
    `By our figures it is bonded after ${exactS(minS)}${harm ? `, and ${harmWords(harm)} after ${exactS(harm.atS)}` : ', and unharmed for a minute'}. The leaflet is well between, even if your dial is off. Use the leaflet.`,
  'ours-rules': (r, u) => `${WHY_OURS[r.why](r, u)} Use our figure.`,
  'steam-cover': ({ cover }) => `Steam goes through ${COVER_A[cover]()}, not through your usual cover.`,
  'in-passes': ({ count, eachS }) =>
    `Thick and hairy: glide over it ${count === 1 ? 'once' : counted(count, 'time')}, close and without weight, ${exactS(eachS)} on each spot. Look between.`,
  side: ({ from }) =>
    from === 'back'
      ? 'Press from the back: less fabric is between iron and web there.'
      : 'Half of the seconds from the front, then turn over for the other half.',
  'matters-room': ({ roomC }, u) =>
    `The iron is only ${warmer(roomC, u)} hotter than where the web melts, so the last degrees come slowly.`,
  'matters-water': ({ waterGsm }, u) =>
    `About ${gsm(waterGsm, u)} of water must boil off first. Until then the web stays near ${heat(100, u)}.`,
  'matters-layer': ({ share, layer, name, slowOn }) => {
    const what =
      layer === 'touch'
        ? 'the contact of iron and fabric'
        : layer === 'cover'
          ? `the ${benchNamed(name)}`
          : layer === 'liner'
            ? 'the paper'
            : name || 'the fabric';
    return `${upper(what)} slows the heat most (${Math.round(share * 100)}%)${slowOn ? `, and on the ${slowOn} it takes longer` : ''}.`;
  },
  'several-piles': ({ piles, layers }) =>
    `It covers ${piles} different stacks. The slowest has ${counted(layers, 'layer')} of fabric; the seconds suit all of them.`,
  quicker: ({ remedy }, u) => `Quicker: ${lower(remedyWords(remedy, u))}, then from ${enoughS(remedy.minS)}.`,
  'one-setting': ({ fromC, toC }, u) =>
    `By itself it would get ${heat(fromC, u)}. A dial cannot tell that from the ${heat(toC, u)} of the others, so it is one setting.`,
  'one-time': ({ presses }) =>
    `${presses} presses one after another: the same seconds suit each, so you count to one number.`,
  'small-moves': () =>
    'Half-way through each press shift the iron by a thumb. The time is longer by as much as a vent or the rim misses.',
  vents: () => 'Steam vents press nothing: shift the iron by a thumb on the second round.',
};
export const pressReasonWords = (r: PressReason, units: Units): string => say(REASONS, r, units);

const LEANS: { readonly [L in Lean]: string } = {
  rest: 'no pressure, just the iron',
  lightly: 'light pressure',
  firmly: 'firm pressure',
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
/** Marks that irons of a kind have, where nobody has told an iron's own. */
const USUAL: { readonly [M in UsualMark]: string } = {
  'usual:synthetics': 'the synthetics mark',
  'usual:wool': 'the wool mark',
  'usual:cotton': 'the cotton mark',
  'usual:low': 'its lowest mark',
  'usual:middle': 'its middle mark',
  'usual:high': 'its hottest mark',
};
/** A mark as it is called. */
export const markWords = (mark: string): string => USUAL[mark as UsualMark] ?? mark;

/** What a drop of water does on a soleplate. */
export const DROP_WORDS: { readonly [D in DropDoes]: string } = {
  lies: 'It lies there and steams a little',
  sizzles: 'It sizzles away in some seconds',
  hisses: 'It hisses away at once',
  dances: 'It breaks into beads that dance',
};

/** Where to set the dial, in its own marks. */
export function dialWords(place: DialPlace): string {
  if ('at' in place) return markWords(place.at);
  const [from, to] = [markWords(place.from), markWords(place.to)];
  const { share } = place;
  return BETWEEN.find((b) => share < b.upTo)?.text(from, to) ?? `just below ${to}`;
}

const SIDES: { readonly [S in PressSide]: string } = {
  face: 'from the front',
  back: 'from the back',
  both: 'half from the front, half from the back',
};
/** From which side the iron comes. */
export const sideWords = (side: PressSide): string => SIDES[side];
