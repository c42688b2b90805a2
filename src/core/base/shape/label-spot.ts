import polylabel from 'polylabel';
import { derive } from '../derive';
import { difference } from './boolean';
import { boundsOf, centreOf, distanceToEdge, ringAreaMm2 } from './measure';
import type { Point, Region } from './types';

export interface Spot extends Point {
  /** Distance to the nearest edge, mm: how large a label may be. */
  readonly roomMm: number;
}

/** Corners beyond which a shape is jagged rather than drawn. */
const JAGGED = 3000;

/**
 * Where a label has most room: the point farthest from every edge, within 0.5 mm.
 * @param covered regions that hide part of it; the spot is sought in what stays visible, if anything does
 */
export const labelSpot = (region: Region, covered: Region = NOTHING): Spot => spotIn(region, covered);
const NOTHING: Region = [];
/** Regions never change: a search through thousands of corners is made once. */
const spotIn = derive(widestSpot);

function widestSpot(region: Region, covered: Region): Spot {
  const visible = covered.length > 0 ? difference(region, covered) : region;
  const areas = visible.length > 0 ? visible : region;
  let best: Spot = { ...centreOf(boundsOf(region)), roomMm: 0 };
  for (const { outer, holes } of [...areas].sort((a, b) => ringAreaMm2(b.outer) - ringAreaMm2(a.outer)).slice(0, 3)) {
    const corners = holes.reduce((n, h) => n + h.length, outer.length);
    const b = boundsOf([outer]);
    // The search looks at every corner for every cell: a very jagged shape is searched more coarsely.
    const precisionMm = corners > JAGGED ? Math.max(0.5, Math.hypot(b.maxX - b.minX, b.maxY - b.minY) / 100) : 0.5;
    const [x, y] = polylabel(
      [outer, ...holes].map((r) => r.map((p) => [p.x, p.y] as [number, number])),
      precisionMm,
    );
    const roomMm = distanceToEdge([outer, ...holes], { x, y });
    if (roomMm > best.roomMm) best = { x, y, roomMm };
  }
  return best;
}
