import type { Bounds } from '../../base/shape';
import { type ArticleView, beyondMm } from '../../keep/model';
import { creasesOf } from './ground';
import { type Item, itemsOf } from './items';

/** A line that edges and middles catch on. */
interface Catch {
  readonly at: number;
  readonly what: 'ground' | 'seam' | 'crease' | 'edge' | 'middle' | 'baseline';
  /** Where along the line the thing it belongs to lies. */
  readonly from: number;
  readonly to: number;
}

export interface SnapLines {
  readonly across: readonly Catch[];
  readonly down: readonly Catch[];
}

export interface Guide {
  readonly axis: 'across' | 'down';
  /** Position of the line, mm. */
  readonly at: number;
  readonly from: number;
  readonly to: number;
  readonly what: Catch['what'];
  /** From the moving box to the thing it lines up with, along the line; 0 when they overlap there. */
  readonly distanceMm: number;
}

/** All lines to catch on while some pieces move: gathered once, when the drag begins. */
export function snapLines(project: ArticleView, movingIds: readonly string[]): SnapLines {
  const { ground } = project;
  const across: Catch[] = [];
  const down: Catch[] = [];
  const wide = { from: 0, to: ground.widthMm };
  const high = { from: 0, to: ground.heightMm };
  for (const at of [0, ground.widthMm]) across.push({ at, what: 'ground', ...high });
  for (const at of [0, ground.heightMm]) down.push({ at, what: 'ground', ...wide });
  across.push({ at: ground.widthMm / 2, what: 'middle', ...high });
  down.push({ at: ground.heightMm / 2, what: 'middle', ...wide });
  const creases = creasesOf(ground);
  for (const at of creases.across) across.push({ at, what: 'crease', ...high });
  for (const at of creases.down) down.push({ at, what: 'crease', ...wide });
  // What is caught in a seam ends at the edge of the cloth.
  const beyond = beyondMm(ground);
  if (beyond > 0) {
    for (const at of [-beyond, ground.widthMm + beyond]) across.push({ at, what: 'seam', ...high });
    for (const at of [-beyond, ground.heightMm + beyond]) down.push({ at, what: 'seam', ...wide });
  }
  const moving = new Set(movingIds);
  const still = project.pieces.filter((p) => !moving.has(p.id)).map((p) => p.id);
  for (const { box, baselineMm } of itemsOf(project, still)) {
    const v = { from: box.minY, to: box.maxY };
    const h = { from: box.minX, to: box.maxX };
    across.push(
      { at: box.minX, what: 'edge', ...v },
      { at: box.maxX, what: 'edge', ...v },
      { at: (box.minX + box.maxX) / 2, what: 'middle', ...v },
    );
    down.push(
      { at: box.minY, what: 'edge', ...h },
      { at: box.maxY, what: 'edge', ...h },
      { at: (box.minY + box.maxY) / 2, what: 'middle', ...h },
    );
    if (baselineMm !== null) down.push({ at: baselineMm, what: 'baseline', ...h });
  }
  return { across, down };
}

const shifted = (b: Bounds, dx: number, dy: number): Bounds => ({
  minX: b.minX + dx,
  minY: b.minY + dy,
  maxX: b.maxX + dx,
  maxY: b.maxY + dy,
});

/**
 * Lets a moving box catch on the nearest line each way.
 * @param within how near a line must be, mm
 * @returns the move with the catch, and the lines that caught, with the distance to what they belong to
 */
export function snapMove(
  moving: Pick<Item, 'box' | 'baselineMm'>,
  dxMm: number,
  dyMm: number,
  lines: SnapLines,
  within: number,
): { dxMm: number; dyMm: number; guides: Guide[] } {
  const box = shifted(moving.box, dxMm, dyMm);
  const best = (
    catches: readonly Catch[],
    anchors: readonly { at: number; kind: 'edge' | 'middle' | 'baseline' }[],
  ): { by: number; line: Catch } | null => {
    let found: { by: number; line: Catch } | null = null;
    for (const line of catches)
      for (const anchor of anchors) {
        // A baseline catches on baselines and on the fixed lines of the ground, not on any edge that happens to be near.
        if (
          (anchor.kind === 'baseline') !== (line.what === 'baseline') &&
          anchor.kind === 'baseline' &&
          (line.what === 'edge' || line.what === 'middle')
        )
          continue;
        if (line.what === 'baseline' && anchor.kind !== 'baseline') continue;
        const by = line.at - anchor.at;
        if (Math.abs(by) <= within && (!found || Math.abs(by) < Math.abs(found.by))) found = { by, line };
      }
    return found;
  };
  const x = best(lines.across, [
    { at: box.minX, kind: 'edge' },
    { at: (box.minX + box.maxX) / 2, kind: 'middle' },
    { at: box.maxX, kind: 'edge' },
  ]);
  const y = best(lines.down, [
    { at: box.minY, kind: 'edge' },
    { at: (box.minY + box.maxY) / 2, kind: 'middle' },
    { at: box.maxY, kind: 'edge' },
    ...(moving.baselineMm === null ? [] : [{ at: moving.baselineMm + dyMm, kind: 'baseline' as const }]),
  ]);
  const there = shifted(box, x?.by ?? 0, y?.by ?? 0);
  const guides: Guide[] = [];
  const apart = (a0: number, a1: number, b0: number, b1: number): number => Math.max(0, a0 - b1, b0 - a1);
  if (x)
    guides.push({
      axis: 'across',
      at: x.line.at,
      from: Math.min(there.minY, x.line.from),
      to: Math.max(there.maxY, x.line.to),
      what: x.line.what,
      distanceMm: apart(there.minY, there.maxY, x.line.from, x.line.to),
    });
  if (y)
    guides.push({
      axis: 'down',
      at: y.line.at,
      from: Math.min(there.minX, y.line.from),
      to: Math.max(there.maxX, y.line.to),
      what: y.line.what,
      distanceMm: apart(there.minX, there.maxX, y.line.from, y.line.to),
    });
  return { dxMm: dxMm + (x?.by ?? 0), dyMm: dyMm + (y?.by ?? 0), guides };
}
