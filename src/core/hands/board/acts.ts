import type { Board, BoardTimer, MendCode, Plan, PressTicket, Step } from '../../keep/model';
import { mendParts } from './mends';
import { isBreak } from './pace';
import { type BoardStep, madeAgain, runsOn, stepBack, stepDone } from './progress';
import { leftS } from './timers';

// What is done at the board: each act a board and what happened in, a board out. Components only say when.

/** The moment of an act, and names for what it adds. */
export interface Moment {
  readonly nowMs: number;
  readonly newId: () => string;
}

/** Timers that are out are forgotten after so long, ms. */
const KEPT_MS = 3_600_000;
/** No more than so many are kept of each, the newest. */
const MOST = { timers: 300, times: 5000, evidence: 2000 } as const;
/** Shorter cooling, drying and steps are not timed, s. */
const LEAST_S = 1;

/** Kinds of steps that want what they act on cold: warm adhesive comes off with the liner. */
const WANTS_COLD: ReadonlySet<Step['kind']> = new Set(['cut', 'machine-cut', 'peel', 'trim', 'stitch']);
export const wantsCold = (step: Pick<Step, 'kind'>): boolean => WANTS_COLD.has(step.kind);

/** Whether it is asked how a step came out before it counts as done: once of each kind, when the last of its copies is done. */
export const asksAfter = (board: Board, bs: BoardStep, one: boolean): boolean =>
  bs.step.look !== null &&
  (!one || bs.doneCopies + 1 >= bs.copies) &&
  !board.looked.includes(bs.step.kind) &&
  !runsOn(bs.step);

/** What runs on by itself once a step is done: what cools, what dries. */
function runsAfter({ does, kind, waitS, members }: Step, { nowMs, newId }: Moment): BoardTimer[] {
  const cools = does.code === 'let-cool' || does.code === 'cool-and-lift' ? does.coolS : 0;
  const dries = kind === 'paint' ? waitS : 0;
  const timer = (of: BoardTimer['kind'], seconds: number): BoardTimer[] =>
    seconds >= LEAST_S ? [{ id: newId(), kind: of, pieceIds: [...members], startedMs: nowMs, seconds }] : [];
  return [...timer('cool', cools), ...timer('dry', dries)];
}

/**
 * A step done: all of it, or one more copy. Its timers begin, and what it took is kept, unless it was a break.
 * @param shownAtMs since when it was shown
 */
export function stepFinished(board: Board, bs: BoardStep, one: boolean, shownAtMs: number, at: Moment): Board {
  const { step } = bs;
  const tookS = (at.nowMs - shownAtMs) / 1000;
  const plannedS = step.handsS / (one ? bs.copies : 1);
  const timed = plannedS >= LEAST_S && tookS >= 0 && !isBreak(plannedS, tookS);
  const done = stepDone(board, bs, one);
  const running = done.timers.filter((t) => leftS(t, at.nowMs - KEPT_MS) > 0);
  return {
    ...done,
    timers: [...running, ...runsAfter(step, at)].slice(-MOST.timers),
    times: timed ? [...done.times, { kind: step.kind, plannedS, tookS }].slice(-MOST.times) : done.times,
  };
}

/** The ticket a step stands on, or the last one that its pieces were pressed on before it; null: none. */
export function ticketBehind(plan: Pick<Plan, 'making' | 'press'>, step: Step): PressTicket | null {
  const { steps } = plan.making;
  const pressed = steps
    .slice(0, steps.indexOf(step) + 1)
    .reverse()
    .find((s) => s.ticketId !== null && step.pieceIds.some((id) => s.members.includes(id)));
  return plan.press.find((t) => t.id === (step.ticketId ?? pressed?.ticketId)) ?? null;
}

/** What is wrong leads on to its mend, put in here and now; and is kept as evidence. */
export function foundWrong(
  board: Board,
  plan: Pick<Plan, 'making' | 'press'>,
  step: Step,
  code: MendCode,
  { nowMs, newId }: Moment,
): Board {
  const ticket = ticketBehind(plan, step);
  const pieceIds = [...step.pieceIds];
  return {
    ...board,
    mends: [
      ...board.mends.filter((m) => !m.done),
      ...mendParts(code, ticket).map((part) => ({ ...part, id: newId(), code, pieceIds, done: false })),
    ],
    evidence: [
      ...board.evidence,
      {
        id: newId(),
        atMs: nowMs,
        code,
        kind: step.kind,
        pieceIds,
        heatC: ticket?.heat.soleplateC ?? null,
        dwellS: ticket?.dwell.seconds ?? null,
      },
    ].slice(-MOST.evidence),
  };
}

/** A part of a mend done; made once more, its pieces' steps come back. */
export function mendFinished(board: Board, mendId: string): Board {
  const mend = board.mends.find((m) => m.id === mendId);
  if (!mend) return board;
  const next = { ...board, mends: board.mends.map((m) => (m.id === mendId ? { ...m, done: true } : m)) };
  return mend.doing === 'make-again' ? madeAgain(next, mend.pieceIds) : next;
}

/** Nothing was wrong after all, or it is mended already. */
export const mendsDropped = (board: Board): Board => ({ ...board, mends: board.mends.filter((m) => m.done) });

/** A step came out as it should: not asked again of its kind. */
export const heldAsShould = (board: Board, kind: Step['kind']): Board => ({
  ...board,
  looked: [...new Set([...board.looked, kind])],
});

/** It feels cool to the hand: what is timed on these pieces is over. */
export const feltCool = (board: Board, pieceIds: readonly string[]): Board => ({
  ...board,
  timers: board.timers.filter((t) => !t.pieceIds.some((id) => pieceIds.includes(id))),
});

/** The iron was set to another heat; told when it is there. */
export const ironSet = (board: Board, id: string, seconds: number, nowMs: number): Board => ({
  ...board,
  timers: [...board.timers, { id, kind: 'warm-up' as const, pieceIds: [], startedMs: nowMs, seconds }].slice(
    -MOST.timers,
  ),
});

/** The iron stands somewhere in a press, or was lifted. @param downMs when it stands; null: it is lifted */
export const ironStands = (
  board: Board,
  fact: string,
  setDowns: number,
  downMs: number | null,
  nowMs: number,
): Board => ({ ...board, at: { fact, setDowns, downMs }, hotSinceMs: nowMs });

/** Back: a press that is under way, an open mend, else the last step. */
export function goneBack(board: Board, current: BoardStep | null): Board | 'press' {
  if (board.mends.some((m) => !m.done)) return mendsDropped(board);
  const { at } = board;
  const underWay = current && at && at.fact === current.facts[0] && (at.setDowns > 0 || at.downMs !== null);
  return underWay ? 'press' : stepBack(board);
}

/** The step that was done last, to say that something is wrong with it; null: none was. */
export function lastDone(steps: readonly BoardStep[], trail: Board['trail']): BoardStep | null {
  const fact = trail.at(-1)?.facts[0];
  const found = steps.find((s) => fact !== undefined && s.facts.includes(fact));
  return found ?? [...steps].reverse().find((s) => s.done) ?? null;
}

/** Pieces that lie on their ground, as far as steps are done. */
export const laidBy = (steps: readonly BoardStep[]): ReadonlySet<string> =>
  new Set(steps.flatMap((s) => (s.done && (s.step.kind === 'lay' || s.step.kind === 'bond') ? s.step.members : [])));
