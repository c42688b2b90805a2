import { expose } from 'comlink';
import { type Compared, compareWebs } from '~/core/match';
import type { Project } from '~/core/model';
import { planWithPicture, wishOf } from '~/core/plan';

const api = {
  plan: (project: Project) => planWithPicture(project),
  /** Two webs side by side for one piece; empty when one of them is gone. */
  compare: (project: Project, pieceId: string, webIds: readonly [string, string]): Compared[] => {
    const wish = wishOf(project, pieceId);
    const [a, b] = webIds.map((id) => project.webs.find((w) => w.id === id));
    return wish && a && b ? compareWebs(wish, a, b) : [];
  },
};
export type PlanWorker = typeof api;
expose(api);
