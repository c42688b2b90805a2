import { asOne, derive, listed } from '../../base/derive';
import { lastOf, nth } from '../../base/lists';
import { below, quantile } from '../../base/normal';
import type { Draws, Iron } from '../../keep/model';
import { DRAWS, FAR_SDS, HALVINGS, PRIOR, QUANTILE, STEPS_THROUGH } from './data';
import { dialFor, marksOf } from './dial';
import { gridOf } from './grid';
import { clothsOf, leadingWeb, likeKey, type PressColumn, type PressRequest } from './stack';
import type { RunMore } from './window';

// What a press comes to where a book of swatches has taught something of what is in it: over all the ways in which iron, web and cloth could be.

/** Both ends of what is believed of a press at a heat. */
export interface BelievedEnds {
  /** Nine ways in ten are bonded by then, one in fifty is harmed by then, s. */
  readonly coldBondS: number;
  readonly hotHarmS: number;
  /** The other ends: one in fifty is bonded that early, nine in ten are harmed only then, s. */
  readonly hotBondS: number;
  readonly coldHarmS: number;
  /** One way in ten is bonded by then, s. */
  readonly earlyBondS: number;
  /** How much longer this very press takes than was worked out, as far as its own swatches tell. */
  readonly lateTimes: number;
  /** How unsure the seconds are, against before there was a book, 0 … 1. */
  readonly unsureShare: number;
}

/** A list of the normal distribution, evenly over its shares, in an order of its own. @param step how it is stepped through; not a multiple of how many there are */
export const evenly = (sd: number, step: number, count = DRAWS.value): Draws =>
  Array.from({ length: count }, (_, k) => sd * quantile(((((k + 1) * step) % count) + 0.5) / count));

const mean = (list: Draws): number => list.reduce((s, x) => s + x, 0) / list.length;
const spread = (list: Draws): number => {
  const m = mean(list);
  return Math.sqrt(list.reduce((s, x) => s + (x - m) ** 2, 0) / list.length);
};

/** The value that a share of all ways lies below, each way being spread by the model's own error. @param sd that error */
function quantileOf(ways: Draws, share: number, sd: number): number {
  let low = Math.min(...ways) - FAR_SDS.value * sd;
  let high = Math.max(...ways) + FAR_SDS.value * sd;
  for (let k = 0; k < HALVINGS.value; k++) {
    const middle = (low + high) / 2;
    const under = ways.reduce((s, x) => s + below((middle - x) / sd), 0) / ways.length;
    if (under < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** How much hotter the soleplate is than is asked for, way by way: between two marks a mixture of theirs. */
function offsAt(iron: Iron, soleplateC: number): Draws {
  const { learnt } = iron;
  if (!learnt) {
    // The iron is not in the book: as far off as its marks are known to be.
    const { coldC } = dialFor(iron, soleplateC);
    return evenly(coldC / QUANTILE.cold.value, STEPS_THROUGH.iron.value);
  }
  const marks = marksOf(iron);
  const above = marks.findIndex((m) => m.c >= soleplateC);
  if (marks.length === 0) return nth(learnt.offC, 0);
  if (above < 0) return lastOf(learnt.offC);
  if (above === 0) return nth(learnt.offC, 0);
  const [low, high] = [nth(marks, above - 1), nth(marks, above)];
  const share = (soleplateC - low.c) / (high.c - low.c);
  const [a, b] = [nth(learnt.offC, above - 1), nth(learnt.offC, above)];
  return a.map((x, k) => x + share * (nth(b, k) - x));
}

/** How unsure an iron's heat was before anyone tried a scrap, °C. */
function beforeC({ learnt: _, ...iron }: Iron, soleplateC: number): number {
  return dialFor(iron, soleplateC).coldC / QUANTILE.cold.value;
}

/**
 * What is believed of a press at any heat; null where no book says anything of what is in it.
 * @param columns those that decide
 */
export const believedOf = (
  r: PressRequest,
  columns: readonly PressColumn[],
  more: RunMore = {},
): ((soleplateC: number) => BelievedEnds) | null => believedOnce(r, listed(columns), asOne(more));

const believedOnce = derive(
  (r: PressRequest, columns: readonly PressColumn[], more: RunMore): ((soleplateC: number) => BelievedEnds) | null => {
    const web = leadingWeb(r);
    const cloth = columns.flatMap(clothsOf).find((f) => f.learnt);
    if (!r.iron.learnt && !web.learnt && !cloth) return null;
    const lnFlow = web.learnt?.lnFlow ?? evenly(PRIOR.lnFlow.value, STEPS_THROUGH.flow.value);
    const lnTransport = cloth?.learnt?.lnTransport ?? evenly(PRIOR.lnTransport.value, STEPS_THROUGH.transport.value);
    const bench = r.iron.learnt?.benches[r.bench.surface];
    const grid = gridOf(r, columns, more);
    const mine = columns.flatMap((column) => r.iron.learnt?.presses[likeKey({ ...r, column })]?.late ?? []);
    const sure = columns.length === 1 && mine.length > 0;
    const sd = sure ? PRIOR.lnStays.value : Math.hypot(PRIOR.lnPress.value, PRIOR.lnStays.value);
    const lateTimes = Math.exp((sure ? mean(mine) : 0) + (bench ? mean(bench) : 0));
    const known = new Map<number, BelievedEnds>();
    const worked = (c: number): BelievedEnds => {
      const off = offsAt(r.iron, c);
      const bonds: number[] = [];
      const harms: number[] = [];
      off.forEach((offC, k) => {
        const [flow, transport] = [nth(lnFlow, k), nth(lnTransport, k)];
        const late = (bench ? nth(bench, k) : 0) + (sure ? nth(mine, k) : 0);
        bonds.push(grid.lnBond(c + offC, flow, transport) + late);
        harms.push(grid.lnHarm(c + offC, flow, transport) + late);
      });
      // What it was before: how much the seconds change by each of what was not known.
      const slope = (a: number, b: number, by: number): number => (b - a) / by;
      const here = grid.lnBond(c, 0, 0);
      const wasC = beforeC(r.iron, c);
      const before = Math.hypot(
        slope(here, grid.lnBond(c - wasC, 0, 0), 1),
        slope(here, grid.lnBond(c, -PRIOR.lnFlow.value, 0), 1),
        slope(here, grid.lnBond(c, 0, -PRIOR.lnTransport.value), 1),
      );
      return {
        coldBondS: Math.exp(quantileOf(bonds, below(QUANTILE.cold.value), sd)),
        hotHarmS: Math.exp(quantileOf(harms, 1 - below(QUANTILE.hot.value), sd)),
        hotBondS: Math.exp(quantileOf(bonds, 1 - below(QUANTILE.hot.value), sd)),
        coldHarmS: Math.exp(quantileOf(harms, below(QUANTILE.cold.value), sd)),
        earlyBondS: Math.exp(quantileOf(bonds, 1 - below(QUANTILE.cold.value), sd)),
        lateTimes,
        unsureShare: before > 0 ? Math.min(1, spread(bonds) / before) : 1,
      };
    };
    return (c) => {
      const at = known.get(c) ?? worked(c);
      known.set(c, at);
      return at;
    };
  },
);
