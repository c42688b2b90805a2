import type { ArticleView } from '../model';
import { type DisplayUnits, MM_PER } from '../units';
import { box, line, type Mark, words } from './marks';
import { FOOT_MM, PAGE_MARGIN_MM, TITLE_BLOCK_MM } from './paper';

/** What a printed page is checked by, in the units of its project: the side of a square, or the length of a bar. Both come from the rulers people have. */
const CHECKS: Readonly<Record<DisplayUnits, { readonly sideMm: number; readonly said: string }>> = {
  mm: { sideMm: 50, said: '50 mm' },
  in: { sideMm: 2 * MM_PER.in, said: '2 in' },
};
/** Side of the check square that a printed page must show, mm. */
export const checkSquareMm = (units: DisplayUnits): number => CHECKS[units].sideMm;

/** A ruler: what one of its steps is, how long each step's mark is, and where a number stands. */
const RULES: Readonly<
  Record<
    DisplayUnits,
    {
      readonly stepMm: number;
      readonly each: number;
      readonly first: string;
      readonly marks: readonly (readonly [every: number, long: number])[];
    }
  >
> = {
  mm: {
    stepMm: 1,
    each: 10,
    first: '0 cm',
    marks: [
      [10, 5],
      [5, 3.5],
      [1, 1.6],
    ],
  },
  in: {
    stepMm: MM_PER.in / 16,
    each: 16,
    first: '0 in',
    marks: [
      [16, 5],
      [8, 3.5],
      [4, 2.5],
      [2, 1.6],
      [1, 1],
    ],
  },
};

const clip = (text: string, max: number): string => (text.length > max ? `${text.slice(0, max - 1)}…` : text);

/**
 * The foot of every page: a check square, a rule, and what the page is; both in the units of the project.
 * @param lines up to six lines of text, the first set bold; long ones are shortened to the room there is
 */
export function titleBlock(
  pageWidthMm: number,
  pageHeightMm: number,
  units: DisplayUnits,
  lines: readonly string[],
): Mark[] {
  const left = PAGE_MARGIN_MM;
  const top = pageHeightMm - PAGE_MARGIN_MM - TITLE_BLOCK_MM + 3;
  const { sideMm: square, said } = CHECKS[units];
  const marks: Mark[] = [
    box('check', left, top, square, square),
    words(left + square / 2, top + 21, 3, 'This square measures', 'middle'),
    words(left + square / 2, top + 26, 4, said, 'middle', true),
    words(left + square / 2, top + 31, 3, 'if not: print at 100 %', 'middle'),
  ];
  const x0 = left + square + 6;
  const ruleY = top + square - 8;
  const rule = RULES[units];
  const numbers = Math.floor((pageWidthMm - PAGE_MARGIN_MM - x0) / (rule.each * rule.stepMm));
  const end = x0 + numbers * rule.each * rule.stepMm;
  marks.push(line('check', x0, ruleY, end, ruleY));
  for (let step = 0; step <= numbers * rule.each; step++) {
    const long = rule.marks.find(([every]) => step % every === 0)?.[1] ?? 1;
    const x = x0 + step * rule.stepMm;
    marks.push(line('check', x, ruleY, x, ruleY - long));
    if (step % rule.each === 0)
      marks.push(words(x, ruleY + 4, 3, step === 0 ? rule.first : String(step / rule.each), 'middle'));
  }
  const room = pageWidthMm - PAGE_MARGIN_MM - x0;
  lines.slice(0, 6).forEach((text, i) => {
    const size = i === 0 ? 4.2 : 3;
    marks.push(words(x0, top + 5 + i * 5.4, size, clip(text, Math.floor(room / (size * 0.58))), 'start', i === 0));
  });
  return marks;
}

/** What the tick inside an outline is for. */
export const SNIP_LINE = 'A short tick: snip the liner there before fusing, to start peeling.';

/** One line at the foot of a page that is full: a bar to check the scale by, and what the page is. */
function footLine(pageWidthMm: number, pageHeightMm: number, units: DisplayUnits, lines: readonly string[]): Mark[] {
  const left = PAGE_MARGIN_MM;
  const y = pageHeightMm - PAGE_MARGIN_MM - 1;
  const { sideMm, said } = CHECKS[units];
  const right = left + sideMm;
  const room = pageWidthMm - PAGE_MARGIN_MM - right - 14;
  return [
    line('check', left, y, right, y),
    line('check', left, y - 2.5, left, y),
    line('check', right, y - 2.5, right, y),
    words(right + 1, y, 2.4, said, 'start', true),
    words(right + 14, y, 2.4, clip(lines.join(' · '), Math.floor(room / (2.4 * 0.56)))),
  ];
}

/**
 * The foot of a page: the whole block where what is drawn leaves room for it, else one line.
 * @param usedMm how far down the page is drawn on, from its margin
 */
export const pageFoot = (
  pageWidthMm: number,
  pageHeightMm: number,
  usedMm: number,
  units: DisplayUnits,
  lines: readonly string[],
): Mark[] =>
  usedMm <= pageHeightMm - 2 * PAGE_MARGIN_MM - TITLE_BLOCK_MM + 1e-6
    ? titleBlock(pageWidthMm, pageHeightMm, units, lines)
    : footLine(pageWidthMm, pageHeightMm, units, [lines[0] ?? '', ...lines.slice(-1), ...lines.slice(1, 2)]);

/** The part of a page that may be drawn on where its foot is one line, mm. */
export const wholeArea = (pageWidthMm: number, pageHeightMm: number): { widthMm: number; heightMm: number } => ({
  widthMm: pageWidthMm - 2 * PAGE_MARGIN_MM,
  heightMm: pageHeightMm - 2 * PAGE_MARGIN_MM - FOOT_MM,
});

/** Which article a page is about, to follow its title; nothing where there is only one. */
export const articleTitle = ({ articles, article }: ArticleView): string =>
  articles.length > 1 ? ` · ${article.name || `article ${articles.indexOf(article) + 1}`}` : '';
