/** One rectangle of a grid: upper left corner and sides, mm. */
export interface GridTile {
  readonly xMm: number;
  readonly yMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
  /** It lies across: turned by a quarter. */
  readonly turned: boolean;
}
/** Rectangles of one size on a sheet, ruled edge to edge: a common line is cut once and takes nothing away. */
export interface Grid {
  readonly count: number;
  readonly tiles: readonly GridTile[];
}

/** A part of a sheet. */
interface Block {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}
interface Best {
  readonly count: number;
  /** What it is parted into; none: it is one tile, or waste. */
  readonly parts: readonly Block[];
}
const NOTHING: Best = { count: 0, parts: [] };
const SLACK_MM = 1e-6;
/** Pinwheels of five blocks are looked for up to so many lines along a side: on larger sheets plain cuts come as near as anyone asks. Ours. */
const MOST_LINES = 14;
/** On sheets with more lines than this along a side tiles lie in two strips, one upright and one turned: what is left beside them is less than a tile wide. Ours. */
const MANY_LINES = 30;

const fits = (w: number, h: number, tw: number, th: number): boolean => tw <= w + SLACK_MM && th <= h + SLACK_MM;

/** Sums of whole tiles’ sides up to a length: where a line can be ruled. Source: Herz 1972, normal patterns (from memory). */
function linesUpTo(upToMm: number, a: number, b: number): number[] {
  const found = new Set<number>();
  for (let i = 0; i * a <= upToMm + SLACK_MM; i++)
    for (let j = 0; i * a + j * b <= upToMm + SLACK_MM; j++)
      if (i + j > 0) found.add(Number((i * a + j * b).toFixed(4)));
  return [...found].sort((x, y) => x - y);
}

/** Every way to part a block: straight across, straight down, or five blocks round a middle. */
function* partings(w: number, h: number, across: readonly number[], down: readonly number[]): Generator<Block[]> {
  for (const x of across)
    if (x <= w / 2 + SLACK_MM)
      yield [
        { x: 0, y: 0, w: x, h },
        { x, y: 0, w: w - x, h },
      ];
  for (const y of down)
    if (y <= h / 2 + SLACK_MM)
      yield [
        { x: 0, y: 0, w, h: y },
        { x: 0, y, w, h: h - y },
      ];
  if (across.length > MOST_LINES || down.length > MOST_LINES) return;
  for (const x1 of across)
    for (const x2 of across)
      for (const y1 of down)
        for (const y2 of down)
          if (x1 < x2 && y1 < y2 && x2 < w && y2 < h)
            yield [
              { x: 0, y: 0, w: x1, h: y2 },
              { x: x1, y: 0, w: w - x1, h: y1 },
              { x: x1, y: y1, w: x2 - x1, h: y2 - y1 },
              { x: x2, y: y1, w: w - x2, h: h - y1 },
              { x: 0, y: y2, w: x2, h: h - y2 },
            ];
}

const countIn = (at: Block, tileW: number, tileH: number): number =>
  Math.floor(at.w / tileW + SLACK_MM) * Math.floor(at.h / tileH + SLACK_MM);
/** Whole rows and columns of one block. */
function rowsOf(at: Block, tileW: number, tileH: number, turned: boolean): GridTile[] {
  const across = Math.floor(at.w / tileW + SLACK_MM);
  return Array.from({ length: countIn(at, tileW, tileH) }, (_, i) => ({
    xMm: at.x + (i % across) * tileW,
    yMm: at.y + Math.floor(i / across) * tileH,
    widthMm: tileW,
    heightMm: tileH,
    turned,
  }));
}

/** A strip of upright tiles and one of turned ones, side by side or one over the other: of all such the one that holds most. */
function inTwoStrips(w: number, h: number, tileW: number, tileH: number): Grid {
  let best: { readonly count: number; readonly one: Block; readonly other: Block } | null = null;
  for (const beside of [true, false]) {
    const step = beside ? tileW : tileH;
    for (let k = 0; k * step <= (beside ? w : h) + SLACK_MM; k++) {
      const mm = k * step;
      const [one, other]: [Block, Block] = beside
        ? [
            { x: 0, y: 0, w: mm, h },
            { x: mm, y: 0, w: w - mm, h },
          ]
        : [
            { x: 0, y: 0, w, h: mm },
            { x: 0, y: mm, w, h: h - mm },
          ];
      const count = countIn(one, tileW, tileH) + countIn(other, tileH, tileW);
      if (!best || count > best.count) best = { count, one, other };
    }
  }
  const tiles = best ? [...rowsOf(best.one, tileW, tileH, false), ...rowsOf(best.other, tileH, tileW, true)] : [];
  return { count: tiles.length, tiles };
}

/**
 * The most tiles that a sheet can give, turned or not, by dynamic programming over straight cuts and pinwheels of five blocks that line up with whole tiles.
 * Source: Gilmore and Gomory 1965, straight cuts; Morabito and Morales 1998, the recursive five-block way (from memory).
 * @param mayTurn whether tiles may lie across; false where the cloth has a grain
 * @returns where the tiles lie; none where not even one fits
 */
export function gridOn(
  sheetWidthMm: number,
  sheetHeightMm: number,
  tileWidthMm: number,
  tileHeightMm: number,
  mayTurn = true,
): Grid {
  if (!mayTurn) {
    // All one way round, whole rows and columns are the most there can be.
    const tiles = rowsOf({ x: 0, y: 0, w: sheetWidthMm, h: sheetHeightMm }, tileWidthMm, tileHeightMm, false);
    return { count: tiles.length, tiles };
  }
  const size = [sheetWidthMm, sheetHeightMm, tileWidthMm, tileHeightMm] as const;
  const many = Math.max(...[sheetWidthMm, sheetHeightMm].map((side) => side / tileWidthMm + side / tileHeightMm));
  if (many > MANY_LINES) return inTwoStrips(...size);
  const known = new Map<string, Best>();
  const lines = new Map<number, readonly number[]>();
  const linesTo = (upTo: number): readonly number[] => {
    const key = Number(upTo.toFixed(4));
    let there = lines.get(key);
    if (!there) {
      there = linesUpTo(key, tileWidthMm, tileHeightMm);
      lines.set(key, there);
    }
    return there;
  };
  /** A length cut down to what whole tiles fill of it: sheets that hold the same are one. */
  const filled = (upTo: number): number => linesTo(upTo).at(-1) ?? 0;
  const best = (w0: number, h0: number): Best => {
    const w = filled(w0);
    const h = filled(h0);
    if (!fits(w, h, tileWidthMm, tileHeightMm) && !fits(w, h, tileHeightMm, tileWidthMm)) return NOTHING;
    const key = `${w} ${h}`;
    const there = known.get(key);
    if (there) return there;
    const most = Math.floor((w * h + SLACK_MM) / (tileWidthMm * tileHeightMm));
    let found: Best = { count: 1, parts: [] };
    known.set(key, found);
    if (most > 1)
      for (const parts of partings(w, h, linesTo(w), linesTo(h))) {
        const count = parts.reduce((n, p) => n + best(p.w, p.h).count, 0);
        if (count > found.count) found = { count, parts };
        if (found.count >= most) break;
      }
    known.set(key, found);
    return found;
  };
  const tiles: GridTile[] = [];
  const lay = ({ x, y, w, h }: Block): void => {
    const { count, parts } = best(w, h);
    if (count === 0) return;
    for (const p of parts) lay({ ...p, x: x + p.x, y: y + p.y });
    if (parts.length > 0) return;
    const upright = fits(w, h, tileWidthMm, tileHeightMm);
    tiles.push({
      xMm: x,
      yMm: y,
      widthMm: upright ? tileWidthMm : tileHeightMm,
      heightMm: upright ? tileHeightMm : tileWidthMm,
      turned: !upright,
    });
  };
  lay({ x: 0, y: 0, w: sheetWidthMm, h: sheetHeightMm });
  return { count: tiles.length, tiles };
}

/** A plain block of tiles, all the same way round: of those that hold so many the one that takes least of the sheet; null where none does. */
export function blockOf(
  count: number,
  sheetWidthMm: number,
  sheetHeightMm: number,
  tileWidthMm: number,
  tileHeightMm: number,
  mayTurn = true,
): Grid | null {
  let best: { readonly areaMm2: number; readonly across: number; readonly turned: boolean } | null = null;
  for (const turned of mayTurn ? [false, true] : [false]) {
    const [w, h] = turned ? [tileHeightMm, tileWidthMm] : [tileWidthMm, tileHeightMm];
    for (let across = 1; across <= count && across * w <= sheetWidthMm + SLACK_MM; across++) {
      const down = Math.ceil(count / across);
      const areaMm2 = across * w * down * h;
      if (down * h <= sheetHeightMm + SLACK_MM && (!best || areaMm2 < best.areaMm2 - SLACK_MM))
        best = { areaMm2, across, turned };
    }
  }
  if (!best) return null;
  const { across, turned } = best;
  const [widthMm, heightMm] = turned ? [tileHeightMm, tileWidthMm] : [tileWidthMm, tileHeightMm];
  return {
    count,
    tiles: Array.from({ length: count }, (_, i) => ({
      xMm: (i % across) * widthMm,
      yMm: Math.floor(i / across) * heightMm,
      widthMm,
      heightMm,
      turned,
    })),
  };
}
