import type { Choice, Plan, Project } from '~/core/keep/model';

export interface Group {
  readonly fabricId: string;
  readonly webId: string | null;
  readonly overruled: boolean;
  readonly pieceIds: string[];
  /** The answer for the first piece; its reasons stand for all, since they are the same cloth and web. */
  readonly choice: Choice;
}

/** Cloths that take the same web. */
export interface WebGroup {
  /** null: no web suits them. */
  readonly webId: string | null;
  readonly groups: readonly Group[];
}

/** Whether hands should look at it: no web suits, one is to be bought, or little speaks for it. */
export const isDoubtful = ({ webId, overruled, choice }: Group): boolean =>
  webId === null || choice.buy !== null || (!overruled && choice.confidence.level === 'thin');

/** Cloths gathered by their web: what has none first, then the web of most. */
export function byWeb(groups: readonly Group[]): WebGroup[] {
  const webs = new Map<string | null, Group[]>();
  for (const g of groups) webs.set(g.webId, [...(webs.get(g.webId) ?? []), g]);
  return [...webs]
    .map(([webId, mine]) => ({ webId, groups: mine }))
    .sort((a, b) => Number(b.webId === null) - Number(a.webId === null) || b.groups.length - a.groups.length);
}

/** Pieces of one cloth with one web, in the order in which they are bonded. */
export function groupChoices(project: Project, plan: Plan): Group[] {
  const groups = new Map<string, Group>();
  const choices = new Map(plan.choices.map((c) => [c.pieceId, c]));
  const pieces = new Map(project.pieces.map((p) => [p.id, p]));
  for (const id of project.order) {
    const choice = choices.get(id);
    const piece = pieces.get(id);
    // While an edit is being worked out the plan may still know a piece that is gone, or not yet know a new one.
    if (!choice || !piece) continue;
    const key = `${piece.fabricId} ${choice.webId} ${choice.overruled}`;
    const group = groups.get(key);
    if (group) group.pieceIds.push(id);
    else
      groups.set(key, {
        fabricId: piece.fabricId,
        webId: choice.webId,
        overruled: choice.overruled,
        pieceIds: [id],
        choice,
      });
  }
  return [...groups.values()];
}
