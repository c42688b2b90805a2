import type { Iron } from '../model';
import { PLACEMENT_OVERLAP } from './data';

/**
 * How often the iron is set down to cover a box, in an overlapping grid; the better of the two ways to hold it.
 * The soleplate counts as an upright rectangle: an estimate, since a real one tapers to its point.
 */
export function placementsFor(widthMm: number, heightMm: number, iron: Iron): number {
  const keep = 1 - PLACEMENT_OVERLAP.value;
  const along = (lengthMm: number, soleMm: number): number =>
    lengthMm <= soleMm ? 1 : 1 + Math.ceil((lengthMm - soleMm) / (soleMm * keep));
  const { widthMm: w, lengthMm: l } = iron.soleplate;
  return Math.min(along(widthMm, w) * along(heightMm, l), along(widthMm, l) * along(heightMm, w));
}
