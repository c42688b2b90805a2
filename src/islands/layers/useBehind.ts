import { useMemo } from 'react';
import type { Plan, Project } from '~/core/model';
import { useAsked } from '../project/useAsked';

/** The ground that could be cut away behind an article, path data; empty until it is worked out. */
export function useBehind(project: Project | null, plan: Plan | null, articleId: string): string {
  const asked = useMemo(() => ({ plan, articleId }), [plan, articleId]);
  const { got } = useAsked(
    asked,
    async (w) => (project && plan ? await w.behind({ ...project, pictures: [] }, articleId) : ''),
    'The ground behind could not be worked out',
  );
  return got ?? '';
}
