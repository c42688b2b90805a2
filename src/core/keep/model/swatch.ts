import { z } from 'zod';
import { COVERS, fabricSchema, ironSchema, STAGES, SURFACES, webSchema } from './things';

// A swatch: a scrap that was pressed, and what hands found. Told in docs/format.md. Its cloths, web and iron are as they were then, so that a book outlives its drawer.

/** What happens when it is peeled cold, from worst to best. */
export const PEELS = [0, 1, 2, 3] as const;
export const FACES = ['clean', 'shows', 'scorched'] as const;
/** How stiff it has become. */
export const FEELS = ['soft', 'a-little', 'firm', 'board'] as const;
/** How a needle went through. */
export const NEEDLES = ['easily', 'stiffly', 'gums'] as const;
/** A swatch that was pressed for its own sake and peeled, or what was seen at the board in passing. */
export const SWATCH_FROM = ['scrap', 'board'] as const;
export const SWATCH_SIDES = ['face', 'back', 'both'] as const;

const id = z.string().min(1).max(100);
const cloths = z.array(fabricSchema).max(60);

export const swatchSchema = z.object({
  id,
  stage: z.enum(STAGES),
  fabric: fabricSchema,
  /** What lay beneath, the lowest first; none of a fuse. */
  onto: z.union([cloths, fabricSchema.transform((f) => [f])]).default([]),
  web: webSchema,
  /** How all of it lay, from the surface up, each fabric being the next of those above; null: one web between the fabric and what lay beneath. */
  pile: z
    .array(z.enum(['fabric', 'bond', 'bonded', 'liner', 'sheet', 'wadding']))
    .max(200)
    .refine((pile) => pile.includes('bond'), { error: 'has no web that is bonded' })
    .nullable()
    .default(null),
  ironId: id,
  /** The iron as it was then; null: it is not known any more. */
  iron: ironSchema.nullable().default(null),
  mark: z.string().min(1).max(20).nullable().default(null),
  /** Where no mark was set: what the dial or the display said, °C. */
  heatC: z.number().min(0).max(400).nullable().default(null),
  cover: z.enum(COVERS),
  surface: z.enum(SURFACES),
  leanN: z.number().min(0).max(20_000),
  steam: z.boolean().default(false),
  side: z.enum(SWATCH_SIDES).default('face'),
  /** Really counted, both sides together, s. */
  seconds: z.number().min(0).max(600),
  peel: z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]),
  face: z.enum(FACES).default('clean'),
  atMs: z.number().min(0).max(8.64e15),
  from: z.enum(SWATCH_FROM).default('scrap'),
  feel: z.enum(FEELS).nullable().default(null),
  needle: z.enum(NEEDLES).nullable().default(null),
  washes: z.number().int().min(0).max(999).default(0),
  note: z.string().max(2000).default(''),
  pictureId: z.string().max(100).nullable().default(null),
  /** Set aside: it stays in the book and teaches nothing. */
  aside: z.boolean().default(false),
});
export type Swatch = z.infer<typeof swatchSchema>;
export type Peel = Swatch['peel'];
export type SwatchFace = Swatch['face'];
/** In the order in which they teach: scraps before what was seen at the board, the newest first. */
export const teachesFirst = (a: Swatch, b: Swatch): number =>
  Number(b.from === 'scrap') - Number(a.from === 'scrap') || b.atMs - a.atMs || (a.id < b.id ? -1 : 1);
/** More than these nobody presses in a life. */
export const MOST_SWATCHES = 20_000;
/** So many a project brings along. */
export const MOST_BROUGHT = 300;
