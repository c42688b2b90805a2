import type { Picture } from '~/core/keep/model';
import { pngDataUrl } from './png';

/** Two pixels a millimetre of cloth; the print repeats every 120 mm. */
const PER_MM = 2;
export const LEMON_PRINT_MM = 240;
const REPEAT_MM = 120;

const PALETTE = ['#dfeee6', '#f2d02c', '#e0b41a', '#f8e77c', '#cfe2d6', '#fff7cf'] as const;
const COLOURS = { ground: 0, peel: 1, shade: 2, shine: 3, dash: 4, pith: 5 } as const;

/** A whole lemon or a slice, at a place of the repeat, turned clockwise. */
export interface PrintedLemon {
  readonly xMm: number;
  readonly yMm: number;
  readonly turnDeg: number;
  readonly longMm: number;
  readonly slice: boolean;
}
export const LEMONS: readonly PrintedLemon[] = [
  { xMm: 32, yMm: 30, turnDeg: -25, longMm: 46, slice: false },
  { xMm: 90, yMm: 58, turnDeg: 35, longMm: 42, slice: false },
  { xMm: 36, yMm: 90, turnDeg: 15, longMm: 34, slice: true },
];
/** How wide a lemon is, as a share of its length; and how far its tips stand out. */
const WIDE = 0.7;
const TIP = 0.13;

/** Half the width of a lemon lying along x, at a share −1 … 1 of half its length. */
function halfAt(u: number): number {
  const body = Math.abs(u) < 1 - TIP ? Math.sqrt(1 - (u / (1 - TIP)) ** 2) : 0;
  const tip = 0.26 * Math.max(0, 1 - ((Math.abs(u) - (1 - 1.6 * TIP)) / (1.6 * TIP)) ** 2);
  return WIDE * Math.max(body, Math.abs(u) > 1 - 3.2 * TIP && Math.abs(u) <= 1 ? tip : 0);
}

/** What a lemon shows at a place relative to its middle, mm; null: nothing. */
function ofLemon(l: PrintedLemon, dx: number, dy: number): number | null {
  const a = (-l.turnDeg * Math.PI) / 180;
  const half = l.longMm / 2;
  const u = (dx * Math.cos(a) - dy * Math.sin(a)) / half;
  const v = (dx * Math.sin(a) + dy * Math.cos(a)) / half;
  if (l.slice) {
    const r = Math.hypot(u, v);
    if (r > 1) return null;
    if (r > 0.88) return COLOURS.peel;
    if (r > 0.78) return COLOURS.pith;
    const spoke = Math.abs((((Math.atan2(v, u) / Math.PI) * 4 + 8) % 1) - 0.5);
    return spoke > 0.44 || r < 0.1 ? COLOURS.pith : COLOURS.shine;
  }
  if (Math.abs(u) > 1 || Math.abs(v) > halfAt(u)) return null;
  if (v > 0.55 * halfAt(u)) return COLOURS.shade;
  return v < -0.35 * halfAt(u) && u > -0.5 && u < 0.2 && v > -0.75 * halfAt(u) ? COLOURS.shine : COLOURS.peel;
}

/** A print of lemons, as a photo of it would show it: drawn here, made up. */
export function lemonPrint(): Picture {
  const px = LEMON_PRINT_MM * PER_MM;
  const wrap = (d: number): number => ((((d + REPEAT_MM / 2) % REPEAT_MM) + REPEAT_MM) % REPEAT_MM) - REPEAT_MM / 2;
  return {
    id: 'lemon-print',
    name: 'Lemon print',
    widthPx: px,
    heightPx: px,
    dataUrl: pngDataUrl(px, px, PALETTE, (x, y) => {
      const xMm = x / PER_MM;
      const yMm = y / PER_MM;
      for (const l of LEMONS) {
        const shown = ofLemon(l, wrap(xMm - l.xMm), wrap(yMm - l.yMm));
        if (shown !== null) return shown;
      }
      // A dash here and there between them, so that the ground is a print too.
      return xMm % 20 < 5 && (yMm + Math.floor(xMm / 20) * 7) % 20 < 1.5 ? COLOURS.dash : COLOURS.ground;
    }),
  };
}
