import type { Size } from './cut-ground';
import type { EdgePlan } from './edge';
import type {
  Buy,
  Caution,
  ChoiceReason,
  Confidence,
  DialPlace,
  FacingFinding,
  Lean,
  PressReason,
  PressSide,
  Rejection,
  Remedy,
  RuleFinding,
  RunnerUp,
  Snag,
} from './findings';
import type { Making, StepPlace } from './making';
import type { DrawnMark } from './project';
import type { Cover, Stage } from './things';

// The plan as core works it out: figures and findings. src/words says it in words, and gives the document that the endpoint answers.

export const PLAN_FORMAT = 'apple-seam.plan';
export const PLAN_VERSION = 1;

export interface Choice {
  readonly pieceId: string;
  readonly webId: string | null;
  /** true when a person overruled us with the piece's own webId. */
  readonly overruled: boolean;
  readonly reasons: readonly ChoiceReason[];
  /** The gravest thing that speaks against the web chosen; null: nothing grave. */
  readonly but: RuleFinding | null;
  readonly rejected: readonly Rejection[];
  /** Rules that forbid the web a person chose; empty for our own choices. */
  readonly forbiddenBy: readonly RuleFinding[];
  /** The next best, with what would have to change for each to win. */
  readonly runnersUp: readonly RunnerUp[];
  /** How far the choice can be relied on. */
  readonly confidence: Confidence;
  /** What to buy when nothing in the drawer suits; null otherwise. */
  readonly buy: Buy | null;
}

/** A piece as it is drawn, as path data. */
export interface Tracing extends FacingFinding {
  readonly pieceId: string;
  readonly mirrored: boolean;
  readonly outline: string;
  /** What of the outline is seen, as drawn: its edges inside the outline are dotted, the rest runs on underneath. Empty: all of it. */
  readonly dotted: string;
  /** The middle of the web that may be cut out, as drawn. Empty: it stays. */
  readonly webMiddle: string;
  /** Lines and dots on it, as drawn. */
  readonly marks: readonly DrawnMark[];
  readonly areaMm2: number;
  readonly perimeterMm: number;
}

/** Heat, dwell, pressure and cooling of one press. */
export interface Setting {
  readonly heat: { readonly soleplateC: number; readonly dial: DialPlace | null; readonly dots: 1 | 2 | 3 };
  readonly dwell: { readonly seconds: number; readonly minS: number; readonly maxS: number };
  /** The windows at the cold and the hot end of what the dial may be off by; null: none there. */
  readonly band: { readonly coldS: readonly [number, number] | null; readonly hotS: readonly [number, number] | null };
  /** Thick hairy cloth with steam is glided over in passes, with a look between; null: the iron stands. */
  readonly passes: { readonly count: number; readonly eachS: number; readonly lookS: number } | null;
  /** From which side; half of the seconds each, where it is both. */
  readonly side: PressSide;
  readonly pressure: { readonly kPa: number; readonly lean: Lean };
  readonly steam: boolean;
  readonly cover: Cover;
  readonly placements: number;
  /** Which of its columns decides about its seconds, as an index. */
  readonly deciding: number;
  readonly coolS: number;
  /** What it cools on. */
  readonly coolsOn: string;
  /** Why it cannot be pressed so, and what would help; null: it can. */
  readonly stop: Caution | null;
  readonly cautions: readonly Caution[];
  readonly reasons: readonly PressReason[];
  /** What the leaflet says, and whether it rules. */
  readonly leaflet: { readonly heatC: number; readonly dwellS: number; readonly rules: boolean };
  /** What the soleplate may be off by at this mark, °C either way. */
  readonly unsureC: number;
  /** What would open or shorten the window, each with its own. */
  readonly remedies: readonly Remedy[];
  /** What its figures stand on: a leaflet and our own figures, a dial that was measured, or swatches. */
  readonly stands: Stands;
  /** What a book of swatches has to do with it; null: nothing. */
  readonly book: BookSays | null;
}

export type Stands = 'estimated' | 'measured' | 'swatches';
export interface BookSays {
  /** Swatches that were pressed with this iron, or of this web where none was. */
  readonly swatches: number;
  /** Of them those of just this press, and how many of these held. */
  readonly like: number;
  readonly held: number;
  /** What it would be without the book; null: the same, or it could not be pressed. */
  readonly was: { readonly seconds: number; readonly dial: DialPlace | null } | null;
}

/** Which place decides about a ticket's seconds. */
export interface Decides {
  readonly stepId: string;
  /** Which of that step's columns. */
  readonly column: number;
}

export interface PressTicket extends Omit<Setting, 'deciding'> {
  readonly id: string;
  readonly stage: Stage;
  /** The pieces whose bond or fuse is made. */
  readonly pieceIds: readonly string[];
  /** The web whose leaflet is asked; of several the one that wants most heat. */
  readonly webId: string;
  readonly on: StepPlace;
  /** A unit that goes down, or is built, as one. */
  readonly unit: string | null;
  readonly stepIds: readonly string[];
  /** Over all copies: how often the iron is set down, and in how many loads. */
  readonly setDowns: number;
  readonly loads: number;
  /** The most copies of one piece. */
  readonly copies: number;
  readonly decides: Decides;
}

export interface WebUse {
  readonly webId: string;
  readonly widthMm: number;
  /** Length of roll: as nested where that was worked out for just this, else in rows. */
  readonly lengthMm: number;
  readonly usedAreaMm2: number;
  readonly how: 'rows' | 'nested';
  readonly rowsLengthMm: number;
}

/** What one thing measures, from the inside out, mm: each size from the one before. */
export interface ArticleSizes {
  readonly id: string;
  /** Without seams. */
  readonly finished: Size;
  /** Of its cloth: with seams, and what is trimmed away in the end. */
  readonly cut: Size;
  /** As sewn together, its outer seams with it: with sashing and border; joined blocks tell that of the whole. */
  readonly top: Size;
  readonly wadding: Size | null;
  readonly backing: Size | null;
}

export interface Plan {
  readonly format: typeof PLAN_FORMAT;
  readonly version: typeof PLAN_VERSION;
  readonly projectId: string;
  readonly articles: readonly ArticleSizes[];
  readonly choices: readonly Choice[];
  readonly order: readonly string[];
  readonly overlaps: readonly { readonly under: string; readonly over: string; readonly areaMm2: number }[];
  readonly tracings: readonly Tracing[];
  readonly press: readonly PressTicket[];
  readonly making: Making;
  readonly edge: EdgePlan;
  readonly webUse: readonly WebUse[];
  readonly snags: readonly Snag[];
}
