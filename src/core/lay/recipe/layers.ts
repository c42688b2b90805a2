import { fabricFrom, factsOf } from '../../choose/material';
import { boxOnGround, type Fabric, newPiece, type Piece, type Project, type Route } from '../../keep/model';
import { clothNamed } from './answers';
import type { OtherSide } from './recipe';

/** Whether two things say the same, whatever the order in which a file names it. */
function alike(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const keys = Object.keys(a);
  return (
    Array.isArray(a) === Array.isArray(b) &&
    keys.length === Object.keys(b).length &&
    keys.every((key) => key in b && alike(a[key as keyof typeof a], b[key as keyof typeof b]))
  );
}
const sameList = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a.length === b.length && a.every((x, i) => x === b[i]);
const laidOut = (p: Piece): boolean => p.part !== null || p.faceDown;
const materialOf = (f: Fabric): string => factsOf(f).material;

/** An id that nothing else has. */
export function freeId(taken: ReadonlySet<string>, wanted: string): string {
  let id = wanted;
  for (let n = 2; taken.has(id); n++) id = `${wanted}-${n}`;
  return id;
}

/** What was said of pairs whose pieces are still there. */
export function layeringOf({ layering }: Project, pieces: readonly Piece[]): Project['layering'] {
  const there = new Set(pieces.map((p) => p.id));
  const pairs = layering.pairs.filter((p) => there.has(p.under) && there.has(p.over));
  return pairs.length === layering.pairs.length ? layering : { ...layering, pairs };
}

/** The pieces of hands: what a recipe lays its layers out for. */
export const handLaid = (project: Project): Piece[] => project.pieces.filter((p) => p.part === null);

/** What was laid out anew, or the project itself where that is the same, so that laying out twice changes nothing. What stayed the same stays the same object. */
export function sameThings(before: Project, after: Project): Project {
  const known = new Map(before.pieces.map((p) => [p.id, p]));
  const pieces = after.pieces.map((p) => {
    const old = known.get(p.id);
    return old && alike(p, old) ? old : p;
  });
  const articles = after.articles.map((a, i) => {
    const old = before.articles[i];
    return old && alike(old, a) ? old : a;
  });
  const same =
    sameList(pieces, before.pieces) &&
    sameList(articles, before.articles) &&
    sameList(after.order, before.order) &&
    sameList(after.words, before.words) &&
    sameList(after.fabrics, before.fabrics) &&
    alike(after.layering, before.layering);
  return same ? before : { ...after, pieces, articles };
}

/** What is cut through whole sheets is drawn on their right side. */
const SHEET_ROUTE: Route = 'template-right-side';
/** A back without web of its own lies beneath its front only where whole cloths were bonded, or where it brings its glue. */
const wasSheetwise = (piece: Piece, side: Piece | undefined, own: boolean): boolean =>
  !own && side !== undefined && side.webless && side.faceDown && piece.route === SHEET_ROUTE;

/** Boxes may stick out of one another by so much, mm. */
const WITHIN_MM = 0.5;

/** Pieces that have another side: all but those that lie wholly on one that has, by their boxes. */
export function bodiesOf(project: Project): Set<string> {
  const pieces = new Map(handLaid(project).map((p) => [p.id, p]));
  const bodies: { readonly id: string; readonly articleId: string; readonly box: ReturnType<typeof boxOnGround> }[] =
    [];
  for (const id of project.order) {
    const piece = pieces.get(id);
    if (!piece) continue;
    const box = boxOnGround(piece);
    const lies = bodies.some(
      (b) =>
        b.articleId === piece.articleId &&
        box.minX >= b.box.minX - WITHIN_MM &&
        box.maxX <= b.box.maxX + WITHIN_MM &&
        box.minY >= b.box.minY - WITHIN_MM &&
        box.maxY <= b.box.maxY + WITHIN_MM,
    );
    if (!lies) bodies.push({ id, articleId: piece.articleId, box });
  }
  return new Set(bodies.map((b) => b.id));
}

/**
 * Gives every piece that lies on no other its other side: made where there is none, and kept in shape and place with it. Sides whose piece is gone go too; nothing lies on a ground.
 * @param sheetwise whole cloths are bonded and cut through both at once: the front has the web, its other side lies beneath it, and the shape is drawn on the front when both hold
 * @returns the project itself where nothing is to do; laid out twice it is the same
 */
export function withOtherSide(project: Project, side: OtherSide, sheetwise: boolean): Project {
  const bodies = bodiesOf(project);
  const there = new Map(
    project.pieces.flatMap((p) => (p.part?.role === 'other-side' ? [[p.part.of, p] as const] : [])),
  );
  const known = new Map(project.pieces.map((p) => [p.id, p]));
  const taken = new Set(known.keys());
  /** What the other sides of a cloth are of, where there are some. */
  const paired = new Map(
    handLaid(project).flatMap((p) => {
      const other = there.get(p.id);
      return other ? [[p.fabricId, other.fabricId] as const] : [];
    }),
  );
  const named = project.recipe.answers[side.answers.side] ?? project.recipe.answers['otherSideId'];
  const first = clothNamed(project, side.answers.piece);
  const fits = (id: unknown): boolean => project.fabrics.some((f) => f.id === id && materialOf(f) === side.material);
  const fresh: Fabric[] = [];
  /** What a new other side is of: as others of this cloth, as was answered, as there is; made where there is none. */
  const usual = (piece: Piece): string => {
    const pair = paired.get(piece.fabricId);
    if (pair !== undefined && fits(pair)) return pair;
    if (typeof named === 'string' && fits(named)) return named;
    if (side.usual === null) return piece.fabricId;
    const has = [...project.fabrics, ...fresh].find((f) => materialOf(f) === side.material);
    if (has) return has.id;
    const ids = new Set(project.fabrics.map((f) => f.id));
    const { clothId, ...as } = side.usual;
    const made = fabricFrom(clothId, { ...as, id: freeId(ids, side.called) });
    fresh.push(made);
    return made.id;
  };
  const beneath = side.lies === 'beneath' || sheetwise;
  const pieces = handLaid(project).flatMap((p): Piece[] => {
    const before = there.get(p.id);
    if (!bodies.has(p.id)) return [before || p.faceDown ? { ...p, faceDown: false, webless: false } : p];
    const sideCloth = before?.fabricId ?? usual(p);
    // What brings its own adhesive holds its piece with it, and neither asks for web.
    const own = beneath && side.material === 'backing';
    const mine: Piece = {
      ...p,
      fabricId: before ? p.fabricId : (first ?? p.fabricId),
      faceDown: !beneath,
      webless: own,
      route: sheetwise ? SHEET_ROUTE : wasSheetwise(p, before, own) ? null : p.route,
      keepWhole: true,
    };
    const id = before?.id ?? freeId(taken, `${p.id}-${side.called}`);
    taken.add(id);
    const other: Piece = {
      ...newPiece({
        id,
        label: `${p.label || 'Piece'}, ${side.called}`.slice(0, 200),
        fabricId: sideCloth,
        outline: p.outline,
        articleId: p.articleId,
      }),
      at: p.at,
      count: p.count,
      preReversed: p.preReversed,
      print: before?.print ?? { xMm: 0, yMm: 0, rotateDeg: 0 },
      webId: beneath && !own && !sheetwise ? (before?.webId ?? null) : null,
      route: mine.route,
      edge: p.edge,
      keepWhole: true,
      faceDown: beneath,
      webless: !beneath || own || sheetwise,
      part: { role: 'other-side', of: p.id },
    };
    const both = [mine, other].map((piece) => {
      const old = known.get(piece.id);
      return old && alike(piece, old) ? old : piece;
    });
    return beneath ? both.reverse() : both;
  });
  const sideOf = new Map(pieces.flatMap((p) => (p.part ? [[p.part.of, p.id] as const] : [])));
  const hands = new Set(handLaid(project).map((p) => p.id));
  const order = project.order
    .filter((id) => hands.has(id))
    .flatMap((id) => {
      const other = sideOf.get(id);
      if (other === undefined) return [id];
      return beneath ? [other, id] : [id, other];
    });
  const articles = project.articles.some((a) => a.ground)
    ? project.articles.map((a) => (a.ground ? { ...a, ground: null } : a))
    : project.articles;
  return sameList(pieces, project.pieces) &&
    sameList(order, project.order) &&
    articles === project.articles &&
    fresh.length === 0
    ? project
    : {
        ...project,
        pieces,
        order,
        articles,
        layering: layeringOf(project, pieces),
        fabrics: [...project.fabrics, ...fresh],
      };
}

/** Pieces that lie on a stiff backing of their own shape: their cloth is a scrap until both are cut at once, along the backing's edge. */
export function backedIn({ pieces, fabrics }: Pick<Project, 'pieces' | 'fabrics'>): ReadonlySet<string> {
  const backings = new Set(fabrics.flatMap((f) => (materialOf(f) === 'backing' ? [f.id] : [])));
  return new Set(pieces.flatMap((p) => (p.part?.role === 'other-side' && backings.has(p.fabricId) ? [p.part.of] : [])));
}

/** A project as hands laid it, without what a recipe had laid out; the project itself where there is none of that. */
export function withoutLayers(project: Project): Project {
  if (!project.pieces.some(laidOut)) return project;
  const sides = new Map(
    project.pieces.flatMap((p) => (p.part?.role === 'other-side' ? [[p.part.of, p] as const] : [])),
  );
  const pieces = handLaid(project).map((p) => {
    const side = sides.get(p.id);
    if (!side && !p.faceDown) return p;
    return { ...p, webless: false, faceDown: false, route: wasSheetwise(p, side, p.webless) ? null : p.route };
  });
  const left = new Set(pieces.map((p) => p.id));
  return {
    ...project,
    pieces,
    order: project.order.filter((id) => left.has(id)),
    layering: layeringOf(project, pieces),
  };
}
