import type { Board, BoardTimer } from '../../keep/model';
import type { BoardStep } from './progress';

/** Seconds left of a timer; 0 when it is out. */
export const leftS = (timer: Pick<BoardTimer, 'startedMs' | 'seconds'>, nowMs: number): number =>
  Math.max(0, timer.seconds - (nowMs - timer.startedMs) / 1000);

/** A clock may be set back by so much unnoticed: clocks are set right all the time, ms. */
const BACK_MS = 2000;

/**
 * Timers as they stand at this moment. One that would have been started in the future was started before the clock was set back: it is started anew, which is too long rather than too short.
 * @returns the timers, the same list where nothing was mended, and whether a clock was set back
 */
export function timersAt(
  timers: readonly BoardTimer[],
  nowMs: number,
): { readonly timers: readonly BoardTimer[]; readonly setBack: boolean } {
  const setBack = timers.some((t) => t.startedMs > nowMs + BACK_MS);
  return {
    timers: setBack ? timers.map((t) => (t.startedMs > nowMs + BACK_MS ? { ...t, startedMs: nowMs } : t)) : timers,
    setBack,
  };
}

/** How long pieces have to be left alone: until the last timer on one of them is out, s. */
export const waitFor = (timers: readonly BoardTimer[], pieceIds: readonly string[], nowMs: number): number =>
  Math.max(
    0,
    ...timers
      .filter((t) => t.kind !== 'warm-up' && t.pieceIds.some((id) => pieceIds.includes(id)))
      .map((t) => leftS(t, nowMs)),
  );

/** A hot iron that nobody used for so long is told of, ms. Common practice, no source: never leave it alone. */
export const IDLE_IRON_MS = 600_000;
export const ironIsIdle = (hotSinceMs: number | null, nowMs: number): boolean =>
  hotSinceMs !== null && nowMs - hotSinceMs >= IDLE_IRON_MS;

/** Shorter changes of heat are over before the hand is there, s. Ours. */
const LEAST_CHANGE_S = 5;

/** An iron that has to be set to another heat before a press. */
export type HeatChange = { readonly id: string; readonly seconds: number } & (
  | { readonly state: 'to-set' }
  | { readonly state: 'warming'; readonly leftS: number }
  | { readonly state: 'there' }
);

/** How far the iron is on its way to the heat of a press; null: it has that heat. */
export function heatChange(
  board: Pick<Board, 'timers'>,
  { step, facts }: Pick<BoardStep, 'step' | 'facts'>,
  nowMs: number,
): HeatChange | null {
  if (step.ticketId === null || step.waitS < LEAST_CHANGE_S) return null;
  const id = `warm ${facts[0] ?? step.id}`;
  const timer = board.timers.find((t) => t.id === id);
  if (!timer) return { id, seconds: step.waitS, state: 'to-set' };
  const left = leftS(timer, nowMs);
  return left > 0
    ? { id, seconds: step.waitS, state: 'warming', leftS: left }
    : { id, seconds: step.waitS, state: 'there' };
}
