/** JSON read with care: the place of a slip in words, and nothing nested deeper than any document of ours. */

/** Documents of ours nest less than ten levels; unknown fields may go deeper, up to this. */
const DEEPEST = 60;

export type JsonRead =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly message: string };

/** A number, a string or a word, as JSON has them. Source: RFC 8259. */
const TEXT = String.raw`"(?:[^"\\\n\r\t]|\\(?:["\\/bfnrt]|u[0-9a-fA-F]{4}))*"`;
const STRING = new RegExp(TEXT, 'y');
const VALUE = new RegExp(String.raw`-?(?:0|[1-9]\d*)(?:\.\d+)?(?:[eE][+-]?\d+)?|${TEXT}|true|false|null`, 'y');

/** The first place at which a text is no JSON any more. Engines tell it in words of their own, or not at all. */
function slipIn(text: string): number {
  let at = 0;
  const open: string[] = [];
  const white = (): void => {
    while (at < text.length && ' \t\r\n'.includes(text[at] ?? '')) at += 1;
  };
  const take = (pattern: RegExp): boolean => {
    pattern.lastIndex = at;
    const found = pattern.test(text);
    if (found) at = pattern.lastIndex;
    return found;
  };
  /** A name and its colon, in an object. */
  const name = (): boolean => {
    white();
    if (!take(STRING)) return false;
    white();
    if (text[at] !== ':') return false;
    at += 1;
    return true;
  };
  for (;;) {
    white();
    const c = text[at];
    if (c === '{' || c === '[') {
      open.push(c);
      at += 1;
      white();
      const closes = text[at] === (c === '{' ? '}' : ']');
      if (!closes) {
        if (c === '{' && !name()) return at;
        continue;
      }
    } else if (!take(VALUE)) return at;
    // A value has ended: what is open is closed or goes on.
    for (;;) {
      white();
      const within = open.at(-1);
      if (within === undefined) return at;
      if (text[at] === (within === '{' ? '}' : ']')) {
        open.pop();
        at += 1;
        continue;
      }
      if (text[at] !== ',') return at;
      at += 1;
      if (within === '{' && !name()) return at;
      break;
    }
  }
}

/** Where in the text the reader stopped, in words. */
function placeOf(text: string): string {
  try {
    const at = slipIn(text);
    const before = text.slice(0, at);
    return ` beyond line ${before.split('\n').length}, column ${at - before.lastIndexOf('\n')}`;
  } catch {
    // A single string of many megabytes is more than the engine's patterns bear.
    return '';
  }
}

/** Whether lists and objects nest deeper than `most`; walks without recursion, so that no depth can hurt it. */
function nestsDeeper(value: unknown, most: number): boolean {
  let level: unknown[] = [value];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > most) return true;
    level = level.flatMap((v) => (typeof v === 'object' && v !== null ? Object.values(v) : []));
    level = level.filter((v) => typeof v === 'object' && v !== null);
  }
  return false;
}

/**
 * Reads JSON text. Never throws.
 * @param what what the file should have been, to begin the message with: "This file is not JSON"
 * @returns the value, or the slip with line and column
 */
export function readJson(text: string, what = 'This file is not JSON'): JsonRead {
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    if (text.trim() === '') return { ok: false, message: 'This file is empty.' };
    return { ok: false, message: `${what}: it cannot be read${placeOf(text)}.` };
  }
  if (nestsDeeper(value, DEEPEST))
    return { ok: false, message: `This file nests more than ${DEEPEST} levels deep, which no file of ours does.` };
  return { ok: true, value };
}
