const idOf = (x: unknown): string | null => (isPlain(x) && typeof x['id'] === 'string' ? x['id'] : null);
const isPlain = (x: unknown): x is Record<string, unknown> => typeof x === 'object' && x !== null && !Array.isArray(x);

/**
 * A new state of something, with the very objects of the state before wherever their content is the same; that state itself when nothing changed.
 * Lists are compared place by place, their elements with an `id` by it.
 * @param before plain data, as comes from JSON
 */
export function share<T>(before: unknown, now: T): T {
  if (Object.is(before, now)) return now;
  if (Array.isArray(now)) {
    if (!Array.isArray(before)) return now;
    const byId = new Map<unknown, unknown>();
    for (const item of before as unknown[]) if (idOf(item) !== null) byId.set(idOf(item), item);
    const shared = now.map((item: unknown, i) => {
      const id = idOf(item);
      return share(id === null || idOf(before[i]) === id ? before[i] : byId.get(id), item);
    });
    return (shared.length === before.length && shared.every((item, i) => Object.is(item, before[i]))
      ? before
      : shared) as unknown as T;
  }
  if (!isPlain(now) || !isPlain(before)) return now;
  const keys = Object.keys(now);
  const shared: Record<string, unknown> = {};
  let alike = Object.keys(before).length === keys.length;
  for (const key of keys) {
    const value = share(before[key], now[key]);
    alike &&= key in before && Object.is(value, before[key]);
    shared[key] = value;
  }
  return (alike ? before : shared) as T;
}
