import { Clipper64, ClipType, FillRule, type Paths64 } from 'clipper2-ts';
import { derive } from '../derive';
import { nth } from '../lists';
import { clipperOver, toPath, toRegion, toRing, toUnits } from './clipper';
import { plainArea } from './region';
import type { Point, Region, Rings } from './types';

function combined(type: ClipType, subject: Paths64, clip: Paths64 = [], rule = FillRule.NonZero): Region {
  const paths: Paths64 = [];
  clipperOver(subject, clip).execute(type, rule, paths);
  return toRegion(paths);
}

/** The cloth that rings enclose by the even-odd rule, without crossings. Outlines never change, and a tangled one takes long: each is cleaned once. */
export const normalise = derive(
  (rings: Rings): Region => combined(ClipType.Union, toUnits(rings), [], FillRule.EvenOdd),
);
/** The cloth that rings enclose by the non-zero rule: fonts and most drawings are meant so. */
export const fromNonZero = (rings: Rings): Region => combined(ClipType.Union, toUnits(rings));

/** What of a region none of the others covers. One pass, however the others lie over one another. */
export const difference = (a: Region, ...others: readonly Region[]): Region =>
  combined(ClipType.Difference, toUnits(a), others.flatMap(toUnits));
/** What of a region any of the others covers. */
export const intersection = (a: Region, ...others: readonly Region[]): Region =>
  combined(ClipType.Intersection, toUnits(a), others.flatMap(toUnits));
/** What one of two regions covers and the other does not. */
export const exclusive = (a: Region, b: Region): Region => combined(ClipType.Xor, toUnits(a), toUnits(b));
/** Everything that any of the regions covers. */
export function union(...regions: readonly Region[]): Region {
  if (regions.length === 1) return nth(regions, 0);
  const all = regions.flatMap(toUnits);
  return all.length === 0 ? [] : combined(ClipType.Union, all);
}
/** A region with its holes filled. */
export const withoutHoles = (region: Region): Region =>
  region.every((a) => a.holes.length === 0) ? region : union(...region.map((a) => [plainArea(a.outer)]));

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
