import { useEffect, useRef, useState } from 'react';
import { openDrawingThread, proxy, ThreadEnded } from '~/workers';

type Api = Parameters<Parameters<ReturnType<typeof openDrawingThread>['run']>[0]>[0];

/** Reading and tracing that takes longer than this is not going to end. */
const LIMIT_MS = 60_000;

export interface DrawingJob {
  /** How far it is, 0 … 1; null while nothing runs. */
  readonly share: number | null;
  /** What went wrong, in words; whoever uses the job may say more here. */
  readonly error: string | null;
  readonly setError: (words: string | null) => void;
  /** Runs one job in a thread of its own. @returns its answer, or null when it was cancelled or failed, which is then told */
  readonly run: <R>(work: (api: Api, onProgress: (share: number) => void) => Promise<R>) => Promise<R | null>;
  readonly cancel: () => void;
}

/** Long work on a drawing, a scan or a sheet: one at a time, with progress, a way out, and words when it fails. */
export function useDrawingJob(): DrawingJob {
  const [share, setShare] = useState<number | null>(null);
  const [error, setError] = useState<string | null>(null);
  const current = useRef<ReturnType<typeof openDrawingThread> | null>(null);
  const cancel = (): void => {
    current.current?.close();
    current.current = null;
    setShare(null);
  };
  useEffect(() => () => current.current?.close(), []);
  const run: DrawingJob['run'] = async (work) => {
    cancel();
    setError(null);
    setShare(0);
    const thread = openDrawingThread();
    current.current = thread;
    // Progress travels on a channel of its own and may come in after the answer: then it is old news.
    const onProgress = proxy((s: number) => {
      if (current.current === thread) setShare(s);
    });
    try {
      return await thread.run((api) => work(api, onProgress), LIMIT_MS);
    } catch (e) {
      if (current.current === thread)
        setError(
          e instanceof ThreadEnded
            ? e.why === 'too-long'
              ? `${e.message} Simplify it, or import part of it.`
              : e.message
            : `It could not be read (${e instanceof Error ? e.message : String(e)}). Try another file.`,
        );
      return null;
    } finally {
      thread.close();
      if (current.current === thread) cancel();
    }
  };
  return { share, error, setError, run, cancel };
}
