import { derive } from '../../base/derive';
import { boundsOf, isBox, ROUGH_TOLERANCE_MM, regionOf } from '../../base/shape';
import type { Misfit, Project } from '../../keep/model';
import { measureIn, pickedIn } from './answers';
import { gridOn } from './grid';
import { handLaid } from './layers';
import { askLength, PLAIN, type Recipe, type RecipeQuestion } from './recipe';
import { assemblyOf, assemblyTells, FLAGS } from './strung';

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
  ruled: {
    key: 'ruled',
    is: 'one-of',
    usual: ONE_BY_ONE,
    usualFor: (project) => (straightOrPinked(project) ? SHEETS : ONE_BY_ONE),
    options: [ONE_BY_ONE, SHEETS],
  },
  sheetWidthMm: sheetSide('sheetWidthMm'),
  sheetHeightMm: sheetSide('sheetHeightMm'),
} as const satisfies Readonly<Record<string, RecipeQuestion>>;

const sheetOf = (project: Project) => ({
  widthMm: measureIn(project, ASKS.sheetWidthMm),
  heightMm: measureIn(project, ASKS.sheetHeightMm),
});

/**
 * Two cloths fused wrong sides together: pennants, straps, stiff bands. Whole, with web on one of them, and cut through both; or each cut with web of its own, then glue to glue.
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
  questions: [...FLAGS, ...Object.values(ASKS)],
  sheetwise: fromSheets,
  sheet: (project) => (fromSheets(project) ? sheetOf(project) : null),
  assembly: (project) => assemblyOf(project, FLAGS),
  tells: (project) => assemblyTells(assemblyOf(project, FLAGS)),
  misfits: (project): readonly Misfit[] => {
    if (!fromSheets(project)) return [];
    const sheet = sheetOf(project);
    return handLaid(project).flatMap((p): Misfit[] => {
      const b = boundsOf(regionOf(p.outline, ROUGH_TOLERANCE_MM));
      const [widthMm, heightMm] = [b.maxX - b.minX, b.maxY - b.minY];
      return gridOn(sheet.widthMm, sheet.heightMm, widthMm, heightMm).count > 0
        ? []
        : [
            {
              code: 'sheet-too-small',
              severity: 'stop',
              pieceIds: [p.id],
              widthMm,
              heightMm,
              sheetWidthMm: sheet.widthMm,
              sheetHeightMm: sheet.heightMm,
            },
          ];
    });
  },
  phases: ['ready', 'draw', 'web', 'cut', 'lay', 'trim', 'edge', 'finish'],
};
