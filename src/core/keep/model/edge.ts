import { z } from 'zod';
import { LIMITS } from './limits';

// How edges are finished: what a project keeps of it, and what the plan says of it.

export const EDGES = [
  'none',
  'straight',
  'blanket',
  'zigzag',
  'tiny-zigzag',
  'satin',
  'free-motion',
  'hand',
  'hand-running',
  'paint',
  'pinked',
] as const;
export type Edge = (typeof EDGES)[number];

export const THREAD_KINDS = ['cotton', 'polyester', 'shiny', 'silk', 'wool', 'clear', 'bobbin'] as const;
export type ThreadKind = (typeof THREAD_KINDS)[number];

const id = z.string().min(1).max(100);
const coordinate = z.number().min(-LIMITS.reachMm).max(LIMITS.reachMm);

export const threadSchema = z.object({
  id,
  name: z.string().max(LIMITS.nameChars),
  kind: z.enum(THREAD_KINDS),
  colour: z.string().regex(/^#[0-9a-f]{6}$/i, { error: 'must be a colour like #a1b2c3' }),
  /** Grams a kilometre. */
  tex: z.number().min(5).max(400),
  /** What is left on the spool. */
  stockMm: z.number().min(0).max(100_000_000),
  /** What a new spool holds, and costs. */
  spoolMm: z.number().min(1000).max(100_000_000),
  pricePerSpool: z.number().min(0).max(100_000).nullable().default(null),
  note: z.string().max(2000).default(''),
});
export type Thread = z.infer<typeof threadSchema>;

/** How thread goes with cloth. */
export const SHADES = ['matching', 'darker', 'one', 'clear'] as const;
/** When edges are stitched: once all is bonded; each piece before the next lies over it; through the sandwich. */
export const STITCHED_WHEN = ['bonded', 'as-it-goes', 'quilting'] as const;
/** What it is stitched on, as far as hands reach it. */
export const STITCHED_ON = ['flat', 'garment-front', 'sleeve-or-leg', 'pocket', 'bag', 'cushion'] as const;

/** How the edges of a project are finished, beyond which edge it is. What speaks of a piece, cloth or thread that is gone counts for nothing. */
export const edgingSchema = z.object({
  /** Sizes of one's own; null: ours. */
  sizes: z
    .array(
      z.object({
        edge: z.enum(EDGES),
        widthMm: z.number().min(0.1).max(20).nullable(),
        stitchMm: z.number().min(0.1).max(20).nullable(),
      }),
    )
    .max(EDGES.length)
    .default([]),
  /** An edge for all pieces of a cloth. */
  cloths: z
    .array(z.object({ fabricId: id, edge: z.enum(EDGES) }))
    .max(LIMITS.fabrics)
    .default([]),
  /** Another edge along a stretch of a piece's outside: from one of its points to another, clockwise as seen, in its own coordinates as its pattern came. */
  stretches: z
    .array(
      z.object({
        pieceId: id,
        from: z.object({ xMm: coordinate, yMm: coordinate }),
        to: z.object({ xMm: coordinate, yMm: coordinate }),
        edge: z.enum(EDGES),
      }),
    )
    .max(LIMITS.pieces)
    .default([]),
  /** Threads chosen by hand. */
  threads: z
    .array(z.object({ pieceId: id, threadId: id }))
    .max(LIMITS.pieces)
    .default([]),
  shade: z.enum(SHADES).default('matching'),
  /** The one thread for all; null: ours to choose. */
  oneThreadId: id.nullable().default(null),
  /** What is finished before one goes on: a thread, or a motif. */
  order: z.enum(['by-thread', 'by-motif']).default('by-thread'),
  /** Where the needle stands while work is turned at a corner that points outward. */
  needle: z.enum(['in-ground', 'in-piece']).default('in-ground'),
  /** Each stroke of a blanket stitch once, or to and fro. */
  stroke: z.enum(['single', 'double']).default('single'),
  /** On which side of the needle the piece lies: the bite goes that way. */
  pieceOn: z.enum(['left', 'right']).default('left'),
  when: z.enum(STITCHED_WHEN).default('bonded'),
  on: z.enum(STITCHED_ON).default('flat'),
  /** Drawn lines by machine or by hand. */
  linesBy: z.enum(['machine', 'hand']).default('machine'),
  /** Minutes there are for it; null: as long as it takes. */
  spareMinutes: z.number().min(1).max(100_000).nullable().default(null),
});
export type Edging = z.infer<typeof edgingSchema>;
export const USUAL_EDGING: Edging = edgingSchema.parse({});

/** What to know before a line is stitched or painted, with its figures. */
export type EdgeCaution =
  | { readonly code: 'needle-jams'; readonly edge: Edge; readonly leastMm: number; readonly mm: number }
  | { readonly code: 'closed-up'; readonly leastMm: number; readonly mm: number }
  | { readonly code: 'wider-than-piece'; readonly widthMm: number; readonly pieceMm: number }
  | { readonly code: 'all-hidden' }
  | { readonly code: 'jagged'; readonly corners: number }
  | { readonly code: 'gums'; readonly web: string; readonly avoid: boolean }
  | { readonly code: 'hand-through-film'; readonly web: string }
  | { readonly code: 'stabiliser'; readonly edge: Edge }
  | { readonly code: 'paint-dries-first' }
  | { readonly code: 'no-hot-iron' }
  | { readonly code: 'iron-on-clear' }
  | { readonly code: 'heavy-on-garment'; readonly aboveGsm: number; readonly groundGsm: number };

/** What is wrong with the threads. */
export type ThreadTrouble =
  | { readonly code: 'no-threads'; readonly kinds: number }
  | {
      readonly code: 'no-near-thread';
      readonly colour: string;
      readonly nearestId: string | null;
      readonly deltaE: number;
    }
  | { readonly code: 'thread-short'; readonly threadId: string; readonly needsMm: number; readonly leftMm: number };

/** Where a line is begun. */
export type StitchStart = 'inside-corner' | 'under-upper' | 'flat-stretch' | 'open-end';

/** Everything of one piece that is done alike, or one drawn line. */
export interface EdgeLine {
  readonly id: string;
  readonly articleId: string;
  /** null: lines drawn on the ground itself. */
  readonly pieceId: string | null;
  /** A line of the drawing, not an edge. */
  readonly drawn: boolean;
  readonly edge: Edge;
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly stitchMm: number;
  readonly stitches: number;
  /** `points`: corners so narrow that one stitch covers the tip; they count as outside too. */
  readonly pivots: {
    readonly outside: number;
    readonly inside: number;
    readonly curve: number;
    readonly points: number;
  };
  /** How often it is begun. */
  readonly runs: number;
  readonly startsAt: StitchStart;
  /** Of one copy, with its ends and what is added for safety. */
  readonly threadTopMm: number;
  readonly threadBobbinMm: number;
  /** null: one to buy, of this colour. */
  readonly threadId: string | null;
  readonly colour: string;
  readonly copies: number;
  /** Of all copies. */
  readonly handsS: number;
  readonly cautions: readonly EdgeCaution[];
}

/** What is stitched one after another without another thread or article. */
export interface EdgeBatch {
  readonly articleId: string;
  readonly threadId: string | null;
  readonly colour: string;
  readonly edge: Edge;
  /** Lines of the drawing, no edges. */
  readonly drawn: boolean;
  readonly lineIds: readonly string[];
}

/** A thread as it is used. */
export interface ThreadUse {
  /** null: one to buy. */
  readonly threadId: string | null;
  readonly colour: string;
  readonly kind: ThreadKind;
  /** Of all copies. */
  readonly topMm: number;
  readonly bobbinMm: number;
}

export const NEEDLE_POINTS = ['universal', 'sharp', 'ball-point', 'embroidery', 'leather', 'hand'] as const;
export type NeedlePoint = (typeof NEEDLE_POINTS)[number];

/** How the machine is set for one edge. */
export interface EdgeSetting {
  readonly edge: Edge;
  readonly widthMm: readonly [least: number, most: number];
  readonly stitchMm: readonly [least: number, most: number];
  readonly needle: { readonly point: NeedlePoint; readonly size: number };
  readonly foot: 'open-toe' | 'darning' | 'none';
  /** The top thread a little looser, so that no bobbin thread shows. */
  readonly easeTension: boolean;
  readonly stabiliser: boolean;
}

export interface EdgePlan {
  /** In the order in which they are done. */
  readonly lines: readonly EdgeLine[];
  readonly order: readonly string[];
  readonly batches: readonly EdgeBatch[];
  readonly threadChanges: number;
  /** As many there would be, stitched piece by piece. */
  readonly pieceByPieceChanges: number;
  /** How often thread is cut between lines. */
  readonly cuts: number;
  readonly minutes: number;
  readonly threads: readonly ThreadUse[];
  readonly settings: readonly EdgeSetting[];
  readonly troubles: readonly ThreadTrouble[];
  /** Stabiliser behind dense stitches, article by article, for one copy each. */
  readonly stabilisers: readonly { readonly articleId: string; readonly widthMm: number; readonly heightMm: number }[];
  /** What paint takes over all copies; null: none is painted. */
  readonly paint: { readonly lengthMm: number; readonly ml: number; readonly bottles: number } | null;
}
