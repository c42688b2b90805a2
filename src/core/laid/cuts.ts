import { inMap } from '../lists';
import { areaMm2, areasOver, difference, intersection, offset, type Region, union } from '../shape';
import { filledHoles, joinedTo, type Upper } from './joins';
import { numberOf, remember } from './memory';
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
  /** Tells the same cut again, so that what was worked out for it can be remembered. */
  readonly key: string;
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

interface Above {
  readonly id: string;
  readonly meets: boolean;
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
  const over = new Map<string, Above[]>();
  const add = (under: string, id: string, meets: boolean): void => {
    const list = over.get(under);
    if (list) list.push({ id, meets });
    else over.set(under, [{ id, meets }]);
  };
  const under = new Map<string, string[]>();
  for (const { under: low, over: up } of [...overlaps, ...abutting]) under.set(up, [...(under.get(up) ?? []), low]);
  for (const o of overlaps) add(o.under, o.over, false);
  for (const a of abutting) add(a.under, a.over, true);

  const placedById = new Map(placed.map((p) => [p.id, p]));
  return placed.map((piece): Cut => {
    const { id } = piece;
    const above = over.get(id) ?? [];
    // Lower pieces count only where there is a hair to be bridged.
    const below = above.some((a) => a.meets) ? (under.get(id) ?? []) : [];
    const key = [
      piece.key,
      rules.underlapMm,
      rules.cutAway(id),
      rules.keepWhole(id),
      ...below.map((low) => inMap(placedById, low).key),
      '/',
      ...above.map((a) => `${inMap(placedById, a.id).key}${a.meets ? 'm' : ''}${rules.pairUnderlapMm(id, a.id) ?? ''}`),
    ].join(' ');
    const name = `c${numberOf(key)}`;
    return { ...remember(kept, name, () => ({ ...cutOne(piece, above, below), key: name })), id };
  });

  function cutOne({ id, region: drawn }: Placed, above: readonly Above[], below: readonly string[]): Omit<Cut, 'key'> {
    const asDrawn = { id, visible: drawn, outline: drawn, hidden: [], changed: false, covered: false };
    if (above.length === 0) return asDrawn;
    const byUnderlap = new Map<number, Upper[]>();
    const own: { readonly region: Region; readonly underlapMm: number }[] = [];
    for (const a of above) {
      const pairMm = rules.pairUnderlapMm(id, a.id);
      const { region } = inMap(placedById, a.id);
      const underlapMm = pairMm ?? rules.underlapMm;
      byUnderlap.set(underlapMm, [...(byUnderlap.get(underlapMm) ?? []), { region, meets: a.meets }]);
      if (pairMm !== null) own.push({ region, underlapMm: pairMm });
    }
    const inlays = rules.keepWhole(id)
      ? filledHoles(drawn, union(...above.map((a) => inMap(placedById, a.id).region)))
      : [];
    const region = inlays.length > 0 ? union(drawn, inlays) : drawn;
    const { visible, outline, upper } = joinedTo(
      region,
      byUnderlap,
      below.map((low) => inMap(placedById, low).region),
    );
    if (visible.length === 0) return { ...asDrawn, visible: [], covered: true };

    const reach = (byMm: number): Region => offset(visible, byMm, 'round', HIDDEN_TOLERANCE_MM);
    const beneath = intersection(outline, upper);
    const deepestMm = Math.max(rules.underlapMm, ...own.map((o) => o.underlapMm));
    const hidden = areaMm2(beneath) < WORTH_MM2 ? [] : areasOver(difference(beneath, reach(deepestMm)), WORTH_MM2);
    // A pair's own underlap trims no cloth that lies beneath another piece too.
    const others = above.flatMap((a) =>
      rules.pairUnderlapMm(id, a.id) === null ? [inMap(placedById, a.id).region] : [],
    );
    const trims = [
      ...(rules.cutAway(id) ? [hidden] : []),
      ...own.map((o) => difference(intersection(outline, o.region), reach(o.underlapMm), ...others)),
    ].filter((trim) => areaMm2(trim) > NOTHING_MM2);
    const cut = trims.length > 0 ? areasOver(difference(outline, ...trims), NOTHING_MM2) : outline;
    return { id, visible, outline: cut, hidden, changed: cut !== drawn, covered: true };
  }
}
const kept = new Map<string, Cut>();
