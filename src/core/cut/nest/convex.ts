import earcut from 'earcut';
import { inMap, nth } from '../../base/lists';
import type { Point, Region, Ring } from '../../base/shape';
import { seeded } from './random';

const cross = (o: Point, a: Point, b: Point): number => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);

/** Orders in which shared edges are tried; the fewest pieces win. */
const ORDERS = 24;

/** Joins triangles along shared edges as long as what comes out is convex. Source: Hertel & Mehlhorn 1983; which edges go first is tried out. */
function joinConvex(points: readonly Point[], triangles: readonly number[]): number[][] {
  const corners: number[][] = [];
  const owner = new Map<number, number>();
  const n = points.length;
  for (let t = 0; t + 2 < triangles.length; t += 3) {
    let tri = [nth(triangles, t), nth(triangles, t + 1), nth(triangles, t + 2)];
    const turn = cross(nth(points, nth(tri, 0)), nth(points, nth(tri, 1)), nth(points, nth(tri, 2)));
    if (Math.abs(turn) < 1e-9) continue;
    if (turn < 0) tri = [nth(tri, 2), nth(tri, 1), nth(tri, 0)];
    const id = corners.push(tri) - 1;
    tri.forEach((u, i) => {
      owner.set(u * n + nth(tri, (i + 1) % 3), id);
    });
  }
  const length = (e: number): number => {
    const p = nth(points, Math.floor(e / n));
    const q = nth(points, e % n);
    return Math.hypot(p.x - q.x, p.y - q.y);
  };
  const edges = [...owner.keys()].filter(
    (e) => Math.floor(e / n) < e % n && owner.has((e % n) * n + Math.floor(e / n)),
  );
  edges.sort((a, b) => length(b) - length(a));
  const random = seeded(1);
  let best: number[][] | null = null;
  for (let order = 0; order < ORDERS; order++) {
    const got = joined(points, corners, owner, edges);
    if (!best || got.length < best.length) best = got;
    if (best.length === 1) break;
    for (let k = edges.length - 1; k > 0; k--) {
      const m = Math.floor(random() * (k + 1));
      [edges[k], edges[m]] = [nth(edges, m), nth(edges, k)];
    }
  }
  return best ?? [];
}

function joined(
  points: readonly Point[],
  corners: readonly (readonly number[])[],
  owner: ReadonlyMap<number, number>,
  edges: readonly number[],
): number[][] {
  const n = points.length;
  const polygons: (readonly number[] | null)[] = [...corners];
  const parent = corners.map((_, i) => i);
  const home = (id: number): number => {
    let k = id;
    while (parent[k] !== k) k = nth(parent, k);
    return k;
  };
  for (const e of edges) {
    const u = Math.floor(e / n);
    const v = e % n;
    const a = home(inMap(owner, e));
    const b = home(inMap(owner, v * n + u));
    if (a === b) continue;
    const p = polygons[a];
    const q = polygons[b];
    if (!p || !q) continue;
    const at = p.findIndex((w, i) => w === u && p[(i + 1) % p.length] === v);
    const bt = q.findIndex((w, i) => w === v && q[(i + 1) % q.length] === u);
    if (at < 0 || bt < 0) continue;
    // p from v round to u, then q from after u round to before v.
    const merged: number[] = [];
    for (let i = 0; i < p.length; i++) merged.push(nth(p, (at + 1 + i) % p.length));
    for (let i = 0; i < q.length - 2; i++) merged.push(nth(q, (bt + 2 + i) % q.length));
    const m = merged.length;
    const convexAt = (i: number): boolean =>
      cross(
        nth(points, nth(merged, (i + m - 1) % m)),
        nth(points, nth(merged, i)),
        nth(points, nth(merged, (i + 1) % m)),
      ) >= -1e-9;
    // v stands first, u where p ends.
    if (!convexAt(0) || !convexAt(p.length - 1)) continue;
    polygons[a] = merged;
    polygons[b] = null;
    parent[b] = a;
  }
  return polygons.filter((p) => p !== null).map((p) => [...p]);
}

/**
 * A region as few convex polygons that cover it exactly and do not overlap: triangulated (ear clipping), then joined.
 */
export function convexParts(region: Region): Ring[] {
  return region.flatMap(({ outer, holes: inner }) => {
    const rings = [outer, ...inner];
    const points = rings.flat();
    let at = 0;
    const holes = rings.slice(0, -1).map((r) => {
      at += r.length;
      return at;
    });
    const triangles = earcut(
      points.flatMap((p) => [p.x, p.y]),
      holes,
    );
    return joinConvex(points, triangles).map((polygon) => polygon.map((i) => nth(points, i)));
  });
}

/**
 * The Minkowski sum of two convex polygons, both of positive area: their edges merged by direction.
 * Source: de Berg et al., Computational Geometry, "Minkowski sums" (from memory).
 */
export function minkowskiConvex(a: Ring, b: Ring): Point[] {
  const lowest = (r: Ring): number =>
    r.reduce((m, p, i) => (p.y < nth(r, m).y || (p.y === nth(r, m).y && p.x < nth(r, m).x) ? i : m), 0);
  const ia = lowest(a);
  const ib = lowest(b);
  const out: Point[] = [];
  let i = 0;
  let j = 0;
  while (i < a.length || j < b.length) {
    const p = nth(a, (ia + i) % a.length);
    const q = nth(b, (ib + j) % b.length);
    out.push({ x: p.x + q.x, y: p.y + q.y });
    const p2 = nth(a, (ia + i + 1) % a.length);
    const q2 = nth(b, (ib + j + 1) % b.length);
    const turn = (p2.x - p.x) * (q2.y - q.y) - (p2.y - p.y) * (q2.x - q.x);
    if (j >= b.length || (i < a.length && turn > 1e-12)) i += 1;
    else if (i >= a.length || turn < -1e-12) j += 1;
    else {
      i += 1;
      j += 1;
    }
  }
  return out;
}
