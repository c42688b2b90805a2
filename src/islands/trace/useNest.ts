import { useEffect, useRef, useState } from 'react';
import type { LayoutAsk } from '~/core/layout';
import type { Layout } from '~/core/model';
import { isBetter, type NestPlacement, type NestResult } from '~/core/nest';
import { edit } from '~/store';
import { openNestWorker, proxy } from '~/workers';

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
export function keepLayout(layout: Layout, merge?: string): void {
  edit((p) => {
    p.layouts = p.layouts.filter((l) => l.kind !== layout.kind || l.ofId !== layout.ofId);
    p.layouts.push(layout);
  }, merge);
}

export interface Nesting {
  readonly running: boolean;
  readonly share: number;
  /** The best layout so far, while it runs. */
  readonly best: NestResult | null;
  readonly error: string | null;
  readonly start: (wanted: LayoutAsk, seconds: number, locked: readonly NestPlacement[]) => void;
  /** Ends it and keeps the best so far. */
  readonly stop: () => void;
}

/** So many searches run side by side, each from a seed of its own; the best of all is kept. */
const SIDE_BY_SIDE = Math.min(2, globalThis.navigator?.hardwareConcurrency ?? 1);

/** Lays a web or a fabric out in threads of its own; better layouts come in while it runs. */
export function useNest(): Nesting {
  const [state, setState] = useState<{
    running: boolean;
    share: number;
    best: NestResult | null;
    error: string | null;
  }>({
    running: false,
    share: 0,
    best: null,
    error: null,
  });
  const stop = useRef<() => void>(() => undefined);
  useEffect(() => () => stop.current(), []);
  const start: Nesting['start'] = (wanted, seconds, locked) => {
    stop.current();
    const threads = Array.from({ length: SIDE_BY_SIDE }, () => openNestWorker());
    const shares = threads.map(() => 0);
    let over = false;
    let best: NestResult | null = null;
    const lockedNames = locked.map((l) => `${l.id} ${l.copy}`);
    const finish = (error: string | null): void => {
      if (over) return;
      over = true;
      for (const { close } of threads) close();
      if (best) keepLayout(kept(wanted, best, lockedNames));
      setState({ running: false, share: 1, best: null, error });
    };
    stop.current = () => finish(null);
    setState({ running: true, share: 0, best: null, error: null });
    const offer = (result: NestResult): void => {
      if (over || (best && !isBetter(result, best))) return;
      best = result;
      setState((s) => ({ ...s, best: result }));
    };
    Promise.all(
      threads.map(async ({ api }, k) =>
        offer(
          await api.nest(
            { ...wanted.request, seconds, seed: k + 1, locked },
            proxy(offer),
            proxy((share: number) => {
              shares[k] = share;
              if (!over) setState((s) => ({ ...s, share: Math.min(...shares) }));
            }),
          ),
        ),
      ),
    ).then(
      () => finish(null),
      (e: unknown) => finish(`The layout could not be worked out: ${e instanceof Error ? e.message : String(e)}.`),
    );
  };
  return { ...state, start, stop: () => stop.current() };
}
