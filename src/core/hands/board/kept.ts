import { BOARD_MOST, type Board, MOST_NOTE, MOST_SECONDS } from '../../keep/model';

const newest = <T>(list: readonly T[], most: number): T[] => (list.length <= most ? (list as T[]) : list.slice(-most));

/** What had to go so that a board holds no more than it may. */
export interface LetGo {
  readonly what: 'diary' | 'evidence' | 'times' | 'timers' | 'mends' | 'looked' | 'facts' | 'cutAs';
  readonly count: number;
}
export interface KeptBoard {
  readonly board: Board;
  readonly letGo: readonly LetGo[];
}

const within = (n: number, most: number): number => (Number.isFinite(n) ? Math.min(Math.max(n, 0), most) : 0);
const seconds = (s: number): number => within(s, MOST_SECONDS);
const LATEST_MS = 8.64e15;
const moment = (ms: number): number => within(ms, LATEST_MS);

/** Sound figures as they are; a list in which nothing is amiss is the same list. */
function mended<T>(list: readonly T[], mend: (item: T) => T, same: (a: T, b: T) => boolean): readonly T[] {
  const out = list.map(mend);
  return out.every((item, i) => same(item, list[i] as T)) ? list : out;
}

/**
 * A board as it may be kept: no time less than nothing, no list longer than a project holds. What is too old gives way, and is told.
 * @param board as an act, a file or another device left it
 */
export function keptBoard(board: Board): KeptBoard {
  const letGo: LetGo[] = [];
  const last = <T>(what: LetGo['what'], list: readonly T[], most: number): T[] => {
    if (list.length > most) letGo.push({ what, count: list.length - most });
    return newest(list, most);
  };
  // What is done and mended goes before what is open.
  const mends =
    board.mends.length <= BOARD_MOST.mends
      ? board.mends
      : [...board.mends.filter((m) => m.done), ...board.mends.filter((m) => !m.done)];
  const times = mended(
    board.times,
    (t) => ({ ...t, tookS: seconds(t.tookS), plannedS: seconds(t.plannedS) }),
    (a, b) => Object.is(a.tookS, b.tookS) && Object.is(a.plannedS, b.plannedS),
  );
  const timers = mended(
    board.timers,
    (t) => ({ ...t, startedMs: moment(t.startedMs), seconds: seconds(t.seconds) }),
    (a, b) => Object.is(a.startedMs, b.startedMs) && Object.is(a.seconds, b.seconds),
  );
  const diary = mended(
    board.diary,
    (d) => ({
      ...d,
      atMs: moment(d.atMs),
      tookS: seconds(d.tookS),
      plannedS: seconds(d.plannedS),
      note: d.note.slice(0, MOST_NOTE),
    }),
    (a, b) =>
      Object.is(a.atMs, b.atMs) &&
      Object.is(a.tookS, b.tookS) &&
      Object.is(a.plannedS, b.plannedS) &&
      a.note === b.note,
  );
  const kept: Board = {
    ...board,
    done: last('facts', board.done, BOARD_MOST.facts),
    doneBefore: board.doneBefore && newest(board.doneBefore, BOARD_MOST.facts),
    timers: last('timers', timers, BOARD_MOST.timers),
    mends: last('mends', mends, BOARD_MOST.mends),
    looked: last('looked', board.looked, BOARD_MOST.looked),
    evidence: last('evidence', board.evidence, BOARD_MOST.evidence),
    counted: newest(board.counted, BOARD_MOST.facts),
    times: last('times', times, BOARD_MOST.times),
    diary: last('diary', diary, BOARD_MOST.diary),
    cutAs: last('cutAs', board.cutAs, BOARD_MOST.cutAs),
    at: board.at && { ...board.at, downMs: board.at.downMs === null ? null : moment(board.at.downMs) },
    hotSinceMs: board.hotSinceMs === null ? null : moment(board.hotSinceMs),
  };
  const same = (Object.keys(kept) as (keyof Board)[]).every((key) => key === 'at' || Object.is(kept[key], board[key]));
  return { board: same && (board.at?.downMs ?? null) === (kept.at?.downMs ?? null) ? board : kept, letGo };
}
