import type { Fabric, Project, Step } from '~/core/keep/model';

/** Cloths that are washed, or pressed smooth; null at any other step. */
export function readied(project: Project, { does }: Pick<Step, 'does'>): Fabric[] | null {
  if (does.code !== 'wash-first' && does.code !== 'press-smooth') return null;
  const ids = new Set(does.fabricIds);
  return project.fabrics.filter((f) => ids.has(f.id));
}
