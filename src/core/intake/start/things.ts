import { MM_PER } from '../../base/units';
import type { Edge, Edging, Intent, Project, RecipeId } from '../../keep/model';

/** A size people use, to start from. */
export interface StartSize {
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** What it is stitched on, where that is not what the thing usually is. */
  readonly stitchedOn?: Edging['on'];
}

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
  /** The kinds of cloth its ground is usually of, the likeliest first. */
  readonly grounds: readonly string[];
}

const inches = (name: string, w: number, h: number): StartSize => ({
  name,
  widthMm: w * MM_PER.in,
  heightMm: h * MM_PER.in,
});
const mm = (name: string, widthMm: number, heightMm: number): StartSize => ({ name, widthMm, heightMm });

export const THING_IDS = ['picture', 'word', 'window', 'garment', 'pennant', 'tag', 'mend', 'other'] as const;
export type ThingId = (typeof THING_IDS)[number];

/** A window takes so much of its tile: a start, to be changed. Ours. */
const WINDOW_SHARE = 0.5;

const PLAIN = ['solid-cotton', 'quilting-cotton', 'calico', 'linen'] as const;

/** Sizes and usual answers: common practice, no source. The fat quarter: 18 × 22 in (handbook). */
export const THINGS: Readonly<Record<ThingId, Thing>> = {
  picture: {
    recipe: 'applique',
    sizes: [
      mm('Wall panel', 500, 700),
      inches('Quilt block with its seams', 12.5, 12.5),
      inches('Fat quarter', 22, 18),
      mm('Place mat', 450, 330),
      mm('Cushion front', 400, 400),
    ],
    usual: { laundering: 'never', hand: 'medium', edge: 'blanket' },
    first: null,
    grounds: PLAIN,
  },
  word: {
    recipe: 'applique',
    sizes: [
      mm('Door sign', 400, 180),
      mm('Cushion front', 400, 400),
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
    sizes: [
      mm('Wall panel', 500, 700),
      mm('Cushion front', 400, 400),
      mm('Card, A5', 148, 210),
      inches('Quilt block with its seams', 12.5, 12.5),
    ],
    usual: { laundering: 'never', hand: 'medium', edge: 'straight' },
    first: null,
    grounds: PLAIN,
  },
  garment: {
    recipe: 'applique',
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
    sizes: [mm('Pennant', 160, 220), mm('Small pennant', 90, 120), inches('Long pennant', 6, 12)],
    usual: { laundering: 'never', hand: 'firm', edge: 'straight' },
    first: null,
    draws: (w, h) => `M0 0H${w}L${w / 2} ${h}Z`,
    grounds: PLAIN,
  },
  tag: {
    recipe: 'framed',
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
    sizes: [mm('Round the knee', 200, 250), mm('Round an elbow', 150, 200), mm('Flat piece', 300, 300)],
    usual: { laundering: 'often', hand: 'medium', edge: 'none' },
    first: null,
    answers: (_w, _h, groundId) => ({ patchId: groundId }),
    grounds: ['denim', 'canvas', 'solid-cotton', 'linen'],
  },
  other: {
    recipe: 'applique',
    sizes: [mm('Square', 300, 300), mm('A4 sheet', 210, 297), mm('Tag', 60, 110)],
    usual: { laundering: 'never', hand: 'medium', edge: 'blanket' },
    first: null,
    grounds: [...PLAIN, 'wool-felt', 'craft-felt'],
  },
};
