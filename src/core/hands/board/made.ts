import { lookup, type Project } from '../../keep/model';
import type { BoardStep } from './progress';

/** How many things a project makes: its articles with their copies; of what lies on no ground, as many as its pieces. */
export function thingsMade(project: Project): number {
  const look = lookup(project);
  return project.articles.reduce((n, article) => {
    const pieces = project.pieces.filter((p) => p.articleId === article.id && p.part === null);
    return n + (article.ground || pieces.length === 0 ? article.count : Math.max(...pieces.map(look.copiesOf)));
  }, 0);
}

/** Of things that are bonded batch after batch, how many hold already; null: nothing is made in batches. */
export function madeSoFar(steps: readonly BoardStep[]): { readonly made: number; readonly of: number } | null {
  const bonds = steps.filter(({ step }) => step.batch !== null && (step.kind === 'bond' || step.kind === 'steam-pass'));
  if (bonds.length === 0) return null;
  const sum = (list: readonly BoardStep[]): number => list.reduce((n, { step }) => n + step.copies, 0);
  return { made: sum(bonds.filter((b) => b.done)), of: sum(bonds) };
}

/** What is made once more when a piece is spoiled: it alone, or along with its other side where the two are bonded already. */
export function spoiledWith(project: Project, steps: readonly BoardStep[], pieceId: string): string[] {
  const piece = project.pieces.find((p) => p.id === pieceId);
  const others = project.pieces.filter(
    (p) =>
      (p.part?.role === 'other-side' && p.part.of === pieceId) ||
      (piece?.part?.role === 'other-side' && piece.part.of === p.id),
  );
  const bonded = (id: string): boolean =>
    steps.some(
      ({ step, doneCopies }) =>
        doneCopies > 0 && step.kind === 'bond' && step.members.includes(pieceId) && step.members.includes(id),
    );
  return [pieceId, ...others.map((p) => p.id).filter(bonded)];
}
