import {
  Clipper64,
  ClipType,
  FillRule,
  type Path64,
  type Paths64,
  PathType,
  type Point64,
  type PolyPath64,
  PolyTree64,
} from 'clipper2-ts';
import { lastOf, nth } from '../lists';
import { plainArea, ringsOf } from './region';
import type { Area, Point, Region, Ring, Shape } from './types';

// How shapes go to the clipper and come back. Its classes are used, not its facade, which brings in all that nothing here asks for.

/** The clipper works on whole numbers: micrometres keep 20 m of cloth well inside what a double holds exactly. */
export const UNITS_PER_MM = 1000;

/** Whether a line that comes from a and turns at b runs back the way it came. */
const turnsBack = (a: Point64, b: Point64, c: Point64): boolean => {
  const [ux, uy, vx, vy] = [a.x - b.x, a.y - b.y, c.x - b.x, c.y - b.y];
  return ux * vy === uy * vx && ux * vx + uy * vy > 0;
};

/** A ring without points that stand twice and without spikes, which enclose nothing: over a ring of nothing else the clipper never ends. */
function withoutSpikes(ring: Path64): Path64 {
  const out: Path64 = [];
  const isLast = (p: Point64): boolean => {
    const last = out.at(-1);
    return last !== undefined && last.x === p.x && last.y === p.y;
  };
  for (const p of ring) {
    while (out.length >= 2 && !isLast(p) && turnsBack(nth(out, out.length - 2), lastOf(out), p)) out.pop();
    if (!isLast(p)) out.push(p);
  }
  // The same where the ring closes.
  for (let done = false; !done && out.length >= 3; ) {
    const [first, second, last, before] = [nth(out, 0), nth(out, 1), lastOf(out), nth(out, out.length - 2)];
    if ((first.x === last.x && first.y === last.y) || turnsBack(before, last, first)) out.pop();
    else if (turnsBack(last, first, second)) out.shift();
    else done = true;
  }
  return out.length === ring.length ? ring : out;
}

/** A ring or line, from mm to the clipper's units. */
export const toPath = (ring: Ring): Path64 =>
  ring.map((p) => ({ x: Math.round(p.x * UNITS_PER_MM), y: Math.round(p.y * UNITS_PER_MM) }));
/** All rings of a shape that enclose something, from mm to the clipper's units. */
export const toUnits = (shape: Shape): Paths64 =>
  ringsOf(shape)
    .map((ring) => withoutSpikes(toPath(ring)))
    .filter((ring) => ring.length >= 3);

/** From the clipper's units to mm. */
export const toRing = (path: Path64): Point[] => path.map((p) => ({ x: p.x / UNITS_PER_MM, y: p.y / UNITS_PER_MM }));

/** Areas of a branch of the clipper's tree: outsides and holes take turns. */
function areasOf(branch: PolyPath64): Area[] {
  const areas: Area[] = [];
  for (let i = 0; i < branch.count; i++) {
    const outer = branch.child(i);
    const holes: Ring[] = [];
    const inside: Area[] = [];
    for (let k = 0; k < outer.count; k++) {
      const hole = outer.child(k);
      if (hole.poly) holes.push(toRing(hole.poly));
      inside.push(...areasOf(hole));
    }
    if (outer.poly) areas.push({ outer: toRing(outer.poly), holes });
    areas.push(...inside);
  }
  return areas;
}

/** Twice what a ring encloses, less than 0 for a hole. Source: the shoelace formula. */
function twiceAreaOf(ring: Path64): number {
  let twice = 0;
  let before = ring.at(-1);
  for (const p of ring) {
    if (before) twice += (before.y + p.y) * (before.x - p.x);
    before = p;
  }
  return twice;
}

/** A clipper with what it works on, and what with. */
export const clipperOver = (subject: Paths64, clip: Paths64): Clipper64 => {
  const clipper = new Clipper64();
  clipper.addPaths(subject, PathType.Subject);
  if (clip.length > 0) clipper.addPaths(clip, PathType.Clip);
  return clipper;
};

/** What the clipper gave, holes with the areas they lie in. */
export function toRegion(paths: Paths64): Region {
  if (paths.every((path) => twiceAreaOf(path) >= 0)) return paths.map((path) => plainArea(toRing(path)));
  const tree = new PolyTree64();
  clipperOver(paths, []).execute(ClipType.Union, FillRule.NonZero, tree);
  return areasOf(tree);
}
