import { type Manner, speakAs } from '~/core/base/units';

/** How things are said, as a page tells each thread before anything else; the calls of Comlink pass it by. */
interface Told {
  readonly speakAs: Manner;
}
const isTold = (data: unknown): data is Told => typeof data === 'object' && data !== null && 'speakAs' in data;

/** Tells a thread how things are said. */
export const tellManner = (worker: Pick<Worker, 'postMessage'>, manner: Manner): void =>
  worker.postMessage({ speakAs: manner } satisfies Told);

/** Has a thread say things as its page does. Called once, where the thread begins. */
export const speakAsPage = (): void =>
  globalThis.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
    if (isTold(data)) speakAs(data.speakAs);
  });
