// Reads one broken thing, as the application would, and says what is not as it should be. Runs in a thread, so that what hangs can be ended.

import { parentPort } from 'node:worker_threads';
import { parsePath } from '~/core/base/shape';
import { readSvg } from '~/core/intake/drawing';
import { readFace, setWord } from '~/core/intake/lettering';
import { fromCsv } from '~/core/keep/drawer/csv';
import { parseProject, parseProjectText, readJson } from '~/core/keep/model';
import { repairProject } from '~/core/keep/repair';
import { planProject } from '~/core/plan';
import { letteringWords } from '~/words';
import { brokenCsv, brokenFont, brokenProject, brokenSvg } from './make';

export type Kind = 'project' | 'svg' | 'font' | 'csv';
export interface Outcome {
  /** Whether it was taken, refused in words, or mended. */
  readonly as: 'taken' | 'refused' | 'mended' | 'beyond';
  readonly wrong: readonly string[];
}

/** Words for a person: a sentence, without what a program would say. */
const areWords = (text: string): boolean =>
  /[a-z]{2,}[\s\S]*[.?!]$/.test(text.trim()) && !/undefined|\[object|NaN,|Error:|at \w+ \(/.test(text);

function notFinite(value: unknown, path = ''): string | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : `${path} is ${value}`;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, v] of Object.entries(value)) {
    const found = notFinite(v, `${path}.${key}`);
    if (found) return found;
  }
  return null;
}

function project(seed: number): Outcome {
  const text = brokenProject(seed);
  const parsed = parseProjectText(text);
  const wrong: string[] = [];
  if (parsed.ok) {
    const plan = planProject(parsed.project);
    const odd = notFinite(plan);
    if (odd) wrong.push(`plan: ${odd}`);
    // What is taken must be taken again after it was stored.
    if (!parseProject(JSON.parse(JSON.stringify(parsed.project))).ok) wrong.push('not taken a second time');
    return { as: 'taken', wrong };
  }
  if (parsed.problems.length === 0 || parsed.problems.length > 21) wrong.push(`${parsed.problems.length} problems`);
  for (const { message } of parsed.problems) if (!areWords(message)) wrong.push(`no words: ${message.slice(0, 200)}`);
  const json = readJson(text);
  if (!json.ok) return { as: 'refused', wrong };
  const mended = repairProject(json.value);
  if (!mended.ok)
    return { as: 'beyond', wrong: areWords(mended.problem.message) ? wrong : [...wrong, mended.problem.message] };
  if (mended.faults.length === 0) wrong.push('mended without a fault');
  for (const f of mended.faults) if (f.mend === null && f.drop === null) wrong.push(`nothing done about ${f.id}`);
  if (!parseProject(JSON.parse(JSON.stringify(mended.project))).ok) wrong.push('mended, and still not sound');
  // Leaving everything out must hold together as well.
  const without = repairProject(json.value, new Set(mended.faults.map((f) => f.id)));
  if (without.ok && !parseProject(without.project).ok) wrong.push('left out, and still not sound');
  return { as: 'mended', wrong };
}

function svg(seed: number): Outcome {
  const read = readSvg(brokenSvg(seed));
  if (!read.ok) return { as: 'refused', wrong: areWords(read.message) ? [] : [read.message] };
  const wrong = read.drawing.shapes.flatMap((s) =>
    parsePath(s.outline).ok ? [] : [`outline ${s.outline.slice(0, 60)}`],
  );
  const odd = notFinite({ w: read.drawing.widthMm, h: read.drawing.heightMm });
  return { as: 'taken', wrong: odd ? [...wrong, odd] : wrong };
}

async function font(seed: number): Promise<Outcome> {
  const read = await readFace(brokenFont(seed).slice().buffer, 'broken.woff');
  if (!read.ok)
    return { as: 'refused', wrong: areWords(letteringWords(read.problem)) ? [] : [letteringWords(read.problem)] };
  const set = setWord(read.face, {
    text: 'Harbour Light',
    size: { by: 'box', widthMm: 300, heightMm: 80 },
    gaps: 'optical',
    gapMm: 0,
    arc: null,
  });
  if (!set.ok)
    return { as: 'refused', wrong: areWords(letteringWords(set.problem)) ? [] : [letteringWords(set.problem)] };
  const odd = notFinite(set.word.letters.map((l) => l.at));
  return { as: 'taken', wrong: odd ? [odd] : [] };
}

function csv(seed: number): Outcome {
  const { kind, text } = brokenCsv(seed);
  let n = 0;
  const read = fromCsv(kind, text, () => `id${n++}`);
  if (!read.ok) return { as: 'refused', wrong: read.problems.filter((p) => !areWords(p)) };
  const odd = notFinite(read.things);
  return { as: 'taken', wrong: odd ? [odd] : [] };
}

const READERS: Readonly<Record<Kind, (seed: number) => Outcome | Promise<Outcome>>> = { project, svg, font, csv };

parentPort?.on('message', async ({ kind, seed }: { kind: Kind; seed: number }) => {
  let outcome: Outcome;
  try {
    outcome = await READERS[kind](seed);
  } catch (error) {
    outcome = {
      as: 'refused',
      wrong: [`threw ${error instanceof Error ? (error.stack ?? error.message).slice(0, 400) : String(error)}`],
    };
  }
  parentPort?.postMessage(outcome);
});
parentPort?.postMessage('ready');
