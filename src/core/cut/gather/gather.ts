import {
  type ArticleCost,
  type GatherPlan,
  type Need,
  needKey,
  type Plan,
  type Project,
  type ThreadUse,
} from '../../keep/model';
import { fabricsAround, isMadeUp } from '../../lay/size';
import { alone, clothNeed } from './cloth';
import { supplyNeeds, threadNeeds } from './supplies';
import { newWebNeed, webNeed } from './web';

/** What is told while the list is made, and how it is given up. */
export interface GatherHooks {
  readonly onProgress?: (share: number) => void;
  /** Asked before each need; true gives it up. */
  readonly stop?: () => boolean;
}

/** It was given up before it was done. */
export class GatherStopped extends Error {
  override name = 'GatherStopped';
}

const fabricIdsOf = (project: Project): string[] => {
  const { articles, pieces, fabrics } = project;
  const used = new Set([
    ...articles.flatMap((a) => (a.ground && !isMadeUp(project, a) ? [a.ground.fabricId] : [])),
    ...pieces.filter((p) => p.part?.role !== 'turning').map((p) => p.fabricId),
    ...fabricsAround(project),
  ]);
  return fabrics.filter((f) => used.has(f.id)).map((f) => f.id);
};

/**
 * Everything the steps of a plan use, what of it is here, and the cheapest way of buying what is not.
 * What cannot be had is told with its need; the rest of the list stands.
 * @param project laid by its recipe, as the plan was worked out from
 * @throws GatherStopped when it is given up
 */
export function gatherOf(project: Project, plan: Plan, hooks: GatherHooks = {}): GatherPlan {
  const webIds = [...new Set(plan.choices.flatMap((c) => c.webId ?? []))];
  const works: (() => (Need | null)[])[] = [
    ...fabricIdsOf(project).map((id) => () => [clothNeed(project, plan, id)]),
    ...project.webs.filter((w) => webIds.includes(w.id)).map((w) => () => [webNeed(project, plan, w.id)]),
    () => [newWebNeed(project, plan)],
    () => threadNeeds(project, plan.edge.threads),
    () => supplyNeeds(project, plan),
  ];
  const needs = works.flatMap((work, i) => {
    if (hooks.stop?.()) throw new GatherStopped();
    const got = work().filter((n) => n !== null);
    hooks.onProgress?.((i + 1) / works.length);
    return got;
  });
  return { needs, ...costOf(needs, project.gathering.voucher) };
}

/** What a list costs, a voucher taken off. */
export function costOf(
  needs: readonly Need[],
  voucher: Project['gathering']['voucher'],
): Pick<GatherPlan, 'cost' | 'saved' | 'unpriced'> {
  const toBuy = needs.filter((n) => n.buy !== null);
  const full = toBuy.reduce((sum, n) => sum + (n.buy?.price ?? 0), 0);
  const off = toBuy
    .filter((n) => voucher !== null && (voucher.on === null || voucher.on === n.key))
    .reduce((sum, n) => sum + ((n.buy?.price ?? 0) * (voucher?.percent ?? 0)) / 100, 0);
  return { cost: full - off, saved: off, unpriced: toBuy.filter((n) => n.buy?.price === null).length };
}

/** The thread of one article, made so often. */
function threadsOf(project: Project, plan: Plan, articleId: string, share: number): ThreadUse[] {
  const kinds = new Map(plan.edge.threads.map((t) => [t.threadId ?? t.colour, t]));
  const uses = new Map<string, ThreadUse>();
  const ofAll = new Map<string, number>();
  for (const l of plan.edge.lines) {
    const key = l.threadId ?? l.colour;
    ofAll.set(key, (ofAll.get(key) ?? 0) + l.threadTopMm * l.copies);
    if (l.articleId !== articleId) continue;
    const was = uses.get(key);
    uses.set(key, {
      threadId: l.threadId,
      colour: l.colour,
      kind: kinds.get(key)?.kind ?? 'cotton',
      topMm: (was?.topMm ?? 0) + l.threadTopMm * l.copies * share,
      bobbinMm: (was?.bobbinMm ?? 0) + l.threadBobbinMm * l.copies * share,
    });
  }
  return [...uses.values()].filter((u) => u.topMm > 0 && project.articles.some((a) => a.id === articleId));
}

/** An article's own list, made so often: its cloth, web and thread. */
function listOf(project: Project, plan: Plan, articleId: string, times: number): Need[] {
  const only = alone(project, articleId, times);
  const was = project.articles.find((a) => a.id === articleId)?.count ?? 1;
  const mine = new Set(only.pieces.map((p) => p.id));
  const part: Plan = {
    ...plan,
    choices: plan.choices.filter((c) => mine.has(c.pieceId)),
    tracings: plan.tracings.filter((t) => mine.has(t.pieceId)),
  };
  const webIds = new Set(part.choices.flatMap((c) => c.webId ?? []));
  return [
    ...fabricIdsOf(only).map((id) => clothNeed(only, part, id)),
    ...only.webs.filter((w) => webIds.has(w.id)).map((w) => webNeed(only, part, w.id)),
    newWebNeed(only, part),
    ...threadNeeds(only, threadsOf(project, plan, articleId, times / was)),
  ].filter((n) => n !== null);
}

/**
 * What each article costs when it is bought for by itself, and what one more of it costs beside what is made of it.
 * Cloth, web and thread are counted; tools and paper are the same for one more.
 */
export function articleCosts(project: Project, plan: Plan, hooks: GatherHooks = {}): ArticleCost[] {
  const { voucher } = project.gathering;
  return project.articles.map((a, i) => {
    if (hooks.stop?.()) throw new GatherStopped();
    const now = costOf(listOf(project, plan, a.id, a.count), voucher);
    const more = costOf(listOf(project, plan, a.id, a.count + 1), voucher);
    hooks.onProgress?.((i + 1) / project.articles.length);
    return { articleId: a.id, alone: now.cost, oneMore: Math.max(0, more.cost - now.cost), unpriced: more.unpriced };
  });
}

/** A need by its key. */
export const needOf = (gather: GatherPlan, kind: Need['kind'], id: string): Need | undefined =>
  gather.needs.find((n) => n.key === needKey(kind, id));
