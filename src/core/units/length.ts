/** Millimetres in one unit. Inch: exactly 25.4 mm (international yard and pound agreement, 1959). Point: 1/72 in. */
export const MM_PER = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8, yd: 914.4, pt: 25.4 / 72 } as const;
export type LengthUnit = keyof typeof MM_PER;
export type DisplayUnits = 'in' | 'mm';

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

export type Parsed<T> = { ok: true; value: T } | { ok: false; message: string };

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
  const wrong = {
    ok: false,
    message: `“${text.trim()}” is not a length. Write it like 3 1/2", 9 cm or 85 mm.`,
  } as const;
  let rest = text
    .trim()
    .toLowerCase()
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔]/g, (c) => ` ${VULGAR[c]}`)
    .replace(/[″“”]|''/g, '"')
    .replace(/[′’‘]/g, "'")
    .replace(/−/g, '-')
    .trim();
  if (rest === '') return { ok: false, message: 'Type a length, like 3 1/2", 9 cm or 85 mm.' };
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
    // A bare number is only unambiguous alone: "1 ft 2" is not guessed at.
    if (amount === null || unit === undefined || (match[2] === undefined && parts > 0)) return wrong;
    mm += amount * MM_PER[unit];
    rest = rest.slice(match[0].length);
    parts += 1;
  }
  return Number.isFinite(mm) ? { ok: true, value: sign * mm } : wrong;
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

/**
 * Prints a length for a person: inches to the nearest 1/16 as a ruler has them, or whole millimetres.
 * @param decimals digits after the point when `units` is mm
 */
export function formatLength(mm: number, units: DisplayUnits, decimals = 0): string {
  if (units === 'in') return `${sixteenths(mm)}"`;
  const rounded = Number(Math.abs(mm).toFixed(decimals));
  return `${mm < 0 && rounded > 0 ? '−' : ''}${rounded} mm`;
}

/** Area for a person: square inches or square centimetres. */
export function formatArea(mm2: number, units: DisplayUnits): string {
  return units === 'in'
    ? `${(mm2 / MM_PER.in ** 2).toFixed(1)} sq in`
    : `${(mm2 / 100).toFixed(mm2 < 10_000 ? 1 : 0)} cm²`;
}

/** Cap height in mm of type set at `points`. Source: 1 pt = 1/72 in; a bold plain face's cap height is about 0.7 of its size (common practice, no source). */
export function capHeightMm(points: number, capRatio = 0.7): number {
  return points * MM_PER.pt * capRatio;
}
