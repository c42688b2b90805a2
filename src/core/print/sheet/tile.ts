import { type Bounds, clipLines, type Rings } from '../../base/shape';
import { box, line, type Mark, type Stroke, words } from './marks';
import { PAGE_MARGIN_MM, TILE_OVERLAP_MM, TITLE_BLOCK_MM } from './paper';

export interface SheetDrawing {
  readonly bounds: Bounds;
  readonly lines: readonly { readonly rings: Rings; readonly stroke: Stroke }[];
  readonly texts: readonly Extract<Mark, { type: 'text' }>[];
}

/** Where a page stands among those that a drawing runs over. */
export interface TilePlace {
  readonly row: number;
  readonly column: number;
  readonly rows: number;
  readonly columns: number;
  /** The names of the pages that are printed: those on which nothing is drawn are not. */
  readonly printed: ReadonlySet<string>;
}

export interface SheetTile extends TilePlace {
  /** Row letter and column number, like B3. */
  readonly name: string;
  readonly marks: Mark[];
}

/** Side of a page in the page map, mm. */
const MAP_MM = 5;

/** How large the map of pages is; null: there is none, for a single page or far too many. */
export const mapSize = ({
  rows,
  columns,
}: TilePlace): { readonly widthMm: number; readonly heightMm: number } | null =>
  rows * columns === 1 || columns > 12 || rows > 8 ? null : { widthMm: columns * MAP_MM, heightMm: rows * MAP_MM };

/** A small map of the printed pages with this one crossed, its right lower corner at (x, y). */
export function pageMap(tile: TilePlace, x: number, y: number): Mark[] {
  if (!mapSize(tile)) return [];
  const marks: Mark[] = [];
  for (let row = 0; row < tile.rows; row++)
    for (let column = 0; column < tile.columns; column++) {
      if (!tile.printed.has(tileName(row, column))) continue;
      const left = x - (tile.columns - column) * MAP_MM;
      const top = y - (tile.rows - row) * MAP_MM;
      marks.push(box('fine', left, top, MAP_MM, MAP_MM));
      if (row === tile.row && column === tile.column)
        marks.push(
          line('check', left, top, left + MAP_MM, top + MAP_MM),
          line('check', left + MAP_MM, top, left, top + MAP_MM),
        );
    }
  return marks;
}

const ROW_LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
export const tileName = (row: number, column: number): string =>
  `${ROW_LETTERS.charAt(row % 26).repeat(1 + Math.floor(row / 26))}${column + 1}`;

const cross = (x: number, y: number): Mark[] => [line('check', x - 3, y, x + 3, y), line('check', x, y - 3, x, y + 3)];

/** The clipper drops a line that lies exactly on the window's edge: the window is held open this much, mm. */
const EDGE_MM = 0.02;
const grown = (b: Bounds, by: number): Bounds => ({
  minX: b.minX - by,
  minY: b.minY - by,
  maxX: b.maxX + by,
  maxY: b.maxY + by,
});

/**
 * Cuts a drawing larger than a page into pages that overlap by 10 mm, with a frame, crosses at the corners to lay them by, and the neighbours' names on the edges.
 * Pages on which nothing is drawn but helping lines are left out.
 * @param areaWidthMm width of the part of the page that may be drawn on
 */
export function tileDrawing(drawing: SheetDrawing, areaWidthMm: number, areaHeightMm: number): SheetTile[] {
  const { bounds } = drawing;
  const stepX = areaWidthMm - TILE_OVERLAP_MM;
  const stepY = areaHeightMm - TILE_OVERLAP_MM;
  const count = (length: number, area: number, step: number): number =>
    length <= area ? 1 : 1 + Math.ceil((length - area) / step);
  const columns = count(bounds.maxX - bounds.minX, areaWidthMm, stepX);
  const rows = count(bounds.maxY - bounds.minY, areaHeightMm, stepY);
  const cut: { row: number; column: number; marks: Mark[]; holds: boolean }[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const window: Bounds = {
        minX: bounds.minX + column * stepX,
        minY: bounds.minY + row * stepY,
        maxX: bounds.minX + column * stepX + areaWidthMm,
        maxY: bounds.minY + row * stepY + areaHeightMm,
      };
      const dx = PAGE_MARGIN_MM - window.minX;
      const dy = PAGE_MARGIN_MM - window.minY;
      const marks: Mark[] = [];
      for (const { rings, stroke } of drawing.lines) {
        for (const points of clipLines(rings, grown(window, EDGE_MM))) {
          marks.push({
            type: 'line',
            closed: false,
            stroke,
            points: points.map((p) => ({ x: p.x + dx, y: p.y + dy })),
          });
        }
      }
      for (const t of drawing.texts) {
        if (t.x >= window.minX && t.x <= window.maxX && t.y >= window.minY && t.y <= window.maxY)
          marks.push({ ...t, x: t.x + dx, y: t.y + dy });
      }
      cut.push({
        row,
        column,
        marks,
        holds: marks.some((m) => m.type === 'text' || (m.stroke !== 'fine' && m.stroke !== 'fold')),
      });
    }
  }
  const holding = cut.filter((t) => t.holds);
  const kept = holding.length > 0 ? holding : cut;
  const printed = new Set(kept.map((t) => tileName(t.row, t.column)));
  return kept.map(({ row, column, marks }): SheetTile => {
    const neighbour = (r: number, c: number): string | null =>
      printed.has(tileName(r, c)) && r >= 0 && c >= 0 ? tileName(r, c) : null;
    if (rows * columns > 1) {
      const l = PAGE_MARGIN_MM;
      const t = PAGE_MARGIN_MM;
      const r = l + areaWidthMm;
      const b = t + areaHeightMm;
      marks.push(box('fine', l, t, areaWidthMm, areaHeightMm));
      const o = TILE_OVERLAP_MM / 2;
      for (const [x, y] of [
        [l + o, t + o],
        [r - o, t + o],
        [l + o, b - o],
        [r - o, b - o],
      ] as const)
        marks.push(...cross(x, y));
      const [before, after] = [neighbour(row, column - 1), neighbour(row, column + 1)];
      const [above, below] = [neighbour(row - 1, column), neighbour(row + 1, column)];
      if (before) marks.push(words(l + 1, (t + b) / 2, 3, `‹ ${before}`));
      if (after) marks.push(words(r - 1, (t + b) / 2, 3, `${after} ›`, 'end'));
      if (above) marks.push(words((l + r) / 2, t + 4, 3, `up: ${above}`, 'middle'));
      if (below) marks.push(words((l + r) / 2, b - 1.5, 3, `down: ${below}`, 'middle'));
    }
    return { name: rows * columns > 1 ? tileName(row, column) : '', row, column, rows, columns, printed, marks };
  });
}

/** The part of a page that may be drawn on, mm. */
export const drawingArea = (pageWidthMm: number, pageHeightMm: number): { widthMm: number; heightMm: number } => ({
  widthMm: pageWidthMm - 2 * PAGE_MARGIN_MM,
  heightMm: pageHeightMm - 2 * PAGE_MARGIN_MM - TITLE_BLOCK_MM,
});
