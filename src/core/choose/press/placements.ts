import { derive } from '../../base/derive';
import { nth } from '../../base/lists';
import { areaMm2, type Bounds, boundsOf, clipToBox, type Point, type Region, ringsOf } from '../../base/shape';
import type { Iron } from '../../keep/model';
import { EVEN_SHARE, PLACEMENT_OVERLAP, SET_DOWNS } from './data';

/** The part of a soleplate that presses evenly, mm: a pointed one only at its back. */
export function evenSole(iron: Iron): { widthMm: number; lengthMm: number } {
  const share =
    iron.kind === 'household' ? EVEN_SHARE.household.value : iron.kind === 'mini' ? EVEN_SHARE.mini.value : 1;
  return { widthMm: iron.soleplate.widthMm, lengthMm: iron.soleplate.lengthMm * share };
}

/** How often the iron is set down to cover a box, in an overlapping grid; the better of the two ways to hold it. */
export function placementsFor(widthMm: number, heightMm: number, iron: Iron): number {
  const keep = 1 - PLACEMENT_OVERLAP.value;
  const along = (lengthMm: number, soleMm: number): number =>
    lengthMm <= soleMm ? 1 : 1 + Math.ceil((lengthMm - soleMm) / (soleMm * keep));
  const { widthMm: w, lengthMm: l } = evenSole(iron);
  return Math.min(along(widthMm, w) * along(heightMm, l), along(widthMm, l) * along(heightMm, w));
}

export interface Footprint {
  readonly centre: Point;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Presses what should not be pressed twice. */
  readonly touchesAvoided: boolean;
}

export interface PlacementPlan {
  readonly footprints: readonly Footprint[];
  /** How often the iron is set down. */
  readonly count: number;
  /** Too many to be found one by one: counted by the area alone, and no footprints given. */
  readonly estimated: boolean;
  /** Way of the iron from one to the next, mm. */
  readonly pathMm: number;
}

const box = (f: { centre: Point; widthMm: number; heightMm: number }): Bounds => ({
  minX: f.centre.x - f.widthMm / 2,
  minY: f.centre.y - f.heightMm / 2,
  maxX: f.centre.x + f.widthMm / 2,
  maxY: f.centre.y + f.heightMm / 2,
});
const middle = (f: { centre: Point }, c: Point): number => Math.hypot(f.centre.x - c.x, f.centre.y - c.y);

function grid(region: Region, w: number, h: number, avoid: Region): Footprint[] | null {
  const b = boundsOf(region);
  const keep = 1 - PLACEMENT_OVERLAP.value;
  const count = (length: number, sole: number): number =>
    length <= sole ? 1 : 1 + Math.ceil((length - sole) / (sole * keep));
  const nx = count(b.maxX - b.minX, w);
  const ny = count(b.maxY - b.minY, h);
  const corners = [...ringsOf(region), ...ringsOf(avoid)].reduce((sum, ring) => sum + ring.length, 0);
  if (nx * ny > SET_DOWNS.most.value || nx * ny * corners > SET_DOWNS.mostWork.value) return null;
  const at = (low: number, high: number, sole: number, n: number, i: number): number =>
    n === 1 ? (low + high) / 2 : low + sole / 2 + (i * (high - low - sole)) / (n - 1);
  const footprints: Footprint[] = [];
  for (let iy = 0; iy < ny; iy++)
    for (let ix = 0; ix < nx; ix++) {
      const f = {
        centre: { x: at(b.minX, b.maxX, w, nx, ix), y: at(b.minY, b.maxY, h, ny, iy) },
        widthMm: w,
        heightMm: h,
      };
      if (areaMm2(clipToBox(region, box(f))) < SET_DOWNS.sliverMm2.value) continue;
      footprints.push({
        ...f,
        touchesAvoided: avoid.length > 0 && areaMm2(clipToBox(avoid, box(f))) > SET_DOWNS.sliverMm2.value,
      });
    }
  return footprints;
}

/**
 * Where the iron is set down to press a shape: its real outline under the even part of the soleplate, overlapping, held the better way round, from the centre outwards.
 * @param avoid what must not be pressed again: those that would touch it are marked, and the way of holding with fewer of them is taken
 */
export const placementPlan = (region: Region, iron: Iron, avoid = NOTHING): PlacementPlan =>
  planOf(region, iron, avoid);
const NOTHING: Region = [];

const planOf = derive((region: Region, iron: Iron, avoid: Region): PlacementPlan => {
  const { widthMm, lengthMm } = evenSole(iron);
  const upright = grid(region, widthMm, lengthMm, avoid);
  const across = grid(region, lengthMm, widthMm, avoid);
  if (!upright || !across) {
    const keep = 1 - PLACEMENT_OVERLAP.value;
    const count = Math.ceil(areaMm2(region) / (widthMm * lengthMm * keep * keep));
    return { footprints: [], count: Math.max(1, count), estimated: true, pathMm: count * widthMm * keep };
  }
  const bad = (list: readonly Footprint[]): number =>
    list.length + SET_DOWNS.avoidedCounts.value * list.filter((f) => f.touchesAvoided).length;
  const chosen = bad(across) < bad(upright) ? across : upright;
  const b = boundsOf(region);
  const centre = { x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 };
  // From the centre out, ring by ring, and in each ring to the nearest next.
  const rest = [...chosen].sort((p, q) => middle(p, centre) - middle(q, centre));
  const ordered: Footprint[] = [];
  let pathMm = 0;
  let here = rest[0]?.centre ?? centre;
  while (rest.length > 0) {
    const least = middle(nth(rest, 0), centre) + Math.min(widthMm, lengthMm) * SET_DOWNS.ringShare.value;
    let best = 0;
    rest.forEach((f, i) => {
      if (
        middle(f, centre) <= least &&
        Math.hypot(f.centre.x - here.x, f.centre.y - here.y) <
          Math.hypot(nth(rest, best).centre.x - here.x, nth(rest, best).centre.y - here.y)
      )
        best = i;
    });
    for (const next of rest.splice(best, 1)) {
      pathMm += Math.hypot(next.centre.x - here.x, next.centre.y - here.y);
      here = next.centre;
      ordered.push(next);
    }
  }
  return { footprints: ordered, count: Math.max(1, ordered.length), estimated: false, pathMm };
});
