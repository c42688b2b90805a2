import { type Bearer, ironPressureKPa, type Remedy } from '../../keep/model';
import { LEAN_REACH } from './data';
import { hottestC } from './limits';
import { pressureOn } from './pressure';
import { remediesFor } from './remedies';
import type { PressRun } from './simulate';
import { clothsOf, leadingWeb, type PressBench, type PressColumn, type PressRequest } from './stack';
import { longerFor, runAt, type Window, wantsSteam, windowOf } from './window';

/** What one could change about a press, to see what comes of it. */
export interface LookAs {
  /** Which of the columns. */
  readonly column: number;
  readonly soleplateC: number;
  /** null: the iron's own. */
  readonly kPa: number | null;
  readonly cover: PressBench['cover'];
  readonly surface: PressBench['surface'];
  readonly steam: boolean;
  /** Turned over: to fuse with the iron on the cloth instead of the liner. */
  readonly turned: boolean;
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
 * @param columns what lies in each place it covers
 */
export function lookInto(request: PressRequest, columns: readonly PressColumn[], as: LookAs): Look {
  const { bench } = request;
  const chosen = columns[as.column] ?? request.column;
  const r: PressRequest = {
    ...request,
    column: as.turned ? [...chosen].reverse() : chosen,
    steam: as.steam,
    bench: {
      ...bench,
      cover: as.cover,
      surface: as.surface,
      coverId: as.cover === bench.cover ? bench.coverId : null,
      surfaceId: as.surface === bench.surface ? bench.surfaceId : null,
    },
  };
  const kPa = as.kPa ?? pressureOn(r.iron, columns.flatMap(clothsOf)).kPa;
  const { stack: _stack, ...run } = runAt(r, as.soleplateC, {
    kPa,
    steam: wantsSteam(r),
    sectionAtS: as.atS,
    whole: true,
  });
  const window = windowOf(run, longerFor(r));
  return {
    run,
    window,
    limit: hottestC(r),
    remedies: remediesFor({ ...r, kPa }, as.soleplateC, window),
    kPa,
    mostKPa: Math.max(LEAN_REACH.leastKPa.value, ironPressureKPa(r.iron) * LEAN_REACH.times.value),
    meltC: leadingWeb(r).meltC,
  };
}
