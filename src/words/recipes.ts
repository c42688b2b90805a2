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
    name: 'A picture on a background',
    says: 'Pieces are fused to the background, back to front.',
    asks: {},
    options: {},
  },
  window: {
    name: 'A picture behind windows',
    says: 'The picture is fused first, and the top with its windows over it.',
    asks: {},
    options: {},
  },
  framed: {
    name: 'Framed window',
    says: 'Two felts with a window in one, and a patch between them: tags, tiles, ornaments.',
    asks: {
      tileMm: 'Tile width',
      tileHeightMm: 'Tile height',
      windowMm: 'Window width',
      windowHeightMm: 'Window height',
      count: 'How many',
      shape: 'Shape',
      sheetWidthMm: 'Felt sheet width',
      sheetHeightMm: 'Felt sheet height',
      frontId: 'Frame fabric',
      backId: 'Back fabric',
      patchIds: 'Patch fabrics',
    },
    options: { tile: 'square-cornered', tag: 'a tag with a slot' },
  },
  'two-sided': {
    name: 'Two-sided fabric',
    says: 'Two fabrics, glue to glue and edge on edge: pennants, straps, stiff bands.',
    asks: {
      strung: 'How they hang',
      apartMm: 'Space between',
      endsMm: 'Line left at each end',
      ruled: 'How it is cut',
      sheetWidthMm: 'Fabric sheet width',
      sheetHeightMm: 'Fabric sheet height',
      lapMm: 'Overlap of a link’s ends',
      closed: 'Links closed by',
      heldBy: 'Held by',
    },
    options: {
      loose: 'by itself',
      line: 'on a line',
      chain: 'in a chain of links',
      each: 'each side by itself',
      sheet: 'through two bonded sheets at once',
      stitch: 'a few stitches',
      glue: 'fabric glue',
      web: 'a scrap of web',
    },
    sideAsks: 'Back fabric',
  },
  'cloth-and-foil': {
    name: 'Fabric and foil',
    says: 'Fabric on one side and foil on the other, cut a little larger and trimmed as one.',
    asks: {},
    options: {},
    sideAsks: 'Foil',
  },
  'foil-motif': {
    name: 'Foil motifs',
    says: 'Web is cut on the line and fused to the right side, and foil is pressed onto it.',
    asks: {},
    options: {},
  },
  'paper-backed': {
    name: 'Paper-backed fabric',
    says: 'Fabric with paper on its back, so that no glue seeps through when it covers a box or a book.',
    asks: {
      covers: 'What it covers',
      bookHeightMm: 'Book height',
      bookWidthMm: 'Book width, closed',
      spineMm: 'Spine',
      turnInMm: 'Turn-in all around',
    },
    options: { drawn: 'what you draw', book: 'a book' },
    sideAsks: 'Paper',
  },
  'one-sided': {
    name: 'Stiff ornament',
    says: 'A stiff backing with its own glue, cut to shape, fused to a scrap and cut again through both.',
    asks: {
      strung: 'Put together',
      apartMm: 'Space between',
      endsMm: 'Line left at each end',
      ringMm: 'Ring, across',
      stemMm: 'Stem length',
      heldBy: 'Held by',
    },
    options: {
      loose: 'by itself',
      line: 'on a line',
      ring: 'around a ring',
      stem: 'along a stem',
      stitch: 'a few stitches',
      glue: 'fabric glue',
    },
    sideAsks: 'Backing',
  },
  patch: {
    name: 'Mending patch',
    says: 'A patch behind a hole, held by web around it, then darned or stitched.',
    asks: {
      holeWidthMm: 'Hole width',
      holeHeightMm: 'Hole height',
      marginMm: 'Patch beyond the hole',
      patchId: 'Patch fabric',
    },
    options: {},
  },
  hem: {
    name: 'Hem or turning gap',
    says: 'Tape, or a sliver of web, laid into a fold and pressed.',
    asks: { hemLengthMm: 'Hem or gap length', turnUpMm: 'Turn-up', clothId: 'Fabric' },
    options: {},
  },
};
