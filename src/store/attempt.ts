// Storage can be full, refused, torn away or blocked. Whoever uses it asks through here, and gets words instead of an exception.

export type Attempt<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly words: string };

/** Storage that has not answered by then is told of. */
const ANSWER_MS = 8_000;

class NoAnswer extends Error {
  override name = 'NoAnswer';
}

/** Thrown with words for a person: they are told as they are. */
export class Attempted extends Error {
  override name = 'Told';
}

const FULL =
  'The browser has no room left for this page. Throw projects away for good in the bin, or free space on this device; then it goes on.';
const REFUSED =
  'This browser does not let the page keep anything. Leave private browsing, or allow site data for this address.';
const WORDS: Readonly<Record<string, string>> = {
  QuotaExceededError: FULL,
  MissingAPIError: REFUSED,
  SecurityError: REFUSED,
  OpenFailedError: REFUSED,
  InvalidStateError: REFUSED,
  VersionError: 'Another tab holds a newer version of Apple Seam. Load this page again.',
  DatabaseClosedError: 'Another tab brought a newer version of Apple Seam. Load this page again.',
  NoAnswer: 'The browser’s storage does not answer. Close other tabs of Apple Seam, then load this page again.',
  DataCloneError: 'This cannot be stored as it is. Undo the last step, or export the project and open it again.',
};

/** What went wrong with storage, and what to do, in words. */
export function storageWords(error: unknown): string {
  // A thread that ended says why in its own words.
  if (error instanceof Attempted || (error instanceof Error && error.name === 'ThreadEnded')) return error.message;
  for (let e = error as { name?: string; inner?: unknown } | undefined; e; e = e.inner as typeof e) {
    // Dexie wraps what it was told; the innermost that we know says most.
    if (e.name === 'QuotaExceededError') return FULL;
    if (!e.inner && e.name && WORDS[e.name]) return WORDS[e.name] as string;
  }
  const name = (error as { name?: string } | undefined)?.name ?? '';
  if (WORDS[name]) return WORDS[name];
  const message = error instanceof Error ? error.message : String(error);
  return `The browser could not store this (${message.slice(0, 120)}). Export what matters, then load the page again.`;
}

/**
 * Does something with storage. Never throws, and never waits for ever unless it is told to.
 * @param withinMs null: as long as it takes, for what shows its progress
 * @param onLate hears of it when storage answers after all, once it was said not to
 */
export async function attempt<T>(
  work: () => PromiseLike<T>,
  withinMs: number | null = ANSWER_MS,
  onLate?: (value: T) => void,
): Promise<Attempt<T>> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  try {
    if (withinMs === null) return { ok: true, value: await work() };
    const answer = work();
    const late = new Promise<never>((_, reject) => {
      timer = setTimeout(() => {
        reject(new NoAnswer());
        if (onLate) answer.then(onLate, () => undefined);
      }, withinMs);
    });
    return { ok: true, value: await Promise.race([answer, late]) };
  } catch (error) {
    return { ok: false, words: storageWords(error) };
  } finally {
    clearTimeout(timer);
  }
}
