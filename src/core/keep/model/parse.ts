import { parseCapped } from './capped';
import { readJson } from './json';
import { clothProblems, referenceProblems, thingProblems } from './meaning';
import { migrate, placeAsItCame } from './migrate';
import { type Problem, problemsFrom } from './problems';
import { type Project, projectSchema } from './project';

export type ParsedProject = { ok: true; project: Project } | { ok: false; problems: Problem[] };

/** At most this many problems are told at once; when there are more, a last line says so. */
const TELL = 20;

/** Puts back the fields we do not know, so that a file with more in it than we read goes out as it came in. */
function keepUnknown<T>(raw: unknown, parsed: T): T {
  if (Array.isArray(parsed) && Array.isArray(raw)) return parsed.map((p, i) => keepUnknown(raw[i], p)) as T;
  if (typeof parsed !== 'object' || parsed === null || typeof raw !== 'object' || raw === null) return parsed;
  const out: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(raw)) if (key !== '__proto__' && !(key in parsed)) out[key] = value;
  for (const [key, value] of Object.entries(parsed))
    out[key] = keepUnknown((raw as Record<string, unknown>)[key], value);
  return out as T;
}

/** The first problems of a sound shape's meaning, one more than are told. */
export function meaningProblems(project: Project, most = TELL + 1): Problem[] {
  const problems: Problem[] = [];
  for (const found of [thingProblems(project), referenceProblems(project)])
    for (const problem of found) {
      problems.push(problem);
      if (problems.length >= most) return problems;
    }
  // Sizes can only be added up once every outline is known to be one.
  return problems.length > 0 ? problems : [...clothProblems(project)];
}

/**
 * Reads anything as a project: checks format and version, migrates, validates, follows every reference.
 * Fields we do not know are kept. Never throws. Stops looking once there is more to tell than is told.
 * @returns the project, or at most 20 problems, each with a message that says which item, which field and what is allowed
 */
export function parseProject(raw: unknown): ParsedProject {
  const lifted = migrate(raw);
  if (!lifted.ok) return { ok: false, problems: [lifted.problem] };
  const result = parseCapped(projectSchema, lifted.doc, TELL + 1);
  const problems = result.ok ? meaningProblems(result.data) : problemsFrom(result, lifted.doc);
  if (!result.ok || problems.length > 0) {
    const { version } = raw as { version?: unknown };
    // Both covers of a lifted file are the one it had: what is wrong with it is told once.
    const told = problems
      .map((p) => ({ ...p, path: placeAsItCame(p.path, version) }))
      .filter((p, i, all) => all.findIndex((q) => q.path === p.path && q.code === p.code) === i)
      .slice(0, TELL);
    if (problems.length > TELL) told.push({ code: 'more', message: 'And there are more like these.', path: '' });
    return { ok: false, problems: told };
  }
  return { ok: true, project: keepUnknown(lifted.doc, result.data) };
}

/** Reads a project from JSON text. Never throws. */
export function parseProjectText(json: string): ParsedProject {
  const read = readJson(json, 'This file is not JSON, so it cannot be a project');
  return read.ok
    ? parseProject(read.value)
    : { ok: false, problems: [{ code: 'not-json', message: read.message, path: '' }] };
}
