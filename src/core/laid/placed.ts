import { ontoGround, type Piece, type Project } from '../model';
import {
  type Affine,
  type Bounds,
  boundsOf,
  linesOf,
  normalise,
  type Region,
  ROUGH_TOLERANCE_MM,
  transformRings,
} from '../shape';
import { numberOf, remember } from './memory';

/** A piece where it lies on the ground. */
export interface Placed {
  readonly id: string;
  readonly piece: Piece;
  /** From the piece's own coordinates, as its pattern came, onto the ground. */
  readonly ontoGround: Affine;
  /** The cloth it covers on the ground before any join is made, mm; curves to 0.05 mm. */
  readonly region: Region;
  readonly bounds: Bounds;
  /** Tells the same outline at the same place again, so that what was worked out for it can be remembered. */
  readonly key: string;
}

const laid = new Map<string, Pick<Placed, 'region' | 'bounds'>>();

/** The pieces where they lie on the ground, back-most first. */
export function placePieces(project: Project): Placed[] {
  const byId = new Map(project.pieces.map((p) => [p.id, p]));
  return project.order.flatMap((id) => {
    const piece = byId.get(id);
    if (!piece) return [];
    const { xMm, yMm, rotateDeg } = piece.at;
    const key = `${numberOf(piece.outline)}${piece.preReversed ? 'r' : ''}@${xMm},${yMm},${rotateDeg}`;
    const move = ontoGround(piece);
    const where = remember(laid, key, () => {
      const region = normalise(transformRings(linesOf(piece.outline, ROUGH_TOLERANCE_MM), move));
      return { region, bounds: boundsOf(region) };
    });
    return [{ id, piece, ontoGround: move, key, ...where }];
  });
}
