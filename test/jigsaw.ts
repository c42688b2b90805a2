import { type Point, ringAreaMm2 } from '~/core/base/shape';
import { type NestPart, seeded } from '~/core/cut/nest';

/** A rectangle cut by straight lines into n convex pieces: the optimum is the rectangle. */
export function jigsaw(n: number, seed: number, w = 400, l = 600): NestPart[] {
  const random = seeded(seed);
  let pieces: Point[][] = [
    [
      { x: 0, y: 0 },
      { x: l, y: 0 },
      { x: l, y: w },
      { x: 0, y: w },
    ],
  ];
  while (pieces.length < n) {
    pieces = pieces.sort((a, b) => Math.abs(ringAreaMm2(b)) - Math.abs(ringAreaMm2(a)));
    const [p, ...rest] = pieces;
    const c = p!.reduce((s, q) => ({ x: s.x + q.x / p!.length, y: s.y + q.y / p!.length }), { x: 0, y: 0 });
    const angle = random() * Math.PI;
    const side = (q: Point): number => (q.x - c.x) * Math.cos(angle) + (q.y - c.y) * Math.sin(angle);
    const a: Point[] = [];
    const b: Point[] = [];
    p!.forEach((q, i) => {
      const next = p![(i + 1) % p!.length]!;
      const d = side(q);
      const e = side(next);
      if (d >= 0) a.push(q);
      if (d <= 0) b.push(q);
      if (d * e < 0) {
        const t = d / (d - e);
        const m = { x: q.x + (next.x - q.x) * t, y: q.y + (next.y - q.y) * t };
        a.push(m);
        b.push(m);
      }
    });
    pieces = [...rest, a, b];
  }
  return pieces.map((p, i) => ({
    id: `j${i}`,
    count: 1,
    outline: `M${p.map((q) => `${q.x.toFixed(3)} ${q.y.toFixed(3)}`).join('L')}Z`,
  }));
}
