import { type DisplayUnits, type LengthKind, type LengthUnit, MM_PER, SPEECH } from './speech';

const UNIT_WORDS: Record<string, LengthUnit> = {
  mm: 'mm',
  millimetre: 'mm',
  millimetres: 'mm',
  millimeter: 'mm',
  millimeters: 'mm',
  cm: 'cm',
  centimetre: 'cm',
  centimetres: 'cm',
  centimeter: 'cm',
  centimeters: 'cm',
  m: 'm',
  metre: 'm',
  metres: 'm',
  meter: 'm',
  meters: 'm',
  in: 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  ft: 'ft',
  foot: 'ft',
  feet: 'ft',
  "'": 'ft',
  yd: 'yd',
  yds: 'yd',
  yard: 'yd',
  yards: 'yd',
  pt: 'pt',
  point: 'pt',
  points: 'pt',
};
const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
};

/** A length is read to a millionth of a millimetre. */
const DIGITS = 6;

/** What is wrong with what was typed; the sentence is made in words/units.ts. */
export type UnitProblem =
  | { readonly code: 'no-length' | 'length-by-nought' | 'no-size'; readonly typed: string }
  | { readonly code: 'empty-length' | 'empty-size' }
  | { readonly code: 'no-unit'; readonly unit: string }
  | { readonly code: 'no-temperature'; readonly typed: string; readonly units: DisplayUnits }
  | { readonly code: 'empty-temperature'; readonly units: DisplayUnits };

export type Parsed<T> = { ok: true; value: T } | { ok: false; problem: UnitProblem };

/** "3 1/2", "3-1/2", "7/16", ".5", "2,75" as a number; null when it is none of these. */
function parseAmount(text: string): number | null {
  const match = /^(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)$/.exec(text);
  if (match) {
    const [, whole, top, bottom] = match;
    return Number(bottom) === 0 ? null : Number(whole ?? 0) + Number(top) / Number(bottom);
  }
  return /^(?:\d+(?:[.,]\d*)?|[.,]\d+)$/.test(text) ? Number(text.replace(',', '.')) : null;
}

/**
 * Reads a length as people write it: `3 1/2"`, `9 cm`, `85mm`, `.5in`, `1 ft 2 in`, `½"`. A leading minus is allowed.
 * @param text what was typed
 * @param assume the unit of a bare number
 * @returns millimetres, or a message that says what would be understood; never throws
 */
export function parseLength(text: string, assume: LengthUnit): Parsed<number> {
  const wrong = { ok: false, problem: { code: 'no-length', typed: text.trim() } } as const;
  let rest = text
    .trim()
    .toLowerCase()
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (c) => ` ${VULGAR[c]}`)
    .replace(/[″“”]|''/g, '"')
    .replace(/[′’‘]/g, "'")
    .replace(/−/g, '-')
    .trim();
  if (rest === '') return { ok: false, problem: { code: 'empty-length' } };
  if (/\/\s*0+(?!\d)/.test(rest)) return { ok: false, problem: { code: 'length-by-nought', typed: text.trim() } };
  const sign = rest.startsWith('-') ? -1 : 1;
  if (sign < 0) rest = rest.slice(1).trim();

  let mm = 0;
  const part = /^([\d\s.,/-]*\d[.,]?|[.,]\d+)\s*([a-z]+|["'])?\s*/;
  let parts = 0;
  while (rest !== '') {
    const match = part.exec(rest);
    if (!match?.[1]) return wrong;
    const amount = parseAmount(match[1].trim());
    const unit = match[2] === undefined ? assume : UNIT_WORDS[match[2]];
    if (amount !== null && unit === undefined) return { ok: false, problem: { code: 'no-unit', unit: match[2] ?? '' } };
    // A bare number is only unambiguous alone: "1 ft 2" is not guessed at.
    if (amount === null || unit === undefined || (match[2] === undefined && parts > 0)) return wrong;
    mm += amount * MM_PER[unit];
    rest = rest.slice(match[0].length);
    parts += 1;
  }
  // 17 in are 431.8 mm, not 431.79999999999995.
  return Number.isFinite(mm) ? { ok: true, value: Number((sign * mm).toFixed(DIGITS)) } : wrong;
}

/** The unit that a bare number is read in: the one that stands where it is typed. @param shownMm what stands there, if anything does */
export const bareUnit = (units: DisplayUnits, shownMm?: number, as: LengthKind = 'length'): LengthUnit =>
  SPEECH[units].bare(as, shownMm);

/**
 * Prints a length for a person: inches to the nearest 1/16 as a ruler has them, or centimetres, millimetres under 1 cm.
 * @param decimals digits of a millimetre where it is shown in a decimal unit
 */
export const formatLength = (mm: number, units: DisplayUnits, decimals = 0): string =>
  SPEECH[units].length(mm, decimals);

/** Prints a width and a height, the unit said once. @param decimals as in {@link formatLength} */
export const formatSize = (widthMm: number, heightMm: number, units: DisplayUnits, decimals = 0): string =>
  SPEECH[units].size(widthMm, heightMm, decimals);

/** A mass of cloth or web as it is sold: g/m², with oz/yd² beside it for whoever sews in inches. */
export function formatMass(gsm: number, units: DisplayUnits): string {
  const beside = SPEECH[units].mass(gsm);
  return `${Math.round(gsm)} g/m²${beside === null ? '' : ` (${beside})`}`;
}

/** Prints a thickness, finer than a ruler shows: hundredths of a millimetre, thousandths of an inch. */
export const formatThickness = (mm: number, units: DisplayUnits): string => SPEECH[units].thickness(mm);

/** Prints a length as it is cut from a roll or bolt: yards and inches, or centimetres and metres. */
export const formatRun = (mm: number, units: DisplayUnits): string => SPEECH[units].run(mm);

/** Prints a volume of what comes in bottles, rounded up. */
export const formatVolume = (ml: number, units: DisplayUnits): string => SPEECH[units].volume(ml);

/** Prints a length of thread, which nobody measures closer than a hand: yards or metres to a tenth, rounded up. */
export function formatThread(mm: number, units: DisplayUnits): string {
  const { sold } = SPEECH[units];
  const tenths = Math.ceil((10 * mm) / sold.mm - 1e-6) / 10;
  return `${tenths >= 10 ? Math.ceil(tenths) : tenths} ${sold.short}`;
}

/** Area for a person: square inches or square centimetres. */
export const formatArea = (mm2: number, units: DisplayUnits): string => SPEECH[units].area(mm2);

/** A flat piece of something, and how many of it there are. */
export interface Size {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly count: number;
}

/**
 * Reads a size as people write it: `18 x 22 in`, `18 in x 22 in x 2`, `50 × 70 cm`. A side without a unit has that of the other, or `assume` when neither says; a third bare number is how many.
 * @returns width and height in mm with a count of at least 1, or a message that says what would be understood; never throws
 */
export function parseSize(text: string, assume: LengthUnit): Parsed<Size> {
  const wrong = { ok: false, problem: { code: 'no-size', typed: text.trim() } } as const;
  if (text.trim() === '') return { ok: false, problem: { code: 'empty-size' } };
  const [first = '', second = '', third, ...more] = text.split(/\s*(?:[x×*]|\bby\b)\s*/i).map((t) => t.trim());
  if (first === '' || second === '' || more.length > 0) return wrong;
  const unitOf = (side: string): LengthUnit | undefined =>
    UNIT_WORDS[(/[a-z]+$|["'″”]$/i.exec(side)?.[0] ?? '').toLowerCase().replace(/[″”]/, '"')];
  const shared = unitOf(second) ?? unitOf(first) ?? assume;
  const width = parseLength(first, shared);
  const height = parseLength(second, shared);
  if (!width.ok || !height.ok || width.value <= 0 || height.value <= 0) return wrong;
  if (third !== undefined && !/^[1-9]\d{0,3}$/.test(third)) return wrong;
  return {
    ok: true,
    value: { widthMm: width.value, heightMm: height.value, count: third === undefined ? 1 : Number(third) },
  };
}

/** Cap height in mm of type set at `points`. Source: 1 pt = 1/72 in; a bold plain face's cap height is about 0.7 of its size (common practice, no source). */
export function capHeightMm(points: number, capRatio = 0.7): number {
  return points * MM_PER.pt * capRatio;
}
