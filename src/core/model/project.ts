import { z } from 'zod';
import { LIMITS } from './limits';

// Contract: names and meanings are fixed; fields may be added. docs/format.md tells users the same.

export const PROJECT_FORMAT = 'apple-seam.project';
export const PROJECT_VERSION = 1;

export const KINDS = ['applique', 'window', 'layered'] as const;
export const LAUNDERING = ['never', 'gentle', 'often'] as const;
export const HANDS = ['soft', 'medium', 'firm'] as const;
export const EDGES = ['none', 'straight', 'blanket', 'zigzag', 'satin', 'free-motion', 'hand', 'paint'] as const;
export const ROUTES = [
  'trace-on-liner',
  'template-on-liner',
  'template-right-side',
  'cut-from-print',
  'cutter-fabric-up',
  'cutter-liner-up',
  'web-on-right-side',
] as const;
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

// biome-ignore lint/suspicious/noControlCharactersInRegex: control characters are exactly what is refused
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;
const text = (max: number) =>
  z
    .string()
    .max(max)
    .refine((s) => !CONTROL.test(s), { error: 'holds control characters; retype it' });
const id = text(100).min(1);
const name = text(LIMITS.nameChars);
const positive = (max: number) => z.number().positive().max(max);
const upTo = (max: number) => z.number().min(0).max(max);
const coordinate = z.number().min(-LIMITS.reachMm).max(LIMITS.reachMm);
const heatC = z.number().min(20).max(300);

export const intentSchema = z.object({
  kind: z.enum(KINDS),
  laundering: z.enum(LAUNDERING),
  hand: z.enum(HANDS),
  edge: z.enum(EDGES),
});

export const pieceSchema = z.object({
  id,
  label: name,
  fabricId: id,
  outline: z.string().min(1).max(LIMITS.outlineChars),
  at: z
    .object({ xMm: coordinate, yMm: coordinate, rotateDeg: z.number().min(-3600).max(3600) })
    .default({ xMm: 0, yMm: 0, rotateDeg: 0 }),
  count: z.number().int().min(1).max(999).default(1),
  preReversed: z.boolean().default(false),
  webId: id.nullable().default(null),
  edge: z.enum(EDGES).nullable().default(null),
  route: z.enum(ROUTES).nullable().default(null),
  unit: text(100).nullable().default(null),
});

export const fabricSchema = z.object({
  id,
  name,
  kind: z.enum(FABRIC_KINDS),
  fibre: z.enum(FIBRES),
  thicknessMm: positive(20),
  massGsm: positive(3000),
  maxIronC: z.number().min(0).max(300),
  colour: z.string().regex(/^#[0-9a-f]{6}$/i, { error: 'must be a colour like #a1b2c3' }),
  sides: z.enum(['one', 'both']),
  oneWay: z.boolean(),
  frays: z.number().min(0).max(3),
  stock: z
    .array(
      z.object({ widthMm: positive(100_000), heightMm: positive(100_000), count: z.number().int().min(0).max(9999) }),
    )
    .max(500)
    .default([]),
  pricePerM2: upTo(100_000).nullable().default(null),
});

const pressSchema = z.object({ heatC, dwellS: positive(600), steam: z.boolean() });

export const webSchema = z.object({
  id,
  name,
  form: z.enum(WEB_FORMS),
  liners: z.union([z.literal(0), z.literal(1), z.literal(2)]),
  massGsm: positive(500),
  meltC: heatC,
  maxC: heatC,
  sewing: z.enum(SEWING),
  tacky: z.boolean(),
  widthMm: positive(5000),
  stockMm: upTo(1_000_000),
  pricePerM: upTo(100_000).nullable().default(null),
  leaflet: z.object({ fuse: pressSchema, bond: pressSchema }),
});

export const ironSchema = z.object({
  id,
  name,
  kind: z.enum(IRON_KINDS),
  soleplate: z.object({ widthMm: positive(1000), lengthMm: positive(1000) }),
  massKg: positive(100),
  leanN: upTo(20_000),
  vents: z.boolean(),
  steam: z.boolean(),
  dial: z
    .array(z.object({ mark: text(20).min(1), measuredC: heatC }))
    .max(20)
    .default([]),
});

export const benchSchema = z.object({ ironId: id, cover: z.enum(COVERS), surface: z.enum(SURFACES) });

export const projectSchema = z.object({
  format: z.literal(PROJECT_FORMAT),
  version: z.literal(PROJECT_VERSION),
  id,
  name: name.min(1),
  units: z.enum(['in', 'mm']),
  intent: intentSchema,
  route: z.enum(ROUTES),
  ground: z.object({
    fabricId: id,
    widthMm: z.number().min(LIMITS.groundMinMm).max(LIMITS.reachMm),
    heightMm: z.number().min(LIMITS.groundMinMm).max(LIMITS.reachMm),
  }),
  pieces: z.array(pieceSchema).max(LIMITS.pieces),
  order: z.array(id).max(LIMITS.pieces),
  fabrics: z.array(fabricSchema).max(LIMITS.fabrics),
  webs: z.array(webSchema).max(LIMITS.webs),
  irons: z.array(ironSchema).max(LIMITS.irons),
  bench: benchSchema,
});

export type Project = z.infer<typeof projectSchema>;
export type Piece = z.infer<typeof pieceSchema>;
export type Fabric = z.infer<typeof fabricSchema>;
export type Web = z.infer<typeof webSchema>;
export type Iron = z.infer<typeof ironSchema>;
export type Bench = z.infer<typeof benchSchema>;
export type Intent = z.infer<typeof intentSchema>;
export type Edge = (typeof EDGES)[number];
export type Route = (typeof ROUTES)[number];
export type Cover = (typeof COVERS)[number];
export type Surface = (typeof SURFACES)[number];
export type FabricKind = (typeof FABRIC_KINDS)[number];
export type Stage = 'fuse' | 'bond';
