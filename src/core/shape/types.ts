/** A point in mm; x right, y down, as seen from the right side of the cloth. */
export interface Point {
  readonly x: number;
  readonly y: number;
}
/** A closed line; the last point joins the first and is not repeated. */
export type Ring = readonly Point[];
/** Rings that enclose cloth by the even-odd rule: a ring inside another is a hole. */
export type Region = readonly Ring[];

export interface Bounds {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
}
