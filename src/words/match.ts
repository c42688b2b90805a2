import { formatRun } from '~/core/base/units';
import type {
  Buy,
  ChoiceReason,
  Confidence,
  Edge,
  Intent,
  Rejection,
  RuleFigures,
  RuleFinding,
  RunnerUp,
  WhatIfChange,
} from '~/core/keep/model';
import { gsm, heat, say, type Units, upper, type Words, warmer } from './table';

/** Less of a roll than this is none. */
const NOTHING_MM = 1;
const washed = (l: Intent['laundering']): string => (l === 'often' ? 'often' : 'gently');
const TOO_LITTLE: {
  readonly [W in RuleFigures['too-little-adhesive']['why']]: (cloth: string) => string;
} = {
  hairy: (cloth) => `${cloth} is hairy or thick and needs`,
  unstitched: () => 'With no stitch to help, the bond needs',
  bond: () => 'This bond needs',
};

/** What each rule found, said of one web for one piece. */
const RULES: Words<RuleFinding> = {
  // ---- heat
  'too-hot-for-fabric': ({ flowC, cloth, limitC }, u) =>
    `It flows only from about ${heat(flowC, u)}, but ${cloth} takes at most ${heat(limitC, u)}.`,
  'too-hot-for-what-lies-beneath': ({ flowC, cloth, limitC }, u) =>
    `It flows only from about ${heat(flowC, u)}, but ${cloth} beneath takes at most ${heat(limitC, u)}.`,
  'leaflet-hotter-than-cloth': ({ leafletC, limitC }, u) =>
    `Its leaflet asks for ${heat(leafletC, u)}, above the ${heat(limitC, u)} this cloth can take; it would have to go slower and cooler.`,
  'little-room': ({ roomC }, u) =>
    `Only ${warmer(roomC, u)} lie between where it flows and what the cloth can take: less than many an iron swings.`,
  'softens-early': ({ meltC }, u) =>
    `It softens again from ${heat(meltC, u)}, each time this cloth is ironed as hot as it may be; keep it for cloth that cannot take more.`,
  'spoils-what-is-bonded': ({ bonded, bondedMeltC, flowC }, u) =>
    `${upper(bonded)} is bonded beneath already and melts from ${heat(bondedMeltC, u)}; this one flows only from ${heat(flowC, u)}, so that bond goes soft again.`,
  'cannot-be-pressed': () => 'No heat and no seconds of your iron bond it here unharmed, as your bench is set up.',
  'slow-to-press': ({ seconds: s }) => `Your iron would have to stand ${Math.round(s)} s on every spot.`,
  // ---- handling
  'printing-not-needed': () => 'Its liner is made for a printer, and nothing is to be printed.',
  'foil-sheet-not-needed': () =>
    'A double adhesive sheet is made for foil and card: two liners, and more adhesive than cloth wants.',
  'needs-a-liner': () => 'It has no liner to trace on. Use a template, or reverse on the wrong side after fusing.',
  'no-sheet': () => 'It is a tape for hems and seams, too narrow for this shape.',
  'cannot-be-printed': () => 'Its liner is not made for a printer, and the shapes are to be printed onto it.',
  prints: () => 'Its liner goes through a printer, so nothing has to be traced.',
  'cannot-be-tried': () => 'Pieces do not stay put before they are heated; trial placing needs a tacky web.',
  'sticks-and-lifts': () => 'It sticks, lifts and sticks again until it is heated, so places can be tried.',
  'two-liners-to-peel': () => 'A second liner has to come off every piece, for a tack that is not needed here.',
  'liner-for-the-whole-cloth': () =>
    'Fused to a whole cloth without a liner it sticks to everything until it is cut and laid.',
  'clumsy-powder': () => 'Powder has to be sprinkled even and spills past the edge.',
  'wider-than-the-roll': () => 'The shape is wider than the roll: strips have to be joined edge to edge.',
  'not-enough-left': ({ leftMm, needsMm }, u) => {
    const [left, needs] = [formatRun(leftMm, u), formatRun(needsMm, u)];
    if (leftMm < NOTHING_MM) return `None of it is left; this fabric needs at least ${needs}.`;
    // Rounded alike they would contradict themselves.
    if (left === needs) return `The ${left} left on the roll are just too short for this fabric.`;
    return `Only ${left} left on the roll; this fabric needs at least ${needs}.`;
  },
  // ---- hold
  'too-little-adhesive': ({ why, cloth, wantedGsm, massGsm }) =>
    `${TOO_LITTLE[why](cloth)} about ${gsm(wantedGsm)} of adhesive; it has ${massGsm}.`,
  'right-amount': ({ massGsm, cloth, unstitched, hand, wantedGsm }) =>
    `Its ${massGsm} g/m² suit: ${cloth} ${unstitched ? 'without a stitch' : 'with this edge'} and a ${hand} hand ask for about ${Math.round(wantedGsm)}.`,
  'holds-alone': () => 'A firm film is made to hold without a stitch.',
  'too-slight-alone': () => 'It is too slight to hold without a stitch.',
  'cannot-soak-in': ({ cloth }) =>
    `Adhesive cannot soak into ${cloth}: dots and threads grip it only here and there, a film all over.`,
  'foil-needs-a-film': () => 'Foil takes only where there is adhesive: gaps in the web stay gaps in the foil.',
  'carries-foil': () => 'A full film is left on the face for the foil to take.',
  // ---- washing
  'peels-in-the-wash': ({ laundering, firm }) =>
    firm
      ? `Washed ${washed(laundering)} and not stitched: a firm film lasts longest, but a stitch along the edge is safer.`
      : `Washed ${washed(laundering)} and not stitched, it would peel sooner or later.`,
  'loosens-in-hot-water': ({ meltC }, u) =>
    `It melts from ${heat(meltC, u)}: hot water and a tumble dryer come near that. Wash cool, dry flat.`,
  // ---- sewing
  'gums-in-satin-stitch': () => 'Satin stitch goes through it hundreds of times: it would gum the needle.',
  'gums-the-needle': () => 'It gums the needle; it is made to hold without a stitch.',
  'sews-with-care': () => 'It can be sewn only with care: stone cold, with a sharp needle.',
  'sews-easily': () => 'A needle goes through it easily, and the edge will be stitched.',
  'hard-by-hand': () => 'Even light film makes handwork hard going; an open web lets the needle through.',
  'passes-a-hand-needle': () => 'Open and light: a hand needle passes.',
  // ---- hand
  'more-than-needed': ({ wantedGsm, massGsm, layers }) =>
    `About ${gsm(wantedGsm)} would hold; its ${massGsm} only ${layers > 2 ? `stiffen a stack of ${layers} layers` : 'stiffen the cloth'}.`,
  'adds-up': ({ layers, totalGsm }) =>
    `Through ${layers} layers the webs add up to about ${gsm(totalGsm)}: the lightest everywhere keeps that soft.`,
  'too-limp': () => 'Too limp for the firm hand you asked for.',
  'stands-like-a-board': ({ cloth, massGsm }) =>
    `${upper(cloth)} falls softly by itself; a film of ${massGsm} g/m² would stand like a board.`,
  'stops-the-stretch': ({ stretchPercent }) =>
    `The cloth gives by about ${Math.round(stretchPercent)} %; a film does not, and puckers or cracks.`,
  'gives-with-the-cloth': () => 'Its gaps let the cloth give.',
  // ---- show
  'strikes-through': ({ clothGsm, hidesGsm }) =>
    `This cloth of ${clothGsm} g/m² hides about ${gsm(hidesGsm)} of adhesive; more may come through to the face.`,
  'comes-through-the-gaps': ({ cloth }) =>
    `${upper(cloth)} is open: adhesive comes through the gaps to the face and to the iron.`,
  'shadow-of-the-web': ({ cloth }) => `${upper(cloth)} is thin and pale: the more web behind it, the greyer it looks.`,
  'shows-on-a-smooth-face': ({ cloth, sheet }) =>
    sheet
      ? `So much film prints its ripples through the smooth face of ${cloth}.`
      : `Dots and threads print through the smooth face of ${cloth}.`,
  'bubbles-under-steam': () => 'Steam lifts a film in bubbles; an open web lets it through.',
  // ---- cost
  'what-it-costs': ({ price }) => `It costs about ${price.toFixed(2)} for this fabric’s pieces.`,
};
export const ruleWords = (f: RuleFinding, units: Units): string => say(RULES, f, units);

const REASONS: Words<ChoiceReason> = {
  ...RULES,
  'your-choice': () => 'You chose it yourself.',
  webless: () => 'It has no web of its own: what lies beneath or over it holds it.',
  'own-adhesive': () => 'It brings its own adhesive, and needs no web.',
  tape: () => 'Tape that fits inside the turning: it is laid in, and not fused first.',
  'only-one': () => 'It is the only one in the drawer that this piece allows.',
  'serves-others': () => 'It serves other pieces too: one setting fewer at the iron.',
  'least-against': () => 'It has the least against it of all that are in the drawer.',
};
export const choiceReasonWords = (f: ChoiceReason, units: Units): string => say(REASONS, f, units);

/** What speaks against the web that was chosen all the same. */
export const butWords = (f: RuleFinding, units: Units): string => `But: ${ruleWords(f, units)}`;

const REJECTIONS: Words<Rejection> = {
  ...RULES,
  'one-web-fewer': () => 'It would do as well, but then the project needs one web more.',
  'no-better': () => 'It would do, but gains nothing over the one chosen.',
};
export const rejectionWords = (f: Rejection, units: Units): string => say(REJECTIONS, f, units);

const EDGES: { readonly [E in Edge]: string } = {
  none: 'the edge were not stitched',
  straight: 'the edge got a straight stitch',
  blanket: 'the edge got a blanket stitch',
  zigzag: 'the edge got a zigzag',
  'tiny-zigzag': 'the edge got a tiny zigzag',
  satin: 'the edge got a satin stitch',
  'free-motion': 'the edge were sewn free-motion',
  hand: 'the edge were blanket-stitched by hand',
  'hand-running': 'the edge got a running stitch by hand',
  paint: 'the edge were painted',
  pinked: 'the edge were pinked',
};
const WASHES: { readonly [L in Intent['laundering']]: string } = {
  never: 'it were never washed',
  gentle: 'it were washed gently',
  often: 'it were washed often',
};
function changeWords(c: WhatIfChange): string {
  switch (c.what) {
    case 'hand':
      return `a ${c.to} hand were wanted`;
    case 'edge':
      return EDGES[c.to];
    case 'laundering':
      return WASHES[c.to];
    case 'trial-placing':
      return 'places were to be tried before heating';
  }
}

const RUNNERS_UP: Words<RunnerUp, []> = {
  'would-win-if': ({ change }) => `It would win if ${changeWords(change)}.`,
  'we-would-have': () => 'We would have taken this one.',
  'best-for-itself': () => 'It would win if each piece got the best for itself rather than as few webs as serve all.',
  'no-single-change': () => 'No single change would make it win here.',
};
export const runnerUpWords = (r: RunnerUp): string => say(RUNNERS_UP, r);

const CONFIDENCE: Words<Confidence, []> = {
  'unknown-cloth': () => 'What this cloth is was not said.',
  blend: () => 'A blend takes as much heat as its tenderest fibre, and which that is was not said.',
  'mass-not-kind': () => 'Mass and thickness of the cloth hardly fit together: weigh and measure it again.',
  'near-limit': () => 'The web flows only a little below what the cloth can take.',
  pile: () => 'How deep adhesive gets into a pile can only be tried.',
  open: () => 'How much comes through open cloth can only be tried.',
  hard: () => 'Coatings and tannings differ: some take no adhesive at all.',
  close: () => 'Another web would do nearly as well.',
  'short-of-adhesive': () => 'It has less adhesive than this bond asks for.',
  grave: () => 'Something speaks against it; nothing better is in the drawer.',
  clear: () => 'Clear of the next best.',
  'all-ruled-out': () => 'Every web in the drawer is ruled out.',
};
export const confidenceWords = (c: Confidence): string =>
  `${say(CONFIDENCE, c)}${c.level === 'thin' ? ' Try both on a scrap.' : ''}`;

const FORMS: { readonly [F in Extract<Buy, { code: 'buy' }>['form']]: string } = {
  film: 'film',
  open: 'open web',
  'film-or-open': 'film or open web',
};
const LINERS: { readonly [L in Extract<Buy, { code: 'buy' }>['liner']]: string } = {
  printable: ' with a printable liner',
  'two-with-tack': ' with two liners and tack',
  one: ' with a liner',
  none: '',
};
const BUYS: Words<Buy> = {
  'no-heat-at-all': ({ limitC }, u) =>
    `This cloth takes at most ${heat(limitC, u)}: no web melts that low. Sew or glue it instead.`,
  buy: ({ weight, form, liner, massGsm, meltBelowC, sewable }, u) =>
    `Buy a ${weight} ${FORMS[form]}${LINERS[liner]}, about ${gsm(massGsm)}, that melts below ${heat(meltBelowC, u)}${sewable ? ' and can be sewn' : ''}.`,
};
export const buyWords = (b: Buy, units: Units): string => say(BUYS, b, units);
