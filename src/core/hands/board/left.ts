import { boundsOf, regionOf } from '../../base/shape';
import { type Board, lookup, type Project, type Size, type Step, type StepDoing } from '../../keep/model';

// A step of several pieces of which some are done already: what is left of it is a step of its own, with a patch of web for it alone.

/** Facts of which one copy is made once more. */
const madeOnceMore = (board: Board): ReadonlySet<string> =>
  new Set(board.trail.flatMap((a) => (a.act === 'again' && !a.back ? a.facts : [])));

/** One piece of a sheet by itself: its cloth stands out beyond the web, and the other layer beyond that, mm all round. Ours. */
const SCRAP_MM = { cloth: 8, over: 11 } as const;

/** What one copy of its only piece takes again is not the whole sheet. */
const OF_SHEETS: ReadonlySet<StepDoing['code']> = new Set([
  'cut-patch',
  'cut-over',
  'fuse-patch',
  'peel-patch',
  'lay-sheet-up',
  'lay-sheet-over',
  'bond-sheets',
  'peel-carrier',
  'rule-on-patch',
  'rule-on-sheets',
  'assemble',
  'cut-mat',
]);
/** Whether all that is left of a step are single copies that are made once more, of what was a whole sheet of them. */
export const isOneMore = (board: Board, step: Step, facts: readonly string[], done: number): boolean => {
  if (!OF_SHEETS.has(step.does.code) || facts.length === 0 || done > 0) return false;
  const again = madeOnceMore(board);
  return facts.every((f) => again.has(f));
};

/** A cut of one shape off a mat by itself tells nothing of the others. */
const NO_SHAPES = { inside: [], parted: [], keeps: [] } as const;

function doingLeft(does: StepDoing, left: readonly string[], project: Project): StepDoing {
  const look = lookup(project);
  const one = left.length === 1;
  /** What holds the largest of them, so much larger all round. */
  const larger = (byMm: number): Size => {
    const boxes = left.map((id) => boundsOf(regionOf(look.piece(id).outline)));
    return {
      widthMm: Math.max(...boxes.map((b) => b.maxX - b.minX)) + 2 * byMm,
      heightMm: Math.max(...boxes.map((b) => b.maxY - b.minY)) + 2 * byMm,
    };
  };
  switch (does.code) {
    case 'cut-patch':
      return { code: 'cut-cover', patch: '', beyondMm: does.beyondMm, ...larger(does.beyondMm) };
    case 'cut-over':
      return { ...does, patch: '', ...larger(SCRAP_MM.over), cloth: larger(SCRAP_MM.cloth) };
    case 'peel-patch':
      return { code: 'take-liner-off', snipped: false };
    case 'lay-sheet-up':
      return { code: 'lay-glue-up' };
    case 'lay-sheet-over':
      return { code: 'lay-between' };
    case 'bond-sheets':
      return { code: 'bond-piece' };
    case 'peel-carrier':
      return { code: 'peel-foil' };
    case 'assemble':
      return { ...does, parts: left.length, fabricIds: left.map((id) => look.piece(id).fabricId) };
    case 'rule-on-sheets':
      return { ...does, patches: [], tiles: left.length };
    case 'fuse-patch':
      return { code: 'fuse-shapes', rightSide: false, eitherSide: does.eitherSide };
    case 'rule-on-patch':
      return { code: 'draw-on-patch', route: 'trace-on-liner' };
    case 'cut-mat':
      return { code: 'cut-by-machine', route: does.route, bare: false, beyondMm: 0, pinked: false, ...NO_SHAPES };
    case 'bond-whole-ground':
    case 'bond-together':
      return one ? { code: 'bond-piece' } : { code: 'bond-together' };
    case 'lay-all':
      return one ? { code: 'lay-piece' } : does;
    case 'cut-on-line':
    case 'cut-from-print':
    case 'cut-by-machine':
    case 'cut-web-on-line': {
      const mine = (ids: readonly string[]): string[] => ids.filter((id) => left.includes(id));
      return { ...does, inside: mine(does.inside), parted: mine(does.parted), keeps: mine(does.keeps) };
    }
    default:
      return does;
  }
}

/**
 * What is left of a step: its own pieces and their set-downs, and nothing of what is done.
 * @param left its pieces that are not done, fewer than all
 * @param facts of those pieces, in their order
 */
export function leftOfStep(step: Step, left: readonly string[], facts: readonly string[], project: Project): Step {
  const mine = new Set(left);
  const again = madeOnceMore(project.board);
  const each = step.setDownsEach;
  const look = lookup(project);
  const oneMore = OF_SHEETS.has(step.does.code) && facts.every((f) => again.has(f));
  const copiesOf = (id: string): number => (oneMore ? look.copiesOf(look.piece(id)) : 1);
  const setDowns = step.pieceIds.reduce((n, id, i) => n + (mine.has(id) ? (each[i] ?? 0) / copiesOf(id) : 0), 0);
  // Both layers of one thing lie under the iron at once.
  const shared = step.does.code === 'bond-sheets' && oneMore ? left.length : 1;
  return {
    ...step,
    pieceIds: left,
    members: left,
    copies: facts.every((f) => again.has(f)) ? 1 : step.copies,
    // Together they may share set-downs: what is left takes no more than all of them.
    setDowns:
      step.ticketId === null ? step.setDowns : Math.max(1, Math.min(Math.ceil(setDowns / shared), step.setDowns)),
    loads: step.ticketId === null ? step.loads : 1,
    handsS: (step.handsS * left.length) / (step.pieceIds.length * Math.max(...left.map(copiesOf))),
    does: doingLeft(step.does, left, project),
    // Cut by itself its web is smaller than its cloth.
    gates: step.does.code === 'fuse-patch' ? step.gates.filter((g) => g.code !== 'sheet-beneath') : step.gates,
    places: step.places.filter((p) => mine.has(p.pieceId)),
  };
}
