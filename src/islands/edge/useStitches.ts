import { useEffect, useMemo, useState } from 'react';
import type { Plan, Project } from '~/core/model';
import type { StitchPicture } from '~/core/plan';
import { planThread, ThreadEnded } from '~/workers';

const LIMIT_MS = 30_000;

/** Every stitch of the plan that stands there, worked out in the planning thread; while a newer plan is asked for the last stitches stay. */
export function useStitches(project: Project, plan: Plan): { stitches: StitchPicture | null; error: string | null } {
  const [stitches, setStitches] = useState<StitchPicture | null>(null);
  const [error, setError] = useState<string | null>(null);
  const webIds = useMemo(() => Object.fromEntries(plan.choices.map((c) => [c.pieceId, c.webId])), [plan]);
  // What is drawn goes with the plan: between an edit and its plan nothing new is asked for.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the project is the plan's own
  useEffect(() => {
    let gone = false;
    planThread()
      .run(async (w) => await w.stitches({ ...project, pictures: [] }, webIds), LIMIT_MS)
      .then(
        (got) => {
          if (gone) return;
          setStitches(got);
          setError(null);
        },
        (e: unknown) => {
          // A thread that was ended had something newer to do; the next plan asks again.
          if (!gone && !(e instanceof ThreadEnded))
            setError(`The stitches could not be drawn (${e instanceof Error ? e.message : String(e)}).`);
        },
      );
    return () => {
      gone = true;
    };
  }, [webIds]);
  return { stitches, error };
}
