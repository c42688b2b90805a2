import type { RecipeId } from '~/core/keep/model';

/** What people read of a recipe: its name, what it is, what it asks, and the answers that are picked. */
interface RecipeWords {
  readonly name: string;
  readonly says: string;
  /** Its questions, by their key. */
  readonly asks: Readonly<Record<string, string>>;
  /** Answers to be picked, by their value. */
  readonly options: Readonly<Record<string, string>>;
  /** Of what has two layers, the question what the other is of. */
  readonly sideAsks?: string;
}

export const RECIPE_WORDS: Readonly<Record<RecipeId, RecipeWords>> = {
  applique: {
    name: 'A picture on a ground',
    says: 'Pieces are bonded onto the ground, back to front.',
    asks: {},
    options: {},
  },
  window: {
    name: 'A picture behind windows',
    says: 'The picture is bonded first, and the top with its windows over it.',
    asks: {},
    options: {},
  },
  framed: {
    name: 'Framed window',
    says: 'Two felts with a window in one, and a patch between them: tags, tiles, ornaments.',
    asks: {
      tileMm: 'Tile, wide',
      tileHeightMm: 'Tile, high',
      windowMm: 'Window, wide',
      windowHeightMm: 'Window, high',
      count: 'How many',
      shape: 'Its shape',
      sheetWidthMm: 'Sheet of felt, wide',
      sheetHeightMm: 'Sheet of felt, high',
      frontId: 'The frame is of',
      backId: 'The back is of',
      patchIds: 'Patches are of',
    },
    options: { tile: 'square-cornered', tag: 'a tag with a slot' },
  },
  'two-sided': {
    name: 'Two-sided cloth',
    says: 'Two cloths, glue to glue and edge on edge: pennants, straps, stiff bands.',
    asks: {
      strung: 'Each of them hangs',
      apartMm: 'Apart',
      endsMm: 'Line left at each end',
      ruled: 'Squares and strips are cut',
      sheetWidthMm: 'Sheet of cloth, wide',
      sheetHeightMm: 'Sheet of cloth, high',
      lapMm: 'A link’s ends overlap',
    },
    options: {
      loose: 'by itself',
      line: 'on a line',
      chain: 'in a chain of links',
      each: 'one by one',
      sheet: 'from a ruled sheet, edge to edge',
    },
    sideAsks: 'Its back is of',
  },
  'cloth-and-foil': {
    name: 'Cloth and foil',
    says: 'Cloth on one side and foil on the other, cut a little larger and trimmed as one.',
    asks: {},
    options: {},
    sideAsks: 'Its foil',
  },
  'foil-motif': {
    name: 'Foil motifs',
    says: 'Web is cut on the line and bonded to the right side, and foil pressed onto it.',
    asks: {},
    options: {},
  },
  'paper-backed': {
    name: 'Paper-backed cloth',
    says: 'Cloth with paper on its back, so that no glue seeps through when it covers a box.',
    asks: {},
    options: {},
    sideAsks: 'Its paper',
  },
  'one-sided': {
    name: 'Stiff ornament',
    says: 'Cloth on a stiff backing that brings its own adhesive, cut larger and again on the line.',
    asks: {},
    options: {},
    sideAsks: 'Its backing',
  },
  patch: {
    name: 'Mending patch',
    says: 'A patch behind a hole, held by web round it, then darned or stitched.',
    asks: {
      holeWidthMm: 'Hole, wide',
      holeHeightMm: 'Hole, high',
      marginMm: 'Patch beyond the hole',
      patchId: 'The patch is of',
    },
    options: {},
  },
  hem: {
    name: 'Hem or turning gap',
    says: 'Tape, or a sliver of web, laid into a fold and pressed.',
    asks: { hemLengthMm: 'Along the hem or gap', turnUpMm: 'Turned up by', clothId: 'It is of' },
    options: {},
  },
};
