import type { Overlap, Placed } from '../laid';
import { inMap, nth } from '../lists';
import type { BondStep } from '../model';
import { areaMm2 } from '../shape';
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

export interface UnitTrouble {
  readonly unit: string;
  /** A piece from outside that would have to lie between pieces of the unit. */
  readonly between: string;
}

/**
 * The order of bonding with units: each unit is built first (inner units, named like outer/inner, before outer ones), then laid down where its lowest piece stands in the order.
 * @param unitOf the unit of a piece, or null; a nested unit is named by its path, parts joined by “/”
 */
export function bondSteps(
  order: readonly string[],
  unitOf: (id: string) => string | null,
  overlaps: readonly Overlap[],
): { steps: BondStep[]; troubles: UnitTrouble[] } {
  const members = new Map<string, string[]>();
  for (const id of order) {
    const parts = unitOf(id)?.split('/') ?? [];
    for (let i = 1; i <= parts.length; i++) {
      const name = parts.slice(0, i).join('/');
      members.set(name, [...(members.get(name) ?? []), id]);
    }
  }
  const built = [...members].sort((a, b) => b[0].split('/').length - a[0].split('/').length);
  const steps: BondStep[] = built
    .filter(([, ids]) => ids.length > 1)
    .map(([unit, pieceIds]) => ({ on: 'sheet', unit, pieceIds, keepLinerOn: nth(pieceIds, 0) }));
  const done = new Set<string>();
  for (const id of order) {
    if (done.has(id)) continue;
    const unit = unitOf(id)?.split('/')[0] ?? null;
    const pieceIds = unit === null ? [id] : inMap(members, unit);
    for (const p of pieceIds) done.add(p);
    steps.push({ on: 'ground', unit, pieceIds, keepLinerOn: null });
  }
  const troubles: UnitTrouble[] = [];
  for (const [unit, ids] of members) {
    if (unit.includes('/')) continue;
    const inUnit = new Set(ids);
    const under = new Set(overlaps.filter((o) => inUnit.has(o.under) && !inUnit.has(o.over)).map((o) => o.over));
    for (const o of overlaps) if (inUnit.has(o.over) && under.has(o.under)) troubles.push({ unit, between: o.under });
  }
  return {
    steps,
    troubles: troubles.filter((t, i) => troubles.findIndex((u) => u.unit === t.unit && u.between === t.between) === i),
  };
}

/** The order of bonding with units, flattened: every piece once. */
export const orderOfSteps = (steps: readonly BondStep[]): string[] =>
  steps.filter((s) => s.on === 'ground').flatMap((s) => s.pieceIds);
