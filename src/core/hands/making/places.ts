import type { Bounds } from '../../base/shape';
import { beyondMm, type Ground, type PlaceFrom } from '../../keep/model';

type Edge = Exclude<PlaceFrom['from'], 'piece'>;

/** Hands lay no closer, mm. Common practice, no source: what is within a thread is in the middle. */
const IN_THE_MIDDLE_MM = 0.5;

/** A neighbour that lies already, or is laid just before. */
export interface Neighbour {
  readonly pieceId: string;
  readonly box: Bounds;
}
/** From a neighbour is measured where it is so much nearer than the edge, of its distance. Ours. */
const NEARER = 1 / 3;
/** Neighbours lie level where they share so much of the height, or width, of the smaller. Ours. */
const SHARED = 0.5;

/** The nearest neighbour beside something, and where of it it lies. */
function besides(b: Bounds, neighbours: readonly Neighbour[], way: 'across' | 'down'): PlaceFrom | null {
  let best: PlaceFrom | null = null;
  for (const { pieceId, box } of neighbours) {
    const [low, high, lowN, highN] =
      way === 'across' ? [b.minX, b.maxX, box.minX, box.maxX] : [b.minY, b.maxY, box.minY, box.maxY];
    const [from, to, fromN, toN] =
      way === 'across' ? [b.minY, b.maxY, box.minY, box.maxY] : [b.minX, b.maxX, box.minX, box.maxX];
    const shared = Math.min(to, toN) - Math.max(from, fromN);
    if (shared < SHARED * Math.min(to - from, toN - fromN)) continue;
    const after = low - highN;
    const before = lowN - high;
    const mm = Math.max(after, before);
    if (mm < 0 || (best && best.mm <= mm)) continue;
    const side = way === 'across' ? (after >= before ? 'right' : 'left') : after >= before ? 'below' : 'above';
    best = { from: 'piece', pieceId, side, mm };
  }
  return best;
}

/**
 * Where something is laid, by the two measures that a ruler reaches best: its middle on a middle crease of the ground, else
 * the nearer edge, across and down; or a neighbour that is much nearer than the edge. Cloth that is cut larger than it is finished
 * has no edge to measure from that stays: its middle creases do.
 * @param b its own box, mm from the upper left corner of the ground
 * @returns one measure across and one down; of what reaches past an edge the other edge, or the middle
 */
export function placesFrom(
  b: Bounds,
  ground: Pick<Ground, 'widthMm' | 'heightMm' | 'seamAllowanceMm' | 'squaringMm'>,
  neighbours: readonly Neighbour[] = [],
): PlaceFrom[] {
  const sewn = beyondMm(ground) > 0;
  const along = (
    least: number,
    most: number,
    size: number,
    [low, high, centre]: readonly [Edge, Edge, Edge],
  ): PlaceFrom => {
    const off = (least + most) / 2 - size / 2;
    if (Math.abs(off) < IN_THE_MIDDLE_MM) return { from: centre, mm: 0 };
    const [toLow, toHigh] = [least, size - most];
    const near = sewn
      ? undefined
      : [
          { from: low, mm: toLow },
          { from: high, mm: toHigh },
        ]
          .filter(({ mm }) => mm >= 0)
          .sort((p, q) => p.mm - q.mm)[0];
    return near ?? { from: centre, mm: off };
  };
  const nearer = (edge: PlaceFrom, way: 'across' | 'down'): PlaceFrom => {
    const beside = edge.mm === 0 ? null : besides(b, neighbours, way);
    return beside && beside.mm < NEARER * Math.abs(edge.mm) ? beside : edge;
  };
  return [
    nearer(along(b.minX, b.maxX, ground.widthMm, ['left', 'right', 'centre-x']), 'across'),
    nearer(along(b.minY, b.maxY, ground.heightMm, ['top', 'bottom', 'centre-y']), 'down'),
  ];
}
