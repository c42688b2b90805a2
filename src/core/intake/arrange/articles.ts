import { type Project, viewOf } from '../../keep/model';
import { copyOf, tidy } from './items';

/** Where a placement lies on another article: its middle where the middle is, or as far from the upper left corner. */
export type SameAs = 'middle' | 'corner';

/**
 * Lays the same on every other article of a project, as it lies on its own. Words become plain pieces there. Changes the project given; meant for a draft.
 * @param newId gives each copy its id
 * @returns the ids of the copies
 */
export function repeatOnArticles(project: Project, ids: readonly string[], as: SameAs, newId: () => string): string[] {
  const mine = project.order.filter((id) => ids.includes(id));
  const first = project.pieces.find((p) => p.id === mine[0]);
  if (!first) return [];
  const from = viewOf(project, first.articleId).ground;
  const copies: string[] = [];
  for (const article of project.articles) {
    if (article.id === first.articleId) continue;
    const onto = viewOf(project, article.id).ground;
    const middle = as === 'middle';
    const dxMm = middle ? (onto.widthMm - from.widthMm) / 2 : 0;
    const dyMm = middle ? (onto.heightMm - from.heightMm) / 2 : 0;
    for (const id of mine) {
      const piece = project.pieces.find((p) => p.id === id);
      if (!piece || piece.part || piece.articleId !== first.articleId) continue;
      const copy = copyOf(piece, newId(), false, 0);
      project.pieces.push({
        ...copy,
        articleId: article.id,
        at: { ...piece.at, xMm: tidy(piece.at.xMm + dxMm), yMm: tidy(piece.at.yMm + dyMm) },
      });
      project.order.push(copy.id);
      copies.push(copy.id);
    }
  }
  return copies;
}
