import { converter } from 'culori';
import { type ClothFacts, factsOf } from '../material';
import type { Edge, Fabric, Intent, Route, Schools, Wants, Web } from '../model';

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
  readonly intent: Intent;
  readonly wants: Wants;
  readonly schools: Schools;
  /** Layers of cloth in the deepest chain through this piece, itself included. */
  readonly layers: number;
  /** The piece's shorter and longer side. */
  readonly narrowMm: number;
  readonly longMm: number;
  /** All pieces of this fabric with all their copies: they are fused alike. */
  readonly fabricAreaMm2: number;
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

const SEWN: readonly Edge[] = ['straight', 'blanket', 'zigzag', 'satin', 'free-motion'];
/** Sewn by machine. */
export const isSewn = (edge: Edge): boolean => SEWN.includes(edge);
/** No needle goes near it. */
export const isUnstitched = (edge: Edge): boolean => edge === 'none' || edge === 'paint';

/** The lowest heat limit of the cloth and all it lies on, °C. */
const limitOf = (s: Pick<Wish, 'fabric' | 'beneath'>): number =>
  s.beneath.reduce((low, f) => Math.min(low, f.maxIronC), s.fabric.maxIronC);

/** A cloth beneath asks for a little less adhesive than one that is bonded itself. Estimated. */
const BENEATH_SHARE = 0.9;
/** What an edge does to the adhesive needed: alone it must hold more; by hand it must let a needle through. Estimated from common practice. */
const HOLD = { unstitched: 2.2, hand: 0.8, sewn: 1 } as const;
const HAND = { soft: 0.9, medium: 1, firm: 1.3 } as const;

/** Adhesive this piece asks for, g/m²: what its hairiest face needs, more without a stitch, less for a soft hand. */
function wantedGsm(s: Pick<Wish, 'fabric' | 'beneath' | 'edge' | 'intent'>): number {
  let grip = factsOf(s.fabric).gripGsm;
  for (const f of s.beneath) grip = Math.max(grip, factsOf(f).gripGsm * BENEATH_SHARE);
  const hold = isUnstitched(s.edge) ? HOLD.unstitched : s.edge === 'hand' ? HOLD.hand : HOLD.sewn;
  return grip * hold * HAND[s.intent.hand];
}

/** Adhesive a cloth can hide before it strikes through or stands like card: this share of the cloth's own mass, more in thick and hairy cloth. Estimated from common practice. */
const HIDES_SHARE = { usual: 0.3, thick: 0.45 } as const;
const hidesGsm = (f: Fabric): number => (factsOf(f).hairyOrThick ? HIDES_SHARE.thick : HIDES_SHARE.usual) * f.massGsm;

/** A web flows once the bond line is this far above its melting point, and cloth and dial leave this much room, °C. Common practice, no source. */
export const FLOW_MARGIN_C = 10;
/** Where a web flows well enough to bond, °C. */
export const flowC = (web: Pick<Web, 'meltC'>): number => web.meltC + FLOW_MARGIN_C;

const lab = converter('lab65');
const lightnesses = new Map<string, number>();
function lightness(colour: string): number {
  let l = lightnesses.get(colour);
  if (l === undefined) {
    l = lab(colour)?.l ?? 0;
    lightnesses.set(colour, l);
  }
  return l;
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
