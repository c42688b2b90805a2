import { lastOf } from '../../base/lists';
import { type DisplayUnits, MM_PER } from '../../base/units';
import type { ArticleView } from '../../keep/model';
import { box, line, type Mark, words } from './marks';
import { FOOT_MM, PAGE_MARGIN_MM, TITLE_BLOCK_MM } from './paper';
import { mapSize, pageMap, type TilePlace } from './tile';
import { clipped, textWidthMm, wrapped } from './type';

/** The map of pages stands so far above the lower margin, mm. */
const MAP_ABOVE_MM = 14;

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

/** How the lines of a block are set, in the order in which they are tried: size of the first, of the others, and from line to line, mm; and how many rows there is room for. */
const SETTINGS = [
  { firstMm: 4.2, otherMm: 3, rowMm: 5.4, rows: 6 },
  { firstMm: 3.4, otherMm: 2.6, rowMm: 4, rows: 8 },
  { firstMm: 2.8, otherMm: 2.2, rowMm: 3.2, rows: 10 },
] as const;
/** The project’s own name takes so many rows at most: what the page is must stand there too. */
const NAME_ROWS = 2;

/** Lines broken into rows that fit beside what else stands in the block; null where there are too many. */
function rowsOf(
  lines: readonly string[],
  { firstMm, otherMm, rowMm, rows }: (typeof SETTINGS)[number],
  roomAt: (yMm: number) => number,
  cut: boolean,
): { readonly text: string; readonly sizeMm: number; readonly bold: boolean; readonly downMm: number }[] | null {
  const out: { text: string; sizeMm: number; bold: boolean; downMm: number }[] = [];
  for (const [i, text] of lines.entries()) {
    const sizeMm = i === 0 ? firstMm : otherMm;
    const bold = i === 0;
    let rest = text;
    for (let row = 0; rest !== ''; row++) {
      const downMm = 5 + out.length * rowMm;
      const room = roomAt(downMm);
      const isLast = (i === 0 && row === NAME_ROWS - 1) || (cut && out.length === rows - 1);
      const [line = ''] = isLast ? [clipped(rest, room, sizeMm, bold)] : wrapped(rest, room, sizeMm, bold);
      if (out.length === rows) return cut ? out : null;
      out.push({ text: line, sizeMm, bold, downMm });
      rest = isLast ? '' : rest.trimStart().slice(line.length).trimStart();
    }
  }
  return out;
}

/**
 * The foot of every page: a check square, a rule, and what the page is; both in the units of the project.
 * @param lines the project’s name, set bold, then what the page is, then notes; long ones are broken into rows, smaller ones where there are many
 * @param tile where the page is one of several that a drawing runs over: its place is shown in a small map
 */
export function titleBlock(
  pageWidthMm: number,
  pageHeightMm: number,
  units: DisplayUnits,
  lines: readonly string[],
  tile: TilePlace | null = null,
): Mark[] {
  const left = PAGE_MARGIN_MM;
  const top = pageHeightMm - PAGE_MARGIN_MM - TITLE_BLOCK_MM + 3;
  const { sideMm: square, said: squareSaid } = CHECKS[units];
  const marks: Mark[] = [
    box('check', left, top, square, square),
    words(left + square / 2, top + 21, 3, 'This square measures', 'middle'),
    words(left + square / 2, top + 26, 4, squareSaid, 'middle', true),
    words(left + square / 2, top + 31, 3, 'if not: print at 100%', 'middle'),
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
  const mapBottom = pageHeightMm - PAGE_MARGIN_MM - MAP_ABOVE_MM;
  const map = tile ? mapSize(tile) : null;
  const roomAt = (downMm: number): number =>
    map && top + downMm > mapBottom - map.heightMm - 1 ? room - map.widthMm - 2 : room;
  const said = lines.filter((l) => l.trim() !== '');
  const last = lastOf(SETTINGS);
  const rows =
    SETTINGS.map((s) => rowsOf(said, s, roomAt, false)).find((r) => r !== null) ??
    rowsOf(said, last, roomAt, true) ??
    [];
  for (const r of rows) marks.push(words(x0, top + r.downMm, r.sizeMm, r.text, 'start', r.bold));
  if (tile) marks.push(...pageMap(tile, pageWidthMm - PAGE_MARGIN_MM, mapBottom));
  return marks;
}

/** What the tick inside an outline is for. */
export const SNIP_LINE = 'A short tick: snip the paper there before fusing, to start peeling.';

const FOOT_TEXT_MM = 2.4;
/** The project’s name shortened as far as it must be for the rest to stand in one line; the rest shortened only where even that is too long. */
function footWords([name = '', ...rest]: readonly string[], roomMm: number): string {
  const others = rest.filter((l) => l !== '').join(' · ');
  const left = roomMm - textWidthMm(` · ${others}`, FOOT_TEXT_MM);
  const least = textWidthMm('mmm…', FOOT_TEXT_MM);
  if (others === '') return clipped(name, roomMm, FOOT_TEXT_MM);
  return left < Math.min(least, textWidthMm(name, FOOT_TEXT_MM))
    ? clipped(others, roomMm, FOOT_TEXT_MM)
    : `${clipped(name, left, FOOT_TEXT_MM)} · ${others}`;
}

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
    words(right + 14, y, FOOT_TEXT_MM, footWords(lines, room)),
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
  tile: TilePlace | null = null,
): Mark[] =>
  usedMm <= pageHeightMm - 2 * PAGE_MARGIN_MM - TITLE_BLOCK_MM + 1e-6
    ? titleBlock(pageWidthMm, pageHeightMm, units, lines, tile)
    : footLine(pageWidthMm, pageHeightMm, units, [lines[0] ?? '', ...lines.slice(-1), ...lines.slice(1, 2)]);

/** The part of a page that may be drawn on where its foot is one line, mm. */
export const wholeArea = (pageWidthMm: number, pageHeightMm: number): { widthMm: number; heightMm: number } => ({
  widthMm: pageWidthMm - 2 * PAGE_MARGIN_MM,
  heightMm: pageHeightMm - 2 * PAGE_MARGIN_MM - FOOT_MM,
});

/** Which article a page is about, to follow its title; nothing where there is only one. */
export const articleTitle = ({ articles, article }: ArticleView): string =>
  articles.length > 1 ? ` · ${article.name || `article ${articles.indexOf(article) + 1}`}` : '';
