import type { Misfit, Piece, Project, SideMaterial } from '../../keep/model';
import type { Assembly } from './assembly';

/** The other layer that pieces have in a layered thing. */
export interface OtherSide {
  /** What it is called, after its piece’s name. */
  readonly called: string;
  /** The answers that name what a piece and its other side are of, before they are laid out for the first time; `otherSideId` does for the other side of any recipe. */
  readonly answers: { readonly piece: string; readonly side: string };
  /** Beneath its piece, wrong side up and with web of its own; or on top of a piece that lies wrong side up, without web. */
  readonly lies: 'beneath' | 'on-top';
  /** What it has to be of. */
  readonly material: SideMaterial;
  /** What is taken where the project has none of that yet; null: the piece’s own cloth. */
  readonly usual: { readonly clothId: string; readonly name: string; readonly colour: string } | null;
}

/**
 * What hands do one after another when a thing is made, in coarse strokes. The making fills each with steps:
 * ready – cloth washed, pressed smooth; draw – shapes brought onto liner, cloth or machine; web – web cut and fused, or stuck, to each cloth; cut – pieces cut out;
 * units – pieces bonded to each other on the release sheet; lay – everything laid and bonded; touch – turned over and touched from behind; foil – foil pressed onto web on the right side; trim – cut again on the line; edge – stitched or painted; finish.
 */
export const PHASES = [
  'ready',
  'draw',
  'web',
  'cut',
  'units',
  'lay',
  'touch',
  'foil',
  'trim',
  'edge',
  'finish',
] as const;
export type Phase = (typeof PHASES)[number];
/** The phases of a picture: everything but what layered things are trimmed by. */
export const PICTURE_PHASES: readonly Phase[] = PHASES.filter((p) => p !== 'trim');

/** One of the few things a recipe asks; what is answered stands in the project's `recipe.answers` under its key. */
export type RecipeQuestion = {
  readonly key: string;
  /** Whether it is asked as things stand; always by default. */
  readonly when?: (project: Project) => boolean;
} /** @property usualMmFor what is usual as things stand, where that is not always the same */ & (
  | {
      readonly is: 'length';
      readonly usualMm: number;
      readonly usualMmFor?: (project: Project) => number;
      readonly minMm: number;
      readonly maxMm: number;
    }
  | { readonly is: 'count'; readonly usual: number; readonly min: number; readonly max: number }
  /** @property usualFor what is usual as things stand, where that is not always the same */
  | {
      readonly is: 'one-of';
      readonly usual: RecipeOption;
      readonly usualFor?: (project: Project) => RecipeOption;
      readonly options: readonly RecipeOption[];
    }
  /** @property of what it is of as things stand */
  | { readonly is: 'cloth'; readonly of: (project: Project) => string | undefined }
  | { readonly is: 'cloths'; readonly of: (project: Project) => readonly string[] }
);
/** A question about a length, with what is usual, least and most, mm. */
export const askLength = (key: string, usualMm: number, minMm: number, maxMm: number) =>
  ({ key, is: 'length', usualMm, minMm, maxMm }) as const;

/** An answer that is picked; what it is called stands in words/recipes.ts. */
export interface RecipeOption {
  readonly value: string;
}

/** What a recipe works out of its answers, to be told beside them. */
export type RecipeTell =
  | { readonly code: 'tiles-on-sheets'; readonly perSheet: number; readonly tiles: number; readonly sheets: number }
  /** A cloth so heavy and close that glue does not seep through it. */
  | { readonly code: 'needs-no-paper'; readonly fabricId: string }
  | { readonly code: 'patch-size'; readonly widthMm: number; readonly heightMm: number }
  | { readonly code: 'tape-length'; readonly lengthMm: number; readonly wideMm: number; readonly webId: string | null }
  | {
      readonly code: 'book-size';
      readonly bookWidthMm: number;
      readonly spineMm: number;
      readonly turnInMm: number;
      readonly widthMm: number;
      readonly heightMm: number;
    }
  /** @property lengthMm of the line, its ends included */
  | { readonly code: 'line'; readonly parts: number; readonly lengthMm: number }
  /** @property lengthMm hanging, its links round @property tautMm pulled straight */
  /** @property apartMm from middle to middle */
  | { readonly code: 'ring' | 'stem'; readonly parts: number; readonly lengthMm: number; readonly apartMm: number }
  | { readonly code: 'chain'; readonly parts: number; readonly lengthMm: number; readonly tautMm: number };

/** How a kind of article is made: data that machinery reads which knows no recipe by name. */
export interface Recipe {
  /** The top-most piece lies over the picture, and its holes are the windows: of what lies behind only what they show is made. */
  readonly topHasWindows: boolean;
  /** Pieces can lie on no ground at all, bonded to each other. */
  readonly needsGround: boolean;
  /** It is done on a thing that is made up already: its ground is neither cut nor bought. */
  readonly onMadeUp: boolean;
  /** Pieces have another side; null: they lie on a ground, or on each other. */
  readonly otherSide: OtherSide | null;
  /** Layer lies on layer, each as the recipe lays it, and all are pressed at once. */
  readonly layered: boolean;
  /** Pressed from one side and then the other, where that can be done. */
  readonly bothSides: boolean;
  /** Cut a little larger, and again on the line through all layers once they hold. */
  readonly trimmed: boolean;
  /** The size that all it makes are trimmed to once they hold, so that they are alike; null: each as it comes out. */
  readonly alike: ((project: Project) => { readonly widthMm: number; readonly heightMm: number }) | null;
  /** Two whole cloths, or cloth and foil or paper, are bonded to each other first, and cut through both at once; else each is cut and then bonded. As far as pieces allow it (`isSheetwise`). */
  readonly sheetwise: (project: Project, bodies: readonly Piece[]) => boolean;
  /** What it asks, in this order. */
  readonly questions: readonly RecipeQuestion[];
  /** The answer that what the ground was of becomes when a thing is made this way instead; null: none. */
  readonly groundBecomes: string | null;
  /** Articles and what they lie on follow from its answers: nobody is asked about them beside those. */
  readonly laysArticles: boolean;
  /** Lays out all that its answers say, the articles with it; null: hands lay it out. The same project where nothing is to do. */
  readonly layOut: ((project: Project) => Project) | null;
  /** The measured sheet that what it lays out is cut from in straight lines, the web fused to the whole of it first; null: none is. */
  readonly sheet: ((project: Project) => { readonly widthMm: number; readonly heightMm: number } | null) | null;
  /** The rim of web that a piece keeps round its middle, which is cut out however small it is, mm; null: as the project has it. */
  readonly webRimMm: (project: Project, piece: Piece) => number | null;
  /** How its finished parts are put together; null: they stay by themselves. */
  readonly assembly: (project: Project) => Assembly | null;
  /** What follows from its answers. */
  readonly tells: (project: Project) => readonly RecipeTell[];
  /** What of its answers cannot be. */
  readonly misfits: (project: Project) => readonly Misfit[];
  readonly phases: readonly Phase[];
}

/** What holds for a recipe unless it says otherwise: a picture that hands lay out on a ground. */
export const PLAIN: Recipe = {
  topHasWindows: false,
  needsGround: true,
  onMadeUp: false,
  otherSide: null,
  layered: false,
  bothSides: false,
  trimmed: false,
  alike: null,
  sheetwise: () => false,
  questions: [],
  groundBecomes: null,
  laysArticles: false,
  layOut: null,
  sheet: null,
  webRimMm: () => null,
  assembly: () => null,
  tells: () => [],
  misfits: () => [],
  phases: PICTURE_PHASES,
};
