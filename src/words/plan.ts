import { z } from 'zod';
import {
  type Caution,
  COVERS,
  EDGES,
  markSchema,
  NEED_KINDS,
  NEEDLE_POINTS,
  PLAN_FORMAT,
  PLAN_VERSION,
  type Plan,
  type Project,
  SEVERITIES,
  type Setting,
  SOLD_AS,
  STATIONS,
  STEP_KINDS,
  STEP_PLACES,
  THREAD_KINDS,
} from '~/core/keep/model';
import { spokenEdge } from './edge';
import { facingWords } from './facing';
import { spokenMaking } from './making';
import {
  butWords,
  buyWords,
  choiceReasonWords,
  confidenceWords,
  rejectionWords,
  ruleWords,
  runnerUpWords,
} from './match';
import { cautionWords, dialWords, leanWords, pressReasonWords, remedyWords } from './press';
import { snagWords } from './snags';
import type { Units } from './table';

// The plan and its settings as others read them: every finding with its code, its figures and a sentence in the project's units.

/** A finding with its sentence. */
const told = <F extends object>(finding: F, text: string): F & { text: string } => ({ ...finding, text });

const toldCaution = (c: Caution, units: Units) => told(c, cautionWords(c, units));

/** A setting in words. What stops it, if anything does, is also the first of its cautions. */
export function spokenSetting<S extends Omit<Setting, 'deciding'>>(setting: S, units: Units) {
  const { heat, pressure, stop, cautions, reasons, remedies, ...rest } = setting;
  return {
    ...rest,
    heat: { ...heat, mark: heat.dial && dialWords(heat.dial) },
    pressure: { ...pressure, text: leanWords(pressure.lean) },
    workable: stop === null,
    stop: stop && toldCaution(stop, units),
    cautions: [...(stop ? [stop] : []), ...cautions].map((c) => toldCaution(c, units)),
    reasons: reasons.map((r) => told(r, pressReasonWords(r, units))),
    remedies: remedies.map((r) => told(r, remedyWords(r, units))),
  };
}

/** A plan as the endpoint answers it. @param project the one it was worked out from */
export function spokenPlan(plan: Plan, project: Project) {
  const { units } = project;
  const ofSnag = snagWords(project);
  return {
    ...plan,
    choices: plan.choices.map((c) => ({
      ...c,
      reasons: c.reasons.map((r) => told(r, choiceReasonWords(r, units))),
      but: c.but && told(c.but, butWords(c.but, units)),
      rejected: c.rejected.map((r) => told(r, rejectionWords(r, units))),
      forbiddenBy: c.forbiddenBy.map((r) => told(r, ruleWords(r, units))),
      runnersUp: c.runnersUp.map((r) => told(r, runnerUpWords(r))),
      confidence: told(c.confidence, confidenceWords(c.confidence)),
      buy: c.buy && told(c.buy, buyWords(c.buy, units)),
    })),
    tracings: plan.tracings.map((t) => told(t, facingWords(t))),
    press: plan.press.map((t) => spokenSetting(t, units)),
    making: spokenMaking(plan, project),
    edge: spokenEdge(plan.edge, project),
    snags: plan.snags.map((s) => ({ ...s, ...ofSnag(s) })),
  };
}

/** Figures go with most codes; which, docs/format.md tells. */
const finding = z.looseObject({ code: z.string(), text: z.string() });
const mm = z.number().min(0);
const count = z.number().int().min(0);
const sizeSchema = z.object({ widthMm: mm, heightMm: mm });
const amount = z.object({ lengthMm: mm, areaMm2: mm, count: mm, grams: mm }).partial();

export const settingSchema = z.object({
  heat: z.object({
    soleplateC: z.number(),
    mark: z.string().nullable(),
    dial: z
      .union([
        z.object({ at: z.string() }),
        z.object({ from: z.string(), to: z.string(), share: z.number().min(0).max(1) }),
      ])
      .nullable(),
    dots: z.union([z.literal(1), z.literal(2), z.literal(3)]),
  }),
  dwell: z.object({ seconds: z.number().positive(), minS: z.number().positive(), maxS: z.number().positive() }),
  pressure: z.object({ kPa: mm, lean: z.string(), text: z.string() }),
  steam: z.boolean(),
  cover: z.enum(COVERS),
  placements: z.number().int().min(1),
  coolS: mm,
  workable: z.boolean(),
  stop: finding.nullable(),
  cautions: z.array(finding),
  reasons: z.array(finding),
  leaflet: z.object({ heatC: z.number(), dwellS: z.number(), rules: z.boolean() }),
  unsureC: mm,
  remedies: z.array(finding.extend({ minS: mm, maxS: mm })),
});

/** The plan as the endpoint answers it. */
export const planSchema = z.object({
  format: z.literal(PLAN_FORMAT),
  version: z.literal(PLAN_VERSION),
  projectId: z.string(),
  articles: z.array(
    z.object({
      id: z.string(),
      finished: sizeSchema,
      cut: sizeSchema,
      top: sizeSchema,
      wadding: sizeSchema.nullable(),
      backing: sizeSchema.nullable(),
    }),
  ),
  choices: z.array(
    z.object({
      pieceId: z.string(),
      webId: z.string().nullable(),
      overruled: z.boolean(),
      reasons: z.array(finding),
      but: finding.nullable(),
      rejected: z.array(finding.extend({ webId: z.string() })),
      forbiddenBy: z.array(finding),
      runnersUp: z.array(finding.extend({ webId: z.string(), behindPoints: z.number() })),
      confidence: finding.extend({ level: z.enum(['sure', 'fair', 'thin']) }),
      buy: finding.nullable(),
    }),
  ),
  order: z.array(z.string()),
  overlaps: z.array(z.object({ under: z.string(), over: z.string(), areaMm2: mm })),
  tracings: z.array(
    finding.extend({
      pieceId: z.string(),
      mirrored: z.boolean(),
      outline: z.string(),
      dotted: z.string(),
      webMiddle: z.string(),
      marks: z.array(markSchema),
      areaMm2: mm,
      perimeterMm: mm,
    }),
  ),
  press: z.array(
    settingSchema.extend({
      id: z.string(),
      stage: z.enum(['fuse', 'bond']),
      pieceIds: z.array(z.string()),
      webId: z.string(),
      on: z.enum(STEP_PLACES),
      unit: z.string().nullable(),
      stepIds: z.array(z.string()).min(1),
      setDowns: z.number().int().min(1),
      loads: z.number().int().min(1),
      copies: z.number().int().min(1),
      decides: z.object({ stepId: z.string(), column: z.number().int().min(0) }),
    }),
  ),
  making: z.object({
    steps: z.array(
      z.object({
        id: z.string(),
        kind: z.enum(STEP_KINDS),
        articleId: z.string().nullable(),
        pieceIds: z.array(z.string()),
        members: z.array(z.string()),
        unit: z.string().nullable(),
        webId: z.string().nullable(),
        fabricId: z.string().nullable(),
        copies: z.number().int().min(1),
        ticketId: z.string().nullable(),
        on: z.enum(STEP_PLACES),
        loads: z.number().int().min(1),
        setDowns: z.number().int().min(0),
        columns: z.array(z.object({ areaMm2: mm, layers: z.array(z.string()) })),
        handsS: mm,
        waitS: mm,
        does: z.looseObject({ code: z.string() }),
        text: z.string().min(1),
        place: z.array(
          z.object({
            from: z.enum(['centre-x', 'centre-y', 'left', 'right', 'top', 'bottom', 'piece']),
            mm: z.number(),
          }),
        ),
        gates: z.array(finding),
        look: finding.nullable(),
        wrong: z.array(finding),
        cover: z.string().nullable(),
        side: z.enum(['face', 'back', 'both']).nullable(),
        passes: z.number().int().min(0),
        ifNot: z.array(z.string()),
        ifNotText: z.array(z.string()),
        care: z.string(),
        careCodes: z.array(z.string()),
      }),
    ),
    handsS: mm,
    waitS: mm,
    settings: z.number().int().min(0),
    reheats: z.array(z.tuple([z.string(), z.number().int().min(1)])),
    troubles: z.array(z.looseObject({ code: z.string() })),
  }),
  edge: z.object({
    lines: z.array(
      z.object({
        id: z.string(),
        articleId: z.string(),
        pieceId: z.string().nullable(),
        drawn: z.boolean(),
        edge: z.enum(EDGES),
        lengthMm: mm,
        widthMm: mm,
        stitchMm: mm,
        stitches: count,
        pivots: z.object({ outside: count, inside: count, curve: count, points: count }),
        runs: count,
        startsAt: z.string(),
        threadTopMm: mm,
        threadBobbinMm: mm,
        threadId: z.string().nullable(),
        colour: z.string(),
        copies: z.number().int().min(1),
        handsS: mm,
        cautions: z.array(finding),
      }),
    ),
    order: z.array(z.string()),
    batches: z.array(
      z.object({
        articleId: z.string(),
        threadId: z.string().nullable(),
        colour: z.string(),
        edge: z.enum(EDGES),
        drawn: z.boolean(),
        lineIds: z.array(z.string()),
      }),
    ),
    threadChanges: count,
    pieceByPieceChanges: count,
    cuts: count,
    minutes: mm,
    threads: z.array(
      z.object({
        threadId: z.string().nullable(),
        colour: z.string(),
        kind: z.enum(THREAD_KINDS),
        topMm: mm,
        bobbinMm: mm,
      }),
    ),
    settings: z.array(
      z.object({
        edge: z.enum(EDGES),
        widthMm: z.tuple([mm, mm]),
        stitchMm: z.tuple([mm, mm]),
        needle: z.object({ point: z.enum(NEEDLE_POINTS), size: mm }),
        foot: z.string(),
        easeTension: z.boolean(),
        stabiliser: z.boolean(),
      }),
    ),
    troubles: z.array(finding),
    stabilisers: z.array(z.object({ articleId: z.string(), widthMm: mm, heightMm: mm })),
    paint: z.object({ lengthMm: mm, ml: mm, bottles: count }).nullable(),
  }),
  webUse: z.array(
    z.object({
      webId: z.string(),
      widthMm: mm,
      lengthMm: mm,
      usedAreaMm2: mm,
      how: z.enum(['rows', 'nested']),
      rowsLengthMm: mm,
    }),
  ),
  gather: z
    .object({
      needs: z.array(
        z.object({
          kind: z.enum(NEED_KINDS),
          id: z.string(),
          name: z.string().min(1),
          need: amount,
          have: amount,
          short: amount,
          buy: z.array(
            z.object({
              as: z.enum(SOLD_AS),
              count: count.min(1),
              price: mm.nullable(),
              lengthMm: mm.nullable(),
              widthMm: mm,
              holds: count,
            }),
          ),
          left: z.array(z.object({ lengthMm: mm, widthMm: mm, worth: z.boolean() })),
          grounds: z.array(z.looseObject({ articleId: z.string(), seamed: z.boolean() })),
          troubles: z.array(finding),
          taken: z.boolean(),
        }),
      ),
      cost: mm,
      saved: mm,
      unpriced: count,
    })
    // Only the endpoint answers it with the plan: on a page the list is made where it is asked for.
    .optional(),
  snags: z.array(
    finding.extend({
      severity: z.enum(SEVERITIES),
      pieceIds: z.array(z.string()),
      mend: z.string(),
      at: z.object({ xMm: z.number(), yMm: z.number() }).nullable(),
      station: z.enum(STATIONS),
    }),
  ),
});
