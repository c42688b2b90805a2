import { useEffect, useState } from 'react';
import { nowMs } from '~/store';

/** The moment, told anew several times a second while something runs. */
export function useNow(runs: boolean): number {
  const [now, setNow] = useState(nowMs);
  useEffect(() => {
    if (!runs) return;
    setNow(nowMs());
    const tick = setInterval(() => setNow(nowMs()), 100);
    return () => clearInterval(tick);
  }, [runs]);
  return now;
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
