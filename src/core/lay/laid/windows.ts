import { derive } from '../../base/derive';
import {
  areaMm2,
  boundsOf,
  boxRegion,
  difference,
  intersection,
  offset,
  type Region,
  union,
  withoutHoles,
} from '../../base/shape';
import { CLOSED_BELOW_MM, closed } from './joins';
import type { Placed } from './placed';

/** Windows of a top: its holes, as cloth-shaped regions. */
export const windowsOf = (top: Region): Region => difference(withoutHoles(top), top);

/**
 * Window (reverse) appliqué: of each piece behind the top only what shows through a window, and a margin, has to be made. Corners stay corners;
 * gaps and holes that the top hides are closed where they are narrower than about 20 mm, since nobody cuts them.
 * @param isPlain pieces that get one plain outline: everything that the top hides between the windows that show them
 * @returns the pieces reduced to that; those that no window shows are empty
 */
export function behindWindows(
  placed: readonly Placed[],
  top: Placed,
  marginMm: number,
  isPlain: (id: string) => boolean = () => false,
): Map<string, Region> {
  return new Map(
    placed.filter((p) => p.id !== top.id).map((p) => [p.id, behind(p.region, top.region, marginMm, isPlain(p.id))]),
  );
}

const shownBy = derive(windowsOf);
const neededBehind = derive((top: Region, marginMm: number): Region => offset(shownBy(top), marginMm, 'miter'));
/** What has to be made of a piece behind a top. */
const behind = derive((piece: Region, top: Region, marginMm: number, isPlain: boolean): Region => {
  const own = intersection(piece, neededBehind(top, marginMm));
  if (own.length === 0) return own;
  const bars = difference(closed(own, CLOSED_BELOW_MM / 2), own);
  const whole = union(own, intersection(bars, top));
  if (!isPlain) return whole;
  // Where a window shows something else the plain outline keeps as far from its edge as the margin.
  const clear = offset(difference(shownBy(top), own), marginMm, 'miter');
  const plain = union(whole, difference(intersection(boxRegion(boundsOf(whole)), top), clear));
  // Hidden cloth that hangs together with nothing that is seen serves nothing.
  return plain.filter((a) => areaMm2(intersection([a], whole)) > 0);
});
