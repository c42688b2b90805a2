import {
  applyTo,
  composed,
  type MirrorLine,
  mirrorAt,
  openLines,
  type Point,
  rotation,
  translation,
} from '../../base/shape';
import type { DrawnMark } from '../../keep/model';

/** Turned over about a line: its point to the origin, the line upright, mirrored, and back. */
function overLine({ through, angleDeg }: MirrorLine) {
  const upright = 90 - angleDeg;
  return [
    translation(-through.x, -through.y),
    rotation(upright),
    mirrorAt(0),
    rotation(-upright),
    translation(through.x, through.y),
  ].reduce((a, b) => composed(a, b));
}

/** How far a point is from a line of straight stretches, mm. */
function awayFrom(line: readonly Point[], p: Point): number {
  return line.reduce((least, a, i) => {
    const b = line[i + 1] ?? a;
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const along = dx === 0 && dy === 0 ? 0 : ((p.x - a.x) * dx + (p.y - a.y) * dy) / (dx * dx + dy * dy);
    const t = Math.min(1, Math.max(0, along));
    return Math.min(least, Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy));
  }, Number.POSITIVE_INFINITY);
}

/**
 * Whether what is drawn on a shape is its own mirror image about the shape's mirror line: each hole, bead and line has one like it on the other side, or lies on the line.
 * @param withinMm how far from its image it may lie, mm
 */
export function areMirrored(marks: readonly DrawnMark[], line: MirrorLine, withinMm: number): boolean {
  if (marks.length === 0) return true;
  const over = overLine(line);
  const drawn = marks.flatMap((m) =>
    m.is === 'line' ? openLines(m.path).map((points) => ({ use: m.use, points })) : [],
  );
  return marks.every((mark) => {
    if (mark.is === 'dot') {
      const at = applyTo(over, { x: mark.xMm, y: mark.yMm });
      return marks.some(
        (m) =>
          m.is === 'dot' &&
          m.use === mark.use &&
          Math.abs(m.acrossMm - mark.acrossMm) <= withinMm &&
          Math.hypot(m.xMm - at.x, m.yMm - at.y) <= withinMm,
      );
    }
    const image = openLines(mark.path).flatMap((points) => points.map((p) => applyTo(over, p)));
    return drawn.some((d) => d.use === mark.use && image.every((p) => awayFrom(d.points, p) <= withinMm));
  });
}
