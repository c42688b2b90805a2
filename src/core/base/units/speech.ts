import { type HeatScale, manner } from './manner';
import { celsiusToFahrenheit, fahrenheitToCelsius } from './scale';

/** Millimetres in one unit. Inch: exactly 25.4 mm (international yard and pound agreement, 1959). Point: 1/72 in. */
export const MM_PER = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8, yd: 914.4, pt: 25.4 / 72 } as const;
export type LengthUnit = keyof typeof MM_PER;
/** How figures are shown. Another way is a row of {@link SPEECH}. */
export type DisplayUnits = 'in' | 'mm';

/** How heat is said in one scale. */
export interface HeatSpeech {
  readonly degree: '°C' | '°F';
  readonly scale: HeatScale;
  readonly fromC: (c: number) => number;
  readonly toC: (shown: number) => number;
  /** Degrees shown for each °C. */
  readonly perC: number;
  /** An example of what may be typed. */
  readonly like: string;
  /** Round heats for an axis, °C. */
  readonly ticksC: readonly number[];
}
const HEATS: { readonly [S in HeatScale]: HeatSpeech } = {
  F: {
    degree: '°F',
    scale: 'F',
    fromC: celsiusToFahrenheit,
    toC: fahrenheitToCelsius,
    perC: 9 / 5,
    like: '300 °F',
    ticksC: [200, 300, 400].map(fahrenheitToCelsius),
  },
  C: { degree: '°C', scale: 'C', fromC: (c) => c, toC: (c) => c, perC: 1, like: '150 °C', ticksC: [100, 150, 200] },
};

/** A paper of the printer, as a place has it. */
export interface SheetSpeech {
  readonly paper: 'a4' | 'letter';
  readonly widthMm: number;
  readonly heightMm: number;
}
/** Source: ISO 216 (A4); ANSI/ASME Y14.1 (Letter, 8 1/2 by 11 in). */
const SHEETS: { readonly [P in SheetSpeech['paper']]: SheetSpeech } = {
  a4: { paper: 'a4', widthMm: 210, heightMm: 297 },
  letter: { paper: 'letter', widthMm: 215.9, heightMm: 279.4 },
};

/** How a length is told: as on a ruler, finer than one, or as cut from a roll. */
export type LengthKind = 'length' | 'thickness' | 'run';

/** How every figure is said in one way of showing them. Code asks it by name, and never which way it is. */
export interface Speech {
  /** What a bare number means that is typed where such a figure stands: the unit it is shown in. @param shownMm undefined where nothing stands yet */
  readonly bare: (as: LengthKind, shownMm: number | undefined) => LengthUnit;
  readonly length: (mm: number, decimals: number) => string;
  /** Finer than a ruler shows. */
  readonly thickness: (mm: number) => string;
  /** As it is cut from a roll or bolt. */
  readonly run: (mm: number) => string;
  /** Width by height. @param decimals of a millimetre */
  readonly size: (widthMm: number, heightMm: number, decimals?: number) => string;
  readonly volume: (ml: number) => string;
  readonly area: (mm2: number) => string;
  /** How much of a cloth there is, by what cloth is sold in. */
  readonly stock: (m2: number) => string;
  /** What cloth, web and thread are sold by. */
  readonly sold: { readonly mm: number; readonly short: string; readonly one: string };
  /** A square of {@link Speech.sold}. */
  readonly square: string;
  /** The scale of heat that goes with it where nobody chose one. */
  readonly heat: HeatScale;
  /** The paper of the place where nobody chose a spelling. */
  readonly paper: SheetSpeech['paper'];
  /** A mass of cloth or web beside its g/m². */
  readonly mass: (gsm: number) => string | null;
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

/** An avoirdupois ounce, g, and what one on a square yard is in g/m². Source: NIST Handbook 44. */
const G_PER_OZ = 28.349523125;
const GSM_PER_OSY = G_PER_OZ / (MM_PER.yd / 1000) ** 2;
const ouncesPerSquareYard = (gsm: number): string => `${Number((gsm / GSM_PER_OSY).toFixed(1))} oz/yd²`;

/** From here on a length is told in centimetres. */
const CM_FROM_MM = 10;
/** So many centimetres. @param decimals of a millimetre */
const inCm = (mm: number, decimals: number): string => String(Number((mm / MM_PER.cm).toFixed(decimals + 1)));

const inches: Speech = {
  bare: () => 'in',
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
  heat: 'F',
  paper: 'letter',
  mass: ouncesPerSquareYard,
  matMm: { widthMm: 24 * MM_PER.in, heightMm: 12 * MM_PER.in },
  tapeMm: MM_PER.in / 4,
  like: { sizes: 'like 18 x 22 in, or 18 x 22 in x 2 for two', run: '“2 1/2 yd” is understood too' },
};

const millimetres: Speech = {
  bare: (as, mm) => {
    if (as === 'thickness') return 'mm';
    if (mm === undefined) return 'cm';
    if (as === 'run') return mm < LONG_MM ? 'cm' : 'm';
    return Math.abs(mm) < CM_FROM_MM ? 'mm' : 'cm';
  },
  length: (mm, decimals) => {
    const rounded = Number(Math.abs(mm).toFixed(decimals));
    const sign = mm < 0 && rounded > 0 ? '−' : '';
    return rounded < CM_FROM_MM ? `${sign}${rounded} mm` : `${sign}${inCm(rounded, decimals)} cm`;
  },
  thickness: (mm) => `${Number(mm.toFixed(2))} mm`,
  run: (mm) => (mm < LONG_MM ? `${Math.round(mm / MM_PER.cm)} cm` : `${Number((mm / MM_PER.m).toFixed(2))} m`),
  size: (w, h, decimals = 0) =>
    Math.max(w, h) < CM_FROM_MM
      ? `${Number(w.toFixed(decimals))} × ${Number(h.toFixed(decimals))} mm`
      : `${inCm(w, decimals)} × ${inCm(h, decimals)} cm`,
  volume: (ml) => `${Math.ceil(ml)} ml`,
  area: (mm2) => `${(mm2 / 100).toFixed(mm2 < 10_000 ? 1 : 0)} cm²`,
  stock: (m2) => `${Number(m2.toFixed(2))} m²`,
  sold: { mm: MM_PER.m, short: 'm', one: 'metre' },
  square: 'm²',
  heat: 'C',
  paper: 'a4',
  mass: () => null,
  matMm: { widthMm: 610, heightMm: 305 },
  tapeMm: MM_PER.cm,
  like: { sizes: 'like 50 x 70 cm, or 50 x 70 cm x 2 for two', run: '“2,5 m” is understood too' },
};

/** One row for each way in which figures are shown. */
export const SPEECH: Readonly<Record<DisplayUnits, Speech>> = { in: inches, mm: millimetres };

/** How heat is said: as was chosen on this device, else as goes with the lengths. */
export const heatSpeech = (units: DisplayUnits): HeatSpeech => HEATS[manner().heat ?? SPEECH[units].heat];

/** The paper of the place: Letter where American English was chosen, A4 where British; else what goes with the lengths. */
export function paperOfPlace(units: DisplayUnits): SheetSpeech {
  const { spelling } = manner();
  return SHEETS[spelling === null ? SPEECH[units].paper : spelling === 'US' ? 'letter' : 'a4'];
}
