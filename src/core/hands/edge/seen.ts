import Flatbush from 'flatbush';
import { derive, listed } from '../../base/derive';
import { lastOf, nth } from '../../base/lists';
import {
  boundsOf,
  isInside,
  linesOutside,
  linesWithin,
  offset,
  type Point,
  type Region,
  ringsOf,
  union,
} from '../../base/shape';
import { cutRegion, type Ground } from '../../keep/model';
import type { LaidArticle, Sheet } from '../../lay/laid';
import { SEEN_LEAST_MM } from './data';
import { lengthsAlong } from './walk';

/** A stretch of a closed line from one length along it to another; past its end it goes on from its beginning. */
export interface Along {
  readonly fromMm: number;
  readonly toMm: number;
}

/** One closed line of a piece's outline, and what of it is in sight. */
export interface SeenRing {
  /** Clockwise as seen, its first point again at its end: the piece lies to the right. */
  readonly line: readonly Point[];
  readonly along: readonly number[];
  readonly wholeMm: number;
  /** In the order of the walk; the whole line from 0 where nothing lies over it. */
  readonly seen: readonly SeenStretch[];
}
/** A stretch in sight, and whether it goes on beneath an upper piece at either end; else it ends at the edge of the ground. */
export interface SeenStretch extends Along {
  readonly fromUnder: boolean;
  readonly toUnder: boolean;
}

/** Where along a closed line a point of it lies. */
export function placeOf(line: readonly Point[], along: readonly number[], p: Point): number {
  let best = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i + 1 < line.length; i++) {
    const a = nth(line, i);
    const b = nth(line, i + 1);
    const dx = b.x - a.x;
    const dy = b.y - a.y;
    const len2 = dx * dx + dy * dy;
    const t = len2 === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / len2));
    const d = (a.x + t * dx - p.x) ** 2 + (a.y + t * dy - p.y) ** 2;
    if (d < least) {
      least = d;
      best = nth(along, i) + t * Math.sqrt(len2);
    }
  }
  return best;
}

/** What of a closed line lies outside a cover and within the ground, as stretches of it. */
function inSight(line: readonly Point[], along: readonly number[], cover: Region, ground: Region | null): Along[] {
  const whole = lastOf(along);
  const uncovered = cover.length === 0 ? [line] : linesOutside([line], cover);
  const parts = (ground ? linesWithin(uncovered, ground) : uncovered).filter((part) => part.length > 1);
  const stretches = parts.map((part): Along => {
    const a = placeOf(line, along, nth(part, 0));
    const b = placeOf(line, along, lastOf(part));
    // A part may come the other way round: a place on it tells which way it is to be walked.
    const m = placeOf(line, along, {
      x: (nth(part, 0).x + nth(part, 1).x) / 2,
      y: (nth(part, 0).y + nth(part, 1).y) / 2,
    });
    const ahead = (from: number, to: number): number => (to - from + whole) % whole;
    const [from, to] = ahead(a, m) <= ahead(b, m) ? [a, b] : [b, a];
    const long = ahead(from, to);
    return { fromMm: from, toMm: from + (long === 0 ? whole : long) };
  });
  // The line's own first point parts nothing.
  const sorted = stretches.sort((x, y) => x.fromMm - y.fromMm);
  const joined: Along[] = [];
  for (const s of sorted) {
    const last = joined.at(-1);
    if (last && s.fromMm - last.toMm < 0.01) joined[joined.length - 1] = { fromMm: last.fromMm, toMm: s.toMm };
    else joined.push(s);
  }
  const [first] = joined;
  const last = joined.at(-1);
  if (first && last && joined.length > 1 && last.toMm - whole > first.fromMm - 0.01) {
    joined.shift();
    joined[joined.length - 1] = { fromMm: last.fromMm, toMm: first.toMm + whole };
  }
  const all = joined.reduce((sum, s) => sum + s.toMm - s.fromMm, 0);
  if (joined.length === 1 && all > whole - 0.01) return [{ fromMm: 0, toMm: whole }];
  return joined.filter((s) => s.toMm - s.fromMm >= SEEN_LEAST_MM.value);
}

/** For each sheet the upper ones whose box meets its own. */
function uppersOf(sheets: readonly Sheet[]): Sheet[][] {
  if (sheets.length < 2) return sheets.map(() => []);
  const tree = new Flatbush(sheets.length);
  const boxes = sheets.map((s) => boundsOf(s.outline));
  for (const b of boxes) tree.add(b.minX, b.minY, b.maxX, b.maxY);
  tree.finish();
  return boxes.map((b, i) =>
    tree
      .search(b.minX, b.minY, b.maxX, b.maxY, (j) => j > i)
      .sort((x, y) => x - y)
      .map((j) => nth(sheets, j)),
  );
}

/** A piece's edge this near the ground's own is no edge to be stitched: it goes into the seam, mm. */
const GROUND_EDGE_MM = 0.5;
/** Edges this near to one another lie on one another, mm: twice what curves are flattened by. */
const ON_EDGE_MM = 0.1;
/** Just past the end of a stretch, mm. */
const PAST_MM = 0.3;

/** For each piece of an article its closed lines, and what of them is seen when all is laid down. Remembered until it or what lies over it changes. */
export function seenRings({ seen, article }: LaidArticle): Map<string, readonly SeenRing[]> {
  const uppers = uppersOf(seen);
  const ground = article.ground && withinEdge(article.ground);
  return new Map(
    seen.map((sheet, i) => {
      const over = listed((uppers[i] ?? []).map((o) => o.outline));
      return [sheet.id, ringsSeen(sheet.outline, sheet.visible, over, ground)] as const;
    }),
  );
}

const withinEdge = derive((ground: Ground) => offset(cutRegion(ground), -GROUND_EDGE_MM, 'miter'));

const ringsSeen = derive(
  (outline: Region, visible: Region, over: readonly Region[], ground: Region | null): readonly SeenRing[] => {
    // An edge that lies on an upper piece's own is that one's to stitch.
    const cover = over.length === 0 ? [] : offset(union(...over), ON_EDGE_MM, 'miter');
    return ringsOf(outline).flatMap((ring): SeenRing[] => {
      const [first] = ring;
      if (!first || ring.length < 3) return [];
      const line = [...ring, first];
      const along = lengthsAlong(line);
      const wholeMm = lastOf(along);
      if (wholeMm < SEEN_LEAST_MM.value) return [];
      if (visible.length === 0) return [{ line, along, wholeMm, seen: [] }];
      const isUnder = (mm: number): boolean =>
        cover.length > 0 && isInside(cover, pointAt({ line, along, wholeMm }, mm));
      const seen = inSight(line, along, cover, ground).map(({ fromMm, toMm }): SeenStretch => {
        const whole = toMm - fromMm > wholeMm - 0.01;
        return {
          fromMm,
          toMm,
          fromUnder: !whole && isUnder(fromMm - PAST_MM),
          toUnder: !whole && isUnder(toMm + PAST_MM),
        };
      });
      return [{ line, along, wholeMm, seen }];
    });
  },
);

/** The point so far along a closed line; past its end it goes on from its beginning. */
export function pointAt({ line, along, wholeMm }: Omit<SeenRing, 'seen'>, mm: number): Point {
  const m = ((mm % wholeMm) + wholeMm) % wholeMm;
  let lo = 0;
  let hi = along.length - 1;
  while (hi - lo > 1) {
    const mid = (lo + hi) >> 1;
    if (nth(along, mid) <= m) lo = mid;
    else hi = mid;
  }
  const a = nth(line, lo);
  const b = nth(line, hi);
  const len = nth(along, hi) - nth(along, lo);
  const t = len === 0 ? 0 : (m - nth(along, lo)) / len;
  return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
}

/** The points of a stretch of a closed line. */
export function pointsOnRing(ring: Omit<SeenRing, 'seen'>, { fromMm, toMm }: Along): Point[] {
  const { line, along, wholeMm } = ring;
  const out: Point[] = [pointAt(ring, fromMm)];
  const corners = along.length - 1;
  for (let turn = Math.floor(fromMm / wholeMm); turn * wholeMm < toMm; turn++)
    for (let i = 0; i < corners; i++) {
      const mm = nth(along, i) + turn * wholeMm;
      if (mm > fromMm + 1e-6 && mm < toMm - 1e-6) out.push(nth(line, i));
    }
  out.push(pointAt(ring, toMm));
  return out;
}
