import { nth } from '../lists';
import type { Cover, Harm } from '../model';
import { LONGEST_S, SMALL_MOVES } from './data';
import { pressureOn } from './pressure';
import { type PressRun, simulate } from './simulate';
import { clothsOf, leadingWeb, type PressColumn, type PressRequest } from './stack';

/** From the moment it is bonded to the first harm. */
export interface Window {
  readonly minS: number;
  readonly maxS: number;
  readonly harm: Harm | null;
}

/** The dwell window of a press; null when it is harmed before it is bonded, or never bonded. */
export const windowOf = (run: Pick<PressRun, 'bondedS' | 'harm'>, longer = 1): Window | null =>
  run.bondedS === null || run.bondedS * longer > LONGEST_S.value || (run.harm && run.harm.atS <= run.bondedS * longer)
    ? null
    : { minS: run.bondedS * longer, maxS: run.harm?.atS ?? LONGEST_S.value, harm: run.harm };

/** How much longer a place is pressed for, so that also what lies under a vent or at the sole's rim gets its share. */
export const longerFor = (r: Pick<PressRequest, 'smallMoves'>): number => (r.smallMoves ? SMALL_MOVES.longer.value : 1);

/** Steam to bond, where the leaflet or the request asks for it and the iron makes it; never to fuse. */
export const wantsSteam = (r: PressRequest): boolean =>
  r.stage === 'bond' && r.iron.steam && (r.steam ?? leadingWeb(r).leaflet.bond.steam);

/** How long a bond may take at a soleplate temperature, within the limits of this request. */
export function runAt(
  r: PressRequest,
  soleplateC: number,
  more: { kPa?: number; steam?: boolean; sectionAtS?: number; untilS?: number } = {},
): PressRun {
  const { kPa } = pressureOn(r.iron, clothsOf(r.column));
  return simulate(r, {
    soleplateC,
    kPa: more.kPa ?? r.kPa ?? kPa,
    steam: more.steam ?? wantsSteam(r),
    ...more,
    ...(more.untilS ? { untilS: more.untilS } : {}),
  });
}

/** One press over several columns: the same iron, at once, on everything that lies under it in one place or another. */
export interface ColumnsWindow {
  /** null when some column has none, or when no seconds suit all of them. */
  readonly window: Window | null;
  /** The column that decides, as an index: the slowest to bond, or the one that has no window. */
  readonly deciding: number;
  readonly run: PressRun;
  /** Every column has a window, but the slowest is bonded only after another is harmed: which that is. */
  readonly clash: { readonly slowS: number; readonly harm: Harm; readonly quick: number } | null;
  /** The window of each column by itself. */
  readonly each: readonly (Window | null)[];
}

/**
 * The seconds that are right at every place a press covers: the intersection of its columns' windows.
 * @param columns what lies in each place; at least one
 */
export function windowOver(
  r: PressRequest,
  columns: readonly PressColumn[],
  soleplateC: number,
  more: Parameters<typeof runAt>[2] = {},
): ColumnsWindow {
  const runs = columns.map((column) => runAt({ ...r, column }, soleplateC, more));
  const each = runs.map((run) => windowOf(run, longerFor(r)));
  const shut = each.indexOf(null);
  if (shut >= 0) return { window: null, deciding: shut, run: nth(runs, shut), clash: null, each };
  let deciding = 0;
  let quick = 0;
  let common: Window = { minS: 0, maxS: LONGEST_S.value, harm: null };
  each.forEach((w, i) => {
    if (!w) return;
    if (w.minS > common.minS) deciding = i;
    if (w.harm && w.maxS <= common.maxS) quick = i;
    common = {
      minS: Math.max(common.minS, w.minS),
      ...(w.harm && w.maxS <= common.maxS ? { maxS: w.maxS, harm: w.harm } : { maxS: common.maxS, harm: common.harm }),
    };
  });
  const run = nth(runs, deciding);
  return common.harm && common.minS >= common.maxS
    ? { window: null, deciding, run, clash: { slowS: common.minS, harm: common.harm, quick }, each }
    : { window: common, deciding, run, clash: null, each };
}

/** Covers from none to the one that keeps off most heat. */
export const COVERS_BY_THICKNESS: readonly Cover[] = ['none', 'parchment', 'coated-sheet', 'press-cloth', 'damp-cloth'];
