import { around, nth } from '../../base/lists';
import type { Point, Ring } from '../../base/shape';

/** A ring without the points that lie on the line of their neighbours. @param withinMm nearer to that line than this a point is none */
export function straightened(ring: Ring, withinMm: number): Point[] {
  const out = [...ring];
  for (let i = 0; i < out.length && out.length > 3; ) {
    const a = around(out, i - 1);
    const p = nth(out, i);
    const b = around(out, i + 1);
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    const off = length < 1e-9 ? 0 : Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / length;
    const back = (p.x - a.x) * (b.x - p.x) + (p.y - a.y) * (b.y - p.y) < 0;
    if (off < withinMm && !back) out.splice(i, 1);
    else i += 1;
  }
  return out;
}
