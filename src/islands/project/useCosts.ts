import { useEffect, useState } from 'react';
import type { Project } from '~/core/keep/model';
import type { EveningCost, Otherwise } from '~/core/plan';
import { askPlanThread } from '~/workers';

/** A plan takes seconds at most; one that takes longer is not waited for. */
const LIMIT_MS = 60_000;

/**
 * What other ways of doing it would cost, worked out one after the other while someone looks; those that are known so far, by their keys.
 * @param ways by key; the same object as long as they are the same
 */
export function useCosts(
  project: Project,
  ways: ReadonlyMap<string, Otherwise>,
  wanted: boolean,
): ReadonlyMap<string, EveningCost> {
  const [costs, setCosts] = useState<ReadonlyMap<string, EveningCost>>(new Map());
  useEffect(() => {
    setCosts(new Map());
    if (!wanted) return;
    let gone = false;
    const next = async (): Promise<void> => {
      for (const [key, way] of ways) {
        if (gone) return;
        const cost = await askPlanThread(project, async (w, about) => await w.costIf(about, way), LIMIT_MS);
        if (!gone) setCosts((known) => new Map([...known, [key, cost]]));
      }
    };
    // What cannot be told stays untold: the choice is there all the same.
    next().catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [project, ways, wanted]);
  return costs;
}
