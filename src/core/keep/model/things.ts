import { z } from 'zod';
import type { ClothLearnt, IronLearnt, WebLearnt } from './learnt';
import { LIMITS } from './limits';
import { stockList } from './stock';

// What lies in a drawer and under an iron: cloths, webs, irons, covers and surfaces.

export const FABRIC_KINDS = [
  'quilting-cotton',
  'batik',
  'linen',
  'flannel',
  'corduroy',
  'denim',
  'canvas',
  'wool-felt',
  'craft-felt',
  'fleece',
  'jersey',
  'silk',
  'satin',
  'vinyl',
  'leather',
  'other',
] as const;
export const FIBRES = [
  'cotton',
  'linen',
  'wool',
  'silk',
  'polyester',
  'acrylic',
  'nylon',
  'viscose',
  'acetate',
  'pvc',
  'leather',
  'blend',
] as const;
export const WEB_FORMS = ['film', 'open', 'grid', 'powder', 'tape'] as const;
export const SEWING = ['easy', 'with-care', 'avoid'] as const;
export const IRON_KINDS = ['household', 'mini', 'hand-press', 'heat-press'] as const;
export const COVERS = ['none', 'parchment', 'coated-sheet', 'press-cloth', 'damp-cloth'] as const;
export const SURFACES = ['ironing-board', 'wool-mat', 'wood', 'glass'] as const;

export const STAGES = ['fuse', 'bond'] as const;

// biome-ignore lint/suspicious/noControlCharactersInRegex: control characters are exactly what is refused
export const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]|\p{Surrogate}/u;
export const text = (max: number) =>
  z
    .string()
    .max(max)
    .refine((s) => !CONTROL.test(s), { error: 'holds control characters or half a character; retype it' });
export const id = text(100).min(1);
export const name = text(LIMITS.nameChars);
export const between = (min: number, max: number) => z.number().min(min).max(max);
export const upTo = (max: number) => z.number().min(0).max(max);
const heatC = z.number().min(20).max(300);

export const fabricSchema = z.object({
  id,
  name,
  kind: z.enum(FABRIC_KINDS),
  fibre: z.enum(FIBRES),
  thicknessMm: between(LIMITS.clothMinMm, 20),
  massGsm: between(1, 3000),
  maxIronC: z.number().min(0).max(300),
  /** What a person has tried on a scrap of it and found unharmed: a soleplate hotter than the label, for so many seconds; null: nothing. Only both together count. */
  testedC: z.number().min(0).max(300).nullable().default(null),
  testedS: between(0.5, 120).nullable().default(null),
  /** With which iron and at which of its marks that was, so that what the dial is off by is not counted twice; null: it is not known. */
  testedIronId: id.nullable().default(null),
  testedMark: text(60).nullable().default(null),
  colour: z.string().regex(/^#[0-9a-f]{6}$/i, { error: 'must be a colour like #a1b2c3' }),
  sides: z.enum(['one', 'both']),
  oneWay: z.boolean(),
  frays: z.number().min(0).max(3),
  stock: stockList,
  pricePerM2: upTo(100_000).nullable().default(null),
  /** A photo of one's own cloth, with the width of cloth it shows. */
  photo: z
    .object({ pictureId: id, widthMm: between(1, 5000) })
    .nullable()
    .default(null),
  /** The cloth it starts from, finer than its kind; null: the typical one of its kind. */
  clothId: id.nullable().default(null),
  /** Its own figures; null: typical of its cloth. */
  opacity: z.number().min(0).max(1).nullable().default(null),
  stretchPercent: upTo(300).nullable().default(null),
  conductivityWmK: z.number().min(0.01).max(10).nullable().default(null),
  stiffnessUNm: upTo(100_000).nullable().default(null),
  prewashed: z.boolean().default(false),
  note: text(2000).default(''),
});

const pressSchema = z.object({ heatC, dwellS: between(0.1, 600), steam: z.boolean() });

export const webSchema = z.object({
  id,
  name,
  form: z.enum(WEB_FORMS),
  liners: z.union([z.literal(0), z.literal(1), z.literal(2)]),
  massGsm: between(1, 500),
  meltC: heatC,
  maxC: heatC,
  sewing: z.enum(SEWING),
  tacky: z.boolean(),
  widthMm: between(LIMITS.webWidthMinMm, 5000),
  stockMm: upTo(1_000_000),
  pricePerM: upTo(100_000).nullable().default(null),
  leaflet: z.object({ fuse: pressSchema, bond: pressSchema }),
  /** The kind it starts from; null: the nearest by form and mass. */
  kindId: id.nullable().default(null),
  /** Its liner goes through a printer. */
  printable: z.boolean().default(false),
  /** Pieces left over, used before the roll is cut. */
  offcuts: stockList,
  /** The leaflet's own steps, in its words. */
  steps: z
    .object({ fuse: z.array(text(500)).max(20), bond: z.array(text(500)).max(20) })
    .default({ fuse: [], bond: [] }),
  leafletPhotoId: id.nullable().default(null),
  note: text(2000).default(''),
});

export const ironSchema = z.object({
  id,
  name,
  kind: z.enum(IRON_KINDS),
  soleplate: z.object({
    widthMm: between(LIMITS.soleplateMinMm, 1000),
    lengthMm: between(LIMITS.soleplateMinMm, 1000),
  }),
  massKg: between(0.05, 100),
  leanN: upTo(20_000),
  vents: z.boolean(),
  steam: z.boolean(),
  /** The soleplate from which it makes steam, °C; null: from its middle mark. */
  steamFromC: heatC.nullable().default(null),
  dial: z
    // null: nobody has measured that mark.
    .array(z.object({ mark: text(20).min(1), measuredC: heatC.nullable() }))
    .max(20)
    .default([]),
});

/** A cover or surface of one's own; what is null is typical of its kind. */
export const benchCoverSchema = z.object({
  id,
  name,
  kind: z.enum(COVERS).exclude(['none']),
  thicknessMm: between(LIMITS.clothMinMm, 20),
  conductivityWmK: z.number().min(0.01).max(400).nullable().default(null),
  maxC: heatC,
  seeThrough: z.boolean(),
  /** Steam gets through it; null: as its kind does. */
  passesSteam: z.boolean().nullable().default(null),
  note: text(2000).default(''),
});
export const benchSurfaceSchema = z.object({
  id,
  name,
  kind: z.enum(SURFACES),
  thicknessMm: between(0.5, 500),
  conductivityWmK: z.number().min(0.01).max(400).nullable().default(null),
  note: text(2000).default(''),
});

/** A cloth; what a book of swatches has taught of it is put in where it is planned with, and is not part of a file. */
export type Fabric = z.infer<typeof fabricSchema> & { readonly learnt?: ClothLearnt; readonly transport?: number };
export type Web = z.infer<typeof webSchema> & { readonly learnt?: WebLearnt };
export type Iron = z.infer<typeof ironSchema> & { readonly learnt?: IronLearnt };
export type BenchCover = z.infer<typeof benchCoverSchema>;
export type BenchSurface = z.infer<typeof benchSurfaceSchema>;
export type Cover = (typeof COVERS)[number];
export type Surface = (typeof SURFACES)[number];
export type FabricKind = (typeof FABRIC_KINDS)[number];
export type Stage = (typeof STAGES)[number];
