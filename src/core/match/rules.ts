import { ROUTE_FACTS } from '../facing';
import { clothOf, weightOf } from '../material';
import type { Fabric, Web } from '../model';
import { CARE_LIMIT_C, formatTemperature } from '../units';
import { flowC, isSewn, isUnstitched, type Situation } from './situation';

/** What a finding is about: the rows of a comparison of two webs. */
export const ASPECTS = ['hand', 'hold', 'washing', 'sewing', 'show', 'heat', 'handling', 'cost'] as const;
export type Aspect = (typeof ASPECTS)[number];

/**
 * One rule, described as data: the machinery knows none of them by name.
 * About 10 points decide between two webs of which either would do.
 */
export interface Rule {
  readonly code: string;
  readonly aspect: Aspect;
  /** What it looks at, in words. */
  readonly looksAt: string;
  readonly does: 'forbids' | 'costs' | 'favours';
  /** What must be true of the piece before any web is looked at; by default the rule looks at every piece. */
  readonly when?: (s: Situation) => boolean;
  /** How much, from 0 (does not apply); of a rule that forbids, anything above 0 forbids. */
  readonly points: (s: Situation, web: Web) => number;
  /** The reason; only asked for when it applies. */
  readonly say: (s: Situation, web: Web) => string;
  /** Where practitioners differ: the side this rule takes, or how a switch of the project turns it. */
  readonly school?: string;
}

/** Below this a web counts as low-melting, °C. Common practice, no source. */
const LOW_MELT_C = 95;
/** A web whose flow comes within this of a limit leaves little room for a swinging iron, °C. Estimated. */
const NEAR_C = 15;
/** Cloth that lets through more of the light than this shows what lies behind it. Estimated. */
const SEE_THROUGH = 0.2;
/** Lighter than this (CIE L*) a cloth shows a grey shadow of its web. Estimated. */
const PALE_L = 70;

const heat = (c: number): string => formatTemperature(c, 'mm');
const called = (f: Fabric): string => f.name || clothOf(f).name.toLowerCase();
const upper = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
const cm = (mm: number): string => `${Math.round(mm / 10)} cm`;
const gsm = (n: number): string => `${Math.round(n)} g/m²`;
const heavier = (web: Web): boolean => weightOf(web.massGsm) === 'firm';
const hottest = (web: Web): number => Math.max(web.leaflet.fuse.heatC, web.leaflet.bond.heatC);
const needsMm = (s: Situation, web: Web): number => s.fabricAreaMm2 / web.widthMm;
const stockMm2 = (web: Web): number =>
  web.stockMm * web.widthMm + web.offcuts.reduce((sum, o) => sum + o.widthMm * o.heightMm * o.count, 0);
const tooHotBeneath = (s: Situation, web: Web): Fabric | undefined => s.beneath.find((f) => flowC(web) > f.maxIronC);
/** A continuous sheet of adhesive, against one with gaps. */
const isSheet = (web: Web): boolean => web.form === 'film' || web.form === 'tape';

/** How much worse each kind of washing is for what is not stitched. Estimated. */
const WASH = { never: 0, gentle: 10, often: 18 } as const;
/** Points for each g/m² beyond what is needed, by the hand that is wanted. Estimated. */
const STIFF = { soft: 1.1, medium: 0.7, firm: 0.2 } as const;

/** The rules. Each is common practice, no source, unless it says otherwise; the points are ours and are estimates. */
export const RULES: readonly Rule[] = [
  // ---- heat
  {
    code: 'too-hot-for-fabric',
    aspect: 'heat',
    looksAt: 'heat limit of the cloth, melting point',
    does: 'forbids',
    points: (s, web) => flowC(web) - s.fabric.maxIronC,
    say: (s, web) =>
      `It flows only from about ${heat(flowC(web))}, but ${called(s.fabric)} takes at most ${heat(s.fabric.maxIronC)}.`,
  },
  {
    code: 'too-hot-for-what-lies-beneath',
    aspect: 'heat',
    looksAt: 'heat limit of the ground and of lower pieces, melting point',
    does: 'forbids',
    points: (s, web) => (tooHotBeneath(s, web) ? 1 : 0),
    say: (s, web) => {
      const f = tooHotBeneath(s, web) ?? s.fabric;
      return `It flows only from about ${heat(flowC(web))}, but ${called(f)} beneath takes at most ${heat(f.maxIronC)}.`;
    },
  },
  {
    code: 'leaflet-hotter-than-cloth',
    aspect: 'heat',
    looksAt: 'leaflet, heat limit of the cloth and of what lies beneath',
    does: 'costs',
    points: (s, web) => (hottest(web) > s.limitC ? Math.min(14, 4 + (hottest(web) - s.limitC) / 5) : 0),
    say: (s, web) =>
      `Its leaflet asks for ${heat(hottest(web))}, above the ${heat(s.limitC)} this cloth can take; it would have to go slower and cooler.`,
  },
  {
    code: 'little-room',
    aspect: 'heat',
    looksAt: 'melting point, heat limit',
    does: 'costs',
    points: (s, web) => {
      const room = s.limitC - flowC(web);
      return room >= 0 && room < NEAR_C ? ((NEAR_C - room) / NEAR_C) * 6 : 0;
    },
    say: (s, web) =>
      `Only ${heat(s.limitC - flowC(web))} lie between where it flows and what the cloth can take: less than many an iron swings.`,
  },
  {
    code: 'softens-early',
    aspect: 'heat',
    looksAt: 'melting point, heat limit of the cloth',
    does: 'costs',
    when: (s) => s.fabric.maxIronC >= CARE_LIMIT_C[2],
    points: (_s, web) => (web.meltC < LOW_MELT_C ? 5 : 0),
    say: (_s, web) =>
      `It softens again from ${heat(web.meltC)}, each time this cloth is ironed as hot as it may be; keep it for cloth that cannot take more.`,
  },
  {
    code: 'spoils-what-is-bonded',
    aspect: 'heat',
    looksAt: 'highest heat of webs bonded already, melting point',
    does: 'costs',
    when: (s) => s.bonded.length > 0,
    points: (s, web) =>
      Math.max(0, ...s.bonded.map((b) => (flowC(web) > b.maxC ? 12 : flowC(web) > b.meltC + 25 ? 3 : 0))),
    say: (s, web) => {
      const b = s.bonded.reduce((low, w) => (w.meltC < low.meltC ? w : low), web);
      return `${upper(b.name)} is bonded beneath already and melts from ${heat(b.meltC)}; this one flows only from ${heat(flowC(web))}, so that bond goes soft again.`;
    },
  },
  // ---- handling
  {
    code: 'needs-a-liner',
    aspect: 'handling',
    looksAt: 'route, liners',
    does: 'forbids',
    when: (s) => ROUTE_FACTS[s.route].needsLiner,
    points: (_s, web) => (web.liners === 0 ? 1 : 0),
    say: () => 'It has no liner to trace on. Use a template, or reverse on the wrong side after fusing.',
  },
  {
    code: 'no-sheet',
    aspect: 'handling',
    looksAt: 'form, size',
    does: 'forbids',
    points: (s, web) => (web.form === 'tape' && s.narrowMm > web.widthMm ? 1 : 0),
    say: () => 'It is a tape for hems and seams, too narrow for this shape.',
  },
  {
    code: 'cannot-be-printed',
    aspect: 'handling',
    looksAt: 'printing wanted, liner',
    does: 'forbids',
    when: (s) => s.wants.printLiner,
    points: (_s, web) => (web.printable ? 0 : 1),
    say: () => 'Its liner is not made for a printer, and the shapes are to be printed onto it.',
  },
  {
    code: 'prints',
    aspect: 'handling',
    looksAt: 'printing wanted, liner',
    does: 'favours',
    when: (s) => s.wants.printLiner,
    points: (_s, web) => (web.printable ? 4 : 0),
    say: () => 'Its liner goes through a printer, so nothing has to be traced.',
  },
  {
    code: 'cannot-be-tried',
    aspect: 'handling',
    looksAt: 'placing by trial wanted, tack',
    does: 'costs',
    when: (s) => s.wants.trialPlacing,
    points: (_s, web) => (web.tacky ? 0 : 9),
    say: () => 'Pieces do not stay put before they are heated; trial placing needs a tacky web.',
  },
  {
    code: 'sticks-and-lifts',
    aspect: 'handling',
    looksAt: 'placing by trial wanted, tack',
    does: 'favours',
    when: (s) => s.wants.trialPlacing,
    points: (_s, web) => (web.tacky ? 6 : 0),
    say: () => 'It sticks, lifts and sticks again until it is heated, so places can be tried.',
  },
  {
    code: 'two-liners-to-peel',
    aspect: 'handling',
    looksAt: 'liners, tack not wanted',
    does: 'costs',
    when: (s) => !s.wants.trialPlacing && !s.wants.foil,
    points: (_s, web) => (web.liners === 2 ? 3 : 0),
    say: () => 'A second liner has to come off every piece, for a tack that is not needed here.',
  },
  {
    code: 'liner-for-the-whole-cloth',
    aspect: 'handling',
    looksAt: 'fuse first, liners',
    does: 'costs',
    when: (s) => s.schools.first === 'fuse-first',
    points: (_s, web) => (web.liners === 0 ? 6 : 0),
    say: () => 'Fused to a whole cloth without a liner it sticks to everything until it is cut and laid.',
    school: 'Applies when the whole cloth is fused first.',
  },
  {
    code: 'clumsy-powder',
    aspect: 'handling',
    looksAt: 'form',
    does: 'costs',
    points: (_s, web) => (web.form === 'powder' ? 9 : 0),
    say: () => 'Powder has to be sprinkled even and spills past the edge.',
  },
  {
    code: 'wider-than-the-roll',
    aspect: 'handling',
    looksAt: 'roll width, size',
    does: 'costs',
    points: (s, web) => (web.form !== 'tape' && s.narrowMm > web.widthMm ? 5 : 0),
    say: () => 'The shape is wider than the roll: strips have to be joined edge to edge.',
  },
  {
    code: 'not-enough-left',
    aspect: 'handling',
    looksAt: 'length left and offcuts, area of all pieces of this fabric',
    does: 'costs',
    points: (s, web) => (s.fabricAreaMm2 > stockMm2(web) ? 12 : 0),
    say: (s, web) => `Only ${cm(web.stockMm)} are left on the roll; this fabric needs at least ${cm(needsMm(s, web))}.`,
  },
  // ---- hold
  {
    code: 'too-little-adhesive',
    aspect: 'hold',
    looksAt: 'cloth, edge, hand, mass',
    does: 'costs',
    points: (s, web) => {
      const short = s.wantedGsm - web.massGsm;
      return short < 4 ? 0 : short * 0.9;
    },
    say: (s, web) => {
      const why = s.cloth.hairyOrThick
        ? `${s.cloth.name} is hairy or thick and needs`
        : isUnstitched(s.edge)
          ? 'With no stitch to help, the bond needs'
          : 'This bond needs';
      return `${why} about ${gsm(s.wantedGsm)} of adhesive; it has ${web.massGsm}.`;
    },
  },
  {
    code: 'right-amount',
    aspect: 'hold',
    looksAt: 'cloth, edge, hand, mass',
    does: 'favours',
    points: (s, web) => (Math.abs(web.massGsm - s.wantedGsm) < 6 ? 3 : 0),
    say: (s, web) =>
      `Its ${web.massGsm} g/m² suit: ${s.cloth.name.toLowerCase()} ${isUnstitched(s.edge) ? 'without a stitch' : 'with this edge'} and a ${s.intent.hand} hand ask for about ${Math.round(s.wantedGsm)}.`,
  },
  {
    code: 'holds-alone',
    aspect: 'hold',
    looksAt: 'edge, form, mass',
    does: 'favours',
    when: (s) => isUnstitched(s.edge),
    points: (_s, web) => (web.form === 'film' && heavier(web) ? 6 : 0),
    say: () => 'A firm film is made to hold without a stitch.',
    school: 'A firm film without a stitch is permanent and washable; others say that anything unstitched peels.',
  },
  {
    code: 'too-slight-alone',
    aspect: 'hold',
    looksAt: 'edge, form, mass',
    does: 'costs',
    when: (s) => isUnstitched(s.edge),
    points: (_s, web) => (web.form !== 'film' ? 12 : heavier(web) ? 0 : 5),
    say: () => 'It is too slight to hold without a stitch.',
  },
  {
    code: 'cannot-soak-in',
    aspect: 'hold',
    looksAt: 'hard, coated or tanned cloth, form',
    does: 'costs',
    when: (s) => s.hardFace !== null,
    points: (_s, web) => (isSheet(web) ? 0 : 8),
    say: (s) =>
      `Adhesive cannot soak into ${called(s.hardFace ?? s.fabric)}: dots and threads grip it only here and there, a film all over.`,
  },
  {
    code: 'foil-needs-a-film',
    aspect: 'hold',
    looksAt: 'foil wanted, form',
    does: 'forbids',
    when: (s) => s.wants.foil,
    points: (_s, web) => (web.form === 'film' ? 0 : 1),
    say: () => 'Foil takes only where there is adhesive: gaps in the web stay gaps in the foil.',
  },
  {
    code: 'carries-foil',
    aspect: 'hold',
    looksAt: 'foil wanted, mass, liners',
    does: 'favours',
    when: (s) => s.wants.foil,
    points: (_s, web) => (web.form === 'film' && (heavier(web) || web.liners === 2) ? 6 : 0),
    say: () => 'A full film is left on the face for the foil to take.',
  },
  // ---- washing
  {
    code: 'peels-in-the-wash',
    aspect: 'washing',
    looksAt: 'laundering, edge, mass',
    does: 'costs',
    when: (s) => isUnstitched(s.edge) && s.intent.laundering !== 'never',
    points: (s, web) =>
      weightOf(web.massGsm) !== 'firm'
        ? WASH[s.intent.laundering]
        : s.schools.stitch === 'film-alone'
          ? 0
          : WASH[s.intent.laundering] / 4,
    say: (s, web) =>
      heavier(web)
        ? `Washed ${s.intent.laundering === 'often' ? 'often' : 'gently'} and not stitched: a firm film lasts longest, but a stitch along the edge is safer.`
        : `Washed ${s.intent.laundering === 'often' ? 'often' : 'gently'} and not stitched, it would peel sooner or later.`,
    school: 'If it is washed, stitch the edge too; others trust a firm film alone.',
  },
  {
    code: 'loosens-in-hot-water',
    aspect: 'washing',
    looksAt: 'laundering, melting point',
    does: 'costs',
    when: (s) => s.intent.laundering !== 'never',
    points: (s, web) => (web.meltC < LOW_MELT_C ? WASH[s.intent.laundering] / 3 : 0),
    say: (_s, web) =>
      `It melts from ${heat(web.meltC)}: hot water and a tumble dryer come near that. Wash cool, dry flat.`,
  },
  // ---- sewing
  {
    code: 'gums-in-satin-stitch',
    aspect: 'sewing',
    looksAt: 'dense satin stitch, sewing',
    does: 'forbids',
    when: (s) => s.edge === 'satin',
    points: (_s, web) => (web.sewing === 'avoid' ? 1 : 0),
    say: () => 'Satin stitch goes through it hundreds of times: it would gum the needle.',
  },
  {
    code: 'gums-the-needle',
    aspect: 'sewing',
    looksAt: 'edge sewn by machine, sewing',
    does: 'costs',
    when: (s) => isSewn(s.edge) && s.edge !== 'satin',
    points: (_s, web) => (web.sewing === 'avoid' ? 26 : 0),
    say: () => 'It gums the needle; it is made to hold without a stitch.',
  },
  {
    code: 'sews-with-care',
    aspect: 'sewing',
    looksAt: 'edge sewn by machine, sewing',
    does: 'costs',
    when: (s) => isSewn(s.edge),
    points: (s, web) => (web.sewing === 'with-care' ? (s.edge === 'satin' ? 10 : 5) : 0),
    say: () => 'It can be sewn only with care: stone cold, with a sharp needle.',
  },
  {
    code: 'sews-easily',
    aspect: 'sewing',
    looksAt: 'edge sewn by machine, sewing',
    does: 'favours',
    when: (s) => isSewn(s.edge),
    points: (_s, web) => (web.sewing === 'easy' ? 4 : 0),
    say: () => 'A needle goes through it easily, and the edge will be stitched.',
  },
  {
    code: 'hard-by-hand',
    aspect: 'sewing',
    looksAt: 'hand stitching, form, mass',
    does: 'costs',
    when: (s) => s.edge === 'hand',
    points: (_s, web) => (web.sewing === 'avoid' ? 30 : isSheet(web) ? 10 : 0),
    say: () => 'Even light film makes handwork hard going; an open web lets the needle through.',
  },
  {
    code: 'passes-a-hand-needle',
    aspect: 'sewing',
    looksAt: 'hand stitching, form',
    does: 'favours',
    when: (s) => s.edge === 'hand',
    points: (_s, web) => (!isSheet(web) && web.sewing !== 'avoid' ? 5 : 0),
    say: () => 'Open and light: a hand needle passes.',
  },
  // ---- hand
  {
    code: 'more-than-needed',
    aspect: 'hand',
    looksAt: 'cloth, edge, hand, layers, mass',
    does: 'costs',
    points: (s, web) => {
      const over = web.massGsm - s.wantedGsm;
      return over < 4 ? 0 : over * STIFF[s.intent.hand] * (1 + 0.15 * Math.max(0, s.layers - 2));
    },
    say: (s, web) =>
      `About ${gsm(s.wantedGsm)} would hold; its ${web.massGsm} only ${s.layers > 2 ? `stiffen a stack of ${s.layers} layers` : 'stiffen the cloth'}.`,
  },
  {
    code: 'too-limp',
    aspect: 'hand',
    looksAt: 'hand, mass',
    does: 'costs',
    when: (s) => s.intent.hand === 'firm',
    points: (_s, web) => (weightOf(web.massGsm) === 'light' ? 8 : 0),
    say: () => 'Too limp for the firm hand you asked for.',
  },
  {
    code: 'stands-like-a-board',
    aspect: 'hand',
    looksAt: 'soft hand, stiffness of the cloth, form, mass',
    does: 'costs',
    when: (s) => s.intent.hand === 'soft' && s.cloth.stiffnessUNm < 10,
    points: (_s, web) => (web.form === 'film' ? Math.max(0, web.massGsm - 18) * 0.3 : 0),
    say: (s, web) =>
      `${upper(called(s.fabric))} falls softly by itself; a film of ${web.massGsm} g/m² would stand like a board.`,
  },
  {
    code: 'stops-the-stretch',
    aspect: 'hand',
    looksAt: 'stretch of the cloth and of what lies beneath, form',
    does: 'costs',
    when: (s) => s.stretchPercent >= 12,
    points: (s, web) => (isSheet(web) ? Math.min(9, 2 + s.stretchPercent / 5) : 0),
    say: (s) => `The cloth gives by about ${Math.round(s.stretchPercent)} %; a film does not, and puckers or cracks.`,
  },
  {
    code: 'gives-with-the-cloth',
    aspect: 'hand',
    looksAt: 'stretch, form',
    does: 'favours',
    when: (s) => s.stretchPercent >= 12,
    points: (_s, web) => (isSheet(web) ? 0 : 3),
    say: () => 'Its gaps let the cloth give.',
  },
  // ---- show
  {
    code: 'strikes-through',
    aspect: 'show',
    looksAt: 'mass of the cloth, mass of the web',
    does: 'costs',
    points: (s, web) => {
      const over = web.massGsm - s.hidesGsm;
      return over > 0 ? 3 + over * 0.8 : 0;
    },
    say: (s) =>
      `This cloth of ${s.fabric.massGsm} g/m² hides about ${gsm(s.hidesGsm)} of adhesive; more may come through to the face.`,
  },
  {
    code: 'comes-through-the-gaps',
    aspect: 'show',
    looksAt: 'open cloth, mass',
    does: 'costs',
    when: (s) => s.cloth.open,
    points: (_s, web) => Math.max(0, web.massGsm - 12) * 0.5,
    say: (s) => `${upper(called(s.fabric))} is open: adhesive comes through the gaps to the face and to the iron.`,
  },
  {
    code: 'shadow-of-the-web',
    aspect: 'show',
    looksAt: 'opacity and lightness of the cloth, mass',
    does: 'costs',
    when: (s) => 1 - s.cloth.opacity > SEE_THROUGH && s.lightness > PALE_L,
    points: (s, web) => (1 - s.cloth.opacity) * web.massGsm * 0.35,
    say: (s) => `${upper(called(s.fabric))} is thin and pale: the more web behind it, the greyer it looks.`,
  },
  {
    code: 'shows-on-a-smooth-face',
    aspect: 'show',
    looksAt: 'smooth, shiny cloth, form, mass',
    does: 'costs',
    when: (s) => s.cloth.shiny,
    points: (s, web) => (!s.cloth.hard && !isSheet(web) ? 5 : weightOf(web.massGsm) === 'firm' ? 4 : 0),
    say: (s, web) =>
      isSheet(web)
        ? `So much film prints its ripples through the smooth face of ${called(s.fabric)}.`
        : `Dots and threads print through the smooth face of ${called(s.fabric)}.`,
  },
  {
    code: 'bubbles-under-steam',
    aspect: 'show',
    looksAt: 'steam school, form, thick cloth',
    does: 'costs',
    when: (s) => s.hairy && s.schools.steam !== 'dry',
    points: (s, web) => {
      if (!isSheet(web)) return 0;
      return s.schools.steam === 'steam-on-wool' ? (s.fabric.fibre === 'wool' ? 9 : 0) : 4;
    },
    say: () => 'Steam lifts a film in bubbles; an open web lets it through.',
    school: 'Applies when steam is used; dry workers never meet it.',
  },
  // ---- cost
  {
    code: 'what-it-costs',
    aspect: 'cost',
    looksAt: 'price, roll width, area of all pieces of this fabric',
    does: 'costs',
    points: (s, web) =>
      web.pricePerM === null ? 0 : Math.min(6, (web.pricePerM / web.widthMm) * (s.fabricAreaMm2 / 1000) * 0.5),
    say: (s, web) =>
      `It costs about ${(((web.pricePerM ?? 0) / web.widthMm) * (s.fabricAreaMm2 / 1000)).toFixed(2)} for this fabric’s pieces.`,
  },
];
