import type { Piece, Project } from '../../keep/model';
import { HANDS_S, PAINT_DRY_S } from './data';
import { templatesOf } from './readying';
import { type Draft, layeredIn, type MakingWork } from './work';

// Dots and lines that are drawn on pieces and grounds: each is work for hands, and has its step.

type DrawnMark = Project['pieces'][number]['marks'][number];
const dots = (marks: readonly DrawnMark[], use: 'bead' | 'hole' | 'paint'): number =>
  marks.filter((m) => m.is === 'dot' && m.use === use).length;
const lines = (marks: readonly DrawnMark[], use: 'cut' | 'crease'): number =>
  marks.filter((m) => m.is === 'line' && m.use === use).length;

/** Pieces with any of a kind of mark, how many marks all of them have, and the hands that takes. @param keep of which pieces; all, by default */
function marked(
  { laid: { project, look } }: MakingWork,
  count: (marks: readonly DrawnMark[]) => number,
  keep: (piece: Piece) => boolean = () => true,
) {
  const mine = project.pieces.filter((p) => count(p.marks) > 0 && keep(p));
  return {
    pieceIds: mine.map((p) => p.id),
    count: mine.reduce((n, p) => n + count(p.marks), 0),
    copies: Math.max(1, ...mine.map(look.copiesOf)),
    handsS: mine.reduce((s, p) => s + look.copiesOf(p) * count(p.marks) * HANDS_S.mark.value, 0),
  };
}

const holesAndSlits = (m: readonly DrawnMark[]): number => dots(m, 'hole') + lines(m, 'cut');

function cutMarks(work: MakingWork, keep: (piece: Piece) => boolean, template: boolean): Draft[] {
  const all = marked(work, holesAndSlits, keep);
  if (all.count === 0) return [];
  const { pieceIds, copies, handsS } = all;
  return [
    {
      kind: 'trim',
      on: 'hand',
      pieceIds,
      copies,
      care: ['blades'],
      does: {
        code: 'cut-marks',
        dots: marked(work, (m) => dots(m, 'hole'), keep).count,
        lines: marked(work, (m) => lines(m, 'cut'), keep).count,
        template,
      },
      handsS,
    },
  ];
}

/** Holes and slits of pieces, cut once they are cut out, while the paper still stiffens them. What has another side is cut through when both hold. */
export function holesCut(work: MakingWork): Draft[] {
  const layered = layeredIn(work.laid.project);
  return cutMarks(work, (p) => !layered.has(p.id), false);
}

/** Holes and slits through both layers of a thing, by its template: no line is seen on what was bonded. @param cutRound pieces whose template is cut out already */
export function holesThrough(work: MakingWork, cutRound: ReadonlySet<string>): Draft[] {
  const { project } = work.laid;
  const layered = layeredIn(project);
  const mine = project.pieces.filter((p) => layered.has(p.id) && p.part === null);
  const drawn = mine.filter((p) => holesAndSlits(p.marks) + lines(p.marks, 'crease') > 0 && !cutRound.has(p.id));
  return [...(drawn.length > 0 ? templatesOf(work, drawn) : []), ...cutMarks(work, (p) => layered.has(p.id), true)];
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
  const layered = layeredIn(work.laid.project);
  const mine = marked(work, (m) => lines(m, 'crease'));
  return mine.count === 0
    ? []
    : [
        {
          kind: 'finish',
          on: 'hand',
          pieceIds: mine.pieceIds,
          copies: mine.copies,
          does: { code: 'fold-lines', lines: mine.count, template: mine.pieceIds.every((id) => layered.has(id)) },
          handsS: mine.handsS,
        },
      ];
}
