import type { Project } from '../../keep/model';
import type { RecipeQuestion } from './recipe';

const bounded = (v: unknown, usual: number, min: number, max: number): number =>
  typeof v === 'number' && Number.isFinite(v) ? Math.min(max, Math.max(min, v)) : usual;

type Measured = Extract<RecipeQuestion, { is: 'length' | 'count' }>;
/** What a question about a length or a number is answered with; what nobody answered, or no number, is usual. */
export function measureOf({ recipe }: Pick<Project, 'recipe'>, q: Measured): number {
  const v = recipe.answers[q.key];
  return q.is === 'length' ? bounded(v, q.usualMm, q.minMm, q.maxMm) : Math.round(bounded(v, q.usual, q.min, q.max));
}

/** The same where what is usual hangs on what the project is. */
export const measureIn = (project: Project, q: Measured): number =>
  measureOf(
    project,
    q.is === 'length' && q.usualMmFor
      ? { ...q, usualMm: Math.min(q.maxMm, Math.max(q.minMm, q.usualMmFor(project))) }
      : q,
  );

type Picked = Extract<RecipeQuestion, { is: 'one-of' }>;
/** Which of its options a question is answered with; what is none of them is usual. */
export const pickedOf = ({ recipe }: Pick<Project, 'recipe'>, q: Picked): string =>
  (q.options.find((o) => o.value === recipe.answers[q.key]) ?? q.usual).value;
/** The same where what is usual hangs on what the project is. */
export const pickedIn = (project: Project, q: Picked): string =>
  pickedOf(project, { ...q, usual: q.usualFor?.(project) ?? q.usual });

/** The fabric that an answer names; undefined where it names none of the project. */
export function clothNamed({ recipe, fabrics }: Pick<Project, 'recipe' | 'fabrics'>, key: string): string | undefined {
  const id = recipe.answers[key];
  return fabrics.find((f) => f.id === id)?.id;
}

/** The fabrics that an answer lists, those of them that the project has. */
export function clothsNamed({ recipe, fabrics }: Pick<Project, 'recipe' | 'fabrics'>, key: string): string[] {
  const ids = recipe.answers[key];
  const known = new Set(fabrics.map((f) => f.id));
  return (Array.isArray(ids) ? ids : []).flatMap((id) => (typeof id === 'string' && known.has(id) ? [id] : []));
}
