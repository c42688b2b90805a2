import { nth } from '../../base/lists';
import { type Line, type Point, type Walk, walkOf } from '../../base/shape';
import type { Face } from '../lettering';
import { handedOn, type Style } from './css';
import type { SvgNode } from './svg-tree';
import { numberOf, type View } from './svg-values';

/** What a drawing asks its text to be set in. */
export interface FaceWish {
  /** Families in the order in which they are wished for, in small letters. */
  readonly families: readonly string[];
  /** 100 … 900; 400 is plain, 700 bold. */
  readonly weight: number;
}

/** The face that text is set in, and whether it is the one that was asked for. */
export type FaceFor = (wish: FaceWish) => { readonly face: Face; readonly asAsked: boolean };

/** A letter of a text, at its place in the user units of the text. */
export interface TextLetter {
  readonly char: string;
  /** At 1000 units the em, from its own origin. */
  readonly outline: string;
  /** User units a thousandth of the em. */
  readonly scale: number;
  readonly x: number;
  readonly y: number;
  /** How far it is turned about its own origin, to the right. */
  readonly turnDeg: number;
  /** Of the element that it stands in. */
  readonly style: Style;
}

export interface SetText {
  readonly letters: readonly TextLetter[];
  /** Characters that no face here has. */
  readonly missing: readonly string[];
  readonly asAsked: boolean;
}

const USUAL_SIZE = 16;
const SIZES: Readonly<Record<string, number>> = {
  'xx-small': 9,
  'x-small': 10,
  small: 13,
  medium: 16,
  large: 18,
  'x-large': 24,
  'xx-large': 32,
};
/** A text that is longer is prose. */
const MOST_CHARS = 2000;

/** What the letters of a `textPath` stand on. */
interface Along {
  readonly walk: Walk;
  /** Where it ends. */
  readonly end: Point | null;
  /** How far along the text begins, before its anchor. */
  readonly start: number;
}

/** What a text needs of the drawing that it stands in. */
export interface TextSources {
  /** An element's own style. */
  readonly styleOf: (n: SvgNode) => Style;
  /** The lines that a `textPath` runs along, in the user units of the text; null when it leads nowhere. */
  readonly linesFor: (n: SvgNode) => readonly Line[] | null;
  readonly view: View;
  readonly faceFor: FaceFor;
}

interface Char {
  readonly char: string;
  readonly along: Along | null;
  readonly style: Style;
  readonly x: number | null;
  readonly y: number | null;
  readonly dx: number;
  readonly dy: number;
}

const NAMED: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };
/** The characters that every XML file may name; no others, so that nothing swells (XML 1.0, 4.6). */
const named = (text: string): string =>
  text.replace(
    /&(?:#x([0-9a-f]{1,6})|#(\d{1,7})|(\w{2,4}));/gi,
    (whole, hex?: string, decimal?: string, name?: string) => {
      if (name) return NAMED[name] ?? whole;
      const code = hex ? Number.parseInt(hex, 16) : Number(decimal);
      return code > 0 && code <= 0x10ffff ? String.fromCodePoint(code) : '';
    },
  );

const weightOf = (text: string | undefined): number => {
  if (text === 'bold' || text === 'bolder') return 700;
  const weight = Number(text);
  return weight >= 1 && weight <= 1000 ? weight : 400;
};

function sizeOf(text: string | undefined, outer: number): number {
  if (text === undefined || text === 'inherit') return outer;
  const named = SIZES[text.trim()];
  if (named) return named;
  const relative = /^\s*([\d.]+)\s*(em|rem)\s*$/.exec(text);
  if (relative) return Number(relative[1]) * (relative[2] === 'em' ? outer : USUAL_SIZE);
  return numberOf(text, outer) || outer;
}

const listOf = (text: string | undefined, whole: number): number[] =>
  text === undefined
    ? []
    : text
        .trim()
        .split(/[\s,]+/)
        .map((n) => numberOf(n, whole));

/** What a `textPath` runs along, and where on it its text begins (SVG 2, 11.8.2). */
function alongOf(own: Style, drawn: readonly Line[]): Along {
  const lines = own['side'] === 'right' ? [...drawn].reverse().map((l) => [...l].reverse()) : drawn;
  const walk = walkOf(lines);
  return { walk, end: lines.at(-1)?.at(-1) ?? null, start: numberOf(own['startOffset'] ?? '0', walk.wholeMm) };
}

/** The characters of a text with what each is told of its own; white space runs together (CSS Text, collapsing). */
function charsOf(node: SvgNode, outer: Style, { styleOf, linesFor, view }: TextSources): Char[] {
  const out: Char[] = [];
  const visit = (n: SvgNode, from: Style, along: Along | null): void => {
    const own = styleOf(n);
    if (own['display'] === 'none') return;
    const style = handedOn(from, own);
    style['font-size'] = String(sizeOf(own['font-size'], Number(from['font-size'] ?? USUAL_SIZE)));
    const xs = listOf(own['x'], view.width);
    const ys = listOf(own['y'], view.height);
    const dxs = listOf(own['dx'], view.width);
    const dys = listOf(own['dy'], view.height);
    const keeps = own['xml:space'] === 'preserve' || own['space'] === 'preserve' || own['white-space'] === 'pre';
    let k = 0;
    for (const part of n.content) {
      if (typeof part !== 'string') {
        if (part.tag === 'tspan' || part.tag === 'a') visit(part, style, along);
        // One that runs along nothing is not seen (SVG 2, 11.8.2).
        const lines = part.tag === 'textPath' ? linesFor(part) : null;
        if (lines) visit(part, style, alongOf(styleOf(part), lines));
        continue;
      }
      const text = named(part).replace(/[\t\r\n]/g, ' ');
      for (const char of text) {
        if (out.length >= MOST_CHARS) return;
        const last = out.at(-1);
        // The blank at the beginning of a text, and after another, is none.
        if (char === ' ' && !keeps && (!last || last.char === ' ')) continue;
        const at = along ? { x: null, y: null } : { x: xs[k] ?? null, y: ys[k] ?? null };
        out.push({ char, along, style, ...at, dx: dxs[k] ?? 0, dy: dys[k] ?? 0 });
        k += 1;
      }
    }
  };
  visit(node, outer, null);
  while (out.at(-1)?.char === ' ') out.pop();
  return out;
}

const families = (text: string | undefined): string[] =>
  (text ?? '').split(',').map((f) =>
    f
      .trim()
      .replace(/^['"]|['"]$/g, '')
      .toLowerCase(),
  );

/** A letter before its line is bent: how far along and beside it, and how far the next one stands off. */
interface Laid extends Omit<TextLetter, 'turnDeg'> {
  readonly advance: number;
}

/** A letter on its line: its middle stands on it, upright to it; null where the line is at an end (SVG 2, 11.8.3). */
function onLine({ advance, ...letter }: Laid, { walk, start }: Along): TextLetter | null {
  const half = advance / 2;
  const at = walk.placeAt(start + letter.x + half);
  return (
    at && {
      ...letter,
      x: at.x - half * at.dx - letter.y * at.dy,
      y: at.y - half * at.dy + letter.y * at.dx,
      turnDeg: (Math.atan2(at.dy, at.dx) * 180) / Math.PI,
    }
  );
}

/**
 * Sets a text of a drawing into letters: its spans, its places, its anchor, the paths it runs along.
 * @param outer what the text inherits
 */
export function setText(node: SvgNode, outer: Style, sources: TextSources): SetText {
  const chars = charsOf(node, { ...outer, 'font-size': String(sizeOf(outer['font-size'], USUAL_SIZE)) }, sources);
  const letters: TextLetter[] = [];
  const missing = new Set<string>();
  let asAsked = true;
  let pen: Point = { x: 0, y: 0 };
  for (let i = 0; i < chars.length; ) {
    // A chunk reaches to the next place that is told, or to another line.
    const first = nth(chars, i);
    const { along } = first;
    let to = i + 1;
    while (
      to < chars.length &&
      nth(chars, to).x === null &&
      nth(chars, to).y === null &&
      nth(chars, to).along === along
    )
      to += 1;
    const start = along ? { x: 0, y: 0 } : { x: first.x ?? pen.x, y: first.y ?? pen.y };
    const chunk: Laid[] = [];
    let x = start.x;
    let { y } = start;
    for (let k = i; k < to; ) {
      const { style } = nth(chars, k);
      let end = k + 1;
      while (end < to && nth(chars, end).style === style && nth(chars, end).dx === 0 && nth(chars, end).dy === 0)
        end += 1;
      x += nth(chars, k).dx;
      y += nth(chars, k).dy;
      const got = sources.faceFor({ families: families(style['font-family']), weight: weightOf(style['font-weight']) });
      asAsked &&= got.asAsked;
      const scale = Number(style['font-size']) / 1000;
      const spacing = numberOf(style['letter-spacing']);
      const line = got.face.line(
        chars
          .slice(k, end)
          .map((c) => c.char)
          .join(''),
      );
      for (const char of line.missing) missing.add(char);
      line.letters.forEach((letter, n) => {
        if (letter.outline !== null)
          chunk.push({
            char: letter.text,
            outline: letter.outline,
            scale,
            x: x + letter.x * scale + n * spacing,
            y,
            advance: letter.advance * scale,
            style,
          });
      });
      const last = line.letters.at(-1);
      x += last ? (last.x + last.advance) * scale + line.letters.length * spacing : 0;
      k = end;
    }
    const { 'text-anchor': anchor, direction } = first.style;
    const share = anchor === 'middle' ? 0.5 : (anchor === 'end') !== (direction === 'rtl') ? 1 : 0;
    const back = share * (x - start.x);
    const set = chunk.map((l) => ({ ...l, x: l.x - back }));
    if (along) {
      letters.push(...set.flatMap((l) => onLine(l, along) ?? []));
      // What follows goes on where the line ends.
      pen = along.end ?? pen;
    } else {
      letters.push(...set.map(({ advance: _, ...l }) => ({ ...l, turnDeg: 0 })));
      pen = { x: x - back, y };
    }
    i = to;
  }
  return { letters, missing: [...missing], asAsked };
}
