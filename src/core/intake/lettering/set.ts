import { lastOf, nth } from '../../base/lists';
import {
  type Bounds,
  boundsOf,
  distanceBetween,
  placement,
  type Region,
  regionOf,
  ringsOf,
  scaling,
  type ThinPlace,
  thinnestStroke,
  transformPath,
  transformRegion,
  translation,
} from '../../base/shape';
import { MM_PER } from '../../base/units';
import type { Word } from '../../keep/model';
import type { Face } from './face';

export interface SetLetter {
  /** What it stands for: a character, one with its marks, or of a joined script all that hangs together. */
  readonly char: string;
  /** Path data, mm; (0,0) is where the letter's own origin meets the baseline. The same letter always has the same outline: one template serves its copies. */
  readonly outline: string;
  /** Place relative to the word: left end of the baseline, or the middle of the arc's circle. */
  readonly at: { readonly xMm: number; readonly yMm: number; readonly rotateDeg: number };
}

export interface SetWord {
  readonly letters: readonly SetLetter[];
  /** Box of the ink, mm, relative to the word's place. */
  readonly bounds: Bounds;
  readonly capMm: number;
  /** Whose height that is, where the face has no capitals; null: a capital's. */
  readonly tallest: string | null;
  /** Height of a flat small letter, mm. */
  readonly xMm: number;
  /** The white between each letter and the next, ink to ink where they come nearest, mm; none across a space. */
  readonly gapsMm: readonly (number | null)[];
  /** The thinnest stroke of all letters, and whose; null: none is thin. */
  readonly thinnest: { readonly char: string; readonly widthMm: number } | null;
  /** The size a word processor would call it: 1 pt = 1/72 in. */
  readonly points: number;
  /** Which side of the box stops it from growing; null when set by cap height. */
  readonly limitedBy: 'width' | 'height' | null;
}

/** Why a word cannot be set. Words: src/words/lettering.ts. */
export type LetteringProblem =
  | { readonly code: 'no-word' | 'nothing-to-cut' | 'box-too-small' }
  | { readonly code: 'letters-missing'; readonly face: string; readonly missing: readonly string[] };
export type SetResult = { ok: true; word: SetWord } | { ok: false; problem: LetteringProblem };

interface Placed {
  readonly char: string;
  /** At 1000 units the em. */
  readonly outline: string;
  readonly region: Region;
  readonly advance: number;
  readonly afterSpace: boolean;
  /** Left end of the letter's own origin along the baseline, mm. */
  x: number;
}

/** Scan lines across the height of a letter by which the white between two neighbours is measured. */
const LINES = 48;
/** A deep bay (as in L or C) counts only this far in, as a share of the cap height, or it would swallow its neighbour. */
const DEEPEST = 0.32;
/** Neighbours never come nearer than this share of the cap height, however open they are. */
const NEAREST = 0.07;

/** For each scan line the outermost ink on one side, or null where there is none. */
function profile(region: Region, top: number, bottom: number, side: 'left' | 'right'): (number | null)[] {
  const out: (number | null)[] = new Array<number | null>(LINES).fill(null);
  const step = (bottom - top) / LINES;
  for (const ring of ringsOf(region)) {
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const a = nth(ring, j);
      const b = nth(ring, i);
      const from = Math.max(0, Math.ceil((Math.min(a.y, b.y) - top) / step - 0.5));
      const to = Math.min(LINES - 1, Math.floor((Math.max(a.y, b.y) - top) / step - 0.5));
      for (let k = from; k <= to; k++) {
        const y = top + (k + 0.5) * step;
        const x = b.y === a.y ? a.x : a.x + ((b.x - a.x) * (y - a.y)) / (b.y - a.y);
        const old = out[k];
        out[k] = old === null || old === undefined ? x : side === 'left' ? Math.min(old, x) : Math.max(old, x);
      }
    }
  }
  return out;
}

/**
 * Mean width of the white between two letters when their boxes are `gap` apart, mm: their area divided by the height. Bays count to a depth only.
 */
export function meanWhite(left: Region, right: Region, gap: number, capMm: number): number {
  const lb = boundsOf(left);
  const rb = boundsOf(right);
  const deepest = DEEPEST * capMm;
  const a = profile(left, -capMm, 0, 'right');
  const b = profile(right, -capMm, 0, 'left');
  let sum = 0;
  for (let k = 0; k < LINES; k++) {
    const inLeft = Math.min(deepest, lb.maxX - (a[k] ?? Number.NEGATIVE_INFINITY));
    const inRight = Math.min(deepest, (b[k] ?? Number.POSITIVE_INFINITY) - rb.minX);
    sum += inLeft + gap + inRight;
  }
  return sum / LINES;
}

/** The gap between boxes that gives the wanted mean white, but never lets ink come too near. */
function opticalGap(left: Region, right: Region, wanted: number, capMm: number): number {
  const gap = wanted - meanWhite(left, right, 0, capMm);
  const lb = boundsOf(left);
  const rb = boundsOf(right);
  const a = profile(left, -capMm * 1.1, capMm * 0.3, 'right');
  const b = profile(right, -capMm * 1.1, capMm * 0.3, 'left');
  let need = Number.NEGATIVE_INFINITY;
  for (let k = 0; k < LINES; k++)
    for (const d of [-2, -1, 0, 1, 2]) {
      const x = a[k] ?? null;
      const y = b[k + d] ?? null;
      if (x !== null && y !== null) need = Math.max(need, NEAREST * capMm - (lb.maxX - x + (y - rb.minX)));
    }
  return Math.max(gap, need);
}

/** Least distance between two letters, the right one moved along by `by`, mm. */
const inkDistance = (left: Region, right: Region, by: number): number =>
  distanceBetween(left, transformRegion(right, translation(by, 0)));

/** The gap between boxes at which two letters come as near as asked, ink to ink; boxes overlap no further than a deep bay. */
function measuredGap(left: Region, right: Region, wantedMm: number, capMm: number): number {
  const lb = boundsOf(left);
  const rb = boundsOf(right);
  const at = (gap: number): number => inkDistance(left, right, lb.maxX - rb.minX + gap);
  let far = wantedMm;
  let near = wantedMm - DEEPEST * capMm;
  if (at(near) >= wantedMm) return near;
  for (let i = 0; i < 24 && far - near > 0.002; i++) {
    const middle = (far + near) / 2;
    if (at(middle) >= wantedMm) far = middle;
    else near = middle;
  }
  return far;
}

/** White between neighbours that the eye takes for even, as a share of the cap height. Common practice, no source. */
const OPTICAL_WHITE = 0.3;
const SPACE_SHARE = 0.45;

function layOut(face: Face, word: Pick<Word, 'text' | 'gaps' | 'gapMm'>, capMm: number): Placed[] {
  const scale = capMm / face.capHeight;
  const placed: Placed[] = [];
  let before: Placed | null = null;
  let spaces = 0;
  let passed = 0;
  const drawn = new Map<string, Region>();
  for (const { text, outline, x, advance } of face.line(word.text).letters) {
    // As in print: where the face's own shaping puts it.
    const inPrint = x * scale + passed * word.gapMm;
    passed += 1;
    if (outline === null) {
      spaces += 1;
      continue;
    }
    let region = drawn.get(outline);
    if (!region) {
      region = transformRegion(regionOf(outline), scaling(scale));
      drawn.set(outline, region);
    }
    const letter: Placed = {
      char: text,
      outline,
      region,
      advance: advance * scale,
      afterSpace: spaces > 0,
      x: inPrint,
    };
    const b = boundsOf(region);
    if (word.gaps !== 'font' && before) {
      const even =
        word.gaps === 'ink'
          ? measuredGap(before.region, region, Math.max(0, word.gapMm), capMm)
          : word.gaps === 'equal'
            ? OPTICAL_WHITE * 0.6 * capMm
            : opticalGap(before.region, region, OPTICAL_WHITE * capMm, capMm);
      letter.x =
        before.x +
        boundsOf(before.region).maxX +
        even +
        // A gap measured from ink to ink is the whole gap.
        (word.gaps === 'ink' ? 0 : word.gapMm) +
        spaces * (SPACE_SHARE * capMm + word.gapMm) -
        b.minX;
    } else if (word.gaps !== 'font') letter.x = -b.minX;
    placed.push(letter);
    before = letter;
    spaces = 0;
  }
  return placed;
}

/** Where each letter stands: along the straight baseline, or upright on the circle, its middle over its own stretch of arc. */
function places(placed: readonly Placed[], arc: Word['arc']): SetLetter['at'][] {
  if (!arc) return placed.map((p) => ({ xMm: p.x, yMm: 0, rotateDeg: 0 }));
  const first = nth(placed, 0);
  const last = lastOf(placed);
  const middle = (first.x + boundsOf(first.region).minX + last.x + boundsOf(last.region).maxX) / 2;
  return placed.map((p) => {
    const b = boundsOf(p.region);
    const half = (b.minX + b.maxX) / 2;
    const along = p.x + half - middle;
    const over = arc.side === 'over';
    const angle = along / arc.radiusMm;
    const turn = over ? angle : -angle;
    const deg = (turn * 180) / Math.PI;
    // The foot of the letter's middle stands on the circle; from there back to the letter's own origin along its turned baseline.
    const foot = over
      ? { x: arc.radiusMm * Math.sin(angle), y: -arc.radiusMm * Math.cos(angle) }
      : { x: arc.radiusMm * Math.sin(angle), y: arc.radiusMm * Math.cos(angle) };
    return { xMm: foot.x - half * Math.cos(turn), yMm: foot.y - half * Math.sin(turn), rotateDeg: deg };
  });
}

const boxOf = (placed: readonly Placed[], at: readonly SetLetter['at'][]): Bounds =>
  boundsOf(placed.flatMap((p, i) => transformRegion(p.region, placement(nth(at, i)))));

/**
 * Sets a word into outlines.
 * By cap height: a flat capital is exactly so high. By box: as large as the ink fits, and which side stops it.
 * @returns the letters with their places, or what is wrong and what to do
 */
export function setWord(face: Face, word: Pick<Word, 'text' | 'size' | 'gaps' | 'gapMm' | 'arc'>): SetResult {
  if (word.text.trim() === '') return { ok: false, problem: { code: 'no-word' } };
  const { missing } = face.line(word.text);
  if (missing.length > 0) return { ok: false, problem: { code: 'letters-missing', face: face.name, missing } };
  let capMm = word.size.by === 'cap' ? word.size.capMm : Math.min(word.size.heightMm, word.size.widthMm);
  let limitedBy: SetWord['limitedBy'] = null;
  let placed = layOut(face, word, capMm);
  if (placed.length === 0) return { ok: false, problem: { code: 'nothing-to-cut' } };
  if (word.size.by === 'box') {
    // Gaps and arc keep their millimetres while the letters grow, so the size is searched for: the ink only ever grows with it.
    const fits = (cap: number): { ok: boolean; w: number; h: number } => {
      const p = layOut(face, word, cap);
      const b = boxOf(p, places(p, word.arc));
      const { widthMm, heightMm } = word.size as { widthMm: number; heightMm: number };
      return {
        ok: b.maxX - b.minX <= widthMm && b.maxY - b.minY <= heightMm,
        w: (b.maxX - b.minX) / widthMm,
        h: (b.maxY - b.minY) / heightMm,
      };
    };
    let low = 0;
    let high = Math.max(word.size.heightMm, word.size.widthMm) * 2;
    for (let i = 0; i < 40 && high - low > 0.005; i++) {
      const cap = (low + high) / 2;
      if (fits(cap).ok) low = cap;
      else high = cap;
    }
    if (low < 1) return { ok: false, problem: { code: 'box-too-small' } };
    capMm = low;
    placed = layOut(face, word, capMm);
    const at = fits(capMm);
    limitedBy = at.w >= at.h ? 'width' : 'height';
  }
  const scale = capMm / face.capHeight;
  const at = places(placed, word.arc);
  const outlines = new Map<string, string>();
  const letters = placed.map((p, i): SetLetter => {
    let outline = outlines.get(p.outline);
    if (!outline) {
      outline = transformPath(p.outline, scaling(scale));
      outlines.set(p.outline, outline);
    }
    return { char: p.char, outline, at: nth(at, i) };
  });
  return {
    ok: true,
    word: {
      letters,
      bounds: boxOf(placed, at),
      capMm,
      tallest: face.hasCapitals ? null : face.measuredOn,
      xMm: face.xHeight * scale,
      points: (1000 * scale) / MM_PER.pt,
      limitedBy,
      gapsMm: placed.slice(1).map((p, i) => {
        const before = nth(placed, i);
        if (p.afterSpace) return null;
        const there = (k: number): Region => transformRegion(nth(placed, k).region, placement(nth(at, k)));
        return word.arc ? inkDistance(there(i), there(i + 1), 0) : inkDistance(before.region, p.region, p.x - before.x);
      }),
      thinnest: thinnestOf(placed, capMm),
    },
  };
}

/** Strokes thicker than this share of the cap height are no thin ones. */
const THIN_SHARE = 0.5;

/** The thinnest stroke of a word's letters, each looked at once. */
function thinnestOf(placed: readonly Placed[], capMm: number): SetWord['thinnest'] {
  let least: SetWord['thinnest'] = null;
  for (const { char, region } of new Map(placed.map((p) => [p.outline, p])).values()) {
    const thin: ThinPlace | null = thinnestStroke(region, least?.widthMm ?? THIN_SHARE * capMm);
    if (thin) least = { char, widthMm: thin.widthMm };
  }
  return least;
}

/** One template for each different form, with how often it is cut; in the order of the word. A letter that is drawn in two forms (as joined scripts do) takes two. */
export function templatesOf(
  letters: readonly Pick<SetLetter, 'char' | 'outline'>[],
): { char: string; copies: number }[] {
  const forms = new Map<string, { char: string; copies: number }>();
  for (const { char, outline } of letters) {
    const form = forms.get(outline);
    if (form) form.copies += 1;
    else forms.set(outline, { char, copies: 1 });
  }
  return [...forms.values()];
}
