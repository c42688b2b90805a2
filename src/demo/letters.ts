import { sure } from '~/core/lists';
import { boundsOf, composed, regionOf, scaling, transformPath, translation } from '~/core/shape';

/** Plain block capitals drawn for the demo: cap height 40 mm, strokes 10 mm, easy to cut. Counters are holes. */
const CAPITALS: Readonly<Record<string, string>> = {
  A: 'M13 0H23L36 40H25.5L23.4 33H12.6L10.5 40H0ZM18 12L14.9 25H21.1Z',
  B: 'M0 0H17A10.7 10.7 0 0 1 24.6 18.2A11.4 11.4 0 0 1 18.6 40H0ZM10 8.5V16H16.2A3.75 3.75 0 0 0 16.2 8.5ZM10 24V31.5H17.4A3.75 3.75 0 0 0 17.4 24Z',
  G: 'M35.5 7.4A20 20 0 1 0 39.95 21.5V17.5H21V26H28A10 10 0 1 1 27.9 13.9Z',
  H: 'M0 0H10V15H22V0H32V40H22V25H10V40H0Z',
  I: 'M0 0H10V40H0Z',
  L: 'M0 0H10V30H26V40H0Z',
  O: 'M20 0A20 20 0 1 1 20 40A20 20 0 1 1 20 0ZM20 10A10 10 0 1 0 20 30A10 10 0 1 0 20 10Z',
  R: 'M0 0H17.5A12.6 12.6 0 0 1 24.6 23L33.5 40H22.4L14.6 25.2H10V40H0ZM10 8.8V16.6H17A3.9 3.9 0 0 0 17 8.8Z',
  T: 'M0 0H30V10H20V40H10V10H0Z',
  U: 'M0 0H10V23.5A6.5 6.5 0 0 0 23 23.5V0H33V23.5A16.5 16.5 0 0 1 0 23.5Z',
};

export interface SetLetter {
  readonly letter: string;
  readonly outline: string;
}

/** Sets a line of capitals with even gaps, centred on `centreX`, tops at `topY`. */
export function setCapitals(
  text: string,
  centreX: number,
  topY: number,
  capMm: number,
  gapMm: number,
  spaceMm: number,
): SetLetter[] {
  const scale = capMm / 40;
  let x = 0;
  const set: { letter: string; x: number }[] = [];
  for (const letter of text) {
    const shape = CAPITALS[letter];
    if (!shape) {
      x += spaceMm - gapMm;
      continue;
    }
    set.push({ letter, x });
    x += boundsOf(regionOf(shape)).maxX * scale + gapMm;
  }
  const left = centreX - (x - gapMm) / 2;
  return set.map(({ letter, x: at }) => ({
    letter,
    outline: transformPath(
      sure(CAPITALS[letter], 'letters without a shape were left out above'),
      composed(scaling(scale), translation(left + at, topY)),
    ),
  }));
}
