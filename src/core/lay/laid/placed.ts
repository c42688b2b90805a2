import { derive } from '../../base/derive';
import {
  type Affine,
  type Bounds,
  boundsOf,
  linesOf,
  normalise,
  type Region,
  ROUGH_TOLERANCE_MM,
  transformRings,
} from '../../base/shape';
import { ontoGround, type Piece, type Project } from '../../keep/model';

/** A piece where it lies on the ground. */
export interface Placed {
  readonly id: string;
  readonly piece: Piece;
  /** From the piece's own coordinates, as its pattern came, onto the ground. */
  readonly ontoGround: Affine;
  /** The cloth it covers on the ground before any join is made, mm; curves to 0.05 mm. */
  readonly region: Region;
  readonly bounds: Bounds;
}

const lies = derive(
  (outline: string, at: Piece['at'], preReversed: boolean): Pick<Placed, 'ontoGround' | 'region' | 'bounds'> => {
    const move = ontoGround({ outline, at, preReversed });
    const region = normalise(transformRings(linesOf(outline, ROUGH_TOLERANCE_MM), move));
    return { ontoGround: move, region, bounds: boundsOf(region) };
  },
);

/** The pieces where they lie on the ground, back-most first. */
export function placePieces(project: Project): Placed[] {
  const byId = new Map(project.pieces.map((p) => [p.id, p]));
  return project.order.flatMap((id) => {
    const piece = byId.get(id);
    if (!piece) return [];
    return [{ id, piece, ...lies(piece.outline, piece.at, piece.preReversed) }];
  });
}
