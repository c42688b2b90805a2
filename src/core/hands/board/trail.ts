import { BOARD_MOST, type Board } from '../../keep/model';

// What was done, as a list of acts, from which it follows what is done. Two devices that did things apart bring their lists together,
// and come to the same: an act has an id, so that it counts once, and a moment, so that “made once more” takes back what was done before it and nothing after.

type Act = Board['trail'][number];
type Counts = Map<string, number>;

const countsOf = (list: Board['done']): Counts => new Map(list.map((d) => [d.fact, d.copies]));
const listOf = (counts: Counts): Board['done'] => [...counts].map(([fact, copies]) => ({ fact, copies }));
/** What was done before the first act that has an id. */
const before = (board: Pick<Board, 'done' | 'doneBefore'>): Board['done'] => board.doneBefore ?? board.done;

const give = (counts: Counts, fact: string, copies: number): void => {
  if (copies > 0) counts.set(fact, copies);
  else counts.delete(fact);
};

/** One act more. Acts of older versions are in what was done before. */
function play(counts: Counts, act: Act): void {
  if (act.id === '' || act.back) return;
  if (act.act === 'anew') counts.clear();
  else
    act.facts.forEach((fact, i) => {
      const had = counts.get(fact) ?? 0;
      if (act.act === 'done') give(counts, fact, had + act.copies);
      // Of a piece that was made on both devices no more than are wanted can be spoiled.
      else give(counts, fact, Math.min(had, act.wanted[i] ?? had) - act.copies);
    });
}

function played(first: Board['done'], acts: readonly Act[]): Board['done'] {
  const counts = countsOf(first);
  for (const act of acts) play(counts, act);
  return listOf(counts);
}

/** Acts beyond these are folded into what was done before, the oldest first. */
const FOLD_AT = BOARD_MOST.trail - 500;
function folded(board: Board): Board {
  const over = board.trail.length - FOLD_AT;
  if (over <= 0) return board;
  const gone = board.trail.slice(0, over);
  return {
    ...board,
    doneBefore: played(before(board), gone),
    foldedMs: Math.max(board.foldedMs, ...gone.map((a) => a.atMs)),
    trail: board.trail.slice(over),
  };
}

/** A board whose done work is what its acts make it. */
const asDone = (board: Board): Board => ({ ...board, done: played(before(board), board.trail) });

/** One act more, now. An act is never older than the one before it, whatever the clock says. */
export function withAct(
  board: Board,
  act: Pick<Act, 'act' | 'facts' | 'copies'> & Partial<Pick<Act, 'wanted'>>,
  at: { readonly nowMs: number; readonly newId: () => string },
): Board {
  const atMs = Math.max(at.nowMs, (board.trail.at(-1)?.atMs ?? board.foldedMs) + 1);
  const next: Act = { wanted: [], ...act, id: at.newId(), atMs, back: false };
  return asDone(folded({ ...board, doneBefore: before(board), trail: [...board.trail, next] }));
}

/** The act that would be taken back next: the last that was, and that nothing later has made void; null: there is none. */
export function lastAct(trail: Board['trail']): Act | null {
  const void_ = new Set<string>();
  for (let i = trail.length - 1; i >= 0; i--) {
    const act = trail[i];
    if (!act || act.back) continue;
    if (act.act === 'anew') return null;
    if (act.act === 'again') for (const f of act.facts) void_.add(f);
    else if (!act.facts.some((f) => void_.has(f))) return act;
  }
  return null;
}

/** An act taken back, or an act that was taken back counted again. */
export function actTurned(board: Board, act: Act, back: boolean): Board {
  if (act.id !== '') return asDone({ ...board, trail: board.trail.map((a) => (a.id === act.id ? { ...a, back } : a)) });
  // Of an older version: it leaves the trail.
  const counts = countsOf(before(board));
  for (const f of act.facts) give(counts, f, (counts.get(f) ?? 0) - act.copies);
  const doneBefore = listOf(counts);
  return asDone({ ...board, doneBefore, trail: board.trail.filter((a) => a !== act) });
}

/** The acts of two devices as one list, each once; what was taken back on one of them is. */
export function mergedTrails(a: Board, b: Board): Pick<Board, 'done' | 'doneBefore' | 'foldedMs' | 'trail'> {
  const foldedMs = Math.max(a.foldedMs, b.foldedMs);
  const all = new Map<string, Act>();
  for (const act of [...a.trail, ...b.trail]) {
    // What one of them has folded is in what was done before.
    if (act.id === '' || act.atMs <= foldedMs) continue;
    const known = all.get(act.id);
    all.set(act.id, known ? { ...known, back: known.back || act.back } : act);
  }
  const old = (board: Board): readonly Act[] => board.trail.filter((t) => t.id === '');
  const sum = (list: readonly Act[]): number => list.reduce((n, t) => n + t.copies, 0);
  const [mine, theirs] = [old(a), old(b)];
  const acts = [...all.values()].sort((x, y) => x.atMs - y.atMs || (x.id < y.id ? -1 : 1));
  const counts = countsOf(before(a));
  for (const { fact, copies } of before(b)) counts.set(fact, Math.max(copies, counts.get(fact) ?? 0));
  const doneBefore = listOf(counts);
  const trail = [...(sum(mine) >= sum(theirs) ? mine : theirs), ...acts];
  const merged = folded({ ...a, done: doneBefore, doneBefore, foldedMs, trail });
  return {
    done: played(before(merged), merged.trail),
    doneBefore: merged.doneBefore,
    foldedMs: merged.foldedMs,
    trail: merged.trail,
  };
}
