import { type Bounds, boxRegion, type Region, regionOf } from '../../base/shape';
import { MM_PER } from '../../base/units';
import { beyondMm, type Ground } from '../../keep/model';

/** Finished sizes of grounds that people name; what they measure is told in the project's units beside the name. Fat quarter: 18 × 22 in (handbook); paper: ISO 216; the rest are common practice, no source. */
export const GROUND_SIZES: readonly {
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Its usual seam, where it is sewn up with others. */
  readonly seamMm?: number;
}[] = [
  { name: 'Fat quarter', widthMm: 22 * MM_PER.in, heightMm: 18 * MM_PER.in },
  { name: 'Cushion front', widthMm: 400, heightMm: 400, seamMm: 10 },
  { name: 'Quilt block', widthMm: 12 * MM_PER.in, heightMm: 12 * MM_PER.in, seamMm: MM_PER.in / 4 },
  { name: 'Tea towel', widthMm: 500, heightMm: 700 },
  { name: 'Place mat', widthMm: 450, heightMm: 330 },
  { name: 'Tote bag front', widthMm: 380, heightMm: 420 },
  { name: 'Wall panel, tall', widthMm: 500, heightMm: 700 },
  { name: 'A4 sheet', widthMm: 210, heightMm: 297 },
];

/** Where folding the cloth as it is cut leaves creases, mm from the left and top edge of the finished ground: once gives the half, twice the quarters, and so on. */
export function creasesOf(ground: Ground): { across: number[]; down: number[] } {
  const beyond = beyondMm(ground);
  const lines = (length: number, folds: number): number[] => {
    const parts = 2 ** folds;
    return Array.from({ length: parts - 1 }, (_, i) => ((length + 2 * beyond) * (i + 1)) / parts - beyond);
  };
  return { across: lines(ground.widthMm, ground.creases.across), down: lines(ground.heightMm, ground.creases.down) };
}

export const groundBox = (ground: Ground): Bounds => ({
  minX: 0,
  minY: 0,
  maxX: ground.widthMm,
  maxY: ground.heightMm,
});

/** The ground's own shape: its outline, or the whole rectangle. */
export const groundRegion = (ground: Ground): Region =>
  ground.outline === null
    ? boxRegion({ minX: 0, minY: 0, maxX: ground.widthMm, maxY: ground.heightMm })
    : regionOf(ground.outline);
