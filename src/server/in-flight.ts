// What has come in and is not answered yet. Bodies are held in memory until their job is done, so they are counted, and what would be too much is turned away before it is read.

const MOST_BYTES = 128 * 1024 * 1024;
const MOST_CALLS = 240;

let bytes = 0;
let calls = 0;

export interface Ticket {
  /** Counts more bytes of this call in. @returns whether there is room for them */
  readonly add: (more: number) => boolean;
  readonly done: () => void;
}

/** Lets a call in, or not: null when there are too many already. */
export function letIn(): Ticket | null {
  if (calls >= MOST_CALLS) return null;
  calls += 1;
  let own = 0;
  let over = false;
  return {
    add: (more) => {
      if (bytes + more > MOST_BYTES) return false;
      bytes += more;
      own += more;
      return true;
    },
    done: () => {
      if (over) return;
      over = true;
      calls -= 1;
      bytes -= own;
    },
  };
}
