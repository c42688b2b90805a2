import { nth } from '../../base/lists';

/** Something with a box that wants room, mm. */
export interface Boxed {
  readonly widthMm: number;
  readonly heightMm: number;
  /** What it takes up when its shape is turned a quarter; by default the same box turned. A label beneath stays beneath. */
  readonly turned?: { readonly widthMm: number; readonly heightMm: number };
}

const turnedBox = (item: Boxed): { readonly widthMm: number; readonly heightMm: number } =>
  item.turned ?? { widthMm: item.heightMm, heightMm: item.widthMm };

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
 * @param firstHeightMm the first strip may be shorter, as a page with a title is; what does not fit it goes on the next
 * @returns the strips, and what fits on none
 */
export function layInRows<T extends Boxed>(
  items: readonly T[],
  widthMm: number,
  heightMm: number | null,
  gapMm: number,
  firstHeightMm = heightMm,
): { strips: { rows: Row<T>[]; usedMm: number }[]; tooLarge: T[] } {
  const strips: { rows: Row<T>[]; usedMm: number }[] = [];
  const shelves: { strip: number; y: number; heightMm: number; usedMm: number }[] = [];
  const tooLarge: T[] = [];
  const highest = heightMm ?? Number.POSITIVE_INFINITY;
  for (const item of items) {
    const fits = (w: number, h: number): boolean => w <= widthMm && h <= highest;
    const other = turnedBox(item);
    const turned = !fits(item.widthMm, item.heightMm);
    if (turned && !fits(other.widthMm, other.heightMm)) {
      tooLarge.push(item);
      continue;
    }
    const { widthMm: w, heightMm: h } = turned ? other : item;
    let shelf = shelves.find((s) => h <= s.heightMm && s.usedMm + w <= widthMm);
    if (!shelf) {
      const used = (strip: number): number => nth(strips, strip).usedMm;
      const room = (k: number): number => (k === 0 ? (firstHeightMm ?? highest) : highest);
      let strip = strips.findIndex((s, k) => s.usedMm + gapMm + h <= room(k));
      while (strip < 0) {
        const k = strips.push({ rows: [], usedMm: -gapMm }) - 1;
        if (h <= room(k)) strip = k;
      }
      shelf = { strip, y: used(strip) + gapMm, heightMm: h, usedMm: 0 };
      shelves.push(shelf);
      nth(strips, strip).usedMm = shelf.y + h;
    }
    nth(strips, shelf.strip).rows.push({ item, x: shelf.usedMm, y: shelf.y, turned });
    shelf.usedMm += w + gapMm;
  }
  return { strips: strips.filter((s) => s.rows.length > 0), tooLarge };
}

/**
 * As {@link layInRows}, with everything turned whichever way takes fewer strips, or less of an endless one: upright, lying, or as it comes.
 * What comes back turned is turned against how it was given.
 */
export function layInFewestRows<T extends Boxed>(
  items: readonly T[],
  widthMm: number,
  heightMm: number | null,
  gapMm: number,
  firstHeightMm = heightMm,
): { strips: { rows: Row<T>[]; usedMm: number }[]; tooLarge: T[] } {
  const ways = [
    () => false,
    (i: T) => i.heightMm > i.widthMm && turnedBox(i).widthMm <= widthMm,
    (i: T) => i.widthMm > i.heightMm && (heightMm === null || turnedBox(i).heightMm <= heightMm),
  ];
  const tried = ways.map((turn) => {
    const asked = items.map((item) =>
      turn(item)
        ? { item, pre: true, ...turnedBox(item), turned: { widthMm: item.widthMm, heightMm: item.heightMm } }
        : { item, pre: false, widthMm: item.widthMm, heightMm: item.heightMm, turned: turnedBox(item) },
    );
    const { strips, tooLarge } = layInRows(asked, widthMm, heightMm, gapMm, firstHeightMm);
    return {
      strips: strips.map((s) => ({
        usedMm: s.usedMm,
        rows: s.rows.map((r) => ({ ...r, item: r.item.item, turned: r.turned !== r.item.pre })),
      })),
      tooLarge: tooLarge.map((t) => t.item),
    };
  });
  // Whole pages count, of an endless strip its length: nothing is turned for less.
  const cost = (t: (typeof tried)[number]): number =>
    heightMm === null ? t.strips.reduce((sum, s) => sum + s.usedMm, 0) : t.strips.length;
  return tried.reduce((best, t) => (t.tooLarge.length <= best.tooLarge.length && cost(t) < cost(best) ? t : best));
}
