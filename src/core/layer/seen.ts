import { deltaE, lightness, mixLight } from '../colour';
import type { Cut, Overlap } from '../laid';
import { factsOf } from '../material';
import type { Fabric } from '../model';
import { areaMm2, intersection, offset, type Region } from '../shape';
import { COLOUR_LIMITS, EDGE_MM, TOUCH_CORNERS, TOUCH_MM } from './data';

/** Share of light that comes through a cloth once: what its opacity leaves. */
export const throughCloth = (f: Fabric): number => 1 - factsOf(f).opacity;

/**
 * The colour of an upper cloth with another beneath: what light went through it twice brings the lower one's colour along.
 * Mixed in linear light.
 */
export const overCloth = (upper: Fabric, lower: string): string => mixLight(upper.colour, lower, throughCloth(upper));

export interface Shadow {
  readonly under: string;
  readonly over: string;
  /** How far the upper piece's colour differs where the lower lies beneath it from where it does not. */
  readonly deltaE: number;
  readonly areaMm2: number;
}

/** Pairs where a darker piece shows as a shadow through a lighter one above it. */
export function shadowsOf(
  overlaps: readonly Overlap[],
  fabricOf: (id: string) => Fabric,
  groundColour: string,
): Shadow[] {
  return overlaps.flatMap((o) => {
    const upper = fabricOf(o.over);
    const lower = fabricOf(o.under);
    if (lightness(lower.colour) >= lightness(upper.colour)) return [];
    const d = deltaE(overCloth(upper, lower.colour), overCloth(upper, groundColour));
    // A ground that is darker than the lower piece would show as much itself: no edge of the lower is seen then.
    return d > COLOUR_LIMITS.shadow.value ? [{ under: o.under, over: o.over, deltaE: d, areaMm2: o.areaMm2 }] : [];
  });
}

export interface Vanishing {
  readonly id: string;
  /** The piece it cannot be told from; null for the ground. */
  readonly against: string | null;
  readonly deltaE: number;
  /** The colour it cannot be told from. */
  readonly colour: string;
}

/** Two edges that touch share a strip about this wide once both are grown: less than twice the growth, since a corner shares less. */
const TOUCH_WIDTH_MM = 2 * TOUCH_MM.value * TOUCH_CORNERS.value;

/**
 * Pieces that look like what they visibly touch.
 * @param near pairs that overlap or meet, whichever way
 */
export function vanishing(
  cuts: readonly Cut[],
  near: readonly { under: string; over: string }[],
  fabricOf: (id: string) => Fabric,
  ground: Fabric | null,
): Vanishing[] {
  const visible = new Map(cuts.map((c) => [c.id, c.visible]));
  const seen = (id: string): Region => visible.get(id) ?? [];
  const found: Vanishing[] = [];
  for (const { under, over } of near) {
    const a = fabricOf(under);
    const b = fabricOf(over);
    if (a.id === b.id && a.colour === b.colour) continue;
    const d = deltaE(a.colour, b.colour);
    if (d >= COLOUR_LIMITS.vanish.value) continue;
    // Do the parts that are seen touch, along more than a corner?
    const strip = areaMm2(intersection(offset(seen(under), TOUCH_MM.value), offset(seen(over), TOUCH_MM.value)));
    if (strip > EDGE_MM.value * TOUCH_WIDTH_MM) found.push({ id: over, against: under, deltaE: d, colour: a.colour });
  }
  const against = new Set(near.map((n) => n.over));
  for (const c of cuts) {
    if (!ground) break;
    const f = fabricOf(c.id);
    const d = deltaE(f.colour, ground.colour);
    if (d < COLOUR_LIMITS.vanish.value && !against.has(c.id) && areaMm2(c.visible) > 0)
      found.push({ id: c.id, against: null, deltaE: d, colour: ground.colour });
  }
  return found;
}

/** Fabrics of the drawer that stand out from all these colours, best first. */
export function fabricsThatWork(fabrics: readonly Fabric[], neighbours: readonly string[]): Fabric[] {
  const least = (f: Fabric): number => Math.min(...neighbours.map((n) => deltaE(f.colour, n)));
  return fabrics
    .map((f) => ({ f, d: least(f) }))
    .filter(({ d }) => d >= COLOUR_LIMITS.standsOut.value)
    .sort((a, b) => b.d - a.d)
    .map(({ f }) => f);
}
