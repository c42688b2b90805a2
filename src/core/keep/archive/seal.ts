import { docSum } from '../../base/sum';

// A document that leaves the browser carries a sum of itself. Where it differs that is told, not enforced: files are there to be read and changed by others, too.

/** The field of a document that holds its sum, and how the sum begins. */
const FIELD = 'sum';
const KIND = 'crc32:';
const sumOf = (doc: unknown): string => KIND + docSum(doc);

/** A document with its sum. */
export const sealed = <T extends object>(doc: T): T & { readonly sum: string } => {
  const { [FIELD]: _, ...rest } = doc as Record<string, unknown>;
  return { ...(rest as T), [FIELD]: sumOf(JSON.parse(JSON.stringify(rest))) };
};

/** A document without its sum. @returns and whether the sum is right; null: it has none */
export function openSeal(raw: unknown): { readonly raw: unknown; readonly sealed: boolean | null } {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return { raw, sealed: null };
  const { [FIELD]: sum, ...rest } = raw as Record<string, unknown>;
  if (sum !== undefined) return { raw: rest, sealed: sum === sumOf(rest) };
  // A sum under another name: the name itself was hit.
  const lost = Object.values(rest).some((v) => typeof v === 'string' && v.startsWith(KIND));
  return { raw, sealed: lost ? false : null };
}
