import { nth } from '../lists';

/** Something with a box that wants room, mm. */
export interface Boxed {
  readonly widthMm: number;
  readonly heightMm: number;
}

export interface Row<T> {
  readonly item: T;
  readonly x: number;
  readonly y: number;
  /** Turned a quarter to fit. */
  readonly turned: boolean;
}

/**
 * Lays boxes in rows on strips of a given size, each in the first row that has room for it; a new row or strip begins when none has. A box too wide as it stands is turned a quarter.
 * Plain on purpose: this is how people trace. Nesting is another module's work.
 * @param heightMm null for an endless strip
 * @returns the strips, and what fits on none
 */
export function layInRows<T extends Boxed>(
  items: readonly T[],
  widthMm: number,
  heightMm: number | null,
  gapMm: number,
): { strips: { rows: Row<T>[]; usedMm: number }[]; tooLarge: T[] } {
  const strips: { rows: Row<T>[]; usedMm: number }[] = [];
  const shelves: { strip: number; y: number; heightMm: number; usedMm: number }[] = [];
  const tooLarge: T[] = [];
  const highest = heightMm ?? Number.POSITIVE_INFINITY;
  for (const item of items) {
    const fits = (w: number, h: number): boolean => w <= widthMm && h <= highest;
    const turned = !fits(item.widthMm, item.heightMm);
    if (turned && !fits(item.heightMm, item.widthMm)) {
      tooLarge.push(item);
      continue;
    }
    const w = turned ? item.heightMm : item.widthMm;
    const h = turned ? item.widthMm : item.heightMm;
    let shelf = shelves.find((s) => h <= s.heightMm && s.usedMm + w <= widthMm);
    if (!shelf) {
      const used = (strip: number): number => nth(strips, strip).usedMm;
      let strip = strips.findIndex((s) => s.usedMm + gapMm + h <= highest);
      if (strip < 0) strip = strips.push({ rows: [], usedMm: -gapMm }) - 1;
      shelf = { strip, y: used(strip) + gapMm, heightMm: h, usedMm: 0 };
      shelves.push(shelf);
      nth(strips, strip).usedMm = shelf.y + h;
    }
    nth(strips, shelf.strip).rows.push({ item, x: shelf.usedMm, y: shelf.y, turned });
    shelf.usedMm += w + gapMm;
  }
  return { strips, tooLarge };
}
