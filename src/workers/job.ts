import { z } from 'zod';
import { believed, knownCloth, knownIron, knownWeb } from '~/core/choose/learn';
import { requestOf, runAt, settingFor } from '~/core/choose/press';
import { gatherOf } from '~/core/cut/gather';
import { isBetter, type NestResult, nest } from '~/core/cut/nest';
import {
  benchCoverSchema,
  benchSchema,
  benchSurfaceSchema,
  COVERS,
  type Fabric,
  fabricSchema,
  fileStem,
  ironPressureKPa,
  ironSchema,
  LIMITS,
  MOST_BROUGHT,
  type Plan,
  type Problem,
  type Project,
  parseCapped,
  parseProjectText,
  problemsFrom,
  readJson,
  swatchSchema,
  webSchema,
} from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import { planProject } from '~/core/plan';
import {
  correctedFor,
  cutList,
  PAPERS,
  type Paper,
  placementOverview,
  placementSheets,
  type SheetDocument,
  sheetsToSvg,
  templateSheets,
  tracingSheets,
} from '~/core/print/sheet';
import type { PdfFonts } from '~/core/print/sheet/pdf';
import { spokenGather, spokenPlan, spokenSetting, unplacedWords } from '~/words';

/** What the endpoints can be asked, as plain data that crosses a thread. */
export type JobWork =
  | { readonly kind: 'plan'; readonly body: string }
  | { readonly kind: 'nest'; readonly body: string; readonly another?: boolean }
  | { readonly kind: 'press'; readonly body: string }
  | { readonly kind: 'sheets'; readonly body: string; readonly query: Readonly<Record<string, string>> };
/** The better of two answers to one nesting: what could be read and laid more, or on less roll. */
export function betterNest(a: JobAnswer, b: JobAnswer): JobAnswer {
  if (a.status !== 200 || b.status !== 200) return a.status === 200 ? a : b.status === 200 ? b : a;
  const read = (answer: JobAnswer): NestResult => JSON.parse(String(answer.body)) as NestResult;
  return isBetter(read(b), read(a)) ? b : a;
}

/** Work, or only a look whether its body can be worked with. */
export type Job = JobWork | { readonly kind: 'check'; readonly of: JobWork };

export interface JobAnswer {
  readonly status: number;
  readonly type: string;
  readonly body: string | ArrayBuffer;
  readonly filename?: string;
  /** When to try again. */
  readonly retryAfterS?: number;
}

export type LoadFonts = (doc: SheetDocument) => Promise<PdfFonts>;

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
/** What tells the seeds of two searches side by side apart. */
const ANOTHER_SEED = 0x9e3779b9;
/** More copies than this are a factory's work. */
const MOST_COPIES = 5000;

/** JSON of an answer. @throws Error for a number that is none: that would be our fault, and `null` in its place a lie */
const jsonOf = (value: unknown): string =>
  JSON.stringify(value, (key, v: unknown) => {
    if (typeof v === 'number' && !Number.isFinite(v)) throw new Error(`“${key}” came to ${v}`);
    return v;
  });

const json = (value: unknown): JobAnswer => ({ status: 200, type: 'application/json', body: jsonOf(value) });
const bad = (code: string, message: string, path: string): JobAnswer => errorAnswer(400, { code, message, path });

/** What is left to do once a body was found good, or the answer that says what is wrong with it. */
type Prepared = JobAnswer | (() => JobAnswer | Promise<JobAnswer>);

const TELL = 10;

/** A body read and checked, or the answer that says what is wrong with it. */
function readBody<T>(
  body: string,
  schema: z.ZodType<T>,
  wanted: string,
): { readonly ok: true; readonly data: T } | { readonly ok: false; readonly answer: JobAnswer } {
  const read = readJson(body, 'The body is not JSON');
  if (!read.ok) return { ok: false, answer: bad('not-json', `${read.message} Send ${wanted}.`, '') };
  const parsed = parseCapped(schema, read.value, TELL);
  if (parsed.ok) return { ok: true, data: parsed.data };
  const problems = problemsFrom(parsed, read.value);
  const message = problems.map((p) => p.message).join(' ');
  return { ok: false, answer: errorAnswer(400, { ...(problems[0] as Problem), message }) };
}

const firstTwice = (ids: readonly string[]): number => {
  const seen = new Set<string>();
  return ids.findIndex((id) => seen.size === seen.add(id).size);
};

/** @param another from another seed: a second search beside the first */
function prepareNest(body: string, another: boolean): Prepared {
  const read = readBody(body, nestSchema, '{ "widthMm", "parts", … }');
  if (!read.ok) return read.answer;
  const { data } = read;
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
  for (const list of ['parts', 'bins'] as const) {
    const twice = firstTwice(data[list].map((p) => p.id));
    if (twice >= 0)
      return bad(
        'duplicate-id',
        `Two ${list} have the same id “${data[list][twice]?.id.slice(0, 40)}”. Give each its own, and use “count” for copies.`,
        `${list}[${twice}].id`,
      );
  }
  return () => {
    const seed = another ? (data.seed ^ ANOTHER_SEED) >>> 0 : data.seed;
    const result = nest({ ...data, seed }, { now: () => performance.now() });
    return json({ ...result, unplaced: result.unplaced.map((u) => ({ ...u, text: unplacedWords(u, 'mm') })) });
  };
}

/** One press has one cover: `cover`, or of a project's two the one for its stage. */
const pressBench = z
  .object({
    cover: z.enum(COVERS).optional(),
    coverId: z.string().max(100).nullable().optional(),
    covers: benchSchema.shape.covers.optional(),
    coverIds: benchSchema.shape.coverIds,
    surface: benchSchema.shape.surface,
    surfaceId: benchSchema.shape.surfaceId,
  })
  .refine((b) => b.cover !== undefined || b.covers !== undefined, {
    error: 'names no cover; send “cover”, such as parchment or none',
  });

const pressBody = z.object({
  stage: z.enum(['fuse', 'bond']),
  fabric: fabricSchema,
  onto: z.union([fabricSchema, z.array(fabricSchema).max(60)]).optional(),
  web: webSchema,
  iron: ironSchema,
  bench: pressBench,
  covers: z.array(benchCoverSchema).max(50).default([]),
  surfaces: z.array(benchSurfaceSchema).max(50).default([]),
  side: z.enum(['liner', 'cloth']).optional(),
  from: z.enum(['face', 'back', 'both']).optional(),
  steam: z.boolean().optional(),
  /** What was tried of it. */
  swatches: z.array(swatchSchema).max(MOST_BROUGHT).default([]),
});

function preparePress(body: string): Prepared {
  const read = readBody(body, pressBody, '{ "stage", "fabric", "web", "iron", "bench" }');
  if (!read.ok) return read.answer;
  const { onto, side, from, steam, bench, swatches, ...rest } = read.data;
  if (rest.stage === 'bond' && onto === undefined)
    return bad('no-ground', 'To bond, send “onto”: the fabric that lies beneath.', 'onto');
  const kPa = ironPressureKPa(rest.iron);
  if (kPa > LIMITS.pressureMaxKPa)
    return bad(
      'iron-pressure',
      `This iron would press with ${Math.round(kPa).toLocaleString('en')} kPa, more than any press. Check its lean, mass and soleplate.`,
      'iron.leanN',
    );
  if (rest.web.maxC < rest.web.meltC)
    return bad(
      'web-limits',
      `The web may be heated to ${rest.web.maxC} °C, below the ${rest.web.meltC} °C at which it melts. Check the leaflet.`,
      'web.maxC',
    );
  const { cover, coverId, covers, coverIds, ...under } = bench;
  const belief = believed(swatches, [rest.iron]);
  const taught = (f: Fabric): Fabric => knownCloth(f, belief);
  const request = requestOf({
    ...rest,
    fabric: taught(rest.fabric),
    web: knownWeb(rest.web, belief),
    iron: knownIron(rest.iron, belief),
    bench: {
      ...under,
      cover: cover ?? covers?.[rest.stage] ?? 'none',
      coverId: coverId ?? coverIds[rest.stage],
    },
    onto: rest.stage === 'fuse' || onto === undefined ? [] : (Array.isArray(onto) ? onto : [onto]).map(taught),
    ...(side ? { side } : {}),
    ...(from ? { from } : {}),
    ...(steam === undefined ? {} : { steam }),
  });
  return () => {
    const setting = settingFor(request);
    const run = runAt(request, setting.heat.soleplateC, {
      untilS: Math.min(60, setting.dwell.seconds * 2 + 2),
      steam: setting.steam,
      whole: true,
    });
    // A point about every twentieth of a second at first, then every fifth.
    let last = -1;
    const trace = run.tS.flatMap((tS, i) => {
      if (i > 0 && tS - last < (tS < 5 ? 0.05 : 0.2)) return [];
      last = tS;
      return [{ tS: Math.round(tS * 1000) / 1000, bondLineC: Math.round((run.bondC[i] ?? 0) * 100) / 100 }];
    });
    return json({ setting: spokenSetting(setting, 'mm'), trace });
  };
}

function prepareProject(work: Extract<JobWork, { kind: 'plan' | 'sheets' }>, loadFonts: LoadFonts): Prepared {
  if (work.kind === 'sheets') {
    for (const [key, allowed] of Object.entries(SHEET_CHOICES)) {
      const value = work.query[key];
      if (value === undefined || !(allowed as readonly string[]).includes(value))
        return bad('bad-query', `Add ${key}= to the address, one of ${allowed.join(', ')}.`, key);
    }
  }
  const parsed = parseProjectText(work.body);
  if (!parsed.ok) {
    const message = parsed.problems.map((p) => p.message).join(' ');
    return errorAnswer(400, { ...(parsed.problems[0] as Problem), message: message.slice(0, 2000) });
  }
  // What its recipe lays out is part of it, whether the file says so already or not.
  const project = laidByRecipe(parsed.project);
  if (work.kind === 'plan')
    return () => {
      const plan = planProject(project);
      return json({ ...spokenPlan(plan, project), gather: spokenGather(gatherOf(project, plan), project) });
    };
  return async () => {
    const paper = work.query['paper'] as Paper;
    const kind = work.query['kind'] as keyof typeof SHEETS;
    const doc = correctedFor(SHEETS[kind](project, planProject(project), paper), project.printer);
    const filename = `${fileStem(project.name)}-${kind}.${work.query['format']}`;
    if (work.query['format'] === 'svg') return { status: 200, type: 'image/svg+xml', body: sheetsToSvg(doc), filename };
    const { sheetsToPdf } = await import('~/core/print/sheet/pdf');
    return { status: 200, type: 'application/pdf', body: sheetsToPdf(doc, await loadFonts(doc)), filename };
  };
}

const prepare = (work: JobWork, loadFonts: LoadFonts): Prepared =>
  work.kind === 'nest'
    ? prepareNest(work.body, work.another ?? false)
    : work.kind === 'press'
      ? preparePress(work.body)
      : prepareProject(work, loadFonts);

/**
 * Does one job from start to end, or only looks whether its body is good. Never throws for bad input: that is an answer with status 400.
 * @param loadFonts only called for a PDF
 */
export async function runJob(job: Job, loadFonts: LoadFonts): Promise<JobAnswer> {
  const prepared = prepare(job.kind === 'check' ? job.of : job, loadFonts);
  if (typeof prepared !== 'function') return prepared;
  return job.kind === 'check' ? json({ ok: true }) : await prepared();
}

export const BODY_LIMIT_BYTES = LIMITS.bodyBytes;
