import { current } from 'immer';
import { fabricFrom } from '~/core/choose/material';
import { copyOf, pieceInMiddle, repeatOnArticles, type SameAs, takeAway } from '~/core/intake/arrange';
import { usualPieceCloth } from '~/core/intake/start';
import {
  type Article,
  articleOr,
  type Ground,
  newArticle,
  newGround,
  newId,
  type Project,
  viewOf,
} from '~/core/keep/model';
import { edit, editHere, lookAtArticle, selectAll, useWorkbench } from '~/store';

export { newId };

/** The article that is looked at, in a project or in a draft of it. */
export const articleInHand = (project: Project): Article => articleOr(project, useWorkbench.getState().articleId);

/** The middle of what the article in hand lies on, mm. */
export function middleInHand(project: Project): { x: number; y: number } {
  const { widthMm, heightMm } = articleInHand(project).ground ?? viewOf(project, articleInHand(project).id).ground;
  return { x: widthMm / 2, y: heightMm / 2 };
}

/** Changes the ground of the article in hand; nothing where it has none. @returns as `edit` */
export const editGround = (recipe: (ground: Ground) => void): string | null =>
  edit((project) => {
    const { ground } = articleInHand(project);
    if (ground) recipe(ground);
  });

/** Another article beside the others, on a ground of the same size and cloth as the one in hand; it is looked at. */
export function addArticle(): string | null {
  const id = newId();
  const refused = edit((project) => {
    const like = articleInHand(project);
    const ground = like.ground && newGround({ ...structuredClone(current(like.ground)), outline: null });
    project.articles.push(newArticle({ id, name: `Article ${project.articles.length + 1}`, ground }));
  });
  if (!refused) lookAtArticle(id);
  return refused;
}

/** Takes an article out with everything that lies on it; the last one stays. */
export const takeArticleOut = (articleId: string): string | null =>
  edit((project) => {
    if (project.articles.length < 2) return;
    takeAway(
      project,
      project.pieces.filter((p) => p.articleId === articleId).map((p) => p.id),
    );
    project.articles = project.articles.filter((a) => a.id !== articleId);
    if (project.underlay?.articleId === articleId) project.underlay = null;
  });

/** Moves pieces, words and all, onto another article, to the place they have on this one. */
export const moveToArticle = (ids: readonly string[], articleId: string): string | null =>
  edit((project) => {
    const moved = new Set(ids);
    const words = new Set<string | null>();
    for (const piece of project.pieces)
      if (moved.has(piece.id)) {
        piece.articleId = articleId;
        words.add(piece.wordId);
      }
    for (const word of project.words) if (words.has(word.id)) word.articleId = articleId;
  });

/** Lays the same pieces on every other article, as one step. */
export const sameOnOthers = (ids: readonly string[], as: SameAs): string | null =>
  edit((project) => void repeatOnArticles(project, ids, as, newId));

/** Copies pieces as they lie, or mirrored (another template), as one step; the copies are picked. @returns why it was refused, in words */
export function copyPieces(ids: readonly string[], mirrored: boolean): string | null {
  const copies: string[] = [];
  const refused = edit((project) => {
    for (const id of project.order.filter((o) => ids.includes(o))) {
      const piece = project.pieces.find((p) => p.id === id);
      // An other side is laid out for the copy of its piece.
      if (!piece || piece.part) continue;
      const copy = copyOf(piece, newId(), mirrored);
      project.pieces.push(copy);
      project.order.push(copy.id);
      copies.push(copy.id);
    }
  });
  if (!refused) selectAll(copies);
  return refused;
}

/** Lays one new outline on the middle of the ground, on top; it is picked. @returns why it was refused, in words */
export function layOutline(outline: string, label: string, fabricId: string): string | null {
  const id = newId();
  const refused = editHere((project) => {
    project.pieces.push(
      pieceInMiddle(outline, middleInHand(project), { id, label, fabricId, articleId: articleInHand(project).id }),
    );
    project.order.push(id);
  });
  if (!refused) selectAll([id]);
  return refused;
}

/** A fabric of the project in this very colour; made, as a plain cotton, when there is none. Changes the project given. */
export function fabricOfColour(project: Project, colour: string): string {
  const there = project.fabrics.find((f) => f.colour.toLowerCase() === colour.toLowerCase());
  if (there) return there.id;
  const fabric = fabricFrom('quilting-cotton', { id: newId(), name: `Cotton, ${colour}`, colour });
  project.fabrics.push(fabric);
  return fabric.id;
}

/** The fabric to start a new piece from: that of the piece in hand, or what is usual for this ground. */
export function usualFabric(project: Project): string {
  const { selectedId } = useWorkbench.getState();
  const inHand = project.pieces.find((p) => p.id === selectedId)?.fabricId;
  return inHand ?? usualPieceCloth(project, articleInHand(project).ground?.fabricId ?? null);
}
