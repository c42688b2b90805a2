export type CareDots = 1 | 2 | 3;

/** Highest soleplate temperature for each number of dots, °C. Source: ISO 3758, care symbols for ironing. */
export const CARE_LIMIT_C: Readonly<Record<CareDots, number>> = { 1: 110, 2: 150, 3: 200 };

/** The name people give to each heat on a dial. Common practice, no source. */
export const CARE_WORD: Readonly<Record<CareDots, string>> = { 1: 'synthetic', 2: 'wool', 3: 'cotton' };

export const celsiusToFahrenheit = (c: number): number => (c * 9) / 5 + 32;
export const fahrenheitToCelsius = (f: number): number => ((f - 32) * 5) / 9;

/** Prints a temperature in the scale that goes with the project's units. */
export const formatTemperature = (c: number, units: 'in' | 'mm'): string =>
  units === 'in' ? `${Math.round(celsiusToFahrenheit(c))} °F` : `${Math.round(c)} °C`;

/**
 * The fewest care dots whose limit allows a soleplate this hot; hotter than three dots is three.
 * Source: ISO 3758.
 */
export function dotsForSoleplate(soleplateC: number): CareDots {
  if (soleplateC <= CARE_LIMIT_C[1]) return 1;
  return soleplateC <= CARE_LIMIT_C[2] ? 2 : 3;
}

/** What a fabric's care label allows, from its heat limit: null when even one dot is too hot. Source: ISO 3758. */
export function dotsAllowed(maxIronC: number): CareDots | null {
  if (maxIronC >= CARE_LIMIT_C[3]) return 3;
  if (maxIronC >= CARE_LIMIT_C[2]) return 2;
  return maxIronC >= CARE_LIMIT_C[1] ? 1 : null;
}
