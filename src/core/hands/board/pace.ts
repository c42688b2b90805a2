import type { Board, Making } from '../../keep/model';

/** So many of one’s own times of a kind are needed before they count. Ours. */
export const ENOUGH_TIMES = 3;
/** Steps taking more than this against the plan were breaks, not work. Ours. */
const MOST_PACE = 6;
export const isBreak = (plannedS: number, tookS: number): boolean => tookS > MOST_PACE * plannedS;

const medianOf = (list: readonly number[]): number => {
  const s = [...list].sort((a, b) => a - b);
  const mid = s.length >> 1;
  const at = (i: number): number => s[i] ?? 1;
  return s.length % 2 === 1 ? at(mid) : (at(mid - 1) + at(mid)) / 2;
};

/** Steps taking less than this of the plan were ticked off in passing, which is nobody's pace. Ours. */
const LEAST_PACE = 0.2;

/** One’s own pace for each kind of step: how long it took against the plan, the median; kinds of which too few were timed are left out. */
export function paceOf(times: Board['times']): ReadonlyMap<string, number> {
  const byKind = new Map<string, number[]>();
  for (const { kind, plannedS, tookS } of times) {
    if (plannedS < 1) continue;
    if (isBreak(plannedS, tookS)) continue;
    const ratio = tookS / plannedS;
    if (ratio < LEAST_PACE) continue;
    byKind.set(kind, [...(byKind.get(kind) ?? []), ratio]);
  }
  return new Map([...byKind].flatMap(([kind, r]) => (r.length < ENOUGH_TIMES ? [] : [[kind, medianOf(r)] as const])));
}

/** What the steps that are left take with hands, at this pace, s. */
export const handsAtPace = (steps: Making['steps'], pace: ReadonlyMap<string, number>): number =>
  steps.reduce((sum, s) => sum + s.handsS * (pace.get(s.kind) ?? 1), 0);

/** Whether a step was ticked off faster than hands could do it. */
export const inPassing = (plannedS: number, tookS: number): boolean =>
  plannedS >= LEAST_TOLD_S && tookS < LEAST_PACE * plannedS;
/** Of shorter steps nobody can tell, s. Ours. */
const LEAST_TOLD_S = 20;
