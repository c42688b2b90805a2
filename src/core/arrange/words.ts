import type { SetWord } from '../lettering';
import { newPiece, type Piece, type Project, type Word } from '../model';
import { letterOnGround } from './items';

/**
 * Puts a word's letters on the ground, or puts them anew after it was edited. Letters that stay the same keep their piece, with its web and its layer;
 * new ones lie on top of the word. Changes the project given; meant for a draft.
 * @param newId gives an id that no piece has
 */
export function layWord(project: Project, word: Word, set: SetWord, newId: () => string): void {
  const old = project.pieces.filter((p) => p.wordId === word.id);
  const index = project.words.findIndex((w) => w.id === word.id);
  if (index < 0) project.words.push(word);
  else project.words[index] = word;

  const spare = [...old];
  const letters = set.letters.map((letter): Piece => {
    const label = letterLabel(letter.char);
    const k = spare.findIndex((p) => p.label === label);
    const kept = k < 0 ? undefined : spare.splice(k, 1)[0];
    const at = letterOnGround(letter.at, word.at);
    return kept
      ? { ...kept, outline: letter.outline, at, fabricId: word.fabricId }
      : newPiece({
          id: newId(),
          articleId: word.articleId,
          label,
          fabricId: word.fabricId,
          outline: letter.outline,
          at,
          wordId: word.id,
        });
  });
  const gone = new Set(old.map((p) => p.id));
  const first = project.pieces.findIndex((p) => gone.has(p.id));
  const place = project.order.findIndex((id) => gone.has(id));
  project.pieces = project.pieces.filter((p) => !gone.has(p.id));
  project.pieces.splice(first < 0 ? project.pieces.length : first, 0, ...letters);
  project.order = project.order.filter((id) => !gone.has(id));
  project.order.splice(place < 0 ? project.order.length : place, 0, ...letters.map((l) => l.id));
}

/** What a letter's piece is called. */
export const letterLabel = (char: string): string => `Letter ${char}`;

/** Takes away pieces, and the words that have lost all their letters. Changes the project given. */
export function takeAway(project: Project, ids: readonly string[]): void {
  const gone = new Set(ids);
  project.pieces = project.pieces.filter((p) => !gone.has(p.id));
  project.order = project.order.filter((id) => !gone.has(id));
  project.layering.pairs = project.layering.pairs.filter((p) => !gone.has(p.under) && !gone.has(p.over));
  const used = new Set(project.pieces.map((p) => p.wordId));
  project.words = project.words.filter((w) => used.has(w.id));
}
