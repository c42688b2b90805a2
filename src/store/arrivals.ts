import { keptBoard, withHandsOf } from '~/core/hands/board';
import { type EverythingRead, sameDoc } from '~/core/keep/archive';
import { newId, type Project, parseProject } from '~/core/keep/model';
import { type FileRead, proxy, withArchiveWorker } from '~/workers';
import { Attempted } from './attempt';
import { noteSeen } from './book';
import { asInFile } from './pack';
import { putProject, readProject, takeProject } from './projects';
import { keepVersion } from './versions';
import { isWrittenElsewhere } from './writer';

// Projects that come in as files.

/** A project of a file, of which something has to be said first. */
export interface Arrived {
  readonly project: Project;
  /** What of the file is not as it was written, in words; empty: all is sound. */
  readonly damage: readonly string[];
  /** The same project as it is here, and when it was changed last; null: it is not here. */
  readonly here: { readonly project: Project; readonly updatedAt: number } | null;
}

export type Opened =
  | { readonly kind: 'project'; readonly id: string; readonly name: string }
  /** Sound, but it is here already and differs, or is not as it was written: {@link takeArrived}. */
  | { readonly kind: 'asks'; readonly arrived: Arrived }
  /** Not sound, but it can be mended: {@link takeDamaged}. */
  | { readonly kind: 'damaged'; readonly problems: readonly string[]; readonly raw: unknown }
  | { readonly kind: 'everything'; readonly read: EverythingRead }
  | { readonly kind: 'no'; readonly problems: readonly string[] };

/**
 * Takes in a file: a project, or everything that was kept. Nothing of a project is stored unless all of it is sound, new here and as it was written.
 * Everything that was kept is only read here; {@link bringBack} stores it.
 */
export async function openFile(file: File, onProgress: (share: number) => void = () => undefined): Promise<Opened> {
  const read = await withArchiveWorker<FileRead>(async (w) => await w.readFile(file, proxy(onProgress)));
  if (read.kind === 'no') return { kind: 'no', problems: [read.message] };
  if (read.kind === 'everything') return read;
  const parsed = parseProject(read.raw);
  if (!parsed.ok) {
    const problems = [...read.damage, ...parsed.problems.map((p) => p.message)];
    const { repairProject } = await import('~/core/keep/repair');
    return repairProject(read.raw).ok ? { kind: 'damaged', problems, raw: read.raw } : { kind: 'no', problems };
  }
  const { damage } = read;
  // What was tried belongs to the maker: it goes into the book, where it is seen and can be set aside.
  if (damage.length === 0) await noteSeen(parsed.project.swatches);
  const project = { ...parsed.project, swatches: [] };
  const row = await readProject(project.id);
  const mine = row && row.deletedAt === null ? parseProject(row.doc) : null;
  const here = row && mine?.ok ? { project: mine.project, updatedAt: row.updatedAt } : null;
  const same = here !== null && sameDoc(asInFile(here.project), asInFile(project));
  if (damage.length > 0 || (here && !same)) return { kind: 'asks', arrived: { project, damage, here } };
  return { kind: 'project', id: same ? project.id : await takeProject(project), name: project.name };
}

/**
 * What becomes of a project that is here already:
 * - hands: what was done there at the board counts here, too, with the photos of its diary; everything else stays as it is here;
 * - instead: it takes the place of the one here, which is put by; what was done on both counts;
 * - beside: it comes in as another.
 */
export type ArrivalChoice = 'hands' | 'instead' | 'beside';

/** Stores a project that arrived. @returns its id here @throws Attempted with words, where another tab is at work on it */
export async function takeArrived({ project, here }: Arrived, choice: ArrivalChoice): Promise<string> {
  if (!here || choice === 'beside') return takeProject(project);
  const { id } = project;
  if (await isWrittenElsewhere(id))
    throw new Attempted(`“${here.project.name}” is open in another tab. Close it there, then open this file again.`);
  const row = await readProject(id);
  const now = row && parseProject(row.doc);
  if (!row || !now?.ok) return takeProject(project);
  const joined = withHandsOf(choice === 'hands' ? now.project : project, now.project, project);
  const next = { ...joined, board: keptBoard(joined.board).board };
  const checked = parseProject(asInFile(next));
  if (!checked.ok)
    throw new Attempted(`Both together would be no sound project: ${checked.problems[0]?.message ?? ''}`);
  await keepVersion(id, row.doc, 'before');
  await putProject(checked.project, { createdAt: row.createdAt, rev: (row.rev ?? 0) + 1 });
  return id;
}

/** A project's file read, and nothing stored: to look at what it says. @returns null where it is none that can be opened */
export async function lookIntoFile(
  file: File,
): Promise<{ readonly project: Project; readonly damage: readonly string[] } | null> {
  const read = await withArchiveWorker<FileRead>(
    async (w) =>
      await w.readFile(
        file,
        proxy(() => undefined),
      ),
  );
  if (read.kind !== 'project') return null;
  const parsed = parseProject(read.raw);
  return parsed.ok ? { project: parsed.project, damage: read.damage } : null;
}

/** Stores a damaged document as it is, so that it opens in repair. @param name for one that has none @returns its id here */
export async function takeDamaged(raw: unknown, name: string): Promise<string> {
  const id = newId();
  await putProject({ ...(raw as Project), id, name: (nameIn(raw) || name).slice(0, 200) || 'A damaged project' });
  return id;
}

const nameIn = (raw: unknown): string =>
  typeof raw === 'object' && raw !== null && 'name' in raw && typeof raw.name === 'string' ? raw.name : '';
