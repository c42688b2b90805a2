import type { Board } from '../../keep/model';

// Moments at the board are kept by the clock of the device, so that they last over a reload and a sleep. A clock can be set while one works:
// the page's own count of time, which nobody can set, tells that; then what is kept moves along with the clock, and every wait stays as long as it was.

/** What both clocks said at one moment, ms. */
export interface ClockReading {
  /** The device's clock, since 1970. */
  readonly wallMs: number;
  /** The page's own, which only ever goes forward; it may stand still while the device sleeps. */
  readonly steadyMs: number;
  /** Nobody could see the page: the device may sleep. */
  readonly hidden: boolean;
}

/** Both clocks may differ by so much between two readings, ms: clocks are drawn to the right time in small steps. */
export const CLOCK_SLACK_MS = 500;

/**
 * By how much the device's clock was set between two readings, ms; 0 where it was not.
 * It may have been ahead since the page could not be seen: that is a sleep, in which time went by, and nothing was set.
 */
export function clockSetBy(before: ClockReading, now: ClockReading): number {
  const ahead = now.wallMs - before.wallMs - (now.steadyMs - before.steadyMs);
  if (Math.abs(ahead) <= CLOCK_SLACK_MS) return 0;
  return ahead > 0 && (before.hidden || now.hidden) ? 0 : ahead;
}

/** Ahead by more than this a clock may have been set, or the device may have slept without a word: no device wakes within a minute of falling asleep unseen. Ours. */
const SLEEP_MS = 60_000;

/**
 * The moments of a board, moved along with a clock that was set by so much: what cools is waited for rather too long than too short.
 * Of an iron that stood meanwhile nobody can know for how long, where the device may have slept. The diary and what was noted keep the days they had.
 */
export const movedBoard = (board: Board, byMs: number): Board => ({
  ...board,
  timers: board.timers.map((t) => ({ ...t, startedMs: Math.max(0, t.startedMs + byMs) })),
  at:
    board.at === null || board.at.downMs === null
      ? board.at
      : {
          ...board.at,
          downMs: Math.max(0, board.at.downMs + byMs),
          unsure: board.at.unsure || byMs > SLEEP_MS,
        },
  hotSinceMs: board.hotSinceMs === null ? null : Math.max(0, board.hotSinceMs + byMs),
});

/** How the iron stands in a press. */
export type PressMoment =
  | { readonly state: 'lifted' }
  /** It will stand once the hand is there. */
  | { readonly state: 'reach'; readonly leftS: number }
  | { readonly state: 'down'; readonly leftS: number }
  /** The seconds are over. @property overS by how much */
  | { readonly state: 'out'; readonly overS: number }
  /** The clock was set while nobody counted, or the device slept: how long it stood cannot be known. */
  | { readonly state: 'unknown' };

/**
 * @param at the press that is under way; null: none is
 * @param reachMs how long a hand takes to the board
 */
export function pressMoment(
  at: Pick<NonNullable<Board['at']>, 'downMs' | 'unsure'> | null,
  eachS: number,
  nowMs: number,
  reachMs: number,
): PressMoment {
  if (at === null || at.downMs === null) return { state: 'lifted' };
  const toGoMs = at.downMs - nowMs;
  // By the clock it would only stand later: it was set back while no page counted.
  if (at.unsure || toGoMs > reachMs + CLOCK_SLACK_MS) return { state: 'unknown' };
  const leftS = eachS + toGoMs / 1000;
  if (leftS <= 0) return { state: 'out', overS: -leftS };
  return toGoMs > 0 ? { state: 'reach', leftS } : { state: 'down', leftS };
}
