import { nth } from '../../base/lists';
import { below } from '../../base/normal';
import { type Iron, PEELS, type Swatch } from '../../keep/model';
import { believedOf, marksOf, PRIOR, QUANTILE } from '../press';
import { type Belief, believed, knownCloth, knownIron, knownWeb, pressOfSwatch } from './belief';
import { PEEL_FROM } from './data';

// Which scrap to press next, and what it will tell.

/** So long the first scrap is pressed, s. */
export const FIRST_S = 6;

/** How far a press is known, as a factor: nine in ten need no longer than so many times the middle of what is believed. */
export function knownWithin(swatch: Swatch, iron: Iron, belief: Belief): number {
  const taught: Swatch = {
    ...swatch,
    fabric: knownCloth(swatch.fabric, belief),
    onto: swatch.onto.map((f) => knownCloth(f, belief)),
    web: knownWeb(swatch.web, belief),
  };
  const own = knownIron(iron, belief);
  const r = pressOfSwatch(taught, own);
  const c = marksOf(own).find((m) => m.mark === swatch.mark)?.c ?? swatch.heatC ?? 0;
  const ends = believedOf(r, [r.column])?.(c);
  if (ends) return Math.sqrt(ends.coldBondS / Math.max(0.1, ends.earlyBondS));
  return Number.NaN;
}

/** What one more scrap of a press would make of that: before, and after on average of all that may be seen of it. */
export interface Tells {
  readonly before: number;
  readonly after: number;
}

/** What a swatch tells, before it is pressed: each outcome is believed in turn, as likely as it is. */
export function tellsOf(swatches: readonly Swatch[], next: Swatch, irons: readonly Iron[]): Tells | null {
  const iron = irons.find((i) => i.id === next.ironId) ?? next.iron;
  if (!iron) return null;
  // Nothing was tried yet: what is believed is what was believed before, told by a swatch that says nothing.
  const belief = believed([...swatches, { ...next, seconds: 0.01, from: 'board', peel: 1 }], irons);
  const before = knownWithin(next, iron, belief);
  const after = PEELS.map((peel) => knownWithin(next, iron, believed([...swatches, { ...next, peel }], irons)));
  const chances = outcomes(next, iron, belief);
  return { before, after: after.reduce((sum, a, i) => sum + nth(chances, i) * a, 0) };
}

/** How likely each outcome is, from both ends of what is believed. */
function outcomes(next: Swatch, iron: Iron, belief: Belief): number[] {
  const own = knownIron(iron, belief);
  const r = pressOfSwatch({ ...next, web: knownWeb(next.web, belief) }, own);
  const c = marksOf(own).find((m) => m.mark === next.mark)?.c ?? next.heatC ?? 0;
  const ends = believedOf(r, [r.column])?.(c);
  if (!ends) return PEELS.map(() => 1 / PEELS.length);
  const middle = Math.log(ends.coldBondS * ends.earlyBondS) / 2;
  const sd = Math.hypot(Math.log(ends.coldBondS / ends.earlyBondS) / (2 * QUANTILE.cold.value), PRIOR.lnFlow.value);
  const over = Math.log(next.seconds) - middle;
  const from = [PEEL_FROM.clean, PEEL_FROM.fibres, PEEL_FROM.fast].map(({ value: f }) =>
    below((over - Math.log(f)) / sd),
  );
  const [clean, fibres, fast] = [nth(from, 0), nth(from, 1), nth(from, 2)];
  return [1 - clean, clean - fibres, fibres - fast, fast];
}
