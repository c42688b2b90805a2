import { asOne, derive, listed } from '../../base/derive';
import { inMap } from '../../base/lists';
import { areaMm2, areasOver, difference, intersection, offset, type Region, union } from '../../base/shape';
import { filledHoles, joinedTo, type Upper } from './joins';
import type { Overlap, ThinJoin } from './overlap';
import type { Placed } from './placed';

/** What becomes of one piece once joins are made, all on the ground, mm. */
export interface Cut {
  readonly id: string;
  /** What of it is seen when everything is laid down. */
  readonly visible: Region;
  /** The outline to cut: as drawn, made to run on under its upper neighbours where it does not; hidden cloth kept unless it is cut away. */
  readonly outline: Region;
  /** Hidden cloth beneath others that could be cut away. */
  readonly hidden: Region;
  /** The outline is another than the piece's own. */
  readonly changed: boolean;
  /** Something lies over it, so that not all of it is seen. */
  readonly covered: boolean;
}

export interface CutRules {
  readonly underlapMm: number;
  /** An underlap of its own for a pair: exactly so much, whatever was drawn. */
  readonly pairUnderlapMm: (under: string, over: string) => number | null;
  readonly cutAway: (id: string) => boolean;
  /** Holes that upper pieces fill are not cut into it. */
  readonly keepWhole: (id: string) => boolean;
}

/** A hidden place smaller than this is not worth a cut, mm². */
const WORTH_MM2 = 150;
/** The hidden edge of an underlap need not be round to a hair, mm. */
const HIDDEN_TOLERANCE_MM = 0.25;
/** The clipper's rounding, mm². */
const NOTHING_MM2 = 0.05;

/** What an upper piece is to a lower one. */
interface Above {
  readonly region: Region;
  /** Their edges only meet. */
  readonly meets: boolean;
  /** An underlap of their own, mm; null: the usual one. */
  readonly pairMm: number | null;
}

/**
 * For every piece the outline to cut. An overlap that was drawn is kept; a piece that only meets an upper one, or hardly runs on beneath it, is made to run on by the underlap,
 * never near the upper piece's other edges. Cloth that is hidden deeper is cut away only when that was chosen, for the piece or by an underlap of its own for a pair.
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
  const placedById = new Map(placed.map((p) => [p.id, p]));
  const regionOf = (id: string): Region => inMap(placedById, id).region;
  const over = new Map<string, Above[]>();
  const under = new Map<string, string[]>();
  const add = (o: ThinJoin, meets: boolean): void => {
    const above = asOne({ region: regionOf(o.over), meets, pairMm: rules.pairUnderlapMm(o.under, o.over) });
    over.set(o.under, [...(over.get(o.under) ?? []), above]);
    under.set(o.over, [...(under.get(o.over) ?? []), o.under]);
  };
  for (const o of overlaps) add(o, false);
  for (const a of abutting) add(a, true);
  return placed.map(({ id, region }): Cut => {
    const above = over.get(id) ?? [];
    // Lower pieces count only where there is a hair to be bridged.
    const below = above.some((a) => a.meets) ? (under.get(id) ?? []).map(regionOf) : [];
    const cut = cutOne(region, listed(above), listed(below), rules.underlapMm, rules.cutAway(id), rules.keepWhole(id));
    return { id, ...cut };
  });
}

const cutOne = derive(
  (
    drawn: Region,
    above: readonly Above[],
    below: readonly Region[],
    usualMm: number,
    cutAway: boolean,
    keepWhole: boolean,
  ): Omit<Cut, 'id'> => {
    const asDrawn = { visible: drawn, outline: drawn, hidden: [], changed: false, covered: false };
    if (above.length === 0) return asDrawn;
    const byUnderlap = new Map<number, Upper[]>();
    const own: { readonly region: Region; readonly underlapMm: number }[] = [];
    for (const { region, meets, pairMm } of above) {
      const underlapMm = pairMm ?? usualMm;
      byUnderlap.set(underlapMm, [...(byUnderlap.get(underlapMm) ?? []), { region, meets }]);
      if (pairMm !== null) own.push({ region, underlapMm: pairMm });
    }
    const inlays = keepWhole ? filledHoles(drawn, union(...above.map((a) => a.region))) : [];
    const region = inlays.length > 0 ? union(drawn, inlays) : drawn;
    const { visible, outline, upper } = joinedTo(region, byUnderlap, below);
    if (visible.length === 0) return { ...asDrawn, visible: [], covered: true };

    const reach = (byMm: number): Region => offset(visible, byMm, 'round', HIDDEN_TOLERANCE_MM);
    const beneath = intersection(outline, upper);
    const deepestMm = Math.max(usualMm, ...own.map((o) => o.underlapMm));
    const hidden = areaMm2(beneath) < WORTH_MM2 ? [] : areasOver(difference(beneath, reach(deepestMm)), WORTH_MM2);
    // A pair's own underlap trims no cloth that lies beneath another piece too.
    const others = above.flatMap((a) => (a.pairMm === null ? [a.region] : []));
    const trims = [
      ...(cutAway ? [hidden] : []),
      ...own.map((o) => difference(intersection(outline, o.region), reach(o.underlapMm), ...others)),
    ].filter((trim) => areaMm2(trim) > NOTHING_MM2);
    const cut = trims.length > 0 ? areasOver(difference(outline, ...trims), NOTHING_MM2) : outline;
    return { visible, outline: cut, hidden, changed: cut !== drawn, covered: true };
  },
);
