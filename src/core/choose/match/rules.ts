import { CARE_LIMIT_C } from '../../base/units';
import type { Fabric, NoFigures, RuleCode, RuleFigures, Web } from '../../keep/model';
import { ROUTE_FACTS } from '../../lay/facing';
import { bearsC, clothOf, flowC, weightOf } from '../material';
import { SLOW_PRESS_S } from './data';
import { isSewn, isUnstitched, type Situation } from './situation';

/** What a finding is about: the rows of a comparison of two webs. */
export const ASPECTS = ['hand', 'hold', 'washing', 'sewing', 'show', 'heat', 'handling', 'cost'] as const;
export type Aspect = (typeof ASPECTS)[number];

/**
 * One rule, described as data: the machinery knows none of them by name.
 * About 10 points decide between two webs of which either would do.
 */
export interface Rule<C extends RuleCode = RuleCode> {
  readonly aspect: Aspect;
  /** What it looks at, in words. */
  readonly looksAt: string;
  readonly does: 'forbids' | 'costs' | 'favours';
  /** What must be true of the piece before any web is looked at; by default the rule looks at every piece. */
  readonly when?: (s: Situation) => boolean;
  /** How much, from 0 (does not apply); of a rule that forbids, anything above 0 forbids. */
  readonly points: (s: Situation, web: Web) => number;
  /** What the reason speaks of; only asked for when it applies. */
  readonly figures: (s: Situation, web: Web) => RuleFigures[C];
  /** Where practitioners differ: the side this rule takes, or how a switch of the project turns it. */
  readonly school?: string;
}

/** Below this a web counts as low-melting, °C. Common practice, no source. */
const LOW_MELT_C = 95;
/** A web whose flow comes within this of a limit leaves little room for a swinging iron, °C. Estimated. */
const NEAR_C = 15;
/** No iron makes steam below this, °C. Common practice: from the middle mark. */
const STEAMS_C = 140;
/** Cloth that lets through more of the light than this shows what lies behind it. Estimated. */
const SEE_THROUGH = 0.34;
/** From more layers than this on every web counts. Common practice: many layers, the lightest web everywhere. */
const MANY_LAYERS = 4;
/** About what the lightest webs weigh, g/m². */
const LIGHT_GSM = 18;
/** Lighter than this (CIE L*) a cloth shows a grey shadow of its web. Estimated. */
const PALE_L = 70;

const called = (f: Fabric): string => f.name || clothOf(f).name.toLowerCase();
const heavier = (web: Web): boolean => weightOf(web.massGsm) === 'firm';
const hottest = (web: Web): number => Math.max(web.leaflet.fuse.heatC, web.leaflet.bond.heatC);
const needsMm = (s: Situation, web: Web): number => s.fabricAreaMm2 / web.widthMm;
const stockMm2 = (web: Web): number =>
  web.stockMm * web.widthMm + web.offcuts.reduce((sum, o) => sum + o.widthMm * o.heightMm * o.count, 0);
const tooHotBeneath = (s: Situation, web: Web): Fabric | undefined => s.beneath.find((f) => flowC(web) > bearsC(f));
/** A continuous sheet of adhesive, against one with gaps. */
const isSheet = (web: Web): boolean => web.form === 'film' || web.form === 'tape';

/** How much worse each kind of washing is for what is not stitched. Estimated. */
const WASH = { never: 0, gentle: 10, often: 18 } as const;
/** Points for each g/m² beyond what is needed, by the hand that is wanted. Estimated. */
const STIFF = { soft: 1.1, medium: 0.7, firm: 0.2 } as const;

/** Wool that is glided over with steam does not get as hot as the iron. */
const glidesWet = (s: Situation, web: Web): boolean =>
  s.schools.steam !== 'dry' && s.fabric.fibre === 'wool' && s.hairy && web.leaflet.bond.steam;

const none = (): NoFigures => ({});
/** What a web costs for all pieces of a fabric, in the money its price is in. */
const priceOf = (s: Situation, web: Web): number => ((web.pricePerM ?? 0) / web.widthMm) * (s.fabricAreaMm2 / 1000);

/** The rules. Each is common practice, no source, unless it says otherwise; the points are ours and are estimates. */
export const RULES: { readonly [C in RuleCode]: Rule<C> } = {
  // ---- heat
  'too-hot-for-fabric': {
    aspect: 'heat',
    looksAt: 'heat limit of the cloth, melting point',
    does: 'forbids',
    points: (s, web) => flowC(web) - bearsC(s.fabric),
    figures: (s, web) => ({ flowC: flowC(web), cloth: called(s.fabric), limitC: bearsC(s.fabric) }),
  },
  'too-hot-for-what-lies-beneath': {
    aspect: 'heat',
    looksAt: 'heat limit of the ground and of lower pieces, melting point',
    does: 'forbids',
    points: (s, web) => (tooHotBeneath(s, web) ? 1 : 0),
    figures: (s, web) => {
      const f = tooHotBeneath(s, web) ?? s.fabric;
      return { flowC: flowC(web), cloth: called(f), limitC: bearsC(f) };
    },
  },
  'leaflet-hotter-than-cloth': {
    aspect: 'heat',
    looksAt: 'leaflet, heat limit of the cloth and of what lies beneath',
    does: 'costs',
    points: (s, web) =>
      hottest(web) > s.limitC && !glidesWet(s, web) ? Math.min(14, 4 + (hottest(web) - s.limitC) / 5) : 0,
    figures: (s, web) => ({ leafletC: hottest(web), limitC: s.limitC }),
  },
  'little-room': {
    aspect: 'heat',
    looksAt: 'melting point, heat limit',
    does: 'costs',
    points: (s, web) => {
      const room = s.limitC - flowC(web);
      return room >= 0 && room < NEAR_C ? ((NEAR_C - room) / NEAR_C) * 6 : 0;
    },
    figures: (s, web) => ({ roomC: s.limitC - flowC(web) }),
  },
  'softens-early': {
    aspect: 'heat',
    looksAt: 'melting point, heat limit of the cloth',
    does: 'costs',
    when: (s) => s.fabric.maxIronC >= CARE_LIMIT_C[2],
    points: (_s, web) => (web.meltC < LOW_MELT_C ? 5 : 0),
    figures: (_s, web) => ({ meltC: web.meltC }),
  },
  'spoils-what-is-bonded': {
    aspect: 'heat',
    looksAt: 'highest heat of webs bonded already, melting point',
    does: 'costs',
    when: (s) => s.bonded.length > 0,
    points: (s, web) =>
      Math.max(0, ...s.bonded.map((b) => (flowC(web) > b.maxC ? 12 : flowC(web) > b.meltC + 25 ? 3 : 0))),
    figures: (s, web) => {
      const b = s.bonded.reduce((low, w) => (w.meltC < low.meltC ? w : low), web);
      return { bonded: b.name, bondedMeltC: b.meltC, flowC: flowC(web) };
    },
  },
  'cannot-be-pressed': {
    aspect: 'heat',
    looksAt: 'what the project’s iron, cover and board make of it here',
    does: 'forbids',
    when: (s) => s.pressed !== undefined,
    points: (s, web) => (s.pressed?.(web)?.seconds === null ? 1 : 0),
    figures: none,
  },
  'slow-to-press': {
    aspect: 'heat',
    looksAt: 'what the project’s iron, cover and board make of it here',
    does: 'costs',
    when: (s) => s.pressed !== undefined,
    points: (s, web) => {
      const over = (s.pressed?.(web)?.seconds ?? 0) - SLOW_PRESS_S.value;
      return over > 0 ? 4 + over * 0.15 : 0;
    },
    figures: (s, web) => ({ seconds: s.pressed?.(web)?.seconds ?? 0 }),
  },
  'cannot-be-steamed': {
    aspect: 'heat',
    looksAt: 'steam school, thick cloth, hottest that the web stands',
    does: 'costs',
    when: (s) =>
      s.schools.steam === 'steam-to-bond'
        ? s.hairy
        : s.schools.steam === 'steam-on-wool' && [s.fabric, ...s.beneath].some((f) => f.fibre === 'wool'),
    points: (_s, web) => (web.maxC < STEAMS_C ? 12 : 0),
    figures: (_s, web) => ({ maxC: web.maxC }),
  },
  // ---- handling
  'printing-not-needed': {
    aspect: 'handling',
    looksAt: 'printing wanted, liner',
    does: 'costs',
    when: (s) => !s.wants.printLiner,
    points: (_s, web) => (web.printable ? 5 : 0),
    figures: none,
  },
  'foil-sheet-not-needed': {
    aspect: 'handling',
    looksAt: 'foil wanted, liners, tack',
    does: 'costs',
    when: (s) => !s.wants.foil,
    points: (_s, web) => (web.liners === 2 && !web.tacky ? 12 : 0),
    figures: none,
  },
  'no-sheet': {
    aspect: 'handling',
    looksAt: 'form, size',
    does: 'forbids',
    points: (s, web) => (web.form === 'tape' && s.narrowMm > web.widthMm ? 1 : 0),
    figures: none,
  },
  'needs-a-liner': {
    aspect: 'handling',
    looksAt: 'route, liners',
    does: 'forbids',
    when: (s) => ROUTE_FACTS[s.route].needsLiner && s.inFold !== true,
    points: (_s, web) => (web.liners === 0 ? 1 : 0),
    figures: none,
  },
  'goes-in-at-once': {
    aspect: 'handling',
    looksAt: 'fold, liners, form',
    does: 'favours',
    when: (s) => s.inFold === true,
    points: (_s, web) => (web.liners === 0 && web.form !== 'powder' ? 25 : 0),
    figures: none,
  },
  'cannot-be-printed': {
    aspect: 'handling',
    looksAt: 'printing wanted, liner',
    does: 'forbids',
    when: (s) => s.wants.printLiner,
    points: (_s, web) => (web.printable ? 0 : 1),
    figures: none,
  },
  prints: {
    aspect: 'handling',
    looksAt: 'printing wanted, liner',
    does: 'favours',
    when: (s) => s.wants.printLiner,
    points: (_s, web) => (web.printable ? 4 : 0),
    figures: none,
  },
  'cannot-be-tried': {
    aspect: 'handling',
    looksAt: 'placing by trial wanted, tack',
    does: 'costs',
    when: (s) => s.wants.trialPlacing,
    points: (_s, web) => (web.tacky ? 0 : 9),
    figures: none,
  },
  'sticks-and-lifts': {
    aspect: 'handling',
    looksAt: 'placing by trial wanted, tack',
    does: 'favours',
    when: (s) => s.wants.trialPlacing,
    points: (_s, web) => (web.tacky ? 6 : 0),
    figures: none,
  },
  'two-liners-to-peel': {
    aspect: 'handling',
    looksAt: 'liners, tack not wanted',
    does: 'costs',
    when: (s) => !s.wants.trialPlacing && !s.wants.foil,
    points: (_s, web) => (web.liners === 2 ? 3 : 0),
    figures: none,
  },
  'tack-not-wanted': {
    aspect: 'handling',
    looksAt: 'tack, placing by trial wanted',
    does: 'costs',
    when: (s) => !s.wants.trialPlacing,
    points: (_s, web) => (web.tacky ? 12 : 0),
    figures: none,
  },
  'clings-to-the-mat': {
    aspect: 'handling',
    looksAt: 'route, liners',
    does: 'forbids',
    when: (s) => s.route === 'cutter-fabric-up',
    points: (_s, web) => (web.liners === 0 ? 1 : 0),
    figures: none,
  },
  'liner-for-the-whole-cloth': {
    aspect: 'handling',
    looksAt: 'fuse first, liners',
    does: 'costs',
    when: (s) => s.schools.first === 'fuse-first',
    points: (_s, web) => (web.liners === 0 ? 6 : 0),
    figures: none,
    school: 'Applies when the whole cloth is fused first.',
  },
  'clumsy-powder': {
    aspect: 'handling',
    looksAt: 'form',
    does: 'costs',
    points: (_s, web) => (web.form === 'powder' ? 20 : 0),
    figures: none,
  },
  'wider-than-the-roll': {
    aspect: 'handling',
    looksAt: 'roll width, size',
    does: 'costs',
    points: (s, web) => (web.form !== 'tape' && s.narrowMm > web.widthMm ? 5 : 0),
    figures: none,
  },
  'not-enough-left': {
    aspect: 'handling',
    looksAt: 'length left and offcuts, area of all pieces of this fabric',
    does: 'costs',
    points: (s, web) => (s.fabricAreaMm2 > stockMm2(web) ? 12 : 0),
    figures: (s, web) => ({ leftMm: web.stockMm, needsMm: needsMm(s, web) }),
  },
  // ---- hold
  'too-little-adhesive': {
    aspect: 'hold',
    looksAt: 'cloth, edge, hand, mass',
    does: 'costs',
    points: (s, web) => {
      const short = s.wantedGsm - web.massGsm;
      return short < 4 ? 0 : short * 0.9;
    },
    figures: (s, web) => ({
      why: s.cloth.hairyOrThick ? 'hairy' : isUnstitched(s.edge) ? 'unstitched' : 'bond',
      cloth: s.cloth.name,
      wantedGsm: s.wantedGsm,
      massGsm: web.massGsm,
    }),
  },
  'right-amount': {
    aspect: 'hold',
    looksAt: 'cloth, edge, hand, mass',
    does: 'favours',
    points: (s, web) => (Math.abs(web.massGsm - s.wantedGsm) < 6 ? 3 : 0),
    figures: (s, web) => ({
      cloth: s.cloth.name.toLowerCase(),
      massGsm: web.massGsm,
      wantedGsm: s.wantedGsm,
      unstitched: isUnstitched(s.edge),
      hand: s.intent.hand,
    }),
  },
  'holds-alone': {
    aspect: 'hold',
    looksAt: 'edge, form, mass',
    does: 'favours',
    when: (s) => isUnstitched(s.edge),
    points: (_s, web) => (web.form === 'film' && heavier(web) ? 6 : 0),
    figures: none,
    school: 'A firm film without a stitch is permanent and washable; others say that anything unstitched peels.',
  },
  'too-slight-alone': {
    aspect: 'hold',
    looksAt: 'edge, form, mass',
    does: 'costs',
    when: (s) => isUnstitched(s.edge),
    points: (_s, web) => (web.form !== 'film' ? 12 : heavier(web) ? 0 : 5),
    figures: none,
  },
  'cannot-soak-in': {
    aspect: 'hold',
    looksAt: 'hard, coated or tanned cloth, form',
    does: 'costs',
    when: (s) => s.hardFace !== null,
    points: (_s, web) => (isSheet(web) ? 0 : 8),
    figures: (s) => ({ cloth: called(s.hardFace ?? s.fabric) }),
  },
  'foil-needs-a-film': {
    aspect: 'hold',
    looksAt: 'foil wanted, form',
    does: 'forbids',
    when: (s) => s.wants.foil,
    points: (_s, web) => (web.form === 'film' ? 0 : 1),
    figures: none,
  },
  'carries-foil': {
    aspect: 'hold',
    looksAt: 'foil wanted, mass, liners',
    does: 'favours',
    when: (s) => s.wants.foil,
    points: (_s, web) => (web.form === 'film' && (heavier(web) || web.liners === 2) ? 6 : 0),
    figures: none,
  },
  // ---- washing
  'peels-in-the-wash': {
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
    figures: (s, web) => ({ laundering: s.intent.laundering, firm: heavier(web) }),
    school: 'If it is washed, stitch the edge too; others trust a firm film alone.',
  },
  'loosens-in-hot-water': {
    aspect: 'washing',
    looksAt: 'laundering, melting point',
    does: 'costs',
    when: (s) => s.intent.laundering !== 'never',
    points: (s, web) => (web.meltC < LOW_MELT_C ? WASH[s.intent.laundering] : 0),
    figures: (_s, web) => ({ meltC: web.meltC }),
  },
  // ---- sewing
  'gums-in-satin-stitch': {
    aspect: 'sewing',
    looksAt: 'dense satin stitch, sewing',
    does: 'forbids',
    when: (s) => s.edge === 'satin',
    points: (_s, web) => (web.sewing === 'avoid' ? 1 : 0),
    figures: none,
  },
  'gums-the-needle': {
    aspect: 'sewing',
    looksAt: 'edge sewn by machine, sewing',
    does: 'costs',
    when: (s) => isSewn(s.edge) && s.edge !== 'satin',
    points: (_s, web) => (web.sewing === 'avoid' ? 26 : 0),
    figures: none,
  },
  'sews-with-care': {
    aspect: 'sewing',
    looksAt: 'edge sewn by machine, sewing',
    does: 'costs',
    when: (s) => isSewn(s.edge),
    points: (s, web) => (web.sewing === 'with-care' ? (s.edge === 'satin' ? 10 : 5) : 0),
    figures: none,
  },
  'sews-easily': {
    aspect: 'sewing',
    looksAt: 'edge sewn by machine, sewing',
    does: 'favours',
    when: (s) => isSewn(s.edge),
    points: (_s, web) => (web.sewing === 'easy' ? 4 : 0),
    figures: none,
  },
  'hard-by-hand': {
    aspect: 'sewing',
    looksAt: 'hand stitching, form, mass',
    does: 'costs',
    when: (s) => s.edge === 'hand',
    points: (_s, web) => (web.sewing === 'avoid' ? 30 : isSheet(web) ? 10 : 0),
    figures: none,
  },
  'passes-a-hand-needle': {
    aspect: 'sewing',
    looksAt: 'hand stitching, form',
    does: 'favours',
    when: (s) => s.edge === 'hand',
    points: (_s, web) => (!isSheet(web) && web.sewing !== 'avoid' ? 5 : 0),
    figures: none,
  },
  // ---- hand
  'more-than-needed': {
    aspect: 'hand',
    looksAt: 'cloth, edge, hand, layers, mass',
    does: 'costs',
    points: (s, web) => {
      const over = web.massGsm - s.wantedGsm;
      return over < 4 ? 0 : over * STIFF[s.intent.hand] * (1 + 0.15 * Math.max(0, s.layers - 2));
    },
    figures: (s, web) => ({ wantedGsm: s.wantedGsm, massGsm: web.massGsm, layers: s.layers }),
  },
  'adds-up': {
    aspect: 'hand',
    looksAt: 'layers at the fullest place, mass, hand',
    does: 'costs',
    when: (s) => s.layers > MANY_LAYERS && s.intent.hand !== 'firm',
    points: (s, web) => Math.max(0, web.massGsm - LIGHT_GSM) * 0.12 * (s.layers - MANY_LAYERS),
    figures: (s, web) => ({ layers: s.layers, totalGsm: web.massGsm * (s.layers - 1) }),
  },
  'too-limp': {
    aspect: 'hand',
    looksAt: 'hand, mass',
    does: 'costs',
    when: (s) => s.intent.hand === 'firm',
    points: (_s, web) => (weightOf(web.massGsm) === 'light' ? 8 : 0),
    figures: none,
  },
  'stands-like-a-board': {
    aspect: 'hand',
    looksAt: 'soft hand, stiffness of the cloth, form, mass',
    does: 'costs',
    when: (s) => s.intent.hand === 'soft' && s.cloth.stiffnessUNm < 10,
    points: (_s, web) => (web.form === 'film' ? Math.max(0, web.massGsm - 18) * 0.3 : 0),
    figures: (s, web) => ({ cloth: called(s.fabric), massGsm: web.massGsm }),
  },
  'stops-the-stretch': {
    aspect: 'hand',
    looksAt: 'stretch of the cloth and of what lies beneath, form',
    does: 'costs',
    when: (s) => s.stretchPercent >= 12,
    points: (s, web) => (isSheet(web) ? Math.min(9, 2 + s.stretchPercent / 5) : 0),
    figures: (s) => ({ stretchPercent: s.stretchPercent }),
  },
  'gives-with-the-cloth': {
    aspect: 'hand',
    looksAt: 'stretch, form',
    does: 'favours',
    when: (s) => s.stretchPercent >= 12,
    points: (_s, web) => (isSheet(web) ? 0 : 3),
    figures: none,
  },
  // ---- show
  'strikes-through': {
    aspect: 'show',
    looksAt: 'mass of the cloth, mass of the web',
    does: 'costs',
    points: (s, web) => {
      const over = web.massGsm - s.hidesGsm;
      return over > 0 ? 3 + over * 0.8 : 0;
    },
    figures: (s) => ({ clothGsm: s.fabric.massGsm, hidesGsm: s.hidesGsm }),
  },
  'comes-through-the-gaps': {
    aspect: 'show',
    looksAt: 'open cloth, mass',
    does: 'costs',
    when: (s) => s.cloth.open,
    points: (_s, web) => Math.max(0, web.massGsm - 12) * 0.5,
    figures: (s) => ({ cloth: called(s.fabric) }),
  },
  'shadow-of-the-web': {
    aspect: 'show',
    looksAt: 'opacity and lightness of the cloth, mass',
    does: 'costs',
    when: (s) => 1 - s.cloth.opacity > SEE_THROUGH && s.lightness > PALE_L,
    points: (s, web) => (1 - s.cloth.opacity) * web.massGsm * 0.23,
    figures: (s) => ({ cloth: called(s.fabric) }),
  },
  'shows-on-a-smooth-face': {
    aspect: 'show',
    looksAt: 'smooth, shiny cloth, form, mass',
    does: 'costs',
    when: (s) => s.cloth.shiny,
    points: (s, web) => (!s.cloth.hard && !isSheet(web) ? 5 : weightOf(web.massGsm) === 'firm' ? 4 : 0),
    figures: (s, web) => ({ cloth: called(s.fabric), sheet: isSheet(web) }),
  },
  'bubbles-under-steam': {
    aspect: 'show',
    looksAt: 'steam school, form, thick cloth',
    does: 'costs',
    when: (s) => s.hairy && s.schools.steam !== 'dry',
    points: (s, web) => {
      if (!isSheet(web)) return 0;
      return s.schools.steam === 'steam-on-wool' ? (s.fabric.fibre === 'wool' ? 16 : 0) : 4;
    },
    figures: none,
    school: 'Applies when steam is used; dry workers never meet it.',
  },
  // ---- cost
  'what-it-costs': {
    aspect: 'cost',
    looksAt: 'price, roll width, area of all pieces of this fabric',
    does: 'costs',
    points: (s, web) =>
      web.pricePerM === null ? 0 : Math.min(6, (web.pricePerM / web.widthMm) * (s.fabricAreaMm2 / 1000) * 0.5),
    figures: (s, web) => ({ price: priceOf(s, web) }),
  },
};

/** The rules with their codes, in the order in which they are told. */
export type CodedRule = Rule & { readonly code: RuleCode };
export const RULE_LIST: readonly CodedRule[] = (Object.keys(RULES) as RuleCode[]).map((code) => ({
  ...(RULES[code] as Rule),
  code,
}));
