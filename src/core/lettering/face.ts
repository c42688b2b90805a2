import { parse } from 'opentype.js/dist/opentype.mjs';
import {
  areaMm2,
  boundsOf,
  crossesItself,
  flatten,
  fromNonZero,
  isTangled,
  isTooIntricate,
  normalise,
  parsePath,
  printRegion,
} from '../shape';
import { plainFont } from './font-file';

export interface Glyph {
  /** Path data at 1000 units the em, y down, baseline at y = 0, drawn from the origin; null for a space. */
  readonly outline: string | null;
  readonly advance: number;
}

/** A typeface ready to be set. All measures at 1000 units the em. */
export interface Face {
  readonly name: string;
  /** Height of a flat capital, measured on its H (or the nearest it has), not taken from the file's tables. */
  readonly capHeight: number;
  /** Height of a flat small letter, measured on its x; of a face without small letters that of its capitals. */
  readonly xHeight: number;
  /** null when the face lacks the character. */
  glyph(char: string): Glyph | null;
  kerning(left: string, right: string): number;
}

const EM = 1000;
/** Overlapping strokes within one glyph are united when they hide more than this, square units. */
const OVERLAP = 40;

/** A letter whose outline crosses itself more often is damaged. */
const MOST_CROSSINGS = 500;

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

/**
 * Reads a font file (.ttf, .otf, .woff). Never throws.
 * @returns the face, or what is wrong and what to do
 */
export function readFace(bytes: ArrayBuffer, name: string): { ok: true; face: Face } | { ok: false; message: string } {
  let font: ReturnType<typeof parse>;
  try {
    const plain = plainFont(bytes);
    if (!plain) throw new Error('damaged');
    font = parse(plain);
    if (!(font.unitsPerEm > 0) || font.glyphs.length === 0) throw new Error('empty');
  } catch {
    return {
      ok: false,
      message: `“${name}” cannot be read as a font. Choose a .ttf, .otf or .woff file; .woff2 has to be converted first.`,
    };
  }
  const scale = EM / font.unitsPerEm;
  const glyphs = new Map<string, Glyph | null>();
  const glyph = (char: string): Glyph | null => {
    const known = glyphs.get(char);
    if (known !== undefined) return known;
    let made: Glyph | null = null;
    try {
      const g = font.charToGlyph(char);
      if (g.index !== 0 || char === ' ') {
        const data = g.getPath(0, 0, EM).toPathData(2);
        const outline = data.trim() === '' ? null : evenOdd(data);
        // A letter with ink that cannot be drawn is as good as missing.
        if (data.trim() !== '' && outline === null) throw new Error('damaged');
        made = {
          outline,
          advance: (g.advanceWidth ?? font.unitsPerEm / 2) * scale,
        };
      }
    } catch {
      made = null;
    }
    glyphs.set(char, made);
    return made;
  };
  const flat = [...'HIETZXnx'].map((c) => glyph(c)?.outline).find((o) => o);
  if (!flat) return { ok: false, message: `“${name}” holds no letters that can be cut. Choose another face.` };
  const heightOf = (outline: string): number => {
    const parsed = parsePath(outline);
    const b = boundsOf(parsed.ok ? flatten(parsed.segments, 1) : []);
    return b.maxY - b.minY;
  };
  const small = [...'xzvun'].map((c) => glyph(c)?.outline).find((o) => o);
  return {
    ok: true,
    face: {
      name,
      capHeight: heightOf(flat),
      xHeight: heightOf(small ?? flat),
      glyph,
      kerning: (left, right) => {
        try {
          return font.getKerningValue(font.charToGlyph(left), font.charToGlyph(right)) * scale;
        } catch {
          return 0;
        }
      },
    },
  };
}
