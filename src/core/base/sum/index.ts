// Sums by which damage is noticed.

const TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});

/**
 * CRC-32 of bytes, 0 … 2³² − 1. Source: ITU-T V.42 and ISO 3309, as zip and PNG have it.
 * @param before the sum of what came before these
 */
export function crc32(bytes: Uint8Array, before = 0): number {
  let c = ~before >>> 0;
  for (const byte of bytes) c = ((TABLE[(c ^ byte) & 0xff] ?? 0) ^ (c >>> 8)) >>> 0;
  return ~c >>> 0;
}

const encoder = new TextEncoder();
/** CRC-32 of a text as UTF-8, as eight hexadecimal digits. */
export const textSum = (text: string): string => crc32(encoder.encode(text)).toString(16).padStart(8, '0');

/** Keys in one order at every depth, so that two documents that say the same read the same. */
export function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => [k, inOrder(v)]),
  );
}

/** The sum of a document, whatever the order of its fields. */
export const docSum = (doc: unknown): string => textSum(JSON.stringify(inOrder(doc)));
