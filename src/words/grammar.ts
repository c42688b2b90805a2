// Plurals, articles, lists, ordinals, amounts and spans: every sentence gets them from here.

/** The form for one, or for any other number: 1 is one, 0, 0.2 and 2 are not. */
export const one = (n: number, singular: string, plural: string): string => (n === 1 ? singular : plural);

/** “1 piece”, “0 pieces”, “1,200 pieces”. */
export const counted = (n: number, singular: string, plural = `${singular}s`): string =>
  `${n.toLocaleString('en')} ${one(n, singular, plural)}`;

/** Said with another sound than it is written. */
const LIKE_YOU = /^(?:eu|ew|one\b|once\b|uni(?!n)|us[aeiou]|ut[ei]|ub[iy]|u[rs]?[aeiou])/i;
const SILENT_H = /^(?:hour|honest|heir)/i;
/** “a” or “an”, by the first sound of a word or number: an olive, an 8, an 18, a unit, a one-way print. */
export function article(word: string): 'a' | 'an' {
  const first = word.replace(/^[“"(]+/, '');
  const number = /^\d[\d,]*/.exec(first)?.[0].replaceAll(',', '');
  if (number !== undefined)
    return number.startsWith('8') || ((number.startsWith('11') || number.startsWith('18')) && number.length % 3 === 2)
      ? 'an'
      : 'a';
  if (SILENT_H.test(first)) return 'an';
  return /^[aeiou]/i.test(first) && !LIKE_YOU.test(first) ? 'an' : 'a';
}
/** A word with its article: “an orange thread”. */
export const withArticle = (words: string): string => `${article(words)} ${words}`;

/** Names in a row, the last after “and”. */
export const listedWords = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** The first few of many, the rest by their number. */
export const fewOf = (names: readonly string[], most: number): string =>
  names.length <= most ? listedWords(names) : `${names.slice(0, most).join(', ')} and ${names.length - most} more`;

const TEENS: ReadonlySet<number> = new Set([11, 12, 13]);
const ENDINGS: Readonly<Record<number, string>> = { 1: 'st', 2: 'nd', 3: 'rd' };
/** “1st”, “12th”, “23rd”. @param n a whole number from 1 */
export const ordinal = (n: number): string => `${n}${TEENS.has(n % 100) ? 'th' : (ENDINGS[n % 10] ?? 'th')}`;

/** Whole seconds from least to most, rounded into what holds: “3 to 60 s”. Where no whole second lies between, to a tenth. */
export function spanS(leastS: number, mostS: number): string {
  const least = Math.ceil(leastS - HAIR_S);
  const most = Math.floor(mostS + HAIR_S);
  if (least < most) return `${least} to ${most} s`;
  if (least === most) return `${least} s`;
  const [from, to] = [exactFigure(leastS), exactFigure(mostS)];
  return from === to ? `${from} s` : `${from} to ${to} s`;
}
/** Told as a whole second within this, s. */
const HAIR_S = 0.051;
const exactFigure = (s: number): string => String(Number(s.toFixed(1)));

/** Seconds as a person counts them: whole ones. Fewer than one, or halves that must be counted as they are, to a tenth. */
export const seconds = (s: number): string =>
  `${Math.abs(s - Math.round(s)) < HAIR_S || s >= WHOLE_FROM_S ? Math.round(s) : exactFigure(s)} s`;
const WHOLE_FROM_S = 10;
/** Seconds that must not be rounded together. */
export const exactS = (s: number): string => `${exactFigure(s)} s`;
/** The first whole second that is enough. */
export const enoughS = (s: number): string => `${Math.max(1, Math.ceil(s - HAIR_S))} s`;

export const upper = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
export const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);
