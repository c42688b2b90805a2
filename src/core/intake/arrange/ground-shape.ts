import { boundsOf, regionOf, scaling, transformPath, translation } from '../../base/shape';
import { type Ground, LIMITS, type Piece } from '../../keep/model';

type Shaped = Pick<Ground, 'widthMm' | 'heightMm' | 'outline'>;

/** Shapes a ground can have: its whole rectangle, one that fills its box, or one of its own. */
export type GroundShape = 'rectangle' | 'oval' | 'arch' | 'own';
const DRAWN: { readonly [S in Exclude<GroundShape, 'rectangle' | 'own'>]: (w: number, h: number) => string } = {
  oval: (w, h) => `M0 ${h / 2}A${w / 2} ${h / 2} 0 1 1 ${w} ${h / 2}A${w / 2} ${h / 2} 0 1 1 0 ${h / 2}Z`,
  arch: (w, h) => {
    const rise = Math.min(h, w / 2);
    return `M0 ${h}V${rise}A${w / 2} ${rise} 0 0 1 ${w} ${rise}V${h}Z`;
  },
};
const isDrawn = (shape: GroundShape): shape is keyof typeof DRAWN => shape in DRAWN;

/** Which shape a ground has. */
export function groundShape({ outline, widthMm, heightMm }: Shaped): GroundShape {
  if (outline === null) return 'rectangle';
  for (const shape of Object.keys(DRAWN) as (keyof typeof DRAWN)[])
    if (DRAWN[shape](widthMm, heightMm) === outline) return shape;
  return 'own';
}

/** The same ground in another shape; one of its own it only keeps. */
export const groundOfShape = (g: Shaped, shape: GroundShape): Pick<Ground, 'outline'> => ({
  outline: isDrawn(shape) ? DRAWN[shape](g.widthMm, g.heightMm) : shape === 'own' ? g.outline : null,
});

/** The same ground in another size: a shape is drawn anew, one of its own is stretched along with its box. */
export function groundResized(g: Shaped, widthMm: number, heightMm: number): Shaped {
  const shape = groundShape(g);
  const outline =
    shape === 'own' && g.outline !== null
      ? transformPath(g.outline, scaling(widthMm / g.widthMm, heightMm / g.heightMm))
      : groundOfShape({ outline: null, widthMm, heightMm }, shape).outline;
  return { widthMm, heightMm, outline };
}

/** The ground cut to a piece's shape, as wide as it was; as high as that makes it, within what a ground can be. */
export function groundLikePiece(g: Shaped, piece: Pick<Piece, 'outline'>): Pick<Ground, 'heightMm' | 'outline'> {
  const b = boundsOf(regionOf(piece.outline));
  const k = g.widthMm / (b.maxX - b.minX);
  return {
    outline: transformPath(transformPath(piece.outline, translation(-b.minX, -b.minY)), scaling(k)),
    heightMm: Math.min(LIMITS.reachMm, Math.max(LIMITS.groundMinMm, (b.maxY - b.minY) * k)),
  };
}
