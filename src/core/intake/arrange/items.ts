import { nth } from '../../base/lists';
import {
  applyTo,
  type Bounds,
  boundsOf,
  centreOf,
  mergeBounds,
  mirrorAt,
  type Point,
  placement,
  regionOf,
  rotation,
  scaling,
  transformPath,
  translation,
} from '../../base/shape';
import {
  boxOnGround,
  finishedMarks,
  finishedOutline,
  movedMarks,
  newPiece,
  type Piece,
  type Project,
} from '../../keep/model';

/** Something that is moved as one: a piece, or all letters of a word. */
export interface Item {
  readonly pieceIds: readonly string[];
  readonly wordId: string | null;
  readonly box: Bounds;
  /** Height of the baseline on the ground, for an unturned straight word; null for anything else. */
  readonly baselineMm: number | null;
}

/** All pieces that go along with these: a letter brings its whole word. */
export function wholeWords(project: Project, ids: readonly string[]): string[] {
  const words = new Set(project.pieces.filter((p) => p.wordId !== null && ids.includes(p.id)).map((p) => p.wordId));
  return project.pieces
    .filter((p) => ids.includes(p.id) || (p.wordId !== null && words.has(p.wordId)))
    .map((p) => p.id);
}

/** The things that a selection consists of, in the order of the pieces. */
export function itemsOf(project: Project, ids: readonly string[]): Item[] {
  const all = new Set(wholeWords(project, ids));
  const byKey = new Map<string, Piece[]>();
  for (const piece of project.pieces) {
    if (!all.has(piece.id)) continue;
    const key = piece.wordId === null ? `piece ${piece.id}` : `word ${piece.wordId}`;
    byKey.set(key, [...(byKey.get(key) ?? []), piece]);
  }
  return [...byKey.values()].map((pieces) => {
    const wordId = nth(pieces, 0).wordId;
    const word = wordId === null ? undefined : project.words.find((w) => w.id === wordId);
    return {
      pieceIds: pieces.map((p) => p.id),
      wordId,
      box: mergeBounds(pieces.map(boxOnGround)),
      baselineMm: word && !word.arc && word.at.rotateDeg === 0 ? word.at.yMm : null,
    };
  });
}

/** How far an item is to be moved, mm. */
export interface Move {
  readonly item: Item;
  readonly dxMm: number;
  readonly dyMm: number;
}

/** A length to a thousandth of a millimetre, so that files stay short. */
export const tidy = (mm: number): number => Math.round(mm * 1000) / 1000;

/** Moves pieces, and the word they belong to. Changes the project given; meant for a draft. */
export function applyMoves(project: Project, moves: readonly Move[]): void {
  for (const { item, dxMm, dyMm } of moves) {
    for (const piece of project.pieces) {
      if (!item.pieceIds.includes(piece.id)) continue;
      piece.at.xMm = tidy(piece.at.xMm + dxMm);
      piece.at.yMm = tidy(piece.at.yMm + dyMm);
    }
    const word = project.words.find((w) => w.id === item.wordId);
    if (word) {
      word.at.xMm = tidy(word.at.xMm + dxMm);
      word.at.yMm = tidy(word.at.yMm + dyMm);
    }
  }
}

/** Turns items together about a point of the ground by degrees clockwise. Changes the project given. */
export function turnItems(project: Project, items: readonly Item[], about: Point, byDeg: number): void {
  const turn = rotation(byDeg);
  const turned = (at: Piece['at']): Piece['at'] => {
    const p = applyTo(turn, { x: at.xMm - about.x, y: at.yMm - about.y });
    const deg = (((at.rotateDeg + byDeg) % 360) + 360) % 360;
    return { xMm: tidy(p.x + about.x), yMm: tidy(p.y + about.y), rotateDeg: Math.round(deg * 100) / 100 };
  };
  for (const item of items) {
    for (const piece of project.pieces) if (item.pieceIds.includes(piece.id)) piece.at = turned(piece.at);
    const word = project.words.find((w) => w.id === item.wordId);
    if (word) word.at = turned(word.at);
  }
}

/** Makes items larger or smaller together about a point of the ground, aspect kept; words keep being words, at the new size. Changes the project given. */
export function resizeItems(project: Project, items: readonly Item[], about: Point, factor: number): void {
  const grown = (at: Piece['at']): Piece['at'] => ({
    ...at,
    xMm: tidy(about.x + (at.xMm - about.x) * factor),
    yMm: tidy(about.y + (at.yMm - about.y) * factor),
  });
  const outlines = new Map<string, string>();
  for (const item of items) {
    for (const piece of project.pieces) {
      if (!item.pieceIds.includes(piece.id)) continue;
      let outline = outlines.get(piece.outline);
      if (!outline) {
        outline = transformPath(piece.outline, scaling(factor));
        outlines.set(piece.outline, outline);
      }
      piece.outline = outline;
      piece.marks = movedMarks(piece.marks, scaling(factor));
      piece.at = grown(piece.at);
    }
    const word = project.words.find((w) => w.id === item.wordId);
    if (word) {
      word.at = grown(word.at);
      word.gapMm *= factor;
      if (word.heights) word.heights = { capMm: word.heights.capMm * factor, xMm: word.heights.xMm * factor };
      for (const own of word.own) own.raiseMm *= factor;
      word.size =
        word.size.by === 'cap'
          ? { by: 'cap', capMm: word.size.capMm * factor }
          : { by: 'box', widthMm: word.size.widthMm * factor, heightMm: word.size.heightMm * factor };
      if (word.arc) word.arc.radiusMm *= factor;
    }
  }
}

/** A copy of a piece beside it; mirrored, it is a different template. The copy stands on its own, outside any word. */
export function copyOf(piece: Piece, id: string, mirrored: boolean, byMm = 12): Piece {
  const box = boxOnGround(piece);
  const at = { ...piece.at, xMm: tidy(piece.at.xMm + byMm), yMm: tidy(piece.at.yMm + byMm) };
  // Spread, not cloned: the piece may be a draft, which cannot be cloned.
  const own = { ...piece, print: { ...piece.print }, id, wordId: null };
  if (!mirrored) return { ...own, at };
  // Mirrored in an upright line beside the piece: the turn goes the other way round.
  const outline = transformPath(finishedOutline(piece), mirrorAt(0));
  const copy: Piece = {
    ...own,
    outline,
    marks: movedMarks(finishedMarks(piece), mirrorAt(0)),
    preReversed: false,
    at: { xMm: 0, yMm: 0, rotateDeg: (360 - piece.at.rotateDeg) % 360 },
  };
  const there = boxOnGround(copy);
  copy.at.xMm = tidy(box.maxX + byMm - there.minX);
  copy.at.yMm = tidy(box.minY - there.minY);
  return copy;
}

/** A new piece of an outline, its box's middle at a point of the ground. The outline is shifted so that its own (0,0) is its middle. */
export function pieceInMiddle(
  outline: string,
  middle: Point,
  base: Pick<Piece, 'id' | 'articleId' | 'label' | 'fabricId'> & Partial<Pick<Piece, 'marks'>>,
): Piece {
  const c = centreOf(boundsOf(regionOf(outline)));
  return newPiece({
    ...base,
    marks: movedMarks(base.marks ?? [], translation(-c.x, -c.y)),
    outline: transformPath(outline, translation(-c.x, -c.y)),
    at: { xMm: tidy(middle.x), yMm: tidy(middle.y), rotateDeg: 0 },
  });
}

/** Where a letter of a word lies on the ground, from its place within the word. */
export function letterOnGround(
  letter: { xMm: number; yMm: number; rotateDeg: number },
  word: { xMm: number; yMm: number; rotateDeg: number },
): Piece['at'] {
  const p = applyTo(placement(word), { x: letter.xMm, y: letter.yMm });
  return { xMm: tidy(p.x), yMm: tidy(p.y), rotateDeg: Math.round((letter.rotateDeg + word.rotateDeg) * 100) / 100 };
}
