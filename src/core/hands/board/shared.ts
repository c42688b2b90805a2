import type { Board, BoardMend, MendCode, Plan, PressTicket } from '../../keep/model';
import type { BoardStep } from './progress';

// Pieces that were pressed in the same go share a fault, and what comes next gets the longer time at once.
// Source: the trade handbook, at the board; common practice, no source.

/** Faults of too little time, and of which press. */
const TOO_SHORT: { readonly [C in MendCode]?: PressTicket['stage'] } = {
  'adhesive-left-on-liner': 'fuse',
  'edge-lifts': 'bond',
};
/** So much longer, of what was planned. Common practice, no source: a little longer. */
const LONGER = 1.2;

/** Pieces that were pressed along with those of a mend and may have the same fault. */
export function shareFault(mend: Pick<BoardMend, 'code' | 'pieceIds'>, steps: readonly BoardStep[]): string[] {
  const stage = TOO_SHORT[mend.code];
  if (!stage) return [];
  const goes = steps.filter(
    ({ done, step }) =>
      done &&
      (step.kind === stage || (stage === 'bond' && step.kind === 'steam-pass')) &&
      step.pieceIds.some((id) => mend.pieceIds.includes(id)),
  );
  // The last go in which each of them was pressed.
  const mine = new Set(mend.pieceIds.flatMap((id) => goes.findLast((g) => g.step.pieceIds.includes(id)) ?? []));
  return [...mine].flatMap((g) => g.step.pieceIds).filter((id) => !mend.pieceIds.includes(id));
}

/** Seconds that are longer than planned, since something planned alike did not hold. */
export interface Learnt {
  readonly seconds: number;
  readonly plannedS: number;
  readonly pieceIds: readonly string[];
}

/**
 * What was found on this board about a press: longer where one of the same web, heat and seconds did not hold.
 * @returns null: nothing, or no longer time is safe
 */
export function learntOf(board: Board, plan: Pick<Plan, 'press'>, ticket: PressTicket): Learnt | null {
  const { seconds, maxS } = ticket.dwell;
  if (ticket.stop || ticket.passes) return null;
  const found = board.evidence.filter(
    (e) =>
      TOO_SHORT[e.code] === ticket.stage &&
      e.dwellS === seconds &&
      e.heatC === ticket.heat.soleplateC &&
      plan.press.some(
        (t) => t.stage === ticket.stage && t.webId === ticket.webId && t.pieceIds.some((id) => e.pieceIds.includes(id)),
      ),
  );
  const longer = Math.min(Math.floor(maxS), Math.ceil(seconds * LONGER));
  if (found.length === 0 || longer <= seconds) return null;
  return { seconds: longer, plannedS: seconds, pieceIds: [...new Set(found.flatMap((e) => e.pieceIds))] };
}

/** A ticket with what was learnt about it. */
export const asLearnt = (ticket: PressTicket, learnt: Learnt | null): PressTicket =>
  learnt === null ? ticket : { ...ticket, dwell: { ...ticket.dwell, seconds: learnt.seconds } };
