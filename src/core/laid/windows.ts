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
} from '../shape';
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
  const shown = windowsOf(top.region);
  const needed = offset(shown, marginMm, 'miter');
  const made = (p: Placed): Region => {
    const own = intersection(p.region, needed);
    if (own.length === 0) return own;
    const bars = difference(closed(own, CLOSED_BELOW_MM / 2), own);
    const whole = union(own, intersection(bars, top.region));
    if (!isPlain(p.id)) return whole;
    // Where a window shows something else the plain outline keeps as far from its edge as the margin.
    const clear = offset(difference(shown, own), marginMm, 'miter');
    const plain = union(whole, difference(intersection(boxRegion(boundsOf(whole)), top.region), clear));
    // Hidden cloth that hangs together with nothing that is seen serves nothing.
    return plain.filter((a) => areaMm2(intersection([a], whole)) > 0);
  };
  return new Map(placed.filter((p) => p.id !== top.id).map((p) => [p.id, made(p)]));
}
