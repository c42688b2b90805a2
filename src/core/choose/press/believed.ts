import { asOne, derive, listed } from '../../base/derive';
import { lastOf, nth } from '../../base/lists';
import { below, meanOf, quantile, spreadOf } from '../../base/normal';
import type { Draws, Iron } from '../../keep/model';
import { DRAWS, FAR_SDS, HALVINGS, PRIOR, QUANTILE, STEPS_THROUGH } from './data';
import { dialFor, marksOf } from './dial';
import { gridOf } from './grid';
import { clothsOf, leadingWeb, likeKey, type PressColumn, type PressRequest } from './stack';
import { type RunMore, wantsSteam } from './window';

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
export const evenly = derive((sd: number, step: number): Draws => {
  const count = DRAWS.value;
  return Array.from({ length: count }, (_, k) => sd * quantile(((((k + 1) * step) % count) + 0.5) / count));
});

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

/** What is believed at any heat. */
export type Believed = (soleplateC: number) => BelievedEnds;

/**
 * What is believed of a press at any heat; null where no book says anything of what is in it.
 * @param columns those that decide, the slowest first
 */
export function believedOf(r: PressRequest, columns: readonly PressColumn[], more: RunMore = {}): Believed | null {
  const taught = r.iron.learnt || leadingWeb(r).learnt || columns.flatMap(clothsOf).some((f) => f.learnt);
  return taught ? endsOnce(r, listed(columns), asOne(more)) : null;
}
/** The same, also where there is no book yet: then what was believed before. */
export const endsOfPress = (r: PressRequest): Believed => endsOnce(r, listed([r.column]), asOne({}));

const endsOnce = derive((r: PressRequest, columns: readonly PressColumn[], more: RunMore): Believed => {
  const cloth = columns.flatMap(clothsOf).find((f) => f.learnt)?.learnt;
  const lnFlow = leadingWeb(r).learnt?.lnFlow ?? evenly(PRIOR.lnFlow.value, STEPS_THROUGH.flow.value);
  const lnTransport = cloth?.lnTransport ?? evenly(PRIOR.lnTransport.value, STEPS_THROUGH.transport.value);
  const bench = r.iron.learnt?.benches[r.bench.surface];
  const grid = gridOf(r, columns, more);
  const slowest = { ...r, column: columns[0] ?? r.column };
  const mine = r.iron.learnt?.presses[likeKey(slowest, more.steam ?? wantsSteam(r))]?.late;
  const sd = mine ? PRIOR.lnStays.value : Math.hypot(PRIOR.lnPress.value, PRIOR.lnStays.value);
  const lateTimes = Math.exp((mine ? meanOf(mine) : 0) + (bench ? meanOf(bench) : 0));
  /** How unsure it was before: by how much the seconds change with each thing that was not known. */
  const beforeAt = (c: number): number => {
    const here = grid.lnBond(c, 0, 0);
    return Math.hypot(
      grid.lnBond(c - beforeC(r.iron, c), 0, 0) - here,
      grid.lnBond(c, -PRIOR.lnFlow.value, 0) - here,
      grid.lnBond(c, 0, -PRIOR.lnTransport.value) - here,
    );
  };
  const known = new Map<number, BelievedEnds>();
  const worked = (c: number): BelievedEnds => {
    const off = offsAt(r.iron, c);
    const through = (lnAt: typeof grid.lnBond): Draws =>
      off.map(
        (offC, k) =>
          lnAt(c + offC, nth(lnFlow, k), nth(lnTransport, k)) + (bench ? nth(bench, k) : 0) + (mine ? nth(mine, k) : 0),
      );
    const bonds = through(grid.lnBond);
    const harms = through(grid.lnHarm);
    const at = (ways: Draws, share: number): number => Math.exp(quantileOf(ways, share, sd));
    const [tenth, fiftieth] = [1 - below(QUANTILE.cold.value), 1 - below(QUANTILE.hot.value)];
    const before = beforeAt(c);
    return {
      coldBondS: at(bonds, 1 - tenth),
      hotHarmS: at(harms, fiftieth),
      hotBondS: at(bonds, fiftieth),
      coldHarmS: at(harms, 1 - tenth),
      earlyBondS: at(bonds, tenth),
      lateTimes,
      unsureShare: before > 0 ? Math.min(1, spreadOf(bonds) / before) : 1,
    };
  };
  return (c) => {
    const at = known.get(c) ?? worked(c);
    known.set(c, at);
    return at;
  };
});
