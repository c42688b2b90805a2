import {
  converter,
  differenceCiede2000,
  formatHex,
  useMode as loadSpace,
  modeLab65,
  modeRgb,
  modeXyz65,
} from 'culori/fn';

// Lightness and difference, as an eye judges them.
loadSpace(modeRgb);
loadSpace(modeXyz65);
loadSpace(modeLab65);

const lab = converter('lab65');
const difference = differenceCiede2000();

const lightnesses = new Map<string, number>();
/** Lightness, CIE L* from 0 to 100; 0 for what is no colour. */
export function lightness(colour: string): number {
  let l = lightnesses.get(colour);
  if (l === undefined) {
    l = lab(colour)?.l ?? 0;
    lightnesses.set(colour, l);
  }
  return l;
}

/** A colour darker by so much of CIE L*, its hue kept as far as a screen can show it. */
export function darker(colour: string, byL: number): string {
  const c = lab(colour);
  return c ? formatHex({ ...c, l: Math.max(0, c.l - byL) }) : colour;
}

/** Colour difference of two colours, CIEDE2000. Source: CIE 142-2001, formula of Sharma, Wu & Dalal 2005. */
export const deltaE = (a: string, b: string): number => difference(a, b);
