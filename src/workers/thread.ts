import { type Remote, releaseProxy, wrap } from 'comlink';
import { manner } from '~/core/base/units';
import { tellManner } from './speaking';

/** A thread that could not be loaded, broke, took too long, or was stopped; its message is words for a person. */
export class ThreadEnded extends Error {
  override name = 'ThreadEnded';
  constructor(
    readonly why: 'not-loaded' | 'too-long' | 'stopped',
    message: string,
  ) {
    super(message);
  }
}

const WORDS = {
  'not-loaded': 'A part of Apple Seam could not be loaded. Is its server running? Try again, or reload the page',
  'too-long': 'This took too long and was stopped',
  stopped: 'This was stopped',
} as const;

export interface WorkerThread<T> {
  /**
   * Runs calls in the thread. Unlike a bare call it always ends: with an answer, or with {@link ThreadEnded}.
   * @param limitMs after this the thread is ended
   */
  readonly run: <R>(calls: (api: Remote<T>) => Promise<R>, limitMs?: number) => Promise<R>;
  /** Ends it at once; what runs in it ends as stopped. */
  readonly close: () => void;
  readonly closed: () => boolean;
}

/**
 * A thread whose calls cannot hang. A worker whose script does not load answers nothing at all, and Comlink then waits for ever.
 * @param make makes the worker, so that the bundler sees its address
 */
export function openThread<T>(make: () => Worker): WorkerThread<T> {
  const worker = make();
  tellManner(worker, manner());
  const api = wrap<T>(worker);
  const running = new Set<(why: ThreadEnded['why']) => void>();
  let over: ThreadEnded['why'] | null = null;
  const end = (why: ThreadEnded['why']): void => {
    if (over) return;
    over = why;
    worker.terminate?.();
    for (const fail of [...running]) fail(why);
  };
  worker.addEventListener?.('error', (event) => {
    event.preventDefault?.();
    end('not-loaded');
  });
  worker.addEventListener?.('messageerror', () => end('not-loaded'));
  return {
    run: (calls, limitMs) =>
      new Promise((resolve, reject) => {
        if (over) {
          reject(new ThreadEnded(over, `${WORDS[over]}.`));
          return;
        }
        const timer = limitMs === undefined ? undefined : setTimeout(() => end('too-long'), limitMs);
        const done = (): void => {
          clearTimeout(timer);
          running.delete(fail);
        };
        const fail = (why: ThreadEnded['why']): void => {
          done();
          reject(new ThreadEnded(why, `${WORDS[why]}.`));
        };
        running.add(fail);
        calls(api).then(
          (value) => {
            done();
            resolve(value);
          },
          (error: unknown) => {
            done();
            reject(error);
          },
        );
      }),
    close: () => {
      if (over) return;
      end('stopped');
      api[releaseProxy]?.();
    },
    closed: () => over !== null,
  };
}
