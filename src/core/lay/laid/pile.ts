import Flatbush from 'flatbush';
import { derive, listed } from '../../base/derive';
import { nth } from '../../base/lists';
import { areaMm2, type Bounds, boundsOf, difference, intersection, offset, type Region, union } from '../../base/shape';

/** Cloth that lies somewhere: an outline that is really cut. */
export interface Sheet {
  readonly id: string;
  /** Where it lies, normalised, mm. */
  readonly outline: Region;
  /** What of it is seen from above, normalised, mm. */
  readonly visible: Region;
}

/** A place at which the same pieces lie on one another. It may come in several parts. */
export interface PilePlace {
  /** Every piece there, back-most first; the ground beneath is not told. */
  readonly pieceIds: readonly string[];
  readonly region: Region;
  readonly areaMm2: number;
}

/** What lies beneath a piece over one part of it. */
export interface Beneath {
  /** Every lower piece there, back-most first; empty on the bare ground. */
  readonly pieceIds: readonly string[];
  readonly regions: readonly Region[];
  readonly areaMm2: number;
}

/** What lies where when everything is laid down: the cloth over every place of the ground, as regions that cover one another nowhere. */
export interface Pile {
  /** Each different pile once, those of few pieces first as they were met. */
  readonly places: readonly PilePlace[];
  /** What lies beneath a piece, the largest part first; empty for a piece that lies nowhere. */
  readonly beneath: (pieceId: string) => readonly Beneath[];
  /** Every piece that lies beneath a piece somewhere. */
  readonly under: (pieceId: string) => ReadonlySet<string>;
  /** Every place at which a piece lies. */
  readonly placesOf: (pieceId: string) => readonly PilePlace[];
}

/** Smaller than this is the clipper's rounding along a shared edge, not cloth, mm². */
const SLIVER_MM2 = 0.5;

interface Part {
  readonly ids: readonly string[];
  readonly region: Region;
  readonly areaMm2: number;
  readonly bounds: Bounds;
}
const partOf = (ids: readonly string[], region: Region): Part => ({
  ids,
  region,
  areaMm2: areaMm2(region),
  bounds: boundsOf(region),
});
const apart = (a: Bounds, b: Bounds): boolean =>
  a.minX >= b.maxX || b.minX >= a.maxX || a.minY >= b.maxY || b.minY >= a.maxY;

/** So much the others are grown by where the clipper has lost its way, mm. */
const NUDGE_MM = 0.002;

/**
 * What of a region none of the others covers, when it is known how much that must be. Where corners all but coincide the clipper now and then gives a line that crosses itself:
 * then the others are grown by a hair, and it is asked again.
 */
function rest(region: Region, others: readonly Region[], mustBeMm2: number): Region {
  const first = difference(region, ...others);
  if (Math.abs(areaMm2(first) - mustBeMm2) < SLIVER_MM2) return first;
  const again = difference(region, ...others.map((o) => offset(o, NUDGE_MM, 'miter')));
  return Math.abs(areaMm2(again) - mustBeMm2) < Math.abs(areaMm2(first) - mustBeMm2) ? again : first;
}

/**
 * One region cut up by what lies beneath it: parts with the same lower pieces under them.
 * Only what is covered is cut up; the bare rest is found in one go.
 * @param lowers back-most first
 */
function cutUp(top: Region, lowers: readonly Pick<Sheet, 'id' | 'outline'>[]): Part[] {
  const whole = partOf([], top);
  /** Pieces that lie beneath all of it. */
  const everywhere = new Set<string>();
  let parts: Part[] = [];
  for (const lower of lowers) {
    const lap = partOf([lower.id], intersection(top, lower.outline));
    if (lap.areaMm2 < SLIVER_MM2) continue;
    if (lap.areaMm2 > whole.areaMm2 - SLIVER_MM2) {
      everywhere.add(lower.id);
      continue;
    }
    const next: Part[] = [];
    const met: Region[] = [];
    let lapped = 0;
    for (const part of parts) {
      if (apart(part.bounds, lap.bounds)) {
        next.push(part);
        continue;
      }
      const both = partOf([...part.ids, lower.id], intersection(part.region, lap.region));
      if (both.areaMm2 < SLIVER_MM2) {
        next.push(part);
        continue;
      }
      met.push(part.region);
      if (both.areaMm2 > part.areaMm2 - SLIVER_MM2) {
        lapped += both.areaMm2;
        next.push({ ...part, ids: both.ids });
        continue;
      }
      lapped += both.areaMm2;
      next.push(both, partOf(part.ids, rest(part.region, [lap.region], part.areaMm2 - both.areaMm2)));
    }
    const alone = met.length === 0 ? lap : partOf([lower.id], rest(lap.region, met, lap.areaMm2 - lapped));
    if (alone.areaMm2 >= SLIVER_MM2) next.push(alone);
    parts = next;
  }
  const covered = parts.reduce((sum, p) => sum + p.areaMm2, 0);
  if (whole.areaMm2 - covered >= SLIVER_MM2)
    parts.push(
      parts.length === 0
        ? whole
        : partOf(
            [],
            rest(
              top,
              parts.map((p) => p.region),
              whole.areaMm2 - covered,
            ),
          ),
    );
  if (everywhere.size === 0) return parts;
  return parts.map((p) => {
    const here = new Set(p.ids);
    return { ...p, ids: lowers.flatMap((l) => (everywhere.has(l.id) || here.has(l.id) ? [l.id] : [])) };
  });
}

/** For each sheet the lower ones whose box meets what is seen of it, back-most first: cloth that runs on under a neighbour may come to lie under others too. */
function lowersThatMeet(sheets: readonly Sheet[]): Sheet[][] {
  if (sheets.length < 2) return sheets.map(() => []);
  const tree = new Flatbush(sheets.length);
  for (const { outline } of sheets) {
    const b = boundsOf(outline);
    tree.add(b.minX, b.minY, b.maxX, b.maxY);
  }
  tree.finish();
  return sheets.map(({ visible }, i) => {
    if (visible.length === 0) return [];
    const b = boundsOf(visible);
    return tree
      .search(b.minX, b.minY, b.maxX, b.maxY, (j) => j < i)
      .sort((j, k) => j - k)
      .map((j) => nth(sheets, j));
  });
}

const cutUpBy = derive((top: Region, ids: readonly string[], outlines: readonly Region[]): readonly Part[] =>
  cutUp(
    top,
    ids.map((id, i) => ({ id, outline: nth(outlines, i) })),
  ),
);
/** The place of a pile, the same object as long as it comes of the same parts. */
const placeOf = derive(
  (pieceIds: readonly string[], parts: readonly Part[]): PilePlace => ({
    pieceIds,
    areaMm2: parts.reduce((sum, p) => sum + p.areaMm2, 0),
    region: parts.length === 1 ? nth(parts, 0).region : union(...parts.map((p) => p.region)),
  }),
);

/**
 * What lies where. Each place is seen from above as one piece; what lies beneath that is found for each piece by itself, and remembered until it or what it lies on changes.
 * @param sheets back-most first
 */
export function pileOf(sheets: readonly Sheet[]): Pile {
  const lowersOf = lowersThatMeet(sheets);
  const undersOf = new Map<string, Set<string>>(sheets.map((s) => [s.id, new Set()]));
  const byIds = new Map<string, { pieceIds: readonly string[]; parts: Part[] }>();
  for (const [i, sheet] of sheets.entries()) {
    if (sheet.visible.length === 0) continue;
    const lowers = lowersOf[i] ?? [];
    // Ids are part of the question: two pieces may have the same outline at the same place.
    const ids = listed(lowers.map((l) => l.id));
    for (const part of cutUpBy(sheet.visible, ids, listed(lowers.map((l) => l.outline)))) {
      const pieceIds = [...part.ids, sheet.id];
      const name = pieceIds.join('\u0000');
      const there = byIds.get(name);
      if (there) there.parts.push(part);
      else byIds.set(name, { pieceIds, parts: [part] });
    }
  }
  const places = [...byIds.values()].map(({ pieceIds, parts }) => placeOf(listed(pieceIds), listed(parts)));
  const placesAt = new Map<string, PilePlace[]>(sheets.map((s) => [s.id, []]));
  for (const place of places)
    place.pieceIds.forEach((id, i) => {
      placesAt.get(id)?.push(place);
      const unders = undersOf.get(id);
      for (let k = 0; k < i; k++) unders?.add(nth(place.pieceIds, k));
    });
  const under = (pieceId: string): ReadonlySet<string> => undersOf.get(pieceId) ?? NOBODY;
  const found = new Map<string, readonly Beneath[]>();
  const beneath = (pieceId: string): readonly Beneath[] => {
    const known = found.get(pieceId);
    if (known) return known;
    const parts = new Map<string, { pieceIds: readonly string[]; regions: Region[]; areaMm2: number }>();
    for (const place of placesAt.get(pieceId) ?? []) {
      const pieceIds = place.pieceIds.slice(0, place.pieceIds.indexOf(pieceId));
      const name = pieceIds.join('\u0000');
      const there = parts.get(name);
      if (there) {
        there.regions.push(place.region);
        there.areaMm2 += place.areaMm2;
      } else parts.set(name, { pieceIds, regions: [place.region], areaMm2: place.areaMm2 });
    }
    const list = [...parts.values()].sort((a, b) => b.areaMm2 - a.areaMm2);
    found.set(pieceId, list);
    return list;
  };
  const placesOf = (pieceId: string): readonly PilePlace[] => placesAt.get(pieceId) ?? [];
  return { places, beneath, under, placesOf };
}
const NOBODY: ReadonlySet<string> = new Set();
