import { useMemo } from 'react';
import type { Plan, Project } from '~/core/keep/model';
import type { StitchPicture } from '~/core/plan';
import { useAsked } from '../project/useAsked';

/** Every stitch of the plan that stands there. */
export function useStitches(project: Project, plan: Plan): { stitches: StitchPicture | null; error: string | null } {
  const webIds = useMemo(() => Object.fromEntries(plan.choices.map((c) => [c.pieceId, c.webId])), [plan]);
  const { got, error } = useAsked(
    project,
    webIds,
    async (w, about) => await w.stitches(about, webIds),
    'The stitches could not be drawn',
  );
  return { stitches: got, error };
}
