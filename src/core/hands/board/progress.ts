import { type Board, lookup, type Making, type Project, type Step } from '../../keep/model';

/** A step at the board: what of it is still to be done. */
export interface BoardStep {
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

/** Steps that are waiting alone: they run on by themselves. */
const RUNS_ON: readonly Step['kind'][] = ['cool'];
export const runsOn = (step: Step): boolean => RUNS_ON.includes(step.kind);

/**
 * The making as a list to be worked through, with what is done of it.
 * A fact is a thing done to a piece for the how-manieth time, so that a plan made anew finds what was done before: a step whose pieces have all had it done is done.
 */
export function boardSteps(project: Project, making: Making): BoardStep[] {
  const { board } = project;
  const look = lookup(project);
  const counts = new Map(board.done.map((d) => [d.fact, d.copies]));
  const nth = new Map<string, number>();
  const known = new Set(project.pieces.map((p) => p.id));
  return making.steps.map((step): BoardStep => {
    const about = step.pieceIds.length > 0 ? step.pieceIds : [`*${step.articleId ?? ''}`];
    const facts = about.map((id) => {
      const what = `${step.does.code} ${id}`;
      const n = (nth.get(what) ?? 0) + 1;
      nth.set(what, n);
      return `${what} ${n}`;
    });
    const [only] = step.pieceIds;
    const single = step.pieceIds.length === 1 && only !== undefined && known.has(only);
    // A press goes by its loads, and what cools by itself is one thing.
    const copies = single && step.ticketId === null && !runsOn(step) ? look.copiesOf(look.piece(only)) : 1;
    const had = facts.map((f) => counts.get(f) ?? 0);
    const doneCopies = Math.min(copies, ...had);
    return {
      step,
      facts,
      copies,
      doneCopies,
      done: doneCopies >= copies,
      left: step.pieceIds.filter((_, i) => (had[i] ?? 0) < copies),
    };
  });
}

/** The step that is to be done now; null when all are done. */
export const currentOf = (steps: readonly BoardStep[]): BoardStep | null => steps.find((s) => !s.done) ?? null;

const set = (board: Board, facts: readonly string[], to: (had: number) => number): Board['done'] => {
  const counts = new Map(board.done.map((d) => [d.fact, d.copies]));
  for (const f of facts) {
    const next = to(counts.get(f) ?? 0);
    if (next > 0) counts.set(f, next);
    else counts.delete(f);
  }
  return [...counts].map(([fact, copies]) => ({ fact, copies }));
};

/** Steps that may be taken back one after the other. */
const MOST_TRAIL = 4000;

/** A step done: all of it, or one more copy of it. */
export function stepDone(board: Board, { facts, copies, doneCopies }: BoardStep, one = false): Board {
  const more = one ? 1 : copies - doneCopies;
  if (more <= 0) return board;
  return {
    ...board,
    done: set(board, facts, (had) => (one ? had + 1 : Math.max(had, copies))),
    trail: [...board.trail, { facts: [...facts], copies: more }].slice(-MOST_TRAIL),
    at: null,
  };
}

/** The last thing that was done, taken back; the same board where there is none. */
export function stepBack(board: Board): Board {
  const last = board.trail.at(-1);
  if (!last) return board;
  return {
    ...board,
    done: set(board, last.facts, (had) => had - last.copies),
    trail: board.trail.slice(0, -1),
    at: null,
  };
}

const pieceOf = (fact: string): string => fact.split(' ').slice(1, -1).join(' ');

/** Pieces that are made once more: one copy of everything that was done to them is to be done again. */
export function madeAgain(board: Board, pieceIds: readonly string[]): Board {
  const mine = new Set(pieceIds);
  const facts = board.done.filter((d) => mine.has(pieceOf(d.fact))).map((d) => d.fact);
  return {
    ...board,
    done: set(board, facts, (had) => had - 1),
    // What was done before can no longer be taken back one by one.
    trail: board.trail.filter((t) => !t.facts.some((f) => mine.has(pieceOf(f)))),
    timers: board.timers.filter((t) => !t.pieceIds.some((id) => mine.has(id))),
    at: null,
  };
}

const unionBy = <T>(a: readonly T[], b: readonly T[], keyOf: (t: T) => string): T[] => {
  const all = new Map(a.map((t) => [keyOf(t), t]));
  for (const t of b) if (!all.has(keyOf(t))) all.set(keyOf(t), t);
  return [...all.values()];
};

/** What was done on two devices, together: of each fact the more, nothing twice, nothing lost. The same whichever comes first, but for the order of what can be taken back. */
export function mergedBoards(a: Board, b: Board): Board {
  const counts = new Map(a.done.map((d) => [d.fact, d.copies]));
  for (const d of b.done) counts.set(d.fact, Math.max(d.copies, counts.get(d.fact) ?? 0));
  return {
    done: [...counts].map(([fact, copies]) => ({ fact, copies })),
    trail: a.trail.length >= b.trail.length ? a.trail : b.trail,
    at: a.at ?? b.at,
    timers: unionBy(a.timers, b.timers, (t) => t.id),
    mends: unionBy(
      a.mends.map((m) => (b.mends.some((n) => n.id === m.id && n.done) ? { ...m, done: true } : m)),
      b.mends,
      (m) => m.id,
    ),
    looked: [...new Set([...a.looked, ...b.looked])],
    evidence: unionBy(a.evidence, b.evidence, (e) => e.id),
    times: a.times.length >= b.times.length ? a.times : b.times,
    diary: unionBy(a.diary, b.diary, (d) => d.id),
    hotSinceMs: Math.max(a.hotSinceMs ?? 0, b.hotSinceMs ?? 0) || null,
  };
}

/** Steps that are done of all there are, as a share. */
export const shareDone = (steps: readonly BoardStep[]): number =>
  steps.length === 0 ? 0 : steps.filter((s) => s.done).length / steps.length;
