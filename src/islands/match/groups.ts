import type { Choice, Plan, Project } from '~/core/keep/model';

export interface Group {
  readonly fabricId: string;
  readonly webId: string | null;
  readonly overruled: boolean;
  /** It has no web of its own, and wants none. */
  readonly needsNone: boolean;
  readonly pieceIds: string[];
  /** The answer for the first piece; its reasons stand for all, since they are the same cloth and web. */
  readonly choice: Choice;
}

/** Cloths that take the same web. */
export interface WebGroup {
  /** null: no web suits them, or they need none. */
  readonly webId: string | null;
  readonly needsNone: boolean;
  readonly groups: readonly Group[];
}

/** Whether hands should look at it: no web suits, one is to be bought, or little speaks for it. */
export const isDoubtful = ({ webId, overruled, needsNone, choice }: Group): boolean =>
  (webId === null && !needsNone) || choice.buy !== null || (!overruled && choice.confidence.level === 'thin');

/** Whether what stands in place of a web is that none is needed. */
const needsNone = ({ webId, reasons }: Choice): boolean =>
  webId === null && reasons.some((r) => r.code === 'webless' || r.code === 'own-adhesive');

/** Cloths gathered by their web: what none suits first, then the web of most, and last what needs none. */
export function byWeb(groups: readonly Group[]): WebGroup[] {
  const webs = new Map<string, Group[]>();
  for (const g of groups) {
    const key = `${g.webId} ${g.needsNone}`;
    webs.set(key, [...(webs.get(key) ?? []), g]);
  }
  const rank = (g: WebGroup): number => (g.needsNone ? 2 : g.webId === null ? 0 : 1);
  return [...webs.values()]
    .flatMap((mine): WebGroup[] =>
      mine[0] ? [{ webId: mine[0].webId, needsNone: mine[0].needsNone, groups: mine }] : [],
    )
    .sort((a, b) => rank(a) - rank(b) || b.groups.length - a.groups.length);
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
    const none = needsNone(choice);
    const key = `${piece.fabricId} ${choice.webId} ${choice.overruled} ${none}`;
    const group = groups.get(key);
    if (group) group.pieceIds.push(id);
    else
      groups.set(key, {
        fabricId: piece.fabricId,
        webId: choice.webId,
        overruled: choice.overruled,
        needsNone: none,
        pieceIds: [id],
        choice,
      });
  }
  return [...groups.values()];
}
