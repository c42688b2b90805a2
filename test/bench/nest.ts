import { MaxRectsPacker } from 'maxrects-packer';
import { boundsOf, regionOf } from '~/core/base/shape';
import { isBetter, type NestPart, type NestResult, nest, seeded } from '~/core/cut/nest';
import { planProject } from '~/core/plan';
import { harbourLight } from '~/demo';
import { jigsaw } from '../jigsaw';
import { GARMENTS } from './garments';

type Note = (what: string, aim: string, got: string) => void;

/** Shortest roll on which maxrects-packer lays the parts' boxes with the same spacing, mm. */
function boxesLength(parts: readonly NestPart[], widthMm: number, spacingMm: number): number {
  const fits = (length: number): boolean => {
    const packer = new MaxRectsPacker(Math.floor(length + spacingMm), Math.floor(widthMm + spacingMm), 0, {
      smart: false,
      pot: false,
      square: false,
      allowRotation: true,
      tag: false,
      border: 0,
    });
    for (const p of parts) {
      const b = boundsOf(regionOf(p.outline));
      for (let i = 0; i < p.count; i++) packer.add(b.maxX - b.minX + spacingMm, b.maxY - b.minY + spacingMm, {});
    }
    return packer.bins.length === 1 && packer.bins[0]!.rects.every((r) => !(r as { oversized?: boolean }).oversized);
  };
  let low = 0;
  let high = 40_000;
  while (high - low > 1) {
    const middle = (low + high) / 2;
    if (fits(middle)) high = middle;
    else low = middle;
  }
  return high;
}

const LETTERS = [
  'M0 0H20V60H50V80H0Z',
  'M0 0H55V18H37V80H18V18H0Z',
  'M0 0H50V16H18V32H44V48H18V64H50V80H0Z',
  'M0 80L28 0H44L72 80H52L48 66H24L20 80ZM29 50H43L36 24Z',
  'M40 0A40 40 0 1 0 80 40H58A18 18 0 1 1 40 22Z',
  'M0 0H20V30L45 0H70L36 38L72 80H46L20 48V80H0Z',
];

/** Lettered and curved parts from a seed. */
function lettered(n: number, seed: number): NestPart[] {
  const random = seeded(seed);
  return Array.from({ length: n }, (_, i) => {
    const r = 20 + random() * 42;
    const k = 0.5523 * r;
    const curved = [
      `M${r} 0C${r} ${k} ${k} ${r * (0.6 + random() * 0.8)} 0 ${r}C${-k} ${r} ${-r * (0.5 + random())} ${k} ${-r} 0C${-r} ${-k} ${-k} ${-r} 0 ${-r * (0.4 + random() * 0.6)}C${k} ${-r} ${r} ${-k} ${r} 0Z`,
      `M0 ${r}A${r} ${r} 0 0 1 ${2 * r} ${r}H${1.5 * r}A${r / 2} ${r / 2} 0 0 0 ${r / 2} ${r}Z`,
      `M0 0L${2 * r} ${r * random()}Q${r} ${r} ${r * 0.4} ${1.7 * r}Z`,
      `M0 0C${r} ${-r * 0.7} ${r * 1.6} ${r * 0.4} ${r * 2.6} 0L${r * 2.2} ${r * 0.6}C${r * 1.4} ${r} ${r} ${r * 0.1} ${r * 0.2} ${r * 0.8}Z`,
    ];
    const outline =
      i % 2 === 0 ? LETTERS[Math.floor(random() * LETTERS.length)]! : curved[Math.floor(random() * curved.length)]!;
    return { id: `p${i}`, outline, count: 1 };
  });
}

const percent = (share: number): string => `${(share * 100).toFixed(0)} %`;

/** Nesting: length against boxes, jigsaws, and how soon there is a first layout. */
export function benchNest(note: Note): void {
  const now = (): number => performance.now();
  const free = { widthMm: 432, spacingMm: 12, rotations: 'free' as const, seconds: 5, seed: 1 };
  const demo = planProject(harbourLight()).tracings.map((t) => ({ id: t.pieceId, outline: t.outline, count: 1 }));
  // Two searches, as the Trace station runs them side by side on two cores; the better one is kept.
  const against = (parts: readonly NestPart[]): number => {
    const [a, b] = [1, 2].map((seed) => nest({ ...free, seed, parts }, { now })) as [NestResult, NestResult];
    return (isBetter(a, b) ? a : b).lengthMm / boxesLength(parts, 432, 12);
  };
  note('The demo nested for 5 s, against its boxes packed by maxrects-packer', '≤ 80 %', percent(against(demo)));
  const sets = Array.from({ length: 10 }, (_, i) => against(lettered(20 + Math.round((i * 40) / 9), 100 + i)));
  note(
    'Ten sets of 20–60 lettered and curved parts, the same way',
    '≤ 72 % on average, worst 80 %',
    `${percent(sets.reduce((s, v) => s + v, 0) / sets.length)} on average, worst ${percent(Math.max(...sets))}`,
  );
  for (const { name, widthMm, bestKnown, parts } of GARMENTS) {
    const wish = { widthMm, spacingMm: 0, rotations: [0, 180], seconds: 20, seed: 1, parts };
    note(`Density: ${name}, 20 s`, `≥ ${percent(bestKnown - 0.04)}`, percent(nest(wish, { now }).utilisation));
  }
  const filled = [15, 28, 50].flatMap((n) =>
    Array.from(
      { length: 10 },
      (_, i) =>
        nest({ widthMm: 400, spacingMm: 0, rotations: [0], seconds: 10, seed: 1, parts: jigsaw(n, i + 1) }, { now })
          .utilisation,
    ),
  );
  note(
    'Jigsaws of 15, 28 and 50 pieces cut from a rectangle, unturned, ten seeds each, 10 s',
    '≥ 98 %',
    `${percent(Math.min(...filled))} at least, ${percent(filled.reduce((s, v) => s + v, 0) / filled.length)} on average`,
  );
  for (const n of [300, 600, 800]) {
    const r = nest({ ...free, seconds: 12, parts: lettered(n, 5) }, { now });
    note(
      `${n} parts for 12 s, against rows`,
      n === 300 ? '8 % shorter' : 'shorter',
      `${percent(1 - r.lengthMm / r.rowsLengthMm)} shorter`,
    );
  }
  for (const [n, aim] of [
    [60, '< 500 ms'],
    [200, '< 3000 ms'],
  ] as const) {
    const parts = lettered(n, 5);
    const started = now();
    let first = 0;
    nest({ ...free, seconds: 0.2, parts }, { now, onBetter: () => (first ||= now() - started) });
    note(`First valid layout of ${n} parts`, aim, `${first.toFixed(0)} ms`);
  }
}
