import { boundsOf, holesOf, type Region } from '../../base/shape';
import { type Caution, type Fabric, type Iron, ironPressureKPa, type Lean } from '../../keep/model';
import { factsOf } from '../material';
import { GRAVITY, LEANS, PILE_CEILING_KPA, PLUG_FROM_MM, PLUG_STANDS_MM } from './data';

export { ironPressureKPa as pressureKPa } from '../../keep/model';

/** The lean that a scale under the board shows, N. @param shownKg with the iron pressed on it @param restingKg with the iron only lying on it */
export const leanFromScale = (shownKg: number, restingKg: number): number =>
  Math.max(0, (shownKg - restingKg) * GRAVITY.value);

/** The lean that brings an iron to a pressure, N; none where it presses harder by itself. */
export const leanForN = ({ soleplate, massKg }: Pick<Iron, 'soleplate' | 'massKg'>, kPa: number): number =>
  Math.max(0, (kPa * 1000 * soleplate.widthMm * soleplate.lengthMm) / 1e6 - massKg * GRAVITY.value);

/** What a pressure feels like to lean. */
export const leanAt = (kPa: number): Lean => LEANS.find((l) => kPa <= l.upToKPa.value)?.lean ?? 'full';

/**
 * The pressure a press gets: the iron's own with the lean, but none of the lean on pile and thick wool.
 * @returns kPa, and the cloth that holds it down, if one does
 */
export function pressureOn(iron: Iron, cloths: readonly Fabric[]): { kPa: number; softest: Fabric | null } {
  const own = ironPressureKPa(iron);
  const softest = cloths.find((f) => factsOf(f).pile) ?? null;
  if (!softest) return { kPa: own, softest: null };
  return { kPa: Math.min(own, Math.max(PILE_CEILING_KPA.value, ironPressureKPa({ ...iron, leanN: 0 }))), softest };
}

/** The windows of a piece that are too wide for the soleplate's edge and the cloth's own give to bridge, as shapes of their own. */
export const windowsIn = (region: Region): Region[] =>
  holesOf(region).flatMap((window) => {
    const b = boundsOf([window]);
    return Math.min(b.maxX - b.minX, b.maxY - b.minY) > PLUG_FROM_MM.value ? [[window]] : [];
  });

/**
 * What a window needs, so that a flat iron presses what lies in it; null where the frame hardly stands above that.
 * @param frameMm height of everything at the frame @param insideMm height of everything in its window
 */
export function plugFor(frameMm: number, insideMm: number): Caution | null {
  const thicknessMm = Math.round((frameMm - insideMm) * 10) / 10;
  return thicknessMm >= PLUG_STANDS_MM.value ? { code: 'plug', thicknessMm } : null;
}
