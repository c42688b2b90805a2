// What goes wrong again and again is written once, and counted.

const EVERY_MS = 10_000;
const seen = new Map<string, { count: number; timer: NodeJS.Timeout }>();

/** Writes a line to the server's error output. The same line within ten seconds is only counted, and the count written at their end. */
export function logOnce(line: string): void {
  const known = seen.get(line);
  if (known) {
    known.count += 1;
    return;
  }
  // Lines that are all different are no use either.
  if (seen.size >= 50) return;
  console.error(line);
  const timer = setTimeout(() => {
    const { count = 0 } = seen.get(line) ?? {};
    seen.delete(line);
    if (count > 0) console.error(`${line} — ${count} times more`);
  }, EVERY_MS);
  timer.unref();
  seen.set(line, { count: 0, timer });
}
