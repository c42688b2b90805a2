import {
  converter,
  formatHex,
  interpolate,
  useMode as loadSpace,
  modeLrgb,
  modeOklab,
  modeRgb,
  wcagContrast,
} from 'culori/fn';

// Colours by the light that comes from them.
loadSpace(modeRgb);
loadSpace(modeLrgb);
loadSpace(modeOklab);

const linear = converter('lrgb');

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
