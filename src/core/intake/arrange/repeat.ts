import { nth } from '../../base/lists';
import { applyTo, boundsOf, centreOf, type Point, placement, regionOf, scaling, transformPath } from '../../base/shape';
import { boxOnGround, movedMarks, type Piece, type Project } from '../../keep/model';

/** How copies of a piece are laid. */
export type RepeatWish = {
  readonly count: number;
  /** Each turned along the way it follows. */
  readonly turned: boolean;
  /** The last one's size against the first; those between go evenly from one to the other. */
  readonly lastSize: number;
} & (
  | { readonly along: 'ring'; readonly middle: Point; readonly radiusMm: number; readonly fromDeg: number }
  | { readonly along: 'line'; readonly from: Point; readonly lengthMm: number; readonly angleDeg: number }
  | { readonly along: 'arc'; readonly middle: Point; readonly radiusMm: number; readonly spanDeg: number }
);

/** One copy's place: the middle of its box, its turn from how the piece lies, and its size. */
export interface RepeatPlace extends Point {
  readonly turnDeg: number;
  readonly size: number;
}

const round = (v: number, digits = 1000): number => Math.round(v * digits) / digits;

/** Where copies go, in order. Round a ring they begin at its top and go clockwise; over an arc from left to right, its crown upwards. */
export function repeatPlaces(repeat: RepeatWish): RepeatPlace[] {
  const { count, turned } = repeat;
  const share = (i: number): number => (count < 2 ? 0 : i / (count - 1));
  const onCircle = (middle: Point, radiusMm: number, deg: number): Point & { turnDeg: number } => ({
    x: middle.x + radiusMm * Math.sin((deg * Math.PI) / 180),
    y: middle.y - radiusMm * Math.cos((deg * Math.PI) / 180),
    turnDeg: turned ? deg : 0,
  });
  return Array.from({ length: count }, (_, i): RepeatPlace => {
    const size = 1 + (repeat.lastSize - 1) * share(i);
    switch (repeat.along) {
      case 'ring':
        return { ...onCircle(repeat.middle, repeat.radiusMm, repeat.fromDeg + (360 * i) / count), size };
      case 'arc':
        return {
          ...onCircle(repeat.middle, repeat.radiusMm, count < 2 ? 0 : repeat.spanDeg * (share(i) - 0.5)),
          size,
        };
      case 'line': {
        const r = (repeat.angleDeg * Math.PI) / 180;
        const mm = repeat.lengthMm * share(i);
        return {
          x: repeat.from.x + mm * Math.cos(r),
          y: repeat.from.y + mm * Math.sin(r),
          turnDeg: turned ? repeat.angleDeg : 0,
          size,
        };
      }
    }
  });
}

/** Which of several fabrics the copies get: one after the other again and again, or graded from the first to the last. */
export const fabricsInTurn = (fabricIds: readonly string[], count: number, graded: boolean): string[] =>
  Array.from({ length: count }, (_, i) =>
    nth(
      fabricIds,
      graded ? Math.min(fabricIds.length - 1, Math.floor((i * fabricIds.length) / count)) : i % fabricIds.length,
    ),
  );

/** The piece that lies with the middle of its box at a place, turned and sized. */
function pieceAt(piece: Piece, place: RepeatPlace, more: Partial<Piece>): Piece {
  const outline = place.size === 1 ? piece.outline : transformPath(piece.outline, scaling(place.size));
  const rotateDeg = round((((piece.at.rotateDeg + place.turnDeg) % 360) + 360) % 360, 100);
  const c = centreOf(boundsOf(regionOf(outline)));
  // Turned about (0,0): where its middle comes to lie then is taken off.
  const there = applyTo(placement({ xMm: 0, yMm: 0, rotateDeg }), c);
  return {
    ...piece,
    print: { ...piece.print },
    ...more,
    outline,
    marks: place.size === 1 ? piece.marks : movedMarks(piece.marks, scaling(place.size)),
    at: { xMm: round(place.x - there.x), yMm: round(place.y - there.y), rotateDeg },
  };
}

/**
 * Lays a piece several times: it becomes the first, the others lie over it in their order, each over the one before. Changes the project given; meant for a draft.
 * @param fabricIds one for each; the piece's own where there are none
 */
export function repeatPiece(
  project: Project,
  pieceId: string,
  repeat: RepeatWish,
  fabricIds: readonly string[],
  newId: () => string,
): string[] {
  const index = project.pieces.findIndex((p) => p.id === pieceId);
  const piece = project.pieces[index];
  if (!piece) return [];
  const made = repeatPlaces(repeat).map((place, i) =>
    pieceAt(piece, place, {
      id: i === 0 ? piece.id : newId(),
      fabricId: fabricIds[i] ?? piece.fabricId,
      label: i === 0 ? piece.label : `${piece.label} ${i + 1}`.trim().slice(0, 200),
    }),
  );
  project.pieces.splice(index, 1, ...made);
  const at = project.order.indexOf(pieceId);
  project.order.splice(at + 1, 0, ...made.slice(1).map((p) => p.id));
  return made.map((p) => p.id);
}

/** A way to begin with: as many as go round loosely, or side by side with a little air. */
export function usualRepeat(
  piece: Piece,
  ground: { widthMm: number; heightMm: number },
  along: RepeatWish['along'],
): RepeatWish {
  const b = boxOnGround(piece);
  const size = Math.max(b.maxX - b.minX, b.maxY - b.minY);
  const middle = { x: ground.widthMm / 2, y: ground.heightMm / 2 };
  const radiusMm = Math.round(Math.max(size, 0.35 * Math.min(ground.widthMm, ground.heightMm)));
  const common = { count: 6, turned: along !== 'line', lastSize: 1 };
  if (along === 'ring') return { ...common, along, middle, radiusMm, fromDeg: 0 };
  if (along === 'arc')
    return { ...common, along, middle: { ...middle, y: middle.y + radiusMm / 2 }, radiusMm, spanDeg: 120 };
  return { ...common, along, from: centreOf(b), lengthMm: Math.round(1.2 * size * 5), angleDeg: 0 };
}
