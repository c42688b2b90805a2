import { f64, i16, inMap, nth } from '../lists';
import {
  applyTo,
  areaMm2,
  boundsOf,
  isTangled,
  isTooIntricate,
  linesOf,
  parsePath,
  placement,
  type Region,
  ROUGH_TOLERANCE_MM,
  regionOf,
  rotation,
  transformRegion,
} from '../shape';
import { fillBin, type Item, round } from './bins';
import { Field, TOUCH_MM } from './field';
import { layInLots } from './lots';
import { matchEdges } from './match';
import { type Prepared, prepare, slackMm } from './part';
import { seeded } from './random';
import {
  type NestHooks,
  type NestPart,
  type NestPlacement,
  type NestRequest,
  type NestResult,
  type Rotations,
  UNPLACED,
  type Unplaced,
} from './request';
import { layInRows } from './rows';
import { insert, shorten, snapshot } from './search';
import { layFreely } from './squeeze';
import { tileStrip } from './tiling';
import { allowedSteps, stepAndRest, stepsFor } from './turns';

/** An outline that crosses itself more often than this is a scribble; laying scribbles out takes for ever. */
const MOST_CROSSINGS = 5000;

/** Whether an outline can be laid out in the time there is. */
function isWorkable(outline: string): 'yes' | 'no' | 'too-intricate' {
  const path = parsePath(outline);
  if (!path.ok) return 'no';
  if (isTooIntricate(path.segments) || isTangled(linesOf(outline, ROUGH_TOLERANCE_MM), MOST_CROSSINGS))
    return 'too-intricate';
  return 'yes';
}

/** A part on the roll, turned by whole steps; or by any angle, with how far it reaches. */
interface Put {
  readonly item: number;
  readonly x: number;
  readonly y: number;
  readonly step: number;
}
interface TurnedPut {
  readonly item: number;
  readonly x: number;
  readonly y: number;
  readonly rotateDeg: number;
  readonly reachMm: number;
}

/** Work in a second on a middling machine: a fixed amount of work for a number of seconds gives the same answer everywhere. */
const WORK_PER_SECOND = 800_000;
/** On a slow machine the work is cut off after so much more time; then the answer may differ from a fast one's. */
const SLOW = { factor: 1.5, plusMs: 2000, mostMs: 19_000 } as const;
/** With more parts than this every pair cannot be watched: they are placed one by one and not moved again. */
const MOVE_UP_TO = 320;
/** Parts that may be turned freely are laid by steps of a circle for this share of the time, then by any angle. */
const STEPS_SHARE = 0.25;
/** Up to so many parts are looked at for edges that match. */
const MATCH_UP_TO = 120;
/** Putting parts together without a gap takes this share of the time at most. */
const TILE_SHARE = 0.4;
/** Share of an edge that must match: freely first, then only where it is sure. */
const MATCH_SHARES = [0.12, 0.3];
/** More parts than this are laid in lots, unless some lie where a hand has put them. */
const LOTS_FROM = 110;

/**
 * Lays parts on scraps and then on a roll so that as little roll as possible is used; no two parts nearer than the spacing, none over an edge.
 * What cannot be placed is listed with why; never throws for odd parts. The same request gives the same answer, unless the machine is so slow that it is cut off.
 */
export function nest(request: NestRequest, hooks: NestHooks = {}): NestResult {
  const unplaced: Unplaced[] = [];
  const startedMs = hooks.now?.() ?? 0;
  const limitMs = Math.min(SLOW.mostMs, request.seconds * 1000 * SLOW.factor + SLOW.plusMs);
  const rotationsOf = (p: NestPart): Rotations => p.rotations ?? request.rotations;
  const steps = stepsFor(request.parts.map(rotationsOf).concat([request.rotations]));

  // ---- shapes, each made ready once however many parts have it
  const shapes: Prepared[] = [];
  const known = new Map<string, number>();
  const items: Item[] = [];
  for (const part of request.parts) {
    const readable = isWorkable(part.outline);
    if (readable !== 'yes') {
      const code = readable === 'no' ? 'no-outline' : 'too-intricate';
      unplaced.push({ id: part.id, copies: part.count, code, ...UNPLACED });
      continue;
    }
    let shape = known.get(part.outline);
    if (shape === undefined) {
      const region = regionOf(part.outline, ROUGH_TOLERANCE_MM);
      if (areaMm2(region) < 0.01) {
        unplaced.push({ id: part.id, copies: part.count, code: 'no-area', ...UNPLACED });
        continue;
      }
      shape = shapes.push(prepare(region, request.spacingMm, steps)) - 1;
      known.set(part.outline, shape);
    }
    for (let copy = 0; copy < part.count; copy++) items.push({ part, copy, shape, restDeg: 0 });
  }

  const placements: NestPlacement[] = [];
  const lockedOf = new Map((request.locked ?? []).map((l) => [`${l.id} ${l.copy}`, l]));
  // What a hand holds at a turn between two steps is made ready so turned.
  items.forEach((item, i) => {
    const held = lockedOf.get(`${item.part.id} ${item.copy}`);
    const restDeg = held ? stepAndRest(held.rotateDeg, steps).restDeg : 0;
    if (restDeg === 0) return;
    const turned = prepare(
      transformRegion(nth(shapes, item.shape).region, rotation(restDeg)),
      request.spacingMm,
      steps,
    );
    items[i] = { ...item, shape: shapes.push(turned) - 1, restDeg };
  });
  let usedArea = 0;
  let coveredArea = 0;
  // Largest first: they are the hardest to place.
  let rest = items.map((_, i) => i).filter((i) => !lockedOf.has(`${nth(items, i).part.id} ${nth(items, i).copy}`));
  rest.sort((a, b) => nth(shapes, nth(items, b).shape).areaMm2 - nth(shapes, nth(items, a).shape).areaMm2 || a - b);

  // ---- scraps first, in the order given
  const random = seeded(request.seed);
  const binsWanted = (request.bins ?? []).flatMap((bin) =>
    Array.from({ length: bin.count }, (_, binCopy) => ({ bin, binCopy })),
  );
  for (const { bin, binCopy } of binsWanted) {
    if (isWorkable(bin.outline) !== 'yes') continue;
    const held = (request.locked ?? []).filter((l) => l.bin === bin.id && l.binCopy === binCopy);
    if (rest.length === 0 && held.length === 0) break;
    const got = fillBin(
      { outline: regionOf(bin.outline, ROUGH_TOLERANCE_MM), id: bin.id, copy: binCopy, held, rest },
      {
        items,
        shapes,
        steps,
        rotationsOf,
        spacingMm: request.spacingMm,
        random,
        stop: () => hooks.stop?.() ?? false,
      },
    );
    if (got.placed.length === 0) continue;
    placements.push(...got.placed);
    usedArea += got.areaMm2;
    const there = new Set(got.placed.map((p) => `${p.id} ${p.copy}`));
    for (const i of items.map((_, k) => k).filter((k) => there.has(`${nth(items, k).part.id} ${nth(items, k).copy}`)))
      coveredArea += nth(shapes, nth(items, i).shape).areaMm2;
    rest = rest.filter((i) => !there.has(`${nth(items, i).part.id} ${nth(items, i).copy}`));
  }

  // ---- the roll
  const onRoll = [
    ...rest,
    ...items
      .map((_, i) => i)
      .filter((i) => lockedOf.get(`${nth(items, i).part.id} ${nth(items, i).copy}`)?.bin === null),
  ];
  const grown = request.spacingMm / 2 + slackMm(request.spacingMm);
  const allowedOf = (i: number): number[] => allowedSteps(rotationsOf(nth(items, i).part), steps);
  const widest = request.widthMm;
  const refuse = (
    list: readonly number[],
    code: Unplaced['code'],
    why: (p: Prepared) => Partial<Pick<Unplaced, 'size' | 'rollMm'>>,
  ): void => {
    const counts = new Map<string, { n: number; shape: Prepared }>();
    for (const i of list) {
      const { part, shape } = nth(items, i);
      counts.set(part.id, { n: (counts.get(part.id)?.n ?? 0) + 1, shape: nth(shapes, shape) });
    }
    for (const [id, { n, shape }] of counts) unplaced.push({ id, copies: n, code, ...UNPLACED, ...why(shape) });
  };
  const fitsRoll = (i: number): boolean =>
    widest > 0 &&
    allowedOf(i).some((s) => {
      const b = nth(shapes, nth(items, i).shape).trueBoxAt(s);
      return (
        b.maxY - b.minY <= widest + 1e-6 && (request.lengthMm == null || b.maxX - b.minX <= request.lengthMm + 1e-6)
      );
    });
  const tooWide = rest.filter((i) => !fitsRoll(i));
  refuse(tooWide, 'wider-than-everything', (p) => {
    const b = p.trueBoxAt(0);
    const size = { widthMm: b.maxX - b.minX, heightMm: b.maxY - b.minY };
    return { size, rollMm: widest > 0 ? widest : null };
  });
  const mine = onRoll.filter((i) => !tooWide.includes(i));
  const scraps = placements.slice();
  const scrapUsed = usedArea;
  const scrapCovered = coveredArea;
  const result = (list: readonly Put[], rowsLengthMm: number): NestResult =>
    resultOf(
      list.map(({ item, x, y, step }) => ({
        item,
        x,
        y,
        rotateDeg: (360 * step) / steps + nth(items, item).restDeg,
        reachMm: x + nth(shapes, nth(items, item).shape).trueBoxAt(step).maxX,
      })),
      rowsLengthMm,
    );
  const resultOf = (list: readonly TurnedPut[], rowsLengthMm: number): NestResult => {
    let lengthMm = 0;
    let covered = scrapCovered;
    const laid = list.map(({ item, x, y, rotateDeg, reachMm }): NestPlacement => {
      const { part, copy, shape } = nth(items, item);
      lengthMm = Math.max(lengthMm, reachMm);
      covered += nth(shapes, shape).areaMm2;
      return {
        id: part.id,
        copy,
        xMm: round(x),
        yMm: round(y),
        rotateDeg: round(((rotateDeg % 360) + 360) % 360),
        mirrored: false,
        bin: null,
        binCopy: 0,
      };
    });
    const used = scrapUsed + lengthMm * widest;
    return {
      lengthMm: round(lengthMm),
      utilisation: used > 0 ? Math.round((covered / used) * 10_000) / 10_000 : 0,
      placements: [...scraps, ...laid],
      unplaced,
      rowsLengthMm: round(rowsLengthMm),
    };
  };
  if (mine.length === 0) {
    const done = result([], 0);
    hooks.onBetter?.(done);
    return done;
  }

  // In rows first: at once, and always valid.
  const inRows = rows(mine, items, shapes, allowedOf, widest, request.spacingMm);
  const lockedHere = mine.filter((i) => lockedOf.has(`${nth(items, i).part.id} ${nth(items, i).copy}`));
  const free = mine.filter((i) => !lockedHere.includes(i));
  let best = lockedHere.length === 0 ? result(inRows.at, inRows.lengthMm) : null;
  if (best) hooks.onBetter?.(best);
  /** A roll is only so long: what lies beyond its end has no place. */
  const within = (r: NestResult): NestResult =>
    request.lengthMm != null && r.lengthMm > request.lengthMm + 1e-6 ? cutAt(r, request.lengthMm, items) : r;
  // Parts without spacing may fill the roll without a gap, as a jigsaw does: then nothing can be better.
  if (lockedHere.length === 0 && request.spacingMm === 0 && mine.length > 1 && mine.length <= MATCH_UP_TO) {
    const untilMs = (hooks.now?.() ?? 0) + TILE_SHARE * request.seconds * 1000;
    const tiled = tiledLayout(
      mine.map((i) => nth(shapes, nth(items, i).shape).region),
      widest,
      mine.map((i) => rotationsOf(nth(items, i).part)),
      () => (hooks.stop?.() ?? false) || (hooks.now !== undefined && hooks.now() > untilMs),
    );
    if (tiled && (request.lengthMm == null || tiled.lengthMm <= request.lengthMm)) {
      const done = resultOf(
        tiled.tiles.map(({ part, ...t }) => ({ ...t, item: nth(mine, part), reachMm: tiled.lengthMm })),
        inRows.lengthMm,
      );
      hooks.onBetter?.(done);
      hooks.onProgress?.(1);
      return done;
    }
  }

  const budget = request.seconds * WORK_PER_SECOND;
  let asked = 0;
  let ended = false;
  /** Whether the time is over; progress is told on the way. */
  const spentAll = (work: number): boolean => {
    if (ended || work > budget) return true;
    // The clock is looked at every time, since one part of thousands of corners takes a second; the rest is not asked so often.
    ended = hooks.now !== undefined && hooks.now() - startedMs > limitMs;
    if (++asked % 16 !== 0) return ended;
    hooks.onProgress?.(Math.min(1, work / budget));
    ended ||= hooks.stop?.() ?? false;
    return ended;
  };
  /** How much of the work or of the time is spent, 0 … 1. */
  const share = (work: number): number => Math.max(work / budget, hooks.now ? (hooks.now() - startedMs) / limitMs : 0);
  if (mine.length > LOTS_FROM && best) {
    const here = mine;
    layInLots({
      shapes,
      items: here.map((i) => nth(items, i).shape),
      allowed: here.map(allowedOf),
      steps,
      grownMm: grown,
      widthMm: widest,
      rowsOf: (members) => {
        const laid = rows(
          members.map((k) => nth(here, k)),
          items,
          shapes,
          allowedOf,
          widest,
          request.spacingMm,
        );
        const place = new Map(members.map((k) => [nth(here, k), k]));
        return {
          at: laid.at.map(({ item, ...at }) => ({ ...at, k: inMap(place, item) })),
          reachMm: laid.lengthMm + grown,
        };
      },
      random,
      spent: (work) => (spentAll(work) ? 1 : Math.min(1, share(work))),
      onBetter: (at) => {
        const now = result(
          at.map(({ k, ...p }) => ({ ...p, item: nth(here, k) })),
          inRows.lengthMm,
        );
        if (!best || now.lengthMm < best.lengthMm) {
          best = now;
          hooks.onBetter?.(now);
        }
      },
    });
    hooks.onProgress?.(1);
    return within(best);
  }

  const field = new Field(
    shapes,
    mine.map((i) => nth(items, i).shape),
    steps,
    mine.map(allowedOf),
    { minX: -grown, minY: -grown, maxX: 1e7, maxY: widest + grown },
  );
  const over = (): boolean => spentAll(field.work);
  const local = new Map(mine.map((i, k) => [i, k]));
  for (const i of lockedHere) {
    const l = inMap(lockedOf, `${nth(items, i).part.id} ${nth(items, i).copy}`);
    const k = inMap(local, i);
    field.put(k, l.xMm, l.yMm, stepAndRest(l.rotateDeg, steps).step);
    field.locked[k] = 1;
  }
  const read = (at: { x: Float64Array; y: Float64Array; step: Int16Array }) =>
    mine.flatMap((item, k) =>
      field.laid[k] ? [{ item, x: f64(at.x, k), y: f64(at.y, k), step: i16(at.step, k) }] : [],
    );

  // One by one, the largest first, each as far to the front as it goes.
  const tries = free.length > MOVE_UP_TO ? 10 : 26;
  for (const i of free) {
    insert(field, inMap(local, i), random, tries);
    if (over() && best) break;
  }
  const all = free.every((i) => field.laid[inMap(local, i)]);
  if (!all && best) {
    // Cut off in the middle: the rows stand.
    return within(best);
  }
  const offer = (reach: { at: { x: Float64Array; y: Float64Array; step: Int16Array } }): void => {
    const now = result(read(reach.at), inRows.lengthMm);
    if (!best || now.lengthMm < best.lengthMm) {
      best = now;
      hooks.onBetter?.(now);
    }
  };
  // Told before anything else is tried: what was laid is worth seeing.
  if (all && field.reach() < inRows.lengthMm + grown) offer({ at: snapshot(field) });
  // Parts without spacing may match edge to edge: then what belongs together is laid as one.
  if (all && lockedHere.length === 0 && request.spacingMm === 0 && mine.length <= MATCH_UP_TO && mine.length > 1) {
    for (const share of MATCH_SHARES) {
      const put = matchedLayout(mine, items, shapes, allowedOf, steps, request, share, random, over);
      if (!put || put.reach >= field.reach()) continue;
      put.at.forEach(({ x, y, step }, k) => {
        field.put(k, x, y, step);
      });
    }
  }
  if (!best || field.reach() < inRows.lengthMm + grown) offer({ at: snapshot(field) });
  else
    inRows.at.forEach(({ item, x, y, step }) => {
      field.put(inMap(local, item), x, y, step);
    });
  field.room.maxX = field.reach();
  const freely = mine.some((i) => rotationsOf(nth(items, i).part) === 'free');
  if (mine.length <= MOVE_UP_TO)
    shorten(field, random, freely ? () => over() || field.work > budget * STEPS_SHARE : over, offer);
  if (freely && mine.length <= MOVE_UP_TO && !spentAll(field.work))
    layFreely(
      field,
      { spacingMm: request.spacingMm, turns: mine.map((i) => rotationsOf(nth(items, i).part) === 'free'), random },
      (work) => spentAll(field.work + work),
      (laid) => {
        const now = resultOf(
          laid.map(({ rotateDeg, ...at }, k) => {
            const item = nth(mine, k);
            return { ...at, item, rotateDeg: rotateDeg + nth(items, item).restDeg };
          }),
          inRows.lengthMm,
        );
        if (best && now.lengthMm >= best.lengthMm) return;
        best = now;
        hooks.onBetter?.(now);
      },
    );
  hooks.onProgress?.(1);
  return within(best as unknown as NestResult);
}

/** Parts that fill a roll without a gap: as they are drawn if that does, else turned as they may be. */
function tiledLayout(
  regions: readonly Region[],
  widthMm: number,
  rotations: readonly Rotations[],
  over: () => boolean,
): ReturnType<typeof tileStrip> {
  const mayStay = rotations.every((r) => r === 'free' || r.includes(0));
  const unturned = mayStay ? tileStrip(regions, widthMm, () => [0], over) : null;
  const onlySo = rotations.every((r) => r !== 'free' && r.length === 1 && r[0] === 0);
  return unturned ?? (onlySo ? null : tileStrip(regions, widthMm, (i) => nth(rotations, i), over));
}

/** Lays parts that match edge to edge as one; null when none do, or when they cannot be laid without overlaps. */
function matchedLayout(
  mine: readonly number[],
  items: readonly Item[],
  shapes: readonly Prepared[],
  allowedOf: (i: number) => number[],
  steps: number,
  request: NestRequest,
  share: number,
  random: () => number,
  over: () => boolean,
): { reach: number; at: { x: number; y: number; step: number }[] } | null {
  const clusters = matchEdges(
    mine.map((i) => nth(shapes, nth(items, i).shape).region),
    share,
    over,
  );
  if (clusters.length === mine.length) return null;
  const made = clusters.map((c) => prepare(c.region, 0, steps));
  // A cluster may take the turns that all its members may.
  const turns = clusters.map((c) =>
    allowedOf(nth(mine, nth(c.members, 0).part)).filter((s) =>
      c.members.every((m) => allowedOf(nth(mine, m.part)).includes(s)),
    ),
  );
  const field = new Field(
    made,
    clusters.map((_, k) => k),
    steps,
    turns,
    { minX: 0, minY: 0, maxX: 1e7, maxY: request.widthMm + TOUCH_MM },
  );
  const order = clusters.map((_, k) => k).sort((a, b) => nth(made, b).areaMm2 - nth(made, a).areaMm2);
  for (const k of order) if (!insert(field, k, random, 30)) return null;
  field.room.maxX = field.reach();
  if (clusters.length > 1) {
    const enough = field.work + (request.seconds * WORK_PER_SECOND) / 6;
    shorten(
      field,
      random,
      () => over() || field.work > enough,
      () => undefined,
    );
  }
  const at: { x: number; y: number; step: number }[] = [];
  clusters.forEach((c, k) => {
    const turn = rotation((360 * i16(field.step, k)) / steps);
    for (const m of c.members) {
      const p = applyTo(turn, { x: m.x, y: m.y });
      at[m.part] = { x: f64(field.x, k) + p.x, y: f64(field.y, k) + p.y, step: i16(field.step, k) };
    }
  });
  return { reach: field.reach(), at };
}

/** A roll that is too short keeps what lies on it; the rest is listed. */
function cutAt(r: NestResult, lengthMm: number, items: readonly Item[]): NestResult {
  const outlineOf = new Map(items.map((it) => [it.part.id, it.part.outline]));
  const reachOf = new Map(
    r.placements.filter((p) => p.bin === null).map((p) => [p, boundsOf(placedRegion(inMap(outlineOf, p.id), p)).maxX]),
  );
  const onIt = (p: NestPlacement): boolean => p.bin !== null || inMap(reachOf, p) <= lengthMm + 1e-6;
  const gone = new Map<string, number>();
  for (const p of r.placements) if (!onIt(p)) gone.set(p.id, (gone.get(p.id) ?? 0) + 1);
  const kept = r.placements.filter(onIt);
  const reach = kept.reduce((far, p) => Math.max(far, reachOf.get(p) ?? 0), 0);
  return {
    ...r,
    lengthMm: round(reach),
    placements: kept,
    unplaced: [
      ...r.unplaced,
      ...[...gone].map(
        ([id, copies]): Unplaced => ({
          id,
          copies,
          code: 'no-room',
          ...UNPLACED,
          leftMm: lengthMm,
        }),
      ),
    ],
  };
}

/** Boxes beside boxes in rows, each turned as it takes least: what people do by hand, only tidier. */
function rows(
  mine: readonly number[],
  items: readonly Item[],
  shapes: readonly Prepared[],
  allowedOf: (i: number) => number[],
  widthMm: number,
  spacingMm: number,
): { at: { item: number; x: number; y: number; step: number }[]; lengthMm: number } {
  // Rows run across the roll: what is a width to them is our y.
  const boxed = mine.map((item) => {
    const shape = nth(shapes, nth(items, item).shape);
    let step = -1;
    let least = Number.POSITIVE_INFINITY;
    for (const s of allowedOf(item)) {
      const b = shape.trueBoxAt(s);
      const area = (b.maxX - b.minX) * (b.maxY - b.minY);
      if (b.maxY - b.minY <= widthMm + 1e-6 && area < least) {
        least = area;
        step = s;
      }
    }
    const b = shape.trueBoxAt(step);
    return { item, step, b, widthMm: b.maxY - b.minY, heightMm: b.maxX - b.minX };
  });
  boxed.sort((p, q) => q.heightMm - p.heightMm || p.item - q.item);
  // A hair more room than asked, so that rounding never brings two too near.
  const { strips } = layInRows(boxed, widthMm + 1e-6, null, spacingMm + 2 * slackMm(spacingMm));
  return {
    lengthMm: strips[0]?.usedMm ?? 0,
    at: (strips[0]?.rows ?? []).map(({ item: { item, step, b }, x, y }) => ({
      item,
      step,
      x: y - b.minX,
      y: x - b.minY,
    })),
  };
}

/** The region a part covers where it lies. */
export function placedRegion(outline: string, at: Pick<NestPlacement, 'xMm' | 'yMm' | 'rotateDeg'>): Region {
  return transformRegion(regionOf(outline, ROUGH_TOLERANCE_MM), placement(at));
}
