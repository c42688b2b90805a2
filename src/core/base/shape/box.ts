import { type Rect64, Rect64Utils, RectClip64, RectClipLines64 } from 'clipper2-ts';
import { toPath, toRegion, toRing, toUnits, UNITS_PER_MM } from './clipper';
import { ringsOf } from './region';
import type { Bounds, Point, Region, Shape } from './types';

const rectOf = (box: Bounds): Rect64 => {
  const u = (mm: number): number => Math.round(mm * UNITS_PER_MM);
  return Rect64Utils.create(u(box.minX), u(box.minY), u(box.maxX), u(box.maxY));
};

/** The parts of a shape's lines that lie within a box, as open lines, mm. Used where a shape runs over several pages. */
export function clipLines(shape: Shape, box: Bounds): Point[][] {
  const rect = rectOf(box);
  if (Rect64Utils.isEmpty(rect)) return [];
  const closed = ringsOf(shape)
    .map(toPath)
    .map((path) => (path[0] ? [...path, path[0]] : path));
  return new RectClipLines64(rect).execute(closed).map(toRing);
}

/** What of a region lies within a box; quick, however many corners it has. */
export function clipToBox(region: Region, box: Bounds): Region {
  const rect = rectOf(box);
  return Rect64Utils.isEmpty(rect) ? [] : toRegion(new RectClip64(rect).execute(toUnits(region)));
}
