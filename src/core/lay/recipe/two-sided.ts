import { derive } from '../../base/derive';
import { boundsOf, isBox, ROUGH_TOLERANCE_MM, regionOf } from '../../base/shape';
import { boxOnGround, type Project } from '../../keep/model';
import { measureIn, measureOf, pickedIn, pickedOf } from './answers';
import { handLaid } from './layers';
import { askLength, PLAIN, type Recipe, type RecipeQuestion } from './recipe';

const answered =
  (key: string, value: string) =>
  (p: Project): boolean =>
    p.recipe.answers[key] === value;
const hung = (key: string, how: string, usualMm: number, maxMm: number) =>
  ({ ...askLength(key, usualMm, 0, maxMm), when: answered('strung', how) }) as const;
const sheetSide = (key: string) =>
  ({
    ...askLength(key, SHEET_MM, 20, 5000),
    when: fromSheets,
    // What is longer than the usual sheet takes a longer one.
    usualMmFor: (project: Project) => Math.max(SHEET_MM, ...handLaid(project).map((p) => longestMm(p.outline))),
  }) as const;
const longestMm = derive((outline: string): number => {
  const b = boundsOf(regionOf(outline, ROUGH_TOLERANCE_MM));
  return Math.ceil(Math.max(b.maxX - b.minX, b.maxY - b.minY));
});
/** A sheet of cloth that is asked about: what a board and two hands manage. Ours. */
const SHEET_MM = 300;
const ONE_BY_ONE = { value: 'each' } as const;
const SHEETS = { value: 'sheet' } as const;
const LOOSE = { value: 'loose' } as const;
const isStraight = derive((outline: string): boolean => isBox(regionOf(outline, ROUGH_TOLERANCE_MM)));
/** What is cut along a ruler, or with shears that pink it, comes out edge on edge when both cloths are cut at once; any other outline is exact only where each is cut by itself. */
function straightOrPinked(project: Project): boolean {
  const hands = handLaid(project);
  return hands.length > 0 && hands.every((p) => (p.edge ?? project.intent.edge) === 'pinked' || isStraight(p.outline));
}
function fromSheets(project: Project): boolean {
  return pickedIn(project, ASKS.ruled) === SHEETS.value;
}
/** Starting values: ours. */
const ASKS = {
  strung: {
    key: 'strung',
    is: 'one-of',
    usual: LOOSE,
    options: [LOOSE, { value: 'line' }, { value: 'chain' }],
  },
  apartMm: hung('apartMm', 'line', 30, 2000),
  endsMm: hung('endsMm', 'line', 300, 5000),
  ruled: {
    key: 'ruled',
    is: 'one-of',
    usual: ONE_BY_ONE,
    usualFor: (project) => (straightOrPinked(project) ? SHEETS : ONE_BY_ONE),
    options: [ONE_BY_ONE, SHEETS],
  },
  sheetWidthMm: sheetSide('sheetWidthMm'),
  sheetHeightMm: sheetSide('sheetHeightMm'),
  lapMm: hung('lapMm', 'chain', 15, 200),
} as const satisfies Readonly<Record<string, RecipeQuestion>>;

/**
 * Two cloths fused wrong sides together: pennants, straps, stiff bands. Front and back each with web, glue to glue.
 * Source: the trade handbook, layered crafts; common practice, no source.
 */
export const twoSided: Recipe = {
  ...PLAIN,
  needsGround: false,
  layered: true,
  groundBecomes: 'otherSideId',
  otherSide: {
    called: 'back',
    answers: { piece: 'frontId', side: 'backId' },
    lies: 'beneath',
    material: 'fabric',
    usual: null,
  },
  questions: Object.values(ASKS),
  sheetwise: fromSheets,
  sheet: (project) =>
    fromSheets(project)
      ? { widthMm: measureIn(project, ASKS.sheetWidthMm), heightMm: measureIn(project, ASKS.sheetHeightMm) }
      : null,
  /** A line is as long as its parts side by side, what lies between them and its ends; of a chain each link is a ring of its strip. */
  tells: (project) => {
    const how = pickedOf(project, ASKS.strung);
    if (how === LOOSE.value) return [];
    const sided = new Set(project.pieces.flatMap((p) => (p.part?.role === 'other-side' ? [p.part.of] : [])));
    const made = new Map(project.articles.map((a) => [a.id, a.count]));
    const parts = handLaid(project)
      .filter((p) => sided.has(p.id))
      .map((p) => {
        const b = boxOnGround(p);
        const sides = [b.maxX - b.minX, b.maxY - b.minY] as const;
        return { count: p.count * (made.get(p.articleId) ?? 1), widthMm: sides[0], longMm: Math.max(...sides) };
      });
    const count = parts.reduce((n, p) => n + p.count, 0);
    if (count === 0) return [];
    const sum = (of: (p: (typeof parts)[number]) => number): number => parts.reduce((mm, p) => mm + p.count * of(p), 0);
    if (how === 'line') {
      const between = (count - 1) * measureOf(project, ASKS.apartMm);
      const lengthMm = sum((p) => p.widthMm) + between + 2 * measureOf(project, ASKS.endsMm);
      return [{ code: 'line', parts: count, lengthMm }];
    }
    const lapMm = measureOf(project, ASKS.lapMm);
    const ring = sum((p) => Math.max(0, p.longMm - lapMm));
    return [{ code: 'chain', parts: count, lengthMm: ring / Math.PI, tautMm: ring / 2 }];
  },
  phases: ['ready', 'draw', 'web', 'cut', 'lay', 'trim', 'edge', 'finish'],
};
