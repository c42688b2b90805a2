/** Answers that are kept: enough for two thousand pieces and what lies on what. */
const KEEP = 30_000;

/** Looks an answer up, or works it out; when the memory is full the oldest goes. @param keep fewer, where answers are large */
export function remember<T>(memory: Map<string, T>, key: string, work: () => T, keep = KEEP): T {
  const known = memory.get(key);
  if (known !== undefined) return known;
  const made = work();
  if (memory.size >= keep) memory.delete(memory.keys().next().value as string);
  memory.set(key, made);
  return made;
}

const MOST_NUMBERS = 20_000;
const numbers = new Map<string, number>();
let counter = 0;

/** A short number for a long text, the same for the same text; never given twice. */
export function numberOf(text: string): number {
  let n = numbers.get(text);
  if (n === undefined) {
    if (numbers.size > MOST_NUMBERS) numbers.clear();
    n = counter++;
    numbers.set(text, n);
  }
  return n;
}
