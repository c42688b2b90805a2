import { z } from 'zod';
import { COVERS } from './project';

export const PLAN_FORMAT = 'apple-seam.plan';
export const PLAN_VERSION = 1;

const said = z.object({ code: z.string(), text: z.string() });
const mm = z.number().min(0);

export const choiceSchema = z.object({
  pieceId: z.string(),
  webId: z.string().nullable(),
  /** true when a person overruled us with the piece's own webId. */
  overruled: z.boolean(),
  reasons: z.array(said),
  rejected: z.array(said.extend({ webId: z.string() })),
  /** Rules that forbid the web a person chose; empty for our own choices. */
  forbiddenBy: z.array(said),
  /** The next best, with what would have to change for each to win. */
  runnersUp: z.array(z.object({ webId: z.string(), behindPoints: z.number(), text: z.string() })),
  /** How far the choice can be relied on. */
  confidence: z.object({ level: z.enum(['sure', 'fair', 'thin']), text: z.string() }),
  /** What to buy when nothing in the drawer suits; null otherwise. */
  buy: said.nullable(),
});

export const tracingSchema = z.object({
  pieceId: z.string(),
  mirrored: z.boolean(),
  code: z.string(),
  text: z.string(),
  outline: z.string(),
  /** What of the outline is seen, as drawn: its edges inside the outline are dotted, the rest runs on underneath. Empty: all of it. */
  dotted: z.string(),
  /** The middle of the web that may be cut out, as drawn. Empty: it stays. */
  webMiddle: z.string(),
  areaMm2: mm,
  perimeterMm: mm,
});

export const settingSchema = z.object({
  heat: z.object({
    soleplateC: z.number(),
    mark: z.string().nullable(),
    dots: z.union([z.literal(1), z.literal(2), z.literal(3)]),
  }),
  dwell: z.object({ seconds: z.number().positive(), minS: z.number().positive(), maxS: z.number().positive() }),
  pressure: z.object({ kPa: mm, text: z.string() }),
  steam: z.boolean(),
  cover: z.enum(COVERS),
  placements: z.number().int().min(1),
  coolS: mm,
  /** false: do not press; the cautions say why and what would help. */
  workable: z.boolean(),
  cautions: z.array(said),
  /** How the numbers came about, one sentence each. */
  reasons: z.array(said),
  /** What the leaflet says, and whether it rules. */
  leaflet: z.object({ heatC: z.number(), dwellS: z.number(), rules: z.boolean() }),
  /** What the soleplate may be off by at this mark, °C either way. */
  unsureC: mm,
  /** What would open or shorten the window, each with its own. */
  remedies: z.array(said.extend({ minS: mm, maxS: mm })),
});

export const pressTicketSchema = settingSchema.extend({
  id: z.string(),
  stage: z.enum(['fuse', 'bond']),
  pieceIds: z.array(z.string()),
  webId: z.string(),
});

export const SEVERITIES = ['note', 'warn', 'stop'] as const;
export const snagSchema = z.object({
  code: z.string(),
  severity: z.enum(SEVERITIES),
  pieceIds: z.array(z.string()),
  text: z.string(),
  mend: z.string(),
  /** Where on the ground, when it is one place. */
  at: z.object({ xMm: z.number(), yMm: z.number() }).nullable(),
  /** The station where it is mended. */
  station: z.enum(['pattern', 'layers', 'match', 'trace', 'press']),
});

export const planSchema = z.object({
  format: z.literal(PLAN_FORMAT),
  version: z.literal(PLAN_VERSION),
  projectId: z.string(),
  choices: z.array(choiceSchema),
  order: z.array(z.string()),
  /** How pieces and units are laid down: units are built on the release sheet first. */
  steps: z.array(
    z.object({
      on: z.enum(['sheet', 'ground']),
      unit: z.string().nullable(),
      pieceIds: z.array(z.string()),
      keepLinerOn: z.string().nullable(),
    }),
  ),
  overlaps: z.array(z.object({ under: z.string(), over: z.string(), areaMm2: mm })),
  tracings: z.array(tracingSchema),
  press: z.array(pressTicketSchema),
  webUse: z.array(
    z.object({
      webId: z.string(),
      widthMm: mm,
      /** Length of roll: as nested where that was worked out for just this, else in rows. */
      lengthMm: mm,
      usedAreaMm2: mm,
      how: z.enum(['rows', 'nested']),
      rowsLengthMm: mm,
    }),
  ),
  snags: z.array(snagSchema),
});

export type Plan = z.infer<typeof planSchema>;
export type Choice = z.infer<typeof choiceSchema>;
export type Tracing = z.infer<typeof tracingSchema>;
export type Setting = z.infer<typeof settingSchema>;
export type PressTicket = z.infer<typeof pressTicketSchema>;
export type Snag = z.infer<typeof snagSchema>;
export type Said = z.infer<typeof said>;
