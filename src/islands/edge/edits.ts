import type { Edge, Edging, Project } from '~/core/keep/model';

/** Every piece of a cloth gets this edge: what single ones had of their own goes. */
export function setClothEdge(project: Project, fabricId: string, edge: Edge | null): void {
  project.edging.cloths = project.edging.cloths.filter((c) => c.fabricId !== fabricId);
  if (edge !== null) project.edging.cloths.push({ fabricId, edge });
  for (const piece of project.pieces) if (piece.fabricId === fabricId) piece.edge = null;
}

/** A size of one's own for an edge; null: ours again. */
export function setSize(
  project: Project,
  edge: Edge,
  size: Partial<Pick<Edging['sizes'][number], 'widthMm' | 'stitchMm'>>,
): void {
  const known = project.edging.sizes.find((s) => s.edge === edge) ?? { edge, widthMm: null, stitchMm: null };
  const next = { ...known, ...size };
  project.edging.sizes = [
    ...project.edging.sizes.filter((s) => s.edge !== edge),
    ...(next.widthMm === null && next.stitchMm === null ? [] : [next]),
  ];
}

/** A thread of one's own for these pieces; null: ours again. */
export function setThread(project: Project, pieceIds: readonly string[], threadId: string | null): void {
  project.edging.threads = [
    ...project.edging.threads.filter((t) => !pieceIds.includes(t.pieceId)),
    ...(threadId === null ? [] : pieceIds.map((pieceId) => ({ pieceId, threadId }))),
  ];
}
