import { celsiusToFahrenheit, fahrenheitToCelsius } from './scale';

/** Millimetres in one unit. Inch: exactly 25.4 mm (international yard and pound agreement, 1959). Point: 1/72 in. */
export const MM_PER = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8, yd: 914.4, pt: 25.4 / 72 } as const;
export type LengthUnit = keyof typeof MM_PER;
/** How figures are shown. Another way is a row of {@link SPEECH}. */
export type DisplayUnits = 'in' | 'mm';

/** How every figure is said in one way of showing them. Code asks it by name, and never which way it is. */
export interface Speech {
  /** What a bare number that is typed means. */
  readonly bare: LengthUnit;
  readonly length: (mm: number, decimals: number) => string;
  /** Finer than a ruler shows. */
  readonly thickness: (mm: number) => string;
  /** As it is cut from a roll or bolt. */
  readonly run: (mm: number) => string;
  /** Width by height. */
  readonly size: (widthMm: number, heightMm: number) => string;
  readonly volume: (ml: number) => string;
  readonly area: (mm2: number) => string;
  /** How much of a cloth there is, by what cloth is sold in. */
  readonly stock: (m2: number) => string;
  /** What cloth, web and thread are sold by. */
  readonly sold: { readonly mm: number; readonly short: string; readonly one: string };
  /** A square of {@link Speech.sold}. */
  readonly square: string;
  readonly heat: {
    readonly degree: '°C' | '°F';
    readonly scale: 'C' | 'F';
    readonly fromC: (c: number) => number;
    readonly toC: (shown: number) => number;
    /** Degrees shown for each °C. */
    readonly perC: number;
    /** An example of what may be typed. */
    readonly like: string;
    /** Round heats for an axis, °C. */
    readonly ticksC: readonly number[];
  };
  /** The paper of the place. */
  readonly paper: 'a4' | 'letter';
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number };
  /** A usual mat of a cutting machine. */
  readonly matMm: { readonly widthMm: number; readonly heightMm: number };
  /** Lines of a tape measure on screen, mm apart. */
  readonly tapeMm: number;
  /** Examples of what may be typed. */
  readonly like: { readonly sizes: string; readonly run: string };
}

/** Nearest sixteenth of an inch as whole, numerator and denominator in lowest terms, as a ruler shows it. */
function sixteenths(mm: number): string {
  const total = Math.round((Math.abs(mm) / MM_PER.in) * 16);
  const whole = Math.floor(total / 16);
  let top = total % 16;
  let bottom = 16;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  const fraction = top > 0 ? `${top}/${bottom}` : '';
  const body = whole > 0 && fraction ? `${whole} ${fraction}` : fraction || String(whole);
  return mm < 0 && total > 0 ? `−${body}` : body;
}

/** A US fluid ounce, ml. Source: NIST Handbook 44. */
const ML_PER_FL_OZ = 29.5735;
/** Half a thirty-second of an inch is no length that is told beside yards. */
const HAIR_MM = MM_PER.in / 32;
const LONG_MM = 1000;

const inches: Speech = {
  bare: 'in',
  length: (mm) => `${sixteenths(mm)}"`,
  thickness: (mm) => `${Number((mm / MM_PER.in).toFixed(3))}"`,
  run: (mm) => {
    const yards = Math.floor((mm + HAIR_MM) / MM_PER.yd);
    const rest = mm - yards * MM_PER.yd;
    if (yards === 0) return `${sixteenths(mm)}"`;
    return rest < HAIR_MM ? `${yards} yd` : `${yards} yd ${sixteenths(rest)}"`;
  },
  size: (w, h) => `${sixteenths(w)}" × ${sixteenths(h)}"`,
  volume: (ml) => `${Math.ceil((10 * ml) / ML_PER_FL_OZ - 0.2) / 10} fl oz`,
  area: (mm2) => `${(mm2 / MM_PER.in ** 2).toFixed(1)} sq in`,
  stock: (m2) => `${((m2 * 1e6) / MM_PER.yd ** 2).toFixed(2)} sq yd`,
  sold: { mm: MM_PER.yd, short: 'yd', one: 'yard' },
  square: 'square yard',
  heat: {
    degree: '°F',
    scale: 'F',
    fromC: celsiusToFahrenheit,
    toC: fahrenheitToCelsius,
    perC: 9 / 5,
    like: '300 °F',
    ticksC: [200, 300, 400].map(fahrenheitToCelsius),
  },
  paper: 'letter',
  sheetMm: { widthMm: 215.9, heightMm: 279.4 },
  matMm: { widthMm: 24 * MM_PER.in, heightMm: 12 * MM_PER.in },
  tapeMm: MM_PER.in / 4,
  like: { sizes: 'like 18 x 22 in, or 18 x 22 in x 2 for two', run: '“2 1/2 yd” is understood too' },
};

const millimetres: Speech = {
  bare: 'mm',
  length: (mm, decimals) => {
    const rounded = Number(Math.abs(mm).toFixed(decimals));
    return `${mm < 0 && rounded > 0 ? '−' : ''}${rounded} mm`;
  },
  thickness: (mm) => `${Number(mm.toFixed(2))} mm`,
  run: (mm) => (mm < LONG_MM ? `${Math.round(mm / MM_PER.cm)} cm` : `${Number((mm / MM_PER.m).toFixed(2))} m`),
  size: (w, h) => `${Math.round(w)} × ${Math.round(h)} mm`,
  volume: (ml) => `${Math.ceil(ml)} ml`,
  area: (mm2) => `${(mm2 / 100).toFixed(mm2 < 10_000 ? 1 : 0)} cm²`,
  stock: (m2) => `${Number(m2.toFixed(2))} m²`,
  sold: { mm: MM_PER.m, short: 'm', one: 'metre' },
  square: 'm²',
  heat: {
    degree: '°C',
    scale: 'C',
    fromC: (c) => c,
    toC: (c) => c,
    perC: 1,
    like: '150 °C',
    ticksC: [100, 150, 200],
  },
  paper: 'a4',
  sheetMm: { widthMm: 210, heightMm: 297 },
  matMm: { widthMm: 610, heightMm: 305 },
  tapeMm: MM_PER.cm,
  like: { sizes: 'like 559 x 457, or 50 x 70 cm x 2 for two', run: '“2,5 m” is understood too' },
};

/** One row for each way in which figures are shown. */
export const SPEECH: Readonly<Record<DisplayUnits, Speech>> = { in: inches, mm: millimetres };
