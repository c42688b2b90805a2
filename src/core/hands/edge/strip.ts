import { nth } from '../../base/lists';
import type { Point } from '../../base/shape';
import type { Edge, Edging } from '../../keep/model';
import type { Laid, LaidArticle, Placed } from '../../lay/laid';
import { EDGE_FACTS } from './data';
import { isEdged, sizeOn, wayOf } from './lines';
import { pointAt, pointsOnRing, type SeenRing, seenRings } from './seen';
import { type Stitching, stitchLine } from './stitches';
import { bendAt, turnsOf } from './walk';

/** A place of the project's own that is sewn on a scrap first. */
export interface StripSample {
  readonly of: 'point' | 'inside-corner' | 'curve' | 'straight';
  readonly pieceId: string;
  readonly edge: Edge;
  /** How far the edge turns there, degrees; of a curve its radius, mm. */
  readonly figure: number;
  /** The edge there and its stitches, the place itself at (0,0). */
  readonly line: readonly Point[];
  readonly stitching: Stitching;
}

/** So much of the edge to either side of the place, mm. */
const ARM_MM = 22;
/** A curve is looked at over so much, in steps of a fifth of it, mm. */
const CURVE_MM = 10;

interface Found {
  readonly worth: number;
  readonly figure: number;
  readonly atMm: number;
  readonly ring: SeenRing;
  readonly placed: Placed;
  readonly article: LaidArticle;
  readonly edge: Edge;
}

/** The sharpest point, the sharpest inside corner and the tightest curve of all edges that are stitched; a straight stretch where there is none of them. */
export function stripSamples(laid: Laid, when: Edging['when']): StripSample[] {
  const { project, look } = laid;
  const best = new Map<StripSample['of'], Found>();
  const offer = (of: StripSample['of'], found: Found): void => {
    const there = best.get(of);
    if (!there || found.worth > there.worth + 1e-6) best.set(of, found);
  };
  for (const article of laid.articles) {
    const rings = seenRings(article);
    for (const placed of article.placed) {
      const edge = look.edgeOf(placed.piece);
      const { by } = EDGE_FACTS[edge];
      if (!isEdged(project, placed.piece) || by === 'none') continue;
      for (const ring of rings.get(placed.id) ?? []) {
        if (ring.seen.length === 0 || ring.wholeMm < 2 * ARM_MM) continue;
        const common = { ring, placed, article, edge };
        const turns = turnsOf(ring.line, true);
        const inSight = (mm: number): boolean =>
          ring.seen.some(
            (s) => (mm > s.fromMm && mm < s.toMm) || (mm + ring.wholeMm > s.fromMm && mm + ring.wholeMm < s.toMm),
          );
        for (const t of turns) {
          const atMm = nth(ring.along, t.at);
          if (!inSight(atMm)) continue;
          const figure = (Math.abs(t.rad) * 180) / Math.PI;
          offer(t.rad > 0 ? 'point' : 'inside-corner', { ...common, worth: figure, figure, atMm });
        }
        // Clear of corners, how far it bends over a stretch.
        const corners = turns.map((t) => nth(ring.along, t.at));
        const steps = Math.floor(ring.wholeMm / (CURVE_MM / 5));
        for (let i = 0; i < steps; i++) {
          const atMm = (i * ring.wholeMm) / steps;
          if (!inSight(atMm)) continue;
          const near = (c: number): boolean => {
            const d = Math.abs(c - atMm);
            return Math.min(d, ring.wholeMm - d) < CURVE_MM;
          };
          if (corners.some(near)) continue;
          const half = CURVE_MM / 2;
          const rad = Math.abs(bendAt(pointAt(ring, atMm - half), pointAt(ring, atMm), pointAt(ring, atMm + half)));
          if (rad > BENT_RAD) offer('curve', { ...common, worth: rad, figure: CURVE_MM / 2 / rad, atMm });
          else offer('straight', { ...common, worth: -rad, figure: 0, atMm });
        }
      }
    }
  }
  const wanted: readonly StripSample['of'][] = ['point', 'inside-corner', 'curve'];
  const of = wanted.some((o) => best.has(o)) ? wanted : (['straight'] as const);
  return of.flatMap((kind): StripSample[] => {
    const found = best.get(kind);
    if (!found) return [];
    const { ring, placed, article, edge, atMm, figure } = found;
    const way = wayOf(edge, sizeOn(laid, article, placed, edge, when), project.edging);
    if (!way) return [];
    const middle = pointAt(ring, atMm);
    const line = pointsOnRing(ring, { fromMm: atMm - ARM_MM, toMm: atMm + ARM_MM }).map((p) => ({
      x: p.x - middle.x,
      y: p.y - middle.y,
    }));
    return [{ of: kind, pieceId: placed.id, edge, figure, line, stitching: stitchLine(line, false, way) }];
  });
}
/** Less of a bend than this is straight: a radius of about a hand's length. */
const BENT_RAD = 0.06;
