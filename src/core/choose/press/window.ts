import { asOne, derive } from '../../base/derive';
import { nth } from '../../base/lists';
import type { Cover, Harm } from '../../keep/model';
import { factsOf, testOf } from '../material';
import { DIAL_NEAR_C, HARM, LONGEST_S, MARGIN, PASSES, SEARCH, SMALL_MOVES, TAIL } from './data';
import { pressureOn } from './pressure';
import { type PressRun, simulate } from './simulate';
import { clothsOf, coverPasses, leadingWeb, type PressColumn, type PressRequest, steamHelps } from './stack';
import { steamFromC } from './steam';

/** From the moment it is bonded to the first harm, in seconds with the iron on it. */
export interface Window {
  readonly minS: number;
  readonly maxS: number;
  readonly harm: Harm | null;
}

/** The dwell window of a press; null when it is harmed before it is bonded, or never bonded. */
export const windowOf = (run: Pick<PressRun, 'bondedS' | 'harm'>, longer = 1): Window | null =>
  run.bondedS === null || run.bondedS * longer > LONGEST_S.value || (run.harm && run.harm.atS <= run.bondedS * longer)
    ? null
    : {
        minS: run.bondedS * longer,
        maxS: Math.min(LONGEST_S.value, run.harm?.atS ?? LONGEST_S.value),
        harm: run.harm && run.harm.atS <= LONGEST_S.value ? run.harm : null,
      };

/** Whether a person can hit a window: a tenth inside either end, and a second apart. */
export const isUsable = (w: Pick<Window, 'minS' | 'maxS'>): boolean =>
  w.maxS / MARGIN.inside.value >= w.minS * MARGIN.inside.value && w.maxS - w.minS >= MARGIN.leastS.value;

/** How much longer a place is pressed for, so that also what lies under a vent or at the sole's rim gets its share. */
export const longerFor = (r: Pick<PressRequest, 'smallMoves'>): number => (r.smallMoves ? SMALL_MOVES.longer.value : 1);

/** Whether steam is asked for: to bond, by the leaflet or the request; never to fuse. */
export const asksForSteam = (r: PressRequest): boolean =>
  r.stage === 'bond' && (r.steam ?? leadingWeb(r).leaflet.bond.steam);

/** Steam where it is asked for, the iron makes it, and it gets to the web. */
export const wantsSteam = (r: PressRequest): boolean =>
  asksForSteam(r) && r.iron.steam && coverPasses(r) && steamHelps(r);

/** Whether steam is on at a heat: no steam comes at a mark at which this iron makes none. */
export const steamsAt = (r: PressRequest, soleplateC: number): boolean =>
  wantsSteam(r) && steamFromC(r.iron) <= soleplateC + DIAL_NEAR_C.value;

/** Thick hairy cloth with steam is glided over in passes; everything else the iron stands on. */
export const inPasses = (r: PressRequest, columns: readonly PressColumn[] = [r.column]): boolean =>
  (r.from ?? 'face') === 'face' &&
  wantsSteam(r) &&
  columns.some((column) =>
    clothsOf(column).some((f) => factsOf(f).hairyOrThick && f.thicknessMm >= PASSES.fromMm.value),
  );

/** Seconds at one soleplate that harm as much as those at another: at so many degrees less twice as many. */
export const borneS = (seconds: number, atC: number, soleplateC: number): number =>
  seconds * 2 ** ((atC - soleplateC) / HARM.doublesC.value);

/** How a press is run, where that is not worked out from its request. */
export interface RunMore {
  readonly kPa?: number;
  readonly steam?: boolean;
  readonly passes?: boolean;
  readonly sectionAtS?: number;
  readonly untilS?: number;
  readonly whole?: boolean;
  /** By how much the dial is off in this run, °C: what was tried on this iron was off by as much. */
  readonly offC?: number;
}

/** The column with the side up that the iron comes to. */
const asLaid = (r: PressRequest): PressColumn => (r.from === 'back' ? [...r.column].reverse() : r.column);

/** How one press goes at a soleplate temperature; worked out once for the same press. */
export const runAt = (r: PressRequest, soleplateC: number, more: RunMore = {}): PressRun => {
  const { offC, ...rest } = more;
  // What the dial is off by matters only to what was tried with it.
  const tried = offC !== undefined && clothsOf(r.column).some((f) => testOf(f)?.ironId === r.iron.id);
  return runOf(asOne({ ...r, bench: asOne(r.bench) }), soleplateC, asOne(tried ? { ...rest, offC } : rest));
};

const runOf = derive((r: PressRequest, soleplateC: number, more: RunMore): PressRun => {
  const { kPa: own } = pressureOn(r.iron, clothsOf(r.column));
  const steam = more.steam ?? wantsSteam(r);
  const passes = more.passes ?? (steam && inPasses(r));
  const standing = more.kPa ?? r.kPa ?? own;
  const as = {
    soleplateC,
    kPa: passes ? Math.min(PASSES.kPa.value, standing) : standing,
    steam,
    tests: clothsOf(r.column).flatMap((f) => {
      const test = testOf(f);
      if (!test || f.maxIronC >= soleplateC) return [];
      // On the iron that it was tried with, the mark is as far off now as it was then.
      const at = test.plateC + (test.ironId === r.iron.id ? (more.offC ?? 0) : 0);
      const seconds = borneS(test.seconds, at, soleplateC);
      return [{ name: f.name || factsOf(f).name, seconds, labelC: f.maxIronC, triedC: at }];
    }),
    ...(passes
      ? { glides: true, strokes: { downS: PASSES.passS.value, upS: PASSES.lookS.value }, untilS: PASSES.mostS.value }
      : {}),
    ...(more.untilS === undefined ? {} : { untilS: more.untilS }),
    ...(more.sectionAtS === undefined ? {} : { sectionAtS: more.sectionAtS }),
    ...(more.whole === undefined ? {} : { whole: more.whole }),
  };
  const laid = { ...r, column: asLaid(r) };
  if (r.from !== 'both' || r.stage !== 'bond') return simulate(laid, as);
  // Turned over half-way: the half at which the whole is just bonded.
  let low = 0;
  let high = LONGEST_S.value / 2;
  for (let k = 0; k < 7; k++) {
    const half = (low + high) / 2;
    const { bondedS } = simulate(laid, { ...as, turnAtS: half, untilS: 2 * half });
    if (bondedS === null) low = half;
    else high = half;
  }
  return simulate(laid, { ...as, turnAtS: high });
});

/** The two moments of a run on a scale that goes on beyond what is looked at, so that they change by little where anything does, s. */
export function momentsOf(run: PressRun, longer = 1): { readonly bondS: number; readonly harmS: number } {
  const never = (share: number): number => Math.min(SEARCH.farS.value, run.pressedS / Math.max(share, Number.EPSILON));
  return {
    bondS: (run.bondedS ?? never(run.wetShare)) * longer,
    harmS: run.harm?.atS ?? never(run.harmShare),
  };
}

/** When a share that grows with the iron on it came to one, s: between two moments, or beyond the last as it was growing then. @param times how much faster it grows than it did */
function wholeAt(pressedS: readonly number[], shares: readonly number[], times: number): number {
  const full = 1 / times;
  const after = shares.findIndex((share) => share >= full);
  const last = shares.length - 1;
  const straight = (i: number, k: number): number => {
    const rise = nth(shares, k) - nth(shares, i);
    const run = nth(pressedS, k) - nth(pressedS, i);
    return rise > 0 ? nth(pressedS, i) + ((full - nth(shares, i)) / rise) * run : SEARCH.farS.value;
  };
  const s = after > 0 ? straight(after - 1, after) : straight(Math.floor(last * TAIL.value), last);
  return Math.min(SEARCH.farS.value, s);
}

/** The two moments of a run where its web flows by so much more easily than it was taken to, s. @param flow 1: as it was run */
export function momentsWith(
  { course }: Pick<PressRun, 'course'>,
  flow: number,
  longer = 1,
): { readonly bondS: number; readonly harmS: number } {
  const { pressedS, wet, flowHarm, heatHarm } = course;
  return {
    bondS: wholeAt(pressedS, wet, flow) * longer,
    harmS: Math.min(wholeAt(pressedS, flowHarm, flow), wholeAt(pressedS, heatHarm, 1)),
  };
}

/** One press over several columns: the same iron, at once, on everything that lies under it in one place or another. */
export interface ColumnsWindow {
  /** null when some column has none, or when no seconds suit all of them. */
  readonly window: Window | null;
  /** The column that decides, as an index: the slowest to bond, or the one that has no window. */
  readonly deciding: number;
  /** The one that is harmed first. */
  readonly quick: number;
  readonly run: PressRun;
  /** Every column has a window, but the slowest is bonded only after another is harmed: which that is. */
  readonly clash: { readonly slowS: number; readonly harm: Harm; readonly quick: number } | null;
  /** The window of each column by itself. */
  readonly each: readonly (Window | null)[];
  /** When the slowest is bonded and the first harmed, on the scale of {@link momentsOf}. */
  readonly bondS: number;
  readonly harmS: number;
}

/**
 * The seconds that are right at every place a press covers: the intersection of its columns' windows.
 * @param columns what lies in each place; at least one
 */
export function windowOver(
  r: PressRequest,
  columns: readonly PressColumn[],
  soleplateC: number,
  more: RunMore = {},
): ColumnsWindow {
  const passes = more.passes ?? ((more.steam ?? wantsSteam(r)) && inPasses(r, columns));
  const runs = columns.map((column) => runAt({ ...r, column }, soleplateC, { ...more, passes }));
  const longer = longerFor(r);
  const each = runs.map((run) => windowOf(run, longer));
  const moments = runs.map((run) => momentsOf(run, longer));
  const slowest = moments.reduce((a, m, i) => (m.bondS > nth(moments, a).bondS ? i : a), 0);
  const quick = moments.reduce((a, m, i) => (m.harmS < nth(moments, a).harmS ? i : a), 0);
  const { bondS } = nth(moments, slowest);
  const { harmS } = nth(moments, quick);
  const all = { quick, each, bondS, harmS };
  const shut = each.indexOf(null);
  if (shut >= 0) return { ...all, window: null, deciding: shut, run: nth(runs, shut), clash: null };
  const run = nth(runs, slowest);
  const { minS = 0 } = each[slowest] ?? {};
  const { maxS = 0, harm = null } = each[quick] ?? {};
  return harm && minS >= maxS
    ? { ...all, window: null, deciding: slowest, run, clash: { slowS: minS, harm, quick } }
    : { ...all, window: { minS, maxS, harm }, deciding: slowest, run, clash: null };
}

/** Covers from none to the one that keeps off most heat. */
export const COVERS_BY_THICKNESS: readonly Cover[] = ['none', 'parchment', 'coated-sheet', 'press-cloth', 'damp-cloth'];
