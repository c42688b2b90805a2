import { lightness } from '../../base/colour';
import { EDGE_FACTS } from '../../hands/edge';
import type { Edge, Fabric, Intent, Route, Schools, Wants, Web } from '../../keep/model';
import { bearsC, type ClothFacts, factsOf, hidesGsm } from '../material';
import { BENEATH_SHARE, HAND, HOLD, MOST_WANTED_GSM } from './data';

/** A piece with what it is for; the web is what is asked. */
export interface Wish {
  readonly pieceId: string;
  /** The user's own choice, or null. */
  readonly overruledWith: string | null;
  readonly fabric: Fabric;
  /** Everything the piece lies on: the ground and lower pieces it overlaps. */
  readonly beneath: readonly Fabric[];
  /** Webs that are bonded already where this piece goes on. */
  readonly bonded: readonly Web[];
  readonly edge: Edge;
  readonly route: Route;
  /** It goes into a fold of cloth, where nothing is drawn or cut out. */
  readonly inFold?: boolean;
  readonly intent: Intent;
  readonly wants: Wants;
  readonly schools: Schools;
  /** Layers of cloth at the fullest place beneath this piece, the ground and itself included. */
  readonly layers: number;
  /** The piece's shorter and longer side. */
  readonly narrowMm: number;
  readonly longMm: number;
  /** All pieces of this fabric with all their copies: they are fused alike. */
  readonly fabricAreaMm2: number;
  /** The fullest pile beneath it, ground first, where that was worked out. */
  readonly pile?: readonly Fabric[];
  /** What the project's iron and bench make of a web here, where that was asked already. */
  readonly pressed?: (web: Web) => PressAnswer | null;
}

/** How a web can be pressed on the project's own iron and bench. */
export interface PressAnswer {
  /** Seconds at the least; null: no setting works. */
  readonly seconds: number | null;
}

/** All that a rule may look at besides the web: the wish, and what follows from it, worked out once. */
export interface Situation extends Wish {
  readonly cloth: ClothFacts;
  /** The lowest heat limit of the cloth and all it lies on, °C. */
  readonly limitC: number;
  /** Adhesive the bond asks for, and adhesive the cloth can hide. */
  readonly wantedGsm: number;
  readonly hidesGsm: number;
  /** Lightness of the cloth, CIE L*. */
  readonly lightness: number;
  /** The most that any of its cloths gives. */
  readonly stretchPercent: number;
  /** A cloth, its own or beneath, that adhesive cannot soak into. */
  readonly hardFace: Fabric | null;
  /** Some cloth, its own or beneath, is hairy or thick. */
  readonly hairy: boolean;
}

/** Sewn by machine. */
export const isSewn = (edge: Edge): boolean => EDGE_FACTS[edge].by === 'machine';
/** No needle goes near it. */
export const isUnstitched = (edge: Edge): boolean => EDGE_FACTS[edge].by === 'none';

/** The lowest heat limit of the cloth and all it lies on, °C. */
const limitOf = (s: Pick<Wish, 'fabric' | 'beneath'>): number =>
  s.beneath.reduce((low, f) => Math.min(low, bearsC(f)), bearsC(s.fabric));

/** Adhesive this piece asks for, g/m²: what its hairiest face needs, more without a stitch, less for a soft hand. */
function wantedGsm(s: Pick<Wish, 'fabric' | 'beneath' | 'edge' | 'intent'>): number {
  let grip = factsOf(s.fabric).gripGsm;
  for (const f of s.beneath) grip = Math.max(grip, factsOf(f).gripGsm * BENEATH_SHARE.value);
  const hold = isUnstitched(s.edge) ? HOLD.unstitched : EDGE_FACTS[s.edge].by === 'hand' ? HOLD.hand : HOLD.sewn;
  return Math.min(MOST_WANTED_GSM.value, grip * hold.value * HAND[s.intent.hand].value);
}

/** Works out once what the rules will ask for. */
export function situationOf(wish: Wish): Situation {
  const cloths = [wish.fabric, ...wish.beneath];
  return {
    ...wish,
    cloth: factsOf(wish.fabric),
    limitC: limitOf(wish),
    wantedGsm: wantedGsm(wish),
    hidesGsm: hidesGsm(wish.fabric),
    lightness: lightness(wish.fabric.colour),
    stretchPercent: cloths.reduce((most, f) => Math.max(most, factsOf(f).stretchPercent), 0),
    hardFace: cloths.find((f) => factsOf(f).hard) ?? null,
    hairy: cloths.some((f) => factsOf(f).hairyOrThick),
  };
}
