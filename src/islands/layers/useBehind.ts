import { useMemo } from 'react';
import type { Plan, Project } from '~/core/keep/model';
import { useAsked } from '../project/useAsked';

/** The ground that could be cut away behind an article, path data; empty until it is worked out. */
export function useBehind(project: Project | null, plan: Plan | null, articleId: string): string {
  const asked = useMemo(() => ({ plan, articleId }), [plan, articleId]);
  const { got } = useAsked(
    plan ? project : null,
    asked,
    async (w, about) => await w.behind(about, articleId),
    'What is hidden behind could not be worked out',
  );
  return got ?? '';
}
