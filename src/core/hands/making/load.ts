import { derive } from '../../base/derive';
import { nth } from '../../base/lists';
import {
  areaMm2,
  boundsOf,
  coarseRing,
  offset,
  plainArea,
  type Region,
  ringsOf,
  rotation,
  transformRegion,
  union,
} from '../../base/shape';
import { evenSole, placementPlan } from '../../choose/press';
import { type Boxed, convexParts, layInRows, noFitPolygon } from '../../cut/nest';
import type { Iron } from '../../keep/model';
import { LOAD_CORNERS, LOAD_MOST, LOAD_ROOM, LOAD_STAGGERS, LOAD_STRAY_MM } from './data';

/** The heights at which a region is met by the upright line through x, mm. */
function crossings(region: Region, x: number): number[] {
  const ys: number[] = [];
  for (const ring of ringsOf(region))
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const p = nth(ring, i);
      const q = nth(ring, j);
      if (p.x > x !== q.x > x) ys.push(p.y + ((q.y - p.y) * (x - p.x)) / (q.x - p.x));
    }
  return ys;
}

/**
 * How many copies of a shape, all turned alike, lie in even rows on a plate: in a row as near to each other as their outlines allow, and the rows too, each shifted along by the same step.
 * @param apart where a copy may not come, against another: their no-fit polygon grown by the gap
 */
function inEvenRows(apart: Region, wide: number, high: number, plateW: number, plateH: number): number {
  if (wide > plateW || high > plateH) return 0;
  const across = transformRegion(apart, rotation(90));
  // The farthest that a copy beside another, level with it, is still too near.
  const pitch = Math.max(0, ...crossings(across, 0).map((y) => Math.abs(y)));
  const inRow = 1 + Math.floor((plateW - wide) / pitch);
  let best = inRow;
  for (let k = 0; k < LOAD_STAGGERS.value; k++) {
    const step = (pitch * k) / LOAD_STAGGERS.value;
    const reach = Math.ceil(plateW / pitch) + 1;
    let rise = 0;
    for (let i = -reach; i <= reach; i++) rise = Math.max(rise, ...crossings(apart, step + i * pitch));
    if (rise <= 0) continue;
    const rows = 1 + Math.floor((plateH - high) / rise);
    let count = 0;
    // A row that is shifted along may hold one fewer; by whole pitches it is not shifted at all.
    for (let r = 0; r < rows; r++) count += 1 + Math.floor((plateW - wide - ((r * step) % pitch)) / pitch);
    best = Math.max(best, count);
  }
  return best;
}

/**
 * How many copies of a shape go under the even part of a soleplate at once, laid by their real outlines in even rows; 1 where not even two do.
 * @param gapMm room between them
 * @param most no more than these are looked for
 */
export function copiesPerLoad(region: Region, iron: Iron, gapMm: number, most: number): number {
  const { widthMm, lengthMm } = evenSole(iron);
  const wanted = Math.min(most, LOAD_MOST.value);
  if (wanted < 2 || widthMm * lengthMm < LOAD_ROOM.value * areaMm2(region)) return 1;
  return Math.min(wanted, roomFor(region, widthMm, lengthMm, gapMm));
}

/** An outline for which no-fit polygons of thousands of corners are spared: its corners to a hair, its holes filled, and how far from it the true one may lie, mm. */
function coarse(region: Region): { readonly shape: Region; readonly strayMm: number } {
  const corners = region.reduce((n, { outer }) => n + outer.length, 0);
  // However many corners a convex outline has, it takes no time.
  if (corners <= LOAD_CORNERS.value || convexParts(region).length === 1) return { shape: region, strayMm: 0 };
  const strayMm = LOAD_STRAY_MM.value;
  const shape = union(...region.map(({ outer }) => [plainArea(coarseRing(outer, strayMm))]));
  return { shape, strayMm };
}

const roomFor = derive((region: Region, widthMm: number, lengthMm: number, gapMm: number): number => {
  const counts = [0, 90].map((turn) => {
    const b = boundsOf(transformRegion(region, rotation(turn)));
    const { shape, strayMm } = coarse(transformRegion(region, rotation(turn)));
    const apart = offset(noFitPolygon(shape, shape), gapMm + 2 * strayMm);
    return inEvenRows(apart, b.maxX - b.minX, b.maxY - b.minY, widthMm, lengthMm);
  });
  return Math.max(1, ...counts);
});

/** How often the iron is set down for all copies of a shape. */
export interface SetDowns {
  /** For one copy by itself. */
  readonly placements: number;
  /** Copies that lie under one set-down together. */
  readonly perLoad: number;
  readonly loads: number;
  readonly setDowns: number;
}

/**
 * Set-downs for several shapes that are laid out freely and pressed on one cloth. Loads that one shape fills are its own; what is left of all of them
 * goes under the even part of the soleplate together as far as their boxes fit, none turned against the others, since they share a grain.
 * What takes several set-downs by itself is pressed by itself.
 * @param shapes each with all of its copies, and how it would be pressed alone
 */
export function setDownsTogether(
  shapes: readonly { readonly region: Region; readonly copies: number; readonly alone: SetDowns }[],
  iron: Iron,
  gapMm: number,
): Pick<SetDowns, 'loads' | 'setDowns'> {
  const { widthMm, lengthMm } = evenSole(iron);
  const small = shapes.filter((s) => s.alone.placements === 1);
  const large = shapes.filter((s) => s.alone.placements > 1);
  const left = small.flatMap((s): Boxed[] => {
    const b = boundsOf(s.region);
    return Array.from({ length: s.copies - fullLoads(s) * s.alone.perLoad }, () => ({
      widthMm: b.maxX - b.minX,
      heightMm: b.maxY - b.minY,
    }));
  });
  // Higher ones first, so that rows are filled.
  const boxes = left.toSorted((a, b) => b.heightMm - a.heightMm);
  const strips = [[widthMm, lengthMm] as const, [lengthMm, widthMm] as const].flatMap(([w, l]) => {
    const laid = layInRows(boxes, w, l, gapMm);
    return laid.tooLarge.length > 0 ? [] : [laid.strips.length];
  });
  const full = sum(small, fullLoads);
  const alone = sum(small, (s) => s.alone.loads);
  const together = Math.min(alone, ...strips.map((n) => full + n));
  return {
    loads: together + sum(large, (s) => s.alone.loads),
    setDowns: together + sum(large, (s) => s.alone.setDowns),
  };
}
/** Loads with no room for another copy. All copies in one load fill it by chance only. */
const fullLoads = ({ copies, alone: { perLoad } }: { readonly copies: number; readonly alone: SetDowns }): number =>
  copies > perLoad ? Math.floor(copies / perLoad) : 0;
const sum = <T>(list: readonly T[], of: (t: T) => number): number => list.reduce((n, t) => n + of(t), 0);

/** How often this iron is set down to cover a shape's real outline. */
export const placementsOn = derive((region: Region, iron: Iron): number => placementPlan(region, iron).count);

/**
 * Set-downs for all copies: each by itself as often as its outline takes, or several under one set-down where they fit.
 * @param lying what has to lie under the plate apart from its neighbours: the shape itself, or the whole ground it is on
 */
export function setDownsFor(region: Region, lying: Region, copies: number, iron: Iron, gapMm: number): SetDowns {
  const placements = placementsOn(region, iron);
  const perLoad = placements === 1 ? copiesPerLoad(lying, iron, gapMm, copies) : 1;
  const loads = Math.ceil(copies / perLoad);
  return { placements, perLoad, loads, setDowns: loads * placements };
}
