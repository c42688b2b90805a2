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

/** The widest that something is sold by length, mm: as a shop of one's own has it, else as is usual; null: it is not sold so. */
function soldWideMm({ gathering }: Pick<Project, 'gathering'>, key: string, usualMm: number): number | null {
  const own = gathering.offers.filter((o) => o.key === key && o.as === 'by-length');
  const wide = [
    ...(own.some((o) => o.id === 'by-length') ? [] : [usualMm]),
    ...own.filter((o) => o.sold).map((o) => o.widthMm),
  ];
  return wide.length === 0 ? null : Math.max(...wide);
}

/** How wide a cloth is off the bolt once it is washed, mm; null: it is not sold by length. */
export function clothWideMm(project: Pick<Project, 'intent' | 'gathering'>, fabric: Fabric): number | null {
  const usualMm = BOLT_WIDE_MM[isFelted(fabric) ? 'felt' : 'cloth'].value;
  const wideMm = soldWideMm(project, needKey('fabric', fabric.id), usualMm);
  return wideMm === null ? null : wideMm * (1 - shrinkBefore(project, fabric).across);
}
/** How wide the cloth of a quilt's backing is, mm; null: it is not sold by length. */
export const backingWideMm = (project: Pick<Project, 'gathering'>): number | null =>
  soldWideMm(project, needKey('other', 'quilt-backing'), BOLT_WIDE_MM.cloth.value);

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
