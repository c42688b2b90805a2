import { nth } from '../lists';
import type { Cover, Fabric, Harm } from '../model';
import { LONGEST_S } from './data';
import { pressureOn } from './pressure';
import { type PressRun, simulate } from './simulate';
import type { PressRequest } from './stack';

/** From the moment it is bonded to the first harm. */
export interface Window {
  readonly minS: number;
  readonly maxS: number;
  readonly harm: Harm | null;
}

/** The dwell window of a press; null when it is harmed before it is bonded, or never bonded. */
export const windowOf = (run: Pick<PressRun, 'bondedS' | 'harm'>): Window | null =>
  run.bondedS === null || (run.harm && run.harm.atS <= run.bondedS)
    ? null
    : { minS: run.bondedS, maxS: run.harm?.atS ?? LONGEST_S.value, harm: run.harm };

/** Steam to bond, where the leaflet or the request asks for it and the iron makes it; never to fuse. */
export const wantsSteam = (r: PressRequest): boolean =>
  r.stage === 'bond' && r.iron.steam && (r.steam ?? r.web.leaflet.bond.steam);

/** How long a bond may take at a soleplate temperature, within the limits of this request. */
export function runAt(
  r: PressRequest,
  soleplateC: number,
  more: { kPa?: number; steam?: boolean; sectionAtS?: number; untilS?: number } = {},
): PressRun {
  const { kPa } = pressureOn(r.iron, [r.fabric, ...r.onto]);
  return simulate(r, {
    soleplateC,
    kPa: more.kPa ?? r.kPa ?? kPa,
    steam: more.steam ?? wantsSteam(r),
    ...more,
    ...(more.untilS ? { untilS: more.untilS } : {}),
  });
}

/** One press over several piles: the same iron, at once, on everything that lies beneath the piece in one place or another. */
export interface PilesWindow {
  /** null when some pile has none, or when no seconds suit all of them. */
  readonly window: Window | null;
  /** The pile that decides, as an index into the piles: the slowest to bond, or the one that has no window. */
  readonly deciding: number;
  readonly run: PressRun;
  /** Every pile has a window, but the slowest is bonded only after another is harmed. */
  readonly clash: { readonly slowS: number; readonly harm: Harm } | null;
}

/**
 * The seconds that are right at every place a press covers: the intersection of its piles' windows.
 * @param piles what lies beneath in each place, ground first; at least one
 */
export function windowOver(
  r: PressRequest,
  piles: readonly (readonly Fabric[])[],
  soleplateC: number,
  more: Parameters<typeof runAt>[2] = {},
): PilesWindow {
  const runs = piles.map((onto) => runAt({ ...r, onto }, soleplateC, more));
  const windows = runs.map(windowOf);
  const shut = windows.indexOf(null);
  if (shut >= 0) return { window: null, deciding: shut, run: nth(runs, shut), clash: null };
  let deciding = 0;
  let common: Window = { minS: 0, maxS: LONGEST_S.value, harm: null };
  windows.forEach((w, i) => {
    if (!w) return;
    if (w.minS > common.minS) deciding = i;
    common = {
      minS: Math.max(common.minS, w.minS),
      ...(w.harm && w.maxS <= common.maxS ? { maxS: w.maxS, harm: w.harm } : { maxS: common.maxS, harm: common.harm }),
    };
  });
  const run = nth(runs, deciding);
  return common.harm && common.minS >= common.maxS
    ? { window: null, deciding, run, clash: { slowS: common.minS, harm: common.harm } }
    : { window: common, deciding, run, clash: null };
}

/** Covers from none to the one that keeps off most heat. */
export const COVERS_BY_THICKNESS: readonly Cover[] = ['none', 'parchment', 'coated-sheet', 'press-cloth', 'damp-cloth'];
