import { factsOf } from '../material';
import type { Fabric, Iron } from '../model';
import { GRAVITY, LEAN_WORDS, PILE_CEILING_KPA } from './data';

/** kPa under the iron: its mass and the lean, over the soleplate. */
export function pressureKPa(iron: Iron): number {
  const areaM2 = (iron.soleplate.widthMm * iron.soleplate.lengthMm) / 1e6;
  return (iron.massKg * GRAVITY.value + iron.leanN) / areaM2 / 1000;
}

/** The lean that a scale under the board shows, N. @param shownKg with the iron pressed on it @param restingKg with the iron only lying on it */
export const leanFromScale = (shownKg: number, restingKg: number): number =>
  Math.max(0, (shownKg - restingKg) * GRAVITY.value);

export const leanWords = (kPa: number): string => LEAN_WORDS.find((w) => kPa <= w.upTo)!.text;

/**
 * The pressure a press gets: the iron's own with the lean, but none of the lean on pile and thick wool.
 * @returns kPa, and the cloth that holds it down, if one does
 */
export function pressureOn(iron: Iron, cloths: readonly Fabric[]): { kPa: number; softest: Fabric | null } {
  const own = pressureKPa(iron);
  const softest = cloths.find((f) => factsOf(f).pile) ?? null;
  if (!softest) return { kPa: own, softest: null };
  return { kPa: Math.min(own, Math.max(PILE_CEILING_KPA.value, pressureKPa({ ...iron, leanN: 0 }))), softest };
}

/** Thickness of the plug that fills a window, so that a flat iron presses what lies in it, mm: as much as the frame stands above. */
export const plugMm = (frame: Pick<Fabric, 'thicknessMm'>, adhesive = 0): number =>
  Math.round((frame.thicknessMm + adhesive) * 10) / 10;
