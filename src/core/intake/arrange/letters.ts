import { nth } from '../../base/lists';
import {
  applyTo,
  type Bounds,
  boundsOf,
  centreOf,
  composed,
  distanceBetween,
  inverse,
  placement,
  regionOf,
  rotation,
  transformRegion,
} from '../../base/shape';
import {
  beyondMm,
  boxOnGround,
  type Ground,
  type OwnLetter,
  type Piece,
  type Project,
  regionOnGround,
  type Word,
} from '../../keep/model';
import type { SetWord } from '../lettering';
import { creasesOf } from './ground';
import { applyMoves, itemsOf, tidy } from './items';

const LETTER = 'Letter ';
/** How a letter of a word is named in lists: 'Letter A'. */
export const letterLabel = (char: string): string => `${LETTER}${char}`;
/** The letter that such a piece stands for. */
export const charOf = ({ label }: Pick<Piece, 'label'>): string =>
  label.startsWith(LETTER) ? label.slice(LETTER.length) : label;

/** A word's letters as they stand, in the order in which they are read. */
export const lettersOf = (project: Pick<Project, 'pieces'>, wordId: string): Piece[] =>
  project.pieces.filter((p) => p.wordId === wordId);

const plain = (letter: number): OwnLetter => ({ letter, fabricId: null, tiltDeg: 0, raiseMm: 0 });
/** What a letter of a word has of its own. */
export const ownOf = (word: Pick<Word, 'own'>, letter: number): OwnLetter =>
  word.own.find((o) => o.letter === letter) ?? plain(letter);

/** A letter's place with its own tilt, about the middle of its ink, and its own height above the line. */
export function placeWithOwn(
  outline: string,
  at: Piece['at'],
  own: Pick<OwnLetter, 'tiltDeg' | 'raiseMm'>,
): Piece['at'] {
  const c = centreOf(boundsOf(regionOf(outline)));
  const middle = applyTo(placement(at), { x: c.x, y: c.y });
  const up = applyTo(rotation(at.rotateDeg), { x: 0, y: -own.raiseMm });
  const turned = applyTo(rotation(at.rotateDeg + own.tiltDeg), c);
  return {
    xMm: tidy(middle.x + up.x - turned.x),
    yMm: tidy(middle.y + up.y - turned.y),
    rotateDeg: Math.round((at.rotateDeg + own.tiltDeg) * 100) / 100,
  };
}

/** Gives one letter of a word a fabric, a tilt or a height of its own. Changes the project given; meant for a draft. */
export function changeLetter(
  project: Project,
  wordId: string,
  letter: number,
  change: Partial<Omit<OwnLetter, 'letter'>>,
): void {
  const word = project.words.find((w) => w.id === wordId);
  const piece = lettersOf(project, wordId)[letter];
  if (!word || !piece) return;
  const before = ownOf(word, letter);
  const now = { ...before, ...change };
  // Back to the line first, then as it is to be.
  const level = placeWithOwn(piece.outline, piece.at, { tiltDeg: -before.tiltDeg, raiseMm: 0 });
  const line = placeWithOwn(piece.outline, level, { tiltDeg: 0, raiseMm: -before.raiseMm });
  piece.at = placeWithOwn(piece.outline, line, now);
  piece.fabricId = now.fabricId ?? word.fabricId;
  const bare = now.fabricId === null && now.tiltDeg === 0 && now.raiseMm === 0;
  word.own = [...word.own.filter((o) => o.letter !== letter), ...(bare ? [] : [now])].sort(
    (a, b) => a.letter - b.letter,
  );
}

/** What letters have of their own after a word was retyped: letters that are the same from the beginning, or from the end, keep it. */
export function carriedOwn(before: readonly string[], now: readonly string[], own: readonly OwnLetter[]): OwnLetter[] {
  let head = 0;
  while (head < before.length && head < now.length && before[head] === now[head]) head += 1;
  let tail = 0;
  while (
    tail < before.length - head &&
    tail < now.length - head &&
    before[before.length - 1 - tail] === now[now.length - 1 - tail]
  )
    tail += 1;
  return own.flatMap((o) => {
    if (o.letter < head) return [o];
    const fromEnd = before.length - o.letter;
    return fromEnd <= tail ? [{ ...o, letter: now.length - fromEnd }] : [];
  });
}

/** How far the ink of a word's letters reaches along its own line, mm, without what single letters have of their own turning it. */
function inkAlong(project: Project, word: Word): { minX: number; maxX: number } | null {
  const letters = lettersOf(project, word.id);
  if (letters.length === 0) return null;
  const back = inverse(placement(word.at));
  const b = boundsOf(letters.flatMap((p) => transformRegion(regionOf(p.outline), composed(placement(p.at), back))));
  return { minX: b.minX, maxX: b.maxX };
}

/** Where a straight word stands after it was retyped, so that its left end, its middle or its right end stays where it was. */
export function keptAnchor(project: Project, word: Word, set: Pick<SetWord, 'bounds'>): Word['at'] {
  const old = inkAlong(project, word);
  if (!old || word.arc) return word.at;
  const { minX, maxX } = set.bounds;
  const by = {
    left: old.minX - minX,
    middle: (old.minX + old.maxX - minX - maxX) / 2,
    right: old.maxX - maxX,
  }[word.anchor];
  const p = applyTo(placement(word.at), { x: by, y: 0 });
  return { ...word.at, xMm: tidy(p.x), yMm: tidy(p.y) };
}

/** What of a word counts when it is centred up and down: tails below the line pull it up. */
export type WordHeight = 'capitals' | 'small' | 'ink';

/** The box of an unturned straight word, its height counted as said; of any other word that of its ink. */
export function wordBox(project: Project, word: Word, height: WordHeight): Bounds {
  const boxes = lettersOf(project, word.id).map(boxOnGround);
  const ink: Bounds = {
    minX: Math.min(...boxes.map((b) => b.minX)),
    minY: Math.min(...boxes.map((b) => b.minY)),
    maxX: Math.max(...boxes.map((b) => b.maxX)),
    maxY: Math.max(...boxes.map((b) => b.maxY)),
  };
  if (height === 'ink' || word.arc || word.at.rotateDeg !== 0 || !word.heights) return ink;
  const above = height === 'capitals' ? word.heights.capMm : word.heights.xMm;
  return { ...ink, minY: word.at.yMm - above, maxY: word.at.yMm };
}

/** Moves a whole word. Changes the project given. */
export function moveWord(project: Project, wordId: string, dxMm: number, dyMm: number): void {
  const ids = lettersOf(project, wordId).map((p) => p.id);
  applyMoves(
    project,
    itemsOf(project, ids).map((item) => ({ item, dxMm, dyMm })),
  );
}

/** How far a word has to move along for one of its letters to stand with its middle on the upright crease nearest to it; the middle of the ground where none is folded. */
export function ontoCrease(
  project: Project,
  wordId: string,
  letter: number,
  ground: Parameters<typeof creasesOf>[0],
): number {
  const piece = lettersOf(project, wordId)[letter];
  if (!piece) return 0;
  const middle = centreOf(boxOnGround(piece)).x;
  const folded = creasesOf(ground).across;
  const creases = folded.length > 0 ? folded : [ground.widthMm / 2];
  const nearest = creases.reduce((a, b) => (Math.abs(b - middle) < Math.abs(a - middle) ? b : a));
  return nearest - middle;
}

/** One letter's place for laying it by a ruler, on the ground, mm. */
export interface LetterPlace {
  readonly char: string;
  readonly pieceId: string;
  readonly leftMm: number;
  /** Its lowest ink, from the ground's bottom edge. */
  readonly bottomMm: number;
  /** Ink to ink to the next letter; null for the last. */
  readonly gapMm: number | null;
}

/** Each letter's left edge, bottom and gap to the next, as they stand on the ground as it is cut. */
export function letterPlaces(
  project: Project,
  word: Word,
  ground: Pick<Ground, 'heightMm' | 'seamAllowanceMm' | 'squaringMm'>,
): LetterPlace[] {
  const beyond = beyondMm(ground);
  const letters = lettersOf(project, word.id);
  const boxes = letters.map(boxOnGround);
  const regions = letters.map((p) => regionOnGround(p));
  return letters.map((piece, i) => ({
    char: charOf(piece),
    pieceId: piece.id,
    leftMm: nth(boxes, i).minX + beyond,
    bottomMm: ground.heightMm + beyond - nth(boxes, i).maxY,
    gapMm: i + 1 < letters.length ? distanceBetween(nth(regions, i), nth(regions, i + 1)) : null,
  }));
}
