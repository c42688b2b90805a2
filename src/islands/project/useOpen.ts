import { useWorkbench } from '~/store';

const NO_SPOTS = {};

/** The open project with what a station needs; `plan` is null until the first one is worked out. */
export function useOpen() {
  const project = useWorkbench((s) => s.project);
  const plan = useWorkbench((s) => s.plan);
  const spots = useWorkbench((s) => s.picture?.spots) ?? NO_SPOTS;
  const selectedId = useWorkbench((s) => s.selectedId);
  const selectedIds = useWorkbench((s) => s.selectedIds);
  const flipped = useWorkbench((s) => s.flipped);
  return { project, plan, spots, selectedId, selectedIds, flipped };
}
