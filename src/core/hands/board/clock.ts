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

/** The moments of a board, moved along with a clock that was set by so much. The diary and what was noted keep the days they had. */
export const movedBoard = (board: Board, byMs: number): Board => ({
  ...board,
  timers: board.timers.map((t) => ({ ...t, startedMs: Math.max(0, t.startedMs + byMs) })),
  at: board.at && { ...board.at, downMs: board.at.downMs === null ? null : Math.max(0, board.at.downMs + byMs) },
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
  /** By the clock it would only stand later: the clock was set back while nobody counted. How long it stood cannot be known. */
  | { readonly state: 'unknown' };

/**
 * @param downMs when the iron stands, or will stand
 * @param reachMs how long a hand takes to the board
 */
export function pressMoment(downMs: number | null, eachS: number, nowMs: number, reachMs: number): PressMoment {
  if (downMs === null) return { state: 'lifted' };
  const toGoMs = downMs - nowMs;
  if (toGoMs > reachMs + CLOCK_SLACK_MS) return { state: 'unknown' };
  const leftS = eachS + toGoMs / 1000;
  if (leftS <= 0) return { state: 'out', overS: -leftS };
  return toGoMs > 0 ? { state: 'reach', leftS } : { state: 'down', leftS };
}
