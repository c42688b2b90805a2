import { z } from 'zod';
import { boardSchema, EMPTY_BOARD } from './board';
import { EDGES, edgingSchema, threadSchema, USUAL_EDGING } from './edge';
import { gatheringSchema, USUAL_GATHERING } from './gather';
import { LIMITS } from './limits';
import { MOST_BROUGHT, swatchSchema } from './swatch';
import {
  benchCoverSchema,
  benchSurfaceSchema,
  between,
  COVERS,
  fabricSchema,
  id,
  ironSchema,
  name,
  SURFACES,
  text,
  upTo,
  webSchema,
} from './things';

// Contract: names and meanings are fixed; fields may be added. docs/format.md tells users the same.

export const PROJECT_FORMAT = 'apple-seam.project';
export const PROJECT_VERSION = 3;

/** What a piece is in a layered thing. */
export const PART_ROLES = ['other-side', 'back', 'patch', 'frame', 'mend', 'turning'] as const;
/** How a thing can be made. Each is defined in core/recipe. */
export const RECIPES = [
  'applique',
  'window',
  'framed',
  'two-sided',
  'cloth-and-foil',
  'foil-motif',
  'paper-backed',
  'one-sided',
  'patch',
  'hem',
] as const;
/** What the other side of a layered thing can have to be of. */
export type SideMaterial = 'fabric' | 'foil' | 'paper' | 'backing';
export const LAUNDERING = ['never', 'gentle', 'often'] as const;
export const HANDS = ['soft', 'medium', 'firm'] as const;
export const ROUTES = [
  'trace-on-liner',
  'template-on-liner',
  'template-right-side',
  'cut-from-print',
  'cutter-fabric-up',
  'cutter-liner-up',
  'web-on-right-side',
] as const;
const coordinate = z.number().min(-LIMITS.reachMm).max(LIMITS.reachMm);

const place = z.object({ xMm: coordinate, yMm: coordinate, rotateDeg: z.number().min(-3600).max(3600) });
const NOWHERE = { xMm: 0, yMm: 0, rotateDeg: 0 };
const outline = z.string().min(1).max(LIMITS.outlineChars);

export const intentSchema = z.object({
  laundering: z.enum(LAUNDERING),
  hand: z.enum(HANDS),
  edge: z.enum(EDGES),
});

/** The article of a project that has only one. */
export const MAIN_ARTICLE = 'main';

/** What a drawn line is for. */
export const LINE_USES = ['stitch', 'cut', 'paint', 'crease'] as const;
/** What a drawn dot is for. */
export const DOT_USES = ['bead', 'hole', 'paint'] as const;

/** A line or a dot drawn on a piece: work for hands, but no cloth. */
export const markSchema = z.discriminatedUnion('is', [
  z.object({ is: z.literal('line'), use: z.enum(LINE_USES), path: outline }),
  z.object({
    is: z.literal('dot'),
    use: z.enum(DOT_USES),
    xMm: coordinate,
    yMm: coordinate,
    acrossMm: between(0.1, 200),
  }),
]);

export const pieceSchema = z.object({
  id,
  /** The article it belongs to. */
  articleId: id.default(MAIN_ARTICLE),
  label: name,
  fabricId: id,
  outline,
  at: place.default(NOWHERE),
  count: z.number().int().min(1).max(999).default(1),
  preReversed: z.boolean().default(false),
  webId: id.nullable().default(null),
  edge: z.enum(EDGES).nullable().default(null),
  route: z.enum(ROUTES).nullable().default(null),
  unit: text(100).nullable().default(null),
  /** The word this letter belongs to; it is placed and edited as one thing. */
  wordId: id.nullable().default(null),
  /** How far the cloth's print is slid and turned under the piece, in the piece's own coordinates. */
  print: place.default(NOWHERE),
  /** Cut away what lies hidden beneath others by more than the underlap. */
  cutAway: z.boolean().default(false),
  /** A whole base: holes that upper pieces fill are not cut into it. */
  keepWhole: z.boolean().default(false),
  /** Behind a window picture's top: one plain outline instead of just what the windows show. */
  plainBehind: z.boolean().default(false),
  /** It has no web of its own: what lies beneath or over it holds it. */
  webless: z.boolean().default(false),
  /** It lies wrong side up, its web towards what is laid on it. */
  faceDown: z.boolean().default(false),
  /** What the recipe has laid it out as, and which piece or article it belongs to; null: a hand has laid it. */
  part: z
    .object({ role: z.enum(PART_ROLES), of: id })
    .nullable()
    .default(null),
  /** Lines and dots on it that are no cloth of their own, in its own coordinates as its pattern came. */
  marks: z.array(markSchema).max(LIMITS.marks).default([]),
});

export const GAPS = ['font', 'equal', 'optical', 'ink'] as const;
export const ANCHORS = ['left', 'middle', 'right'] as const;

/** What one letter of a word has of its own; it stays in the word. */
export const ownLetterSchema = z.object({
  /** The how-manieth letter, spaces left out, from 0. */
  letter: z.number().int().min(0).max(LIMITS.wordChars),
  /** null: the word's. */
  fabricId: id.nullable().default(null),
  /** Clockwise about its own middle. */
  tiltDeg: z.number().min(-180).max(180).default(0),
  /** Up from the line. */
  raiseMm: z.number().min(-2000).max(2000).default(0),
});

/** Lettering that can be retyped: its letters are pieces whose wordId is this id. */
export const wordSchema = z.object({
  id,
  /** The article it stands on. */
  articleId: id.default(MAIN_ARTICLE),
  text: text(LIMITS.wordChars).min(1),
  faceId: id,
  /** Where a variable face is set on its axes (four-character tags); what is not named is as the face is drawn. */
  axes: z
    .record(z.string().regex(/^[\x20-\x7e]{4}$/, { error: 'must be the four characters of an axis' }), z.number())
    .default({}),
  fabricId: id,
  size: z.discriminatedUnion('by', [
    z.object({ by: z.literal('cap'), capMm: between(1, 2000) }),
    z.object({ by: z.literal('box'), widthMm: between(1, LIMITS.reachMm), heightMm: between(1, LIMITS.reachMm) }),
  ]),
  gaps: z.enum(GAPS),
  /** Room between letters beyond what the gaps give, mm; of gaps measured from ink to ink the gap itself. */
  gapMm: z.number().min(-100).max(1000),
  arc: z
    .object({ radiusMm: z.number().min(10).max(LIMITS.reachMm), side: z.enum(['over', 'under']) })
    .nullable()
    .default(null),
  /** The left end of the baseline; on an arc, the middle of the circle. */
  at: place.default(NOWHERE),
  /** What of a straight word stays where it is when it is retyped. */
  anchor: z.enum(ANCHORS).default('left'),
  own: z.array(ownLetterSchema).max(LIMITS.wordChars).default([]),
  /** How high its flat capitals and its small letters came out; null: never measured. */
  heights: z
    .object({ capMm: upTo(LIMITS.reachMm), xMm: upTo(LIMITS.reachMm) })
    .nullable()
    .default(null),
});

/** A photo or scan that came in; kept small enough to travel inside the project. */
export const pictureSchema = z.object({
  id,
  name,
  dataUrl: z
    .string()
    .max(LIMITS.pictureChars)
    .regex(/^data:image\/(png|jpeg);base64,[a-z0-9+/=]+$/i, {
      error: 'must be a PNG or JPEG picture as a data address',
    }),
  widthPx: between(1, 20_000),
  heightPx: between(1, 20_000),
});

/** How joins are made and what may be cut away. Underlap and margins: common practice, no source. */
export const layeringSchema = z.object({
  /** How far a lower piece runs on under an upper one. */
  underlapMm: upTo(50),
  /** Pairs decided by hand: what lies over what, and an underlap of their own (null: the usual). */
  pairs: z.array(z.object({ under: id, over: id, underlapMm: upTo(50).nullable() })).max(LIMITS.pieces),
  /** Cut the middle out of the web, leaving a rim this wide; 0: the whole web stays. */
  webRimMm: upTo(100),
  /** Window appliqué: how much more than a window shows is made. */
  windowMarginMm: upTo(100),
  /** The release sheet that units are built on. */
  sheet: z.object({ widthMm: between(20, 2000), heightMm: between(20, 2000) }),
  /** Wadding and a backing go beneath. */
  quilted: z.boolean(),
  /** They lie beneath already while the pieces are bonded. */
  waddingFirst: z.boolean().default(false),
});
export const USUAL_LAYERING: z.infer<typeof layeringSchema> = {
  underlapMm: 6,
  pairs: [],
  webRimMm: 0,
  windowMarginMm: 10,
  sheet: { widthMm: 380, heightMm: 450 },
  quilted: false,
  waddingFirst: false,
};

/** The cutting machine’s mat: its size, how far shapes stay apart and from the edge of their web, and what hands have moved on it. */
export const matSchema = z.object({
  widthMm: between(50, 3000),
  heightMm: between(50, 3000),
  apartMm: upTo(50),
  edgeMm: upTo(50),
  /** Cloths put elsewhere by hand, their upper left corner on a mat; each holds while its patch is laid out as it was. */
  cloths: z
    .array(z.object({ key: text(60), mat: z.number().int().min(1).max(500), xMm: upTo(3000), yMm: upTo(3000) }))
    .max(500)
    .default([]),
  /** Shapes moved or turned by hand within their cloth, from its web’s upper left corner. */
  shapes: z
    .array(
      z.object({
        key: text(60),
        id: text(200),
        copy: z.number().int().min(0),
        xMm: coordinate,
        yMm: coordinate,
        rotateDeg: z.number().min(-3600).max(3600),
      }),
    )
    .max(20_000)
    .default([]),
});
/** A mat of 12 × 12 in; distances estimated, as the handbook has it: shapes kept apart and off the edges. */
export const USUAL_MAT: z.infer<typeof matSchema> = {
  widthMm: 305,
  heightMm: 305,
  apartMm: 3,
  edgeMm: 5,
  cloths: [],
  shapes: [],
};

export const limitsSchema = z.object({
  /** Strokes thinner than this, points sharper than this, pieces smaller than this are snags. */
  thinMm: upTo(50),
  sharpDeg: upTo(90),
  smallMm: upTo(100),
  /** A shape whose mirror image strays by no more than this counts as symmetric, mm; null: the usual 0.5 mm. */
  mirrorMm: z.number().min(0.05).max(20).nullable().default(null),
  /** How what has no grain is turned in a layout: any way, or by quarters, for whoever cuts by ruler. */
  turns: z.enum(['any', 'quarters']).default('any'),
});
/** Common practice, no source. */
export const USUAL_LIMITS = { thinMm: 3, sharpDeg: 30, smallMm: 15, mirrorMm: null, turns: 'any' } as const;

/** What a project is asked before it is worked out, and may be left open. */
export const QUESTIONS = ['laundering', 'edge', 'iron'] as const;

export const benchSchema = z.object({
  ironId: id,
  /** What lies between iron and work, for each press of its own. */
  covers: z.object({ fuse: z.enum(COVERS), bond: z.enum(COVERS) }),
  surface: z.enum(SURFACES),
  /** Covers and a surface of one's own; null: the typical one of its kind. */
  coverIds: z.object({ fuse: id.nullable(), bond: id.nullable() }).default({ fuse: null, bond: null }),
  surfaceId: id.nullable().default(null),
  /** What is warm when the iron comes: the ground, pressed just before, and the board. */
  warm: z.object({ ground: z.boolean(), board: z.boolean() }).default({ ground: false, board: false }),
  /** Copies of a layered thing that are laid and pressed in one go; null: as many as hands usually manage. */
  batch: z.number().int().min(1).max(999).nullable().default(null),
});
/** A fuse goes through the liner and wants nothing more; a bond keeps the iron off the face. Common practice, no source. */
export const USUAL_COVERS: z.infer<typeof benchSchema>['covers'] = { fuse: 'none', bond: 'parchment' };

/** What a thing is made as; the answers are the recipe's own. */
export const recipeSchema = z.object({
  id: z.enum(RECIPES),
  answers: z.record(z.string().max(100), z.json()).default({}),
});

/** Its size and shape are those of the finished thing, without seams; what is cut is larger by the allowance, and by what is trimmed away. */
export const groundSchema = z.object({
  fabricId: id,
  widthMm: z.number().min(LIMITS.groundMinMm).max(LIMITS.reachMm),
  heightMm: z.number().min(LIMITS.groundMinMm).max(LIMITS.reachMm),
  /** The ground's own shape, mm from its upper left corner; null: the whole rectangle. */
  outline: outline.nullable().default(null),
  /** Outside the finished edge, all round. */
  seamAllowanceMm: upTo(200).default(0),
  /** Cut so much larger all round beyond that, and trimmed away after pressing and stitching. */
  squaringMm: upTo(200).default(0),
  /** Bought or here as a made-up thing: nothing is cut for it. null: it is cut from its cloth. */
  readyMade: z
    .object({ have: upTo(9999), washed: z.boolean() })
    .nullable()
    .default(null),
  /** Creases left by folding: how often the cloth was halved each way, and along the diagonals. */
  creases: z
    .object({ across: z.number().int().min(0).max(4), down: z.number().int().min(0).max(4), diagonal: z.boolean() })
    .default({ across: 0, down: 0, diagonal: false }),
});

/** How strips are cut: along the selvedge, or across the cloth and joined. */
export const RUNS = ['along', 'across'] as const;
/** How a back closes: one panel with a gap to turn through, or two that overlap. */
export const BACKS = ['plain', 'envelope'] as const;
const strip = (least: number, most: number, usual: (typeof RUNS)[number]) =>
  z.object({ fabricId: id, wideMm: between(least, most), run: z.enum(RUNS).default(usual) }).nullable();

/** What is sewn round an appliquéd thing and behind it. What each takes: core/lay/size. */
export const aroundSchema = z.object({
  /** As wide as it is seen in the end. */
  border: strip(5, 1000, 'along').default(null),
  /** As wide as its strips are cut. */
  binding: strip(5, 300, 'across').default(null),
  /** In place of a binding: strips turned to the back, as wide as they are cut. */
  facing: strip(20, 300, 'across').default(null),
  /** The other side of a cushion or a bag. */
  back: z
    .object({ fabricId: id, how: z.enum(BACKS), gapMm: upTo(1000).default(120) })
    .nullable()
    .default(null),
  /** A sleeve to hang it by, as deep as the tube is flat. */
  sleeve: z
    .object({ fabricId: id, deepMm: between(20, 400) })
    .nullable()
    .default(null),
});
export const NOTHING_AROUND: z.infer<typeof aroundSchema> = {
  border: null,
  binding: null,
  facing: null,
  back: null,
  sleeve: null,
};

/** Blocks joined into one top, row by row, in the order of the articles and all copies of each. */
export const topSchema = z.object({
  columns: z.number().int().min(1).max(60),
  /** Strips between the blocks, as wide as they are seen. */
  sashing: z
    .object({ fabricId: id, wideMm: between(5, 500) })
    .nullable()
    .default(null),
  around: aroundSchema.default(NOTHING_AROUND),
});

/** One thing that is made: a panel, one of six place mats, the front of a cosy. */
export const articleSchema = z.object({
  id,
  name,
  /** How many of it are made. */
  count: z.number().int().min(1).max(999).default(1),
  /** null: it has none; its pieces are bonded to each other. */
  ground: groundSchema.nullable(),
  /** Lines and dots drawn on the ground itself, in its coordinates. */
  marks: z.array(markSchema).max(LIMITS.marks).default([]),
  /** What goes round it and behind it, where it is not joined to others. */
  around: aroundSchema.default(NOTHING_AROUND),
});

/** What else is wanted of the web. */
export const wantsSchema = z.object({
  /** Pieces are to stick, lift and stick again until they are heated. */
  trialPlacing: z.boolean(),
  /** The shapes are to be printed onto the liner. */
  printLiner: z.boolean(),
  /** Metallic foil is to be pressed onto the web. */
  foil: z.boolean(),
});
export const NO_WANTS: z.infer<typeof wantsSchema> = { trialPlacing: false, printLiner: false, foil: false };

/** Sides taken where practitioners differ. What each side says: core/match/schools.ts. */
export const schoolsSchema = z.object({
  stitch: z.enum(['stitch-if-washed', 'film-alone']),
  steam: z.enum(['dry', 'steam-to-bond', 'steam-on-wool']),
  move: z.enum(['still', 'small-moves']),
  first: z.enum(['trace-first', 'fuse-first']),
  lay: z.enum(['apart-together', 'piece-by-piece', 'all-laid']).default('apart-together'),
  side: z.enum(['face', 'back', 'both']).default('face'),
  webs: z.enum(['fewest', 'best-each']),
  /** What each further web costs, in the points of the rules. */
  extraWebPoints: upTo(100),
});
export const USUAL_SCHOOLS: z.infer<typeof schoolsSchema> = {
  stitch: 'stitch-if-washed',
  steam: 'dry',
  move: 'still',
  first: 'trace-first',
  lay: 'apart-together',
  side: 'face',
  webs: 'fewest',
  extraWebPoints: 6,
};

const onRoll = between(-1_000_000, 100_000_000);

/** A layout that was worked out: where each part lies on a web's roll or a fabric's stock. Kept, since it takes seconds; used only while its key fits. */
export const layoutSchema = z.object({
  kind: z.enum(['web', 'cloth']),
  ofId: id,
  key: text(100),
  lengthMm: upTo(10_000_000),
  /** What the same parts take in rows. */
  rowsLengthMm: upTo(10_000_000),
  placements: z
    .array(
      z.object({
        id: text(200),
        copy: z.number().int().min(0),
        xMm: onRoll,
        yMm: onRoll,
        rotateDeg: z.number().min(-3600).max(3600),
        mirrored: z.literal(false).default(false),
        bin: text(100).nullable(),
        binCopy: z.number().int().min(0),
      }),
    )
    .max(20_000),
  /** Parts a hand has put where they are: "id copy". */
  locked: z.array(text(220)).max(20_000).default([]),
  unplaced: z
    .array(
      z.object({
        id: text(200),
        copies: z.number().int().min(0).max(2_000_000),
        code: text(100),
        /** Said by older versions; now words are made of the figures. */
        text: text(1000).optional(),
        size: z
          .object({ widthMm: upTo(LIMITS.reachMm), heightMm: upTo(LIMITS.reachMm) })
          .nullable()
          .default(null),
        rollMm: upTo(100_000).nullable().default(null),
        leftMm: upTo(10_000_000).nullable().default(null),
      }),
    )
    .max(20_000)
    .default([]),
});

export const projectSchema = z.object({
  format: z.literal(PROJECT_FORMAT),
  version: z.literal(PROJECT_VERSION),
  id,
  name: name.min(1),
  units: z.enum(['in', 'mm']),
  intent: intentSchema,
  /** What nobody has answered yet; what stands there meanwhile is a guess. */
  open: z.array(z.enum(QUESTIONS)).max(QUESTIONS.length).default([]),
  route: z.enum(ROUTES),
  recipe: recipeSchema.default({ id: 'applique', answers: {} }),
  articles: z.array(articleSchema).min(1).max(LIMITS.articles),
  /** The articles joined into one; null: each stays by itself. */
  top: topSchema.nullable().default(null),
  pieces: z.array(pieceSchema).max(LIMITS.pieces),
  order: z.array(id).max(LIMITS.pieces),
  fabrics: z.array(fabricSchema).max(LIMITS.fabrics),
  webs: z.array(webSchema).max(LIMITS.webs),
  irons: z.array(ironSchema).max(LIMITS.irons),
  bench: benchSchema,
  covers: z.array(benchCoverSchema).max(LIMITS.benchThings).default([]),
  surfaces: z.array(benchSurfaceSchema).max(LIMITS.benchThings).default([]),
  threads: z.array(threadSchema).max(LIMITS.threads).default([]),
  edging: edgingSchema.default(USUAL_EDGING),
  gathering: gatheringSchema.default(USUAL_GATHERING),
  wants: wantsSchema.default(NO_WANTS),
  schools: schoolsSchema.default(USUAL_SCHOOLS),
  words: z.array(wordSchema).max(LIMITS.words).default([]),
  pictures: z.array(pictureSchema).max(LIMITS.pictures).default([]),
  limits: limitsSchema.default(USUAL_LIMITS),
  layering: layeringSchema.default(USUAL_LAYERING),
  layouts: z.array(layoutSchema).max(800).default([]),
  mat: matSchema.default(USUAL_MAT),
  /** What was done at the ironing board so far. */
  board: boardSchema.default(EMPTY_BOARD),
  /** Swatches that it brings along, from the book of whoever made it. */
  swatches: z.array(swatchSchema).max(MOST_BROUGHT).default([]),
  /** Correction of the printer that is used: what 50 mm come out as, across and down. */
  printer: z
    .object({ acrossMm: z.number().min(40).max(60), downMm: z.number().min(40).max(60) })
    .nullable()
    .default(null),
  /** A scanned or photographed drawing under the picture, to check against. */
  underlay: z
    .object({
      pictureId: id,
      /** The article it lies under. */
      articleId: id.default(MAIN_ARTICLE),
      widthMm: between(1, LIMITS.reachMm),
      at: place.default(NOWHERE),
      shown: z.boolean().default(true),
    })
    .nullable()
    .default(null),
});

export type Project = z.infer<typeof projectSchema>;
export type Piece = z.infer<typeof pieceSchema>;
export type DrawnMark = z.infer<typeof markSchema>;
export type LineUse = (typeof LINE_USES)[number];
export type DotUse = (typeof DOT_USES)[number];
export type Place = Piece['at'];
export type Article = z.infer<typeof articleSchema>;
export type Ground = z.infer<typeof groundSchema>;
export type Around = z.infer<typeof aroundSchema>;
export type Top = z.infer<typeof topSchema>;
export type Run = (typeof RUNS)[number];
export type RecipeId = (typeof RECIPES)[number];
export type Layout = z.infer<typeof layoutSchema>;
export type PrinterError = NonNullable<Project['printer']>;
export type Word = z.infer<typeof wordSchema>;
export type OwnLetter = z.infer<typeof ownLetterSchema>;
export type Picture = z.infer<typeof pictureSchema>;
export type Schools = z.infer<typeof schoolsSchema>;
export type Wants = z.infer<typeof wantsSchema>;
export type Bench = z.infer<typeof benchSchema>;
export type Intent = z.infer<typeof intentSchema>;
export type Laundering = Intent['laundering'];
export type Route = (typeof ROUTES)[number];
export type Question = (typeof QUESTIONS)[number];
