import { nth } from '../../base/lists';
import type { Overlap } from '../laid';

/** How many layers of cloth lie at the fullest place of a chain of overlaps; an upper bound, since a chain need not share one point. */
export function deepestChain(order: readonly string[], overlaps: readonly Overlap[]): Map<string, number> {
  const below = new Map<string, string[]>();
  for (const o of overlaps) below.set(o.over, [...(below.get(o.over) ?? []), o.under]);
  const depth = new Map<string, number>();
  for (const id of order) depth.set(id, 1 + Math.max(0, ...(below.get(id) ?? []).map((u) => depth.get(u) ?? 0)));
  return depth;
}

/**
 * Moves a piece up past the next piece that it meets, or down past the one before; by one place when it meets none that way.
 * @returns the new order, or the same array when it is at the end already
 */
export function moveInOrder(
  order: readonly string[],
  id: string,
  way: 'up' | 'down',
  meets: readonly Overlap[],
): readonly string[] {
  const from = order.indexOf(id);
  if (from < 0 || (way === 'up' ? from === order.length - 1 : from === 0)) return order;
  const partners = new Set(meets.flatMap((o) => (o.under === id ? [o.over] : o.over === id ? [o.under] : [])));
  let to = way === 'up' ? from + 1 : from - 1;
  const step = way === 'up' ? 1 : -1;
  for (let i = to; i >= 0 && i < order.length; i += step) {
    if (partners.has(nth(order, i))) {
      to = i;
      break;
    }
  }
  const rest = order.filter((other) => other !== id);
  rest.splice(to, 0, id);
  return rest;
}
