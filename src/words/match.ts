import { formatLength, formatRun } from '~/core/base/units';
import type {
  Buy,
  ChoiceReason,
  Confidence,
  Edge,
  Intent,
  Plan,
  Project,
  Rejection,
  RuleFigures,
  RuleFinding,
  RunnerUp,
  WebUse,
  WhatIfChange,
} from '~/core/keep/model';
import { priceWords } from './price';
import { spell } from './spelling';
import { gramsWords, gsm, heat, say, type Units, upper, type Words, warmer } from './table';

/** Less of a roll than this is none. */
const NOTHING_MM = 1;
const washed = (l: Intent['laundering']): string => (l === 'often' ? 'often' : 'gently');
const TOO_LITTLE: {
  readonly [W in RuleFigures['too-little-adhesive']['why']]: (cloth: string) => string;
} = {
  hairy: (cloth) => `${cloth} is hairy or thick and wants`,
  unstitched: () => 'With no stitching to help, the bond wants',
  bond: () => 'This bond wants',
};

/** What each rule found, said of one web for one piece. */
const RULES: Words<RuleFinding> = {
  // ---- heat
  'too-hot-for-fabric': ({ flowC, cloth, limitC }, u) =>
    `It melts at about ${heat(flowC, u)}, and ${cloth} stands ${heat(limitC, u)} at most.`,
  'too-hot-for-what-lies-beneath': ({ flowC, cloth, limitC }, u) =>
    `It melts at about ${heat(flowC, u)}, and ${cloth} beneath stands ${heat(limitC, u)} at most.`,
  'leaflet-hotter-than-cloth': ({ leafletC, limitC }, u) =>
    `Its leaflet asks for ${heat(leafletC, u)}, and this fabric stands ${heat(limitC, u)}. It would have to go slower and cooler.`,
  'little-room': ({ roomC }, u) =>
    `There is only ${warmer(roomC, u)} between where it melts and what the fabric stands. Many irons swing by more.`,
  'softens-early': ({ meltC }, u) =>
    `It softens again at ${heat(meltC, u)}, each time this fabric is ironed hot. Keep it for fabrics that stand no more.`,
  'spoils-what-is-bonded': ({ bonded, bondedMeltC, flowC }, u) =>
    `${upper(bonded)} beneath melts at ${heat(bondedMeltC, u)}. This one needs ${heat(flowC, u)}, so that bond goes soft again.`,
  'cannot-be-pressed': () => 'No setting of your iron bonds it here without harm, as your board is set up.',
  'slow-to-press': ({ seconds: s }) => `Your iron would have to stand ${Math.round(s)} s on every spot.`,
  // ---- handling
  'printing-not-needed': () => 'Its paper is made for a printer, and you print nothing on it.',
  'foil-sheet-not-needed': () =>
    'A double glue sheet is made for foil and card: two papers, and more glue than fabric wants.',
  'needs-a-liner': () =>
    'It has no paper to trace on. Use a template, or draw reversed on the wrong side after fusing.',
  'goes-in-at-once': () => 'It has no paper: it is laid into the fold and bonded at once.',
  'no-sheet': () => 'It is a tape for hems and seams, too narrow for this shape.',
  'cannot-be-printed': () => 'Its paper is not made for a printer, and you want to print the shapes on it.',
  prints: () => 'Its paper goes through a printer, so nothing has to be traced.',
  'cannot-be-tried': () => 'Pieces do not stay put before they are heated. To try places you need a tacky web.',
  'sticks-and-lifts': () => 'It sticks, lifts and sticks again until it is heated, so places can be tried.',
  'two-liners-to-peel': () => 'A second paper has to come off every piece.',
  'tack-not-wanted': () => 'It is made to be placed, lifted and placed again, which you do not ask for here.',
  'cannot-be-steamed': ({ maxC }, u) =>
    `It stands ${heat(maxC, u)}: no iron steams as cool as that, and you bond with steam here.`,
  'clings-to-the-mat': () => 'Without paper it clings to the sticky mat.',
  'liner-for-the-whole-cloth': () =>
    'Fused to a whole fabric, and without a paper, it sticks to everything until it is cut and placed.',
  'clumsy-powder': () => 'Powder has to be sprinkled evenly, and spills past the edge.',
  'wider-than-the-roll': () => 'The shape is wider than the roll: strips have to be joined edge to edge.',
  'not-enough-left': ({ leftMm, needsMm }, u) => {
    const [left, needs] = [formatRun(leftMm, u), formatRun(needsMm, u)];
    if (leftMm < NOTHING_MM) return `None of it is left; this fabric needs at least ${needs}.`;
    // Rounded alike they would contradict themselves.
    if (left === needs) return `The ${left} left on the roll are just too short for this fabric.`;
    return `Only ${left} left on the roll; this fabric needs at least ${needs}.`;
  },
  // ---- hold
  'too-little-adhesive': ({ why, cloth, wantedGsm, massGsm }, u) =>
    `${TOO_LITTLE[why](cloth)} about ${gsm(wantedGsm, u)} of glue. It has ${gsm(massGsm, u)}.`,
  'right-amount': ({ massGsm, cloth, unstitched, hand, wantedGsm }, u) =>
    `${gsm(massGsm, u)} is a good weight: ${cloth} ${unstitched ? 'without stitching' : 'with this edge'} and a ${hand} feel want about ${gsm(wantedGsm, u)}.`,
  'holds-alone': () => 'A firm film is made to hold without stitching.',
  'too-slight-alone': () => 'It is too light to hold without stitching.',
  'cannot-soak-in': ({ cloth }) =>
    `Glue cannot soak into ${cloth}. Dots and threads grip it only here and there; a film grips all over.`,
  'foil-needs-a-film': () => 'Foil sticks only where there is glue: gaps in the web stay gaps in the foil.',
  'carries-foil': () => 'It leaves a full film for the foil to stick to.',
  // ---- washing
  'peels-in-the-wash': ({ laundering, firm }) =>
    firm
      ? `Washed ${washed(laundering)} and not stitched: a firm film lasts longest, but stitching is safer.`
      : `Washed ${washed(laundering)} and not stitched, it would peel sooner or later.`,
  'loosens-in-hot-water': ({ meltC }, u) =>
    `It melts at ${heat(meltC, u)}. Hot water and a tumble dryer come near that: wash cool, dry flat.`,
  // ---- sewing
  'gums-in-satin-stitch': () => 'Satin stitch goes through it hundreds of times: it would gum the needle.',
  'gums-the-needle': () => 'It gums the needle: it is made to hold without stitching.',
  'sews-with-care': () => 'It can be sewn only with care: stone cold, with a sharp needle.',
  'sews-easily': () => 'A needle goes through it easily, and the edge will be stitched.',
  'hard-by-hand': () => 'Even light film makes hand stitching hard. An open web lets the needle through.',
  'passes-a-hand-needle': () => 'Open and light: a hand needle goes through.',
  // ---- hand
  'more-than-needed': ({ wantedGsm, massGsm, layers }, u) =>
    `About ${gsm(wantedGsm, u)} would hold. Its ${gsm(massGsm, u)} only ${layers > 2 ? `makes a stack of ${layers} layers stiffer` : 'makes the fabric stiffer'}.`,
  'adds-up': ({ layers, totalGsm }, u) =>
    `Through ${layers} layers the webs add up to about ${gsm(totalGsm, u)}. The lightest everywhere keeps that soft.`,
  'too-limp': () => 'Too limp for the firm feel you asked for.',
  'stands-like-a-board': ({ cloth }) =>
    `${upper(cloth)} drapes, and any film stiffens it. For a soft result choose an open web.`,
  'stops-the-stretch': ({ stretchPercent }) =>
    `The fabric stretches by about ${Math.round(stretchPercent)}%. A film does not: it puckers or cracks.`,
  'gives-with-the-cloth': () => 'Its gaps let the fabric stretch.',
  // ---- show
  'strikes-through': ({ clothGsm, hidesGsm }, u) =>
    `At ${gsm(clothGsm, u)} this fabric hides about ${gsm(hidesGsm, u)} of glue. More may come through to the front.`,
  'comes-through-the-gaps': ({ cloth }) =>
    `${upper(cloth)} is open: glue comes through the gaps to the front and to the iron.`,
  'shadow-of-the-web': ({ cloth }) =>
    `${upper(cloth)} is thin and pale: the more web behind it, the ${spell('greyer')} it looks.`,
  'shows-on-a-smooth-face': ({ cloth, sheet }) =>
    sheet
      ? `So much film shows its ripples through the smooth front of ${cloth}.`
      : `Dots and threads show through the smooth front of ${cloth}.`,
  'bubbles-under-steam': () => 'Steam lifts a film in bubbles. An open web lets it through.',
  // ---- cost
  'what-it-costs': ({ price }) => `It costs about ${priceWords(price)} for this fabric’s pieces.`,
};
export const ruleWords = (f: RuleFinding, units: Units): string => say(RULES, f, units);

const REASONS: Words<ChoiceReason> = {
  ...RULES,
  'your-choice': () => 'You chose it yourself.',
  webless: () => 'It has no web of its own: what is beneath or over it holds it.',
  'not-seen': () => 'No window shows it, so it is not made.',
  'own-adhesive': () => 'It comes with its own glue, and needs no web.',
  tape: () => 'Tape that fits inside the hem: it is laid in, and not fused first.',
  'on-a-scrap': () =>
    'It melts hotter than a label here allows, and nothing else in the Drawer will do. Felt often stands it for some seconds: try a scrap first, in Press.',
  'only-one': () => 'It is the only one in the Drawer that this piece allows.',
  'serves-others': () => 'It suits other pieces too: one setting fewer at the iron.',
  'least-against': () => 'It has the least against it of all in the Drawer.',
};
export const choiceReasonWords = (f: ChoiceReason, units: Units): string => say(REASONS, f, units);

/** What speaks against the web that was chosen all the same. */
export const butWords = (f: RuleFinding, units: Units): string => `But: ${ruleWords(f, units)}`;

const REJECTIONS: Words<Rejection> = {
  ...RULES,
  'one-web-fewer': () => 'It would do as well, but then the project needs one more web.',
  'no-better': () => 'It would do, but gains nothing over the one chosen.',
};
export const rejectionWords = (f: Rejection, units: Units): string => say(REJECTIONS, f, units);

const EDGES: { readonly [E in Edge]: string } = {
  none: 'a raw edge',
  straight: 'a straight stitch',
  blanket: 'a blanket stitch',
  zigzag: 'a zigzag',
  'tiny-zigzag': 'a tiny zigzag',
  satin: 'a satin stitch',
  'free-motion': 'free-motion stitching',
  hand: 'a blanket stitch by hand',
  'hand-running': 'a running stitch by hand',
  paint: 'a painted edge',
  pinked: 'a pinked edge',
};
const WASHES: { readonly [L in Intent['laundering']]: string } = {
  never: 'something never washed',
  gentle: 'something washed gently',
  often: 'something washed often',
};
function changeWords(c: WhatIfChange): string {
  switch (c.what) {
    case 'hand':
      return `a ${c.to} feel`;
    case 'edge':
      return EDGES[c.to];
    case 'laundering':
      return WASHES[c.to];
    case 'trial-placing':
      return 'trying places before heating';
  }
}

const RUNNERS_UP: Words<RunnerUp, []> = {
  'would-win-if': ({ change }) => `It would win for ${changeWords(change)}.`,
  'we-would-have': () => 'We would have chosen this one.',
  'best-for-itself': () => 'It would win if each piece got its own best web, rather than few webs for all.',
  'no-single-change': () => 'No single change would make it win here.',
};
export const runnerUpWords = (r: RunnerUp): string => say(RUNNERS_UP, r);

const CONFIDENCE: Words<Confidence, []> = {
  'unknown-cloth': () => 'Nobody said what this fabric is.',
  blend: () => `A blend stands as much heat as its most delicate ${spell('fibre')}, and nobody said which that is.`,
  'mass-not-kind': () => 'Weight and thickness of the fabric hardly fit together. Weigh and measure it again.',
  'near-limit': () => 'The web melts only a little below what the fabric stands.',
  pile: () => 'How deep glue gets into a pile can only be tried.',
  open: () => 'How much comes through open fabric can only be tried.',
  hard: () => 'Coatings and tannings differ: some take no glue at all.',
  close: () => 'Another web would do nearly as well.',
  'short-of-adhesive': () => 'It has less glue than this bond asks for.',
  'scrap-decides': () => 'A scrap decides whether it can be pressed at all.',
  grave: () => 'Something is against it, and nothing better is in the Drawer.',
  clear: () => 'Clear of the next best.',
  'all-ruled-out': () => 'Every web in the Drawer is ruled out.',
};
export const confidenceWords = (c: Confidence): string =>
  `${say(CONFIDENCE, c)}${c.level === 'thin' && c.code !== 'scrap-decides' ? ' Try both on a scrap.' : ''}`;

const FORMS: { readonly [F in Extract<Buy, { code: 'buy' }>['form']]: string } = {
  film: 'film',
  open: 'open web',
  'film-or-open': 'film or open web',
};
const LINERS: { readonly [L in Extract<Buy, { code: 'buy' }>['liner']]: string } = {
  printable: ' with printable paper',
  'two-with-tack': ' with two papers and tack',
  one: ' with paper backing',
  none: '',
};
const BUYS: Words<Buy> = {
  'no-heat-at-all': ({ limitC }, u) =>
    `This fabric stands ${heat(limitC, u)} at most, and no web melts that low. Sew or glue it instead.`,
  buy: ({ weight, form, liner, massGsm, meltBelowC, sewable }, u) =>
    `Buy a ${weight} ${FORMS[form]}${LINERS[liner]}, about ${gsm(massGsm, u)}, that melts below ${heat(meltBelowC, u)}${sewable ? ' and can be sewn' : ''}.`,
};
export const buyWords = (b: Buy, units: Units): string => say(BUYS, b, units);

/** How much of a web a plan takes: powder by what is sprinkled, everything else by its length. */
export function webUseWords(use: WebUse, { making }: Pick<Plan, 'making'>, { webs, units }: Project): string {
  if (webs.find((w) => w.id === use.webId)?.form !== 'powder') return formatLength(use.lengthMm, units);
  return gramsWords(
    making.steps.reduce(
      (g, s) => (s.webId === use.webId && s.does.code === 'sprinkle' ? g + s.copies * s.does.grams : g),
      0,
    ),
  );
}
