import { useEffect, useRef } from 'react';
import type { Project } from '~/core/keep/model';
import { attempt, readDrawer, useWorkbench } from '~/store';
import { bookInDrawer } from './drawer-booking';

/**
 * Whenever a project is booked as cut, or is not any more (by its button, by Undo or Redo, or by an earlier version), the drawer follows.
 * Only the tab that writes the project does so.
 */
export function useBooking(project: Project | null): void {
  const role = useWorkbench((s) => s.role);
  const was = useRef<Project | null>(null);
  useEffect(() => {
    const before = was.current;
    was.current = project;
    if (!project || !before || before.id !== project.id || role !== 'writer') return;
    if ((before.gathering.taken?.at ?? null) === (project.gathering.taken?.at ?? null)) return;
    const words = project.gathering.taken ? `${project.name}: cut` : `${project.name}: not cut after all`;
    void attempt(async () => bookInDrawer(await readDrawer(), before, project, words)).then((done) => {
      if (!done.ok) useWorkbench.setState({ refused: `The drawer could not be changed. ${done.words}` });
    });
  }, [project, role]);
}
