import { colourWord } from '~/core/base/colour';
import { lookup, type Piece, type Project, pieceName } from '~/core/keep/model';
import { spelled } from './spelling';

/** A colour as a person says it: “dark grey”. */
export const colourName = (colour: string): string => spelled(colourWord(colour));

/** A piece by name, its number after it: “Pot (3)”. One that nobody named is called by its number alone. */
export const pieceCalled = (piece: Piece, number: number): string =>
  piece.label.trim() === '' ? pieceName(piece, number) : `${pieceName(piece, number)} (${number})`;

/** As {@link pieceCalled}, for whoever listens where its number alone is seen: “Pot, 3”. */
export const pieceSpoken = (piece: Piece, number: number): string =>
  piece.label.trim() === '' ? pieceName(piece, number) : `${pieceName(piece, number)}, ${number}`;

/** How the pieces of a project are called. */
export function calledWords(project: Project): (id: string | undefined) => string {
  const look = lookup(project);
  const known = new Set(project.pieces.map((p) => p.id));
  return (id) =>
    id !== undefined && known.has(id) ? pieceCalled(look.piece(id), look.number(id)) : 'a piece that is gone';
}
