import { nth } from '../../base/lists';
import {
  areaMm2,
  band,
  boundsOf,
  centreOf,
  difference,
  holesOf,
  intersection,
  isClosed,
  isInside,
  linesWithin,
  openLines,
  placesAlong,
  printPath,
  printRegion,
  type Region,
  regionOf,
  scaling,
  transformPath,
  union,
} from '../../base/shape';
import type { DotUse, DrawnMark, LineUse } from '../../keep/model';
import type { Drawing, DrawnLine, DrawnShape } from './svg';

/** What is wanted of a drawing when it comes in. */
export interface ArrivalWish {
  /** How much larger it becomes. */
  readonly factor: number;
  /** Strokes: bands of cloth as wide as they are drawn, lines to work along, or nothing. */
  readonly lines: 'band' | LineUse | 'none';
  /** Small full rounds: pieces like any other, or dots. */
  readonly dots: 'piece' | DotUse;
  /** Details lie on a whole base: holes that later shapes fill are not cut. */
  readonly wholeBase: boolean;
}

/** A shape that becomes a piece, with what is drawn on it. */
export interface ArrivedShape {
  readonly outline: string;
  readonly fill: string;
  readonly label: string;
  readonly marks: readonly DrawnMark[];
}
export interface Arrived {
  /** Back-most first. */
  readonly shapes: readonly ArrivedShape[];
  /** Lines and dots that lie on no shape: they are drawn on the ground. */
  readonly loose: readonly DrawnMark[];
}

/** A full round up to this size may be a bead or a hole, mm. Common practice, no source. */
export const DOT_MM = 8;
/** A line belongs to the topmost shape that this much of it lies on. Estimated. */
const ON_SHARE = 0.6;
/** A hole is filled by later shapes when they leave less than this share of it open: drawings leave hairs. Estimated. */
const OPEN_SHARE = 0.08;
/** So far apart a line is looked at, mm. */
const LOOK_MM = 2;

/** The small full rounds of a drawing once it has its size. */
export const dotsOf = (drawing: Pick<Drawing, 'shapes'>, factor: number): DrawnShape[] =>
  drawing.shapes.filter((s) => s.roundMm !== null && s.roundMm * factor <= DOT_MM);

/**
 * Outlines without the holes that later ones fill: details lie on a whole base instead of being let into it.
 * @param outlines back-most first, path data, mm
 */
export function onWholeBases(outlines: readonly string[]): string[] {
  const regions = outlines.map((d) => regionOf(d));
  return outlines.map((outline, i) => {
    const region = nth(regions, i);
    const box = boundsOf(region);
    const later = regions.slice(i + 1).filter((r) => {
      const b = boundsOf(r);
      return b.minX < box.maxX && b.maxX > box.minX && b.minY < box.maxY && b.maxY > box.minY;
    });
    if (later.length === 0) return outline;
    const filled = holesOf(region).filter(
      (hole) => areaMm2(difference([hole], ...later)) < OPEN_SHARE * areaMm2([hole]),
    );
    return filled.length === 0 ? outline : printRegion(union(region, filled));
  });
}

/** Round parts are followed this closely, mm. */
const FINEST_MM = 0.05;

/** A stroke as cloth: as wide as it is drawn, its ends and corners as drawn. */
function bandOf(line: DrawnLine, factor: number): Region {
  const drawn = openLines(transformPath(line.path, scaling(factor)), FINEST_MM);
  const widthMm = line.widthMm * factor;
  const open = drawn.filter((l) => !isClosed(l));
  const closed = drawn.filter(isClosed).map((l) => l.slice(0, -1));
  const tolerance = Math.min(FINEST_MM, widthMm / 50);
  const whole = union(
    ...[band(open, widthMm, line.ends, tolerance, line), band(closed, widthMm, 'closed', tolerance, line)].filter(
      (r) => r.length > 0,
    ),
  );
  return line.within === null ? whole : intersection(whole, regionOf(transformPath(line.within, scaling(factor))));
}

/** A line as far as it shows: whole, or what lies within its clip. */
function shownOf(line: DrawnLine): string[] {
  if (line.within === null) return [line.path];
  return linesWithin(openLines(line.path, FINEST_MM), regionOf(line.within)).map((points) =>
    printPath(points.map((to, i) => ({ type: i === 0 ? 'M' : 'L', to }))),
  );
}

/** What becomes of a drawing as it was asked for: pieces, back-most first, with the lines and dots that lie on them. Nothing that has a use is left out. */
export function arrive(drawing: Drawing, wish: ArrivalWish): Arrived {
  const { factor } = wish;
  const dots = wish.dots === 'piece' ? [] : dotsOf(drawing, factor);
  interface Coming {
    outline: string;
    fill: string;
    label: string;
    marks: DrawnMark[];
  }
  const coming: Coming[] = [];
  const marks: DrawnMark[] = [];
  const bandsOver = (n: number): void => {
    for (const line of wish.lines === 'band' ? drawing.lines.filter((l) => l.over === n) : []) {
      const cloth = bandOf(line, factor);
      if (areaMm2(cloth) > 0)
        coming.push({ outline: printRegion(cloth), fill: line.colour, label: line.label, marks: [] });
    }
  };
  drawing.shapes.forEach((shape, i) => {
    bandsOver(i);
    const outline = transformPath(shape.outline, scaling(factor));
    if (!dots.includes(shape)) {
      coming.push({ outline, fill: shape.fill, label: shape.label, marks: [] });
      return;
    }
    const c = centreOf(boundsOf(regionOf(outline)));
    if (wish.dots !== 'piece')
      marks.push({
        is: 'dot',
        use: wish.dots,
        xMm: c.x,
        yMm: c.y,
        acrossMm: Math.max(0.1, (shape.roundMm ?? 1) * factor),
      });
  });
  bandsOver(drawing.shapes.length);
  if (wish.lines !== 'band' && wish.lines !== 'none')
    for (const line of drawing.lines)
      for (const path of shownOf(line))
        marks.push({ is: 'line', use: wish.lines, path: transformPath(path, scaling(factor)) });

  const outlines = wish.wholeBase ? onWholeBases(coming.map((c) => c.outline)) : coming.map((c) => c.outline);
  const regions = outlines.map((d) => regionOf(d));
  const loose: DrawnMark[] = [];
  for (const mark of marks) {
    const points =
      mark.is === 'dot'
        ? [{ x: mark.xMm, y: mark.yMm }]
        : openLines(mark.path, 0.1).flatMap((line) => placesAlong(line, LOOK_MM));
    const on = regions.findLastIndex(
      (r) => points.filter((p) => isInside(r, p)).length >= ON_SHARE * Math.max(1, points.length),
    );
    if (on < 0) loose.push(mark);
    else nth(coming, on).marks.push(mark);
  }
  return { shapes: coming.map((c, i) => ({ ...c, outline: nth(outlines, i) })), loose };
}
