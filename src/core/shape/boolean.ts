import { Clipper, ClipType, EndType, FillRule, JoinType, type Paths64, Rect64Utils } from 'clipper2-ts';
import { nth } from '../lists';
import type { Bounds, Point, Region } from './types';

// The clipper works on whole numbers: micrometres keep 20 m of cloth well inside what a double holds exactly.
const UNITS_PER_MM = 1000;
const ARC_TOLERANCE_MM = 0.05;

const toUnits = (region: Region): Paths64 =>
  region.map((ring) => ring.map((p) => ({ x: Math.round(p.x * UNITS_PER_MM), y: Math.round(p.y * UNITS_PER_MM) })));

const toMm = (paths: Paths64): Point[][] =>
  paths.map((path) => path.map((p) => ({ x: p.x / UNITS_PER_MM, y: p.y / UNITS_PER_MM })));

/** Regions never change, and a tangled one takes long: each is cleaned once. */
const cleaned = new WeakMap<Region, Region>();

const operate = (type: ClipType, subject: Region, clip: Region): Region =>
  toMm(Clipper.booleanOp(type, toUnits(subject), clip.length > 0 ? toUnits(clip) : null, FillRule.EvenOdd));

/** The same region with outer rings clockwise as seen (positive area), holes the other way, and no crossings. */
export function normalise(region: Region): Region {
  let clean = cleaned.get(region);
  if (!clean) {
    clean = operate(ClipType.Union, region, []);
    cleaned.set(region, clean);
    cleaned.set(clean, clean);
  }
  return clean;
}
/** What of a region none of the others covers; all normalised already. One pass, however the others lie over one another. */
export const differenceClean = (a: Region, others: readonly Region[]): Region =>
  toMm(Clipper.booleanOp(ClipType.Difference, toUnits(a), others.flatMap(toUnits), FillRule.NonZero));
/** What of a region any of the others covers; all normalised already. */
export const intersectionClean = (a: Region, others: readonly Region[]): Region =>
  toMm(Clipper.booleanOp(ClipType.Intersection, toUnits(a), others.flatMap(toUnits), FillRule.NonZero));

/** What the non-zero rule fills, as rings for the even-odd rule: fonts and most drawings are meant so. */
export const fromNonZero = (region: Region): Region =>
  toMm(Clipper.booleanOp(ClipType.Union, toUnits(region), null, FillRule.NonZero));
export const union = (a: Region, b: Region): Region => operate(ClipType.Union, a, b);
export const difference = (a: Region, b: Region): Region => operate(ClipType.Difference, a, b);
export const intersection = (a: Region, b: Region): Region => operate(ClipType.Intersection, a, b);
export const exclusive = (a: Region, b: Region): Region => operate(ClipType.Xor, a, b);

/** As {@link unionAll}, for regions that are normalised already: what the clipper gave, or {@link normalise}. */
export function uniteClean(regions: readonly Region[]): Region {
  if (regions.length === 1) return nth(regions, 0);
  const all = regions.flatMap(toUnits);
  return all.length === 0 ? [] : toMm(Clipper.union(all, FillRule.NonZero));
}

/** Everything that any of the regions covers. */
export function unionAll(regions: readonly Region[]): Region {
  // Each is normalised first: the non-zero rule then unites them in one pass, whatever lies over what.
  const all = regions.flatMap((r) => toUnits(normalise(r)));
  return all.length === 0 ? [] : toMm(Clipper.union(all, FillRule.NonZero));
}

/**
 * Grows (or with a negative distance shrinks) a region with rounded corners.
 * Source: for a convex outline, growth by r adds perimeter·r + π·r² (Steiner's formula).
 */
export function offset(region: Region, byMm: number, corners: 'round' | 'miter' = 'round'): Region {
  return offsetClean(normalise(region), byMm, corners);
}

/** As {@link offset}, for a region that is normalised already; rounded corners may be coarser where nobody sees them. */
export function offsetClean(
  region: Region,
  byMm: number,
  corners: 'round' | 'miter' = 'round',
  arcToleranceMm = ARC_TOLERANCE_MM,
): Region {
  const join = corners === 'round' ? JoinType.Round : JoinType.Miter;
  return toMm(
    Clipper.inflatePaths(toUnits(region), byMm * UNITS_PER_MM, join, EndType.Polygon, 2, arcToleranceMm * UNITS_PER_MM),
  );
}

/** The parts of a region's lines that lie within a box, as open lines, mm. Used where a shape runs over several pages. */
export function clipLines(region: Region, box: Bounds): Point[][] {
  const u = (mm: number): number => Math.round(mm * UNITS_PER_MM);
  const closed = toUnits(region).map((path) => (path[0] ? [...path, path[0]] : path));
  return toMm(Clipper.rectClipLines(Rect64Utils.create(u(box.minX), u(box.minY), u(box.maxX), u(box.maxY)), closed));
}

/** What of a region lies within a box; quick, however many corners it has. The region is normalised already. */
export function clipToBox(region: Region, box: Bounds): Region {
  const u = (mm: number): number => Math.round(mm * UNITS_PER_MM);
  return toMm(
    Clipper.rectClip(Rect64Utils.create(u(box.minX), u(box.minY), u(box.maxX), u(box.maxY)), toUnits(region)),
  );
}
