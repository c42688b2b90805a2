import {
  ARCHIVE_LIMITS,
  EVERYTHING_ENTRY,
  type Everything,
  type EverythingRead,
  everythingEntries,
  everythingFromEntries,
  looksZipped,
  projectEntries,
  projectFromEntries,
  unzipStream,
  zipEntries,
} from '~/core/keep/archive';
import { LIMITS, type Project, readJson } from '~/core/keep/model';

/** What was in a file that was opened: one project, not yet checked, or everything that someone kept. */
export type FileRead =
  | { readonly kind: 'project'; readonly raw: unknown }
  | { readonly kind: 'everything'; readonly read: EverythingRead }
  | { readonly kind: 'no'; readonly message: string };

async function* chunksOf(file: Blob): AsyncGenerator<Uint8Array> {
  const reader = file.stream().getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    yield value;
  }
}

const no = (message: string): FileRead => ({ kind: 'no', message });

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
      return json.ok ? { kind: 'project', raw: json.value } : no(`${json.message} Choose a .seam or .seam.json file.`);
    }
    const unzipped = await unzipStream(chunksOf(file), (read) => onProgress?.(read / file.size));
    if (!unzipped.ok) return no(unzipped.message);
    if (unzipped.entries.has(EVERYTHING_ENTRY)) {
      const everything = everythingFromEntries(unzipped.entries);
      return everything.ok ? { kind: 'everything', read: everything.read } : no(everything.message);
    }
    const project = projectFromEntries(unzipped.entries);
    return project.ok ? { kind: 'project', raw: project.raw } : no(project.message);
  },
};
export type ArchiveWorker = typeof archive;
