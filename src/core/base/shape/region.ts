import { derive } from '../derive';
import type { Area, Bounds, Region, Ring, Rings, Shape } from './types';

const isRegion = (shape: Shape): shape is Region => {
  const [first] = shape;
  return first !== undefined && 'outer' in first;
};

const linesOfRegion = derive((region: Region): Rings => region.flatMap((a) => [a.outer, ...a.holes]));

/** Every closed line of a shape, outsides and holes; of a region the same list each time. */
export const ringsOf = (shape: Shape): Rings => (isRegion(shape) ? linesOfRegion(shape) : (shape as Rings));

/** An area without holes. @param outer clockwise as seen */
export const plainArea = (outer: Ring): Area => ({ outer, holes: [] });

/** The holes of a region, each as cloth of its own that would fill it. */
export const holesOf = (region: Region): Region =>
  region.flatMap((a) => a.holes.map((hole) => plainArea([...hole].reverse())));

/** A box as cloth. */
export const boxRegion = ({ minX, minY, maxX, maxY }: Bounds): Region => [
  plainArea([
    { x: minX, y: minY },
    { x: maxX, y: minY },
    { x: maxX, y: maxY },
    { x: minX, y: maxY },
  ]),
];
