import { expose } from 'comlink';
import { articleCosts, gatherOf, nearCloths, type Swap, swapAll } from '~/core/cut/gather';
import type { ArticleCost, Fabric, GatherPlan, Plan, Project } from '~/core/keep/model';
import { laidByRecipe } from '~/core/lay/recipe';
import type { Paper, SheetDocument } from '~/core/print/sheet';
import { type GatherSheet, gatherCsv, gatherSheet } from '~/words/gather-list';
import { speakAsPage } from './speaking';

const api = {
  /** The list; the share of it that is done is told on the way. */
  gather: (project: Project, plan: Plan, onProgress: (share: number) => void): GatherPlan =>
    gatherOf(laidByRecipe(project), plan, { onProgress }),
  costs: (project: Project, plan: Plan): ArticleCost[] => articleCosts(laidByRecipe(project), plan),
  /** What could stand in for each cloth that is short, by need; and a way to make all of what is here. */
  swaps: (
    project: Project,
    plan: Plan,
    gather: GatherPlan,
    drawer: readonly Fabric[],
  ): { near: Record<string, readonly Swap[]>; all: readonly Swap[] | null } => {
    const laid = laidByRecipe(project);
    return {
      near: Object.fromEntries(nearCloths(laid, plan, gather, drawer)),
      all: swapAll(laid, plan, gather, drawer),
    };
  },
  sheet: (kind: GatherSheet, project: Project, plan: Plan, gather: GatherPlan, paper: Paper): SheetDocument =>
    gatherSheet(kind, laidByRecipe(project), plan, gather, paper),
  csv: (project: Project, plan: Plan, gather: GatherPlan): string => gatherCsv(laidByRecipe(project), plan, gather),
};
export type GatherWorker = typeof api;
speakAsPage();
expose(api);
