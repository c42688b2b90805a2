import { textSum } from '../../base/sum';
import { BOARD_MOST, type Board, type Piece, type Project, type StepDoing } from '../../keep/model';
import { type BoardStep, codeOf, type Moment, madeAgain, pieceOf } from './progress';

/** What is done to a piece along its own line: what it was, once its pattern is changed, is no longer what the plan has. */
const ALONG_THE_LINE: ReadonlySet<StepDoing['code']> = new Set([
  'draw-on-liner',
  'print-on-liner',
  'draw-on-liner-that-stays',
  'draw-on-patch',
  'draw-on-backing',
  'cut-web-on-line',
  'cut-on-line',
  'cut-from-print',
  'cut-by-machine',
  'cut-mat',
  'trim-on-line',
]);

type Pattern = Pick<Piece, 'fabricId' | 'outline'>;
const fingerprint = ({ fabricId, outline }: Pattern): string => textSum(`${fabricId} ${outline}`);

const cutIds = (board: Board): ReadonlySet<string> =>
  new Set(
    board.done.flatMap(({ fact }) => (ALONG_THE_LINE.has(codeOf(fact) as StepDoing['code']) ? [pieceOf(fact)] : [])),
  );

/** The board after an edit: of pieces that were drawn or cut already and are another shape or cloth now it is remembered what they were cut from. The same board where there is none. */
export function boardAfterEdit(before: Project, after: Project): Board {
  const { board } = after;
  if (before.pieces === after.pieces || board.done.length === 0) return board;
  const was = new Map(before.pieces.map((p) => [p.id, p]));
  const known = new Set(board.cutAs.map((c) => c.pieceId));
  const changed = after.pieces.flatMap((p) => {
    const old = was.get(p.id);
    return old && !known.has(p.id) && (old.outline !== p.outline || old.fabricId !== p.fabricId) ? [old] : [];
  });
  if (changed.length === 0) return board;
  const cut = cutIds(board);
  const more = changed.flatMap(({ id, fabricId, outline }) =>
    cut.has(id) ? [{ pieceId: id, fabricId, outline, leftFor: null }] : [],
  );
  return more.length === 0 ? board : { ...board, cutAs: [...board.cutAs, ...more].slice(-BOARD_MOST.cutAs) };
}

/** A piece that was cut as it is no longer. */
export interface CutOtherwise {
  readonly piece: Piece;
  readonly was: Board['cutAs'][number];
}

/** Pieces that were cut from another shape or cloth than they have now, and of which nobody has said yet that they stay so. */
export function cutOtherwise({ board, pieces }: Project): CutOtherwise[] {
  if (board.cutAs.length === 0) return [];
  const cut = cutIds(board);
  return board.cutAs.flatMap((was) => {
    const piece = pieces.find((p) => p.id === was.pieceId);
    const differs = piece && (piece.outline !== was.outline || piece.fabricId !== was.fabricId);
    return piece && differs && cut.has(piece.id) && was.leftFor !== fingerprint(piece) ? [{ piece, was }] : [];
  });
}

/** It stays as it was cut: not asked again, unless the pattern changes once more. */
export const leftAsCut = (board: Board, piece: Piece): Board => ({
  ...board,
  cutAs: board.cutAs.map((c) => (c.pieceId === piece.id ? { ...c, leftFor: fingerprint(piece) } : c)),
});

/** It is cut again: every copy of everything that was done to it comes back. */
export function cutAgain(board: Board, pieceId: string, steps: readonly BoardStep[], at: Moment): Board {
  const most = Math.max(0, ...board.done.flatMap((d) => (pieceOf(d.fact) === pieceId ? [d.copies] : [])));
  const next: Board = { ...board, cutAs: board.cutAs.filter((c) => c.pieceId !== pieceId) };
  return madeAgain(next, [pieceId], steps, at, most);
}
