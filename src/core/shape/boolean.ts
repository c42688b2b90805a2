import {
  Clipper,
  Clipper64,
  ClipType,
  EndType,
  FillRule,
  JoinType,
  type Path64,
  type Paths64,
  type Point64,
  type PolyPath64,
  PolyTree64,
  Rect64Utils,
} from 'clipper2-ts';
import { lastOf, nth } from '../lists';
import { plainArea, ringsOf } from './region';
import type { Area, Bounds, Point, Region, Ring, Rings, Shape } from './types';

// The clipper works on whole numbers: micrometres keep 20 m of cloth well inside what a double holds exactly.
const UNITS_PER_MM = 1000;
const ARC_TOLERANCE_MM = 0.05;

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

const toPath = (ring: Ring): Path64 =>
  ring.map((p) => ({ x: Math.round(p.x * UNITS_PER_MM), y: Math.round(p.y * UNITS_PER_MM) }));
const toUnits = (shape: Shape): Paths64 =>
  ringsOf(shape)
    .map((ring) => withoutSpikes(toPath(ring)))
    .filter((ring) => ring.length >= 3);

const toRing = (path: Path64): Point[] => path.map((p) => ({ x: p.x / UNITS_PER_MM, y: p.y / UNITS_PER_MM }));

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

/** What the clipper gave, holes with the areas they lie in. */
function toRegion(paths: Paths64): Region {
  if (paths.every((path) => Clipper.isPositive(path))) return paths.map((path) => plainArea(toRing(path)));
  const tree = new PolyTree64();
  Clipper.booleanOpWithPolyTree(ClipType.Union, paths, null, tree, FillRule.NonZero);
  return areasOf(tree);
}

/** Outlines never change, and a tangled one takes long: each is cleaned once. */
const cleaned = new WeakMap<Rings, Region>();

/** The cloth that rings enclose by the even-odd rule, without crossings. */
export function normalise(rings: Rings): Region {
  let clean = cleaned.get(rings);
  if (!clean) {
    clean = toRegion(Clipper.booleanOp(ClipType.Union, toUnits(rings), null, FillRule.EvenOdd));
    cleaned.set(rings, clean);
  }
  return clean;
}
/** The cloth that rings enclose by the non-zero rule: fonts and most drawings are meant so. */
export const fromNonZero = (rings: Rings): Region =>
  toRegion(Clipper.booleanOp(ClipType.Union, toUnits(rings), null, FillRule.NonZero));

/** What of a region none of the others covers. One pass, however the others lie over one another. */
export const difference = (a: Region, ...others: readonly Region[]): Region =>
  toRegion(Clipper.booleanOp(ClipType.Difference, toUnits(a), others.flatMap(toUnits), FillRule.NonZero));
/** What of a region any of the others covers. */
export const intersection = (a: Region, ...others: readonly Region[]): Region =>
  toRegion(Clipper.booleanOp(ClipType.Intersection, toUnits(a), others.flatMap(toUnits), FillRule.NonZero));
/** What one of two regions covers and the other does not. */
export const exclusive = (a: Region, b: Region): Region =>
  toRegion(Clipper.booleanOp(ClipType.Xor, toUnits(a), toUnits(b), FillRule.NonZero));
/** Everything that any of the regions covers. */
export function union(...regions: readonly Region[]): Region {
  if (regions.length === 1) return nth(regions, 0);
  const all = regions.flatMap(toUnits);
  return all.length === 0 ? [] : toRegion(Clipper.union(all, FillRule.NonZero));
}
/** A region with its holes filled. */
export const withoutHoles = (region: Region): Region =>
  region.every((a) => a.holes.length === 0) ? region : union(...region.map((a) => [plainArea(a.outer)]));

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
  const join = corners === 'round' ? JoinType.Round : JoinType.Miter;
  return toRegion(
    Clipper.inflatePaths(toUnits(region), byMm * UNITS_PER_MM, join, EndType.Polygon, 2, arcToleranceMm * UNITS_PER_MM),
  );
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
  const type = { round: EndType.Round, butt: EndType.Butt, square: EndType.Square, closed: EndType.Joined }[ends];
  const join = { round: JoinType.Round, miter: JoinType.Miter, bevel: JoinType.Bevel }[joins];
  return toRegion(
    Clipper.inflatePaths(
      lines.map(toPath),
      (widthMm / 2) * UNITS_PER_MM,
      join,
      type,
      miterLimit,
      arcToleranceMm * UNITS_PER_MM,
    ),
  );
}

/** The parts of a shape's lines that lie within a box, as open lines, mm. Used where a shape runs over several pages. */
export function clipLines(shape: Shape, box: Bounds): Point[][] {
  const u = (mm: number): number => Math.round(mm * UNITS_PER_MM);
  const closed = ringsOf(shape)
    .map(toPath)
    .map((path) => (path[0] ? [...path, path[0]] : path));
  return Clipper.rectClipLines(Rect64Utils.create(u(box.minX), u(box.minY), u(box.maxX), u(box.maxY)), closed).map(
    toRing,
  );
}

/** What of a region lies within a box; quick, however many corners it has. */
export function clipToBox(region: Region, box: Bounds): Region {
  const u = (mm: number): number => Math.round(mm * UNITS_PER_MM);
  return toRegion(
    Clipper.rectClip(Rect64Utils.create(u(box.minX), u(box.minY), u(box.maxX), u(box.maxY)), toUnits(region)),
  );
}

function clipOpen(type: ClipType, lines: readonly (readonly Point[])[], region: Region): Point[][] {
  const clipper = new Clipper64();
  clipper.addOpenSubject(lines.map(toPath));
  clipper.addClip(toUnits(region));
  const closed: Paths64 = [];
  const open: Paths64 = [];
  clipper.execute(type, FillRule.NonZero, closed, open);
  return open.map(toRing);
}
/** What of open lines lies within a region, as open lines, mm; a line that runs out and in again comes in parts, which may run the other way. */
export const linesWithin = (lines: readonly (readonly Point[])[], region: Region): Point[][] =>
  clipOpen(ClipType.Intersection, lines, region);
/** What of open lines lies outside a region; otherwise as {@link linesWithin}. */
export const linesOutside = (lines: readonly (readonly Point[])[], region: Region): Point[][] =>
  clipOpen(ClipType.Difference, lines, region);
