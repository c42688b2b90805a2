import { nth } from '../../base/lists';
import {
  type Area,
  areaMm2,
  boundsOf,
  centreOf,
  composed,
  holesOf,
  intersection,
  mirrorAt,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
  ringAreaMm2,
  ringsOf,
  rotation,
  scaling,
  transformRegion,
  translation,
} from '../../base/shape';

export type Verdict = 'right' | 'reversed' | 'either' | 'wrong';

/** What a traced shape is found to be. */
export interface SheetVerdict {
  readonly verdict: Verdict;
  /** The piece it is most like; null when it is like none. */
  readonly pieceId: string | null;
  /** Share of the two areas that coincide at best, 0 … 1. */
  readonly likeness: number;
  /** What it was traced at, against true size: 1 is true. */
  readonly scale: number;
}

/** At least so much must coincide for a shape to be taken for a piece. Estimated: a hand-drawn line wanders by a millimetre or two. */
const LIKE = 0.82;
/** One way round wins when the other leaves so many times as much uncovered, and at least this share more. Estimated. */
const LEAD = { times: 1.5, atLeast: 0.004 } as const;
/** A hole and what fills it differ by less than this share. Estimated. */
const SAME_SHARE = 0.15;
/** Between mirror twins the one that is right is preferred by this share. Estimated. */
const TWIN_LEAD = 0.03;
/** Smaller than this in both directions nothing is drawn on purpose, mm. Estimated. */
const SPECK_MM = 6;
/** Turns tried: coarse all round, then finer about the best, degrees. */
const COARSE_DEG = 12;
const FINE_DEG = [6, 3, 1.5] as const;

const moments = (region: Region): { area: number; x: number; y: number } => {
  let area = 0;
  let x = 0;
  let y = 0;
  for (const ring of ringsOf(region))
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const p = nth(ring, j);
      const q = nth(ring, i);
      const c = p.x * q.y - q.x * p.y;
      area += c / 2;
      x += ((p.x + q.x) * c) / 6;
      y += ((p.y + q.y) * c) / 6;
    }
  return { area, x: x / area, y: y / area };
};

/** A region moved to its centre of mass, with an area of 1,000 mm², so that only its shape counts. */
function normal(region: Region): { region: Region; scale: number } {
  const m = moments(region);
  const scale = Math.sqrt(1000 / Math.abs(m.area));
  return { region: transformRegion(region, composed(translation(-m.x, -m.y), scaling(scale))), scale };
}

const overlap = (a: Region, b: Region): number => {
  const both = areaMm2(intersection(a, b));
  return both / (areaMm2(a) + areaMm2(b) - both);
};

/** The best share that coincides over all turns. */
function bestTurn(a: Region, b: Region): number {
  let best = 0;
  let at = 0;
  for (let deg = 0; deg < 360; deg += COARSE_DEG) {
    const share = overlap(a, transformRegion(b, rotation(deg)));
    if (share > best) {
      best = share;
      at = deg;
    }
  }
  for (const step of FINE_DEG)
    for (const deg of [at - step, at + step]) {
      const share = overlap(a, transformRegion(b, rotation(deg)));
      if (share > best) {
        best = share;
        at = deg;
      }
    }
  return best;
}

/**
 * Which piece a traced shape is, and whether it was traced the right way round: the shapes are laid over one another by centre and area in every turn,
 * once as they are and once mirrored; what coincides best decides.
 * @param seen the traced shape, mm
 * @param expected outlines as they should be drawn
 */
export function judgeTracing(seen: Region, expected: readonly { pieceId: string; outline: string }[]): SheetVerdict {
  const a = normal(seen);
  const flat = transformRegion(a.region, mirrorAt(centreOf(boundsOf(a.region)).x));
  const mirrored = normal(flat).region;
  let best: SheetVerdict = { verdict: 'wrong', pieceId: null, likeness: 0, scale: 1 };
  let bestRank = 0;
  for (const { pieceId, outline } of expected) {
    const b = normal(regionOf(outline, ROUGH_TOLERANCE_MM * 4));
    // A shape of quite another size is no candidate, whatever its form.
    const scale = b.scale / a.scale;
    if (scale < 0.6 || scale > 1.6) continue;
    const asIs = bestTurn(a.region, b.region);
    const turned = bestTurn(mirrored, b.region);
    const likeness = Math.max(asIs, turned);
    const leads = (a: number, b: number): boolean => a - b > LEAD.atLeast && 1 - b > (1 - a) * LEAD.times;
    // Mirror twins: what is right as the one is not called the other reversed.
    const rank = likeness + (leads(turned, asIs) ? 0 : TWIN_LEAD);
    if (rank <= bestRank) continue;
    bestRank = rank;
    const verdict: Verdict =
      likeness < LIKE ? 'wrong' : leads(asIs, turned) ? 'right' : leads(turned, asIs) ? 'reversed' : 'either';
    best = { verdict, pieceId: likeness < LIKE ? null : pieceId, likeness, scale };
  }
  return best;
}

/**
 * Every line on a sheet judged: specks are left out, and what fills the hole of another shape is that hole and no shape of its own; a shape drawn within a hole is one.
 * @param seen enclosed regions, mm
 */
export function judgeSheet(
  seen: readonly Region[],
  expected: readonly { pieceId: string; outline: string }[],
): { region: Region; verdict: SheetVerdict }[] {
  const drawn = seen.filter((r) => {
    if (r.length === 0) return false;
    const b = boundsOf(r);
    return Math.max(b.maxX - b.minX, b.maxY - b.minY) > SPECK_MM;
  });
  const holes = drawn.flatMap(holesOf);
  const fills = (r: Region, hole: Area): boolean => {
    const outer = Math.max(...r.map((a) => ringAreaMm2(a.outer)));
    const [a, b] = [centreOf(boundsOf(r)), centreOf(boundsOf([hole]))];
    return (
      Math.abs(outer - ringAreaMm2(hole.outer)) < SAME_SHARE * outer && Math.hypot(a.x - b.x, a.y - b.y) < SPECK_MM
    );
  };
  return drawn
    .filter((r) => !holes.some((hole) => fills(r, hole)))
    .map((region) => ({ region, verdict: judgeTracing(region, expected) }));
}

/** Two areas or outlines that differ by less than this share may be mirror twins. */
const TWIN_SHARE = 0.01;
/** Mirror twins coincide at least so far. */
const TWIN_LIKE = 0.97;

/** Pieces that are one another's mirror image: two templates, or one turned over. Shapes that are their own mirror image are left out. */
export function mirrorTwins(
  tracings: readonly {
    pieceId: string;
    outline: string;
    code: string;
    areaMm2: number;
    perimeterMm: number;
    mirrored: boolean;
  }[],
): (readonly [string, string])[] {
  const telling = tracings.filter((t) => t.code !== 'no-care');
  const near = (a: number, b: number): boolean => Math.abs(a - b) <= TWIN_SHARE * Math.max(a, b);
  const pairs: [string, string][] = [];
  for (let i = 0; i < telling.length; i++)
    for (let j = i + 1; j < telling.length; j++) {
      const a = nth(telling, i);
      const b = nth(telling, j);
      if (!near(a.areaMm2, b.areaMm2) || !near(a.perimeterMm, b.perimeterMm)) continue;
      const p = normal(regionOf(a.outline, ROUGH_TOLERANCE_MM * 4)).region;
      const q = normal(transformRegion(regionOf(b.outline, ROUGH_TOLERANCE_MM * 4), mirrorAt(0))).region;
      if (bestTurn(p, q) >= TWIN_LIKE) pairs.push([a.pieceId, b.pieceId]);
    }
  return pairs;
}
