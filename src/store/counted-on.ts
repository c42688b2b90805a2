import { useLiveQuery } from 'dexie-react-hooks';
import type { CountedOn } from '~/core/cut/gather';
import type { Project } from '~/core/keep/model';
import { attempt } from './attempt';
import { db } from './db';

/** Keeps what a project counts on of the Drawer, for the others to know. */
export const noteCountedOn = ({ id, name }: Pick<Project, 'id' | 'name'>, needs: CountedOn['needs']): void =>
  void attempt(() => db.countedOn.put({ projectId: id, name, needs }));

/** What the other projects that are here count on, each as its list said last. */
export async function countedOnByOthers(projectId: string): Promise<CountedOn[]> {
  const rows = await db.countedOn.where('projectId').notEqual(projectId).toArray();
  const projects = await db.projects.bulkGet(rows.map((r) => r.projectId));
  return rows.flatMap((row, i) => {
    const project = projects[i];
    // What was cut is out of the Drawer already; what lies in the bin counts on nothing.
    if (!project || project.deletedAt !== null || project.doc.gathering?.taken) return [];
    return [{ ...row, name: project.name }];
  });
}
export const useCountedOnByOthers = (projectId: string): readonly CountedOn[] =>
  useLiveQuery(() => countedOnByOthers(projectId).catch(() => []), [projectId], []);
