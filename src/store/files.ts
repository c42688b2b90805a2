import { sealed } from '~/core/keep/archive';
import { fileStem, type Project } from '~/core/keep/model';
import { withArchiveWorker } from '~/workers';

// Projects that leave the browser as files.

/** A project as the file that leaves the browser: a `.seam` zip when it has pictures, plain JSON when it has none. */
export async function projectFile(project: Project): Promise<{ blob: Blob; filename: string }> {
  const stem = fileStem(project.name);
  if (project.pictures.length > 0) {
    try {
      return { blob: await withArchiveWorker((w) => w.packProject(project)), filename: `${stem}.seam` };
    } catch {
      // A thread that cannot be had is no reason to lose work: the pictures then travel inside the JSON.
    }
  }
  return {
    blob: new Blob([JSON.stringify(sealed(project), null, 1)], { type: 'application/json' }),
    filename: `${stem}.seam.json`,
  };
}

/** Hands a file to the browser's own download. */
export function download(blob: Blob, filename: string): void {
  const url = URL.createObjectURL(blob);
  const a = document.createElement('a');
  a.href = url;
  a.download = filename;
  a.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A document that is no sound project, as it is, for whoever can make something of it. */
export function exportRaw(raw: unknown, name: string): void {
  download(new Blob([JSON.stringify(raw, null, 1)], { type: 'application/json' }), `${fileStem(name)}-as-it-was.json`);
}
