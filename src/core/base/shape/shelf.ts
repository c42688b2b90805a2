import { boundsOf } from './measure';
import { linesOf } from './path';
import { composed, scaling, transformPath, translation } from './transform';

/** A measurement that a shape of the shelf is given by. */
export interface Measure<K extends string = string> {
  readonly key: K;
  readonly label: string;
  readonly kind: 'length' | 'count';
  /** Where it starts, mm or a number. */
  readonly usual: number;
  readonly min: number;
  readonly max: number;
}

export interface ShelfShape {
  readonly id: string;
  readonly name: string;
  readonly measures: readonly Measure[];
  /** Path data in mm; (0,0) is the middle of the shape or its upper left corner. */
  readonly draw: (m: Readonly<Record<string, number>>) => string;
  /** What is wrong with the measurements together; null when they can be drawn. */
  readonly check?: (m: Readonly<Record<string, number>>) => string | null;
}

const len = <K extends string>(key: K, label: string, usual: number, min = 1, max = 3000): Measure<K> => ({
  key,
  label,
  kind: 'length',
  usual,
  min,
  max,
});
const count = <K extends string>(key: K, label: string, usual: number, min: number, max: number): Measure<K> => ({
  key,
  label,
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
  readonly name: string;
  readonly measures: readonly Measure<K>[];
  readonly draw: (m: Readonly<Record<K, number>>) => string;
  readonly check?: (m: Readonly<Record<K, number>>) => string | null;
}): ShelfShape => s;

/** Shapes by the measurements people have. Data: the shelf and its form know none of them by name. */
export const SHELF: readonly ShelfShape[] = [
  shape({
    id: 'square',
    name: 'Square',
    measures: [len('w', 'Side', 80)],
    draw: ({ w }) => rectangle(w, w),
  }),
  shape({
    id: 'rectangle',
    name: 'Rectangle',
    measures: [len('w', 'Wide', 120), len('h', 'High', 70)],
    draw: ({ w, h }) => rectangle(w, h),
  }),
  shape({
    id: 'frame',
    name: 'Frame',
    measures: [len('w', 'Wide', 120), len('h', 'High', 120), len('rim', 'Rim', 20)],
    check: ({ w, h, rim }) => (2 * rim >= Math.min(w, h) ? 'The rim leaves no window: make it narrower.' : null),
    draw: ({ w, h, rim }) => rectangle(w, h) + rectangle(w - 2 * rim, h - 2 * rim, rim, rim),
  }),
  shape({
    id: 'circle',
    name: 'Circle',
    measures: [len('d', 'Across', 80)],
    draw: ({ d }) => ellipse(d / 2, d / 2),
  }),
  shape({
    id: 'ring',
    name: 'Ring',
    measures: [len('d', 'Across', 90), len('hole', 'Hole across', 50)],
    check: ({ d, hole }) => (hole >= d ? 'The hole must be smaller than the ring.' : null),
    draw: ({ d, hole }) => ellipse(d / 2, d / 2) + ellipse(hole / 2, hole / 2),
  }),
  shape({
    id: 'oval',
    name: 'Oval',
    measures: [len('w', 'Wide', 110), len('h', 'High', 70)],
    draw: ({ w, h }) => ellipse(w / 2, h / 2),
  }),
  shape({
    id: 'drop',
    name: 'Drop',
    measures: [len('w', 'Wide', 60), len('h', 'High', 95)],
    check: ({ w, h }) => (h <= w ? 'A drop is higher than wide.' : null),
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
    name: 'Crescent moon',
    measures: [len('d', 'Across', 100), len('thick', 'Thickest', 36)],
    check: ({ d, thick }) => (thick >= d * 0.9 ? 'Make it thinner than nine tenths of its width.' : null),
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
    name: 'Star',
    measures: [count('n', 'Points', 5, 3, 40), len('d', 'Across the points', 100), len('inner', 'Across the dips', 42)],
    check: ({ d, inner }) => (inner >= d ? 'The dips must lie further in than the points.' : null),
    draw: ({ n: k, d, inner }) => around(2 * k, (i) => polar((i % 2 === 0 ? d : inner) / 2, (i * 180) / k)),
  }),
  shape({
    id: 'polygon',
    name: 'Polygon',
    measures: [count('n', 'Sides', 6, 3, 40), len('d', 'Across the corners', 90)],
    draw: ({ n: k, d }) => around(k, (i) => polar(d / 2, (i * 360) / k + (k % 2 === 0 ? 180 / k : 0))),
  }),
  shape({
    id: 'scallop',
    name: 'Scalloped strip',
    measures: [len('w', 'Wide', 200), len('h', 'High', 40), count('n', 'Scallops', 6, 1, 80)],
    check: ({ w, h, n: k }) =>
      w / k / 2 > h ? 'The scallops are deeper than the strip: make it higher, or take more scallops.' : null,
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
    name: 'Wave',
    measures: [len('w', 'Wide', 240), len('h', 'High', 60), len('swell', 'Swell', 14), count('n', 'Crests', 3, 1, 60)],
    check: ({ h, swell }) => (swell >= h ? 'The swell must be lower than the wave is high.' : null),
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
    name: 'Pennant',
    measures: [len('w', 'Wide', 120), len('h', 'Long', 170)],
    draw: ({ w, h }) => `M0 0H${n(w)}L${pt(w / 2, h)}Z`,
  }),
  shape({
    id: 'rounded',
    name: 'Rounded square',
    measures: [len('w', 'Wide', 90), len('h', 'High', 90), len('r', 'Rounding', 14, 0)],
    check: ({ w, h, r }) => (2 * r > Math.min(w, h) ? 'The rounding can be at most half the shorter side.' : null),
    draw: ({ w, h, r }) =>
      r === 0
        ? `M0 0H${n(w)}V${n(h)}H0Z`
        : `M${n(r)} 0H${n(w - r)}A${n(r)} ${n(r)} 0 0 1 ${pt(w, r)}V${n(h - r)}A${n(r)} ${n(r)} 0 0 1 ${pt(w - r, h)}H${n(r)}A${n(r)} ${n(r)} 0 0 1 ${pt(0, h - r)}V${n(r)}A${n(r)} ${n(r)} 0 0 1 ${pt(r, 0)}Z`,
  }),
  shape({
    id: 'arch',
    name: 'Arch',
    measures: [len('w', 'Wide', 60), len('h', 'High', 100)],
    check: ({ w, h }) => (h < w / 2 ? 'An arch is at least half as high as it is wide.' : null),
    draw: ({ w, h }) => `M0 ${n(h)}V${n(w / 2)}A${n(w / 2)} ${n(w / 2)} 0 0 1 ${pt(w, w / 2)}V${n(h)}Z`,
  }),
  shape({
    id: 'petal',
    name: 'Petal',
    measures: [len('w', 'Wide', 44), len('h', 'Long', 100)],
    check: ({ w, h }) => (w > h ? 'A petal is at most as wide as it is long.' : null),
    // Two arcs over the same chord: r from chord and sagitta.
    draw: ({ w, h }) => {
      const s = w / 2;
      const r = (h ** 2 / 4 + s ** 2) / (2 * s);
      return `M0 ${n(-h / 2)}A${n(r)} ${n(r)} 0 0 1 ${pt(0, h / 2)}A${n(r)} ${n(r)} 0 0 1 ${pt(0, -h / 2)}Z`;
    },
  }),
  shape({
    id: 'leaf',
    name: 'Leaf',
    measures: [len('w', 'Wide', 50), len('h', 'Long', 110)],
    check: ({ w, h }) => (w > h ? 'A leaf is at most as wide as it is long.' : null),
    // A cubic with both controls at x reaches three quarters of x.
    draw: ({ w, h }) =>
      `M0 0C${pt(w / 1.5, h * 0.25)} ${pt(w / 1.5, h * 0.85)} ${pt(0, h)}C${pt(-w / 1.5, h * 0.85)} ${pt(-w / 1.5, h * 0.25)} 0 0Z`,
  }),
  shape({
    id: 'teardrop-leaf',
    name: 'Teardrop leaf',
    measures: [len('w', 'Wide', 56), len('h', 'Long', 110)],
    check: ({ w, h }) => (w > h ? 'A leaf is at most as wide as it is long.' : null),
    draw: ({ w, h }) => filling('M0 0C8 38 56 100 0 100C-56 100 -8 38 0 0Z', w, h),
  }),
  shape({
    id: 'heart',
    name: 'Heart',
    measures: [len('w', 'Wide', 90), len('h', 'High', 85)],
    check: ({ w, h }) => (h < w / 2 ? 'A heart is at least half as high as it is wide.' : null),
    // Two half circles, or flatter ones in a low heart, and a curve to the point.
    draw: ({ w, h }) => {
      const [rx, ry] = [w / 4, Math.min(w / 4, h / 3)];
      const down = h - ry;
      return `M0 ${n(ry)}A${n(rx)} ${n(ry)} 0 0 1 ${pt(w / 2, ry)}C${pt(w / 2, ry + down * 0.42)} ${pt(w * 0.17, h - down * 0.24)} ${pt(0, h)}C${pt(-w * 0.17, h - down * 0.24)} ${pt(-w / 2, ry + down * 0.42)} ${pt(-w / 2, ry)}A${n(rx)} ${n(ry)} 0 0 1 0 ${n(ry)}Z`;
    },
  }),
  shape({
    id: 'flower',
    name: 'Simple flower',
    measures: [count('n', 'Petals', 6, 3, 24), len('d', 'Across the petals', 100), len('inner', 'Across the dips', 60)],
    check: ({ n: k, d, inner }) =>
      inner >= d
        ? 'The dips must lie further in than the petals.'
        : d / 2 <= (inner / 2) * Math.cos(Math.PI / k)
          ? 'The petals would be flat: make the dips deeper.'
          : null,
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
    name: 'Cloud',
    measures: [len('w', 'Wide', 140), len('h', 'High', 80)],
    check: ({ w, h }) => (h > w ? 'A cloud is at most as high as it is wide.' : null),
    draw: ({ w, h }) =>
      filling('M22 70A20 20 0 0 1 18 32A24 24 0 0 1 58 14A26 26 0 0 1 102 22A22 22 0 0 1 118 70Z', w, h),
  }),
  shape({
    id: 'fish',
    name: 'Fish',
    measures: [len('w', 'Long', 130), len('h', 'High', 66)],
    check: ({ w, h }) => (h > w ? 'A fish is at most as high as it is long.' : null),
    draw: ({ w, h }) => filling('M0 50C22 12 62 8 84 42L110 16Q100 50 110 84L84 58C62 92 22 88 0 50Z', w, h),
  }),
  shape({
    id: 'house',
    name: 'House',
    measures: [len('w', 'Wide', 90), len('h', 'High', 110), len('roof', 'Roof, high', 45), len('eaves', 'Eaves', 8, 0)],
    check: ({ w, h, roof, eaves }) =>
      roof >= h
        ? 'The roof must be lower than the house.'
        : 2 * eaves >= w
          ? 'The eaves leave no wall: make them narrower.'
          : null,
    draw: ({ w, h, roof, eaves }) =>
      `M${pt(w / 2, 0)}L${pt(w, roof)}${eaves > 0 ? `H${n(w - eaves)}` : ''}V${n(h)}H${n(eaves)}V${n(roof)}${eaves > 0 ? 'H0' : ''}Z`,
  }),
  shape({
    id: 'cog',
    name: 'Cog',
    measures: [
      count('n', 'Teeth', 10, 4, 60),
      len('d', 'Across the teeth', 110),
      len('tooth', 'Tooth depth', 10),
      len('bore', 'Hole across', 28, 0),
    ],
    check: ({ d, tooth, bore }) =>
      bore / 2 + tooth >= d / 2 ? 'Hole and teeth leave nothing between: make one of them smaller.' : null,
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
 * @returns path data in mm, or what is wrong with the measurements
 */
export function drawShelfShape(
  shape: ShelfShape,
  measures: Readonly<Record<string, number>>,
): { ok: true; outline: string } | { ok: false; message: string } {
  for (const m of shape.measures) {
    const v = measures[m.key];
    if (
      v === undefined ||
      !Number.isFinite(v) ||
      v < m.min ||
      v > m.max ||
      (m.kind === 'count' && !Number.isInteger(v))
    )
      return { ok: false, message: `${m.label}: between ${m.min} and ${m.max}, please.` };
  }
  const wrong = shape.check?.(measures) ?? null;
  return wrong === null ? { ok: true, outline: shape.draw(measures) } : { ok: false, message: wrong };
}
