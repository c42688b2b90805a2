import type { FabricKind } from '../model';

export interface ClothFacts {
  readonly name: string;
  /** Adhesive that grips both faces of a bond when an edge is stitched as well, g/m². Estimated from common practice. */
  readonly gripGsm: number;
  /** Nap, pile or thickness that keeps a thin layer of adhesive from reaching it. */
  readonly hairyOrThick: boolean;
  /** Fine enough that adhesive comes through or shows as a board. */
  readonly fine: boolean;
}

const cloth = (name: string, gripGsm: number, more: Partial<ClothFacts> = {}): ClothFacts => ({
  name,
  gripGsm,
  hairyOrThick: false,
  fine: false,
  ...more,
});

/** What a kind of cloth asks of a web. Grip figures are estimates in the order that common practice gives them (no source): smooth and thin least, hairy and thick most. */
export const CLOTH: Readonly<Record<FabricKind, ClothFacts>> = {
  'quilting-cotton': cloth('Quilting cotton', 18),
  batik: cloth('Batik', 17),
  linen: cloth('Linen', 22),
  flannel: cloth('Flannel', 26, { hairyOrThick: true }),
  corduroy: cloth('Corduroy', 32, { hairyOrThick: true }),
  denim: cloth('Denim', 30, { hairyOrThick: true }),
  canvas: cloth('Canvas', 28, { hairyOrThick: true }),
  'wool-felt': cloth('Wool felt', 36, { hairyOrThick: true }),
  'craft-felt': cloth('Craft felt', 34, { hairyOrThick: true }),
  fleece: cloth('Fleece', 36, { hairyOrThick: true }),
  jersey: cloth('Jersey', 18),
  silk: cloth('Silk', 12, { fine: true }),
  satin: cloth('Satin', 14, { fine: true }),
  vinyl: cloth('Vinyl', 30, { hairyOrThick: true }),
  leather: cloth('Leather', 34, { hairyOrThick: true }),
  other: cloth('Other cloth', 22),
};

/** Adhesive a cloth can hide before it strikes through or stands like card: this share of the cloth's own mass. Estimated from common practice. */
const HIDES_SHARE = 0.25;
export const hidesGsm = (massGsm: number): number => HIDES_SHARE * massGsm;

export type WebWeight = 'light' | 'medium' | 'firm';
/** Upper ends of the light and the medium webs, g/m². Common practice, no source. */
const WEIGHT_ENDS = { light: 22, medium: 36 } as const;
export const weightOf = (massGsm: number): WebWeight =>
  massGsm <= WEIGHT_ENDS.light ? 'light' : massGsm <= WEIGHT_ENDS.medium ? 'medium' : 'firm';

/** A web flows once the bond line is this far above its melting point, and cloth and dial leave this much room, °C. Common practice, no source. */
export const FLOW_MARGIN_C = 10;
