import { assertThere, inMap } from '../../base/lists';
import { boundsOf, ROUGH_TOLERANCE_MM, regionOf, ringsOf, rotation, transformRegion } from '../../base/shape';
import { Field } from './field';
import { prepare, slackMm } from './part';
import { seeded } from './random';
import type { NestPart, NestPlacement, Rotations } from './request';
import { stepAndRest, stepsFor } from './turns';

/** Rings of tries around the wanted place, and how far apart, mm. */
const RINGS = { count: 90, stepMm: 3 } as const;

/**
 * Where a part comes to rest that a hand lets go of: at the wanted place when it is free there, else at the nearest free one that was found.
 * Everything else stays.
 * @param others where the other parts lie, on the same strip
 * @param lengthMm how far the strip may reach
 * @returns the placement, or null when there is no room
 */
export function settle(
  parts: readonly NestPart[],
  others: readonly NestPlacement[],
  wanted: NestPlacement,
  room: { widthMm: number; lengthMm: number; spacingMm: number; rotations: Rotations },
): NestPlacement | null {
  const steps = stepsFor([room.rotations]);
  const all = [wanted, ...others];
  // What lies at a turn between two steps is made ready so turned.
  const turnOf = (p: NestPlacement) => stepAndRest(p.rotateDeg, steps);
  const keyOf = (p: NestPlacement): string => `${turnOf(p).restDeg} ${p.id}`;
  const keys = [...new Set(all.map(keyOf))];
  const shapes = keys.map((key) => {
    const at = assertThere(
      all.find((p) => keyOf(p) === key),
      'every key is one of theirs',
    );
    const { outline } = assertThere(
      parts.find((p) => p.id === at.id),
      'a placement is of one of the parts',
    );
    return prepare(
      transformRegion(regionOf(outline, ROUGH_TOLERANCE_MM), rotation(turnOf(at).restDeg)),
      room.spacingMm,
      steps,
    );
  });
  const grown = room.spacingMm / 2 + slackMm(room.spacingMm);
  const field = new Field(
    shapes,
    all.map((p) => keys.indexOf(keyOf(p))),
    steps,
    all.map(() => [0]),
    { minX: -grown, minY: -grown, maxX: room.lengthMm + grown, maxY: room.widthMm + grown },
  );
  others.forEach((p, k) => {
    field.put(k + 1, p.xMm, p.yMm, turnOf(p).step);
  });
  const { step } = turnOf(wanted);
  const b = field.box(0, step);
  const x0 = field.room.minX - b.minX;
  const x1 = field.room.maxX - b.maxX;
  const y0 = field.room.minY - b.minY;
  const y1 = field.room.maxY - b.maxY;
  if (x1 < x0 || y1 < y0) return null;
  const random = seeded(1);
  const at = (x: number, y: number): { x: number; y: number } => ({
    x: Math.min(x1, Math.max(x0, x)),
    y: Math.min(y1, Math.max(y0, y)),
  });
  const done = (p: { x: number; y: number }): NestPlacement => ({
    ...wanted,
    xMm: Math.round(p.x * 1000) / 1000,
    yMm: Math.round(p.y * 1000) / 1000,
  });
  for (let ring = 0; ring < RINGS.count; ring++) {
    const tries = ring === 0 ? 1 : Math.min(48, 8 + 4 * ring);
    let best: { x: number; y: number; off: number } | null = null;
    for (let k = 0; k < tries; k++) {
      const angle = (2 * Math.PI * (k + random() * 0.5)) / tries;
      const p = at(
        wanted.xMm + Math.cos(angle) * ring * RINGS.stepMm,
        wanted.yMm + Math.sin(angle) * ring * RINGS.stepMm,
      );
      if (field.cost(0, p.x, p.y, step, null, 1e-9) > 0) continue;
      const off = Math.hypot(p.x - wanted.xMm, p.y - wanted.yMm);
      if (!best || off < best.off) best = { ...p, off };
    }
    if (!best) continue;
    if (best.off < 1e-9) return done(best);
    // Back towards where it was wanted, until it touches.
    field.put(0, best.x, best.y, step);
    const way = Math.min(best.off, field.free(0, (wanted.xMm - best.x) / best.off, (wanted.yMm - best.y) / best.off));
    return done(
      at(
        best.x + ((wanted.xMm - best.x) / best.off) * Math.max(0, way - 1e-3),
        best.y + ((wanted.yMm - best.y) / best.off) * Math.max(0, way - 1e-3),
      ),
    );
  }
  return null;
}

/** The length a strip is used to, mm. */
export const reachOf = (parts: readonly NestPart[], placements: readonly NestPlacement[]): number => {
  const outlines = new Map(parts.map((p) => [p.id, regionOf(p.outline, ROUGH_TOLERANCE_MM)]));
  return placements.reduce((far, p) => {
    if (p.bin !== null) return far;
    const r = (p.rotateDeg * Math.PI) / 180;
    const b = boundsOf(
      ringsOf(inMap(outlines, p.id)).map((ring) =>
        ring.map((q) => ({ x: q.x * Math.cos(r) - q.y * Math.sin(r), y: 0 })),
      ),
    );
    return Math.max(far, p.xMm + b.maxX);
  }, 0);
};
