import { ClipperOffset, EndType, JoinType, type Paths64 } from 'clipper2-ts';
import { toPath, toRegion, toUnits, UNITS_PER_MM } from './clipper';
import type { Point, Region } from './types';

const ARC_TOLERANCE_MM = 0.05;

interface Inflation {
  readonly byMm: number;
  readonly joins: JoinType;
  readonly ends: EndType;
  readonly miterLimit: number;
  readonly arcToleranceMm: number;
}
function inflated(paths: Paths64, how: Inflation): Region {
  const inflater = new ClipperOffset(how.miterLimit, how.arcToleranceMm * UNITS_PER_MM);
  inflater.addPaths(paths, how.joins, how.ends);
  const out: Paths64 = [];
  inflater.execute(how.byMm * UNITS_PER_MM, out);
  return toRegion(out);
}

/**
 * Grows (or with a negative distance shrinks) a region with rounded corners, or with corners that stay corners.
 * Source: for a convex outline, growth by r adds perimeter·r + π·r² (Steiner's formula).
 * @param arcToleranceMm rounded corners may be coarser where nobody sees them
 */
export function offset(
  region: Region,
  byMm: number,
  corners: 'round' | 'miter' = 'round',
  arcToleranceMm = ARC_TOLERANCE_MM,
): Region {
  const joins = corners === 'round' ? JoinType.Round : JoinType.Miter;
  return inflated(toUnits(region), { byMm, joins, ends: EndType.Polygon, miterLimit: 2, arcToleranceMm });
}

export type LineEnds = 'round' | 'butt' | 'square';
export type LineJoins = 'round' | 'miter' | 'bevel';
/** A pointed corner reaches out so many half widths at most; sharper ones are cut off (SVG 2, stroke-miterlimit). */
export const USUAL_MITER_LIMIT = 4;

/**
 * Lines as bands of cloth, half their width to either side.
 * @param ends how open lines end (square: half their width further); `closed`: the last point of each line joins its first
 */
export function band(
  lines: readonly (readonly Point[])[],
  widthMm: number,
  ends: LineEnds | 'closed',
  arcToleranceMm = ARC_TOLERANCE_MM,
  { joins, miterLimit }: { joins: LineJoins; miterLimit: number } = { joins: 'round', miterLimit: USUAL_MITER_LIMIT },
): Region {
  return inflated(lines.map(toPath), {
    byMm: widthMm / 2,
    joins: { round: JoinType.Round, miter: JoinType.Miter, bevel: JoinType.Bevel }[joins],
    ends: { round: EndType.Round, butt: EndType.Butt, square: EndType.Square, closed: EndType.Joined }[ends],
    miterLimit,
    arcToleranceMm,
  });
}
