import type { Board, Project } from '../../keep/model';
import { leftS } from './timers';
import { mergedTrails } from './trail';

const unionBy = <T>(
  a: readonly T[],
  b: readonly T[],
  keyOf: (t: T) => string,
  both: (a: T, b: T) => T = (x) => x,
): T[] => {
  const all = new Map(a.map((t) => [keyOf(t), t]));
  for (const t of b) {
    const known = all.get(keyOf(t));
    all.set(keyOf(t), known ? both(known, t) : t);
  }
  return [...all.values()];
};

/** Times without an id are of an older version: those of the longer list hold the others. */
function mergedTimes(a: Board['times'], b: Board['times']): Board['times'] {
  const [mine, theirs] = [a, b].map((list) => list.filter((t) => t.id === ''));
  const old = (mine?.length ?? 0) >= (theirs?.length ?? 0) ? mine : theirs;
  const named = (list: Board['times']) => list.filter((t) => t.id !== '');
  return [...(old ?? []), ...unionBy(named(a), named(b), (t) => t.id)];
}

/**
 * What was done on two devices, together: each act once, nothing lost. The same whichever comes first, but for the press that is under way: an iron stands where it is held.
 * @param mine of this device
 */
export function mergedBoards(mine: Board, theirs: Board): Board {
  const trails = mergedTrails(mine, theirs);
  const done = new Map(trails.done.map((d) => [d.fact, d.copies]));
  const had = new Map(mine.done.map((d) => [d.fact, d.copies]));
  // The press under way here was made there in the meantime.
  const made = mine.at !== null && (done.get(mine.at.fact) ?? 0) > (had.get(mine.at.fact) ?? 0);
  return {
    ...trails,
    at: made ? null : mine.at,
    // Of one that was ended on one of them the end counts.
    timers: unionBy(
      mine.timers,
      theirs.timers,
      (t) => t.id,
      (a, b) => (leftS(a, 0) <= leftS(b, 0) ? a : b),
    ),
    mends: unionBy(
      mine.mends,
      theirs.mends,
      (m) => m.id,
      (a, b) => (b.done ? b : a),
    ),
    looked: [...new Set([...mine.looked, ...theirs.looked])],
    evidence: unionBy(mine.evidence, theirs.evidence, (e) => e.id).sort((a, b) => a.atMs - b.atMs),
    // Pressed on both, it stood for the longer of them.
    counted: unionBy(
      mine.counted,
      theirs.counted,
      (c) => c.fact,
      (a, b) => (a.overS === null || (b.overS !== null && a.overS >= b.overS) ? a : b),
    ),
    times: mergedTimes(mine.times, theirs.times),
    diary: unionBy(mine.diary, theirs.diary, (d) => d.id).sort((a, b) => a.atMs - b.atMs),
    cutAs: unionBy(mine.cutAs, theirs.cutAs, (c) => c.pieceId),
    hotSinceMs: Math.max(mine.hotSinceMs ?? 0, theirs.hotSinceMs ?? 0) || null,
  };
}

/** Pictures, with those of another state that the diary shows. The same list where none is missing. */
export function withShownPictures(
  pictures: Project['pictures'],
  others: Project['pictures'],
  board: Board,
): Project['pictures'] {
  if (pictures === others) return pictures;
  const shown = new Set(board.diary.map((d) => d.pictureId));
  const gone = others.filter((p) => shown.has(p.id) && !pictures.some((q) => q.id === p.id));
  return gone.length === 0 ? pictures : [...pictures, ...gone];
}

/** A project with what hands did on it and on another device, and the photos of both diaries. @param base whose pattern it has: one of the two */
export function withHandsOf(base: Project, mine: Project, theirs: Project): Project {
  const board = mergedBoards(mine.board, theirs.board);
  const photos = [mine, theirs].reduce((all, p) => withShownPictures(all, p.pictures, board), base.pictures);
  return { ...base, board, pictures: photos };
}
