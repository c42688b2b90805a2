import type { ArticleView } from '../model';
import { MM_PER } from '../units';
import { box, line, type Mark, words } from './marks';
import { FOOT_MM, PAGE_MARGIN_MM, TITLE_BLOCK_MM } from './paper';

/** Side of the check square that a printed page must show, mm. */
export const CHECK_SQUARE_MM = 50;

const clip = (text: string, max: number): string => (text.length > max ? `${text.slice(0, max - 1)}…` : text);

/**
 * The foot of every page: a 50 mm check square, a rule in inches, and what the page is.
 * @param lines up to six lines of text, the first set bold; long ones are shortened to the room there is
 */
export function titleBlock(pageWidthMm: number, pageHeightMm: number, lines: readonly string[]): Mark[] {
  const left = PAGE_MARGIN_MM;
  const top = pageHeightMm - PAGE_MARGIN_MM - TITLE_BLOCK_MM + 3;
  const square = CHECK_SQUARE_MM;
  const marks: Mark[] = [
    box('check', left, top, square, square),
    words(left + square / 2, top + 21, 3, 'This square measures', 'middle'),
    words(left + square / 2, top + 26, 4, '50 mm', 'middle', true),
    words(left + square / 2, top + 31, 3, 'if not: print at 100 %', 'middle'),
  ];
  const x0 = left + square + 6;
  const ruleY = top + square - 8;
  const inches = Math.floor((pageWidthMm - PAGE_MARGIN_MM - x0) / MM_PER.in);
  marks.push(line('check', x0, ruleY, x0 + inches * MM_PER.in, ruleY));
  for (let sixteenth = 0; sixteenth <= inches * 16; sixteenth++) {
    const long =
      sixteenth % 16 === 0 ? 5 : sixteenth % 8 === 0 ? 3.5 : sixteenth % 4 === 0 ? 2.5 : sixteenth % 2 === 0 ? 1.6 : 1;
    const x = x0 + (sixteenth * MM_PER.in) / 16;
    marks.push(line('check', x, ruleY, x, ruleY - long));
    if (sixteenth % 16 === 0)
      marks.push(words(x, ruleY + 4, 3, sixteenth === 0 ? '0 in' : String(sixteenth / 16), 'middle'));
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

/** One line at the foot of a page that is full: a bar of 50 mm to check the scale by, and what the page is. */
function footLine(pageWidthMm: number, pageHeightMm: number, lines: readonly string[]): Mark[] {
  const left = PAGE_MARGIN_MM;
  const y = pageHeightMm - PAGE_MARGIN_MM - 1;
  const right = left + CHECK_SQUARE_MM;
  const room = pageWidthMm - PAGE_MARGIN_MM - right - 14;
  return [
    line('check', left, y, right, y),
    line('check', left, y - 2.5, left, y),
    line('check', right, y - 2.5, right, y),
    words(right + 1, y, 2.4, '50 mm', 'start', true),
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
  lines: readonly string[],
): Mark[] =>
  usedMm <= pageHeightMm - 2 * PAGE_MARGIN_MM - TITLE_BLOCK_MM + 1e-6
    ? titleBlock(pageWidthMm, pageHeightMm, lines)
    : footLine(pageWidthMm, pageHeightMm, [lines[0] ?? '', ...lines.slice(-1), ...lines.slice(1, 2)]);

/** The part of a page that may be drawn on where its foot is one line, mm. */
export const wholeArea = (pageWidthMm: number, pageHeightMm: number): { widthMm: number; heightMm: number } => ({
  widthMm: pageWidthMm - 2 * PAGE_MARGIN_MM,
  heightMm: pageHeightMm - 2 * PAGE_MARGIN_MM - FOOT_MM,
});

/** Which article a page is about, to follow its title; nothing where there is only one. */
export const articleTitle = ({ articles, article }: ArticleView): string =>
  articles.length > 1 ? ` · ${article.name || `article ${articles.indexOf(article) + 1}`}` : '';
