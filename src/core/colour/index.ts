import {
  converter,
  differenceCiede2000,
  formatHex,
  interpolate,
  useMode as loadSpace,
  modeLab65,
  modeLrgb,
  modeOklab,
  modeRgb,
  modeXyz65,
  wcagContrast,
} from 'culori/fn';

export { colourWord, meanColour, type Pixels, parseColour } from './read';

// Colours of cloth, by the spaces they are worked out in. Only these spaces are loaded.
loadSpace(modeRgb);
loadSpace(modeXyz65);
loadSpace(modeLab65);
loadSpace(modeLrgb);
loadSpace(modeOklab);

const lab = converter('lab65');
const linear = converter('lrgb');
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

/** How well one colour can be read on another, 1 … 21. Source: WCAG 2, relative luminance. */
export const contrast = (a: string, b: string): number => wcagContrast(a, b);

/** A colour mixed with another in linear light, as light itself mixes; `share` of the second, 0 … 1. */
export function mixLight(colour: string, other: string, share: number): string {
  const a = linear(colour);
  const b = linear(other);
  if (!a || !b) return colour;
  const mix = (x: number, y: number): number => x * (1 - share) + y * share;
  return formatHex({ mode: 'lrgb', r: mix(a.r, b.r), g: mix(a.g, b.g), b: mix(a.b, b.b) });
}

/**
 * A dyed sheet over a colour, in linear light: `share` of the light comes back from beneath, through the sheet's own dye, so that a dark sheet shows little of it.
 * Over white it is the sheet's own colour, as swatches are seen.
 */
export function dyedOver(sheet: string, beneath: string, share: number): string {
  const a = linear(sheet);
  const b = linear(beneath);
  if (!a || !b) return sheet;
  const seen = (x: number, y: number): number => x * (1 - share + share * Math.max(0, Math.min(1, y)));
  return formatHex({ mode: 'lrgb', r: seen(a.r, b.r), g: seen(a.g, b.g), b: seen(a.b, b.b) });
}

/** A run of colours, evenly spaced to the eye (OKLab). @returns the colour at 0 … 1 */
export function colourScale(colours: readonly string[]): (at: number) => string {
  const scale = interpolate([...colours], 'oklab');
  return (at) => formatHex(scale(Math.max(0, Math.min(1, at))));
}
