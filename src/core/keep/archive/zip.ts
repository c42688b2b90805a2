import { Unzip, UnzipInflate, Zip, ZipDeflate, ZipPassThrough } from 'fflate';

/** A file within a zip. */
export interface Entry {
  /** Path with forward slashes. */
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** What is taken in; beyond it a file is refused before memory runs out. */
export const ARCHIVE_LIMITS = {
  /** The zip itself. */
  bytes: 200 * 1024 * 1024,
  /** Everything inside, unpacked: pictures do not shrink, so that honest files stay near their own size. */
  unpackedBytes: 400 * 1024 * 1024,
  entries: 20_000,
  /** An entry that grows beyond this many times its packed size, once it is past the first megabyte, is a bomb. */
  growth: 200,
} as const;
const FIRST_MB = 1024 * 1024;

/** Pictures and fonts are packed already; text shrinks to a tenth. */
const PACKED = /\.(jpe?g|png|woff2?)$/i;

/**
 * Zips entries. Source: PKWARE APPNOTE, with deflate by RFC 1951 (fflate).
 * @param onProgress share of the entries that are in, 0 … 1
 * @returns the zip in parts, to be put into one file
 */
export function zipEntries(
  entries: readonly Entry[],
  onProgress: (share: number) => void = () => undefined,
): Uint8Array[] {
  const parts: Uint8Array[] = [];
  let failed: Error | null = null;
  const zip = new Zip((error, chunk) => {
    if (error) failed = error;
    else parts.push(chunk);
  });
  entries.forEach((entry, i) => {
    const file = PACKED.test(entry.name) ? new ZipPassThrough(entry.name) : new ZipDeflate(entry.name, { level: 6 });
    zip.add(file);
    file.push(entry.bytes, true);
    onProgress((i + 1) / entries.length);
  });
  zip.end();
  if (failed) throw failed;
  return parts;
}

export type Unzipped =
  | { readonly ok: true; readonly entries: ReadonlyMap<string, Uint8Array> }
  | { readonly ok: false; readonly message: string };

/** The first bytes of every zip: "PK" 3 4. */
export const looksZipped = (head: Uint8Array): boolean =>
  head[0] === 0x50 && head[1] === 0x4b && head[2] === 3 && head[3] === 4;

class Refused extends Error {}

/** A name that stays where it is put: no way up, no root, no control characters. */
const PLAIN_PATH = /^(?!\/)(?!.*(^|\/)\.\.?(\/|$))[\w .()/-]{1,300}$/;

/**
 * Unzips as the bytes come in, and stops at once when it grows too large. Never throws.
 * @param chunks the zip's bytes, in order
 */
export async function unzipStream(
  chunks: AsyncIterable<Uint8Array>,
  onBytes: (read: number) => void = () => undefined,
): Promise<Unzipped> {
  const entries = new Map<string, Uint8Array>();
  let unpacked = 0;
  let read = 0;
  let open = 0;
  const unzip = new Unzip((file) => {
    if (file.name.endsWith('/')) return;
    if (!PLAIN_PATH.test(file.name)) throw new Refused('It holds a file with a name that cannot be taken.');
    if (entries.size + open >= ARCHIVE_LIMITS.entries) throw new Refused('It holds far too many files.');
    if (entries.has(file.name)) throw new Refused(`It holds “${file.name.slice(0, 60)}” twice.`);
    open += 1;
    const parts: Uint8Array[] = [];
    let size = 0;
    file.ondata = (error, chunk, final) => {
      if (error) throw error;
      size += chunk.length;
      unpacked += chunk.length;
      if (unpacked > ARCHIVE_LIMITS.unpackedBytes || (size > FIRST_MB && size > read * ARCHIVE_LIMITS.growth))
        throw new Refused('It would grow far beyond its own size when unpacked.');
      parts.push(chunk.slice());
      if (!final) return;
      open -= 1;
      const whole = new Uint8Array(size);
      let at = 0;
      for (const part of parts) {
        whole.set(part, at);
        at += part.length;
      }
      entries.set(file.name, whole);
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for await (const chunk of chunks) {
      read += chunk.length;
      if (read > ARCHIVE_LIMITS.bytes) throw new Refused('It is larger than 200 MB.');
      // In small steps, so that a bomb is seen before it has gone off.
      for (let i = 0; i < chunk.length; i += 65_536) unzip.push(chunk.subarray(i, i + 65_536), false);
      onBytes(read);
    }
    unzip.push(new Uint8Array(0), true);
  } catch (error) {
    return {
      ok: false,
      message:
        error instanceof Refused
          ? error.message
          : 'It is damaged: it cannot be unpacked. Copy it again from where it came.',
    };
  }
  if (open > 0) return { ok: false, message: 'It is cut off: its end is missing. Copy it again from where it came.' };
  if (entries.size === 0) return { ok: false, message: 'It is damaged: there is nothing in it.' };
  return { ok: true, entries };
}
