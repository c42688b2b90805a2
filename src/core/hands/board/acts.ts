import type { Board, BoardTimer, MendCode, Plan, PressTicket, Step } from '../../keep/model';
import { mendParts } from './mends';
import { isBreak } from './pace';
import { type BoardStep, type Moment, madeAgain, runsOn, stepBack, stepDone } from './progress';
import { leftS, waitFor } from './timers';
import { actTurned, lastAct, withAct } from './trail';

// What is done at the board: each act a board and what happened in, a board out. Components only say when.

/** Timers that are out are forgotten after so long, ms. */
const KEPT_MS = 3_600_000;
/** Shorter cooling, drying and steps are not timed, s. */
const LEAST_S = 1;

/** Kinds of steps that want what they act on cold: warm adhesive comes off with the liner. */
const WANTS_COLD: ReadonlySet<Step['kind']> = new Set(['cut', 'machine-cut', 'peel', 'trim', 'stitch']);
export const wantsCold = (step: Pick<Step, 'kind'>): boolean => WANTS_COLD.has(step.kind);

/** Whether it is asked how a step came out before it counts as done: once of each look, when the last of its copies is done. */
export const asksAfter = (board: Board, bs: BoardStep, one: boolean): boolean =>
  bs.step.look !== null &&
  (!one || bs.doneCopies + 1 >= bs.copies) &&
  !board.looked.includes(bs.step.look) &&
  !runsOn(bs.step);

/** What runs on by itself once a step is done: what cools, what dries. */
function runsAfter({ does, kind, waitS, members }: Step, { nowMs, newId }: Moment): BoardTimer[] {
  const cools = does.code === 'let-cool' || does.code === 'cool-and-lift' ? does.coolS : 0;
  const dries = kind === 'paint' ? waitS : 0;
  const timer = (of: BoardTimer['kind'], seconds: number): BoardTimer[] =>
    seconds >= LEAST_S ? [{ id: newId(), kind: of, pieceIds: [...members], startedMs: nowMs, seconds }] : [];
  return [...timer('cool', cools), ...timer('dry', dries)];
}

/** What cools by itself once a press is over: no hand has anything to do with it, so it is not waited for to be told. */
export function coolsAfter(steps: readonly BoardStep[], bs: BoardStep): BoardStep | null {
  const next = steps[steps.findIndex((s) => s.step.id === bs.step.id) + 1];
  return bs.step.ticketId !== null && next?.step.does.code === 'let-cool' && !next.done ? next : null;
}

/**
 * A step done: all of it, or one more copy. Its timers begin, and what it took is kept, unless it was a break.
 * @param tookS since it was shown, by a clock that nobody can set
 * @param then what cools by itself after it: done in the same act
 */
export function stepFinished(
  board: Board,
  bs: BoardStep,
  one: boolean,
  tookS: number,
  at: Moment,
  then: BoardStep | null = null,
): Board {
  const { step } = bs;
  const plannedS = step.handsS / (one ? bs.copies : 1);
  const timed = plannedS >= LEAST_S && tookS >= 0 && !isBreak(plannedS, tookS);
  const both = then === null ? bs : { ...bs, facts: [...bs.facts, ...then.facts] };
  const done = stepDone(board, both, one, at);
  const running = done.timers.filter((t) => leftS(t, at.nowMs - KEPT_MS) > 0);
  return {
    ...done,
    timers: [...running, ...runsAfter(step, at), ...(then ? runsAfter(then.step, at) : [])],
    times: timed ? [...done.times, { id: at.newId(), kind: step.kind, plannedS, tookS }] : done.times,
  };
}

/** The ticket a step stands on, or the last one that its pieces were pressed on before it; null: none. */
export function ticketBehind(plan: Pick<Plan, 'making' | 'press'>, step: Step): PressTicket | null {
  const { steps } = plan.making;
  const pressed = steps
    .slice(0, steps.findIndex((s) => s.id === step.id) + 1)
    .reverse()
    .find((s) => s.ticketId !== null && step.pieceIds.some((id) => s.members.includes(id)));
  return plan.press.find((t) => t.id === (step.ticketId ?? pressed?.ticketId)) ?? null;
}

/** What was bonded, is cold by now and was not looked at yet; null: nothing. */
export const coldLook = (board: Board, steps: readonly BoardStep[], nowMs: number): BoardStep | null =>
  steps.find(
    ({ done, step }) =>
      done &&
      step.kind === 'cool' &&
      step.look !== null &&
      !board.looked.includes(step.look) &&
      waitFor(board.timers, step.members, nowMs) === 0,
  ) ?? null;

/** What may be found wrong by now: of all that was done, each fault with the steps that can fail so, the last one first. */
export function faultsSoFar(steps: readonly BoardStep[]): ReadonlyMap<MendCode, readonly BoardStep[]> {
  const found = new Map<MendCode, BoardStep[]>();
  for (const bs of [...steps].reverse())
    if (bs.done) for (const code of bs.step.wrong) found.set(code, [...(found.get(code) ?? []), bs]);
  return found;
}

/** What is wrong leads on to its mend, put in here and now; and is kept as evidence. @param ofPieces the pieces that are meant, by default all of the step */
export function foundWrong(
  board: Board,
  plan: Pick<Plan, 'making' | 'press'>,
  step: Step,
  code: MendCode,
  { nowMs, newId }: Moment,
  ofPieces: readonly string[] = step.pieceIds,
): Board {
  const ticket = ticketBehind(plan, step);
  const pieceIds = [...ofPieces];
  return {
    ...board,
    mends: [
      ...board.mends,
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
    ],
  };
}

/** A part of a mend done; made once more, its pieces' steps come back. */
export function mendFinished(board: Board, mendId: string, steps: readonly BoardStep[], at: Moment): Board {
  const mend = board.mends.find((m) => m.id === mendId);
  if (!mend) return board;
  const next = { ...board, mends: board.mends.map((m) => (m.id === mendId ? { ...m, done: true } : m)) };
  return mend.doing === 'make-again' ? madeAgain(next, mend.pieceIds, steps, at) : next;
}

/** Nothing was wrong after all, or it is mended already. */
export const mendsDropped = (board: Board): Board => ({
  ...board,
  mends: board.mends.map((m) => ({ ...m, done: true })),
});

/** A step came out as it should: not asked again of its kind. */
export const heldAsShould = (board: Board, step: Pick<Step, 'look'>): Board => ({
  ...board,
  looked: step.look === null ? board.looked : [...new Set([...board.looked, step.look])],
});

/** It feels cool to the hand: what is timed on these pieces is over. */
export const feltCool = (board: Board, pieceIds: readonly string[]): Board => ({
  ...board,
  timers: board.timers.map((t) => (t.pieceIds.some((id) => pieceIds.includes(id)) ? { ...t, seconds: 0 } : t)),
});

/** The iron was set to another heat; told when it is there. */
export const ironSet = (board: Board, id: string, seconds: number, nowMs: number): Board => ({
  ...board,
  timers: [...board.timers, { id, kind: 'warm-up' as const, pieceIds: [], startedMs: nowMs, seconds }],
});

/** It has that heat sooner than was thought. */
export const ironThere = (board: Board, id: string): Board => ({
  ...board,
  timers: board.timers.map((t) => (t.id === id ? { ...t, seconds: 0 } : t)),
});

/** The iron stands somewhere in a press, or was lifted. @param downMs when it stands; null: it is lifted */
export const ironStands = (
  board: Board,
  fact: string,
  setDowns: number,
  downMs: number | null,
  nowMs: number,
): Board => ({ ...board, at: { fact, setDowns, downMs, unsure: false }, hotSinceMs: nowMs });

/**
 * The iron is lifted: by how much later than counted.
 * @param overS null: nobody can know @param first of this press @param adds the same place is pressed again: what was over adds up
 */
export function ironLifted(
  board: Board,
  fact: string,
  overS: number | null,
  { first, adds }: { readonly first: boolean; readonly adds: boolean },
): Board {
  const before = first ? undefined : board.counted.find((c) => c.fact === fact);
  const all =
    before?.overS === null || overS === null
      ? null
      : adds
        ? (before?.overS ?? 0) + overS
        : Math.max(before?.overS ?? 0, overS);
  return { ...board, counted: [...board.counted.filter((c) => c.fact !== fact), { fact, overS: all }] };
}

/** The press behind a step: the last of its pieces up to it; null: none. */
export function pressBehind(steps: readonly BoardStep[], { step }: Pick<BoardStep, 'step'>): BoardStep | null {
  const upTo = steps.slice(0, steps.findIndex((s) => s.step.id === step.id) + 1);
  return (
    upTo.findLast((s) => s.step.ticketId !== null && step.pieceIds.some((id) => s.step.members.includes(id))) ?? null
  );
}

/** Back: a press that is under way, an open mend, else the last step. */
export function goneBack(board: Board, current: BoardStep | null): Board | 'press' {
  if (board.mends.some((m) => !m.done)) return mendsDropped(board);
  const { at } = board;
  const underWay = current && at && at.fact === current.facts[0] && (at.setDowns > 0 || at.downMs !== null);
  return underWay ? 'press' : stepBack(board);
}

/** Pieces that lie on their ground, as far as steps are done. */
export const laidBy = (steps: readonly BoardStep[]): ReadonlySet<string> =>
  new Set(
    steps.flatMap((s) =>
      s.done && s.step.does.code !== 'lay-out' && (s.step.kind === 'lay' || s.step.kind === 'bond')
        ? s.step.members
        : [],
    ),
  );

/** Whether there is a step that can be taken back. */
export const canGoBack = (board: Board): boolean => lastAct(board.trail) !== null;

/** Everything is to be done again; what was learned and noted stays. */
export const begunAnew = (board: Board, at: Moment): Board => ({
  ...withAct(board, { act: 'anew', facts: [], copies: 1 }, at),
  at: null,
  timers: board.timers.flatMap((t) => (t.kind === 'warm-up' ? [] : [{ ...t, seconds: 0 }])),
  mends: board.mends.map((m) => ({ ...m, done: true })),
  looked: [],
  hotSinceMs: null,
});

/** Begun anew taken back, or done again: what was done before counts again, with what was done since. */
export function anewTurned(board: Board, actId: string, back: boolean): Board {
  const act = board.trail.find((a) => a.id === actId);
  return act ? actTurned(board, act, back) : board;
}

/** An evening in the diary; the iron is unplugged. */
export const intoDiary = (board: Board, entry: Board['diary'][number]): Board => ({
  ...board,
  diary: [...board.diary.filter((d) => d.id !== entry.id), entry],
  hotSinceMs: null,
});
export const outOfDiary = (board: Board, entryId: string): Board => ({
  ...board,
  diary: board.diary.filter((d) => d.id !== entryId),
});
