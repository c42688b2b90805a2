import type { Choice, Plan, Project } from '~/core/keep/model';

export interface Group {
  readonly fabricId: string;
  readonly webId: string | null;
  readonly overruled: boolean;
  readonly pieceIds: string[];
  /** The answer for the first piece; its reasons stand for all, since they are the same cloth and web. */
  readonly choice: Choice;
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
