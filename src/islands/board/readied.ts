import type { Fabric, Project, Step } from '~/core/keep/model';

/** Cloths that are made ready before anything is traced: those of grounds and pieces, where they are washed only those that were not yet; null at any other step. */
export function readied(project: Project, { does }: Pick<Step, 'does'>): Fabric[] | null {
  if (does.code !== 'wash-first' && does.code !== 'press-smooth') return null;
  const used = new Set([
    ...project.articles.flatMap((a) => (a.ground ? [a.ground.fabricId] : [])),
    ...project.pieces.map((p) => p.fabricId),
  ]);
  return project.fabrics.filter((f) => used.has(f.id) && !(does.code === 'wash-first' && f.prewashed));
}
