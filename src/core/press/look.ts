import { type Bearer, type Bench, type Fabric, ironPressureKPa, type Remedy } from '../model';
import { LEAN_REACH } from './data';
import { pressureOn } from './pressure';
import { hottestC, remediesFor } from './remedies';
import type { PressRun } from './simulate';
import type { PressRequest } from './stack';
import { runAt, type Window, wantsSteam, windowOf } from './window';

/** What one could change about a press, to see what comes of it. */
export interface LookAs {
  /** Which of the piles beneath. */
  readonly pile: number;
  readonly soleplateC: number;
  /** null: the iron's own. */
  readonly kPa: number | null;
  readonly cover: Bench['cover'];
  readonly surface: Bench['surface'];
  readonly steam: boolean;
  readonly side: 'liner' | 'cloth';
  readonly atS: number;
}

/** A look into one stack: heat over time and depth, its window, and what would open or shorten it. */
export interface Look {
  readonly run: Omit<PressRun, 'stack'>;
  readonly window: Window | null;
  /** The hottest soleplate that everything in it bears, and what bears least. */
  readonly limit: { readonly at: number; readonly bearer: Bearer };
  readonly remedies: readonly Remedy[];
  readonly kPa: number;
  /** The hardest that a person could lean. */
  readonly mostKPa: number;
  readonly meltC: number;
}

/**
 * One press looked into with something changed.
 * @param piles what lies beneath in each place, ground first
 */
export function lookInto(request: PressRequest, piles: readonly (readonly Fabric[])[], as: LookAs): Look {
  const { bench } = request;
  const r: PressRequest = {
    ...request,
    onto: piles[as.pile] ?? request.onto,
    side: as.side,
    steam: as.steam,
    bench: {
      ...bench,
      cover: as.cover,
      surface: as.surface,
      coverId: as.cover === bench.cover ? bench.coverId : null,
      surfaceId: as.surface === bench.surface ? bench.surfaceId : null,
    },
  };
  const kPa = as.kPa ?? pressureOn(r.iron, [r.fabric, ...piles.flat()]).kPa;
  const { stack: _stack, ...run } = runAt(r, as.soleplateC, { kPa, steam: wantsSteam(r), sectionAtS: as.atS });
  const window = windowOf(run);
  return {
    run,
    window,
    limit: hottestC(r),
    remedies: remediesFor({ ...r, kPa }, as.soleplateC, window),
    kPa,
    mostKPa: Math.max(LEAN_REACH.leastKPa.value, ironPressureKPa(r.iron) * LEAN_REACH.times.value),
    meltC: r.web.meltC,
  };
}
