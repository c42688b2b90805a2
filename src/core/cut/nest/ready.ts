import { nth } from '../../base/lists';
import {
  areaMm2,
  isTangled,
  isTooIntricate,
  linesOf,
  parsePath,
  ROUGH_TOLERANCE_MM,
  regionOf,
  rotation,
  transformRegion,
} from '../../base/shape';
import { type Prepared, prepare } from './part';
import {
  type NestPart,
  type NestPlacement,
  type NestRequest,
  type Rotations,
  UNPLACED,
  type Unplaced,
} from './request';
import { allowedSteps, stepAndRest, stepsFor } from './turns';

/** An outline that crosses itself more often than this is a scribble; laying scribbles out takes for ever. */
const MOST_CROSSINGS = 5000;
/** What encloses less is nothing to lay out, mm². */
const LEAST_MM2 = 0.01;

/** One copy of a part. */
export interface NestItem {
  readonly part: NestPart;
  readonly copy: number;
  readonly shape: number;
  /** By how much the shape was turned already, degrees: what a hand holds lies at any angle. */
  readonly restDeg: number;
}

/** What is to be laid, made ready. Items are known by their place in the list. */
export interface Ready {
  readonly items: readonly NestItem[];
  /** Each made ready once, however many parts have it. */
  readonly shapes: readonly Prepared[];
  /** Steps of a circle in which every turn is whole. */
  readonly steps: number;
  readonly spacingMm: number;
  readonly shapeOf: (item: number) => Prepared;
  readonly rotationsOf: (item: number) => Rotations;
  /** The steps that an item may be turned by. */
  readonly allowedOf: (item: number) => readonly number[];
  /** Where a hand holds it. */
  readonly heldOf: (item: number) => NestPlacement | undefined;
  /** The item that is laid there; undefined where there is none. */
  readonly itemOf: (placed: Pick<NestPlacement, 'id' | 'copy'>) => number | undefined;
  /** What cannot be read. */
  readonly refused: readonly Unplaced[];
}

/** Whether an outline can be laid out in the time there is. */
export function isWorkable(outline: string): 'yes' | 'no' | 'too-intricate' {
  const path = parsePath(outline);
  if (!path.ok) return 'no';
  if (isTooIntricate(path.segments) || isTangled(linesOf(outline, ROUGH_TOLERANCE_MM), MOST_CROSSINGS))
    return 'too-intricate';
  return 'yes';
}

const nameOf = ({ id, copy }: Pick<NestPlacement, 'id' | 'copy'>): string => `${id} ${copy}`;

/** Reads the parts of a request; what is no shape is refused, with why. */
export function makeReady(request: NestRequest): Ready {
  const { spacingMm } = request;
  const rotationsOf = (p: NestPart): Rotations => p.rotations ?? request.rotations;
  const steps = stepsFor(request.parts.map(rotationsOf).concat([request.rotations]));
  const shapes: Prepared[] = [];
  const known = new Map<string, number>();
  const read: NestItem[] = [];
  const refused: Unplaced[] = [];
  for (const part of request.parts) {
    const refuse = (code: Unplaced['code']): void => {
      refused.push({ id: part.id, copies: part.count, code, ...UNPLACED });
    };
    const workable = isWorkable(part.outline);
    if (workable !== 'yes') {
      refuse(workable === 'no' ? 'no-outline' : 'too-intricate');
      continue;
    }
    let shape = known.get(part.outline);
    if (shape === undefined) {
      const region = regionOf(part.outline, ROUGH_TOLERANCE_MM);
      if (areaMm2(region) < LEAST_MM2) {
        refuse('no-area');
        continue;
      }
      shape = shapes.push(prepare(region, spacingMm, steps)) - 1;
      known.set(part.outline, shape);
    }
    for (let copy = 0; copy < part.count; copy++) read.push({ part, copy, shape, restDeg: 0 });
  }
  const heldBy = new Map((request.locked ?? []).map((l) => [nameOf(l), l]));
  // What a hand holds at a turn between two steps is made ready so turned.
  const items = read.map((item): NestItem => {
    const held = heldBy.get(nameOf({ id: item.part.id, copy: item.copy }));
    const restDeg = held ? stepAndRest(held.rotateDeg, steps).restDeg : 0;
    if (restDeg === 0) return item;
    const turned = transformRegion(nth(shapes, item.shape).region, rotation(restDeg));
    return { ...item, shape: shapes.push(prepare(turned, spacingMm, steps)) - 1, restDeg };
  });
  const names = items.map(({ part, copy }) => nameOf({ id: part.id, copy }));
  const byName = new Map(names.map((name, i) => [name, i]));
  return {
    items,
    shapes,
    steps,
    spacingMm,
    shapeOf: (i) => nth(shapes, nth(items, i).shape),
    rotationsOf: (i) => rotationsOf(nth(items, i).part),
    allowedOf: (i) => allowedSteps(rotationsOf(nth(items, i).part), steps),
    heldOf: (i) => heldBy.get(nth(names, i)),
    itemOf: (placed) => byName.get(nameOf(placed)),
    refused,
  };
}

/** Items that no hand holds, the largest first: they are the hardest to place. */
export const looseOf = (ready: Ready): number[] =>
  ready.items
    .map((_, i) => i)
    .filter((i) => !ready.heldOf(i))
    .sort((a, b) => ready.shapeOf(b).areaMm2 - ready.shapeOf(a).areaMm2 || a - b);

/**
 * Which items go on the roll, and which have no place on it however they are turned.
 * @param loose what is left when the scraps are full
 */
export function forRoll(
  ready: Ready,
  { widthMm, lengthMm }: NestRequest,
  loose: readonly number[],
): { readonly mine: readonly number[]; readonly refused: readonly Unplaced[] } {
  const fits = (i: number): boolean =>
    widthMm > 0 &&
    ready.allowedOf(i).some((s) => {
      const b = ready.shapeOf(i).trueBoxAt(s);
      return b.maxY - b.minY <= widthMm + 1e-6 && (lengthMm == null || b.maxX - b.minX <= lengthMm + 1e-6);
    });
  const tooWide = new Set(loose.filter((i) => !fits(i)));
  const counts = new Map<string, { copies: number; shape: Prepared }>();
  for (const i of tooWide) {
    const { id } = nth(ready.items, i).part;
    counts.set(id, { copies: (counts.get(id)?.copies ?? 0) + 1, shape: ready.shapeOf(i) });
  }
  const refused = [...counts].map(([id, { copies, shape }]): Unplaced => {
    const b = shape.trueBoxAt(0);
    const size = { widthMm: b.maxX - b.minX, heightMm: b.maxY - b.minY };
    return { id, copies, code: 'wider-than-everything', ...UNPLACED, size, rollMm: widthMm > 0 ? widthMm : null };
  });
  const held = ready.items.map((_, i) => i).filter((i) => ready.heldOf(i)?.bin === null);
  return { mine: [...loose.filter((i) => !tooWide.has(i)), ...held], refused };
}
