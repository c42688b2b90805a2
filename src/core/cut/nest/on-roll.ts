import { f64, i16, inMap, nth } from '../../base/lists';
import type { Answers, Put } from './answers';
import { boxedLayout } from './boxed';
import type { Clock } from './clock';
import { Field } from './field';
import { layInLots } from './lots';
import { matchedLayout } from './matched';
import { slackMm } from './part';
import type { Ready } from './ready';
import type { NestRequest, NestResult } from './request';
import { insert, type Random, shorten, snapshot } from './search';
import { layFreely } from './squeeze';
import { tiledLayout } from './tiling';
import { stepAndRest } from './turns';

/** With more parts than this every pair cannot be watched: they are placed one by one and not moved again. */
const MOVE_UP_TO = 320;
/** In how many tries a part is placed: of few parts, and of so many that they are not moved again. */
const TRIES = { few: 26, many: 10 } as const;
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

/** What is laid on the roll, and with what. */
export interface Roll {
  readonly ready: Ready;
  readonly request: NestRequest;
  /** The items that go on it, loose ones first, the largest of them first. */
  readonly mine: readonly number[];
  /** Those of them that a hand holds. */
  readonly held: readonly number[];
  /** Box beside box: at once, and always valid where no hand holds any. */
  readonly rows: { readonly at: readonly Put[]; readonly lengthMm: number };
  readonly random: Random;
  readonly clock: Clock;
  readonly answers: Answers;
}

/** Half the spacing, by which parts are grown, and a hair, mm. */
const grownMm = ({ spacingMm }: Ready): number => spacingMm / 2 + slackMm(spacingMm);

/** Whether parts may touch, and are few enough to be looked at for edges that do. */
const mayMatch = ({ ready, mine, held }: Roll): boolean =>
  held.length === 0 && ready.spacingMm === 0 && mine.length > 1 && mine.length <= MATCH_UP_TO;

/** Parts without spacing may fill the roll without a gap, as a jigsaw does: then nothing can be better. @returns null where they do not */
export function asJigsaw(roll: Roll): NestResult | null {
  if (!mayMatch(roll)) return null;
  const { ready, request, mine, clock, answers } = roll;
  const tiled = tiledLayout(
    mine.map((i) => ready.shapeOf(i).region),
    request.widthMm,
    mine.map(ready.rotationsOf),
    clock.isOverAfter(TILE_SHARE),
  );
  if (!tiled || (request.lengthMm != null && tiled.lengthMm > request.lengthMm)) return null;
  return answers.ofTurned(
    tiled.tiles.map(({ part, ...t }) => ({ ...t, item: nth(mine, part), reachMm: tiled.lengthMm })),
  );
}

/** Whether parts are so many that they are laid in lots. */
export const areMany = ({ mine, held }: Roll): boolean => mine.length > LOTS_FROM && held.length === 0;

/** Lays many parts in lots, one behind the other. */
export function inLots({ ready, request, mine, random, clock, answers }: Roll): void {
  const grown = grownMm(ready);
  layInLots({
    shapes: ready.shapes,
    items: mine.map((i) => nth(ready.items, i).shape),
    allowed: mine.map(ready.allowedOf),
    steps: ready.steps,
    grownMm: grown,
    widthMm: request.widthMm,
    rowsOf: (members) => {
      const place = new Map(members.map((k) => [nth(mine, k), k]));
      const laid = boxedLayout(ready, [...place.keys()], request.widthMm);
      return {
        at: laid.at.map(({ item, ...at }) => ({ ...at, k: inMap(place, item) })),
        reachMm: laid.lengthMm + grown,
      };
    },
    random,
    spent: (work) => clock.spent(work),
    onBetter: (at) => answers.offer(answers.of(at.map(({ k, ...p }) => ({ ...p, item: nth(mine, k) })))),
  });
}

/** Lays parts one by one, then pushes all of them together for as long as there is time. */
export function oneByOne(roll: Roll): void {
  const { ready, request, mine, held, rows, random, clock, answers } = roll;
  const grown = grownMm(ready);
  const field = new Field(
    ready.shapes,
    mine.map((i) => nth(ready.items, i).shape),
    ready.steps,
    mine.map(ready.allowedOf),
    { minX: -grown, minY: -grown, maxX: 1e7, maxY: request.widthMm + grown },
  );
  const over = (): boolean => clock.isOver(field.work);
  const place = new Map(mine.map((i, k) => [i, k]));
  for (const i of held) {
    const at = ready.heldOf(i);
    const k = inMap(place, i);
    if (at) field.put(k, at.xMm, at.yMm, stepAndRest(at.rotateDeg, ready.steps).step);
    field.locked[k] = 1;
  }
  const offer = (at: { x: Float64Array; y: Float64Array; step: Int16Array }): void =>
    answers.offer(
      answers.of(
        mine.flatMap((item, k) =>
          field.laid[k] ? [{ item, x: f64(at.x, k), y: f64(at.y, k), step: i16(at.step, k) }] : [],
        ),
      ),
    );
  /** Whether what lies there takes less than the rows. */
  const isShort = (): boolean => field.reach() < rows.lengthMm + grown;

  // The largest first, each as far to the front as it goes.
  const loose = mine.filter((i) => !ready.heldOf(i));
  const tries = loose.length > MOVE_UP_TO ? TRIES.many : TRIES.few;
  for (const i of loose) {
    insert(field, inMap(place, i), random, tries);
    if (over() && answers.best) break;
  }
  const all = loose.every((i) => field.laid[inMap(place, i)]);
  // Cut off in the middle: the rows stand.
  if (!all && answers.best) return;
  // Told before anything else is tried: what was laid is worth seeing.
  if (all && isShort()) offer(snapshot(field));
  // Parts without spacing may match edge to edge: then what belongs together is laid as one.
  if (all && mayMatch(roll))
    for (const share of MATCH_SHARES) {
      const put = matchedLayout(ready, mine, { widthMm: request.widthMm, share, random, budget: clock.budget, over });
      if (!put || put.reachMm >= field.reach()) continue;
      put.at.forEach(({ x, y, step }, k) => {
        field.put(k, x, y, step);
      });
    }
  if (!answers.best || isShort()) offer(snapshot(field));
  else
    rows.at.forEach(({ item, x, y, step }) => {
      field.put(inMap(place, item), x, y, step);
    });
  if (mine.length <= MOVE_UP_TO) together(roll, field, offer);
}

/** Pushes what lies on the roll together: by steps of a circle, then, where any may be turned freely, by any angle. */
function together(
  { ready, mine, random, clock, answers }: Roll,
  field: Field,
  offer: (at: { x: Float64Array; y: Float64Array; step: Int16Array }) => void,
): void {
  const turns = mine.map((i) => ready.rotationsOf(i) === 'free');
  const freely = turns.includes(true);
  const over = (): boolean => clock.isOver(field.work);
  field.room.maxX = field.reach();
  shorten(field, random, freely ? () => over() || field.work > clock.budget * STEPS_SHARE : over, ({ at }) =>
    offer(at),
  );
  if (!freely || over()) return;
  layFreely(
    field,
    { spacingMm: ready.spacingMm, turns, random },
    (work) => clock.isOver(field.work + work),
    (laid) =>
      answers.offer(
        answers.ofTurned(
          laid.map(({ rotateDeg, ...at }, k) => {
            const item = nth(mine, k);
            return { ...at, item, rotateDeg: rotateDeg + nth(ready.items, item).restDeg };
          }),
        ),
      ),
  );
}
