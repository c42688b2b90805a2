import { useEffect, useRef, useState } from 'react';
import type { LayoutAsk } from '~/core/cut/layout';
import { isBetter, type NestPlacement, type NestResult } from '~/core/cut/nest';
import type { Layout } from '~/core/keep/model';
import { type BackgroundRun, edit } from '~/store';
import { openNestThread, proxy } from '~/workers';

/** A layout as it is kept in the project. */
const kept = (wanted: LayoutAsk, result: NestResult, locked: readonly string[]): Layout => ({
  kind: wanted.kind,
  ofId: wanted.ofId,
  key: wanted.key,
  lengthMm: result.lengthMm,
  rowsLengthMm: result.rowsLengthMm,
  placements: result.placements.map((p) => ({ ...p })),
  locked: [...locked],
  unplaced: result.unplaced.map((u) => ({ ...u })),
});

/** Puts a layout into the project, in place of the one there was for the same web or fabric. */
export function keepLayout(layout: Layout, run?: BackgroundRun): string | null {
  return edit((p) => {
    p.layouts = p.layouts.filter((l) => l.kind !== layout.kind || l.ofId !== layout.ofId);
    p.layouts.push(layout);
  }, run);
}

export interface Nesting {
  readonly running: boolean;
  readonly share: number;
  /** The best layout so far, while it runs. */
  readonly best: NestResult | null;
  readonly error: string | null;
  /** What the last search led to, in words; empty while there is nothing to say. */
  readonly outcome: string;
  /** @param had the layout there is: only a better one takes its place */
  readonly start: (wanted: LayoutAsk, seconds: number, locked: readonly NestPlacement[], had: Layout | null) => void;
  /** Ends it and keeps the best so far. */
  readonly stop: () => void;
}

/** So many searches run side by side, each from a seed of its own; the best of all is kept. */
const SIDE_BY_SIDE = Math.min(2, globalThis.navigator?.hardwareConcurrency ?? 1);

/** The first layout of very many parts may take longer than the search was given. */
const GRACE_MS = 25_000;

const IDLE = { running: false, share: 0, best: null, error: null, outcome: '' };

/** Lays a web or a fabric out in threads of its own; better layouts come in while it runs. */
export function useNest(): Nesting {
  const [state, setState] = useState<{
    running: boolean;
    share: number;
    best: NestResult | null;
    error: string | null;
    outcome: string;
  }>(IDLE);
  const searches = useRef(0);
  const stop = useRef<() => void>(() => undefined);
  useEffect(() => () => stop.current(), []);
  const start: Nesting['start'] = (wanted, seconds, locked, had) => {
    stop.current();
    const threads = Array.from({ length: SIDE_BY_SIDE }, () => openNestThread());
    const shares = threads.map(() => 0);
    // Searching again begins from other seeds, or it would only find the same.
    const seed = had ? ++searches.current * SIDE_BY_SIDE : 0;
    let over = false;
    let best: NestResult | null = null;
    const lockedNames = locked.map((l) => `${l.id} ${l.copy}`);
    const finish = (error: string | null): void => {
      if (over) return;
      over = true;
      for (const thread of threads) thread.close();
      if (best) keepLayout(kept(wanted, best, lockedNames));
      setState({
        ...IDLE,
        error,
        outcome: error || best ? '' : 'Nothing better was found. The layout stays as it was.',
      });
    };
    stop.current = () => finish(null);
    setState({ ...IDLE, running: true });
    const offer = (result: NestResult): void => {
      const toBeat = best ?? had;
      if (over || (toBeat && !isBetter(result, toBeat))) return;
      best = result;
      setState((s) => ({ ...s, best: result }));
    };
    Promise.all(
      threads.map(async (thread, k) =>
        offer(
          await thread.run(
            async (api) =>
              await api.nest(
                { ...wanted.request, seconds, seed: seed + k + 1, locked },
                proxy(offer),
                proxy((share: number) => {
                  shares[k] = share;
                  if (!over) setState((s) => ({ ...s, share: Math.min(...shares) }));
                }),
              ),
            seconds * 1000 + GRACE_MS,
          ),
        ),
      ),
    ).then(
      () => finish(null),
      // What was found by then is kept all the same.
      (e: unknown) =>
        finish(best ? null : `The layout could not be worked out: ${e instanceof Error ? e.message : String(e)}`),
    );
  };
  return { ...state, start, stop: () => stop.current() };
}
