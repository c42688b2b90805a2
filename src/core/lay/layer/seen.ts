import Flatbush from 'flatbush';
import { deltaE, dyedOver, lightness, mixLight } from '../../base/colour';
import { asOne, derive, listed } from '../../base/derive';
import { inMap, lastOf, nth } from '../../base/lists';
import {
  areaMm2,
  boundsOf,
  boxRegion,
  isInside,
  openRings,
  type Point,
  placesAlong,
  type Region,
  regionOf,
} from '../../base/shape';
import { factsOf } from '../../choose/material';
import type { Fabric, Ground, Lookup } from '../../keep/model';
import type { LaidArticle, Overlap, PilePlace } from '../laid';
import { COLOUR_LIMITS, EDGE_SEEN, THROUGH_MM2 } from './data';

/** Share of the light that comes back from beneath a cloth: what its opacity leaves. */
export const throughCloth = (f: Fabric): number => 1 - factsOf(f).opacity;

/** The colour of an upper cloth with another beneath. Through an open weave the lower colour is seen in the gaps; through a closed one its light comes through the upper cloth's own dye. */
export const overCloth = (upper: Fabric, lower: string): string =>
  factsOf(upper).open
    ? mixLight(upper.colour, lower, throughCloth(upper))
    : dyedOver(upper.colour, lower, throughCloth(upper));

/** The colour of several cloths on one another, back-most first, on a ground. */
export const colourOfStack = (cloths: readonly Fabric[], ground: string): string =>
  cloths.reduce((beneath, f) => overCloth(f, beneath), ground);

export interface Shadow {
  readonly under: string;
  readonly over: string;
  /** How far the upper piece's colour differs where the lower lies beneath it from where it does not. */
  readonly deltaE: number;
  readonly areaMm2: number;
}

/** Pairs where a darker piece shows as a shadow through a lighter one above it. An upper piece that lies on the lower one all over is changed in colour, but shows no shadow. */
export function shadowsOf(
  overlaps: readonly Overlap[],
  fabricOf: (id: string) => Fabric,
  groundColour: string,
  areaOf: (id: string) => number,
): Shadow[] {
  return overlaps.flatMap((o) => {
    const upper = fabricOf(o.over);
    const lower = fabricOf(o.under);
    if (lightness(lower.colour) >= lightness(upper.colour)) return [];
    if (o.areaMm2 > areaOf(o.over) - THROUGH_MM2.value) return [];
    const d = deltaE(overCloth(upper, lower.colour), overCloth(upper, groundColour));
    // A ground that is darker than the lower piece would show as much itself: no edge of the lower is seen then.
    return d > COLOUR_LIMITS.shadow.value ? [{ under: o.under, over: o.over, deltaE: d, areaMm2: o.areaMm2 }] : [];
  });
}

export interface Greyed {
  readonly id: string;
  /** What shows through it; null: the ground. */
  readonly by: string | null;
  /** How far its colour differs from that of the cloth by itself. */
  readonly deltaE: number;
}

/** Pieces whose colour is changed by what lies beneath the largest part of them: pale cloth on a dark ground is greyed. */
export function greyed({ cuts, pile, ground }: LaidArticle, look: Lookup): Greyed[] {
  return cuts.flatMap((c) => {
    const place = pile
      .placesOf(c.id)
      .filter((p) => lastOf(p.pieceIds) === c.id)
      .reduce<PilePlace | null>((most, p) => (!most || p.areaMm2 > most.areaMm2 ? p : most), null);
    if (!place || place.areaMm2 < THROUGH_MM2.value) return [];
    const cloths = place.pieceIds.map((id) => look.fabricOf(look.piece(id)));
    const own = lastOf(cloths);
    const beneath = cloths.slice(0, -1);
    if (!ground && beneath.length === 0) return [];
    const d = deltaE(colourOfStack(cloths, ground?.colour ?? PAPER), own.colour);
    return d > COLOUR_LIMITS.greyed.value ? [{ id: c.id, by: place.pieceIds.at(-2) ?? null, deltaE: d }] : [];
  });
}
const PAPER = '#ffffff';

export interface Vanishing {
  /** The piece; of a word all its letters that are lost. */
  readonly ids: readonly string[];
  /** The piece it cannot be told from along most of that edge; null for the ground. */
  readonly against: string | null;
  /** Share of its seen edge that is lost, 0 … 1. */
  readonly share: number;
  /** The least difference along it. */
  readonly deltaE: number;
  /** Colours it cannot be told from. */
  readonly colours: readonly string[];
  /** It lies on its own cloth. */
  readonly own: boolean;
}

/** What lies beyond a piece's edge, and over how long. */
interface Lost {
  readonly against: string | null;
  readonly colour: string;
  readonly deltaE: number;
  readonly own: boolean;
  readonly mm: number;
}
interface EdgeSeen {
  readonly wholeMm: number;
  readonly lost: readonly Lost[];
}

/** Which pile lies at a point: by a static R-tree over their boxes. */
function placeFinder(places: readonly PilePlace[]): (p: Point) => PilePlace | null {
  if (places.length === 0) return () => null;
  const tree = new Flatbush(places.length);
  for (const { region } of places) {
    const b = boundsOf(region);
    tree.add(b.minX, b.minY, b.maxX, b.maxY);
  }
  tree.finish();
  let before: PilePlace | null = null;
  return ({ x, y }) => {
    // Neighbouring points mostly lie in the same place.
    if (before && isInside(before.region, { x, y })) return before;
    for (const i of tree.search(x, y, x, y)) {
      const place = nth(places, i);
      if (!isInside(place.region, { x, y })) continue;
      before = place;
      return place;
    }
    return null;
  };
}

/** What a stretch of edge is told apart by: its own cloth, that of each place and piece around it, and the ground. */
interface Around {
  readonly places: readonly PilePlace[];
  /** Every piece of those places with its outline as drawn and its cloth, in the same order. */
  readonly ids: readonly string[];
  readonly regions: readonly Region[];
  readonly cloths: readonly Fabric[];
  readonly ground: Fabric | null;
  readonly base: Ground | null;
}

const clothOfGround = derive(
  (base: Ground): Region =>
    base.outline === null
      ? boxRegion({ minX: 0, minY: 0, maxX: base.widthMm, maxY: base.heightMm })
      : regionOf(base.outline),
);
const differ = derive((a: string, b: string): number => deltaE(a, b));

/** What lies beyond a piece's seen edge, all along it. */
const edgeSeen = derive((visible: Region, own: Fabric, around: Around): EdgeSeen => {
  const { places, ids, ground, base } = around;
  // Past the edge of the ground nothing lies that a piece could be taken for.
  const cloth = base && clothOfGround(base);
  const onGround = (p: Point): boolean => cloth !== null && isInside(cloth, p);
  const within = placeFinder(places);
  const outside = placeFinder(places);
  const drawn = new Map(ids.map((id, i) => [id, nth(around.regions, i)]));
  const clothOf = new Map(ids.map((id, i) => [id, nth(around.cloths, i)]));
  const colours = new Map<PilePlace | null, string>();
  const colourAt = (place: PilePlace | null): string => {
    let colour = colours.get(place);
    if (colour === undefined) {
      const stack = (place?.pieceIds ?? []).map((id) => inMap(clothOf, id));
      colour = colourOfStack(stack, ground?.colour ?? PAPER);
      colours.set(place, colour);
    }
    return colour;
  };
  const lost: Lost[] = [];
  let wholeMm = 0;
  for (const line of openRings(visible)) {
    const steps = placesAlong(line, EDGE_SEEN.stepMm.value);
    const all = steps.length > 0 ? lengthOf(steps) : 0;
    const each = all / Math.max(1, steps.length);
    const runs: Lost[] = [];
    /** The stretch goes on only while what lies beyond it is the same. */
    let going = false;
    for (const { x, y, dx, dy } of steps) {
      // Outsides run clockwise as seen and holes the other way: cloth lies to the right of the walk.
      const at = (mm: number): Point => ({ x: x - dy * mm, y: y + dx * mm });
      const past = at(-EDGE_SEEN.besideMm.value);
      const beyond = outside(past);
      const there = beyond ? lastOf(beyond.pieceIds) : null;
      const same = there === null ? own.id === ground?.id : inMap(clothOf, there).id === own.id;
      const region = there === null ? null : drawn.get(there);
      // Past the edge of the work there is nothing; and one cloth beside itself is meant so: its neighbour does not run on beneath it.
      if ((!beyond && !onGround(past)) || (same && region && !isInside(region, at(EDGE_SEEN.insideMm.value)))) {
        going = false;
        continue;
      }
      wholeMm += each;
      const colour = colourAt(beyond);
      const d = differ(colourAt(within(at(EDGE_SEEN.besideMm.value))), colour);
      if (d >= COLOUR_LIMITS.vanish.value) {
        going = false;
        continue;
      }
      const last = runs.at(-1);
      if (going && last && last.against === there) {
        runs[runs.length - 1] = { ...last, deltaE: Math.min(last.deltaE, d), mm: last.mm + each };
      } else runs.push({ against: there, colour, own: same, deltaE: d, mm: each });
      going = true;
    }
    lost.push(...runs.filter((r) => r.mm >= EDGE_SEEN.leastMm.value));
  }
  return { wholeMm, lost };
});

/** For each region the places whose boxes meet it or what is looked at beside it, in their own order. */
function placesAround(places: readonly PilePlace[], regions: readonly Region[]): PilePlace[][] {
  if (places.length === 0) return regions.map(() => []);
  const tree = new Flatbush(places.length);
  for (const { region } of places) {
    const b = boundsOf(region);
    tree.add(b.minX, b.minY, b.maxX, b.maxY);
  }
  tree.finish();
  const past = 2 * EDGE_SEEN.besideMm.value;
  return regions.map((region) => {
    if (region.length === 0) return [];
    const b = boundsOf(region);
    return tree
      .search(b.minX - past, b.minY - past, b.maxX + past, b.maxY + past)
      .sort((i, k) => i - k)
      .map((i) => nth(places, i));
  });
}

/**
 * Pieces that look like what lies beyond their seen edge: the ground, another piece, or their own cloth that they lie on; each through what shines through it there.
 * One cloth laid side by side with itself is meant so, and no edge. Letters of one word are one finding.
 */
export function vanishing(article: LaidArticle, look: Lookup): Vanishing[] {
  const { seen, pile, ground, placed } = article;
  const drawn = new Map(placed.map((p) => [p.id, p.region]));
  const clothOf = (id: string): Fabric => look.fabricOf(look.piece(id));
  const near = placesAround(
    pile.places,
    seen.map((c) => c.visible),
  );

  const words = new Map<string, { ids: string[]; wholeMm: number; lost: Lost[]; lostIds: string[] }>();
  for (const [i, cut] of seen.entries()) {
    if (cut.visible.length === 0 || areaMm2(cut.visible) <= 0) continue;
    const places = listed(nth(near, i));
    const ids = [...new Set(places.flatMap((p) => p.pieceIds))];
    const around: Around = {
      places,
      ids: listed(ids),
      regions: listed(ids.map((id) => inMap(drawn, id))),
      cloths: listed(ids.map(clothOf)),
      ground,
      base: article.article.ground,
    };
    const { wholeMm, lost } = edgeSeen(cut.visible, clothOf(cut.id), asOne(around));
    const { wordId } = look.piece(cut.id);
    const name = wordId === null ? `piece ${cut.id}` : `word ${wordId}`;
    const word = words.get(name) ?? { ids: [], wholeMm: 0, lost: [], lostIds: [] };
    words.set(name, word);
    word.ids.push(cut.id);
    word.wholeMm += wholeMm;
    word.lost.push(...lost);
    if (lost.reduce((sum, l) => sum + l.mm, 0) >= EDGE_SEEN.lostShare.value * wholeMm) word.lostIds.push(cut.id);
  }
  return [...words.values()].flatMap(({ ids, wholeMm, lost, lostIds }): Vanishing[] => {
    const lostMm = lost.reduce((sum, l) => sum + l.mm, 0);
    if (lost.length === 0 || lostMm < EDGE_SEEN.lostShare.value * wholeMm) return [];
    const most = lost.reduce((a, b) => (b.mm > a.mm ? b : a));
    return [
      {
        ids: lostIds.length > 0 ? lostIds : ids,
        against: most.against,
        share: Math.min(1, lostMm / wholeMm),
        deltaE: Math.min(...lost.map((l) => l.deltaE)),
        colours: [...new Set(lost.map((l) => l.colour))],
        own: most.own,
      },
    ];
  });
}

const lengthOf = (places: readonly { readonly alongMm: number }[]): number =>
  // Places stand in the middles of stretches that are all alike.
  lastOf(places).alongMm + nth(places, 0).alongMm;

/** Fabrics of the drawer that stand out from all these colours, best first. */
export function fabricsThatWork(fabrics: readonly Fabric[], neighbours: readonly string[]): Fabric[] {
  const least = (f: Fabric): number => Math.min(...neighbours.map((n) => deltaE(f.colour, n)));
  return fabrics
    .map((f) => ({ f, d: least(f) }))
    .filter(({ d }) => d >= COLOUR_LIMITS.standsOut.value)
    .sort((a, b) => b.d - a.d)
    .map(({ f }) => f);
}
