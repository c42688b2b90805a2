import { fabricFrom, factsOf } from '../material';
import { boxOnGround, type Fabric, newPiece, type Piece, type Project } from '../model';

/** The other layer that pieces have in a layered thing. */
export interface OtherSide {
  /** What it is called, after its piece’s name. */
  readonly called: string;
  readonly asks: string;
  /** Beneath its piece, wrong side up and with web of its own; or on top of a piece that lies wrong side up, without web. */
  readonly lies: 'beneath' | 'on-top';
  /** What it has to be of. */
  readonly material: 'fabric' | 'foil' | 'paper';
  /** What is taken where the project has none of that yet; null: the piece’s own cloth. */
  readonly usual: { readonly clothId: string; readonly name: string; readonly colour: string } | null;
}

/** Whether two pieces are the same in everything, whatever the order in which a file names it. */
const alike = (a: Piece, b: Piece): boolean =>
  (Object.keys(a) as (keyof Piece)[]).every(
    (key) => a[key] === b[key] || JSON.stringify(a[key]) === JSON.stringify(b[key]),
  );
const sameList = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a.length === b.length && a.every((x, i) => x === b[i]);
const laidOut = (p: Piece): boolean => p.part !== null || p.webless || p.faceDown;
const materialOf = (f: Fabric): string => factsOf(f).material;

/** An id that nothing else has. */
function freeId(taken: ReadonlySet<string>, wanted: string): string {
  let id = wanted;
  for (let n = 2; taken.has(id); n++) id = `${wanted}-${n}`;
  return id;
}

/** What was said of pairs whose pieces are still there. */
function layeringOf({ layering }: Project, pieces: readonly Piece[]): Project['layering'] {
  const there = new Set(pieces.map((p) => p.id));
  const pairs = layering.pairs.filter((p) => there.has(p.under) && there.has(p.over));
  return pairs.length === layering.pairs.length ? layering : { ...layering, pairs };
}

/** The pieces of hands: what a recipe lays its layers out for. */
const handLaid = (project: Project): Piece[] => project.pieces.filter((p) => p.part === null);

/** Boxes may stick out of one another by so much, mm. */
const WITHIN_MM = 0.5;

/** Pieces that have another side: all but those that lie wholly on one that has, by their boxes. */
function bodiesOf(project: Project): Set<string> {
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
 * @returns the project itself where nothing is to do; laid out twice it is the same
 */
export function withOtherSide(project: Project, side: OtherSide): Project {
  const bodies = bodiesOf(project);
  const there = new Map(project.pieces.flatMap((p) => (p.part ? [[p.part.of, p] as const] : [])));
  const known = new Map(project.pieces.map((p) => [p.id, p]));
  const taken = new Set(known.keys());
  /** What the other sides of a cloth are of, where there are some. */
  const paired = new Map(
    handLaid(project).flatMap((p) => {
      const other = there.get(p.id);
      return other ? [[p.fabricId, other.fabricId] as const] : [];
    }),
  );
  const named = project.recipe.answers['otherSideId'];
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
  const beneath = side.lies === 'beneath';
  const pieces = handLaid(project).flatMap((p): Piece[] => {
    if (!bodies.has(p.id)) return [laidOut(p) ? { ...p, faceDown: false, webless: false } : p];
    const mine: Piece = { ...p, faceDown: !beneath, webless: false, keepWhole: true };
    const before = there.get(p.id);
    const id = before?.id ?? freeId(taken, `${p.id}-${side.called}`);
    taken.add(id);
    const other: Piece = {
      ...newPiece({
        id,
        label: `${p.label || 'Piece'}, ${side.called}`.slice(0, 200),
        fabricId: before?.fabricId ?? usual(p),
        outline: p.outline,
        articleId: p.articleId,
      }),
      at: p.at,
      count: p.count,
      preReversed: p.preReversed,
      print: before?.print ?? { xMm: 0, yMm: 0, rotateDeg: 0 },
      webId: beneath ? (before?.webId ?? null) : null,
      route: p.route,
      edge: p.edge,
      keepWhole: true,
      faceDown: beneath,
      webless: !beneath,
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

/** A project as hands laid it, without what a recipe had laid out; the project itself where there is none of that. */
export function withoutLayers(project: Project): Project {
  if (!project.pieces.some(laidOut)) return project;
  const pieces = handLaid(project).map((p) => (laidOut(p) ? { ...p, webless: false, faceDown: false } : p));
  const left = new Set(pieces.map((p) => p.id));
  return {
    ...project,
    pieces,
    order: project.order.filter((id) => left.has(id)),
    layering: layeringOf(project, pieces),
  };
}
