import type { Project } from '../../keep/model';
import { HANDS_S, PAINT_DRY_S } from './data';
import type { Draft, MakingWork } from './work';

// Dots and lines that are drawn on pieces and grounds: each is work for hands, and has its step.

type DrawnMark = Project['pieces'][number]['marks'][number];
const dots = (marks: readonly DrawnMark[], use: 'bead' | 'hole' | 'paint'): number =>
  marks.filter((m) => m.is === 'dot' && m.use === use).length;
const lines = (marks: readonly DrawnMark[], use: 'cut' | 'crease'): number =>
  marks.filter((m) => m.is === 'line' && m.use === use).length;

/** Pieces with any of a kind of mark, how many marks all of them have, and the hands that takes. */
function marked({ laid: { project, look } }: MakingWork, count: (marks: readonly DrawnMark[]) => number) {
  const mine = project.pieces.filter((p) => count(p.marks) > 0);
  return {
    pieceIds: mine.map((p) => p.id),
    count: mine.reduce((n, p) => n + count(p.marks), 0),
    copies: Math.max(1, ...mine.map(look.copiesOf)),
    handsS: mine.reduce((s, p) => s + look.copiesOf(p) * count(p.marks) * HANDS_S.mark.value, 0),
  };
}

/** Holes and slits of pieces, cut once they are cut out, while the paper still stiffens them. */
export function holesCut(work: MakingWork): Draft[] {
  const all = marked(work, (m) => dots(m, 'hole') + lines(m, 'cut'));
  if (all.count === 0) return [];
  const { pieceIds, copies, handsS } = all;
  return [
    {
      kind: 'trim',
      on: 'hand',
      pieceIds,
      copies,
      does: {
        code: 'cut-marks',
        dots: marked(work, (m) => dots(m, 'hole')).count,
        lines: marked(work, (m) => lines(m, 'cut')).count,
      },
      handsS,
    },
  ];
}

/** Marks of grounds, all articles together. */
const onGrounds = ({ laid: { project } }: MakingWork): DrawnMark[] =>
  project.articles.flatMap((a) => (a.ground ? a.marks : []));

/** Dots: holes of the ground, paint, and last of all beads, which no iron touches. */
export function dotsDrawn(work: MakingWork): Draft[] {
  const ground = onGrounds(work);
  const holes = dots(ground, 'hole');
  const slits = lines(ground, 'cut');
  const own = (use: 'paint' | 'bead') => marked(work, (m) => dots(m, use));
  const both = (use: 'paint' | 'bead', code: 'paint-dots' | 'sew-beads', kind: 'paint' | 'hand'): Draft[] => {
    const mine = own(use);
    const count = mine.count + dots(ground, use);
    return count === 0
      ? []
      : [
          {
            kind,
            on: 'hand',
            pieceIds: mine.pieceIds,
            copies: mine.copies,
            does: { code, dots: count },
            care: use === 'bead' ? ['needle', 'small-parts'] : [],
            handsS: mine.handsS + dots(ground, use) * HANDS_S.mark.value,
            waitS: use === 'paint' ? PAINT_DRY_S.value : 0,
          },
        ];
  };
  return [
    ...(holes + slits > 0
      ? [
          {
            kind: 'trim' as const,
            on: 'hand' as const,
            does: { code: 'cut-ground-marks' as const, dots: holes, lines: slits },
            handsS: (holes + slits) * HANDS_S.mark.value,
          },
        ]
      : []),
    ...both('paint', 'paint-dots', 'paint'),
    ...both('bead', 'sew-beads', 'hand'),
  ];
}

/** Lines to fold on, once everything holds. */
export function foldsDrawn(work: MakingWork): Draft[] {
  const mine = marked(work, (m) => lines(m, 'crease'));
  return mine.count === 0
    ? []
    : [
        {
          kind: 'finish',
          on: 'hand',
          pieceIds: mine.pieceIds,
          copies: mine.copies,
          does: { code: 'fold-lines', lines: mine.count },
          handsS: mine.handsS,
        },
      ];
}
