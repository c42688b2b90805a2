import { LIMITS, type Problem, parseProjectText } from '~/core/model';
import { planProject } from '~/core/plan';
import { PAPERS, type Paper, placementSheets, sheetsToSvg, tracingSheets } from '~/core/sheet';

/** What the endpoints can be asked, as plain data that crosses a thread. */
export type Job =
  | { readonly kind: 'plan'; readonly body: string }
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

const SHEET_CHOICES = { kind: ['tracing', 'placement'], format: ['svg', 'pdf'], paper: PAPERS } as const;

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
  const tracing = job.query['kind'] === 'tracing';
  const doc = tracing ? tracingSheets(project, plan, paper) : placementSheets(project, paper);
  const stem = tracing ? 'tracing' : 'placement';
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
