import { MM_PER } from '../../base/units';
import type { Edge, Edging, Intent, Project, RecipeId } from '../../keep/model';

/** A size people use, to start from. */
export interface StartSize {
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** What it is stitched on, where that is not what the thing usually is. */
  readonly stitchedOn?: Edging['on'];
  /** Its usual seam outside that, where it is sewn up. */
  readonly seamMm?: number;
}

/** How what it lies on comes about: cut from cloth, or made up, here or to buy. */
export const SOURCES = ['cut', 'here', 'buy'] as const;
export type Source = (typeof SOURCES)[number];

/** What one sets out to make: what it is asked, and what usually holds for it. Machinery knows none of them by name. Words: src/words/things.ts. */
export interface Thing {
  readonly recipe: RecipeId;
  readonly sizes: readonly [StartSize, ...StartSize[]];
  readonly usual: { readonly laundering: Intent['laundering']; readonly hand: Intent['hand']; readonly edge: Edge };
  /** What it is stitched on, where that is no flat work. */
  readonly stitchedOn?: Edging['on'];
  /** What is laid down at once, where there is no doubt about it. */
  readonly first: 'word' | null;
  /** The outline of the piece it starts with, of a width and a height in mm; without it nothing lies there yet. */
  readonly draws?: (widthMm: number, heightMm: number) => string;
  /** What its recipe is answered at the start, of a width and a height in mm and the cloth that was asked about. */
  readonly answers?: (widthMm: number, heightMm: number, groundId: string) => Project['recipe']['answers'];
  /** How many are usually made. */
  readonly count?: number;
  /** How what it lies on usually comes about; null: it lies on nothing that is cut for it. */
  readonly source: Source | null;
  /** The kinds of cloth its ground is usually of, the likeliest first. */
  readonly grounds: readonly string[];
}

const inches = (name: string, w: number, h: number): StartSize => ({
  name,
  widthMm: w * MM_PER.in,
  heightMm: h * MM_PER.in,
});
const mm = (name: string, widthMm: number, heightMm: number): StartSize => ({ name, widthMm, heightMm });

/** The commonest first, then what is rarer. */
export const THING_IDS = [
  'picture',
  'word',
  'window',
  'garment',
  'pennant',
  'tag',
  'mend',
  'other',
  'hem',
  'foil',
  'ornament',
  'chain',
  'shine',
  'cover',
] as const;
/** So many of them are shown at first. */
export const COMMON_THINGS = 8;
export type ThingId = (typeof THING_IDS)[number];

/** A window takes so much of its tile: a start, to be changed. Ours. */
const WINDOW_SHARE = 0.5;

/** Seams that are usual: of patchwork, and of what is sewn up. Common practice, no source. */
const QUARTER_INCH_MM = MM_PER.in / 4;
const SEWN_UP_MM = 10;
/** A sheet that strips of a chain are ruled on: what scissors and an ironing board handle. Ours. */
const CHAIN_SHEET_MM = 300;
const rectangle = (w: number, h: number): string => `M0 0H${w}V${h}H0Z`;

const PLAIN = ['solid-cotton', 'quilting-cotton', 'calico', 'linen'] as const;

/** Sizes and usual answers: common practice, no source. The fat quarter: 18 × 22 in (handbook). */
export const THINGS: Readonly<Record<ThingId, Thing>> = {
  picture: {
    recipe: 'applique',
    source: 'cut',
    sizes: [
      mm('Wall panel', 500, 700),
      { ...inches('Quilt block', 12, 12), seamMm: QUARTER_INCH_MM },
      { ...inches('Row of a quilt', 36, 9), seamMm: QUARTER_INCH_MM },
      { ...mm('Cushion front', 400, 400), seamMm: SEWN_UP_MM },
      mm('Place mat', 450, 330),
      inches('Banner', 18, 60),
    ],
    usual: { laundering: 'never', hand: 'medium', edge: 'blanket' },
    first: null,
    grounds: PLAIN,
  },
  word: {
    recipe: 'applique',
    source: 'cut',
    sizes: [
      mm('Door sign', 400, 180),
      { ...mm('Cushion front', 400, 400), seamMm: SEWN_UP_MM },
      mm('Tea towel', 500, 700),
      mm('Wall panel, wide', 700, 300),
      inches('Quilt label', 6, 4),
    ],
    usual: { laundering: 'never', hand: 'medium', edge: 'zigzag' },
    first: 'word',
    grounds: PLAIN,
  },
  window: {
    recipe: 'window',
    source: 'cut',
    sizes: [
      mm('Wall panel', 500, 700),
      { ...mm('Cushion front', 400, 400), seamMm: SEWN_UP_MM },
      mm('Card, A5', 148, 210),
      { ...inches('Quilt block', 12, 12), seamMm: QUARTER_INCH_MM },
    ],
    usual: { laundering: 'never', hand: 'medium', edge: 'straight' },
    first: null,
    grounds: PLAIN,
  },
  garment: {
    recipe: 'applique',
    source: 'here',
    sizes: [
      mm('Front of a shirt', 300, 350),
      { ...mm('Pocket', 130, 140), stitchedOn: 'pocket' },
      mm('Bib of an apron', 260, 280),
      mm('Tote bag front', 380, 420),
      { ...mm('Knee patch', 110, 140), stitchedOn: 'sleeve-or-leg' },
    ],
    usual: { laundering: 'often', hand: 'soft', edge: 'zigzag' },
    stitchedOn: 'garment-front',
    first: null,
    grounds: ['jersey', 'denim', 'canvas', 'poplin', 'solid-cotton'],
  },
  pennant: {
    recipe: 'two-sided',
    source: null,
    sizes: [mm('Pennant', 160, 220), mm('Small pennant', 90, 120), inches('Long pennant', 6, 12)],
    usual: { laundering: 'never', hand: 'firm', edge: 'straight' },
    first: null,
    draws: (w, h) => `M0 0H${w}L${w / 2} ${h}Z`,
    grounds: PLAIN,
  },
  foil: {
    recipe: 'foil-motif',
    source: 'here',
    sizes: [mm('Front of a shirt', 300, 350), mm('Tote bag front', 380, 420), mm('Card, A5', 148, 210)],
    usual: { laundering: 'gentle', hand: 'medium', edge: 'none' },
    first: null,
    grounds: PLAIN,
  },
  chain: {
    recipe: 'two-sided',
    source: null,
    sizes: [mm('Link', 40, 240), mm('Small link', 25, 160)],
    usual: { laundering: 'never', hand: 'firm', edge: 'none' },
    first: null,
    draws: rectangle,
    // Strips are ruled on a sheet that holds several of them, and cut in straight lines.
    answers: (w, h, groundId) => ({
      strung: 'chain',
      ruled: 'sheet',
      sheetWidthMm: Math.max(w, CHAIN_SHEET_MM),
      sheetHeightMm: Math.max(h, CHAIN_SHEET_MM),
      otherSideId: groundId,
    }),
    count: 12,
    grounds: PLAIN,
  },
  ornament: {
    recipe: 'one-sided',
    source: null,
    sizes: [mm('Ornament', 90, 90), mm('Small ornament', 60, 60), mm('Bookmark', 40, 180)],
    usual: { laundering: 'never', hand: 'firm', edge: 'none' },
    first: null,
    draws: (w, h) =>
      `M${w / 2} 0C${0.9 * w} ${0.1 * h} ${w} ${0.35 * h} ${w} ${h / 2}S${0.8 * w} ${h} ${w / 2} ${h}S0 ${0.8 * h} 0 ${h / 2}S${0.1 * w} ${0.1 * h} ${w / 2} 0Z`,
    grounds: PLAIN,
  },
  shine: {
    recipe: 'cloth-and-foil',
    source: null,
    sizes: [mm('Band', 300, 60), mm('Star strip', 150, 150)],
    usual: { laundering: 'never', hand: 'firm', edge: 'none' },
    first: null,
    draws: rectangle,
    grounds: PLAIN,
  },
  cover: {
    recipe: 'paper-backed',
    source: null,
    sizes: [mm('Box lid', 260, 200), mm('Frame', 320, 260), mm('Folder', 500, 340)],
    usual: { laundering: 'never', hand: 'firm', edge: 'none' },
    first: null,
    draws: rectangle,
    grounds: PLAIN,
  },
  hem: {
    recipe: 'hem',
    source: null,
    sizes: [mm('Trouser leg', 420, 30), mm('Skirt', 1200, 30), mm('Curtain', 1400, 60), mm('Turning gap', 120, 10)],
    usual: { laundering: 'often', hand: 'medium', edge: 'none' },
    first: null,
    answers: (w, h, groundId) => ({ hemLengthMm: w, turnUpMm: h, clothId: groundId }),
    grounds: ['denim', 'poplin', 'solid-cotton', 'linen'],
  },
  tag: {
    recipe: 'framed',
    source: null,
    sizes: [mm('Luggage tag', 70, 120), mm('Tile', 100, 100), inches('Large tile', 6, 6)],
    usual: { laundering: 'never', hand: 'firm', edge: 'none' },
    first: null,
    answers: (w, h, groundId) => ({
      tileMm: w,
      tileHeightMm: h,
      windowMm: Math.round(w * WINDOW_SHARE),
      windowHeightMm: Math.round((h > w ? h - w / 2 : h) * WINDOW_SHARE),
      shape: h > w ? 'tag' : 'tile',
      frontId: groundId,
      backId: groundId,
    }),
    grounds: ['craft-felt-polyester', 'craft-felt', 'wool-felt'],
  },
  mend: {
    recipe: 'patch',
    source: null,
    sizes: [mm('Round the knee', 200, 250), mm('Round an elbow', 150, 200), mm('Flat piece', 300, 300)],
    usual: { laundering: 'often', hand: 'medium', edge: 'none' },
    first: null,
    answers: (_w, _h, groundId) => ({ patchId: groundId }),
    grounds: ['denim', 'canvas', 'solid-cotton', 'linen'],
  },
  other: {
    recipe: 'applique',
    source: 'cut',
    sizes: [mm('Square', 300, 300), mm('A4 sheet', 210, 297), mm('Tag', 60, 110)],
    usual: { laundering: 'never', hand: 'medium', edge: 'blanket' },
    first: null,
    grounds: [...PLAIN, 'wool-felt', 'craft-felt'],
  },
};
