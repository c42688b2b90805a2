import {
  ARCHIVE_LIMITS,
  type ArchiveProblem,
  EVERYTHING_ENTRY,
  type Everything,
  type EverythingRead,
  everythingEntries,
  everythingFromEntries,
  looksZipped,
  openSeal,
  projectEntries,
  projectFromEntries,
  unzip,
  zipEntries,
} from '~/core/keep/archive';
import { LIMITS, type Project, readJson } from '~/core/keep/model';
import { archiveWords } from '~/words';

/** What was in a file that was opened: one project, not yet checked, or everything that someone kept. */
export type FileRead =
  /** @property damage what in it is not as it was written, in words; empty: all is sound */
  | { readonly kind: 'project'; readonly raw: unknown; readonly damage: readonly string[] }
  | { readonly kind: 'everything'; readonly read: EverythingRead }
  | { readonly kind: 'no'; readonly message: string };

const no = (message: string): FileRead => ({ kind: 'no', message });
const refused = (problems: readonly ArchiveProblem[]): FileRead => no(problems.map(archiveWords).join(' '));

/** A document without its sum, and whether that is right: a document of another sum was changed, by a hand or by damage. */
function unsealed(raw: unknown, damage: readonly ArchiveProblem[]): FileRead {
  const { raw: doc, sealed } = openSeal(raw);
  const all = sealed === false ? [...damage, CHANGED] : damage;
  return { kind: 'project', raw: doc, damage: all.map(archiveWords) };
}
const CHANGED: ArchiveProblem = { code: 'changed' };

const zipped = (entries: Parameters<typeof zipEntries>[0], onProgress?: (share: number) => void): Blob =>
  new Blob(zipEntries(entries, onProgress) as BlobPart[], { type: 'application/zip' });

/** Packing and unpacking of files, for a thread of the page; plain functions, so that tests call them too. */
export const archive = {
  packProject: (project: Project): Blob => zipped(projectEntries(project)),
  packEverything: (all: Everything, keptAt: string, onProgress?: (share: number) => void): Blob =>
    zipped(everythingEntries(all, keptAt), onProgress),
  /** Reads a `.seam`, a `.seam.json` or a file with everything, by what is in it and not by its name. Never throws. */
  readFile: async (file: Blob, onProgress?: (share: number) => void): Promise<FileRead> => {
    if (file.size > ARCHIVE_LIMITS.bytes) return no('It is larger than 200 MB. Is it the right file?');
    const head = new Uint8Array(await file.slice(0, 4).arrayBuffer());
    if (!looksZipped(head)) {
      if (file.size > LIMITS.bodyBytes)
        return no('It is larger than 16 MB. A project file without pictures is far smaller; is it the right one?');
      const json = readJson(await file.text(), 'This file is not JSON, so it cannot be a project');
      return json.ok ? unsealed(json.value, []) : no(`${json.message} Choose a .seam or .seam.json file.`);
    }
    const unzipped = await unzip(file, (read) => onProgress?.(read / file.size));
    if (!unzipped.ok) return refused([unzipped.problem]);
    const damage: ArchiveProblem[] = [...unzipped.damaged].map((name) => ({ code: 'entry-changed', name }));
    if (unzipped.changed && damage.length === 0) damage.push(CHANGED);
    if (unzipped.entries.has(EVERYTHING_ENTRY)) {
      const everything = everythingFromEntries(unzipped.entries, unzipped.damaged);
      if (!everything.ok) return refused([...damage, ...everything.problems]);
      const { read } = everything;
      return { kind: 'everything', read: { ...read, problems: [...damage, ...read.problems] } };
    }
    const project = projectFromEntries(unzipped.entries);
    return project.ok ? unsealed(project.raw, damage) : refused([...damage, project.problem]);
  },
};
export type ArchiveWorker = typeof archive;
