import { derive } from '../../base/derive';
import { nth } from '../../base/lists';
import { areasOver, offset, type Region, union } from '../../base/shape';
import type { Placed } from './placed';

/** Cloth or web in smaller places than this stays where it is: cutting it out takes longer than it is worth, mm². */
const WORTH_MM2 = 1500;

/** Pieces near one another stand near one another in the list: along a curve that fills the plane. Source: Morton order. */
const byPlace = (a: Placed, b: Placed): number => mortonOf(a) - mortonOf(b);
const MORTON_MM = 40;
function mortonOf({ bounds: b }: Placed): number {
  const cell = (mm: number): number => Math.max(0, Math.min(1023, Math.round(mm / MORTON_MM) + 512));
  const x = cell((b.minX + b.maxX) / 2);
  const y = cell((b.minY + b.maxY) / 2);
  let code = 0;
  for (let bit = 0; bit < 10; bit++) code += ((x >> bit) & 1) * 4 ** bit + ((y >> bit) & 1) * 2 * 4 ** bit;
  return code;
}

const united = derive((a: Region, b: Region): Region => union(a, b));
/** Everything that pieces cover, united half by half: when one moves only its own halves are united again. */
function unitedInHalves(placed: readonly Placed[]): Region {
  const unite = (from: number, to: number): Region => {
    if (to - from === 1) return nth(placed, from).region;
    const middle = (from + to) >> 1;
    return united(unite(from, middle), unite(middle, to));
  };
  return unite(0, placed.length);
}

/** The ground behind pieces that could be cut away: everything covered by more than the underlap, in places worth it. */
export function hiddenGround(placed: readonly Placed[], underlapMm: number): Region {
  if (placed.length === 0) return [];
  // What is too small to be worth it is so all the more once it is narrowed; a tangled drawing leaves thousands of such crumbs.
  const large = areasOver(unitedInHalves([...placed].sort(byPlace)), WORTH_MM2);
  return areasOver(offset(large, -underlapMm), WORTH_MM2);
}

/**
 * The middle of a piece's web, to be cut out so that only a rim stays: keeps a large piece soft. Empty where the piece is too small for it to be worth it.
 * @param must it is cut out however small it is: a hole lies there
 */
export const webMiddle = (outline: Region, rimMm: number, must = false): Region =>
  rimMm <= 0 ? [] : areasOver(offset(outline, -rimMm), must ? 0 : WORTH_MM2);
