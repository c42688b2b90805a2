import {
  boundsOf,
  boxRegion,
  offset,
  printRegion,
  type Region,
  regionOf,
  transformRegion,
  translation,
} from '../../base/shape';
import type { Ground } from './project';

// A ground is told by its finished size; what is cut is larger by its seams and by what is trimmed away in the end.

type Sewn = Pick<Ground, 'widthMm' | 'heightMm' | 'outline' | 'seamAllowanceMm' | 'squaringMm'>;

/** Width and height, mm. */
export interface Size {
  readonly widthMm: number;
  readonly heightMm: number;
}
/** A size with so much more all round, mm. */
export const largerBy = ({ widthMm, heightMm }: Size, byMm: number): Size => ({
  widthMm: widthMm + 2 * byMm,
  heightMm: heightMm + 2 * byMm,
});

/** How far the cloth reaches beyond the finished edge as it is cut, mm. */
export const beyondMm = (g: Pick<Sewn, 'seamAllowanceMm' | 'squaringMm'>): number => g.seamAllowanceMm + g.squaringMm;

/** The box of a ground as it is cut, mm. */
export const cutSize = (g: Sewn): Size => largerBy(g, beyondMm(g));

const grown = (g: Sewn, byMm: number): Region =>
  g.outline === null
    ? boxRegion({ minX: -byMm, minY: -byMm, maxX: g.widthMm + byMm, maxY: g.heightMm + byMm })
    : byMm === 0
      ? regionOf(g.outline)
      : offset(regionOf(g.outline), byMm, 'miter');

/** The cloth of a ground as it is cut, mm from the upper left corner of the finished ground: it begins left of it and above. */
export const cutRegion = (g: Sewn): Region => grown(g, beyondMm(g));

/** The same as path data, mm from its own upper left corner. */
export function cutOutline(g: Sewn): string {
  if (g.outline === null) {
    const { widthMm, heightMm } = cutSize(g);
    return `M0 0H${widthMm}V${heightMm}H0Z`;
  }
  if (beyondMm(g) === 0) return g.outline;
  const region = cutRegion(g);
  const { minX, minY } = boundsOf(region);
  return printRegion(transformRegion(region, translation(-minX, -minY)));
}
