import type { Problem } from './problems';
import { PROJECT_FORMAT, PROJECT_VERSION } from './project';

type Doc = Record<string, unknown>;
/** Lifts a document from the version of its key to the next. */
export type Migrations = Readonly<Record<number, (doc: Doc) => Doc>>;

/** None yet: version 1 is the first. A change of meaning adds `1: (doc) => …` here and raises PROJECT_VERSION. */
const MIGRATIONS: Migrations = {};

/**
 * Checks that a document is one of ours and lifts it to the current version.
 * @returns the document at version `to`, or a problem that says what to do
 */
export function migrate(
  raw: unknown,
  steps: Migrations = MIGRATIONS,
  to: number = PROJECT_VERSION,
): { ok: true; doc: Doc } | { ok: false; problem: Problem } {
  const fail = (code: string, message: string, path = ''): { ok: false; problem: Problem } => ({
    ok: false,
    problem: { code, message, path },
  });
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return fail(
      'not-a-project',
      'This is not a project file: it should hold one object. Choose a file that ends in .seam.json.',
    );
  let doc = raw as Doc;
  if (doc['format'] !== PROJECT_FORMAT)
    return fail(
      'not-a-project',
      `This is not a project file: its “format” should be “${PROJECT_FORMAT}”. Choose a file that was exported here.`,
      'format',
    );
  let version = doc['version'];
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return fail('wrong-version', `The project's “version” should be a whole number from 1 to ${to}.`, 'version');
  if (version > to)
    return fail(
      'newer-version',
      `The project is of version ${version}, newer than this application knows (${to}). Update the application, then open it again.`,
      'version',
    );
  while ((version as number) < to) {
    const step = steps[version as number];
    if (!step) return fail('wrong-version', `Projects of version ${version} can no longer be opened.`, 'version');
    version = (version as number) + 1;
    doc = { ...step(doc), version };
  }
  return { ok: true, doc };
}
