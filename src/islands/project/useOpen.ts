import { viewOf } from '~/core/keep/model';
import { useWorkbench } from '~/store';

const NO_SPOTS = {};

/** The open project with what a station needs: the whole, and the article that is looked at. `plan` is null until the first one is worked out. */
export function useOpen() {
  const project = useWorkbench((s) => s.project);
  const articleId = useWorkbench((s) => s.articleId);
  const plan = useWorkbench((s) => s.plan);
  const spots = useWorkbench((s) => s.picture?.spots) ?? NO_SPOTS;
  const selectedId = useWorkbench((s) => s.selectedId);
  const selectedIds = useWorkbench((s) => s.selectedIds);
  const flipped = useWorkbench((s) => s.flipped);
  const view = project && viewOf(project, articleId);
  return { project, view, plan, spots, selectedId, selectedIds, flipped };
}
