import { scaling, transformPath } from '../../base/shape';
import { BOLT_WIDE_MM, isFelted, shrinkOf } from '../../choose/material';
import { type Fabric, needKey, type Project } from '../../keep/model';

/** How much of a cloth is lost before it is cut, as shares of its length and width. */
export interface Shrink {
  readonly along: number;
  readonly across: number;
}

/** How much a cloth shrinks before it is cut: what was washed already does not, nor what is never washed. */
export function shrinkBefore({ intent }: Pick<Project, 'intent'>, fabric: Fabric): Shrink {
  if (fabric.prewashed || intent.laundering === 'never') return { along: 0, across: 0 };
  const { alongPercent, acrossPercent } = shrinkOf(fabric);
  return { along: alongPercent / 100, across: acrossPercent / 100 };
}

/** How wide a cloth is off the bolt once it is washed, mm; null: it is not sold by length. Own shops count as they were entered. */
export function clothWideMm(project: Pick<Project, 'intent' | 'gathering'>, fabric: Fabric): number | null {
  const own = project.gathering.offers.filter((o) => o.key === needKey('fabric', fabric.id) && o.as === 'by-length');
  const usual = own.some((o) => o.id === 'by-length') ? [] : [BOLT_WIDE_MM[isFelted(fabric) ? 'felt' : 'cloth'].value];
  const wide = [...usual, ...own.filter((o) => o.sold).map((o) => o.widthMm)];
  return wide.length === 0 ? null : Math.max(...wide) * (1 - shrinkBefore(project, fabric).across);
}

/** What is here of a cloth as large as it is when it is cut: washed first where that is still to be done. A piece lies with its length along its height. */
export function stockWashed(project: Pick<Project, 'intent'>, fabric: Fabric): Fabric['stock'] {
  const { along, across } = shrinkBefore(project, fabric);
  if (along === 0 && across === 0) return fabric.stock;
  return fabric.stock.map((s) => ({
    ...s,
    widthMm: s.widthMm * (1 - across),
    heightMm: s.heightMm * (1 - along),
    outline: s.outline === null ? null : transformPath(s.outline, scaling(1 - across, 1 - along)),
  }));
}

/** How wide the cloth of a quilt's backing is, as it is sold by length, mm. */
export function backingWideMm({ gathering }: Pick<Project, 'gathering'>): number {
  const own = gathering.offers.filter((o) => o.key === needKey('other', 'quilt-backing') && o.as === 'by-length');
  const usual = own.some((o) => o.id === 'by-length') ? [] : [BOLT_WIDE_MM.cloth.value];
  return Math.max(1, ...usual, ...own.filter((o) => o.sold).map((o) => o.widthMm));
}
