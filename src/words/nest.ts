import { formatLength, formatSize } from '~/core/base/units';
import type { Unplaced } from '~/core/cut/nest';
import type { Units } from './table';

const WHY: { readonly [C in Unplaced['code']]: (u: Unplaced, units: Units) => string } = {
  'no-outline': () => 'Its outline cannot be read: draw it again.',
  'too-intricate': () => 'Its outline is too intricate or tangled to be laid out: simplify it.',
  'no-area': () => 'It encloses nothing: there is nothing to cut.',
  'wider-than-everything': ({ size, rollMm }, u) => {
    const at = size ? `At ${formatSize(size.widthMm, size.heightMm, u)} it` : 'It';
    return rollMm === null
      ? `${at} fits on none of your pieces.`
      : `${at} fits neither the roll (${formatLength(rollMm, u)} wide) nor any sheet, however it is turned. Split it, or use a wider roll.`;
  },
  'no-room': ({ leftMm }, u) =>
    leftMm === null
      ? 'There is no room left for it.'
      : `It does not fit on the ${formatLength(leftMm, u)} that is left.`,
};

/** Why a part could not be laid. What an older version has said of it is said again where it gave no figures. */
export function unplacedWords(
  u: Omit<Unplaced, 'code'> & { code: string; text?: string | undefined },
  units: Units,
): string {
  if (u.text) return u.text;
  const why = Object.entries(WHY).find(([code]) => code === u.code)?.[1];
  return why?.(u as Unplaced, units) ?? 'There was no room for it.';
}
