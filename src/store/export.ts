import { bearingOn } from '~/core/keep/book';
import { MOST_BROUGHT, type Project } from '~/core/keep/model';
import { readBook } from './book';
import { download, projectFile } from './files';

/** A project as a file, handed to the browser's download. What was tried with its irons and webs goes along: elsewhere its seconds are the same. */
export async function exportProject(project: Project): Promise<void> {
  const book = await readBook().catch(() => []);
  const all = new Map([...project.swatches, ...book].map((s) => [s.id, s]));
  const swatches = bearingOn([...all.values()], project, MOST_BROUGHT);
  const { blob, filename } = await projectFile({ ...project, swatches });
  download(blob, filename);
}
