import { inMap, nth } from '../../base/lists';
import {
  areaMm2,
  intersection,
  offset,
  oneAreaMm2,
  type Point,
  perimeterMm,
  type Region,
  ringAreaMm2,
  ringsOf,
  transformRegion,
  translation,
  union,
} from '../../base/shape';

import { straightened } from './straight';

/** Parts that belong together edge to edge, each shifted so that they do. */
export interface Cluster {
  readonly region: Region;
  readonly members: readonly { readonly part: number; readonly x: number; readonly y: number }[];
}

/** Edges whose ends come nearer than this match, mm; shorter edges are no evidence. */
const END_MM = 0.08;
const LEAST_EDGE_MM = 4;
/** Parts that match overlap by less than this, mm². */
const OVERLAP_MM2 = 0.6;
/** Hairs between two matched parts are closed by growing and shrinking, mm. */
const HAIR_MM = 0.03;

const tidy = (region: Region): Region =>
  region
    .map((a) => ({
      outer: straightened(a.outer, HAIR_MM),
      holes: a.holes.map((hole) => straightened(hole, HAIR_MM)).filter((hole) => -ringAreaMm2(hole) > SPECK_MM2),
    }))
    .filter((a) => oneAreaMm2(a) > SPECK_MM2);
/** What is smaller comes of closing hairs, mm². */
const SPECK_MM2 = 1;

interface Edge {
  readonly a: Point;
  readonly b: Point;
}
const edgesOf = (region: Region): Edge[] =>
  ringsOf(region)
    .flatMap((r) => r.map((a, i) => ({ a, b: nth(r, (i + 1) % r.length) })))
    .filter(({ a, b }) => Math.hypot(b.x - a.x, b.y - a.y) >= LEAST_EDGE_MM);

/** Length of whole edges of one region that lie on whole edges of another, shifted, running the other way. */
function matched(a: readonly Edge[], b: readonly Edge[], dx: number, dy: number): number {
  let sum = 0;
  for (const e of a)
    for (const g of b)
      if (
        Math.abs(e.a.x - g.b.x - dx) < END_MM &&
        Math.abs(e.a.y - g.b.y - dy) < END_MM &&
        Math.abs(e.b.x - g.a.x - dx) < END_MM &&
        Math.abs(e.b.y - g.a.y - dy) < END_MM
      )
        sum += Math.hypot(e.b.x - e.a.x, e.b.y - e.a.y);
  return sum;
}

/**
 * Puts together parts that match edge to edge without being turned, as pieces of a jigsaw or of one drawing do, the surest first;
 * what was put together is matched further.
 * @param least share of the smaller part's edge that must match
 * @returns clusters; a part that matches nothing is one by itself
 */
export function matchEdges(regions: readonly Region[], least: number, over: () => boolean): Cluster[] {
  let clusters: Known[] = regions.map((r, part) => known(tidy(r), [{ part, x: 0, y: 0 }]));
  const fits = new Map<Known, Map<Known, Fit | null>>();
  const fitOf = (p: Known, q: Known): Fit | null => {
    const row = fits.get(p) ?? new Map<Known, Fit | null>();
    fits.set(p, row);
    let fit = row.get(q);
    if (fit === undefined) {
      fit = bestFit(p, q, least);
      row.set(q, fit);
    }
    return fit;
  };
  while (clusters.length > 1 && !over()) {
    let best: { p: Known; q: Known; fit: Fit } | null = null;
    for (let i = 0; i < clusters.length; i++)
      for (let j = i + 1; j < clusters.length; j++) {
        const fit = fitOf(nth(clusters, i), nth(clusters, j));
        if (fit && (!best || fit.score > best.fit.score)) best = { p: nth(clusters, i), q: nth(clusters, j), fit };
      }
    if (!best) break;
    const { p, q, fit } = best;
    const moved = transformRegion(q.region, translation(fit.dx, fit.dy));
    if (areaMm2(intersection(p.region, moved)) > OVERLAP_MM2) {
      // It would lie on the other: the next best way of these two is looked for.
      inMap(fits, p).set(q, bestFit(p, q, least, fit.score));
      continue;
    }
    const region = tidy(
      offset(union(offset(p.region, HAIR_MM, 'miter'), offset(moved, HAIR_MM, 'miter')), -HAIR_MM, 'miter'),
    );
    const one = known(region, [
      ...p.members,
      ...q.members.map((m) => ({ part: m.part, x: m.x + fit.dx, y: m.y + fit.dy })),
    ]);
    clusters = clusters.filter((c) => c !== p && c !== q);
    clusters.push(one);
  }
  return clusters.map(({ region, members }) => ({ region, members }));
}

interface Known extends Cluster {
  readonly edges: readonly Edge[];
  readonly around: number;
}
const known = (region: Region, members: Cluster['members']): Known => ({
  region,
  members,
  edges: edgesOf(region),
  around: perimeterMm(region),
});

interface Fit {
  readonly dx: number;
  readonly dy: number;
  readonly score: number;
}

/** The shift at which most of two outlines matches; `below`: less sure than this. */
function bestFit(p: Known, q: Known, least: number, below = Number.POSITIVE_INFINITY): Fit | null {
  let best: Fit | null = null;
  for (const e of p.edges)
    for (const g of q.edges) {
      // The same edge run the other way: its two vectors cancel.
      if (Math.abs(e.b.x - e.a.x + g.b.x - g.a.x) > END_MM || Math.abs(e.b.y - e.a.y + g.b.y - g.a.y) > END_MM)
        continue;
      const dx = e.a.x - g.b.x;
      const dy = e.a.y - g.b.y;
      const length = matched(p.edges, q.edges, dx, dy);
      const share = length / Math.min(p.around, q.around);
      // Long edges that match are surer than short ones.
      const score = share + length / 4000;
      if (share >= least && score < below - 1e-9 && (!best || score > best.score)) best = { dx, dy, score };
    }
  return best;
}
