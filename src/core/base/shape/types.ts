/** A point in mm; x right, y down, as seen from the right side of the cloth. */
export interface Point {
  readonly x: number;
  readonly y: number;
}
/** A closed line; the last point joins the first and is not repeated. */
export type Ring = readonly Point[];
/** Rings as they are drawn: what they enclose by the even-odd rule, whichever way they run and whether they cross. Only {@link normalise} makes cloth of them. */
export type Rings = readonly Ring[];
/** One connected flat of cloth: its outside, clockwise as seen (positive area), and its holes, each the other way round. */
export interface Area {
  readonly outer: Ring;
  readonly holes: Rings;
}
/** Cloth over some place: areas that touch one another in points at most. Holes go with the area that has them, so that none is lost on the way. */
export type Region = readonly Area[];
/** Whatever can be measured along its lines. */
export type Shape = Rings | Region;

export interface Bounds {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
}
