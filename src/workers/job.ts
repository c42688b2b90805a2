import { z } from 'zod';
import {
  benchCoverSchema,
  benchSchema,
  benchSurfaceSchema,
  fabricSchema,
  ironSchema,
  LIMITS,
  type Plan,
  type Problem,
  type Project,
  parseProjectText,
  problemsFrom,
  webSchema,
} from '~/core/model';
import { nest } from '~/core/nest';
import { planProject } from '~/core/plan';
import { type PressRequest, runAt, settingFor } from '~/core/press';
import {
  correctedFor,
  cutList,
  PAPERS,
  type Paper,
  placementOverview,
  placementSheets,
  sheetsToSvg,
  templateSheets,
  tracingSheets,
} from '~/core/sheet';

/** What the endpoints can be asked, as plain data that crosses a thread. */
export type Job =
  | { readonly kind: 'plan'; readonly body: string }
  | { readonly kind: 'nest'; readonly body: string }
  | { readonly kind: 'press'; readonly body: string }
  | { readonly kind: 'sheets'; readonly body: string; readonly query: Readonly<Record<string, string>> };

export interface JobAnswer {
  readonly status: number;
  readonly type: string;
  readonly body: string | ArrayBuffer;
  readonly filename?: string;
}

export type LoadFonts = () => Promise<{ regular: string; bold: string }>;

/** An error as the contract has it: a code, a message a person can act on, and the place in the document. */
export const errorAnswer = (status: number, problem: Problem): JobAnswer => ({
  status,
  type: 'application/json',
  body: JSON.stringify({ error: problem }),
});

const SHEET_CHOICES = {
  kind: ['tracing', 'placement', 'templates', 'overview', 'cut-list'],
  format: ['svg', 'pdf'],
  paper: PAPERS,
} as const;

const SHEETS = {
  tracing: tracingSheets,
  placement: (project: Project, _: Plan, paper: Paper) => placementSheets(project, paper),
  templates: templateSheets,
  overview: (project: Project, _: Plan, paper: Paper) => placementOverview(project, paper),
  'cut-list': cutList,
} as const;

const rotations = z.union([z.literal('free'), z.array(z.number().min(-3600).max(3600)).min(1).max(36)]);
const nestSchema = z.object({
  widthMm: z.number().positive().max(100_000),
  spacingMm: z.number().min(0).max(1000).default(12),
  rotations: rotations.default('free'),
  seconds: z.number().min(0).max(15).default(5),
  seed: z.number().int().min(0).max(4_294_967_295).default(1),
  parts: z
    .array(
      z.object({
        id: z.string().min(1).max(200),
        outline: z.string().max(LIMITS.outlineChars),
        count: z.number().int().min(1).max(2000).default(1),
        rotations: rotations.optional(),
      }),
    )
    .max(LIMITS.pieces),
  bins: z
    .array(
      z.object({
        id: z.string().min(1).max(100),
        outline: z.string().max(LIMITS.outlineChars),
        count: z.number().int().min(0).max(500).default(1),
      }),
    )
    .max(500)
    .default([]),
  lengthMm: z.number().positive().max(10_000_000).nullable().default(null),
});
/** More copies than this are a factory's work. */
const MOST_COPIES = 5000;

/** A body read and checked, or the answer that says what is wrong with it. */
function readBody<T>(
  body: string,
  schema: z.ZodType<T>,
  wanted: string,
): { readonly ok: true; readonly data: T } | { readonly ok: false; readonly answer: JobAnswer } {
  let raw: unknown;
  try {
    raw = JSON.parse(body);
  } catch {
    return {
      ok: false,
      answer: errorAnswer(400, { code: 'not-json', message: `The body is not JSON. Send ${wanted}.`, path: '' }),
    };
  }
  const parsed = schema.safeParse(raw);
  if (parsed.success) return { ok: true, data: parsed.data };
  const problems = problemsFrom(parsed.error, raw);
  const message = problems
    .slice(0, 10)
    .map((p) => p.message)
    .join(' ');
  return { ok: false, answer: errorAnswer(400, { ...problems[0]!, message }) };
}

function nestJob(body: string): JobAnswer {
  const read = readBody(body, nestSchema, '{ "widthMm", "parts", … }');
  if (!read.ok) return read.answer;
  const { data } = read;
  const bad = (code: string, message: string, path: string): JobAnswer => errorAnswer(400, { code, message, path });
  if (data.spacingMm >= data.widthMm)
    return bad(
      'spacing-too-wide',
      `A spacing of ${data.spacingMm} mm leaves no room on a roll of ${data.widthMm} mm. Make the spacing smaller.`,
      'spacingMm',
    );
  const copies = data.parts.reduce((sum, p) => sum + p.count, 0);
  if (copies > MOST_COPIES)
    return bad(
      'too-many',
      `These are ${copies.toLocaleString('en')} parts with their copies; up to ${MOST_COPIES.toLocaleString('en')} can be laid at once. Lay them in lots.`,
      'parts',
    );
  const ids = new Set(data.parts.map((p) => p.id));
  if (ids.size < data.parts.length)
    return bad('duplicate-id', 'Two parts have the same id. Give each its own, and use “count” for copies.', 'parts');
  const result = nest(data, { now: () => performance.now() });
  return { status: 200, type: 'application/json', body: JSON.stringify(result) };
}

const pressBody = z.object({
  stage: z.enum(['fuse', 'bond']),
  fabric: fabricSchema,
  onto: z.union([fabricSchema, z.array(fabricSchema).max(60)]).optional(),
  web: webSchema,
  iron: ironSchema,
  bench: benchSchema,
  covers: z.array(benchCoverSchema).max(50).default([]),
  surfaces: z.array(benchSurfaceSchema).max(50).default([]),
  side: z.enum(['liner', 'cloth']).optional(),
  steam: z.boolean().optional(),
});

function pressJob(body: string): JobAnswer {
  const read = readBody(body, pressBody, '{ "stage", "fabric", "web", "iron", "bench" }');
  if (!read.ok) return read.answer;
  const { onto, side, steam, ...rest } = read.data;
  if (rest.stage === 'bond' && onto === undefined)
    return errorAnswer(400, {
      code: 'no-ground',
      message: 'To bond, send “onto”: the fabric that lies beneath.',
      path: 'onto',
    });
  const request: PressRequest = {
    ...rest,
    onto: rest.stage === 'fuse' || onto === undefined ? [] : Array.isArray(onto) ? onto : [onto],
    sizeMm: { widthMm: 1, heightMm: 1 },
    ...(side ? { side } : {}),
    ...(steam === undefined ? {} : { steam }),
  };
  const setting = settingFor(request);
  const run = runAt(request, setting.heat.soleplateC, { untilS: Math.min(60, setting.dwell.seconds * 2 + 2) });
  // A point about every twentieth of a second at first, then every fifth.
  let last = -1;
  const trace = run.tS.flatMap((tS, i) => {
    if (i > 0 && tS - last < (tS < 5 ? 0.05 : 0.2)) return [];
    last = tS;
    return [{ tS: Math.round(tS * 1000) / 1000, bondLineC: Math.round(run.bondC[i]! * 100) / 100 }];
  });
  return { status: 200, type: 'application/json', body: JSON.stringify({ setting, trace }) };
}

/** A file name that every system takes: letters and digits, joined by dashes. */
const fileName = (name: string, rest: string): string => {
  const plain = name
    .normalize('NFKD')
    .replace(/[^\w\s-]/g, '')
    .trim()
    .replace(/[\s_]+/g, '-')
    .toLowerCase();
  return `${plain || 'project'}-${rest}`;
};

/**
 * Does one job from start to end. Never throws for bad input: that is an answer with status 400.
 * @param loadFonts only called for a PDF
 */
export async function runJob(job: Job, loadFonts: LoadFonts): Promise<JobAnswer> {
  if (job.kind === 'sheets') {
    for (const [key, allowed] of Object.entries(SHEET_CHOICES)) {
      const value = job.query[key];
      if (value === undefined || !(allowed as readonly string[]).includes(value))
        return errorAnswer(400, {
          code: 'bad-query',
          message: `Add ${key}= to the address, one of ${allowed.join(', ')}.`,
          path: key,
        });
    }
  }
  if (job.kind === 'nest') return nestJob(job.body);
  if (job.kind === 'press') return pressJob(job.body);
  const parsed = parseProjectText(job.body);
  if (!parsed.ok) {
    const [first, ...others] = parsed.problems;
    const message = [first!.message, ...others.map((p) => p.message)].join(' ');
    return errorAnswer(400, { ...first!, message: message.slice(0, 2000) });
  }
  const { project } = parsed;
  const plan = planProject(project);
  if (job.kind === 'plan') return { status: 200, type: 'application/json', body: JSON.stringify(plan) };

  const paper = job.query['paper'] as Paper;
  const stem = job.query['kind'] as keyof typeof SHEETS;
  const doc = correctedFor(SHEETS[stem](project, plan, paper), project.printer);
  if (job.query['format'] === 'svg')
    return {
      status: 200,
      type: 'image/svg+xml',
      body: sheetsToSvg(doc),
      filename: fileName(project.name, `${stem}.svg`),
    };
  const { sheetsToPdf } = await import('~/core/sheet/pdf');
  return {
    status: 200,
    type: 'application/pdf',
    body: sheetsToPdf(doc, await loadFonts()),
    filename: fileName(project.name, `${stem}.pdf`),
  };
}

export const BODY_LIMIT_BYTES = LIMITS.bodyBytes;
