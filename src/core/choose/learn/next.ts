import { nth } from '../../base/lists';
import { type Iron, PEELS, type Swatch } from '../../keep/model';
import { type BelievedEnds, endsOfPress, marksOf, PRIOR, QUANTILE, toldMarks } from '../press';
import { type Belief, believed, knownCloth, knownIron, knownWeb } from './belief';
import { NOISE } from './data';
import { heatOf, peelLikely, pressOfSwatch } from './seen';

// Which scrap to press next, and what it will tell.

/** So long the first scrap is pressed, s. */
export const FIRST_S = 6;

/** Both ends of what is believed of the press that a swatch is of, where its dial stands; also where nothing was tried yet. */
function endsOfSwatch(swatch: Swatch, iron: Iron, belief: Belief): BelievedEnds | null {
  const heat = heatOf(swatch, toldMarks(iron));
  if (!heat) return null;
  const own = knownIron(iron, belief);
  const [told, now] = [toldMarks(iron), marksOf(own)];
  const hotterC = heat.shares.reduce((s, [k, share]) => s + share * (nth(now, k).c - nth(told, k).c), 0);
  const taught: Swatch = {
    ...swatch,
    fabric: knownCloth(swatch.fabric, belief),
    onto: swatch.onto.map((f) => knownCloth(f, belief)),
    web: knownWeb(swatch.web, belief),
  };
  return endsOfPress(pressOfSwatch(taught, own))(heat.c + hotterC);
}

/** How far a press is known, as a factor: nine in ten need no longer than so many times the middle of what is believed. */
const knownWithin = ({ coldBondS, earlyBondS }: BelievedEnds): number => Math.sqrt(coldBondS / earlyBondS);

/** What one more scrap of a press would make of that: before, and after on average of all that may be seen of it. */
export interface Tells {
  readonly before: number;
  readonly after: number;
}

/**
 * What a swatch tells, before it is pressed: each outcome is believed in turn, as likely as it is.
 * @returns null: nobody can know where its dial stands
 */
export function tellsOf(swatches: readonly Swatch[], next: Swatch, irons: readonly Iron[]): Tells | null {
  const iron = irons.find((i) => i.id === next.ironId) ?? next.iron;
  const now = iron && endsOfSwatch(next, iron, believed(swatches, irons));
  if (!now) return null;
  const chances = outcomes(next.seconds, now);
  const after = PEELS.reduce<number>((sum, peel) => {
    const then = endsOfSwatch(next, iron, believed([...swatches, { ...next, peel }], irons));
    return then ? sum + nth(chances, peel) * knownWithin(then) : sum;
  }, 0);
  return { before: knownWithin(now), after };
}

/** How likely each outcome is, from both ends of what is believed and what hands are off by. */
function outcomes(seconds: number, { coldBondS, earlyBondS }: BelievedEnds): number[] {
  const believedSd = Math.log(coldBondS / earlyBondS) / (2 * QUANTILE.cold.value);
  const sd = Math.hypot(believedSd, NOISE.judgement.value, NOISE.timingS.value / seconds, PRIOR.lnStays.value);
  const lnOver = Math.log(seconds) - Math.log(coldBondS * earlyBondS) / 2;
  return PEELS.map((peel) => peelLikely({ peel, from: 'scrap' }, lnOver, sd));
}
