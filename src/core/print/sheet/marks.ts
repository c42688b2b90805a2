import { nth } from '../../base/lists';
import type { Point } from '../../base/shape';

/** A line's looks. `outline` is traced or cut, `dotted` runs on underneath, `fine` helps, `fold` is a crease. */
export type Stroke = 'outline' | 'dotted' | 'fine' | 'fold' | 'check';

/** Widths and dashes in mm: the one table that every writer of sheets reads. */
export const STROKES: Readonly<Record<Stroke, { widthMm: number; dashMm: readonly number[]; grey: number }>> = {
  outline: { widthMm: 0.35, dashMm: [], grey: 0 },
  dotted: { widthMm: 0.3, dashMm: [0.8, 1.4], grey: 0 },
  fine: { widthMm: 0.15, dashMm: [], grey: 0.35 },
  fold: { widthMm: 0.15, dashMm: [4, 1.5], grey: 0.5 },
  check: { widthMm: 0.2, dashMm: [], grey: 0 },
};

export type Mark =
  | { readonly type: 'line'; readonly points: readonly Point[]; readonly closed: boolean; readonly stroke: Stroke }
  | {
      readonly type: 'text';
      readonly x: number;
      readonly y: number;
      readonly text: string;
      /** Height of the type's em, mm. */
      readonly sizeMm: number;
      readonly anchor: 'start' | 'middle' | 'end';
      readonly bold?: boolean;
    };

/** One page at true size: marks in mm from its upper left corner. */
export interface SheetPage {
  /** Unique within its document. */
  readonly id: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly title: string;
  /** Which web the page's shapes are traced on; null for a placement guide or pieces without a web. */
  readonly webId: string | null;
  readonly pieceIds: readonly string[];
  /** How often it is used, where several are alike. */
  readonly times?: number;
  /** It only says why nothing is to be printed. */
  readonly isNothing?: true;
  readonly marks: readonly Mark[];
}

export interface SheetDocument {
  readonly title: string;
  readonly pages: readonly SheetPage[];
}

export const line = (stroke: Stroke, ...xy: number[]): Mark => {
  const points: Point[] = [];
  for (let i = 0; i < xy.length; i += 2) points.push({ x: nth(xy, i), y: nth(xy, i + 1) });
  return { type: 'line', points, closed: false, stroke };
};

export const box = (stroke: Stroke, x: number, y: number, w: number, h: number): Mark => ({
  type: 'line',
  stroke,
  closed: true,
  points: [
    { x, y },
    { x: x + w, y },
    { x: x + w, y: y + h },
    { x, y: y + h },
  ],
});

export const words = (
  x: number,
  y: number,
  sizeMm: number,
  text: string,
  anchor: 'start' | 'middle' | 'end' = 'start',
  bold = false,
): Mark => ({ type: 'text', x, y, text, sizeMm, anchor, bold });
