import bidi from 'bidi-js';
import { nth } from '../../base/lists';

/** A stretch of text in one script and one direction. */
export interface DirectionRun {
  readonly text: string;
  /** Where it begins in the whole text, in UTF-16 units. */
  readonly from: number;
  readonly rightToLeft: boolean;
  /** Its letters hang together, or are built up to clusters: nothing may be pushed between them. */
  readonly joined: boolean;
}

/** Scripts that are told apart; all others count as one. */
const SCRIPTS: readonly { readonly is: RegExp; readonly joined: boolean }[] = [
  { is: /\p{Script=Latin}/u, joined: false },
  { is: /\p{Script=Greek}/u, joined: false },
  { is: /\p{Script=Cyrillic}/u, joined: false },
  { is: /\p{Script=Armenian}/u, joined: false },
  { is: /\p{Script=Georgian}/u, joined: false },
  { is: /\p{Script=Hebrew}/u, joined: false },
  { is: /\p{Script=Han}|\p{Script=Hiragana}|\p{Script=Katakana}|\p{Script=Hangul}/u, joined: false },
  // Written with joining forms (Unicode 16, chapters 9 and 13), or hung on one head line (chapter 12).
  { is: /\p{Script=Arabic}/u, joined: true },
  { is: /\p{Script=Syriac}/u, joined: true },
  { is: /\p{Script=Nko}/u, joined: true },
  { is: /\p{Script=Mongolian}/u, joined: true },
  { is: /\p{Script=Adlam}/u, joined: true },
  { is: /\p{Script=Devanagari}/u, joined: true },
  { is: /\p{Script=Bengali}/u, joined: true },
  { is: /\p{Script=Gurmukhi}/u, joined: true },
];
const OTHER = { joined: false };

/** Letters that a person reads from right to left, or that hang together. Such a text cannot be set character by character. */
export const isShaped = (text: string): boolean =>
  /[\u0590-\u08ff\u0900-\u109f\u1780-\u18af\u1900-\u1cff\ufb1d-\ufdff\ufe70-\ufeff\u{10800}-\u{10fff}\u{11000}-\u{11fff}\u{1e800}-\u{1efff}]|\p{M}/u.test(
    text,
  );

/**
 * The runs of a text in the order in which the eye meets them from left to right. Directions by Unicode’s bidirectional algorithm (UAX 9), the first strong letter deciding; a run never mixes scripts.
 */
export function runsOf(text: string): DirectionRun[] {
  const { levels } = bidiOf().getEmbeddingLevels(text);
  const runs: (DirectionRun & { level: number })[] = [];
  let from = 0;
  let script: { joined: boolean } | null = null;
  const close = (to: number): void => {
    if (to === from) return;
    const level = levels[from] ?? 0;
    runs.push({
      text: text.slice(from, to),
      from,
      rightToLeft: level % 2 === 1,
      joined: (script ?? OTHER).joined,
      level,
    });
    from = to;
  };
  let at = 0;
  for (const char of text) {
    const own = /\p{Script=Common}|\p{Script=Inherited}/u.test(char)
      ? null
      : (SCRIPTS.find((s) => s.is.test(char)) ?? OTHER);
    if (levels[at] !== levels[from] || (own && script && own !== script)) {
      close(at);
      script = null;
    }
    script = own ?? script;
    at += char.length;
  }
  close(text.length);
  return inSight(runs);
}

/** From the order of reading to that of the eye: every stretch of a level or above is turned about, from the highest level down (UAX 9, rule L2). */
function inSight(runs: readonly (DirectionRun & { level: number })[]): DirectionRun[] {
  const out = [...runs];
  const highest = Math.max(0, ...out.map((r) => r.level));
  for (let level = highest; level >= 1; level--)
    for (let i = 0; i < out.length; ) {
      let to = i;
      while (to < out.length && nth(out, to).level >= level) to += 1;
      if (to > i) out.splice(i, to - i, ...out.slice(i, to).reverse());
      i = to + 1;
    }
  return out;
}

let known: ReturnType<typeof bidi> | undefined;
const bidiOf = (): ReturnType<typeof bidi> => {
  known ??= bidi();
  return known;
};
