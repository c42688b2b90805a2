import { type Affine, applyTo, transformPath } from '../../base/shape';
import { aboutMiddle } from './finished';
import type { DrawnMark, Piece } from './project';

/** Marks moved, turned, mirrored or sized along with what they are drawn on. */
export const movedMarks = (marks: readonly DrawnMark[], m: Affine): DrawnMark[] =>
  marks.map((mark): DrawnMark => {
    if (mark.is === 'line') return { ...mark, path: transformPath(mark.path, m) };
    const { x, y } = applyTo(m, { x: mark.xMm, y: mark.yMm });
    return { ...mark, xMm: x, yMm: y, acrossMm: mark.acrossMm * Math.sqrt(Math.abs(m.a * m.d - m.b * m.c)) };
  });

/** A piece's marks as they are seen finished: turned over with an outline that came reversed. */
export const finishedMarks = (piece: Pick<Piece, 'outline' | 'preReversed' | 'marks'>): readonly DrawnMark[] =>
  piece.preReversed && piece.marks.length > 0 ? movedMarks(piece.marks, aboutMiddle(piece)) : piece.marks;
