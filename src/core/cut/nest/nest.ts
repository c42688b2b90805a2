import { Answers } from './answers';
import { fillBins } from './bins';
import { boxedLayout } from './boxed';
import { Clock } from './clock';
import { areMany, asJigsaw, inLots, oneByOne, type Roll } from './on-roll';
import { seeded } from './random';
import { forRoll, looseOf, makeReady } from './ready';
import type { NestHooks, NestRequest, NestResult } from './request';

/**
 * Lays parts on scraps and then on a roll so that as little roll as possible is used; no two parts nearer than the spacing, none over an edge.
 * What cannot be placed is listed with why; never throws for odd parts. The same request gives the same answer, unless the machine is so slow that it is cut off.
 */
export function nest(request: NestRequest, hooks: NestHooks = {}): NestResult {
  const clock = new Clock(request.seconds, hooks);
  const random = seeded(request.seed);
  const ready = makeReady(request);
  const scraps = fillBins(ready, request, looseOf(ready), { random, stop: () => hooks.stop?.() ?? false });
  const { mine, refused } = forRoll(ready, request, scraps.rest);
  const rows = boxedLayout(ready, mine, request.widthMm);
  const answers = new Answers(ready, request, scraps, [...ready.refused, ...refused], rows.lengthMm, hooks);
  if (mine.length === 0) return answers.take(answers.of([]));

  const held = mine.filter((i) => ready.heldOf(i));
  const roll: Roll = { ready, request, mine, held, rows, random, clock, answers };
  if (held.length === 0) answers.take(answers.of(rows.at));
  const jigsaw = asJigsaw(roll);
  if (jigsaw) answers.take(jigsaw);
  else if (areMany(roll)) inLots(roll);
  else oneByOne(roll);
  hooks.onProgress?.(1);
  return answers.last();
}
