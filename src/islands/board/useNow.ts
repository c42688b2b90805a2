import { useEffect, useRef, useState } from 'react';
import { clockSetBy, movedBoard, timersAt } from '~/core/hands/board';
import type { Board } from '~/core/keep/model';
import { nowMs, readClocks, record, steadyMs } from '~/store';

/** While something runs the moment is told so often, ms; else only whether the clock was set. */
const RUNNING_MS = 100;
const IDLE_MS = 1000;

/**
 * The moment at the board, told anew several times a second while something runs.
 * Where the device's clock is set meanwhile, what the board keeps moves along with it, so that every wait stays as long as it was.
 */
export function useBoardClock(board: Board, onSetBack: () => void): number {
  const runs = board.timers.length > 0 || board.hotSinceMs !== null || board.at?.downMs != null;
  const [now, setNow] = useState(nowMs);
  const last = useRef(readClocks());
  useEffect(() => {
    const look = (): void => {
      const read = readClocks();
      const byMs = clockSetBy(last.current, read);
      last.current = read;
      if (byMs !== 0) record((b) => movedBoard(b, byMs));
      setNow(read.wallMs);
    };
    look();
    const tick = setInterval(look, runs ? RUNNING_MS : IDLE_MS);
    document.addEventListener('visibilitychange', look);
    return () => {
      clearInterval(tick);
      document.removeEventListener('visibilitychange', look);
    };
  }, [runs]);
  // A clock that was set back while nobody counted would let timers run for ever: they start anew, and that is told.
  const { setBack } = timersAt(board.timers, now);
  const tell = useRef(onSetBack);
  tell.current = onSetBack;
  useEffect(() => {
    if (!setBack) return;
    record((b) => ({ ...b, timers: [...timersAt(b.timers, nowMs()).timers] }));
    tell.current();
  }, [setBack]);
  return now;
}

/** How long something has been running by the page's own count, told anew several times a second, s. */
export function useElapsedS(fromMs: number | null): number {
  const [now, setNow] = useState(steadyMs);
  useEffect(() => {
    if (fromMs === null) return;
    setNow(steadyMs());
    const tick = setInterval(() => setNow(steadyMs()), RUNNING_MS);
    return () => clearInterval(tick);
  }, [fromMs]);
  return fromMs === null ? 0 : Math.max(0, now - fromMs) / 1000;
}

/** Keeps the screen awake while the board is looked at, where the browser gives that. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const ask = async (): Promise<void> => {
      if (document.visibilityState !== 'visible') return;
      try {
        const got = await navigator.wakeLock.request('screen');
        if (gone) void got.release();
        else lock = got;
      } catch {
        // Not given: the timers are right all the same.
      }
    };
    void ask();
    const again = (): void => void ask();
    document.addEventListener('visibilitychange', again);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, []);
}
