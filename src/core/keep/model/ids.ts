/** Ids that are safe everywhere they go: in an address, a file name, a selector. */
const PLAIN = /^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/;

/** Whether an id may stand in an address and a file name as it is. Ids that came from outside need not. */
export const isPlainId = (id: string): boolean => PLAIN.test(id);

/**
 * A new id: a random UUID (RFC 9562, version 4).
 * `crypto.randomUUID` is missing on a page that came over plain HTTP from another machine, such as a tablet at the board; random bytes are not.
 */
export function newId(): string {
  if (typeof crypto.randomUUID === 'function') return crypto.randomUUID();
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x40;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}
