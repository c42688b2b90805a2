import { useEffect, useMemo } from 'react';
import { openDrawingThread } from '~/workers';

/** Setting a word takes milliseconds; a font over which it takes this long is damaged. */
export const WORD_MS = 8000;

/** A thread that sets words, opened when it is first needed, and anew after it had to be ended. */
export function useSetter(): Pick<ReturnType<typeof openDrawingThread>, 'run'> {
  const setter = useMemo(() => {
    let thread: ReturnType<typeof openDrawingThread> | null = null;
    return {
      run: ((calls, limitMs) => {
        if (!thread || thread.closed()) thread = openDrawingThread();
        return thread.run(calls, limitMs);
      }) as ReturnType<typeof openDrawingThread>['run'],
      close: () => thread?.close(),
    };
  }, []);
  useEffect(() => () => setter.close(), [setter]);
  return setter;
}
