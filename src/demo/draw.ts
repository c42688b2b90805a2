import { boundsOf, mirrorAt, regionOf, transformPath, translation } from '~/core/base/shape';
import { newPiece, type Piece } from '~/core/keep/model';

/** A demo piece drawn straight at its place on the ground; its own (0,0) becomes the upper left corner of its box. */
export function drawnInPlace(
  id: string,
  label: string,
  fabricId: string,
  onGround: string,
  more: Partial<Piece> = {},
): Piece {
  const b = boundsOf(regionOf(onGround));
  const xMm = Math.round(b.minX * 100) / 100;
  const yMm = Math.round(b.minY * 100) / 100;
  return newPiece({
    id,
    label,
    fabricId,
    outline: transformPath(onGround, translation(-xMm, -yMm)),
    at: { xMm, yMm, rotateDeg: 0 },
    ...more,
  });
}

/** The same drawing on the other side of a vertical line. */
export const acrossFrom = (outline: string, atX: number): string => transformPath(outline, mirrorAt(atX));

/** A door or window: straight sides, round head. */
export const arched = (centreX: number, top: number, width: number, height: number): string => {
  const r = width / 2;
  return `M${centreX - r} ${top + height}V${top + r}A${r} ${r} 0 0 1 ${centreX + r} ${top + r}V${top + height}Z`;
};

export const circle = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}A${r} ${r} 0 1 1 ${x + r} ${y}A${r} ${r} 0 1 1 ${x - r} ${y}Z`;
