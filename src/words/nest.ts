import { formatLength } from '~/core/base/units';
import type { Unplaced } from '~/core/cut/nest';
import type { Units } from './table';

const WHY: { readonly [C in Unplaced['code']]: (u: Unplaced, units: Units) => string } = {
  'no-outline': () => 'Its outline cannot be read: draw it again.',
  'too-intricate': () => 'Its outline is too intricate or tangled to be laid out: simplify it.',
  'no-area': () => 'It encloses no cloth: there is nothing to cut.',
  'wider-than-everything': ({ size, rollMm }, u) => {
    const at = size ? `At ${formatLength(size.widthMm, u)} × ${formatLength(size.heightMm, u)} it` : 'It';
    return rollMm === null
      ? `${at} finds no room on any piece there is.`
      : `${at} fits neither the roll of ${formatLength(rollMm, u)} nor any sheet, however it may be turned. Split it, or use a wider roll.`;
  },
  'no-room': ({ leftMm }, u) =>
    leftMm === null
      ? 'There is no room left for it.'
      : `The ${formatLength(leftMm, u)} that are left have no room for it.`,
};

/** Why a part could not be laid. What an older version has said of it is said again where it gave no figures. */
export function unplacedWords(
  u: Omit<Unplaced, 'code'> & { code: string; text?: string | undefined },
  units: Units,
): string {
  if (u.text) return u.text;
  const why = Object.entries(WHY).find(([code]) => code === u.code)?.[1];
  return why?.(u as Unplaced, units) ?? 'It found no room.';
}
