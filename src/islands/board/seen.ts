import { useEffect } from 'react';
import { peelOfFault, peelOfLook, type SwatchSeen } from '~/core/choose/learn';
import { asLearnt, type BoardStep, learntOf, pressBehind, ticketBehind } from '~/core/hands/board';
import type { Board, MendCode, Peel, Plan, PressTicket, Project, Swatch } from '~/core/keep/model';
import { noteSeen, notInBook, nowMs } from '~/store';
import { askPlanThread } from '~/workers';

// What is seen at the board goes into the swatch book without being asked.

const LIMIT_MS = 20_000;

/** A press with what was seen of it, as a swatch; null where that cannot be told any more. */
const swatchOf = (project: Project, ticketId: string, seen: SwatchSeen): Promise<Swatch | null> =>
  askPlanThread(project, async (w, about) => await w.swatchOf(about, ticketId, seen), LIMIT_MS).catch(() => null);

/** What a look at the board is called in the book: the same look is there once. */
const seenId = (of: string): string => `seen ${of}`.slice(0, 100);

/** Puts a look at the board into the book, with the seconds that were really counted; what nobody counted here teaches nothing. What cannot be told or written keeps nobody from the work. */
function noteLook(
  { project, plan, steps }: AtBoard,
  bs: Pick<BoardStep, 'step'>,
  id: string,
  peelOf: (t: PressTicket) => Peel | null,
): void {
  const { board } = project;
  const press = pressBehind(steps, bs);
  const planned = plan.press.find((t) => t.id === press?.step.ticketId);
  const counted = board.counted.find((c) => c.fact === press?.facts[0]);
  const peel = planned ? peelOf(planned) : null;
  if (!planned || peel === null || !counted || counted.overS === null) return;
  const seconds = Math.round(asLearnt(planned, learntOf(board, plan, planned)).dwell.seconds + counted.overS);
  void swatchOf(project, planned.id, { id: seenId(id), atMs: nowMs(), seconds, peel, from: 'board' })
    .then((swatch) => swatch && noteSeen([swatch]))
    .catch(() => undefined);
}

/** What is at the board, for what is seen there. */
interface AtBoard {
  readonly project: Project;
  readonly plan: Plan;
  readonly steps: readonly BoardStep[];
}
/** A fault was found: what it tells of the press behind it. @param next the board that holds it */
export function seenFault(at: AtBoard, bs: BoardStep, code: MendCode, next: Board): void {
  const id = next.evidence.at(-1)?.id;
  if (id !== undefined) noteLook(at, bs, id, (t) => peelOfFault(code, t));
}
/** A look that held. */
export const seenHold = (at: AtBoard, bs: BoardStep): void =>
  noteLook(at, bs, `${at.project.id} ${bs.facts[0] ?? ''}`, (t) => peelOfLook(bs.step, t));

/** A note of what went wrong, as far as its press is still planned. */
async function noteEvidence(project: Project, plan: Plan, e: Board['evidence'][number]): Promise<void> {
  const { code, kind, pieceIds, heatC, dwellS, atMs } = e;
  const step = plan.making.steps.find((s) => s.kind === kind && s.pieceIds.some((id) => pieceIds.includes(id)));
  const ticket = step && ticketBehind(plan, step);
  const peel = ticket ? peelOfFault(code, ticket) : null;
  if (!ticket || peel === null || dwellS === null || heatC === null) return;
  const seen: SwatchSeen = { id: seenId(e.id), atMs, seconds: dwellS, peel, from: 'board' };
  const swatch = await swatchOf(project, ticket.id, seen);
  // Which mark it was is not known any more: its heat is.
  if (swatch) await noteSeen([{ ...swatch, mark: null, heatC }]);
}

/** What was found wrong before there was a book is moved into it, once: as far as its press is still planned. */
export function useOldEvidence(project: Project, plan: Plan, writes: boolean): void {
  const { evidence } = project.board;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each project, with its first plan
  useEffect(() => {
    if (!writes || evidence.length === 0) return;
    const bring = async (): Promise<void> => {
      const fresh = await notInBook(evidence.map((e) => seenId(e.id)));
      for (const e of evidence) if (fresh.has(seenId(e.id))) await noteEvidence(project, plan, e);
    };
    void bring().catch(() => undefined);
  }, [project.id, writes]);
}
