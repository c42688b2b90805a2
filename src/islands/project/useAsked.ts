import type { Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { Project } from '~/core/keep/model';
import { askPlanThread, type Crossing, ThreadEnded } from '~/workers';
import type { PlanWorker } from '~/workers/plan.worker';

const LIMIT_MS = 30_000;

/**
 * Something of a plan that is worked out only where it is shown, in the planning thread; while a newer one is asked for the last stays.
 * @param asked what is asked for: anew whenever this is another; null: nothing can be asked yet, and the last stays
 * @param trouble what could not be done, for a sentence
 */
export function useAsked<T>(
  project: Project | null,
  asked: unknown,
  ask: (thread: Remote<PlanWorker>, about: Crossing<Project>) => Promise<T>,
  trouble: string,
): { got: T | null; error: string | null } {
  const [got, setGot] = useState<T | null>(null);
  const [error, setError] = useState<string | null>(null);
  // What is shown goes with the plan: between an edit and its plan nothing new is asked for.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is asked for is named
  useEffect(() => {
    if (asked === null || !project) return;
    let gone = false;
    askPlanThread(project, ask, LIMIT_MS).then(
      (now) => {
        if (gone) return;
        setGot(now);
        setError(null);
      },
      (e: unknown) => {
        // A thread that was ended had something newer to do; the next plan asks again.
        if (!gone && !(e instanceof ThreadEnded))
          setError(`${trouble} (${e instanceof Error ? e.message : String(e)}).`);
      },
    );
    return () => {
      gone = true;
    };
  }, [asked]);
  return { got, error };
}
