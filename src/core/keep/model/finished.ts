import {
  type Affine,
  applyTo,
  areaMm2,
  type Bounds,
  boundsOf,
  centreOf,
  composed,
  mirrorAt,
  type Point,
  placement,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
  transformPath,
  transformRegion,
} from '../../base/shape';
import type { Ground, Piece } from './project';
import type { Fabric } from './things';

/** The middle of a piece's own box, in its own coordinates: a pattern that came reversed is turned over about it. */
export const boxMiddle = (piece: Pick<Piece, 'outline'>): Point => centreOf(boundsOf(regionOf(piece.outline)));

/**
 * A piece's outline as it is seen when finished, path data in the piece's own coordinates.
 * A pattern that came already reversed is turned over about the middle of its own box, so that it keeps its place.
 */
export function finishedOutline(piece: Pick<Piece, 'outline' | 'preReversed'>): string {
  if (!piece.preReversed) return piece.outline;
  return transformPath(piece.outline, aboutMiddle(piece));
}

/** What turns a piece over about the middle of its own box. */
export const aboutMiddle = (piece: Pick<Piece, 'outline'>): Affine => mirrorAt(boxMiddle(piece).x);

/** From a piece's own coordinates, as its pattern came, onto the ground as it is seen when finished. */
export const ontoGround = (piece: Pick<Piece, 'outline' | 'preReversed' | 'at'>): Affine =>
  piece.preReversed ? composed(mirrorAt(boxMiddle(piece).x), placement(piece.at)) : placement(piece.at);

/** The cloth a piece covers on the ground, mm, as seen from the right side; curves to 0.05 mm. */
export const regionOnGround = (piece: Pick<Piece, 'outline' | 'preReversed' | 'at'>): Region =>
  transformRegion(regionOf(piece.outline, ROUGH_TOLERANCE_MM), ontoGround(piece));

/** Area of a flat cloth, mm²: of its own shape, or of the whole rectangle. */
export const flatMm2 = (cloth: Pick<Ground, 'outline' | 'widthMm' | 'heightMm'>): number =>
  cloth.outline === null ? cloth.widthMm * cloth.heightMm : areaMm2(regionOf(cloth.outline));

/** Area of all that there is of a fabric, mm². */
export const stockMm2 = ({ stock }: Pick<Fabric, 'stock'>): number =>
  stock.reduce((sum, s) => sum + s.count * flatMm2(s), 0);

/** The ground's own shape as path data, mm from its upper left corner. */
export const groundOutline = (g: Pick<Ground, 'outline' | 'widthMm' | 'heightMm'>): string =>
  g.outline ?? `M0 0H${g.widthMm}V${g.heightMm}H0Z`;

/** The upright box a piece takes up on the ground, mm from the ground's upper left corner. */
export const boxOnGround = (piece: Pick<Piece, 'outline' | 'preReversed' | 'at'>): Bounds =>
  boundsOf(regionOnGround(piece));

/** The place (`at`) that turns a piece to `rotateDeg` about the middle of its box, where it stays. */
export function turnedAboutMiddle(
  piece: Pick<Piece, 'outline' | 'preReversed' | 'at'>,
  rotateDeg: number,
): Piece['at'] {
  const own = centreOf(boundsOf(regionOf(finishedOutline(piece))));
  const before = applyTo(placement(piece.at), own);
  const after = applyTo(placement({ ...piece.at, rotateDeg }), own);
  return { xMm: piece.at.xMm + before.x - after.x, yMm: piece.at.yMm + before.y - after.y, rotateDeg };
}
