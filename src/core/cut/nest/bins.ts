import { f64, i16, nth } from '../../base/lists';
import {
  areaMm2,
  type Bounds,
  boundsOf,
  boxRegion,
  difference,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
} from '../../base/shape';
import { type OnScraps, round } from './answers';
import { Field } from './field';
import { type Prepared, prepare, slackMm } from './part';
import { isWorkable, type Ready } from './ready';
import type { NestPlacement, NestRequest } from './request';
import { insert, type Random } from './search';
import { stepAndRest } from './turns';

/** One scrap with what is to lie on it. */
interface Filling {
  readonly outline: Region;
  readonly id: string;
  readonly copy: number;
  /** Parts that a hand has put there. */
  readonly held: readonly NestPlacement[];
  /** Items that are still to be laid down, largest first. */
  readonly rest: readonly number[];
}
/** How scraps are filled. */
export interface Filler {
  readonly random: Random;
  readonly stop: () => boolean;
}

/**
 * Fills scraps in the order given, each with as much as it holds.
 * @param loose items that no hand holds, largest first
 * @returns what lies on them, and the items that are left
 */
export function fillBins(
  ready: Ready,
  { bins = [], locked = [] }: Pick<NestRequest, 'bins' | 'locked'>,
  loose: readonly number[],
  filler: Filler,
): OnScraps & { readonly rest: readonly number[] } {
  let rest = loose;
  let usedMm2 = 0;
  let coveredMm2 = 0;
  const placements: NestPlacement[] = [];
  const each = bins.flatMap((bin) => Array.from({ length: bin.count }, (_, copy) => ({ ...bin, copy })));
  for (const { id, copy, outline } of each) {
    if (isWorkable(outline) !== 'yes') continue;
    const held = locked.filter((l) => l.bin === id && l.binCopy === copy);
    if (rest.length === 0 && held.length === 0) break;
    const region = regionOf(outline, ROUGH_TOLERANCE_MM);
    const placed = fillBin({ outline: region, id, copy, held, rest }, ready, filler);
    if (placed.length === 0) continue;
    placements.push(...placed);
    usedMm2 += areaMm2(region);
    const there = new Set(placed.map(ready.itemOf));
    for (const i of there) if (i !== undefined) coveredMm2 += ready.shapeOf(i).areaMm2;
    rest = rest.filter((i) => !there.has(i));
  }
  return { placements, usedMm2, coveredMm2, rest };
}

/** Lays as much on one scrap as it holds. */
function fillBin(
  { outline: bin, id: binId, copy: binCopy, held, rest }: Filling,
  ready: Ready,
  { random, stop }: Filler,
): NestPlacement[] {
  const { items, shapes, steps, spacingMm } = ready;
  const box = boundsOf(bin);
  const grown = spacingMm / 2 + slackMm(spacingMm);
  const missing = outside(bin, box);
  // What is missing of the scrap is in the way like a part; half the spacing that parts bring along would be too much there, so it is shrunk by as much.
  const gap = missing.length > 0 ? prepareVoid(missing, -grown, steps) : null;
  const there = held.flatMap((at) => {
    const item = ready.itemOf(at);
    return item === undefined ? [] : [{ at, item }];
  });
  const candidates = rest.filter((i) => ready.shapeOf(i).areaMm2 <= areaMm2(bin));
  const list = [...there.map((h) => h.item), ...candidates];
  const all = gap ? [...shapes, gap] : shapes;
  const field = new Field(
    all,
    [...list.map((i) => nth(items, i).shape), ...(gap ? [all.length - 1] : [])],
    steps,
    [...list.map(ready.allowedOf), ...(gap ? [[0]] : [])],
    { minX: box.minX - grown, minY: box.minY - grown, maxX: box.maxX + grown, maxY: box.maxY + grown },
  );
  if (gap) {
    field.put(list.length, 0, 0, 0);
    field.locked[list.length] = 1;
    field.void[list.length] = 1;
  }
  there.forEach(({ at }, k) => {
    field.put(k, at.xMm, at.yMm, stepAndRest(at.rotateDeg, steps).step);
    field.locked[k] = 1;
  });
  let misses = 0;
  for (let k = there.length; k < list.length; k++) {
    if (stop()) break;
    if (insert(field, k, random, list.length > 100 ? 14 : 40)) misses = 0;
    // After many that found none, only much smaller ones could: those come last anyway.
    else if (++misses > 60) break;
  }
  return list.flatMap((i, k): NestPlacement[] =>
    field.laid[k]
      ? [
          {
            id: nth(items, i).part.id,
            copy: nth(items, i).copy,
            xMm: round(f64(field.x, k)),
            yMm: round(f64(field.y, k)),
            rotateDeg: round((360 * i16(field.step, k)) / steps + nth(items, i).restDeg),
            mirrored: false,
            bin: binId,
            binCopy,
          },
        ]
      : [],
  );
}

/** What a scrap lacks of a frame around its box. */
function outside(bin: Region, b: Bounds): Region {
  const pad = 60;
  const frame = boxRegion({ minX: b.minX - pad, minY: b.minY - pad, maxX: b.maxX + pad, maxY: b.maxY + pad });
  const rest = difference(frame, bin);
  // A plain rectangle lacks only the frame itself, which the room's own edges keep.
  return areaMm2(bin) > (b.maxX - b.minX) * (b.maxY - b.minY) - 0.5 ? [] : rest;
}

const prepareVoid = (region: Region, byMm: number, steps: number): Prepared => prepare(region, 2 * byMm, steps);
