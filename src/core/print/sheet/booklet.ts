import { nth } from '../../base/lists';
import { boundsOf, type Point, ROUGH_TOLERANCE_MM, regionOf, ringsOf } from '../../base/shape';
import { lookup, type Plan, type Project, type Step } from '../../keep/model';
import { line, type Mark, type SheetDocument, type SheetPage, words } from './marks';
import { PAPER_FACTS, type Paper } from './paper';

/** Type and room on one page of the booklet, mm. Ours: legible from arm’s length. */
const PAGE = { marginMm: 11, sizeMm: 4.4, leadingMm: 6, gapMm: 4.5, numberMm: 9, pictureMm: 22 } as const;
/** A letter is so wide on average, of the type’s size: a little more than it is, so that nothing runs over. Ours. */
const LETTER = 0.53;

/** Text in lines no longer than so many letters; a word longer than that is broken. */
export function inLines(text: string, letters: number): string[] {
  const lines: string[] = [];
  let at = '';
  for (const word of text.split(/\s+/).filter(Boolean)) {
    let rest = word;
    while (rest.length > letters) {
      if (at) lines.push(at);
      at = '';
      lines.push(rest.slice(0, letters));
      rest = rest.slice(letters);
    }
    if (at && at.length + 1 + rest.length > letters) {
      lines.push(at);
      at = rest;
    } else at = at ? `${at} ${rest}` : rest;
  }
  if (at) lines.push(at);
  return lines;
}

/** Pages of a folded booklet, two on each side of a sheet: the side’s left and right page, from 1; 0 where it stays empty. Printed double-sided along the short edge and folded once they come in order. */
export function imposed(pages: number): { readonly left: number; readonly right: number }[] {
  const whole = Math.max(4, Math.ceil(pages / 4) * 4);
  const there = (n: number): number => (n <= pages ? n : 0);
  return Array.from({ length: whole / 4 }, (_, i) => [
    { left: there(whole - 2 * i), right: there(1 + 2 * i) },
    { left: there(2 + 2 * i), right: there(whole - 1 - 2 * i) },
  ]).flat();
}

/** A step’s pieces side by side in a box of their own, as they are drawn. */
function pictureOf(plan: Plan, step: Step, x: number, y: number, widthMm: number): Mark[] {
  const shapes = step.pieceIds.slice(0, 5).flatMap((id) => plan.tracings.filter((t) => t.pieceId === id));
  if (shapes.length === 0) return [];
  const each = Math.min(PAGE.pictureMm, widthMm / shapes.length - 2);
  return shapes.flatMap((t, i) => {
    const region = regionOf(t.outline, ROUGH_TOLERANCE_MM);
    const b = boundsOf(region);
    const scale = each / Math.max(b.maxX - b.minX, b.maxY - b.minY);
    const left = x + i * (each + 2);
    return ringsOf(region).map(
      (ring): Mark => ({
        type: 'line',
        closed: true,
        stroke: 'fine',
        points: ring.map((p): Point => ({ x: left + (p.x - b.minX) * scale, y: y + (p.y - b.minY) * scale })),
      }),
    );
  });
}

/**
 * The steps of an evening as a booklet of half pages, imposed on the sheets of a printer: for those without a screen at the board.
 * @param say the words of a step
 */
export function boardBooklet(project: Project, plan: Plan, say: (step: Step) => string, paper: Paper): SheetDocument {
  const facts = PAPER_FACTS[paper === 'letter' ? 'letter' : 'a4'];
  const sheetW = facts.heightMm ?? PAPER_FACTS.a4.widthMm;
  const sheetH = facts.widthMm;
  const pageW = sheetW / 2;
  const wide = pageW - 2 * PAGE.marginMm - PAGE.numberMm;
  const letters = Math.floor(wide / (PAGE.sizeMm * LETTER));
  const bottom = sheetH - PAGE.marginMm - 6;
  const pages: Mark[][] = [[]];
  let y = PAGE.marginMm + 22;
  const head: Mark[] = [
    ...inLines(project.name, Math.floor((pageW - 2 * PAGE.marginMm) / (8 * LETTER)))
      .slice(0, 2)
      .map((t, i) => words(PAGE.marginMm, PAGE.marginMm + 7 + i * 9, 8, t, 'start', true)),
  ];
  nth(pages, 0).push(...head);
  const look = lookup(project);
  plan.making.steps.forEach((step, i) => {
    const lines = inLines(say(step), letters);
    const drawn = step.pieceIds.length > 0 && ['trace', 'cut', 'lay', 'bond', 'foil', 'trim'].includes(step.kind);
    const high =
      Math.max(lines.length * PAGE.leadingMm, PAGE.leadingMm) + (drawn ? PAGE.pictureMm + 2 : 0) + PAGE.gapMm;
    if (y + high > bottom) {
      pages.push([]);
      y = PAGE.marginMm + 4;
    }
    const page = nth(pages, pages.length - 1);
    // A box to tick, and the step’s number in it.
    page.push(words(PAGE.marginMm, y, PAGE.sizeMm, String(i + 1), 'start', true));
    for (const [k, t] of lines.entries())
      page.push(words(PAGE.marginMm + PAGE.numberMm, y + k * PAGE.leadingMm, PAGE.sizeMm, t));
    y += lines.length * PAGE.leadingMm;
    if (drawn) {
      page.push(...pictureOf(plan, step, PAGE.marginMm + PAGE.numberMm, y - 2, wide));
      const numbers = step.pieceIds.slice(0, 5).map((id) => look.number(id));
      const each = Math.min(PAGE.pictureMm, wide / numbers.length - 2);
      numbers.forEach((n, k) => {
        page.push(
          words(
            PAGE.marginMm + PAGE.numberMm + k * (each + 2) + each / 2,
            y - 2 + each / 2,
            3.4,
            String(n),
            'middle',
            true,
          ),
        );
      });
      y += PAGE.pictureMm + 2;
    }
    y += PAGE.gapMm;
  });
  const sides = imposed(pages.length);
  const shifted = (marks: readonly Mark[], dx: number): Mark[] =>
    marks.map((m) =>
      m.type === 'text' ? { ...m, x: m.x + dx } : { ...m, points: m.points.map((p) => ({ x: p.x + dx, y: p.y })) },
    );
  const half = (n: number, dx: number): Mark[] =>
    n === 0
      ? []
      : [...shifted(nth(pages, n - 1), dx), words(dx + pageW / 2, sheetH - PAGE.marginMm, 3.4, String(n), 'middle')];
  return {
    title: `${project.name} · steps`,
    pages: sides.map(
      ({ left, right }, i): SheetPage => ({
        id: `side-${i + 1}`,
        widthMm: sheetW,
        heightMm: sheetH,
        title: `Side ${i + 1}`,
        webId: null,
        pieceIds: [],
        marks: [line('fold', pageW, 0, pageW, sheetH), ...half(left, 0), ...half(right, pageW)],
      }),
    ),
  };
}
