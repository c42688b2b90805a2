import type { Laid } from '../laid';
import { chooseWebs, type Wish } from '../match';
import type { Choice, Fabric, Web } from '../model';
import { cleanAreaMm2 } from '../shape';

/** Every cloth that lies beneath a piece anywhere: the ground, then those of lower pieces, back-most first; each once. */
function clothBeneath(laid: Laid, pieceId: string): Fabric[] {
  const { look, pile, project } = laid;
  const { ground } = laid.articleOf(pieceId);
  const below = pile.under(pieceId);
  const lower = project.order.filter((id) => below.has(id)).map((id) => look.fabricOf(look.piece(id)));
  return [...new Set([...(ground ? [ground] : []), ...lower])];
}

/** @param bondedOf webs that are bonded already beneath a piece, as far as they are known */
function wishesOf(laid: Laid, bondedOf: (pieceId: string) => readonly Web[]): Wish[] {
  const { project, look, placed, pile } = laid;
  const areaOfFabric = new Map<string, number>();
  for (const { piece, region } of placed)
    areaOfFabric.set(
      piece.fabricId,
      (areaOfFabric.get(piece.fabricId) ?? 0) + cleanAreaMm2(region) * look.copiesOf(piece),
    );
  const boxes = new Map(placed.map((p) => [p.id, p.bounds]));
  return project.pieces.map((piece) => {
    const b = boxes.get(piece.id);
    const w = b ? b.maxX - b.minX : 0;
    const h = b ? b.maxY - b.minY : 0;
    return {
      pieceId: piece.id,
      overruledWith: piece.webId,
      fabric: look.fabricOf(piece),
      beneath: clothBeneath(laid, piece.id),
      bonded: bondedOf(piece.id),
      edge: look.edgeOf(piece),
      route: look.routeOf(piece),
      intent: project.intent,
      wants: project.wants,
      schools: project.schools,
      layers:
        (laid.articleOf(piece.id).ground ? 2 : 1) +
        Math.max(0, ...pile.beneath(piece.id).map((below) => below.pieceIds.length)),
      narrowMm: Math.min(w, h),
      longMm: Math.max(w, h),
      fabricAreaMm2: areaOfFabric.get(piece.fabricId) ?? 0,
    };
  });
}

const NOTHING_BONDED: readonly Web[] = [];

/**
 * A web for every piece. What is bonded already beneath a piece is itself a choice: webs are chosen first as if nothing were, then once more with those beneath.
 */
export function choicesOf(laid: Laid): Choice[] {
  const { project, look, pile } = laid;
  const first = chooseWebs(
    wishesOf(laid, () => NOTHING_BONDED),
    project.webs,
  );
  const webOf = new Map(first.map((c) => [c.pieceId, c.webId]));
  // With one web for all there is nothing beneath that another could spoil.
  if (new Set(webOf.values()).size < 2) return first;
  const bonded = (pieceId: string): Web[] => {
    const mine = webOf.get(pieceId);
    const below = new Set([...pile.under(pieceId)].map((id) => webOf.get(id) ?? null));
    return [...below].flatMap((id) => (id === null || id === mine ? [] : [look.web(id)]));
  };
  return chooseWebs(wishesOf(laid, bonded), project.webs);
}

/** The wish of one piece as the plan sees it, for comparing webs beyond the plan's own choice. */
export const wishOf = (laid: Laid, pieceId: string): Wish | null =>
  wishesOf(laid, () => NOTHING_BONDED).find((w) => w.pieceId === pieceId) ?? null;
