import { copyOf, pieceInMiddle } from '~/core/arrange';
import { fabricFrom } from '~/core/material';
import { newId, type Project } from '~/core/model';
import { edit, editHere, selectAll, useWorkbench } from '~/store';

export { newId };

/** Copies pieces as they lie, or mirrored (another template), as one step; the copies are picked. @returns why it was refused, in words */
export function copyPieces(ids: readonly string[], mirrored: boolean): string | null {
  const copies: string[] = [];
  const refused = edit((project) => {
    for (const id of project.order.filter((o) => ids.includes(o))) {
      const piece = project.pieces.find((p) => p.id === id);
      if (!piece) continue;
      const copy = copyOf(piece, newId(), mirrored);
      project.pieces.push(copy);
      project.order.push(copy.id);
      copies.push(copy.id);
    }
  });
  if (!refused) selectAll(copies);
  return refused;
}

/** Lays one new outline on the middle of the ground, on top; it is picked. @returns why it was refused, in words */
export function layOutline(outline: string, label: string, fabricId: string): string | null {
  const id = newId();
  const refused = editHere((project) => {
    project.pieces.push(
      pieceInMiddle(
        outline,
        { x: project.ground.widthMm / 2, y: project.ground.heightMm / 2 },
        { id, label, fabricId },
      ),
    );
    project.order.push(id);
  });
  if (!refused) selectAll([id]);
  return refused;
}

/** A fabric of the project in this very colour; made, as a plain cotton, when there is none. Changes the project given. */
export function fabricOfColour(project: Project, colour: string): string {
  const there = project.fabrics.find((f) => f.colour.toLowerCase() === colour.toLowerCase());
  if (there) return there.id;
  const fabric = fabricFrom('quilting-cotton', { id: newId(), name: `Cotton, ${colour}`, colour });
  project.fabrics.push(fabric);
  return fabric.id;
}

/** The fabric to start a new piece from: that of the piece in hand, or the first that is not the ground's. */
export function usualFabric(project: Project): string {
  const { selectedId } = useWorkbench.getState();
  const inHand = project.pieces.find((p) => p.id === selectedId)?.fabricId;
  return inHand ?? project.fabrics.find((f) => f.id !== project.ground.fabricId)?.id ?? project.ground.fabricId;
}
