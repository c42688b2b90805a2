import { boundsOf } from './measure';
import { linesOf } from './path';
import { composed, scaling, transformPath, translation } from './transform';

/** Why measurements do not go together. Words: src/words/shelf.ts. */
export type ShelfWrong =
  | 'no-window'
  | 'hole-too-large'
  | 'drop-too-wide'
  | 'too-thick'
  | 'dips-beyond-points'
  | 'scallops-too-deep'
  | 'swell-too-high'
  | 'rounding-too-large'
  | 'arch-too-low'
  | 'petal-too-wide'
  | 'leaf-too-wide'
  | 'heart-too-low'
  | 'dips-beyond-petals'
  | 'petals-flat'
  | 'cloud-too-high'
  | 'fish-too-high'
  | 'roof-too-high'
  | 'eaves-too-wide'
  | 'no-room-between';

/** A measurement that a shape of the shelf is given by. */
export interface Measure<K extends string = string> {
  readonly key: K;
  readonly kind: 'length' | 'count';
  /** Where it starts, mm or a number. */
  readonly usual: number;
  readonly min: number;
  readonly max: number;
}

export interface ShelfShape {
  readonly id: string;
  readonly measures: readonly Measure[];
  /** Path data in mm; (0,0) is the middle of the shape or its upper left corner. */
  readonly draw: (m: Readonly<Record<string, number>>) => string;
  /** What is wrong with the measurements together; null when they can be drawn. */
  readonly check?: (m: Readonly<Record<string, number>>) => ShelfWrong | null;
}

const len = <K extends string>(key: K, usual: number, min = 1, max = 3000): Measure<K> => ({
  key,
  kind: 'length',
  usual,
  min,
  max,
});
const count = <K extends string>(key: K, usual: number, min: number, max: number): Measure<K> => ({
  key,
  kind: 'count',
  usual,
  min,
  max,
});
const n = (v: number): string => String(Number(v.toFixed(4)));
const pt = (x: number, y: number): string => `${n(x)} ${n(y)}`;
const polar = (r: number, deg: number): string =>
  pt(r * Math.sin((deg * Math.PI) / 180), -r * Math.cos((deg * Math.PI) / 180));
const around = (count: number, at: (i: number) => string): string =>
  `M${Array.from({ length: count }, (_, i) => at(i)).join('L')}Z`;
const ellipse = (rx: number, ry: number): string =>
  `M${pt(-rx, 0)}A${n(rx)} ${n(ry)} 0 1 1 ${pt(rx, 0)}A${n(rx)} ${n(ry)} 0 1 1 ${pt(-rx, 0)}Z`;

/** A drawn outline made to fill a box exactly, from its upper left corner. */
function filling(outline: string, w: number, h: number): string {
  const b = boundsOf(linesOf(outline));
  const toCorner = translation(-b.minX, -b.minY);
  return transformPath(outline, composed(toCorner, scaling(w / (b.maxX - b.minX), h / (b.maxY - b.minY))));
}
const rectangle = (w: number, h: number, x = 0, y = 0): string => `M${pt(x, y)}h${n(w)}v${n(h)}h${n(-w)}Z`;

/** A shape of which the drawing knows the measurements it is given by. */
const shape = <K extends string>(s: {
  readonly id: string;
  readonly measures: readonly Measure<K>[];
  readonly draw: (m: Readonly<Record<K, number>>) => string;
  readonly check?: (m: Readonly<Record<K, number>>) => ShelfWrong | null;
}): ShelfShape => s;

/** Shapes by the measurements people have. Data: the shelf and its form know none of them by name. */
export const SHELF: readonly ShelfShape[] = [
  shape({
    id: 'square',
    measures: [len('w', 80)],
    draw: ({ w }) => rectangle(w, w),
  }),
  shape({
    id: 'rectangle',
    measures: [len('w', 120), len('h', 70)],
    draw: ({ w, h }) => rectangle(w, h),
  }),
  shape({
    id: 'frame',
    measures: [len('w', 120), len('h', 120), len('rim', 20)],
    check: ({ w, h, rim }) => (2 * rim >= Math.min(w, h) ? 'no-window' : null),
    draw: ({ w, h, rim }) => rectangle(w, h) + rectangle(w - 2 * rim, h - 2 * rim, rim, rim),
  }),
  shape({
    id: 'circle',
    measures: [len('d', 80)],
    draw: ({ d }) => ellipse(d / 2, d / 2),
  }),
  shape({
    id: 'ring',
    measures: [len('d', 90), len('hole', 50)],
    check: ({ d, hole }) => (hole >= d ? 'hole-too-large' : null),
    draw: ({ d, hole }) => ellipse(d / 2, d / 2) + ellipse(hole / 2, hole / 2),
  }),
  shape({
    id: 'oval',
    measures: [len('w', 110), len('h', 70)],
    draw: ({ w, h }) => ellipse(w / 2, h / 2),
  }),
  shape({
    id: 'drop',
    measures: [len('w', 60), len('h', 95)],
    check: ({ w, h }) => (h <= w ? 'drop-too-wide' : null),
    // Tangents from the tip to the circle below.
    draw: ({ w, h }) => {
      const r = w / 2;
      const d = h - r;
      const a = Math.acos(r / d);
      const x = r * Math.sin(a);
      const y = -r * Math.cos(a);
      return `M${pt(0, -d)}L${pt(x, y)}A${n(r)} ${n(r)} 0 1 1 ${pt(-x, y)}Z`;
    },
  }),
  shape({
    id: 'crescent',
    measures: [len('d', 100), len('thick', 36)],
    check: ({ d, thick }) => (thick >= d * 0.9 ? 'too-thick' : null),
    // Two arcs through the same tips: the outer three quarters round, the inner leaving `thick` at the middle.
    draw: ({ d, thick }) => {
      const r = d / 2;
      const tip = { x: r * Math.cos(Math.PI / 4), y: r * Math.sin(Math.PI / 4) };
      const sagitta = Math.abs(-r + thick - tip.x);
      const inner = (tip.y ** 2 + sagitta ** 2) / (2 * sagitta);
      const bulges = -r + thick < tip.x;
      return `M${pt(tip.x, -tip.y)}A${n(r)} ${n(r)} 0 1 0 ${pt(tip.x, tip.y)}A${n(inner)} ${n(inner)} 0 ${sagitta > inner ? 1 : 0} ${bulges ? 1 : 0} ${pt(tip.x, -tip.y)}Z`;
    },
  }),
  shape({
    id: 'star',
    measures: [count('n', 5, 3, 40), len('d', 100), len('inner', 42)],
    check: ({ d, inner }) => (inner >= d ? 'dips-beyond-points' : null),
    draw: ({ n: k, d, inner }) => around(2 * k, (i) => polar((i % 2 === 0 ? d : inner) / 2, (i * 180) / k)),
  }),
  shape({
    id: 'polygon',
    measures: [count('n', 6, 3, 40), len('d', 90)],
    draw: ({ n: k, d }) => around(k, (i) => polar(d / 2, (i * 360) / k + (k % 2 === 0 ? 180 / k : 0))),
  }),
  shape({
    id: 'scallop',
    measures: [len('w', 200), len('h', 40), count('n', 6, 1, 80)],
    check: ({ w, h, n: k }) => (w / k / 2 > h ? 'scallops-too-deep' : null),
    draw: ({ w, h, n: k }) => {
      const step = w / k;
      const r = step / 2;
      let d = `M0 0H${n(w)}V${n(h - r)}`;
      for (let i = k; i > 0; i--) d += `A${n(r)} ${n(r)} 0 0 1 ${pt((i - 1) * step, h - r)}`;
      return `${d}Z`;
    },
  }),
  shape({
    id: 'wave',
    measures: [len('w', 240), len('h', 60), len('swell', 14), count('n', 3, 1, 60)],
    check: ({ h, swell }) => (swell >= h ? 'swell-too-high' : null),
    draw: ({ w, h, swell, n: k }) => {
      const half = w / k / 2;
      const c = half * 0.3642;
      let d = `M0 ${n(swell / 2)}`;
      for (let i = 0; i < 2 * k; i++) {
        const lift = i % 2 === 0 ? -swell / 2 : swell / 2;
        d += `c${pt(c, lift * 1.3333)} ${pt(half - c, lift * 1.3333)} ${pt(half, 0)}`;
      }
      return `${d}V${n(h)}H0Z`;
    },
  }),
  shape({
    id: 'pennant',
    measures: [len('w', 120), len('h', 170)],
    draw: ({ w, h }) => `M0 0H${n(w)}L${pt(w / 2, h)}Z`,
  }),
  shape({
    id: 'rounded',
    measures: [len('w', 90), len('h', 90), len('r', 14, 0)],
    check: ({ w, h, r }) => (2 * r > Math.min(w, h) ? 'rounding-too-large' : null),
    draw: ({ w, h, r }) =>
      r === 0
        ? `M0 0H${n(w)}V${n(h)}H0Z`
        : `M${n(r)} 0H${n(w - r)}A${n(r)} ${n(r)} 0 0 1 ${pt(w, r)}V${n(h - r)}A${n(r)} ${n(r)} 0 0 1 ${pt(w - r, h)}H${n(r)}A${n(r)} ${n(r)} 0 0 1 ${pt(0, h - r)}V${n(r)}A${n(r)} ${n(r)} 0 0 1 ${pt(r, 0)}Z`,
  }),
  shape({
    id: 'arch',
    measures: [len('w', 60), len('h', 100)],
    check: ({ w, h }) => (h < w / 2 ? 'arch-too-low' : null),
    draw: ({ w, h }) => `M0 ${n(h)}V${n(w / 2)}A${n(w / 2)} ${n(w / 2)} 0 0 1 ${pt(w, w / 2)}V${n(h)}Z`,
  }),
  shape({
    id: 'petal',
    measures: [len('w', 44), len('h', 100)],
    check: ({ w, h }) => (w > h ? 'petal-too-wide' : null),
    // Two arcs over the same chord: r from chord and sagitta.
    draw: ({ w, h }) => {
      const s = w / 2;
      const r = (h ** 2 / 4 + s ** 2) / (2 * s);
      return `M0 ${n(-h / 2)}A${n(r)} ${n(r)} 0 0 1 ${pt(0, h / 2)}A${n(r)} ${n(r)} 0 0 1 ${pt(0, -h / 2)}Z`;
    },
  }),
  shape({
    id: 'leaf',
    measures: [len('w', 50), len('h', 110)],
    check: ({ w, h }) => (w > h ? 'leaf-too-wide' : null),
    // A cubic with both controls at x reaches three quarters of x.
    draw: ({ w, h }) =>
      `M0 0C${pt(w / 1.5, h * 0.25)} ${pt(w / 1.5, h * 0.85)} ${pt(0, h)}C${pt(-w / 1.5, h * 0.85)} ${pt(-w / 1.5, h * 0.25)} 0 0Z`,
  }),
  shape({
    id: 'teardrop-leaf',
    measures: [len('w', 56), len('h', 110)],
    check: ({ w, h }) => (w > h ? 'leaf-too-wide' : null),
    draw: ({ w, h }) => filling('M0 0C8 38 56 100 0 100C-56 100 -8 38 0 0Z', w, h),
  }),
  shape({
    id: 'heart',
    measures: [len('w', 90), len('h', 85)],
    check: ({ w, h }) => (h < w / 2 ? 'heart-too-low' : null),
    // Two half circles, or flatter ones in a low heart, and a curve to the point.
    draw: ({ w, h }) => {
      const [rx, ry] = [w / 4, Math.min(w / 4, h / 3)];
      const down = h - ry;
      return `M0 ${n(ry)}A${n(rx)} ${n(ry)} 0 0 1 ${pt(w / 2, ry)}C${pt(w / 2, ry + down * 0.42)} ${pt(w * 0.17, h - down * 0.24)} ${pt(0, h)}C${pt(-w * 0.17, h - down * 0.24)} ${pt(-w / 2, ry + down * 0.42)} ${pt(-w / 2, ry)}A${n(rx)} ${n(ry)} 0 0 1 0 ${n(ry)}Z`;
    },
  }),
  shape({
    id: 'flower',
    measures: [count('n', 6, 3, 24), len('d', 100), len('inner', 60)],
    check: ({ n: k, d, inner }) =>
      inner >= d ? 'dips-beyond-petals' : d / 2 <= (inner / 2) * Math.cos(Math.PI / k) ? 'petals-flat' : null,
    // Each petal is an arc through two dips and its own tip.
    draw: ({ n: k, d, inner }) => {
      const c = (inner / 2) * Math.sin(Math.PI / k);
      const s = d / 2 - (inner / 2) * Math.cos(Math.PI / k);
      const r = (c * c + s * s) / (2 * s);
      const dip = (i: number): string => polar(inner / 2, ((i + 0.5) * 360) / k);
      let path = `M${dip(-1)}`;
      for (let i = 0; i < k; i++) path += `A${n(r)} ${n(r)} 0 ${s > c ? 1 : 0} 1 ${dip(i)}`;
      return `${path}Z`;
    },
  }),
  shape({
    id: 'cloud',
    measures: [len('w', 140), len('h', 80)],
    check: ({ w, h }) => (h > w ? 'cloud-too-high' : null),
    draw: ({ w, h }) =>
      filling('M22 70A20 20 0 0 1 18 32A24 24 0 0 1 58 14A26 26 0 0 1 102 22A22 22 0 0 1 118 70Z', w, h),
  }),
  shape({
    id: 'fish',
    measures: [len('w', 130), len('h', 66)],
    check: ({ w, h }) => (h > w ? 'fish-too-high' : null),
    draw: ({ w, h }) => filling('M0 50C22 12 62 8 84 42L110 16Q100 50 110 84L84 58C62 92 22 88 0 50Z', w, h),
  }),
  shape({
    id: 'house',
    measures: [len('w', 90), len('h', 110), len('roof', 45), len('eaves', 8, 0)],
    check: ({ w, h, roof, eaves }) => (roof >= h ? 'roof-too-high' : 2 * eaves >= w ? 'eaves-too-wide' : null),
    draw: ({ w, h, roof, eaves }) =>
      `M${pt(w / 2, 0)}L${pt(w, roof)}${eaves > 0 ? `H${n(w - eaves)}` : ''}V${n(h)}H${n(eaves)}V${n(roof)}${eaves > 0 ? 'H0' : ''}Z`,
  }),
  shape({
    id: 'cog',
    measures: [count('n', 10, 4, 60), len('d', 110), len('tooth', 10), len('bore', 28, 0)],
    check: ({ d, tooth, bore }) => (bore / 2 + tooth >= d / 2 ? 'no-room-between' : null),
    draw: ({ n: k, d, tooth, bore }) => {
      const out = d / 2;
      const inn = out - tooth;
      const step = 360 / k;
      const rim = `M${Array.from({ length: k }, (_, i) => {
        const a = i * step;
        return [
          polar(inn, a - step * 0.27),
          polar(out, a - step * 0.18),
          polar(out, a + step * 0.18),
          polar(inn, a + step * 0.27),
        ].join('L');
      }).join('L')}Z`;
      return bore > 0 ? rim + ellipse(bore / 2, bore / 2) : rim;
    },
  }),
];

/**
 * Draws a shape of the shelf.
 * @returns path data in mm, or what is wrong with the measurements: one that is out of its bounds, or all together
 */
export function drawShelfShape(
  shape: ShelfShape,
  measures: Readonly<Record<string, number>>,
): { ok: true; outline: string } | { ok: false; wrong: ShelfWrong | Measure } {
  for (const m of shape.measures) {
    const v = measures[m.key];
    if (
      v === undefined ||
      !Number.isFinite(v) ||
      v < m.min ||
      v > m.max ||
      (m.kind === 'count' && !Number.isInteger(v))
    )
      return { ok: false, wrong: m };
  }
  const wrong = shape.check?.(measures) ?? null;
  return wrong === null ? { ok: true, outline: shape.draw(measures) } : { ok: false, wrong };
}
