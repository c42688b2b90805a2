import { inMap, nth } from '../lists';
import {
  areaMm2,
  cleanAreaMm2,
  difference,
  differenceClean,
  intersection,
  intersectionClean,
  isInside,
  offset,
  offsetClean,
  type Region,
  ringAreaMm2,
  union,
  uniteClean,
} from '../shape';
import { numberOf, remember } from './memory';
import type { Overlap, ThinJoin } from './overlap';
import type { Placed } from './placed';

/** What becomes of one piece once joins are made, all on the ground, mm. */
export interface Cut {
  readonly id: string;
  /** What of it is seen when everything is laid down. */
  readonly visible: Region;
  /** The outline to cut: visible, run on under its upper neighbours by the underlap; hidden cloth kept unless it is cut away. */
  readonly outline: Region;
  /** Hidden cloth beneath others that could be cut away, as holes in the outline. */
  readonly hidden: Region;
  /** false when the outline is the piece's own: nothing lies over it or joins it. */
  readonly changed: boolean;
  /** Tells the same cut again, so that what was worked out for it can be remembered. */
  readonly key: string;
}

export interface CutRules {
  readonly underlapMm: number;
  /** An underlap of its own for a pair. */
  readonly pairUnderlapMm: (under: string, over: string) => number | null;
  readonly cutAway: (id: string) => boolean;
}

/** Edges that come this near to one another are taken to meet, mm. */
const MEET_MM = 1;
/** A hidden place smaller than this is not worth a cut, mm². */
const WORTH_MM2 = 150;
/** Hidden deeper than the underlap by less than this is not deep, mm². */
const SHORT_MM2 = 0.5;
/** The underlap's own edge lies hidden: its corners need not be round to a hair, mm. */
const HIDDEN_TOLERANCE_MM = 0.25;
/** The clipper's rounding, mm². */
const NOTHING_MM2 = 0.05;

const outers = (region: Region): Region => region.filter((r) => ringAreaMm2(r) > 0);

/**
 * For every piece the outline to cut. A lower piece is its visible shape, grown by the underlap but only into its upper neighbours:
 * never past an upper piece's other side, never into the open, never into a hole of it. What overlaps too far is trimmed, too little or only meeting is grown.
 * Underlap about 6 mm: common practice, no source.
 * @param placed back-most first
 * @param abutting pairs whose edges only meet
 */
export function cutsOf(
  placed: readonly Placed[],
  overlaps: readonly Overlap[],
  abutting: readonly ThinJoin[],
  rules: CutRules,
): Cut[] {
  const regions = new Map(placed.map((p) => [p.id, p.region]));
  const over = new Map<string, { id: string; meets: boolean }[]>();
  const add = (under: string, id: string, meets: boolean): void => {
    const list = over.get(under);
    if (list) list.push({ id, meets });
    else over.set(under, [{ id, meets }]);
  };
  for (const o of overlaps) add(o.under, o.over, false);
  for (const a of abutting) add(a.under, a.over, true);

  const placedById = new Map(placed.map((p) => [p.id, p]));
  return placed.map((piece): Cut => {
    const { id } = piece;
    const above = over.get(id) ?? [];
    const key = [
      piece.key,
      rules.underlapMm,
      rules.cutAway(id),
      ...above.map((a) => `${inMap(placedById, a.id).key}${a.meets ? 'm' : ''}${rules.pairUnderlapMm(id, a.id) ?? ''}`),
    ].join(' ');
    const name = `c${numberOf(key)}`;
    return { ...remember(kept, name, () => ({ ...cutOne(piece, above), key: name })), id };
  });

  function cutOne({ id, region }: Placed, above: readonly { id: string; meets: boolean }[]): Omit<Cut, 'key'> {
    if (above.length === 0) return { id, visible: region, outline: region, hidden: [], changed: false };
    const lapping = above.filter((x) => !x.meets).map((x) => inMap(regions, x.id));
    const visible = lapping.length > 0 ? differenceClean(region, lapping) : region;
    if (cleanAreaMm2(visible) < NOTHING_MM2) return { id, visible: [], outline: region, hidden: [], changed: false };

    // Neighbours with the same underlap are grown into together.
    const byUnderlap = new Map<number, { region: Region; meets: boolean }[]>();
    for (const x of above) {
      const u = rules.pairUnderlapMm(id, x.id) ?? rules.underlapMm;
      const list = byUnderlap.get(u) ?? [];
      list.push({ region: inMap(regions, x.id), meets: x.meets });
      byUnderlap.set(u, list);
    }
    const grown: Region[] = [visible];
    for (const [u, list] of byUnderlap) {
      if (u <= 0) continue;
      const reach = offsetClean(visible, u, 'round', HIDDEN_TOLERANCE_MM);
      const laps = list.filter((l) => !l.meets);
      if (laps.length > 0) {
        // What it shares with its upper neighbours is trimmed to the underlap …
        const within = intersectionClean(reach, [region]);
        grown.push(
          intersectionClean(
            within,
            laps.map((l) => l.region),
          ),
        );
        // … and only a neighbour under which it nowhere runs on further than that is it grown past its own outline.
        const deep = differenceClean(region, [reach]).filter((r) => ringAreaMm2(r) > SHORT_MM2);
        for (const l of laps)
          if (!deep.some((ring) => ring.some((p) => isInside(l.region, p))))
            grown.push(intersectionClean(reach, [l.region]));
      }
      for (const { region: upper } of list.filter((l) => l.meets)) {
        // The hair between edges that only meet is bridged, or the lap would hang in the air; nothing is added past the ends of the hair.
        const near = intersectionClean(offsetClean(visible, MEET_MM), [offsetClean(upper, MEET_MM)]);
        const closed = offsetClean(offsetClean(uniteClean([visible, upper]), MEET_MM / 2), -MEET_MM / 2);
        grown.push(intersectionClean(reach, [upper]), intersectionClean(intersectionClean(near, [closed]), [reach]));
      }
    }
    const lapped = uniteClean(grown);
    // Holes that the piece itself has not, and cloth between parts of it that are seen, are hidden cloth: cut away only when that was chosen.
    const whole = lapped.every((r) => ringAreaMm2(r) > 0);
    const filled = whole ? lapped : fillHidden(lapped, region);
    const bridges = outers(filled).length > 1 ? bridgesBetween(filled, difference(region, filled)) : [];
    const solid = bridges.length > 0 ? uniteClean([filled, ...bridges]) : filled;
    const hidden = solid === lapped ? [] : differenceClean(solid, [lapped]).filter((r) => ringAreaMm2(r) > WORTH_MM2);
    const outline = rules.cutAway(id) ? lapped : solid;
    return { id, visible, outline, hidden, changed: true };
  }
}
const kept = new Map<string, Cut>();

/** The lapped outline with its own hidden holes filled, but not the piece's real holes, nor open ground that it happens to surround. */
function fillHidden(lapped: Region, region: Region): Region {
  const own = outers(region);
  const filled = intersection(outers(lapped), union(own, lapped));
  const holes = own.length === region.length ? [] : difference(own, region);
  return holes.length > 0 ? difference(filled, difference(holes, lapped)) : filled;
}

/** Parts of the hidden cloth that hold two or more parts of a piece together: nobody cuts a tower in three because bands cross it. */
function bridgesBetween(parts: Region, hidden: Region): Region[] {
  const islands = outers(parts);
  if (islands.length < 2) return [];
  const holes = hidden.filter((r) => ringAreaMm2(r) < 0);
  return outers(hidden)
    .map((ring): Region => [ring, ...holes.filter((h) => isInside([ring], nth(h, 0)))])
    .filter((bridge) => {
      const near = offset(bridge, 0.05);
      return islands.filter((island) => areaMm2(intersection(near, [island])) > 0.01).length > 1;
    });
}

/** Pieces near one another stand near one another in the list: along a curve that fills the plane. Source: Morton order. */
function byPlace(a: Placed, b: Placed): number {
  return mortonOf(a) - mortonOf(b);
}
const MORTON_MM = 40;
function mortonOf({ bounds: b }: Placed): number {
  const cell = (mm: number): number => Math.max(0, Math.min(1023, Math.round(mm / MORTON_MM) + 512));
  const x = cell((b.minX + b.maxX) / 2);
  const y = cell((b.minY + b.maxY) / 2);
  let code = 0;
  for (let bit = 0; bit < 10; bit++) code += ((x >> bit) & 1) * 4 ** bit + ((y >> bit) & 1) * 2 * 4 ** bit;
  return code;
}

const united = new Map<string, { readonly region: Region; readonly key: string }>();
/** Everything that pieces cover, united half by half: when one moves only its own halves are united again. */
function unitedInHalves(placed: readonly Placed[]): Region {
  const unite = (from: number, to: number): { readonly region: Region; readonly key: string } => {
    if (to - from === 1) return nth(placed, from);
    const middle = (from + to) >> 1;
    const a = unite(from, middle);
    const b = unite(middle, to);
    const key = `u${numberOf(`${a.key} ${b.key}`)}`;
    return remember(united, key, () => ({ region: uniteClean([a.region, b.region]), key }));
  };
  return unite(0, placed.length).region;
}

/** The ground behind pieces that could be cut away: everything covered by more than the underlap, in places worth it. */
export function hiddenGround(placed: readonly Placed[], underlapMm: number): Region {
  if (placed.length === 0) return [];
  const covered = unitedInHalves([...placed].sort(byPlace));
  // What is too small to be worth it is so all the more once it is narrowed; a tangled drawing leaves thousands of such crumbs.
  const large = covered.filter((r) => ringAreaMm2(r) > 10 * WORTH_MM2);
  const holes = covered.filter((r) => ringAreaMm2(r) < 0 && large.some((o) => isInside([o], nth(r, 0))));
  if (large.length === 0) return [];
  return offset([...large, ...holes], -underlapMm).filter((r) => ringAreaMm2(r) > 10 * WORTH_MM2);
}

/** The middle of a piece's web, to be cut out so that only a rim stays: keeps a large piece soft. Empty where the piece is too small for it. */
export function webMiddle(outline: Region, rimMm: number): Region {
  if (rimMm <= 0) return [];
  return offset(outline, -rimMm).filter((r) => ringAreaMm2(r) > 10 * WORTH_MM2);
}

/** Windows of a top: its holes, as cloth-shaped regions. */
export function windowsOf(top: Region): Region {
  return difference(outers(top), top);
}

/**
 * Window (reverse) appliqué: of each piece behind the top only what shows through a window, and a margin, has to be made.
 * @returns the pieces reduced to that; those that no window shows are empty
 */
export function behindWindows(placed: readonly Placed[], top: Placed, marginMm: number): Map<string, Region> {
  const needed = offset(windowsOf(top.region), marginMm);
  return new Map(placed.filter((p) => p.id !== top.id).map((p) => [p.id, intersection(p.region, needed)]));
}
