import type { Edge, EdgeCaution, ThreadTrouble } from './edge';
import type { Intent, Route, SideMaterial } from './project';
import type { Cover } from './things';

// What core finds, as data: a code and the figures it speaks of, in mm, °C, s, kPa and g/m², with the ids and names of the things meant. src/words makes sentences of it, in the project's units.

/** What bears least heat in a press, by what it is there and what it is called. */
export interface Bearer {
  readonly part: 'fabric' | 'beneath' | 'web' | 'cover';
  readonly name: string;
}

/** What goes wrong when a press lasts too long. */
export interface Harm {
  readonly code: 'strike-through' | 'over-fused' | 'overheated' | 'scorch' | 'tested' | 'ooze';
  readonly atS: number;
  /** The cloth, web or cover that is harmed. */
  readonly who: string;
}

/** Something that would open or shorten a window, with the window it would give. */
export type Remedy = { readonly minS: number; readonly maxS: number } & (
  | { readonly code: 'hotter'; readonly toC: number }
  | {
      /** Past the label of a cloth, as far as its owner tries on a scrap. */
      readonly code: 'try-hotter';
      readonly toC: number;
      /** Every cloth in it that is not known to bear that. */
      readonly cloths: readonly string[];
    }
  | {
      /** As it is, on a dial whose marks were measured. */
      readonly code: 'measure-iron';
      readonly iron: string;
      readonly unsureC: number;
    }
  | { readonly code: 'thinner-cover'; readonly cover: Cover }
  | { readonly code: 'bare' | 'softer-surface' | 'lean' | 'dry' | 'through-liner' | 'from-back' }
  | {
      readonly code: 'steam';
      /** Under this, where what lies there now lets no steam through. */
      readonly under: Cover | null;
    }
  | {
      /** Half of it from the face, half turned over. */
      readonly code: 'both-sides';
    }
);

/** From which side the iron comes. */
export type PressSide = 'face' | 'back' | 'both';

/** What would make a press hold however far the dial is off. */
export type Help =
  | { readonly code: 'measure-iron' }
  | { readonly code: 'remedy'; readonly remedy: Remedy }
  | { readonly code: 'scrap' };

/** What to take care of, or why a press would not work. */
export type Caution =
  | {
      readonly code: 'melts-above-limit';
      readonly flowC: number;
      readonly bearer: Bearer;
      readonly limitC: number;
      readonly meltBelowC: number;
    }
  | { readonly code: 'leaflet-below-melting'; readonly leafletC: number; readonly meltC: number; readonly setC: number }
  | { readonly code: 'iron-too-cool'; readonly iron: string; readonly meltBelowC: number }
  | { readonly code: 'iron-too-hot'; readonly iron: string; readonly lowestC: number; readonly limitC: number }
  | {
      readonly code: 'no-window';
      /** What happens first; null: it is not bonded within a minute. */
      readonly harm: Harm | null;
      readonly reachedC: number;
      readonly remedies: readonly Remedy[];
    }
  | {
      /** Each place could be pressed, but no seconds suit all of them. */
      readonly code: 'no-common-window';
      readonly slowS: number;
      readonly harm: Harm;
    }
  | {
      /** It could be done, but nobody could hit it. */
      readonly code: 'narrow-window';
      readonly minS: number;
      readonly maxS: number;
      readonly harm: Harm | null;
      readonly remedies: readonly Remedy[];
    }
  | {
      /** Where the iron is as much cooler as it may be, this is not bonded in the seconds told. */
      readonly code: 'cold-end';
      readonly unsureC: number;
      /** What it would need there; null: more than a minute. */
      readonly needsS: number | null;
      readonly helps: Help;
    }
  | {
      /** Where the iron is as much hotter as it may be, this is harmed in the seconds told. */
      readonly code: 'hot-end';
      readonly unsureC: number;
      readonly harm: Harm;
      readonly helps: Help;
    }
  | {
      /** Where the iron is as much hotter as it may be, it is past what something bears. */
      readonly code: 'over-limit';
      readonly unsureC: number;
      readonly overC: number;
      readonly bearer: Bearer;
      readonly helps: Help;
    }
  | {
      /** Pressed hotter than its label, as its owner tried it. */
      readonly code: 'past-label';
      readonly cloth: string;
      readonly labelC: number;
      /** What a scrap bore, and for how long. */
      readonly plateC: number;
      readonly testedS: number;
      /** As many seconds as that is at the heat that is set. */
      readonly seconds: number;
    }
  | {
      /** Hotter than its label, since it is wet and only glided over. */
      readonly code: 'glide-wet';
      readonly cloth: string;
      readonly labelC: number;
      readonly soleplateC: number;
    }
  | { readonly code: 'too-cool-for-steam'; readonly iron: string; readonly fromC: number }
  | { readonly code: 'steam-blocked'; readonly by: string }
  | {
      /** Hardly enough adhesive to fill the hollows of both faces. */
      readonly code: 'scarce';
      readonly needsGsm: number;
      readonly hasGsm: number;
    }
  | { readonly code: 'comes-through'; readonly cloth: string }
  | { readonly code: 'too-many-layers'; readonly layers: number }
  | {
      /** The leaflet asks for steam, and it is pressed dry throughout. */
      readonly code: 'leaflet-wants-steam';
    }
  | { readonly code: 'dial-unmeasured'; readonly iron: string; readonly unsureC: number }
  | { readonly code: 'dial-not-rising'; readonly iron: string; readonly low: string; readonly high: string }
  | {
      readonly code: 'dial-out-of-reach';
      readonly iron: string;
      readonly mark: string;
      readonly markC: number;
      readonly wantedC: number;
    }
  | { readonly code: 'steam' | 'fumes' | 'shine' }
  | { readonly code: 'hot'; readonly soleplateC: number }
  | { readonly code: 'long'; readonly seconds: number }
  | { readonly code: 'squashed'; readonly cloth: string }
  | { readonly code: 'plug'; readonly thicknessMm: number }
  | {
      /** Places too small to set the time of everything else: pressed by themselves afterwards, for so long; null: no seconds do. */
      readonly code: 'small-place';
      readonly areaMm2: number;
      readonly needsS: number | null;
    };

/** How the figures of a press came about. */
export type PressReason =
  | { readonly code: 'leaflet'; readonly heatC: number; readonly dwellS: number; readonly steam: boolean }
  | { readonly code: 'cooler'; readonly bearer: Bearer; readonly limitC: number }
  | { readonly code: 'no-lean'; readonly cloth: string }
  | { readonly code: 'hotter'; readonly fromC: number; readonly toC: number }
  | {
      /** Set lower, so that a dial that is off does not pass what something bears. */
      readonly code: 'kept-away';
      readonly bearer: Bearer;
      readonly limitC: number;
      readonly unsureC: number;
    }
  | { readonly code: 'leaflet-rules'; readonly minS: number; readonly harm: Harm | null }
  | {
      /** Why the seconds are ours: by what they differ from the leaflet's. */
      readonly code: 'ours-rules';
      readonly why:
        | 'foil-moves'
        | 'limit-below-leaflet'
        | 'iron-below-leaflet'
        | 'another-heat'
        | 'too-short'
        | 'too-short-cold'
        | 'too-long'
        | 'too-long-hot';
      readonly minS: number;
      readonly harm: Harm | null;
      /** How much cooler and hotter the dial may be, and by when it is bonded where it is cooler. */
      readonly coldC: number;
      readonly hotC: number;
      readonly coldS: number | null;
    }
  | { readonly code: 'steam-cover'; readonly cover: Cover }
  | { readonly code: 'in-passes'; readonly count: number; readonly eachS: number }
  | { readonly code: 'side'; readonly from: 'back' | 'both' }
  | { readonly code: 'matters-room'; readonly roomC: number }
  | { readonly code: 'matters-water'; readonly waterGsm: number }
  | {
      readonly code: 'matters-layer';
      readonly share: number;
      readonly layer: 'touch' | 'cover' | 'liner' | 'cloth';
      readonly name: string;
      /** The surface beneath, where the press is a long one. */
      readonly slowOn: string | null;
    }
  | { readonly code: 'several-piles'; readonly piles: number; readonly layers: number }
  | { readonly code: 'quicker'; readonly remedy: Remedy }
  | { readonly code: 'vents' }
  /** Presses that the dial, or the clock, need not tell apart. */
  | { readonly code: 'one-setting'; readonly fromC: number; readonly toC: number }
  | { readonly code: 'one-time'; readonly presses: number }
  | { readonly code: 'small-moves' };

/** Where on a dial a heat lies: at a mark, or a share of the way to the next. */
export type DialPlace =
  | { readonly at: string }
  | { readonly from: string; readonly to: string; readonly share: number };

/** How hard: what a lean feels like. */
export type Lean = 'rest' | 'lightly' | 'firmly' | 'full';

/** What each rule of choosing a web found, by the rule's code. */
export interface RuleFigures {
  'too-hot-for-fabric': { readonly flowC: number; readonly cloth: string; readonly limitC: number };
  'too-hot-for-what-lies-beneath': { readonly flowC: number; readonly cloth: string; readonly limitC: number };
  'leaflet-hotter-than-cloth': { readonly leafletC: number; readonly limitC: number };
  'little-room': { readonly roomC: number };
  'softens-early': { readonly meltC: number };
  'spoils-what-is-bonded': { readonly bonded: string; readonly bondedMeltC: number; readonly flowC: number };
  'cannot-be-pressed': NoFigures;
  'slow-to-press': { readonly seconds: number };
  'printing-not-needed': NoFigures;
  'foil-sheet-not-needed': NoFigures;
  'adds-up': { readonly layers: number; readonly totalGsm: number };
  'needs-a-liner': NoFigures;
  'goes-in-at-once': NoFigures;
  'no-sheet': NoFigures;
  'cannot-be-printed': NoFigures;
  prints: NoFigures;
  'cannot-be-tried': NoFigures;
  'sticks-and-lifts': NoFigures;
  'two-liners-to-peel': NoFigures;
  'tack-not-wanted': NoFigures;
  'clings-to-the-mat': NoFigures;
  'cannot-be-steamed': { readonly maxC: number };
  'liner-for-the-whole-cloth': NoFigures;
  'clumsy-powder': NoFigures;
  'wider-than-the-roll': NoFigures;
  'not-enough-left': { readonly leftMm: number; readonly needsMm: number };
  'too-little-adhesive': {
    readonly why: 'hairy' | 'unstitched' | 'bond';
    readonly cloth: string;
    readonly wantedGsm: number;
    readonly massGsm: number;
  };
  'right-amount': {
    readonly cloth: string;
    readonly massGsm: number;
    readonly wantedGsm: number;
    readonly unstitched: boolean;
    readonly hand: Intent['hand'];
  };
  'holds-alone': NoFigures;
  'too-slight-alone': NoFigures;
  'cannot-soak-in': { readonly cloth: string };
  'foil-needs-a-film': NoFigures;
  'carries-foil': NoFigures;
  'peels-in-the-wash': { readonly laundering: Intent['laundering']; readonly firm: boolean };
  'loosens-in-hot-water': { readonly meltC: number };
  'gums-in-satin-stitch': NoFigures;
  'gums-the-needle': NoFigures;
  'sews-with-care': NoFigures;
  'sews-easily': NoFigures;
  'hard-by-hand': NoFigures;
  'passes-a-hand-needle': NoFigures;
  'more-than-needed': { readonly wantedGsm: number; readonly massGsm: number; readonly layers: number };
  'too-limp': NoFigures;
  'stands-like-a-board': { readonly cloth: string; readonly massGsm: number };
  'stops-the-stretch': { readonly stretchPercent: number };
  'gives-with-the-cloth': NoFigures;
  'strikes-through': { readonly clothGsm: number; readonly hidesGsm: number };
  'comes-through-the-gaps': { readonly cloth: string };
  'shadow-of-the-web': { readonly cloth: string };
  'shows-on-a-smooth-face': { readonly cloth: string; readonly sheet: boolean };
  'bubbles-under-steam': NoFigures;
  'what-it-costs': { readonly price: number };
}
/** The code says it all. */
export type NoFigures = { readonly [none in never]: never };
export type RuleCode = keyof RuleFigures;

type Coded<T> = { readonly [C in keyof T]: { readonly code: C } & T[C] }[keyof T];
export type RuleFinding = Coded<RuleFigures>;

/** What speaks for a web that was chosen. */
export type ChoiceReason =
  | RuleFinding
  | {
      readonly code:
        | 'your-choice'
        | 'only-one'
        | 'serves-others'
        | 'least-against'
        | 'webless'
        | 'own-adhesive'
        | 'tape'
        /** No window shows it: it is not made. */
        | 'not-seen'
        /** Too hot for its label: only a scrap can say whether the felt bears it. */
        | 'on-a-scrap';
    };
/** Why a web was not taken. */
export type Rejection = (RuleFinding | { readonly code: 'one-web-fewer' | 'no-better' }) & { readonly webId: string };

/** One thing that a person could change about a piece. */
export type WhatIfChange =
  | { readonly what: 'hand'; readonly to: Intent['hand'] }
  | { readonly what: 'edge'; readonly to: Edge }
  | { readonly what: 'laundering'; readonly to: Intent['laundering'] }
  | { readonly what: 'trial-placing' };

/** What would have to change for a runner-up to win. */
export type RunnerUp = { readonly webId: string; readonly behindPoints: number } & (
  | { readonly code: 'would-win-if'; readonly change: WhatIfChange }
  | { readonly code: 'we-would-have' | 'best-for-itself' | 'no-single-change' }
);

export const DOUBTS = ['unknown-cloth', 'blend', 'mass-not-kind', 'near-limit', 'pile', 'open', 'hard'] as const;
/** How far a choice can be relied on, and what stands against relying on it. */
export type Confidence =
  | { readonly level: 'thin' | 'fair'; readonly code: (typeof DOUBTS)[number] }
  | { readonly level: 'thin' | 'fair'; readonly code: 'short-of-adhesive' }
  | { readonly level: 'fair'; readonly code: 'close' | 'grave' }
  | { readonly level: 'thin'; readonly code: 'scrap-decides' }
  | { readonly level: 'sure'; readonly code: 'clear' | 'all-ruled-out' };

/** What to buy when nothing suits. */
export type Buy =
  | { readonly code: 'no-heat-at-all'; readonly limitC: number }
  | {
      readonly code: 'buy';
      readonly weight: 'light' | 'medium' | 'firm';
      readonly form: 'film' | 'open' | 'film-or-open';
      readonly liner: 'printable' | 'two-with-tack' | 'one' | 'none';
      readonly massGsm: number;
      readonly meltBelowC: number;
      readonly sewable: boolean;
    };

export const STATIONS = ['pattern', 'layers', 'match', 'trace', 'press', 'edge', 'gather', 'board'] as const;
export type StationName = (typeof STATIONS)[number];
export const SEVERITIES = ['note', 'warn', 'stop'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** What is done at a piece's edge, as far as advice depends on it. */
export type EdgeDone = 'stitched' | 'painted' | 'bare';
export const edgeDone = (edge: Edge): EdgeDone =>
  edge === 'none' || edge === 'pinked' ? 'bare' : edge === 'paint' ? 'painted' : 'stitched';

/** What each snag speaks of, by its code; the pieces it is about stand beside it. */
export interface SnagFigures {
  'no-pieces': NoFigures;
  'no-web': { readonly buy: Buy | null };
  'overruled-against-a-rule': { readonly rule: RuleFinding };
  'press-unworkable': { readonly stage: 'fuse' | 'bond'; readonly ticketId: string; readonly cause: Caution };
  'dial-untrusted': { readonly cause: Extract<Caution, { code: `dial-${string}` }> };
  'iron-too-small': { readonly placements: number };
  'crosses-itself': NoFigures;
  'off-the-ground': NoFigures;
  'print-upside-down': NoFigures;
  'thin-stroke': { readonly widthMm: number; readonly leastMm: number; readonly edge: EdgeDone };
  'sharp-point': { readonly points: number; readonly angleDeg: number; readonly edge: EdgeDone };
  /** Asks for care with scissors, with the needle, or with both. */
  'inside-corners': { readonly byHand: boolean; readonly edge: EdgeDone };
  'looked-at-coarsely': NoFigures;
  hidden: NoFigures;
  'paper-releases': { readonly fabricId: string };
  'other-material': { readonly fabricId: string; readonly material: SideMaterial };
  'sides-show': { readonly deltaE: number; readonly by: string };
  /** `rimMm`: the narrowest felt round a window, as it would be. */
  'window-too-large': { readonly rimMm: number; readonly leastRimMm: number };
  'sheet-too-small': {
    readonly widthMm: number;
    readonly heightMm: number;
    readonly sheetWidthMm: number;
    readonly sheetHeightMm: number;
  };
  'spine-too-wide': { readonly spineMm: number; readonly bookWidthMm: number };
  'patch-past-its-cloth': { readonly widthMm: number; readonly heightMm: number };
  /** `mostMm`: the widest tape that would fit; `sliverMm`: what is cut of sheet web in its place. */
  'no-tape': { readonly mostMm: number; readonly sliverMm: number };
  /** It has no web of its own, and nothing lies over it. */
  'nothing-holds-it': NoFigures;
  /** The largest that a shape, with its web’s and its cloth’s rim, may be on the mat. */
  'mat-too-small': { readonly widthMm: number; readonly heightMm: number };
  'unlined-on-mat': { readonly webId: string };
  'mixed-facing': { readonly drawn: 'reversed' | 'as-seen' };
  'short-of-web': { readonly webId: string; readonly needsMm: number; readonly leftMm: number };
  'order-circle': { readonly under: string; readonly over: string };
  'unit-interleaved': { readonly unit: string };
  /** Its pieces are not all made equally often. @property wholes how many of it can be built */
  'unit-copies': { readonly unit: string; readonly wholes: number };
  'unit-too-large': {
    readonly unit: string;
    readonly widthMm: number;
    readonly heightMm: number;
    readonly sheetWidthMm: number;
    readonly sheetHeightMm: number;
  };
  'no-ground': { readonly articleId: string };
  'article-empty': { readonly articleId: string };
  'patch-too-large': { readonly fabricId: string };
  'stiff-place': {
    readonly cloths: number;
    readonly webs: number;
    readonly stiffness: number;
    readonly rigidityUNm: number;
    readonly hand: Intent['hand'];
  };
  'shows-through': { readonly deltaE: number };
  /** Its colour is changed by what lies beneath; `by`: the piece, or null for the ground. */
  greyed: { readonly deltaE: number; readonly by: string | null };
  /** Its edge cannot be told from what lies beyond it; `own`: it lies on its own cloth. */
  vanishes: {
    readonly deltaE: number;
    readonly against: string | null;
    readonly share: number;
    readonly own: boolean;
    readonly fabricIds: readonly string[];
    readonly edge: EdgeDone;
  };
  'behind-no-window': NoFigures;
  /** Nothing that lies on the picture has a hole. */
  'top-without-window': NoFigures;
  /** `comesOff`: nothing but web holds it. */
  tiny: { readonly leastMm: number; readonly byHand: boolean; readonly comesOff: boolean };
  'short-of-cloth': { readonly fabricId: string; readonly needsMm2: number; readonly haveMm2: number };
  'no-room-on-cloth': { readonly fabricId: string; readonly copies: number };
  'ground-too-large': {
    readonly fabricId: string;
    readonly articleId: string;
    readonly widthMm: number;
    readonly heightMm: number;
    readonly largestWidthMm: number;
    readonly largestHeightMm: number;
  };
  /** Each would fit a piece of cloth that is here, but not all of them. @property grounds copies of all of them @property room how many of them have room */
  'grounds-no-room': { readonly fabricId: string; readonly grounds: number; readonly room: number };
  /** Widths of a long ground meet beneath them. */
  'over-a-seam': { readonly articleId: string };
  /** Sewn to others or given a border, and no seam allowance. */
  'no-seam': { readonly articleId: string; readonly takesMm: number };
  'blocks-differ': NoFigures;
  'top-has-gaps': { readonly rows: number; readonly columns: number; readonly blocks: number };
  'name-holds-markup': NoFigures;
  'edge-caution': { readonly cause: EdgeCaution };
  'thread-trouble': { readonly cause: ThreadTrouble };
}
export type SnagCode = keyof SnagFigures;

/** Something that will go wrong on the table. */
export type Snag = Coded<SnagFigures> & {
  readonly severity: Severity;
  /** The pieces it is about, the one that is meant first. */
  readonly pieceIds: readonly string[];
  /** Where on the ground, when it is one place. */
  readonly at: { readonly xMm: number; readonly yMm: number } | null;
  /** The station where it is mended. */
  readonly station: StationName;
};

/** What of a recipe’s answers cannot be: a snag at the pieces that it laid out. */
export type Misfit = Coded<
  Pick<
    SnagFigures,
    'window-too-large' | 'sheet-too-small' | 'spine-too-wide' | 'patch-past-its-cloth' | 'no-tape' | 'behind-no-window'
  >
> & { readonly severity: Severity; readonly pieceIds: readonly string[] };

/** Which way round a piece is drawn, and by what. */
export interface FacingFinding {
  readonly code:
    | 'reversed'
    | 'as-seen'
    | 'as-printed'
    | 'turn-back'
    | 'face-down'
    | 'as-seen-face-down'
    | 'reversed-face-down'
    /** Drawn on the plain side of a stiff backing. */
    | 'on-backing'
    | 'no-care';
  readonly route: Route;
}
