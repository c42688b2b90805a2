import type { Put } from './answers';
import { slackMm } from './part';
import type { Ready } from './ready';
import { layInRows } from './rows';

/** Items on the roll in rows, box beside box, each turned as it takes least: what people do by hand, only tidier. */
export function boxedLayout(
  ready: Ready,
  mine: readonly number[],
  widthMm: number,
): { readonly at: readonly Put[]; readonly lengthMm: number } {
  // Rows run across the roll: what is a width to them is our y.
  const boxed = mine.map((item) => {
    const shape = ready.shapeOf(item);
    let step = -1;
    let least = Number.POSITIVE_INFINITY;
    for (const s of ready.allowedOf(item)) {
      const b = shape.trueBoxAt(s);
      const area = (b.maxX - b.minX) * (b.maxY - b.minY);
      if (b.maxY - b.minY <= widthMm + 1e-6 && area < least) {
        least = area;
        step = s;
      }
    }
    const b = shape.trueBoxAt(step);
    return { item, step, b, widthMm: b.maxY - b.minY, heightMm: b.maxX - b.minX };
  });
  boxed.sort((p, q) => q.heightMm - p.heightMm || p.item - q.item);
  // A hair more room than asked, so that rounding never brings two too near.
  const { spacingMm } = ready;
  const { strips } = layInRows(boxed, widthMm + 1e-6, null, spacingMm + 2 * slackMm(spacingMm));
  return {
    lengthMm: strips[0]?.usedMm ?? 0,
    at: (strips[0]?.rows ?? []).map(({ item: { item, step, b }, x, y }) => ({
      item,
      step,
      x: y - b.minX,
      y: x - b.minY,
    })),
  };
}
