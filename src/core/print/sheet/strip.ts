import { formatSize } from '../../base/units';
import type { LaidStrip, LayoutAsk } from '../../cut/layout';
import type { Project } from '../../keep/model';

/** What a strip lies on: the roll or the bolt, or which offcut or piece of stock. */
export const stripName = (wanted: LayoutAsk, strip: Pick<LaidStrip, 'number' | 'binCopy'>): string => {
  if (strip.number === null) return wanted.kind === 'web' ? 'roll' : 'bolt';
  const copy = strip.binCopy > 0 ? `, no. ${strip.binCopy + 1}` : '';
  return `${wanted.kind === 'web' ? 'offcut' : 'piece'} ${strip.number}${copy}`;
};

/** How large a strip is, in the project's units. */
export const stripSize = ({ bounds: b }: Pick<LaidStrip, 'bounds'>, units: Project['units']): string =>
  formatSize(b.maxX - b.minX, b.maxY - b.minY, units);
