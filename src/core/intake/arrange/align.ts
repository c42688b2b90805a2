import { lastOf, nth } from '../../base/lists';
import type { Bounds } from '../../base/shape';
import type { Item, Move } from './items';

export type Side = 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom' | 'baseline';

/** Brings items to one side, or to the middle, of a frame (the ground, or the box of them all). */
export function align(items: readonly Item[], side: Side, frame: Bounds): Move[] {
  const line = items.find((i) => i.baselineMm !== null)?.baselineMm ?? null;
  return items.map((item) => {
    const { box } = item;
    switch (side) {
      case 'left':
        return { item, dxMm: frame.minX - box.minX, dyMm: 0 };
      case 'right':
        return { item, dxMm: frame.maxX - box.maxX, dyMm: 0 };
      case 'centre':
        return { item, dxMm: (frame.minX + frame.maxX - box.minX - box.maxX) / 2, dyMm: 0 };
      case 'top':
        return { item, dxMm: 0, dyMm: frame.minY - box.minY };
      case 'bottom':
        return { item, dxMm: 0, dyMm: frame.maxY - box.maxY };
      case 'middle':
        return { item, dxMm: 0, dyMm: (frame.minY + frame.maxY - box.minY - box.maxY) / 2 };
      case 'baseline':
        // What is no word stands on the line with its lower edge.
        return { item, dxMm: 0, dyMm: line === null ? frame.maxY - box.maxY : line - (item.baselineMm ?? box.maxY) };
    }
  });
}

/** Makes the gaps between neighbours equal; the outermost two stay. Fewer than three items stay as they are. */
export function spread(items: readonly Item[], way: 'across' | 'down'): Move[] {
  if (items.length < 3) return [];
  const low = (i: Item): number => (way === 'across' ? i.box.minX : i.box.minY);
  const high = (i: Item): number => (way === 'across' ? i.box.maxX : i.box.maxY);
  const sorted = [...items].sort((a, b) => low(a) + high(a) - low(b) - high(b));
  const room = high(lastOf(sorted)) - low(nth(sorted, 0)) - sorted.reduce((sum, i) => sum + high(i) - low(i), 0);
  const gap = room / (sorted.length - 1);
  let next = low(nth(sorted, 0));
  return sorted.map((item) => {
    const by = next - low(item);
    next += high(item) - low(item) + gap;
    return { item, dxMm: way === 'across' ? by : 0, dyMm: way === 'down' ? by : 0 };
  });
}
