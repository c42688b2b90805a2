// WOFF 2.0 (W3C Recommendation, 2022): one brotli stream of tables, of which glyf, loca and hmtx are turned about so that they pack better.
// Ours, since every decoder of it on the shelf builds its calls by evaluating strings, which our pages do not allow; the brotli stream itself is a package's.

/** The table tags that a directory names by number (section 4.1). */
const KNOWN_TAGS =
  'cmap head hhea hmtx maxp name OS/2 post cvt  fpgm glyf loca prep CFF  VORG EBDT EBLC gasp hdmx kern LTSH PCLT VDMX vhea vmtx BASE GDEF GPOS GSUB EBSC JSTF MATH CBDT CBLC COLR CPAL SVG  sbix acnt avar bdat bloc bsln cvar fdsc feat fmtx fvar gvar hsty just lcar mort morx opbd prop trak Zapf Silf Glat Gloc Feat Sill';
const ARBITRARY = 63;
const HEADER_BYTES = 48;

export interface SfntTable {
  readonly tag: string;
  readonly bytes: Uint8Array;
}

/** Reads numbers one after another; past the end it throws. */
class Reader {
  private readonly view: DataView;
  constructor(
    private readonly bytes: Uint8Array,
    private at = 0,
  ) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  }
  get position(): number {
    return this.at;
  }
  u8(): number {
    this.at += 1;
    return this.view.getUint8(this.at - 1);
  }
  u16(): number {
    this.at += 2;
    return this.view.getUint16(this.at - 2);
  }
  i16(): number {
    this.at += 2;
    return this.view.getInt16(this.at - 2);
  }
  u32(): number {
    this.at += 4;
    return this.view.getUint32(this.at - 4);
  }
  take(length: number): Uint8Array {
    if (this.at + length > this.bytes.length) throw new RangeError('past the end');
    this.at += length;
    return this.bytes.subarray(this.at - length, this.at);
  }
  /** UIntBase128 (section 4.1). */
  base128(): number {
    let value = 0;
    for (let i = 0; i < 5; i++) {
      const byte = this.u8();
      if (i === 0 && byte === 0x80) break;
      value = value * 128 + (byte & 0x7f);
      if (value > 0xffffffff) break;
      if ((byte & 0x80) === 0) return value;
    }
    throw new RangeError('no number');
  }
  /** 255UInt16 (section 4.1). */
  short255(): number {
    const code = this.u8();
    if (code === 253) return this.u16();
    if (code === 255) return this.u8() + 253;
    if (code === 254) return this.u8() + 506;
    return code;
  }
}

/** Writes numbers one after another. */
class Writer {
  private bytes = new Uint8Array(4096);
  length = 0;
  private room(more: number): void {
    if (this.length + more <= this.bytes.length) return;
    const larger = new Uint8Array(Math.max(2 * this.bytes.length, this.length + more));
    larger.set(this.bytes);
    this.bytes = larger;
  }
  u8(value: number): void {
    this.room(1);
    this.bytes[this.length++] = value;
  }
  u16(value: number): void {
    this.u8((value >> 8) & 0xff);
    this.u8(value & 0xff);
  }
  u32(value: number): void {
    this.u16(value >>> 16);
    this.u16(value & 0xffff);
  }
  put(bytes: Uint8Array): void {
    this.room(bytes.length);
    this.bytes.set(bytes, this.length);
    this.length += bytes.length;
  }
  align(): void {
    while (this.length % 4 !== 0) this.u8(0);
  }
  done(): Uint8Array {
    return this.bytes.slice(0, this.length);
  }
}

interface Entry {
  readonly tag: string;
  readonly length: number;
  readonly packed: number;
  readonly turned: boolean;
}

function directory(file: Reader, count: number): Entry[] {
  const entries: Entry[] = [];
  for (let i = 0; i < count; i++) {
    const flags = file.u8();
    const known = flags & 0x3f;
    const tag = known === ARBITRARY ? String.fromCharCode(...file.take(4)) : KNOWN_TAGS.slice(5 * known, 5 * known + 4);
    const version = flags >> 6;
    const length = file.base128();
    // Of glyf and loca 3 says “as it is”, of all others 0.
    const turned = tag === 'glyf' || tag === 'loca' ? version !== 3 : version !== 0;
    entries.push({ tag, length, packed: turned ? file.base128() : length, turned });
  }
  return entries;
}

/**
 * Takes a WOFF 2.0 file apart into the tables of a plain font.
 * @param unbrotli unpacks a brotli stream to at most so many bytes
 * @param mostBytes more than this is no font
 * @throws when it is damaged, a collection, or larger than that
 */
export function woff2Tables(
  file: Uint8Array,
  unbrotli: (packed: Uint8Array, length: number) => Uint8Array,
  mostBytes: number,
): { flavour: number; tables: SfntTable[] } {
  const head = new Reader(file, 4);
  const flavour = head.u32();
  head.u32();
  const count = head.u16();
  const body = new Reader(file, HEADER_BYTES);
  const entries = directory(body, count);
  const total = entries.reduce((sum, e) => sum + e.packed, 0);
  const whole = entries.reduce((sum, e) => sum + e.length, 0);
  if (total > mostBytes || whole > mostBytes) throw new RangeError('too large');
  const packedBytes = new Reader(file, 20).u32();
  const data = unbrotli(body.take(packedBytes), total);
  if (data.length !== total) throw new RangeError('not as long as it says');
  const stream = new Reader(data);
  const raw = new Map<string, { entry: Entry; bytes: Uint8Array }>();
  for (const entry of entries) raw.set(entry.tag, { entry, bytes: stream.take(entry.packed) });

  const tables = new Map<string, Uint8Array>();
  for (const [tag, { bytes }] of raw) tables.set(tag, bytes);
  const glyf = raw.get('glyf');
  if (glyf?.entry.turned) {
    const built = glyphTables(glyf.bytes, mostBytes);
    tables.set('glyf', built.glyf);
    tables.set('loca', built.loca);
    const hmtx = raw.get('hmtx');
    const hhea = raw.get('hhea');
    if (hmtx?.entry.turned) {
      if (!hhea) throw new RangeError('no hhea');
      tables.set('hmtx', metrics(hmtx.bytes, new Reader(hhea.bytes, 34).u16(), built.leftEdges));
    }
    // The places of the glyphs are written long.
    const table = tables.get('head')?.slice();
    if (!table || table.length < 54) throw new RangeError('no head');
    new DataView(table.buffer).setInt16(50, 1);
    tables.set('head', table);
  } else if (raw.get('hmtx')?.entry.turned) throw new RangeError('widths without outlines');
  return { flavour, tables: [...tables].map(([tag, bytes]) => ({ tag, bytes })) };
}

/** Side bearings that were left out are the glyphs' left edges (section 5.4). */
function metrics(bytes: Uint8Array, full: number, leftEdges: readonly number[]): Uint8Array {
  const from = new Reader(bytes);
  const flags = from.u8();
  const advances = Array.from({ length: full }, () => from.u16());
  const out = new Writer();
  const bearings = leftEdges.map((edge, i) => ((flags & (i < full ? 1 : 2)) === 0 ? from.i16() : edge));
  bearings.forEach((bearing, i) => {
    if (i < full) out.u16(advances[i] ?? 0);
    out.u16(bearing);
  });
  return out.done();
}

const ON_CURVE = 1;
const OVERLAP_SIMPLE = 0x40;
const MOST_POINTS = 65536;

/** Outlines put back into a plain glyf table and its loca (section 5.1). */
function glyphTables(
  bytes: Uint8Array,
  mostBytes: number,
): { glyf: Uint8Array; loca: Uint8Array; leftEdges: number[] } {
  const head = new Reader(bytes);
  head.u16();
  const options = head.u16();
  const count = head.u16();
  head.u16();
  const sizes = Array.from({ length: 7 }, () => head.u32());
  const stream = (i: number): Reader => new Reader(head.take(sizes[i] ?? 0));
  const contours = stream(0);
  const points = stream(1);
  const flags = stream(2);
  const glyphs = stream(3);
  const composites = stream(4);
  const boxes = stream(5);
  const instructions = stream(6);
  const bitmap = Math.floor((count + 31) / 32) * 4;
  const hasBox = boxes.take(bitmap);
  const overlaps = options & 1 ? head.take(Math.floor((count + 7) / 8)) : null;
  const set = (bits: Uint8Array, i: number): boolean => (((bits[i >> 3] ?? 0) >> (7 - (i & 7))) & 1) === 1;

  const out = new Writer();
  const loca = new Writer();
  const leftEdges: number[] = [];
  for (let i = 0; i < count; i++) {
    loca.u32(out.length);
    if (out.length > mostBytes) throw new RangeError('too large');
    const n = contours.i16();
    const box = set(hasBox, i) ? boxes.take(8) : null;
    if (n === 0) {
      if (box) throw new RangeError('a box round nothing');
      leftEdges.push(0);
      continue;
    }
    if (n < 0) {
      if (!box) throw new RangeError('a glyph of glyphs without its box');
      leftEdges.push(new Reader(box).i16());
      out.u16(0xffff);
      out.put(box);
      if (components(composites, out)) {
        const length = glyphs.short255();
        out.u16(length);
        out.put(instructions.take(length));
      }
      out.align();
      continue;
    }
    const ends: number[] = [];
    let end = -1;
    for (let c = 0; c < n; c++) {
      end += points.short255();
      ends.push(end);
    }
    if (end >= MOST_POINTS) throw new RangeError('too many points');
    const deltas = Array.from({ length: end + 1 }, () => triplet(flags.u8(), glyphs));
    const at = { x: 0, y: 0, minX: 32767, minY: 32767, maxX: -32768, maxY: -32768 };
    for (const d of deltas) {
      at.x += d.x;
      at.y += d.y;
      at.minX = Math.min(at.minX, at.x);
      at.maxX = Math.max(at.maxX, at.x);
      at.minY = Math.min(at.minY, at.y);
      at.maxY = Math.max(at.maxY, at.y);
    }
    if (end < 0) Object.assign(at, { minX: 0, minY: 0, maxX: 0, maxY: 0 });
    out.u16(n);
    if (box) out.put(box);
    else for (const edge of [at.minX, at.minY, at.maxX, at.maxY]) out.u16(edge);
    leftEdges.push(box ? new Reader(box).i16() : at.minX);
    for (const e of ends) out.u16(e);
    const length = glyphs.short255();
    out.u16(length);
    out.put(instructions.take(length));
    const overlapping = overlaps && set(overlaps, i) ? OVERLAP_SIMPLE : 0;
    deltas.forEach((d, k) => out.u8((d.on ? ON_CURVE : 0) | (k === 0 ? overlapping : 0)));
    for (const d of deltas) out.u16(d.x);
    for (const d of deltas) out.u16(d.y);
    out.align();
  }
  loca.u32(out.length);
  return { glyf: out.done(), loca: loca.done(), leftEdges };
}

/** Copies the parts of a glyph made of glyphs (OpenType 1.9, glyf). @returns whether instructions follow */
function components(from: Reader, out: Writer): boolean {
  const [WORDS, SCALE, MORE, XY_SCALE, TWO_BY_TWO, INSTRUCTED] = [0x1, 0x8, 0x20, 0x40, 0x80, 0x100];
  let instructed = false;
  for (;;) {
    const flags = from.u16();
    instructed ||= (flags & INSTRUCTED) !== 0;
    const length =
      2 + (flags & WORDS ? 4 : 2) + (flags & SCALE ? 2 : flags & XY_SCALE ? 4 : flags & TWO_BY_TWO ? 8 : 0);
    out.u16(flags);
    out.put(from.take(length));
    if ((flags & MORE) === 0) return instructed;
  }
}

/** One point relative to the one before: its flag says how many bytes hold it and how they are read (section 5.2, triplet encoding). */
function triplet(byte: number, data: Reader): { x: number; y: number; on: boolean } {
  const on = byte < 128;
  const flag = byte & 0x7f;
  const signed = (bit: number, value: number): number => (flag & bit ? value : -value);
  if (flag < 10) return { x: 0, y: signed(1, ((flag & 14) << 7) + data.u8()), on };
  if (flag < 20) return { x: signed(1, (((flag - 10) & 14) << 7) + data.u8()), y: 0, on };
  if (flag < 84) {
    const b0 = flag - 20;
    const b1 = data.u8();
    return { x: signed(1, 1 + (b0 & 0x30) + (b1 >> 4)), y: signed(2, 1 + ((b0 & 0x0c) << 2) + (b1 & 0x0f)), on };
  }
  if (flag < 120) {
    const b0 = flag - 84;
    const [b1, b2] = [data.u8(), data.u8()];
    return {
      x: signed(1, 1 + (Math.floor(b0 / 12) << 8) + b1),
      y: signed(2, 1 + ((Math.floor((b0 % 12) / 4) & 3) << 8) + b2),
      on,
    };
  }
  if (flag < 124) {
    const [b1, b2, b3] = [data.u8(), data.u8(), data.u8()];
    return { x: signed(1, (b1 << 4) + (b2 >> 4)), y: signed(2, ((b2 & 0x0f) << 8) + b3), on };
  }
  const [x, y] = [data.u16(), data.u16()];
  return { x: signed(1, x), y: signed(2, y), on };
}
