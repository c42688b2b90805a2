// How much room the browser gives this page, and whether it promises to keep what lies there. Storage Standard, WHATWG.

let asked = false;

/** Asks the browser once to keep what is stored here even when it runs short of room. It may say no; then backups matter more. */
export function askToPersist(): void {
  if (asked || typeof navigator === 'undefined' || !navigator.storage?.persist) return;
  asked = true;
  void navigator.storage
    .persisted()
    .then((kept) => kept || navigator.storage.persist())
    .catch(() => undefined);
}

export interface Room {
  readonly usedBytes: number;
  /** What the browser says there is in all; its own estimate. */
  readonly ofBytes: number;
  /** Whether it promised not to clear it by itself. */
  readonly promised: boolean;
}

/** The room there is, as far as the browser tells; null when it does not. */
export async function roomLeft(): Promise<Room | null> {
  try {
    const { usage = 0, quota = 0 } = await navigator.storage.estimate();
    return quota > 0 ? { usedBytes: usage, ofBytes: quota, promised: await navigator.storage.persisted() } : null;
  } catch {
    return null;
  }
}
