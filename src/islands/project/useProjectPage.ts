import { useEffect, useRef } from 'react';
import { REFUSAL_SHOWN } from '~/components';
import { beAtStation, clearRefused, flip, lookAtStation, redo, selectNext, undo } from '~/store';
import { loadTraysAhead } from '../pattern/trays';
import { type KeyId, keyOf } from './keys';
import type { Station } from './stations';
import { VIEWS } from './views';

const AHEAD_MS = 200;
const LOOKED_MS = 800;

/** Keys that act wherever one is in a project, and the browser's own way back. */
export function useProjectKeys(singleKeys: boolean, onMoved: () => void, onHelp: () => void): void {
  const now = useRef({ onMoved, onHelp });
  now.current = { onMoved, onHelp };
  useEffect(() => {
    const acts: Partial<Record<KeyId, () => void>> = {
      undo,
      redo,
      flip,
      help: () => now.current.onHelp(),
      next: () => selectNext(1),
      before: () => selectNext(-1),
    };
    const key = (e: KeyboardEvent): void => {
      if (e.defaultPrevented || document.querySelector('dialog[open]')) return;
      const id = keyOf(e, singleKeys);
      const act = id && acts[id];
      if (!act) return;
      e.preventDefault();
      act();
    };
    const back = (): void => now.current.onMoved();
    window.addEventListener('popstate', back);
    window.addEventListener(REFUSAL_SHOWN, clearRefused);
    window.addEventListener('keydown', key);
    return () => {
      window.removeEventListener('popstate', back);
      window.removeEventListener(REFUSAL_SHOWN, clearRefused);
      window.removeEventListener('keydown', key);
    };
  }, [singleKeys]);
}

/** Fetches the other stations once the one at hand stands, and notes that it was looked at. */
export function useStationsAhead(planned: boolean, station: Station): void {
  // Once the station at hand stands, the others are fetched: one may walk the seam at once, and also when the server is gone by then.
  useEffect(() => {
    if (!planned) return;
    const later = setTimeout(() => {
      // Read by tests: from here on every station opens without the server.
      void Promise.all([...Object.values(VIEWS).map((view) => view.loadAhead()), loadTraysAhead()]).then(() =>
        performance.mark('stations-at-hand'),
      );
    }, AHEAD_MS);
    return () => clearTimeout(later);
  }, [planned]);

  useEffect(() => beAtStation(station), [station]);

  // A station counts as looked at once its answers stood there for a moment.
  useEffect(() => {
    if (!planned) return;
    const later = setTimeout(() => lookAtStation(station), LOOKED_MS);
    return () => clearTimeout(later);
  }, [planned, station]);
}
