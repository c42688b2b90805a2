import type { Point } from './types';

export interface CentreArc {
  readonly centre: Point;
  readonly rx: number;
  readonly ry: number;
  readonly startRad: number;
  readonly sweepRad: number;
  /** The point at fraction t (0 … 1) of the arc. */
  pointAt(t: number): Point;
}

/**
 * An elliptical arc from end points to centre form; radii too small to reach are enlarged.
 * Source: SVG 2, appendix B.2 "Elliptical arc parameterization" (formulae B.2.4 steps 1–4, B.2.5).
 * @returns null when the arc is a straight line (a zero radius) or nothing (equal ends)
 */
export function arcToCentre(
  from: Point,
  arc: { rx: number; ry: number; rotateDeg: number; large: boolean; sweep: boolean; to: Point },
): CentreArc | null {
  let { rx, ry } = arc;
  if (rx === 0 || ry === 0 || (from.x === arc.to.x && from.y === arc.to.y)) return null;
  const phi = (arc.rotateDeg * Math.PI) / 180;
  const cos = Math.cos(phi);
  const sin = Math.sin(phi);
  const dx = (from.x - arc.to.x) / 2;
  const dy = (from.y - arc.to.y) / 2;
  const x1 = cos * dx + sin * dy;
  const y1 = -sin * dx + cos * dy;
  const lambda = (x1 / rx) ** 2 + (y1 / ry) ** 2;
  if (lambda > 1) {
    rx *= Math.sqrt(lambda);
    ry *= Math.sqrt(lambda);
  }
  const top = (rx * ry) ** 2 - (rx * y1) ** 2 - (ry * x1) ** 2;
  const k = (arc.large === arc.sweep ? -1 : 1) * Math.sqrt(Math.max(0, top) / ((rx * y1) ** 2 + (ry * x1) ** 2));
  const cx1 = (k * rx * y1) / ry;
  const cy1 = (-k * ry * x1) / rx;
  const centre = {
    x: cos * cx1 - sin * cy1 + (from.x + arc.to.x) / 2,
    y: sin * cx1 + cos * cy1 + (from.y + arc.to.y) / 2,
  };
  const startRad = Math.atan2((y1 - cy1) / ry, (x1 - cx1) / rx);
  let sweepRad = Math.atan2((-y1 - cy1) / ry, (-x1 - cx1) / rx) - startRad;
  if (arc.sweep && sweepRad < 0) sweepRad += 2 * Math.PI;
  if (!arc.sweep && sweepRad > 0) sweepRad -= 2 * Math.PI;
  return {
    centre,
    rx,
    ry,
    startRad,
    sweepRad,
    pointAt: (t) => {
      const a = startRad + sweepRad * t;
      const u = rx * Math.cos(a);
      const v = ry * Math.sin(a);
      return { x: centre.x + cos * u - sin * v, y: centre.y + sin * u + cos * v };
    },
  };
}
