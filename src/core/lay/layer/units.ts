import { inMap } from '../../base/lists';
import { areaMm2 } from '../../base/shape';
import type { Overlap, Placed } from '../laid';
import { UNIT } from './data';

/** Pieces bonded to each other on a release sheet before the whole goes to the ground. */
export interface UnitProposal {
  readonly pieceIds: string[];
}

/** Units worth building: pieces that lie on one another, all of which fit the release sheet. Back-most first within each. */
export function proposeUnits(
  placed: readonly Placed[],
  overlaps: readonly Overlap[],
  sheet: { widthMm: number; heightMm: number },
): UnitProposal[] {
  const byId = new Map(placed.map((p) => [p.id, { ...p, areaMm2: areaMm2(p.region) }]));
  const fits = (ids: readonly string[]): boolean => {
    const all = ids.map((id) => inMap(byId, id).bounds);
    const w = Math.max(...all.map((b) => b.maxX)) - Math.min(...all.map((b) => b.minX));
    const h = Math.max(...all.map((b) => b.maxY)) - Math.min(...all.map((b) => b.minY));
    return (w <= sheet.widthMm && h <= sheet.heightMm) || (h <= sheet.widthMm && w <= sheet.heightMm);
  };
  const group = new Map(placed.filter((p) => fits([p.id])).map((p) => [p.id, [p.id]]));
  const mostMm2 = UNIT.mostOfSheet.value * sheet.widthMm * sheet.heightMm;
  // The strongest ties first, each only while the whole still fits the sheet.
  const ties = overlaps
    .flatMap((o) => {
      if (!group.has(o.under) || !group.has(o.over)) return [];
      const [a, b] = [inMap(byId, o.under).areaMm2, inMap(byId, o.over).areaMm2];
      const share = o.areaMm2 / Math.min(a, b);
      return share >= UNIT.belongShare.value && Math.max(a, b) < mostMm2 ? [{ ...o, share }] : [];
    })
    .sort((a, b) => b.share - a.share);
  for (const t of ties) {
    const a = inMap(group, t.under);
    const b = inMap(group, t.over);
    if (a === b || !fits([...a, ...b])) continue;
    const both = [...a, ...b];
    for (const id of both) group.set(id, both);
  }
  const rank = new Map(placed.map((p, i) => [p.id, i]));
  return [...new Set(group.values())]
    .filter((g) => g.length >= UNIT.fewest.value)
    .map((g) => ({ pieceIds: [...g].sort((x, y) => inMap(rank, x) - inMap(rank, y)) }));
}
