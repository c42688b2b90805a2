import { lastOf, nth } from '../../base/lists';
import type { Point } from '../../base/shape';
import { PAST } from './data';
import { bendAt, lengthsAlong, turnsOf } from './walk';

/** Where a closed line is best begun: how far along it, and at what. */
export interface Beginning {
  readonly atMm: number;
  readonly at: 'inside-corner' | 'flat-stretch';
}

/** A curve is looked at over so much to either side, in so many places all round. */
const LOOK_MM = 12;
const LOOKS = 48;

/**
 * Just past a corner that points inward, where the end turns and covers the first stitches; else in the middle of the straightest stretch; never at a point that shows.
 * @param line closed, the piece to its right
 * @param forward whether it is walked as it stands, or the other way round
 */
export function beginningOf(line: readonly Point[], stitchMm: number, forward: boolean): Beginning {
  const along = lengthsAlong(line);
  const whole = lastOf(along);
  const turns = turnsOf(line, true);
  const inward = turns.filter((t) => t.rad < 0).sort((a, b) => a.rad - b.rad || a.at - b.at)[0];
  if (inward) {
    // Not into the next corner.
    const others = turns.filter((t) => t !== inward).map((t) => Math.abs(nth(along, t.at) - nth(along, inward.at)));
    const room = Math.min(whole, ...others.map((d) => Math.min(d, whole - d)));
    const past = Math.min(PAST.least.value * stitchMm, room / 2) * (forward ? 1 : -1);
    return { atMm: (nth(along, inward.at) + past + whole) % whole, at: 'inside-corner' };
  }
  if (turns.length > 0) {
    // The longest stretch between two corners that bends least for its length.
    let best = { atMm: 0, worth: -1 };
    turns.forEach((t, i) => {
      const next = nth(turns, (i + 1) % turns.length);
      const from = nth(along, t.at);
      const long = (nth(along, next.at) - from + whole - 1e-9) % whole;
      const bent = bentOver(line, along, from, long);
      const worth = long / (1 + bent);
      if (worth > best.worth + 1e-6) best = { atMm: (from + long / 2) % whole, worth };
    });
    return { atMm: best.atMm, at: 'flat-stretch' };
  }
  let best = { atMm: 0, bent: Number.POSITIVE_INFINITY };
  for (let i = 0; i < LOOKS; i++) {
    const atMm = (i * whole) / LOOKS;
    const bent = bentOver(line, along, atMm - LOOK_MM + whole, Math.min(whole, 2 * LOOK_MM));
    if (bent < best.bent - 0.05) best = { atMm, bent };
  }
  return { atMm: best.atMm, at: 'flat-stretch' };
}

/** How far a closed line bends over a stretch of it, radians, either way added up; its ends are not counted. */
function bentOver(line: readonly Point[], along: readonly number[], fromMm: number, longMm: number): number {
  const whole = lastOf(along);
  const n = line.length - 1;
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const ahead = (nth(along, i) - fromMm + 2 * whole) % whole;
    if (ahead < 1e-6 || ahead > longMm - 1e-6) continue;
    sum += Math.abs(bendAt(nth(line, (i + n - 1) % n), nth(line, i), nth(line, i + 1)));
  }
  return sum;
}
