import type { Bounds } from '../../base/shape';
import type { PlaceFrom } from '../../keep/model';

/** The box of all of these. @param boxes at least one */
export const boxOf = (boxes: readonly Bounds[]): Bounds => ({
  minX: Math.min(...boxes.map((b) => b.minX)),
  minY: Math.min(...boxes.map((b) => b.minY)),
  maxX: Math.max(...boxes.map((b) => b.maxX)),
  maxY: Math.max(...boxes.map((b) => b.maxY)),
});

/** Hands lay no closer, mm. Common practice, no source: what is within a thread is in the middle. */
const IN_THE_MIDDLE_MM = 0.5;

/**
 * Where something is laid, by the two measures that a ruler reaches best: its middle on a middle crease of the ground, else
 * the nearer edge, across and down.
 * @param b its own box, mm from the upper left corner of the ground
 * @returns one measure across and one down; of what reaches past an edge the other edge, or the middle
 */
export function placesFrom(b: Bounds, ground: { readonly widthMm: number; readonly heightMm: number }): PlaceFrom[] {
  const along = (
    least: number,
    most: number,
    size: number,
    [low, high, centre]: readonly [PlaceFrom['from'], PlaceFrom['from'], PlaceFrom['from']],
  ): PlaceFrom => {
    const off = (least + most) / 2 - size / 2;
    if (Math.abs(off) < IN_THE_MIDDLE_MM) return { from: centre, mm: 0 };
    const [toLow, toHigh] = [least, size - most];
    const near = [
      { from: low, mm: toLow },
      { from: high, mm: toHigh },
    ]
      .filter(({ mm }) => mm >= 0)
      .sort((p, q) => p.mm - q.mm)[0];
    return near ?? { from: centre, mm: off };
  };
  return [
    along(b.minX, b.maxX, ground.widthMm, ['left', 'right', 'centre-x']),
    along(b.minY, b.maxY, ground.heightMm, ['top', 'bottom', 'centre-y']),
  ];
}
