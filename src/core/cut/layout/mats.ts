import { derive } from '../../base/derive';
import { inMap } from '../../base/lists';
import { lookup, type Project } from '../../keep/model';
import { nest } from '../nest';
import type { Patch } from './patches';
import { rectangle, WEB_INSIDE_MM } from './rules';

/** A cloth on the mat, its web on its wrong side a little smaller all round. */
export interface MatCloth {
  readonly patch: Patch;
  /** Its upper left corner on the mat, and its size, mm. */
  readonly xMm: number;
  readonly yMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
}
/** What lies on one mat at once. */
export interface Mat {
  /** From 1, in the order in which they are cut. */
  readonly number: number;
  readonly cloths: readonly MatCloth[];
}

/** Laying cloths out takes so long at most, in the nesting’s own seconds. */
const SEARCH_S = 0.03;
/** What rounding does to edges that touch, mm. */
const TOUCH_MM = 1e-6;

type Box = Pick<MatCloth, 'xMm' | 'yMm' | 'widthMm' | 'heightMm'>;
const overlap = (a: Box, b: Box): boolean =>
  a.xMm < b.xMm + b.widthMm - TOUCH_MM &&
  b.xMm < a.xMm + a.widthMm - TOUCH_MM &&
  a.yMm < b.yMm + b.heightMm - TOUCH_MM &&
  b.yMm < a.yMm + a.heightMm - TOUCH_MM;

/** Whether a cloth lies wholly on the mat and over no other. */
export const liesFree = (
  cloth: Box,
  others: readonly Box[],
  mat: Pick<Project['mat'], 'widthMm' | 'heightMm'>,
): boolean =>
  cloth.xMm >= -TOUCH_MM &&
  cloth.yMm >= -TOUCH_MM &&
  cloth.xMm + cloth.widthMm <= mat.widthMm + TOUCH_MM &&
  cloth.yMm + cloth.heightMm <= mat.heightMm + TOUCH_MM &&
  !others.some((o) => overlap(cloth, o));

/**
 * The cloths of a cutting machine laid onto mats, as few as were found, from the corners inwards; what hands have put somewhere stays there while it lies free.
 * A cloth larger than the mat lies on none.
 */
export const matsOf = derive((project: Project, patches: readonly Patch[]): Mat[] => {
  const look = lookup(project);
  // A mat has one side up: what is cut from behind lies on mats of its own.
  const sides = new Map<string, Patch[]>();
  for (const p of patches) {
    const [first] = p.pieceIds;
    if (p.onMat === null || first === undefined) continue;
    const route = look.routeOf(look.piece(first));
    sides.set(route, [...(sides.get(route) ?? []), p]);
  }
  return [...sides.values()]
    .flatMap((mine) => laidOnMats(project, mine))
    .map((cloths, i) => ({ number: i + 1, cloths }));
});

function laidOnMats(project: Project, mine: readonly Patch[]): MatCloth[][] {
  const { mat } = project;
  const size = (p: Patch) => ({ widthMm: p.widthMm + 2 * WEB_INSIDE_MM, heightMm: p.heightMm + 2 * WEB_INSIDE_MM });
  const fitting = mine.filter((p) => liesFree({ xMm: 0, yMm: 0, ...size(p) }, [], mat));
  if (fitting.length === 0) return [];
  const byId = new Map(fitting.map((p) => [p.id, p]));
  const { placements } = nest({
    widthMm: 0,
    spacingMm: 0,
    rotations: [0],
    seconds: SEARCH_S,
    seed: 1,
    bins: [{ id: 'mat', outline: rectangle(mat.widthMm, mat.heightMm), count: fitting.length }],
    parts: fitting.map((p) => {
      const { widthMm, heightMm } = size(p);
      return { id: p.id, outline: rectangle(widthMm, heightMm), count: 1 };
    }),
  });
  const moved = new Map(mat.cloths.map((c) => [c.key, c]));
  const laid: { readonly mat: number; readonly cloth: MatCloth }[] = [];
  const on = (n: number): MatCloth[] => laid.filter((l) => l.mat === n).map((l) => l.cloth);
  // What hands have put somewhere comes first, and holds while nothing else that they put is in its way.
  const rest = placements.filter((p) => {
    const patch = inMap(byId, p.id);
    const to = moved.get(patch.onMat ?? '');
    if (!to) return true;
    const cloth = { patch, xMm: to.xMm, yMm: to.yMm, ...size(patch) };
    if (!liesFree(cloth, on(to.mat), mat)) return true;
    laid.push({ mat: to.mat, cloth });
    return false;
  });
  for (const p of rest) {
    const patch = inMap(byId, p.id);
    const cloth = { patch, xMm: p.xMm, yMm: p.yMm, ...size(patch) };
    // Where a moved cloth is in its way it goes to the first mat on which it lies free.
    let n = p.binCopy + 1;
    while (!liesFree(cloth, on(n), mat)) n += 1;
    laid.push({ mat: n, cloth });
  }
  const numbers = [...new Set(laid.map((l) => l.mat))].sort((a, b) => a - b);
  return numbers.map(on);
}
