import type { Parsed } from './length';
import { fahrenheitToCelsius } from './scale';
import { type DisplayUnits, heatSpeech } from './speech';

export type CareDots = 1 | 2 | 3;

/** Highest soleplate temperature for each number of dots, °C. Source: ISO 3758, care symbols for ironing. */
export const CARE_LIMIT_C: Readonly<Record<CareDots, number>> = { 1: 110, 2: 150, 3: 200 };

/** The name people give to each heat on a dial. Common practice, no source. */
export const CARE_WORD: Readonly<Record<CareDots, string>> = { 1: 'synthetic', 2: 'wool', 3: 'cotton' };

/** Prints a temperature in the scale that was chosen, else in the one that goes with the project's units. */
export const formatTemperature = (c: number, units: DisplayUnits): string => {
  const { fromC, degree } = heatSpeech(units);
  return `${Math.round(fromC(c))} ${degree}`;
};
/** Prints a difference of temperatures: 10 °C are 18 °F, not 50. */
export const formatWarmer = (c: number, units: DisplayUnits): string => {
  const { perC, degree } = heatSpeech(units);
  return `${Math.round(c * perC)} ${degree}`;
};

const SCALES: Readonly<Record<string, 'C' | 'F'>> = {
  c: 'C',
  celsius: 'C',
  centigrade: 'C',
  f: 'F',
  fahrenheit: 'F',
};
/**
 * Reads a temperature as people write it: `380 °F`, `193C`, `150`. A bare number is in the scale of `units`.
 * @returns °C, or a message that says what would be understood; never throws
 */
export function parseTemperature(text: string, units: DisplayUnits): Parsed<number> {
  const { scale: usual } = heatSpeech(units);
  const match = /^([−-]?\d+(?:[.,]\d+)?)\s*(?:°|º|deg(?:rees)?)?\s*([a-z]*)$/i.exec(text.trim());
  const word = match?.[2]?.toLowerCase() ?? '';
  const scale = word === '' ? usual : SCALES[word];
  if (!match?.[1] || !scale)
    return {
      ok: false,
      problem:
        text.trim() === ''
          ? { code: 'empty-temperature', units }
          : { code: 'no-temperature', typed: text.trim(), units },
    };
  const n = Number(match[1].replace('−', '-').replace(',', '.'));
  return { ok: true, value: scale === 'F' ? fahrenheitToCelsius(n) : n };
}

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
