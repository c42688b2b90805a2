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

/** What one sets out to make: what it is asked, and what usually holds for it. Machinery knows none of them by name. */
export interface Thing {
  readonly name: string;
  /** What it is, in a few words. */
  readonly says: string;
  readonly recipe: RecipeId;
  /** What its ground is called while it is asked about. */
  readonly liesOn: string;
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
    name: 'A picture on a ground',
    says: 'a wall panel, a quilt block, a place mat',
    recipe: 'applique',
    liesOn: 'What does it lie on?',
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
    name: 'A word or a name',
    says: 'letters cut from cloth, straight or on a curve',
    recipe: 'applique',
    liesOn: 'What do the letters lie on?',
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
    name: 'A picture in a window',
    says: 'the top is cut open, and the picture lies behind',
    recipe: 'window',
    liesOn: 'What lies at the very back?',
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
    name: 'On a garment or a bag',
    says: 'a shirt, a pocket, an apron, a tote',
    recipe: 'applique',
    liesOn: 'What is the garment or bag of?',
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
    name: 'Pennants of two cloths',
    says: 'flags for a line: front and back, glue to glue',
    recipe: 'two-sided',
    liesOn: 'What is the back of?',
    sizes: [mm('Pennant', 160, 220), mm('Small pennant', 90, 120), inches('Long pennant', 6, 12)],
    usual: { laundering: 'never', hand: 'firm', edge: 'straight' },
    first: null,
    draws: (w, h) => `M0 0H${w}L${w / 2} ${h}Z`,
    grounds: PLAIN,
  },
  tag: {
    name: 'Tags with a window',
    says: 'two felts, a window in one, a patch between',
    recipe: 'framed',
    liesOn: 'What is the frame of?',
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
    name: 'Mending a hole',
    says: 'a patch behind it, held by web, then darned',
    recipe: 'patch',
    liesOn: 'What is it of?',
    sizes: [mm('Round the knee', 200, 250), mm('Round an elbow', 150, 200), mm('Flat piece', 300, 300)],
    usual: { laundering: 'often', hand: 'medium', edge: 'none' },
    first: null,
    answers: (_w, _h, groundId) => ({ patchId: groundId }),
    grounds: ['denim', 'canvas', 'solid-cotton', 'linen'],
  },
  other: {
    name: 'Something else',
    says: 'a tag, a bookmark, a mat: your own size and cloth',
    recipe: 'applique',
    liesOn: 'What does it lie on?',
    sizes: [mm('Square', 300, 300), mm('A4 sheet', 210, 297), mm('Tag', 60, 110)],
    usual: { laundering: 'never', hand: 'medium', edge: 'blanket' },
    first: null,
    grounds: [...PLAIN, 'wool-felt', 'craft-felt'],
  },
};
