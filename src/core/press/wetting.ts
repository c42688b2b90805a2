import { type Flow, hidesGsm } from '../material';
import type { Fabric, Web } from '../model';
import { ABSOLUTE_ZERO_C, GAS_CONSTANT, STRIKE, WETTING_COSINE } from './data';

/**
 * Viscosity of a melt, Pa·s: Arrhenius, η = η₀·exp(E/R·(1/T − 1/T₀)); it does not flow at all below its melting point, and only in part through its melting range.
 * @returns Infinity below the melting point
 */
export function viscosityPaS(flow: Flow, meltC: number, c: number): number {
  const melted = (c - meltC) / flow.meltRangeC.value;
  if (melted <= 0) return Number.POSITIVE_INFINITY;
  const k = c - ABSOLUTE_ZERO_C.value;
  const k0 = flow.refC.value - ABSOLUTE_ZERO_C.value;
  const eta =
    flow.viscosityPaS.value * Math.exp(((flow.activationKJMol.value * 1000) / GAS_CONSTANT.value) * (1 / k - 1 / k0));
  return eta / Math.min(1, melted * melted);
}

/** Pressure by which gaps of a radius draw a melt in, Pa: 2γ·cosθ/r. */
export const capillaryPa = (flow: Flow, radiusMm: number): number =>
  (2 * flow.surfaceTensionNM.value * WETTING_COSINE.value) / (radiusMm / 1000);

/**
 * How fast the square of the wetted depth grows, mm²/s: r²·(P_capillary + P_applied)/(4η).
 * Source: Washburn 1921, penetration into capillaries.
 */
export const wettingMm2S = (flow: Flow, radiusMm: number, kPa: number, etaPaS: number): number =>
  Number.isFinite(etaPaS) ? (radiusMm * radiusMm * (capillaryPa(flow, radiusMm) + kPa * 1000)) / (4 * etaPaS) : 0;

/**
 * Depth at which adhesive shows on a cloth's face, mm. The less adhesive there is against what the cloth hides, the deeper it has to go.
 */
export function strikeDepthMm(fabric: Fabric, web: Web, thicknessMm: number): number {
  const spare = Math.max(0, hidesGsm(fabric) / web.massGsm - 1);
  return thicknessMm * Math.min(STRIKE.mostShare.value, STRIKE.share.value + STRIKE.scarce.value * spare);
}
