import {
  BlobReader,
  ERR_ENCRYPTED,
  ERR_ENCRYPTED_CENTRAL_DIRECTORY,
  ERR_EOCDR_NOT_FOUND,
  ERR_OVERLAPPING_ENTRY,
  ERR_UNSAFE_FILENAME,
  type FileEntry,
  ZipReader,
} from '@zip.js/zip.js';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { crc32 } from '../../base/sum';
import type { ArchiveProblem } from './problem';

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

/** What stands at the very end of a zip of ours: the sum of all before it. */
const SUM = /^apple-seam crc32:([0-9a-f]{8})$/;
const sumComment = (sum: number): string => `apple-seam crc32:${sum.toString(16).padStart(8, '0')}`;
const COMMENT_BYTES = sumComment(0).length;
/** The end record of a zip without its comment, and where in it the comment's length stands. Source: PKWARE APPNOTE 4.3.16. */
const END_BYTES = 22;
const END_LENGTH_AT = 20;

/**
 * Zips entries, with a sum of the whole at its end. Source: PKWARE APPNOTE, with deflate by RFC 1951 (fflate).
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
  const last = parts.at(-1);
  if (!last || last.length < END_BYTES) throw new Error('The zip has no end.');
  new DataView(last.buffer, last.byteOffset).setUint16(last.length - END_BYTES + END_LENGTH_AT, COMMENT_BYTES, true);
  const sum = parts.reduce((s, part) => crc32(part, s), 0);
  return [...parts, new TextEncoder().encode(sumComment(sum))];
}

export type Unzipped =
  | {
      readonly ok: true;
      readonly entries: ReadonlyMap<string, Uint8Array>;
      /** Names of entries that are not as they were written; they hold what could be read of them. */
      readonly damaged: ReadonlySet<string>;
      /** The zip is not as it was written, in an entry or around them. */
      readonly changed: boolean;
    }
  | { readonly ok: false; readonly problem: ArchiveProblem };

/** The first bytes of every zip: "PK" 3 4. */
export const looksZipped = (head: Uint8Array): boolean =>
  head[0] === 0x50 && head[1] === 0x4b && head[2] === 3 && head[3] === 4;

class Refused extends Error {
  constructor(readonly problem: ArchiveProblem) {
    super(problem.code);
  }
}

/** A name that stays where it is put: no way up, no root, no control characters. */
const PLAIN_PATH = /^(?!\/)(?!.*(^|\/)\.\.?(\/|$))[\w .()/-]{1,300}$/;

/** What the zip reader will not read, by what it says. */
const REFUSALS: ReadonlyMap<string, ArchiveProblem> = new Map([
  [ERR_ENCRYPTED, { code: 'locked' }],
  [ERR_ENCRYPTED_CENTRAL_DIRECTORY, { code: 'locked' }],
  [ERR_OVERLAPPING_ENTRY, { code: 'overlapping' }],
  [ERR_UNSAFE_FILENAME, { code: 'strange-name' }],
  [ERR_EOCDR_NOT_FOUND, { code: 'cut-off' }],
]);

/** Whether the sum at the end of a zip is that of the rest; null: it carries none of ours. */
async function wholeSum(file: Blob, onBytes: (read: number) => void): Promise<boolean | null> {
  if (file.size < END_BYTES + COMMENT_BYTES) return null;
  const found = SUM.exec(await file.slice(file.size - COMMENT_BYTES).text());
  if (!found) return null;
  const reader = file
    .slice(0, file.size - COMMENT_BYTES)
    .stream()
    .getReader();
  let sum = 0;
  let read = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return sumComment(sum) === found[0];
    sum = crc32(value, sum);
    read += value.length;
    onBytes(read / 2);
  }
}

/** One file of a zip, as far as it can be read. @param most so many bytes are unpacked @param strictly its own head has to say the same as the list at the end */
async function readEntry(
  entry: FileEntry,
  most: number,
  strictly: boolean,
): Promise<{ bytes: Uint8Array; whole: boolean }> {
  const parts: Uint8Array[] = [];
  let size = 0;
  const take = new WritableStream<Uint8Array>({
    write: (chunk) => {
      size += chunk.length;
      if (size > most) throw new Refused({ code: 'grows' });
      parts.push(chunk.slice());
    },
  });
  let whole = true;
  try {
    await entry.getData(take, {
      useWebWorkers: false,
      checkSignature: false,
      checkOverlappingEntry: true,
      strictness: strictly ? 'strict' : 'tolerant',
    });
  } catch (error) {
    if (size > most) throw new Refused({ code: 'grows' });
    if (error instanceof Error && error.message === ERR_OVERLAPPING_ENTRY) throw error;
    whole = false;
  }
  const bytes = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return { bytes, whole: whole && size === entry.uncompressedSize && crc32(bytes) === entry.crc32 };
}

/**
 * Unzips a file, and stops at once when it grows too large. Sizes and sums of every file in it are compared, and that of the whole. Never throws.
 * @param onBytes hears how much of it was read
 */
export async function unzip(file: Blob, onBytes: (read: number) => void = () => undefined): Promise<Unzipped> {
  if (file.size > ARCHIVE_LIMITS.bytes) return { ok: false, problem: { code: 'too-large' } };
  const entries = new Map<string, Uint8Array>();
  const damaged = new Set<string>();
  let changed = false;
  let unpacked = 0;
  const reader = new ZipReader(new BlobReader(file), {
    strictness: 'strict',
    filenameValidation: 'strict',
    checkOverlappingEntry: true,
  });
  try {
    const sound = await wholeSum(file, onBytes);
    let packed = 0;
    for await (const entry of reader.getEntriesGenerator()) {
      if (entry.encrypted) throw new Refused({ code: 'locked' });
      if (entry.directory) continue;
      if (!PLAIN_PATH.test(entry.filename)) throw new Refused({ code: 'strange-name' });
      if (entries.size >= ARCHIVE_LIMITS.entries) throw new Refused({ code: 'too-many' });
      if (entries.has(entry.filename)) throw new Refused({ code: 'doubled', name: entry.filename.slice(0, 60) });
      const room = ARCHIVE_LIMITS.unpackedBytes - unpacked;
      const most = Math.min(room, Math.max(FIRST_MB, entry.compressedSize * ARCHIVE_LIMITS.growth));
      const strict = await readEntry(entry, most, true);
      // What does not hold together is shown all the same, as far as it can be read.
      const { bytes, whole } = strict.whole ? strict : { ...(await readEntry(entry, most, false)), whole: false };
      unpacked += bytes.length;
      packed += entry.compressedSize;
      entries.set(entry.filename, bytes);
      if (!whole) damaged.add(entry.filename);
      onBytes(Math.min(file.size, file.size / 2 + packed / 2));
    }
    // A note at the end that is no sum of ours was one, or is nobody's.
    const noted = sound === null && (reader.comment?.length ?? 0) > 0;
    changed = sound === false || noted || damaged.size > 0;
  } catch (error) {
    if (error instanceof Refused) return { ok: false, problem: error.problem };
    const said = error instanceof Error ? error.message : '';
    return { ok: false, problem: REFUSALS.get(said) ?? { code: 'broken' } };
  }
  if (entries.size === 0) return { ok: false, problem: { code: 'empty' } };
  return { ok: true, entries, damaged, changed };
}
