import {
  clampChroma,
  colorsNamed,
  converter,
  differenceCiede2000,
  formatHex,
  useMode as loadSpace,
  modeLab65,
  modeLrgb,
  modeOklab,
  modeOklch,
  modeRgb,
  parseHex,
  parseNamed,
} from 'culori/fn';

/** Its types know the names there are; what is asked may be none of them. */
const named = (name: string): ReturnType<typeof parseHex> =>
  Object.hasOwn(colorsNamed, name) ? parseNamed(name as keyof typeof colorsNamed) : undefined;
loadSpace(modeRgb);
loadSpace(modeLab65);
loadSpace(modeLrgb);
loadSpace(modeOklab);
loadSpace(modeOklch);
const linear = converter('lrgb');
const lch = converter('oklch');

/** What sewists call some colours that a browser has no name for. Our reading of the words; made up. */
const CLOTH_COLOURS: ReadonlyMap<string, string> = new Map(
  Object.entries({
    mustard: '#d2a12f',
    rust: '#a8482a',
    cream: '#f6eed6',
    ecru: '#e9dfc4',
    sage: '#9aa98a',
    'duck egg': '#b9d6d0',
    denim: '#4f6d8f',
    'off white': '#f7f3e8',
    charcoal: '#3b3d40',
    terracotta: '#c06a48',
    mint: '#b5e0c8',
    rose: '#d88a96',
    lemon: '#f4e04d',
    aubergine: '#4b2a43',
    petrol: '#1f5a66',
    sand: '#d9c7a0',
    burgundy: '#6e1f33',
  }),
);

/** Plain words for colours, to call a cloth by. Our reading of the words; made up. */
const PLAIN_WORDS: readonly (readonly [name: string, colour: string])[] = [
  ['white', '#fbfaf6'],
  ['cream', '#f6eed6'],
  ['sand', '#d9c7a0'],
  ['beige', '#c9b08c'],
  ['brown', '#7a5236'],
  ['chocolate', '#46291b'],
  ['black', '#17161a'],
  ['charcoal', '#3b3d40'],
  ['grey', '#8a8d90'],
  ['silver', '#c6c9cc'],
  ['red', '#c3272b'],
  ['burgundy', '#6e1f33'],
  ['rust', '#a8482a'],
  ['orange', '#e8822a'],
  ['coral', '#ec7f6b'],
  ['mustard', '#d2a12f'],
  ['yellow', '#f3d13c'],
  ['lemon', '#f6ec86'],
  ['lime', '#a9c93f'],
  ['green', '#3f8f46'],
  ['forest', '#1f4f33'],
  ['olive', '#74772f'],
  ['sage', '#9aa98a'],
  ['mint', '#b5e0c8'],
  ['teal', '#0f7a7c'],
  ['turquoise', '#45bdbb'],
  ['sky blue', '#93c4e4'],
  ['blue', '#2c63b5'],
  ['denim', '#4f6d8f'],
  ['navy', '#1d2b57'],
  ['lilac', '#bda3d2'],
  ['purple', '#6b3d94'],
  ['aubergine', '#4b2a43'],
  ['pink', '#f0a9c0'],
  ['rose', '#d0718a'],
  ['magenta', '#b42374'],
];
/** What a word before a colour does to it: its lightness moved towards black (0) or white (1) by a share, its chroma times a factor, in OKLCH. Our reading of the words; made up. */
const SHADES: ReadonlyMap<string, { readonly towards: 0 | 1; readonly share: number; readonly chroma: number }> =
  new Map(
    Object.entries({
      dark: { towards: 0, share: 0.35, chroma: 0.85 },
      deep: { towards: 0, share: 0.25, chroma: 1 },
      light: { towards: 1, share: 0.45, chroma: 0.7 },
      pale: { towards: 1, share: 0.65, chroma: 0.5 },
      bright: { towards: 1, share: 0.08, chroma: 1.3 },
      dusty: { towards: 1, share: 0.1, chroma: 0.5 },
    } as const),
  );

function shaded(colour: string, { towards, share, chroma }: { towards: 0 | 1; share: number; chroma: number }): string {
  const from = lch(colour);
  if (!from) return colour;
  return formatHex(clampChroma({ ...from, l: from.l + (towards - from.l) * share, c: from.c * chroma }, 'oklch'));
}

const difference = differenceCiede2000();
/** The plain word whose colour is nearest, CIEDE2000. */
export const colourWord = (colour: string): string =>
  PLAIN_WORDS.reduce((best, word) => (difference(colour, word[1]) < difference(colour, best[1]) ? word : best))[0];

/**
 * Reads a colour as people write it: a name (`teal`, `navy`, `mustard`, `dark denim`) or a code (`#a1b2c3`, `a1b2c3`, `#abc`).
 * @returns the colour as #rrggbb, or a message that says what would be understood; never throws
 */
export function parseColour(text: string): { ok: true; value: string } | { ok: false; message: string } {
  const typed = text.trim().toLowerCase();
  const like = 'Type a name like teal or mustard, or a code like #a1b2c3.';
  if (typed === '') return { ok: false, message: like };
  const plain = typed.replace(/[\s-]+/g, ' ');
  const own = CLOTH_COLOURS.get(plain);
  if (own) return { ok: true, value: own };
  const bare = plain.replaceAll(' ', '');
  const rgb = /^#?(?:[0-9a-f]{3}|[0-9a-f]{6})$/.test(typed) ? parseHex(typed) : named(bare);
  if (rgb) return { ok: true, value: formatHex(rgb) };
  // Whatever word we say ourselves is understood.
  const ours = PLAIN_WORDS.find(([name]) => name === plain)?.[1];
  if (ours) return { ok: true, value: ours };
  const [first = '', ...rest] = plain.split(' ');
  const shade = SHADES.get(first);
  if (shade && rest.length > 0) {
    const base = parseColour(rest.join(' '));
    if (base.ok) return { ok: true, value: shaded(base.value, shade) };
  }
  const near = plain.split(' ').find((word) => CLOTH_COLOURS.has(word) || named(word));
  return {
    ok: false,
    message: `“${text.trim().slice(0, 40)}” is not known here${near ? `; did you mean ${near}?` : '.'} ${like}`,
  };
}

/** Pixels of a picture, four bytes each: red, green, blue, alpha. */
export interface Pixels {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
}

/**
 * The colour of a small square of a picture, mixed in linear light as the eye mixes threads.
 * @param x share of the width from the left, 0 … 1; `y` of the height from the top
 * @param half half the square's side as a share of the picture's width
 * @returns #rrggbb
 */
export function meanColour({ data, width, height }: Pixels, x: number, y: number, half: number): string {
  const reach = Math.max(1, Math.round(half * width));
  const cx = Math.min(width - 1, Math.max(0, Math.floor(x * width)));
  const cy = Math.min(height - 1, Math.max(0, Math.floor(y * height)));
  const sum = { r: 0, g: 0, b: 0 };
  let count = 0;
  for (let py = Math.max(0, cy - reach); py <= Math.min(height - 1, cy + reach); py++)
    for (let px = Math.max(0, cx - reach); px <= Math.min(width - 1, cx + reach); px++) {
      const at = (py * width + px) * 4;
      const light = linear({
        mode: 'rgb',
        r: (data[at] ?? 0) / 255,
        g: (data[at + 1] ?? 0) / 255,
        b: (data[at + 2] ?? 0) / 255,
      });
      sum.r += light.r;
      sum.g += light.g;
      sum.b += light.b;
      count += 1;
    }
  return formatHex({ mode: 'lrgb', r: sum.r / count, g: sum.g / count, b: sum.b / count });
}
