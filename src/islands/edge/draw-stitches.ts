import { INK_ON_CLOTH, PAPER_ON_CLOTH } from '~/components';
import { f32, u8 } from '~/core/base/lists';
import { NEEDLE_DOES } from '~/core/hands/edge';
import type { StitchedLine } from '~/core/plan';

// Stitches drawn on a canvas: the one place that knows how.

/** The part of the ground that is looked at: its upper left corner, and how many pixels a millimetre takes. */
export interface Sight {
  readonly xMm: number;
  readonly yMm: number;
  readonly pxPerMm: number;
  /** Seen from behind: mirrored about the middle of a ground this wide. */
  readonly mirrorMm: number | null;
}

/** A line with what is needed to draw it often: how many needle points come before it, and its box. */
export interface Drawable {
  readonly line: StitchedLine;
  readonly before: number;
  readonly points: number;
  readonly box: { readonly minX: number; readonly minY: number; readonly maxX: number; readonly maxY: number };
}

/** The lines of one article, with their needle points counted through. */
export function drawables(lines: readonly StitchedLine[]): { list: readonly Drawable[]; points: number } {
  let before = 0;
  const list = lines.map((line): Drawable => {
    let points = 0;
    const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
    for (const { xy, does } of line.runs) {
      points += does.length;
      for (let i = 0; i < xy.length; i += 2) {
        const x = f32(xy, i);
        const y = f32(xy, i + 1);
        if (x < box.minX) box.minX = x;
        if (x > box.maxX) box.maxX = x;
        if (y < box.minY) box.minY = y;
        if (y > box.maxY) box.maxY = y;
      }
    }
    const d: Drawable = { line, before, points, box };
    before += points;
    return d;
  });
  return { list, points: before };
}

/** Where the needle is: at which point of which line, and what it does there. */
export interface At {
  readonly line: StitchedLine;
  readonly x: number;
  readonly y: number;
  readonly does: (typeof NEEDLE_DOES)[number];
}
export function needleAt(list: readonly Drawable[], point: number): At | null {
  const d = list.findLast((one) => one.before <= point);
  if (!d) return null;
  let i = point - d.before;
  for (const { xy, does } of d.line.runs) {
    if (i < does.length)
      return { line: d.line, x: f32(xy, 2 * i), y: f32(xy, 2 * i + 1), does: NEEDLE_DOES[u8(does, i)] ?? 'stitch' };
    i -= does.length;
  }
  return null;
}

/** Thread is so thick, mm; never thinner than can be seen, px. */
const THREAD_MM = 0.35;
const LEAST_PX = 0.9;
const UNDER_PX = 1.1;
/** From here on corners are marked, and from there every turn on a curve, px/mm. */
const CORNERS_FROM = 2;
const CURVES_FROM = 6;
const LEAST_SCALE = {
  start: 0,
  outside: CORNERS_FROM,
  inside: CORNERS_FROM,
  point: CORNERS_FROM,
  curve: CURVES_FROM,
} as const;
const SHADOW = 'rgb(41 36 31 / 62%)';

/**
 * Draws stitches from one needle point to another.
 * @param from the first point that is drawn; stitches before it stand there already
 * @param marks turns are marked with their kind
 */
export function drawStitches(
  ctx: CanvasRenderingContext2D,
  list: readonly Drawable[],
  sight: Sight,
  from: number,
  to: number,
  picked: string | null,
  marks: boolean,
): void {
  const { width, height } = ctx.canvas;
  const s = sight.pxPerMm;
  const px = (x: number): number => ((sight.mirrorMm === null ? x : sight.mirrorMm - x) - sight.xMm) * s;
  const py = (y: number): number => (y - sight.yMm) * s;
  const right = sight.xMm + width / s;
  const bottom = sight.yMm + height / s;
  const thick = Math.max(LEAST_PX * devicePixelRatio, THREAD_MM * s);
  ctx.lineCap = 'round';
  ctx.lineJoin = 'round';
  for (const { line, before, points, box } of list) {
    if (before >= to || before + points <= from) continue;
    const minX = sight.mirrorMm === null ? box.minX : sight.mirrorMm - box.maxX;
    const maxX = sight.mirrorMm === null ? box.maxX : sight.mirrorMm - box.minX;
    if (minX > right || maxX < sight.xMm || box.minY > bottom || box.maxY < sight.yMm) continue;
    const path = new Path2D();
    let at = before;
    for (const { xy, does } of line.runs) {
      const start = Math.max(0, from - at - 1);
      const end = Math.min(does.length, to - at);
      for (let i = start; i < end; i++) {
        const x = px(f32(xy, 2 * i));
        const y = py(f32(xy, 2 * i + 1));
        if (i === start || (line.everyOther && i % 2 === 0)) path.moveTo(x, y);
        else path.lineTo(x, y);
      }
      at += does.length;
    }
    const faint = picked !== null && line.pieceId !== picked;
    ctx.globalAlpha = faint ? 0.4 : 1;
    const wide = line.edge === 'paint' ? Math.max(thick, line.widthMm * s) : thick;
    ctx.strokeStyle = SHADOW;
    ctx.lineWidth = wide + UNDER_PX * devicePixelRatio;
    ctx.stroke(path);
    ctx.strokeStyle = line.colour;
    ctx.lineWidth = wide;
    ctx.stroke(path);
    if (marks && !faint) drawTurns(ctx, line, before, from, to, px, py, s);
    ctx.globalAlpha = 1;
  }
}

/** Turns by their kind: full where the corner points outward, ringed where it points inward, a bar across where a point is covered, a dot on a curve; a wedge where a run begins. */
function drawTurns(
  ctx: CanvasRenderingContext2D,
  line: StitchedLine,
  before: number,
  from: number,
  to: number,
  px: (x: number) => number,
  py: (y: number) => number,
  s: number,
): void {
  const big = Math.max(2.2 * devicePixelRatio, Math.min(7 * devicePixelRatio, 0.45 * s));
  let at = before;
  for (const { xy, does } of line.runs) {
    for (let i = Math.max(0, from - at); i < Math.min(does.length, to - at); i++) {
      const what = NEEDLE_DOES[u8(does, i)] ?? 'stitch';
      if (what === 'stitch' || s < LEAST_SCALE[what] * devicePixelRatio) continue;
      const x = px(f32(xy, 2 * i));
      const y = py(f32(xy, 2 * i + 1));
      ctx.beginPath();
      if (what === 'start') {
        if (line.edge === 'paint' || does.length < 2) continue;
        const dx = px(f32(xy, 2)) - x;
        const dy = py(f32(xy, 3)) - y;
        const d = Math.hypot(dx, dy) || 1;
        const [ux, uy] = [(dx / d) * big * 2, (dy / d) * big * 2];
        ctx.moveTo(x + ux, y + uy);
        ctx.lineTo(x - uy / 2, y + ux / 2);
        ctx.lineTo(x + uy / 2, y - ux / 2);
        ctx.closePath();
        ctx.fillStyle = PAPER_ON_CLOTH;
        ctx.strokeStyle = INK_ON_CLOTH;
        ctx.lineWidth = 1.4 * devicePixelRatio;
        ctx.fill();
        ctx.stroke();
        continue;
      }
      ctx.arc(x, y, what === 'curve' ? big * 0.4 : big, 0, 2 * Math.PI);
      ctx.lineWidth = 1.4 * devicePixelRatio;
      ctx.strokeStyle = INK_ON_CLOTH;
      ctx.fillStyle = what === 'inside' ? PAPER_ON_CLOTH : INK_ON_CLOTH;
      ctx.fill();
      if (what !== 'curve') ctx.stroke();
      if (what === 'point') {
        ctx.beginPath();
        ctx.moveTo(x - big * 1.8, y);
        ctx.lineTo(x + big * 1.8, y);
        ctx.stroke();
      }
    }
    at += does.length;
  }
}
