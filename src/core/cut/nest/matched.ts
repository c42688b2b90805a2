import { f64, i16, nth } from '../../base/lists';
import { applyTo, rotation } from '../../base/shape';
import type { Put } from './answers';
import { Field, TOUCH_MM } from './field';
import { matchEdges } from './match';
import { prepare } from './part';
import type { Ready } from './ready';
import { insert, type Random, shorten } from './search';

/** A cluster is looked for a place in so many tries. */
const TRIES = 30;
/** Pushing the clusters together takes this share of all the work. */
const WORK_SHARE = 1 / 6;

export interface Matching {
  readonly widthMm: number;
  /** Share of an edge that must match. */
  readonly share: number;
  readonly random: Random;
  /** All the work there is to do. */
  readonly budget: number;
  readonly over: () => boolean;
}

/** Lays parts that match edge to edge as one; null when none do, or when they cannot be laid without overlaps. */
export function matchedLayout(
  ready: Ready,
  mine: readonly number[],
  { widthMm, share, random, budget, over }: Matching,
): { readonly reachMm: number; readonly at: readonly Omit<Put, 'item'>[] } | null {
  const { steps } = ready;
  const clusters = matchEdges(
    mine.map((i) => ready.shapeOf(i).region),
    share,
    over,
  );
  if (clusters.length === mine.length) return null;
  const made = clusters.map((c) => prepare(c.region, 0, steps));
  // A cluster may take the turns that all its members may.
  const turns = clusters.map((c) =>
    ready
      .allowedOf(nth(mine, nth(c.members, 0).part))
      .filter((s) => c.members.every((m) => ready.allowedOf(nth(mine, m.part)).includes(s))),
  );
  const field = new Field(
    made,
    clusters.map((_, k) => k),
    steps,
    turns,
    { minX: 0, minY: 0, maxX: 1e7, maxY: widthMm + TOUCH_MM },
  );
  const order = clusters.map((_, k) => k).sort((a, b) => nth(made, b).areaMm2 - nth(made, a).areaMm2);
  for (const k of order) if (!insert(field, k, random, TRIES)) return null;
  field.room.maxX = field.reach();
  if (clusters.length > 1) {
    const enough = field.work + budget * WORK_SHARE;
    shorten(
      field,
      random,
      () => over() || field.work > enough,
      () => undefined,
    );
  }
  const at: Omit<Put, 'item'>[] = [];
  clusters.forEach((c, k) => {
    const turn = rotation((360 * i16(field.step, k)) / steps);
    for (const m of c.members) {
      const p = applyTo(turn, { x: m.x, y: m.y });
      at[m.part] = { x: f64(field.x, k) + p.x, y: f64(field.y, k) + p.y, step: i16(field.step, k) };
    }
  });
  return { reachMm: field.reach(), at };
}
