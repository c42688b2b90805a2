import { z } from 'zod';
import { LIMITS } from './limits';
import { stockList } from './stock';

// What it takes, what is here, what to buy: what a project keeps of it, and what the plan says of it.

/** What a need is of, as the contract has it. */
export const NEED_KINDS = ['fabric', 'web', 'thread', 'foil', 'paper', 'backing', 'wadding', 'other'] as const;
export type NeedKind = (typeof NEED_KINDS)[number];

/** What is used and lies in no list of the Drawer. */
export const SUPPLIES = [
  'stabiliser',
  'machine-needle',
  'hand-needle',
  'blade',
  'parchment',
  'release-sheet',
  'paint',
  'printer-paper',
  'pencil',
  'fine-pen',
  'tape',
  'pins',
  'fabric-glue',
  'cord',
  'ring',
  'stem',
  'quilt-backing',
  'wadding',
  'new-web',
] as const;
export type Supply = (typeof SUPPLIES)[number];

/** How shops sell things. */
export const SOLD_AS = [
  'by-length',
  'fat-quarter',
  'long-quarter',
  'square-pack',
  'strip-pack',
  'sheet',
  'packet',
  'roll',
  'spool',
  'bottle',
  'single',
] as const;
export type SoldAs = (typeof SOLD_AS)[number];

const id = z.string().min(1).max(100);
/** What a need is known by: its kind and its id. */
const key = z.string().min(3).max(220);
const price = z.number().min(0).max(100_000).nullable();

/** One way in which a shop sells something. Its size is as it lies there: the length runs along the selvedge, with the print. */
export const offerSchema = z.object({
  key,
  /** What it is known by among the offers for this need. */
  id,
  as: z.enum(SOLD_AS),
  /** Across, selvedges left out; of thread and of what is counted 0. */
  widthMm: z.number().min(0).max(10_000),
  /** Along; of what is cut off by length the step in which it is cut; of thread what a spool holds. */
  lengthMm: z.number().min(0).max(100_000_000),
  /** How many are in a packet. */
  holds: z.number().int().min(1).max(1000),
  /** Of one packet, sheet or spool; of what is cut off by length, of a metre. */
  price,
  /** It is to be had. */
  sold: z.boolean(),
});
export type Offer = z.infer<typeof offerSchema>;

export const gatheringSchema = z.object({
  /** So much of what is bought is left over at the end, in case. */
  sparePercent: z.number().min(0).max(50).default(5),
  /** Offers of one's own, and ours with what was changed. */
  offers: z.array(offerSchema).max(3000).default([]),
  /** So many per cent off: one item (its need's key), or all (null). */
  voucher: z
    .object({ percent: z.number().min(0).max(100), on: key.nullable() })
    .nullable()
    .default(null),
  /** What is here of things that the Drawer keeps no list of: pieces, or mm of what is measured. */
  have: z
    .array(z.object({ key, amount: z.number().min(0).max(100_000_000) }))
    .max(200)
    .default([]),
  /** Grounds longer than cloth is wide: cut along it in one piece, or in widths with a seam. */
  seamed: z
    .array(z.object({ articleId: id, seamed: z.boolean() }))
    .max(LIMITS.articles)
    .default([]),
  /** How often a print repeats. */
  repeats: z
    .array(z.object({ fabricId: id, acrossMm: z.number().min(2).max(3000), alongMm: z.number().min(2).max(3000) }))
    .max(LIMITS.fabrics)
    .default([]),
  /** Lines of one's own: buttons, a zip, a cushion pad. */
  own: z
    .array(z.object({ id, name: z.string().min(1).max(LIMITS.nameChars), count: z.number().int().min(1).max(9999) }))
    .max(200)
    .default([]),
  /** What lies in the basket already. */
  ticked: z.array(key).max(2000).default([]),
  /** Bags for a class or a circle: who gets one. Each holds all of the project once. */
  kits: z.array(z.string().max(LIMITS.nameChars)).max(200).default([]),
  /** Cut and booked: what it took is not in the Drawer any more. */
  taken: z
    .object({
      at: z.number(),
      keys: z.array(key).max(2000),
      /** What was there before, so that it can be put back. */
      before: z.object({
        fabrics: z.array(z.object({ id, stock: stockList })).max(LIMITS.fabrics),
        webs: z.array(z.object({ id, stockMm: z.number().min(0).max(1_000_000), offcuts: stockList })).max(LIMITS.webs),
        threads: z.array(z.object({ id, stockMm: z.number().min(0).max(100_000_000) })).max(LIMITS.threads),
      }),
    })
    .nullable()
    .default(null),
});
export type Gathering = z.infer<typeof gatheringSchema>;
export const USUAL_GATHERING: Gathering = gatheringSchema.parse({});

/** A need that stands for a line of one's own, or for an article that is bought made up. */
export const ownNeedId = (lineId: string): string => `own ${lineId}`;
export const madeUpNeedId = (articleId: string): string => `made-up ${articleId}`;
/** What a need's id stands for beside cloth, web, thread and supplies; null: one of those. */
export function countedBy(needId: string): { readonly is: 'own' | 'made-up'; readonly id: string } | null {
  for (const is of ['own', 'made-up'] as const)
    if (needId.startsWith(`${is} `)) return { is, id: needId.slice(is.length + 1) };
  return null;
}

export const needKey = (kind: NeedKind, of: string): string => `${kind}:${of}`;

/** So much of something; what does not count is left out. */
export interface Amount {
  readonly lengthMm?: number;
  readonly areaMm2?: number;
  readonly count?: number;
  readonly grams?: number;
}

/** One line of a receipt. @property price of all of them, before a voucher; null: nobody has entered one */
export interface BuyLine {
  readonly offerId: string;
  readonly as: SoldAs;
  readonly count: number;
  /** Of what is cut off by length: all of it. */
  readonly lengthMm: number | null;
  readonly widthMm: number;
  /** How many are in each. */
  readonly holds: number;
  readonly price: number | null;
}

/** One way of buying what is short. */
export interface Mix {
  readonly lines: readonly BuyLine[];
  /** null: of some of it nobody has entered a price. */
  readonly price: number | null;
  /** Cloth or web that it buys, mm²; of thread its length, of what is counted the number. */
  readonly amount: number;
}

/** What is cut for what goes round a thing and behind it. */
export const AROUND_PARTS = ['sashing', 'border', 'binding', 'facing', 'back', 'sleeve'] as const;
export type AroundPart = (typeof AROUND_PARTS)[number];

/** What is to be cut, where it lies. */
export interface GatherPart {
  readonly id: string;
  readonly is: 'piece' | 'patch' | 'strip' | 'ground' | 'kit' | 'wadding' | 'quilt-backing' | AroundPart;
  /** Of a piece or a patch: the pieces it is for. */
  readonly pieceIds: readonly string[];
  readonly articleId: string | null;
  readonly outline: string;
}
export interface GatherStrip {
  /** What it is cut from: what is here, or what is bought. */
  readonly from: 'here' | 'bought';
  /** Which of what is here, from 0; which offer. */
  readonly of: string;
  readonly copy: number;
  /** As it lies in the layout: x runs along the selvedge. */
  readonly outline: string;
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly placements: readonly {
    readonly partId: string;
    readonly xMm: number;
    readonly yMm: number;
    readonly rotateDeg: number;
  }[];
}

/** What is left when all is cut. */
export interface LeftOver {
  readonly outline: string;
  readonly lengthMm: number;
  readonly widthMm: number;
  /** Large enough to be kept. */
  readonly worth: boolean;
}

/** A ground that is longer than its cloth is wide. */
export interface GroundCut {
  readonly articleId: string;
  /** Off the bolt, for all copies; null: it cannot be cut so. */
  readonly alongMm: number | null;
  readonly seamedMm: number;
  readonly panels: number;
  readonly allowanceMm: number;
  readonly seamed: boolean;
}

export type NeedTrouble =
  | {
      readonly code: 'no-room';
      readonly partIds: readonly string[];
      readonly widestMm: number;
      readonly clothMm: number;
      /** Of the part that is longest. */
      readonly longestMm: number;
    }
  | { readonly code: 'no-price'; readonly as: readonly SoldAs[] }
  | { readonly code: 'none-sold' }
  | { readonly code: 'nothing-here' }
  | { readonly code: 'not-all-tried' }
  | { readonly code: 'repeat-beyond-cloth'; readonly acrossMm: number; readonly clothMm: number }
  | { readonly code: 'repeat-unknown'; readonly pieceIds: readonly string[] }
  | { readonly code: 'fussy-off-bolt'; readonly pieceIds: readonly string[] }
  | { readonly code: 'shrinks'; readonly alongPercent: number; readonly acrossPercent: number };

export interface Need {
  readonly key: string;
  readonly kind: NeedKind;
  readonly id: string;
  readonly need: Amount;
  readonly have: Amount;
  readonly short: Amount;
  /** The cheapest way to buy what is short; of what has no price the one that buys least. */
  readonly buy: Mix | null;
  /** The next best two. */
  readonly others: readonly Mix[];
  readonly layout: { readonly parts: readonly GatherPart[]; readonly strips: readonly GatherStrip[] } | null;
  readonly left: readonly LeftOver[];
  readonly grounds: readonly GroundCut[];
  readonly troubles: readonly NeedTrouble[];
  /** It was cut and booked. */
  readonly taken: boolean;
}

export interface GatherPlan {
  readonly needs: readonly Need[];
  /** All that has a price, the voucher taken off. */
  readonly cost: number;
  /** What the voucher takes off. */
  readonly saved: number;
  /** How many of what is to be bought have no price. */
  readonly unpriced: number;
}

/** What an article costs by itself, and what one more of it costs when the list is made anew. */
export interface ArticleCost {
  readonly articleId: string;
  readonly alone: number;
  readonly oneMore: number;
  /** What is bought for it has no price somewhere. */
  readonly unpriced: number;
}
