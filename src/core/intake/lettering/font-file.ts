import { unzlibSync } from 'fflate';

// Font files are looked through before the font reader sees them: one that lies about its tables must not keep it busy for ever.
// Sources: OpenType 1.9 (table directory, collections), WOFF File Format 1.0 and 2.0 (W3C).

const MOST_TABLES = 80;
const MOST_BYTES = 64 * 1024 * 1024;
const SFNT = [0x00010000, 0x4f54544f, 0x74727565]; // 1.0, “OTTO”, “true”
const WOFF = 0x774f4646; // “wOFF”
const WOFF2 = 0x774f4632; // “wOF2”
const COLLECTION = 0x74746366; // “ttcf”

interface Table {
  readonly tag: number;
  readonly checksum: number;
  readonly bytes: Uint8Array;
}

/** A table's data unpacked; null when it does not come to the length that was told. */
function unpacked(data: Uint8Array, length: number): Uint8Array | null {
  if (data.length === length) return data;
  const out = new Uint8Array(length);
  const got = unzlibSync(data, { out });
  return got.length === length ? got : null;
}

/** Puts tables together as a plain font file, in the order of their tags, each on a boundary of four bytes. */
function assemble(flavour: number, given: readonly Table[]): ArrayBuffer {
  const tables = [...given].sort((a, b) => a.tag - b.tag);
  const aligned = (n: number): number => (n + 3) & ~3;
  const head = 12 + 16 * tables.length;
  const whole = new Uint8Array(tables.reduce((sum, t) => sum + aligned(t.bytes.length), head));
  const view = new DataView(whole.buffer);
  const log = Math.floor(Math.log2(Math.max(1, tables.length)));
  view.setUint32(0, flavour);
  view.setUint16(4, tables.length);
  view.setUint16(6, 2 ** log * 16);
  view.setUint16(8, log);
  view.setUint16(10, tables.length * 16 - 2 ** log * 16);
  let at = head;
  tables.forEach((t, i) => {
    const entry = 12 + 16 * i;
    view.setUint32(entry, t.tag);
    view.setUint32(entry + 4, t.checksum);
    view.setUint32(entry + 8, at);
    view.setUint32(entry + 12, t.bytes.length);
    whole.set(t.bytes, at);
    at += aligned(t.bytes.length);
  });
  return whole.buffer;
}

const tagNumber = (tag: string): number => [...tag].reduce((n, c) => n * 256 + c.charCodeAt(0), 0);

/** A WOFF 2.0 file unpacked; null when it is damaged. Its reader is loaded only for such a file. */
async function fromWoff2(file: ArrayBuffer): Promise<ArrayBuffer | null> {
  const [{ woff2Tables }, { decompress: unbrotli }] = await Promise.all([
    import('./woff2'),
    import('brotli/decompress'),
  ]);
  try {
    const { flavour, tables } = woff2Tables(new Uint8Array(file), unbrotli, MOST_BYTES);
    return assemble(
      flavour,
      tables.map(({ tag, bytes }) => ({ tag: tagNumber(tag), checksum: 0, bytes })),
    );
  } catch {
    return null;
  }
}

/**
 * A font file (.ttf, .otf, .woff, .woff2, or the first face of a .ttc) as a plain one whose tables all lie within it; null for anything else. Never throws, and takes time in step with the file's size.
 */
export async function plainFont(file: ArrayBuffer): Promise<ArrayBuffer | null> {
  if (file.byteLength < 44 || file.byteLength > MOST_BYTES) return null;
  if (new DataView(file).getUint32(0) !== WOFF2) return plainTables(file);
  const unpacked = await fromWoff2(file);
  return unpacked && plainTables(unpacked);
}

function plainTables(file: ArrayBuffer): ArrayBuffer | null {
  const bytes = new Uint8Array(file);
  const view = new DataView(file);
  if (bytes.length < 44 || bytes.length > MOST_BYTES) return null;
  const signature = view.getUint32(0);
  const isWoff = signature === WOFF;
  const head = signature === COLLECTION ? view.getUint32(12) : 0;
  if (head + 12 > bytes.length) return null;
  const flavour = head > 0 ? view.getUint32(head) : signature;
  if (!isWoff && !SFNT.includes(flavour)) return null;
  const count = view.getUint16(isWoff ? 12 : head + 4);
  const start = isWoff ? 44 : head + 12;
  const step = isWoff ? 20 : 16;
  if (count === 0 || count > MOST_TABLES || start + count * step > bytes.length) return null;
  const tables: Table[] = [];
  let total = 0;
  const seen = new Set<number>();
  try {
    for (let i = 0; i < count; i++) {
      const entry = start + i * step;
      const tag = view.getUint32(entry);
      const offset = view.getUint32(entry + (isWoff ? 4 : 8));
      const packedLength = view.getUint32(entry + (isWoff ? 8 : 12));
      const length = isWoff ? view.getUint32(entry + 12) : packedLength;
      const checksum = view.getUint32(entry + (isWoff ? 16 : 4));
      total += length;
      if (offset + packedLength > bytes.length || packedLength > length || total > MOST_BYTES || seen.has(tag))
        return null;
      seen.add(tag);
      const table = unpacked(bytes.subarray(offset, offset + packedLength), length);
      if (!table) return null;
      tables.push({ tag, checksum, bytes: table });
    }
  } catch {
    return null;
  }
  return isWoff || head > 0 ? assemble(isWoff ? view.getUint32(4) : flavour, tables) : file;
}
