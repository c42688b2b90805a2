import { around, nth } from '../../base/lists';
import {
  type Affine,
  applyTo,
  areaMm2,
  boxRegion,
  composed,
  difference,
  intersection,
  offset,
  oneAreaMm2,
  type Point,
  perimeterMm,
  type Region,
  type Ring,
  ringsOf,
  rotation,
  transformRegion,
  translation,
} from '../../base/shape';
import type { Rotations } from './request';
import { straightened } from './straight';

// Parts that fill a strip without a gap, as a jigsaw does, are put together corner by corner: the free corner at which fewest parts fit comes first, and what turns out wrong is taken back.

/** A part where it lies in the strip: its outline turned clockwise about (0, 0), then moved. */
export interface JigsawTile {
  readonly part: number;
  readonly rotateDeg: number;
  readonly x: number;
  readonly y: number;
}

/** Hairs that rounding leaves between parts, mm. */
const HAIR_MM = 0.012;
/** A point nearer to the line of its neighbours is none, mm. */
const ON_LINE_MM = 0.004;
/** Free bits smaller than this, and than so much of the smallest part, are such hairs, mm². */
const SPECK = { mm2: 12, share: 0.25 } as const;
/** What comes this near to a corner that lies there is meant to lie on it, mm; or further off, if two or more agree to so much. */
const SNAP = { nearMm: 0.1, farMm: 0.5, agreesMm: 0.01 } as const;
/** Where a point was cut off by a hair the edge left is no longer than this, and the point lay no further out than that, mm. */
const STUB_MM = 0.12;
const TIP_MM = 1;
/** Shorter edges tell no direction, mm: of a part, and of what is free, which is less exact. */
const LEAST_EDGE_MM = { part: 0.25, free: 1.5 } as const;
/** A corner of what is free that is blunter than this, radians, between edges longer than this, mm, is exact: where nothing fits it, something lies wrong. */
const EXACT = { rad: 0.6, mm: 6 } as const;
/** Directions are the same within this, and within what an edge's ends may be off by. */
const ANGLE = { rad: 0.002, endMm: 0.004 } as const;
/** An edge is as long as another within this, mm. */
const LENGTH_MM = 0.12;
/** A part reaches over what lies there by no more than a hair round its edge, mm² a millimetre, and this, mm². */
const OVER = { perMm: 0.012, mm2: 0.3 } as const;
/** In the end no two parts lie on one another, or over an edge, by more than this, mm²: what the rounding of their corners comes to. */
const MOST_OVER_MM2 = 0.6;
/** So many ways are tried at a corner, the surest first, and so many corners in all. */
const WAYS = 6;
const MOST_STEPS = 6000;

interface Corner {
  readonly at: Point;
  /** Directions of the edges that meet there, along the ring, radians. */
  readonly into: number;
  readonly outOf: number;
  readonly intoMm: number;
  readonly outMm: number;
  /** Within, radians. */
  readonly angle: number;
}

const FULL = 2 * Math.PI;
const turned = (rad: number): number => ((rad % FULL) + FULL) % FULL;
const apart = (a: number, b: number): number => {
  const d = turned(a - b);
  return Math.min(d, FULL - d);
};
const tolerance = (...lengths: number[]): number => ANGLE.rad + ANGLE.endMm / Math.max(0.5, Math.min(...lengths));

/** What stands in for a point that was cut off by a hair: where the lines of a very short edge's neighbours meet. */
function sharpened(ring: Ring): Point[] {
  const out = straightened(ring, ON_LINE_MM);
  for (let i = 0; i < out.length && out.length > 4; i++) {
    const [a, p, q, b] = [around(out, i - 1), nth(out, i), around(out, i + 1), around(out, i + 2)];
    if (Math.hypot(q.x - p.x, q.y - p.y) > STUB_MM) continue;
    const [ux, uy, vx, vy] = [p.x - a.x, p.y - a.y, b.x - q.x, b.y - q.y];
    const turn = ux * vy - uy * vx;
    if (Math.abs(turn) < 1e-4 * Math.hypot(ux, uy) * Math.hypot(vx, vy)) continue;
    const t = ((q.x - a.x) * vy - (q.y - a.y) * vx) / turn;
    const m = { x: a.x + t * ux, y: a.y + t * uy };
    if (Math.hypot(m.x - p.x, m.y - p.y) > TIP_MM) continue;
    out[i] = m;
    out.splice((i + 1) % out.length, 1);
  }
  return out;
}

/** Corners of a ring with the inside on the side of its interior; rings run so that their area is positive. */
function cornersOf(points: Ring): Corner[] {
  return points.map((at, i): Corner => {
    const before = around(points, i - 1);
    const after = around(points, i + 1);
    const into = Math.atan2(at.y - before.y, at.x - before.x);
    const outOf = Math.atan2(after.y - at.y, after.x - at.x);
    return {
      at,
      into,
      outOf,
      intoMm: Math.hypot(at.x - before.x, at.y - before.y),
      outMm: Math.hypot(after.x - at.x, after.y - at.y),
      angle: turned(Math.PI - (outOf - into)),
    };
  });
}

interface Shape {
  readonly region: Region;
  readonly areaMm2: number;
  readonly aroundMm: number;
  readonly corners: readonly Corner[];
}

/** A way in which a part may fill a corner. */
interface Way {
  readonly tile: JigsawTile;
  readonly region: Region;
  /** Share of its edge that lies on the edge of what is free. */
  readonly contact: number;
}

/** Length of the edges of one region that lies on edges of another that run the same way. */
function contactMm(a: Region, b: Region): number {
  let sum = 0;
  const edges = ringsOf(b).flatMap((r) => r.map((p, i) => ({ p, q: around(r, i + 1) })));
  for (const ring of ringsOf(a))
    for (const [i, p] of ring.entries()) {
      const q = around(ring, i + 1);
      const length = Math.hypot(q.x - p.x, q.y - p.y);
      if (length < 0.2) continue;
      const [ux, uy] = [(q.x - p.x) / length, (q.y - p.y) / length];
      for (const e of edges) {
        const [ax, ay, bx, by] = [e.p.x - p.x, e.p.y - p.y, e.q.x - p.x, e.q.y - p.y];
        if (Math.abs(ax * uy - ay * ux) > 5 * HAIR_MM || Math.abs(bx * uy - by * ux) > 5 * HAIR_MM) continue;
        const [from, to] = [ax * ux + ay * uy, bx * ux + by * uy];
        if (to > from) sum += Math.max(0, Math.min(length, to) - Math.max(0, from));
      }
    }
  return sum;
}

/** What is free, without hairs; bits too small for any part count as hairs as well. */
function tidied(free: Region, smallestMm2: number): Region {
  return offset(offset(free, -HAIR_MM, 'miter'), HAIR_MM, 'miter').filter(
    (a) => oneAreaMm2(a) > Math.min(SPECK.mm2, SPECK.share * smallestMm2),
  );
}

/**
 * Puts parts together so that they fill a strip from edge to edge without a gap.
 * @param regions the parts, none with holes @param turnsOf the turns a part may take, degrees clockwise; `free`: any
 * @param over asked often; true ends it
 * @returns where every part lies, and how long the strip is; null when they do not fill it, or no way was found in time
 */
export function tileStrip(
  regions: readonly Region[],
  widthMm: number,
  turnsOf: (part: number) => 'free' | readonly number[],
  over: () => boolean,
): { readonly tiles: readonly JigsawTile[]; readonly lengthMm: number } | null {
  const shapes = regions.map(
    (region): Shape => ({
      region,
      areaMm2: areaMm2(region),
      aroundMm: perimeterMm(region),
      corners: region.flatMap((a) => cornersOf(straightened(a.outer, ON_LINE_MM))),
    }),
  );
  if (shapes.some((s) => s.region.length !== 1 || s.region.some((a) => a.holes.length > 0))) return null;
  const lengthMm = shapes.reduce((sum, s) => sum + s.areaMm2, 0) / widthMm;
  const rest = new Set(shapes.map((_, i) => i));
  const laid: JigsawTile[] = [];
  const strip = boxRegion({ minX: 0, minY: 0, maxX: lengthMm, maxY: widthMm });
  const corners = strip.flatMap((a) => a.outer);
  /** Corners that lie there, of the strip and of parts. */
  const anchors: Point[] = [...corners];
  let steps = 0;

  const waysAt = (corner: Corner, free: Region): Way[] => {
    const ways: Way[] = [];
    const tried = new Set<string>();
    for (const part of rest) {
      const shape = nth(shapes, part);
      for (const way of turnsAt(part, corner)) {
        // Parts alike fill a corner alike.
        const key = `${way.rotateDeg.toFixed(2)} ${shape.areaMm2.toFixed(2)} ${shape.aroundMm.toFixed(2)} ${way.at.x.toFixed(1)} ${way.at.y.toFixed(1)}`;
        if (tried.has(key)) continue;
        tried.add(key);
        const about: JigsawTile = { part, rotateDeg: way.rotateDeg, x: way.at.x, y: way.at.y };
        const tile = settled(about, shape, anchors, turnsOf(part) === 'free');
        const region = transformRegion(shape.region, matrixOf(tile));
        const outside = shape.areaMm2 - areaMm2(intersection(region, free));
        if (outside > OVER.mm2 + OVER.perMm * shape.aroundMm) continue;
        ways.push({ tile, region, contact: contactMm(region, free) / shape.aroundMm });
      }
    }
    return ways.sort((a, b) => b.contact - a.contact).slice(0, WAYS);
  };

  /** The turns and places at which an edge of a part runs along the edge that leaves a corner, from the corner on. */
  const turnsAt = (part: number, corner: Corner): { rotateDeg: number; at: Point }[] => {
    const allowed = turnsOf(part);
    const out: { rotateDeg: number; at: Point }[] = [];
    for (const c of nth(shapes, part).corners) {
      if (c.angle > corner.angle + 2 * tolerance(c.intoMm, c.outMm) || c.outMm < LEAST_EDGE_MM.part) continue;
      const needed = turned(corner.outOf - c.outOf);
      const near = tolerance(c.outMm, corner.outMm);
      const fills = Math.abs(c.angle - corner.angle) < 2 * tolerance(c.intoMm, c.outMm, corner.intoMm, corner.outMm);
      if (allowed === 'free') {
        // Any part can be turned to any corner: only those are looked at that fill it, or whose edge is as long.
        const alike = Math.abs(c.outMm - corner.outMm) < LENGTH_MM || Math.abs(c.intoMm - corner.intoMm) < LENGTH_MM;
        if (fills || alike) out.push(placed(c, corner, (needed * 180) / Math.PI));
      } else
        for (const deg of allowed) if (apart(needed, (deg * Math.PI) / 180) < near) out.push(placed(c, corner, deg));
    }
    return out;
  };

  /** @param bare what is free, hairs and all: sharp tips of it are thin as hairs, and still wanted */
  const fill = (bare: Region, strict: boolean): boolean => {
    if (rest.size === 0) return true;
    if (++steps > MOST_STEPS || over()) return false;
    const smallest = Math.min(...[...rest].map((i) => nth(shapes, i).areaMm2));
    const free = tidied(bare, smallest);
    if (free.some((a) => oneAreaMm2(a) < 0.98 * smallest - 1)) return false;
    // The corner at which the fewest directions match.
    let best: { corner: Corner; count: number } | null = null;
    for (const area of free)
      for (const corner of cornersOf(sharpened(area.outer))) {
        if (corner.angle > Math.PI - 0.01 || Math.min(corner.intoMm, corner.outMm) < LEAST_EDGE_MM.free) continue;
        let count = 0;
        for (const part of rest) count += turnsAt(part, corner).length;
        const exact = corner.angle > EXACT.rad && Math.min(corner.intoMm, corner.outMm) > EXACT.mm;
        if (count === 0 && exact && strict) return false;
        if (count === 0) continue;
        // Of two as sure, the one nearer the start: what is put together stays in one piece.
        if (!best || count < best.count || (count === best.count && corner.at.x < best.corner.at.x))
          best = { corner, count };
      }
    if (!best) return false;
    for (const way of waysAt(best.corner, bare)) {
      rest.delete(way.tile.part);
      laid.push(way.tile);
      const known = anchors.length;
      anchors.push(...way.region.flatMap((a) => a.outer));
      if (fill(difference(bare, way.region), strict)) return true;
      rest.add(way.tile.part);
      laid.pop();
      anchors.length = known;
      if (steps > MOST_STEPS || over()) return false;
    }
    return false;
  };
  // A sharp corner between long edges may be less exact than it looks: where no way is found, it is searched once more without giving up at such.
  let done = fill(strip, true);
  if (!done && !over()) {
    steps = 0;
    done = fill(strip, false);
  }
  if (!done) return null;
  const tiles = evened(laid, shapes, corners, turnsOf);
  const where = tiles.map((t) => transformRegion(nth(shapes, t.part).region, matrixOf(t)));
  const outside = (r: Region): number => areaMm2(r) - areaMm2(intersection(r, strip));
  const lies = where.every(
    (r, i) =>
      outside(r) < MOST_OVER_MM2 && where.every((q, k) => k >= i || areaMm2(intersection(r, q)) < MOST_OVER_MM2),
  );
  return lies ? { tiles, lengthMm } : null;
}

interface Pair {
  readonly own: Point;
  readonly there: Point;
}

/** A part laid so that its corners lie on those beside it as well as they can; where hardly any is near enough, one looks further, and takes only what agrees. */
function settled(tile: JigsawTile, shape: Shape, anchors: readonly Point[], free: boolean): JigsawTile {
  const near = pairsOf(tile, shape, anchors, SNAP.nearMm);
  const first = near.length === 0 ? tile : brought(tile, near, free);
  if (near.length > 1) return first;
  const far = pairsOf(first, shape, anchors, SNAP.farMm);
  if (far.length < 2) return first;
  const second = brought(first, far, free);
  const m = matrixOf(second);
  const agrees = far.every(({ own, there }) => {
    const now = applyTo(m, own);
    return Math.hypot(now.x - there.x, now.y - there.y) < SNAP.agreesMm;
  });
  return agrees ? second : first;
}

/** The corners of a part that lie near one of those beside it. */
function pairsOf(tile: JigsawTile, shape: Shape, anchors: readonly Point[], withinMm: number): Pair[] {
  const m = matrixOf(tile);
  return shape.corners.flatMap(({ at }): Pair[] => {
    const now = applyTo(m, at);
    let near: Point | null = null;
    let least = withinMm;
    for (const a of anchors) {
      const d = Math.hypot(a.x - now.x, a.y - now.y);
      if (d < least) [near, least] = [a, d];
    }
    return near ? [{ own: at, there: near }] : [];
  });
}

/** A part moved, and where it may be turned freely turned, so that its corners come nearest to where they belong (the rigid motion of least squares). */
function brought(tile: JigsawTile, pairs: readonly Pair[], free: boolean): JigsawTile {
  const mean = (of: (p: Pair) => Point): Point => ({
    x: pairs.reduce((s, p) => s + of(p).x, 0) / pairs.length,
    y: pairs.reduce((s, p) => s + of(p).y, 0) / pairs.length,
  });
  const [own, there] = [mean((p) => p.own), mean((p) => p.there)];
  let { rotateDeg } = tile;
  if (free && pairs.length > 1) {
    let [sin, cos] = [0, 0];
    for (const p of pairs) {
      const [ax, ay, bx, by] = [p.own.x - own.x, p.own.y - own.y, p.there.x - there.x, p.there.y - there.y];
      cos += ax * bx + ay * by;
      sin += ax * by - ay * bx;
    }
    rotateDeg = (turned(Math.atan2(sin, cos)) * 180) / Math.PI;
  }
  const turnedOwn = applyTo(rotation(rotateDeg), own);
  return { ...tile, rotateDeg, x: there.x - turnedOwn.x, y: there.y - turnedOwn.y };
}

const EVEN_ROUNDS = 40;
/** What was laid one after another has gathered the hairs of all before it: each part is brought once more to the corners of all round it, in turns, until nothing moves. */
function evened(
  laid: readonly JigsawTile[],
  shapes: readonly Shape[],
  corners: readonly Point[],
  turnsOf: (part: number) => 'free' | readonly number[],
): JigsawTile[] {
  const tiles = [...laid];
  const pointsOf = (t: JigsawTile): Point[] => nth(shapes, t.part).corners.map((c) => applyTo(matrixOf(t), c.at));
  const points = tiles.map(pointsOf);
  for (let round = 0; round < EVEN_ROUNDS; round++) {
    let moved = 0;
    for (const [i, tile] of tiles.entries()) {
      const others = points.flatMap((p, k) => (k === i ? [] : p));
      const now = settled(tile, nth(shapes, tile.part), [...corners, ...others], turnsOf(tile.part) === 'free');
      moved = Math.max(moved, Math.hypot(now.x - tile.x, now.y - tile.y));
      tiles[i] = now;
      points[i] = pointsOf(now);
    }
    if (moved < 1e-4) break;
  }
  return tiles;
}

/** A part turned so and moved so that one of its corners lies on a free one. */
function placed(own: Corner, onto: Corner, rotateDeg: number): { rotateDeg: number; at: Point } {
  const turn = (rotateDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return {
    rotateDeg,
    at: { x: onto.at.x - (c * own.at.x - s * own.at.y), y: onto.at.y - (s * own.at.x + c * own.at.y) },
  };
}

const matrixOf = (t: JigsawTile): Affine => composed(rotation(t.rotateDeg), translation(t.x, t.y));

/** Parts that fill a roll without a gap: as they are drawn if that does, else turned as they may be. @returns null where they do not */
export function tiledLayout(
  regions: readonly Region[],
  widthMm: number,
  rotations: readonly Rotations[],
  over: () => boolean,
): ReturnType<typeof tileStrip> {
  const mayStay = rotations.every((r) => r === 'free' || r.includes(0));
  const unturned = mayStay ? tileStrip(regions, widthMm, () => [0], over) : null;
  const onlySo = rotations.every((r) => r !== 'free' && r.length === 1 && r[0] === 0);
  return unturned ?? (onlySo ? null : tileStrip(regions, widthMm, (i) => nth(rotations, i), over));
}
