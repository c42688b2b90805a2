import { nth } from '../../base/lists';
import type { Point } from '../../base/shape';
import { homography, project } from './scan';

/** The size of a straightened sheet in pixels: the mean of its opposite sides on the photo, corners clockwise from the upper left. */
export function sheetSize(c: readonly Point[]): { width: number; height: number } {
  const side = (a: number, b: number): number => Math.hypot(nth(c, a).x - nth(c, b).x, nth(c, a).y - nth(c, b).y);
  return {
    width: Math.max(16, Math.round((side(0, 1) + side(2, 3)) / 2)),
    height: Math.max(16, Math.round((side(1, 2) + side(3, 0)) / 2)),
  };
}

/** How far apart two points of a tilted photo lie on the straightened sheet, in its pixels. */
export function distanceOnSheet(corners: readonly Point[], ends: readonly [Point, Point]): number {
  const { width, height } = sheetSize(corners);
  const m = homography(corners, [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ]);
  const [a, b] = m ? [project(m, ends[0]), project(m, ends[1])] : ends;
  return Math.hypot(b.x - a.x, b.y - a.y);
}
