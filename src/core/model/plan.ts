import type {
  Buy,
  Caution,
  ChoiceReason,
  Confidence,
  DialPlace,
  FacingFinding,
  Lean,
  PressReason,
  Rejection,
  Remedy,
  RuleFinding,
  RunnerUp,
  Snag,
} from './findings';
import type { Cover, Stage } from './project';

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
  readonly areaMm2: number;
  readonly perimeterMm: number;
}

/** Heat, dwell, pressure and cooling of one press. */
export interface Setting {
  readonly heat: { readonly soleplateC: number; readonly dial: DialPlace | null; readonly dots: 1 | 2 | 3 };
  readonly dwell: { readonly seconds: number; readonly minS: number; readonly maxS: number };
  readonly pressure: { readonly kPa: number; readonly lean: Lean };
  readonly steam: boolean;
  readonly cover: Cover;
  readonly placements: number;
  readonly coolS: number;
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
}

export interface PressTicket extends Setting {
  readonly id: string;
  readonly stage: Stage;
  readonly pieceIds: readonly string[];
  readonly webId: string;
}

/** One step of laying down: pieces bonded to each other on the release sheet, or pieces or whole units bonded to the ground. */
export interface BondStep {
  readonly on: 'sheet' | 'ground';
  readonly unit: string | null;
  readonly pieceIds: readonly string[];
  /** The piece whose liner stays on until the unit goes to the ground; null on the ground. */
  readonly keepLinerOn: string | null;
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

export interface Plan {
  readonly format: typeof PLAN_FORMAT;
  readonly version: typeof PLAN_VERSION;
  readonly projectId: string;
  readonly choices: readonly Choice[];
  readonly order: readonly string[];
  /** How pieces and units are laid down: units are built on the release sheet first. */
  readonly steps: readonly BondStep[];
  readonly overlaps: readonly { readonly under: string; readonly over: string; readonly areaMm2: number }[];
  readonly tracings: readonly Tracing[];
  readonly press: readonly PressTicket[];
  readonly webUse: readonly WebUse[];
  readonly snags: readonly Snag[];
}
