import type { Fabric, Web } from '../../keep/model';
import { type Flow, factsOf, hidesGsm } from '../material';
import { ABSOLUTE_ZERO_C, ANCHOR, DRAWN_IN, GAS_CONSTANT, STRIKE, WETTING_COSINE } from './data';
import { fibreShare } from './stack';

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

/**
 * How deep adhesive has to go into a face before it holds, mm: past the roughness, and by the anchors that its own thickness asks for.
 * @param thickMm of the adhesive @param faces how many faces share it
 */
export function anchorDepthMm(fabric: Fabric, thickMm: number, faces: number): number {
  const { roughnessMm } = factsOf(fabric);
  return Math.hypot(roughnessMm, (ANCHOR.value * thickMm) / (1 - fibreShare(fabric)) / faces);
}

/** Adhesive that has been drawn into a face, mm of its thickness, when it has gone in so deep. */
export const drawnInMm = (fabric: Fabric, depthMm: number): number =>
  DRAWN_IN.fill.value * (1 - fibreShare(fabric)) * depthMm;

/**
 * How much of a strip of melt is left between plates: 1/h² grows by 2P/(η·w²)·dt, w being the whole width and P the mean pressure.
 * Source: squeeze film between parallel strips, Reynolds 1886 (Stefan 1874 for discs): −dh/dt = h³·P/(η·w²).
 * @param thickMm to begin with @param fluidity ∫ P/η dt, without unit @param widthMm the whole width of the strip
 * @returns share of the thickness that has been squeezed out
 */
export const squeezedShare = (thickMm: number, fluidity: number, widthMm: number): number =>
  1 - 1 / Math.sqrt(1 + (2 * thickMm * thickMm * fluidity) / (widthMm * widthMm));
