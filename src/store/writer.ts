import { TAB } from './db';

// Of all the tabs that show a project one writes; the others look on, and can ask to take over.
// Held by the browser itself (Web Locks API, W3C), so that it falls free when a tab is closed or dies.

export type Role = 'writer' | 'reader';

export interface Seat {
  /** Asks whoever writes to finish and step back, then writes here; one that does not answer is passed over. */
  readonly takeOver: () => void;
  readonly leave: () => void;
}

/** A tab that was asked to step back and has not by then is asleep or stuck. */
const PATIENCE_MS = 2500;

/** Whether this browser can tell the tabs apart; over plain HTTP from another machine it cannot, and then every tab writes. */
export const canTakeTurns = (): boolean => typeof navigator !== 'undefined' && 'locks' in navigator;

const seatName = (projectId: string): string => `apple-seam project ${projectId}`;

/** Whether some tab is at work on a project. Where the browser cannot tell, none is. */
export async function isWrittenElsewhere(projectId: string): Promise<boolean> {
  if (!canTakeTurns()) return false;
  const { held } = await navigator.locks.query();
  return held?.some((lock) => lock.name === seatName(projectId)) ?? false;
}

/**
 * Takes a seat at a project.
 * @param onRole called whenever this tab becomes the one that writes, or stops being it
 * @param finish called before this tab steps back for another: what is not saved yet is saved here
 */
export function takeSeat(projectId: string, onRole: (role: Role) => void, finish: () => Promise<void>): Seat {
  if (!canTakeTurns()) {
    onRole('writer');
    return { takeOver: () => undefined, leave: () => undefined };
  }
  const name = seatName(projectId);
  const channel = new BroadcastChannel(name);
  let left = false;
  let letGo: (() => void) | null = null;
  let queue: AbortController | null = null;

  /** Runs while the lock is held: until this tab lets go, or another steals it. */
  const hold = (): Promise<void> => {
    if (left) return Promise.resolve();
    queue = null;
    onRole('writer');
    return new Promise<void>((done) => {
      letGo = done;
    });
  };
  const ended = (): void => {
    letGo = null;
    if (left) return;
    onRole('reader');
    waitInLine();
  };
  /** Writes here as soon as nobody else does. */
  const waitInLine = (): void => {
    if (left || queue) return;
    const control = new AbortController();
    queue = control;
    void navigator.locks.request(name, { signal: control.signal }, hold).then(ended, (error: unknown) => {
      // Called off by ourselves, to steal or to leave; anything else means that it was stolen from us.
      if (!control.signal.aborted || letGo) ended();
      else if (!(error instanceof DOMException)) throw error;
    });
  };

  // A page that is left may be put by for the way back. There it must not wait in line: it would be given the seat, and nobody would write.
  const putBy = (): void => {
    queue?.abort();
    queue = null;
  };
  const cameBack = (e: PageTransitionEvent): void => {
    if (e.persisted && !letGo) waitInLine();
  };
  window.addEventListener('pagehide', putBy);
  window.addEventListener('pageshow', cameBack);

  channel.onmessage = ({ data }: MessageEvent<{ ask?: string }>): void => {
    if (!data?.ask || data.ask === TAB || !letGo) return;
    const step = letGo;
    void finish().finally(step);
  };

  void navigator.locks
    .request(name, { ifAvailable: true }, (lock) => (lock ? hold().then(() => true) : false))
    .then((held) => {
      if (held) ended();
      else {
        if (!left) onRole('reader');
        waitInLine();
      }
    }, ended);

  return {
    takeOver: () => {
      if (left || letGo) return;
      channel.postMessage({ ask: TAB });
      setTimeout(() => {
        if (left || letGo) return;
        queue?.abort();
        queue = null;
        void navigator.locks.request(name, { steal: true }, hold).then(ended, ended);
      }, PATIENCE_MS);
    },
    leave: () => {
      left = true;
      window.removeEventListener('pagehide', putBy);
      window.removeEventListener('pageshow', cameBack);
      queue?.abort();
      letGo?.();
      channel.close();
    },
  };
}
