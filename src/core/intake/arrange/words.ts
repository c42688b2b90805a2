import { newPiece, type Piece, type Project, type Word } from '../../keep/model';
import type { SetWord } from '../lettering';
import { letterOnGround } from './items';
import { carriedOwn, charOf, letterLabel, ownOf, placeWithOwn } from './letters';

/**
 * Puts a word's letters on the ground, or puts them anew after it was edited. Letters that stay the same keep their piece, with its web and its layer;
 * new ones lie on top of the word. Changes the project given; meant for a draft.
 * @param newId gives an id that no piece has
 */
export function layWord(
  project: Project,
  word: Word,
  set: Pick<SetWord, 'letters' | 'capMm' | 'xMm'>,
  newId: () => string,
): void {
  const old = project.pieces.filter((p) => p.wordId === word.id);
  const index = project.words.findIndex((w) => w.id === word.id);
  const chars = set.letters.map((l) => l.char);
  const own = carriedOwn(old.map(charOf), chars, word.own);
  const laid: Word = { ...word, own, heights: { capMm: set.capMm, xMm: set.xMm } };
  if (index < 0) project.words.push(laid);
  else project.words[index] = laid;

  const spare = [...old];
  const letters = set.letters.map((letter, i): Piece => {
    const label = letterLabel(letter.char);
    const k = spare.findIndex((p) => p.label === label);
    const kept = k < 0 ? undefined : spare.splice(k, 1)[0];
    const mine = ownOf(laid, i);
    const at = placeWithOwn(letter.outline, letterOnGround(letter.at, word.at), mine);
    const fabricId = mine.fabricId ?? word.fabricId;
    return kept
      ? { ...kept, outline: letter.outline, at, fabricId }
      : newPiece({
          id: newId(),
          articleId: word.articleId,
          label,
          fabricId,
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

/** Takes away pieces, and the words that have lost all their letters. Changes the project given. */
export function takeAway(project: Project, ids: readonly string[]): void {
  // An other side goes with its piece, and takes it along.
  const gone = new Set(ids.map((id) => project.pieces.find((p) => p.id === id)?.part?.of ?? id));
  project.pieces = project.pieces.filter((p) => !gone.has(p.id));
  project.order = project.order.filter((id) => !gone.has(id));
  project.layering.pairs = project.layering.pairs.filter((p) => !gone.has(p.under) && !gone.has(p.over));
  const used = new Set(project.pieces.map((p) => p.wordId));
  project.words = project.words.filter((w) => used.has(w.id));
}
