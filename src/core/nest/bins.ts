import { f64, i16, nth } from '../lists';
import { areaMm2, type Bounds, boundsOf, boxRegion, difference, type Region } from '../shape';
import { Field } from './field';
import { type Prepared, prepare, slackMm } from './part';
import type { NestPart, NestPlacement, Rotations } from './request';
import { insert } from './search';
import { allowedSteps, stepAndRest } from './turns';

/** Layouts are told to a ten-thousandth of a millimetre. */
export const round = (v: number): number => Math.round(v * 10_000) / 10_000;

/** One copy of a part. */
export interface Item {
  readonly part: NestPart;
  readonly copy: number;
  readonly shape: number;
  /** By how much the shape was turned already, degrees: what a hand holds lies at any angle. */
  readonly restDeg: number;
}

/** One scrap with what is to lie on it. */
export interface Filling {
  readonly outline: Region;
  readonly id: string;
  readonly copy: number;
  /** Parts that a hand has put there. */
  readonly held: readonly NestPlacement[];
  /** Items that are still to be laid down, largest first. */
  readonly rest: readonly number[];
}
/** What is laid out, as it is laid on every scrap and on the roll. */
export interface Stock {
  readonly items: readonly Item[];
  readonly shapes: readonly Prepared[];
  /** Steps of a circle. */
  readonly steps: number;
  readonly rotationsOf: (p: NestPart) => Rotations;
  readonly spacingMm: number;
  readonly random: () => number;
  readonly stop: () => boolean;
}

/** Lays as much on one scrap as it holds. */
export function fillBin(
  { outline: bin, id: binId, copy: binCopy, held, rest }: Filling,
  { items, shapes, steps, rotationsOf, spacingMm, random, stop }: Stock,
): { placed: NestPlacement[]; areaMm2: number } {
  const box = boundsOf(bin);
  const grown = spacingMm / 2 + slackMm(spacingMm);
  const missing = outside(bin, box);
  // What is missing of the scrap is in the way like a part; half the spacing that parts bring along would be too much there, so it is shrunk by as much.
  const gap = missing.length > 0 ? prepareVoid(missing, -grown, steps) : null;
  const heldItems = held
    .map((h) => items.findIndex((it) => it.part.id === h.id && it.copy === h.copy))
    .filter((i) => i >= 0);
  const candidates = rest.filter((i) => nth(shapes, nth(items, i).shape).areaMm2 <= areaMm2(bin));
  const list = [...heldItems, ...candidates];
  const all = gap ? [...shapes, gap] : shapes;
  const field = new Field(
    all,
    [...list.map((i) => nth(items, i).shape), ...(gap ? [all.length - 1] : [])],
    steps,
    [...list.map((i) => allowedSteps(rotationsOf(nth(items, i).part), steps)), ...(gap ? [[0]] : [])],
    { minX: box.minX - grown, minY: box.minY - grown, maxX: box.maxX + grown, maxY: box.maxY + grown },
  );
  if (gap) {
    field.put(list.length, 0, 0, 0);
    field.locked[list.length] = 1;
    field.void[list.length] = 1;
  }
  held.forEach((h, k) => {
    field.put(k, h.xMm, h.yMm, stepAndRest(h.rotateDeg, steps).step);
    field.locked[k] = 1;
  });
  let misses = 0;
  for (let k = heldItems.length; k < list.length; k++) {
    if (stop()) break;
    if (insert(field, k, random, list.length > 100 ? 14 : 40)) misses = 0;
    // After many that found none, only much smaller ones could: those come last anyway.
    else if (++misses > 60) break;
  }
  return {
    areaMm2: areaMm2(bin),
    placed: list.flatMap((i, k) =>
      field.laid[k]
        ? [
            {
              id: nth(items, i).part.id,
              copy: nth(items, i).copy,
              xMm: round(f64(field.x, k)),
              yMm: round(f64(field.y, k)),
              rotateDeg: round((360 * i16(field.step, k)) / steps + nth(items, i).restDeg),
              mirrored: false as const,
              bin: binId,
              binCopy,
            },
          ]
        : [],
    ),
  };
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
