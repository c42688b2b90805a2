import type * as HarfBuzz from 'harfbuzzjs';
import { assertThere, nth } from '../../base/lists';
import {
  areaMm2,
  boundsOf,
  crossesItself,
  distanceBetween,
  flatten,
  fromNonZero,
  isTangled,
  isTooIntricate,
  linesOf,
  normalise,
  parsePath,
  printRegion,
  regionOf,
  transformRegion,
  translation,
  union,
} from '../../base/shape';
import { type DirectionRun, runsOf } from './direction';
import { type Axis, type AxisSettings, EM, type Face, type FaceLine, type Letter } from './face';
import { plainFont } from './font-file';

// Shaping (kerning, marks, joined forms, variable axes) is HarfBuzz's, the same that browsers set their text with.

/** Overlapping strokes within one glyph are united when they hide more than this, square units. */
const OVERLAP = 40;
/** A letter whose outline crosses itself more often is damaged. */
const MOST_CROSSINGS = 500;
/** Joined letters hang together when their ink comes as near as this, units. */
const HANGS = 4;
/** Outlines and widths are asked for this much finer than the unit of a thousandth of the em. */
const FINE = 100;
/** A line in one face that is longer is no word. */
const MOST_CHARS = 2000;
/** Letters looked at where a face has none of the capitals that are usually measured. */
const MOST_MEASURED = 300;

/** Flat capitals, in the order in which they are measured: Latin, Greek, Cyrillic, Armenian, Georgian. */
const CAPITALS = 'HIETZXΗΕΙНПЕԻՀႬႨ';
const SAMPLE = 'Rag';
const SMALL = 'xzvunхпиӿ';

/** A font fills by the non-zero rule, pieces by even-odd: where strokes overlap they are united, otherwise the curves stay. @returns null for what no letter is */
function evenOdd(outline: string): string | null {
  const parsed = parsePath(outline);
  if (!parsed.ok || isTooIntricate(parsed.segments)) return null;
  const lines = flatten(parsed.segments, 1);
  if (isTangled(lines, MOST_CROSSINGS)) return null;
  return crossesItself(lines) || Math.abs(areaMm2(normalise(lines)) - areaMm2(fromNonZero(lines))) > OVERLAP
    ? printRegion(fromNonZero(flatten(parsed.segments, 0.2)), 1)
    : outline;
}

const isSpace = (text: string): boolean => /^[\s\u200b-\u200f\u2060]+$/u.test(text);
const rounded = (n: number): number => Math.round(n) / FINE + 0;

/** Why a font file cannot be used. Words: src/words/lettering.ts. */
export interface FaceProblem {
  readonly code: 'no-font' | 'no-letters' | 'not-here';
  readonly name: string;
}
export type FaceRead = { ok: true; face: Face } | { ok: false; problem: FaceProblem };

/**
 * Reads a font file (.ttf, .otf, .ttc's first, .woff, .woff2). Never throws.
 * @param at where a variable face is set on its axes; what lies outside is taken at the nearest end
 * @returns the face, or what is wrong and what to do
 */
export async function readFace(bytes: ArrayBuffer, name: string, at: AxisSettings = {}): Promise<FaceRead> {
  const unreadable: FaceRead = { ok: false, problem: { code: 'no-font', name } };
  const plain = await plainFont(bytes);
  if (!plain) return unreadable;
  const hb = await import('harfbuzzjs');
  try {
    const setter = new Setter(hb, plain, at);
    const face = setter.face(name);
    return face ? { ok: true, face } : { ok: false, problem: { code: 'no-letters', name } };
  } catch {
    return unreadable;
  }
}

interface Cluster {
  readonly from: number;
  readonly glyphs: { readonly id: number; readonly x: number; readonly y: number }[];
  /** Where it begins on the line. */
  readonly pen: number;
  advance: number;
}

/** One face in the shaper's hands. */
class Setter {
  private readonly font: HarfBuzz.Font;
  private readonly axes: readonly Axis[];
  private readonly drawn = new Map<string, string | null>();
  private readonly lines = new Map<string, FaceLine>();

  constructor(
    private readonly hb: typeof HarfBuzz,
    bytes: ArrayBuffer,
    at: AxisSettings,
  ) {
    const face = new hb.Face(new hb.Blob(bytes));
    if (!(face.upem >= 16 && face.upem <= 16384)) throw new Error('empty');
    this.font = new hb.Font(face);
    this.axes = axesOf(hb, face);
    if (this.axes.length > 0)
      this.font.setVariations(
        this.axes.map((a) => new hb.Variation(a.tag, Math.min(a.max, Math.max(a.min, at[a.tag] ?? a.usual)))),
      );
    this.font.setScale(EM * FINE, EM * FINE);
  }

  /** null: nothing in it can be cut. */
  face(name: string): Face | null {
    const cap = [...CAPITALS].find((c) => this.inkOf(c) !== null);
    const measured = cap ?? this.tallest();
    if (measured === null) return null;
    const heightOf = (char: string): number => {
      const b = boundsOf(linesOf(assertThere(this.inkOf(char), 'only letters with ink are measured'), 1));
      return cap === undefined ? -b.minY : b.maxY - b.minY;
    };
    const small = [...SMALL].find((c) => this.inkOf(c) !== null);
    const capHeight = heightOf(measured);
    if (!(capHeight > EM / 50)) return null;
    return {
      name,
      family: familyOf(this.font.face),
      capHeight,
      measuredOn: measured,
      hasCapitals: cap !== undefined,
      xHeight: heightOf(small ?? measured),
      axes: this.axes,
      sample: this.sample(measured),
      line: (text) => this.line(text),
    };
  }

  /** The outline of a character that stands alone; null: it has none. */
  private inkOf(char: string): string | null {
    const id = this.font.nominalGlyph(char.codePointAt(0) ?? 0);
    return id ? this.outlineOf([{ id, x: 0, y: 0 }]) : null;
  }

  /** Its letters with ink; those of other scripts first, where Latin ones without capitals are strays. */
  private letters(): string[] {
    const all = [...this.font.face.collectUnicodes()]
      .map((code) => String.fromCodePoint(code))
      .filter(
        (char) =>
          /\p{L}/u.test(char) &&
          char.normalize('NFKD') === char &&
          this.font.glyphToPath(this.font.nominalGlyph(char.codePointAt(0) ?? 0) ?? 0) !== '',
      );
    const own = all.filter((char) => !/\p{Script=Latin}/u.test(char));
    return own.length > 0 ? own : all;
  }

  private sample(measured: string): string {
    if ([...SAMPLE].every((c) => this.inkOf(c) !== null)) return SAMPLE;
    const others = this.letters().filter((c) => c !== measured && this.inkOf(c) !== null);
    return measured + others.slice(0, 2).join('');
  }

  /** The letter that rises highest above the line, marks aside. */
  private tallest(): string | null {
    let best: { char: string; height: number } | null = null;
    const letters = this.letters();
    const step = Math.max(1, Math.floor(letters.length / MOST_MEASURED));
    for (let i = 0; i < letters.length; i += step) {
      const char = nth(letters, i);
      const ink = this.inkOf(char);
      if (!ink) continue;
      const height = -boundsOf(linesOf(ink, 1)).minY;
      if (!best || height > best.height + 0.01) best = { char, height };
    }
    return best?.char ?? null;
  }

  /** The outline of glyphs that stand together, y down; null: no ink, or what no letter is. */
  private outlineOf(glyphs: Cluster['glyphs']): string | null {
    const key = glyphs.map((g) => `${g.id},${g.x},${g.y}`).join(' ');
    let outline = this.drawn.get(key);
    if (outline !== undefined) return outline;
    const data = glyphs.map((g) => this.drawnAt(g)).join('');
    outline = data === '' ? null : evenOdd(data);
    this.drawn.set(key, outline);
    return outline;
  }

  private drawnAt({ id, x, y }: { id: number; x: number; y: number }): string {
    const parts: string[] = [];
    let start = '';
    for (const { type, values } of this.font.glyphToJson(id)) {
      const at = values.map((v, i) => rounded(i % 2 === 0 ? v + x : -(v + y))).join(' ');
      // A contour closes by itself: the shaper draws the last side as a line as well.
      if (type === 'Z' && parts.at(-1) === `L${start}`) parts.pop();
      if (type === 'M') start = at;
      parts.push(type + at);
    }
    return parts.join('');
  }

  private hasInk(glyphs: Cluster['glyphs']): boolean {
    return glyphs.some((g) => this.font.glyphToPath(g.id) !== '');
  }

  private line(text: string): FaceLine {
    const known = this.lines.get(text);
    if (known) return known;
    const missing = new Set<string>();
    const letters: Letter[] = [];
    let pen = 0;
    for (const run of runsOf(text.slice(0, MOST_CHARS))) pen = this.run(run, pen, letters, missing);
    const line: FaceLine = { letters, missing: [...missing] };
    if (this.lines.size > 50) this.lines.clear();
    this.lines.set(text, line);
    return line;
  }

  /** Sets one run behind what stands already. @returns where the next begins */
  private run(run: DirectionRun, start: number, letters: Letter[], missing: Set<string>): number {
    const { clusters, end } = this.clustersOf(run, start);
    const starts = [...new Set(clusters.map((c) => c.from))].sort((a, b) => a - b);
    const textOf = (c: Cluster): string =>
      run.text.slice(c.from, starts[starts.indexOf(c.from) + 1] ?? run.text.length);
    const set: Letter[] = [];
    for (const c of clusters) {
      const text = textOf(c);
      const x = c.pen / FINE;
      const advance = c.advance / FINE;
      const outline = this.outlineOf(c.glyphs);
      if (c.glyphs.some((g) => g.id === 0) && !isSpace(text)) {
        for (const char of text) if (!this.font.nominalGlyph(char.codePointAt(0) ?? 0)) missing.add(char);
        continue;
      }
      // A letter with ink that cannot be drawn is as good as missing.
      if (outline === null && this.hasInk(c.glyphs)) missing.add(text);
      // What shows nothing and takes no room, as a joiner, is no space either.
      else if (outline !== null || advance > 0) set.push({ text, outline, x, advance });
    }
    letters.push(...(run.joined ? hungTogether(set, run.rightToLeft) : set));
    return end;
  }

  private clustersOf(run: DirectionRun, start: number): { clusters: Cluster[]; end: number } {
    const { hb } = this;
    const buffer = new hb.Buffer();
    buffer.addText(run.text);
    buffer.guessSegmentProperties();
    buffer.setDirection(run.rightToLeft ? hb.Direction.RTL : hb.Direction.LTR);
    // Letters that are cut one by one are not drawn together: “fi” stays f and i. Where the script itself joins, the face decides.
    hb.shape(this.font, buffer, run.joined ? [] : ['liga', 'clig', 'dlig'].map((tag) => new hb.Feature(tag, 0)));
    const clusters: Cluster[] = [];
    let pen = start;
    for (const g of buffer.getGlyphInfosAndPositions()) {
      const last = clusters.at(-1);
      let cluster = last && last.from === g.cluster ? last : null;
      if (!cluster) {
        cluster = { from: g.cluster, glyphs: [], pen, advance: 0 };
        clusters.push(cluster);
      }
      cluster.glyphs.push({ id: g.codepoint, x: pen - cluster.pen + (g.xOffset ?? 0), y: g.yOffset ?? 0 });
      cluster.advance += g.xAdvance ?? 0;
      pen += g.xAdvance ?? 0;
    }
    return { clusters, end: pen };
  }
}

/** The family by which drawings ask for it (OpenType 1.9, name table: 16, or 1). */
function familyOf(face: HarfBuzz.Face): string {
  const names = face.listNames();
  const id = [16, 1].find((n) => names.some((e) => e.nameId === n));
  return id === undefined ? '' : face.getName(id, 'en').trim().toLowerCase().slice(0, 80);
}

function axesOf(hb: typeof HarfBuzz, face: HarfBuzz.Face): Axis[] {
  const named = new Set(face.listNames().map((n) => n.nameId));
  return Object.values(face.getAxisInfos())
    .filter((a) => !(a.flags & hb.AxisFlags.HIDDEN) && a.max > a.min)
    .map((a) => ({
      tag: a.tag,
      name: named.has(a.nameId) ? face.getName(a.nameId, 'en').slice(0, 40) || null : null,
      min: a.min,
      max: a.max,
      usual: a.default,
    }));
}

/** Joined letters as they are cut: what touches its neighbour is one piece with it. */
function hungTogether(letters: readonly Letter[], rightToLeft: boolean): Letter[] {
  const out: Letter[] = [];
  for (const letter of letters) {
    const before = out.at(-1);
    if (!before?.outline || !letter.outline) {
      out.push(letter);
      continue;
    }
    const by = letter.x - before.x;
    const a = regionOf(before.outline);
    const b = transformRegion(regionOf(letter.outline), translation(by, 0));
    if (distanceBetween(a, b) > HANGS) {
      out.push(letter);
      continue;
    }
    out[out.length - 1] = {
      text: rightToLeft ? letter.text + before.text : before.text + letter.text,
      outline: printRegion(union(a, b), 1),
      x: before.x,
      advance: by + letter.advance,
    };
  }
  return out;
}
