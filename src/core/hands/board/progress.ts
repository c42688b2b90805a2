import type { Board, Making, Project, Step } from '../../keep/model';
import { isOneMore, leftOfStep } from './left';
import { actTurned, lastAct, withAct } from './trail';

/** The moment of an act, and names for what it adds. */
export interface Moment {
  readonly nowMs: number;
  readonly newId: () => string;
}

/** A step at the board: what of it is still to be done. */
export interface BoardStep {
  /** Of several pieces some of which are done: what is left of it. */
  readonly step: Step;
  /** What it makes true, piece by piece: done work stays done when the rest is planned anew. */
  readonly facts: readonly string[];
  /** Copies that are needed, of its one piece; 1 of several pieces together. */
  readonly copies: number;
  /** Copies that are done of all of it. */
  readonly doneCopies: number;
  readonly done: boolean;
  /** Its pieces that are not done yet. */
  readonly left: readonly string[];
}

/** Deeds that are the same done to a piece, whether it lies under the iron alone or with others: what goes together may change while one works. */
const SAME_DEED: Readonly<Record<string, Step['does']['code']>> = { 'bond-together': 'bond-piece' };
/** A fact as it is counted, also one that was kept under another name. */
function asCounted(fact: string): string {
  const [deed = '', ...rest] = fact.split(' ');
  return [SAME_DEED[deed] ?? deed, ...rest].join(' ');
}

/** Steps that are waiting alone: they run on by themselves. */
const RUNS_ON: readonly Step['kind'][] = ['cool'];
export const runsOn = (step: Step): boolean => RUNS_ON.includes(step.kind);

/**
 * The making as a list to be worked through, with what is done of it.
 * A fact is a thing done to a piece for the how-manieth time, so that a plan made anew finds what was done before: a step whose pieces have all had it done is done.
 */
export function boardSteps(project: Project, making: Making): BoardStep[] {
  const { board } = project;
  const counts = new Map<string, number>();
  for (const { fact, copies } of board.done) {
    const name = asCounted(fact);
    counts.set(name, Math.max(copies, counts.get(name) ?? 0));
  }
  const nth = new Map<string, number>();
  const known = new Set(project.pieces.map((p) => p.id));
  return making.steps.map((step): BoardStep => {
    const about = step.pieceIds.length > 0 ? step.pieceIds : [`*${step.articleId ?? ''}`];
    const facts = about.map((id) => {
      const what = asCounted(`${step.does.code} ${id}`);
      const n = (nth.get(what) ?? 0) + 1;
      nth.set(what, n);
      return `${what} ${n}`;
    });
    const [only] = step.pieceIds;
    const single = step.pieceIds.length === 1 && only !== undefined && known.has(only);
    // A press goes by its loads, and what cools by itself is one thing.
    const counted = single && step.ticketId === null && !runsOn(step);
    // A template or a patch of web is one thing, however many shapes it makes.
    const copies = counted ? step.copies : 1;
    const had = facts.map((f) => counts.get(f) ?? 0);
    const doneCopies = Math.min(copies, ...had);
    const open = facts.filter((_, i) => (had[i] ?? 0) < copies);
    const left = step.pieceIds.filter((_, i) => (had[i] ?? 0) < copies);
    const some = left.length > 0 && (left.length < step.pieceIds.length || isOneMore(board, step, open, doneCopies));
    return {
      step: some ? leftOfStep(step, left, open, project) : step,
      facts,
      copies,
      doneCopies,
      done: doneCopies >= copies,
      left,
    };
  });
}

/** The step that is to be done now; null when all are done. */
export const currentOf = (steps: readonly BoardStep[]): BoardStep | null => steps.find((s) => !s.done) ?? null;

/** A step done: all of it, or one more copy of it. */
export function stepDone(board: Board, { facts, copies, doneCopies }: BoardStep, one: boolean, at: Moment): Board {
  const more = one ? 1 : copies - doneCopies;
  if (more <= 0) return board;
  // What was done to some of its pieces before is not done to them twice.
  const had = new Map(board.done.map((d) => [d.fact, d.copies]));
  const left = one ? facts : facts.filter((f) => (had.get(f) ?? 0) < copies);
  return { ...withAct(board, { act: 'done', facts: [...left], copies: more }, at), at: null };
}

/** The last thing that was done, taken back; the same board where there is none. */
export function stepBack(board: Board): Board {
  const last = lastAct(board.trail);
  return last ? { ...actTurned(board, last, true), at: null } : board;
}

/** The piece a fact is about. */
export const pieceOf = (fact: string): string => fact.split(' ').slice(1, -1).join(' ');

/** The code of what a fact says was done. */
export const codeOf = (fact: string): string => fact.split(' ', 1)[0] ?? '';

/**
 * Pieces that are made once more: one copy of everything that was done to them is to be done again.
 * @param steps the making as it stands, for how many copies are wanted
 * @param copies so many of each, where it is not one
 */
export function madeAgain(
  board: Board,
  pieceIds: readonly string[],
  steps: readonly BoardStep[],
  at: Moment,
  copies = 1,
): Board {
  const mine = new Set(pieceIds);
  const copiesOf = new Map(steps.flatMap((s) => s.facts.map((f) => [f, s.copies] as const)));
  // Of a thing that was pressed in batches one copy is one of the last batch.
  const earlier = new Set(
    steps.flatMap(({ step, facts }) => (step.batch && step.batch.n < step.batch.of ? facts : [])),
  );
  const done = board.done.filter((d) => mine.has(pieceOf(d.fact)) && (copies > 1 || !earlier.has(d.fact)));
  const act = {
    act: 'again' as const,
    facts: done.map((d) => d.fact),
    wanted: done.map((d) => copiesOf.get(d.fact) ?? d.copies),
    copies,
  };
  return {
    ...(done.length > 0 ? withAct(board, act, at) : board),
    timers: board.timers.map((t) => (t.pieceIds.some((id) => mine.has(id)) ? { ...t, seconds: 0 } : t)),
    at: null,
  };
}

/** Steps that are done of all there are, as a share. */
export const shareDone = (steps: readonly BoardStep[]): number =>
  steps.length === 0 ? 0 : steps.filter((s) => s.done).length / steps.length;
