import { derive, same } from '../../base/derive';
import { nth } from '../../base/lists';
import {
  type Affine,
  applyTo,
  areaMm2,
  distanceToEdge,
  lineMm,
  openLines,
  type Point,
  perimeterMm,
  ROUGH_TOLERANCE_MM,
} from '../../base/shape';
import type { Edge, Edging, Piece, Project, StitchStart, Web } from '../../keep/model';
import type { Laid, LaidArticle, Placed } from '../../lay/laid';
import { isFoiled } from '../../lay/recipe';
import { EDGE_FACTS, isGoneOver, JAGGED_PER_CM, RUN_ALONG_MM, RUN_UNDER_MM, SEEN_LEAST_MM, SMOOTH_MM } from './data';
import { type Along, placeOf, pointsOnRing, type SeenRing, seenRings } from './seen';
import { type StitchSize, sizeOf } from './size';
import { beginningOf } from './starts';
import { figuresOf, type StitchFigures, type Stitching, stitchLine, type Way } from './stitches';
import { lengthsAlong, turnsOf } from './walk';

/** The web that a piece is bonded with. */
export type WebOf = (pieceId: string) => Web | null;

/** One line as it is stitched: everything of a piece that is done alike, with its stitches. */
export interface LaidLine {
  readonly id: string;
  readonly articleId: string;
  readonly pieceId: string | null;
  readonly drawn: boolean;
  readonly edge: Edge;
  readonly size: StitchSize;
  readonly lengthMm: number;
  readonly startsAt: StitchStart;
  /** One after another, thread cut between. */
  readonly runs: readonly Stitching[];
  readonly figures: StitchFigures;
  /** Corners on the whole of it. */
  readonly corners: number;
  readonly jagged: boolean;
  /** Nothing of it is in sight. */
  readonly hidden: boolean;
}

/** How an edge is stitched in a project; null: nothing is done along it. */
export const wayOf = (edge: Edge, size: StitchSize, edging: Edging): Way | null => {
  const facts = EDGE_FACTS[edge];
  return facts.motion === 'none'
    ? null
    : {
        motion: facts.motion,
        widthMm: size.widthMm,
        stitchMm: size.stitchMm,
        rounds: facts.rounds,
        runsPast: facts.runsPast,
        stroke: edging.stroke,
        pieceOn: edging.pieceOn,
        needle: edging.needle,
        everyOther: edge === 'hand-running',
      };
};

const added = (all: readonly StitchFigures[]): StitchFigures =>
  all.reduce(
    (sum, f) => ({
      stitches: sum.stitches + f.stitches,
      onTopMm: sum.onTopMm + f.onTopMm,
      outside: sum.outside + f.outside,
      inside: sum.inside + f.inside,
      curve: sum.curve + f.curve,
      points: sum.points + f.points,
    }),
    { stitches: 0, onTopMm: 0, outside: 0, inside: 0, curve: 0, points: 0 },
  );

/** A line whose many small corners are smoothed away: nobody turns the work at each of them. Source: Douglas & Peucker 1973. */
export function smoothed(line: readonly Point[], byMm: number): Point[] {
  const keep = new Uint8Array(line.length);
  keep[0] = 1;
  keep[line.length - 1] = 1;
  // A closed line is halved first: its ends are one point.
  const stack: [number, number][] = [
    [0, line.length >> 1],
    [line.length >> 1, line.length - 1],
  ];
  keep[line.length >> 1] = 1;
  for (let job = stack.pop(); job; job = stack.pop()) {
    const [from, to] = job;
    const a = nth(line, from);
    const b = nth(line, to);
    const long = Math.hypot(b.x - a.x, b.y - a.y);
    let far = 0;
    let at = -1;
    for (let i = from + 1; i < to; i++) {
      const p = nth(line, i);
      const d =
        long < 1e-9
          ? Math.hypot(p.x - a.x, p.y - a.y)
          : Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / long;
      if (d > far) {
        far = d;
        at = i;
      }
    }
    if (far > byMm) {
      keep[at] = 1;
      stack.push([from, at], [at, to]);
    }
  }
  return line.filter((_, i) => keep[i] === 1);
}

/** Stretches of one edge on a ring, with what else was said of parts of it. */
interface Part extends Along {
  readonly edge: Edge;
  /** It ends beneath an upper piece there, and not where another edge goes on. */
  readonly fromUnder: boolean;
  readonly toUnder: boolean;
}

/** What of the seen stretches is done with which edge: a person's own stretches before the piece's. */
function partsOf(ring: SeenRing, edge: Edge, own: readonly { from: number; to: number; edge: Edge }[]): Part[] {
  const { wholeMm } = ring;
  const whole = ring.seen.length === 1 && nth(ring.seen, 0).toMm - nth(ring.seen, 0).fromMm >= wholeMm - 0.01;
  if (own.length === 0) return ring.seen.map((s) => ({ ...s, edge }));
  // Every place at which something changes, and what is done between two of them.
  const edgeAt = (mm: number): Edge => {
    const share = (((mm % wholeMm) + wholeMm) % wholeMm) / wholeMm;
    const mine = own.findLast(({ from, to }) =>
      from <= to ? share >= from && share < to : share >= from || share < to,
    );
    return mine?.edge ?? edge;
  };
  const marks = own.flatMap(({ from, to }) => [from * wholeMm, to * wholeMm]);
  return ring.seen.flatMap((s): Part[] => {
    const cuts = [0, 1, 2]
      .flatMap((turn) => marks.map((m) => m + (turn - 1) * wholeMm))
      .filter((m) => m > s.fromMm + 0.01 && m < s.toMm - 0.01);
    const places = [...new Set([s.fromMm, ...cuts, s.toMm])].sort((a, b) => a - b);
    const parts: Part[] = [];
    for (let i = 0; i + 1 < places.length; i++) {
      const from = nth(places, i);
      const to = nth(places, i + 1);
      const here = edgeAt((from + to) / 2);
      const last = parts.at(-1);
      if (last && last.edge === here)
        parts[parts.length - 1] = { ...last, toMm: to, toUnder: s.toUnder && i + 2 === places.length };
      else
        parts.push({
          fromMm: from,
          toMm: to,
          edge: here,
          fromUnder: s.fromUnder && i === 0,
          toUnder: s.toUnder && i + 2 === places.length,
        });
    }
    // A whole ring's first and last part are one.
    const [first] = parts;
    const last = parts.at(-1);
    if (whole && first && last && parts.length > 1 && first.edge === last.edge) {
      parts.shift();
      parts[parts.length - 1] = { ...last, toMm: first.toMm + wholeMm };
    }
    return parts;
  });
}

/** Parts that run on beneath what lies over their ends, and along beneath it where only little is hidden between two of them. */
function runOn(parts: readonly Part[], wholeMm: number): Part[] {
  if (parts.length === 0) return [];
  const out: Part[] = [];
  const gapAfter = (i: number): number => {
    const next = nth(parts, (i + 1) % parts.length);
    return (((next.fromMm - nth(parts, i).toMm) % wholeMm) + wholeMm) % wholeMm;
  };
  // Begun after a gap that is not run along, so that nothing is joined over the beginning.
  const begin = parts.findIndex((p, i) => {
    const before = (i + parts.length - 1) % parts.length;
    return gapAfter(before) > RUN_ALONG_MM.value || nth(parts, before).edge !== p.edge || !p.fromUnder;
  });
  if (begin < 0) {
    const first = nth(parts, 0);
    return [{ ...first, toMm: first.fromMm + wholeMm, fromUnder: false, toUnder: false }];
  }
  for (let k = 0; k < parts.length; k++) {
    const i = (begin + k) % parts.length;
    const p = nth(parts, i);
    const last = out.at(-1);
    const before = (i + parts.length - 1) % parts.length;
    const gap = gapAfter(before);
    if (last && k > 0 && last.edge === p.edge && last.toUnder && p.fromUnder && gap <= RUN_ALONG_MM.value)
      out[out.length - 1] = { ...last, toMm: last.toMm + gap + (p.toMm - p.fromMm), toUnder: p.toUnder };
    else out.push(p);
  }
  return out.map((p) => {
    const free = wholeMm - (p.toMm - p.fromMm);
    const far = Math.min(RUN_UNDER_MM.value, free / 2);
    return { ...p, fromMm: p.fromUnder ? p.fromMm - far : p.fromMm, toMm: p.toUnder ? p.toMm + far : p.toMm };
  });
}

interface Told {
  readonly runs: readonly Stitching[];
  readonly lengthMm: number;
  readonly startsAt: StitchStart;
  readonly figures: StitchFigures;
  readonly corners: number;
  readonly jagged: boolean;
}
/** Fewer corners than this are no jagged outline, however small it is. */
const JAGGED_LEAST = 8;

/** The stitches of parts of rings that are done alike. */
const stitched = derive((rings: readonly SeenRing[], partsOfRings: readonly (readonly Part[])[], way: Way): Told => {
  const runs: Stitching[] = [];
  let lengthMm = 0;
  let corners = 0;
  let jagged = false;
  const starts = new Set<StitchStart>();
  for (const [i, ring] of rings.entries())
    for (const part of nth(partsOfRings, i)) {
      const long = part.toMm - part.fromMm;
      if (long < SEEN_LEAST_MM.value) continue;
      const closed = long >= ring.wholeMm - 0.01;
      let line = pointsOnRing(ring, closed ? { fromMm: 0, toMm: ring.wholeMm } : part);
      const count = turnsOf(line, closed).length;
      corners += count;
      if (count > JAGGED_LEAST && count > (JAGGED_PER_CM.value * long) / 10) {
        jagged = true;
        line = smoothed(line, SMOOTH_MM.value);
      }
      if (closed) {
        const begin = beginningOf(line, way.stitchMm, way.pieceOn === 'right');
        starts.add(begin.at);
        const wholeMm = lineMm(line);
        line = pointsOnRing(
          { line, along: lengthsAlong(line), wholeMm },
          { fromMm: begin.atMm, toMm: begin.atMm + wholeMm },
        );
      } else starts.add(part.fromUnder || part.toUnder ? 'under-upper' : 'open-end');
      lengthMm += lineMm(line);
      runs.push(stitchLine(line, closed, way));
    }
  return {
    runs,
    lengthMm,
    startsAt:
      (['inside-corner', 'under-upper', 'flat-stretch', 'open-end'] as const).find((s) => starts.has(s)) ?? 'open-end',
    figures: added(runs.map(figuresOf)),
    corners,
    jagged,
  };
});

/** How wide a piece is on the whole, mm: of a long band its width. */
export const narrowOf = (outline: Placed['region']): number => {
  const around = perimeterMm(outline);
  return around === 0 ? 0 : (2 * areaMm2(outline)) / around;
};

/** Pieces whose edges are gone over once they are bonded: those a hand has laid, which are not of foil. */
export const isEdged = (project: Project, piece: Piece): boolean => piece.part === null && !isFoiled(project, piece);

/** Every line of every article: of each piece what is in sight, and what is drawn on pieces and grounds; back-most first. */
export function laidLines(laid: Laid, when: Edging['when'], webOf: WebOf): LaidLine[] {
  const { project, look } = laid;
  const { edging } = project;
  const stretches = new Map<string, Edging['stretches']>();
  for (const s of edging.stretches) stretches.set(s.pieceId, [...(stretches.get(s.pieceId) ?? []), s]);
  return laid.articles.flatMap((article): LaidLine[] => {
    const rings = seenRings(article);
    const ofPieces = article.placed.flatMap((placed): LaidLine[] => {
      const piece = look.piece(placed.id);
      if (!isEdged(project, piece)) return [];
      const own = stretches.get(piece.id) ?? [];
      const edge = look.edgeOf(piece);
      if (!isGoneOver(edge) && own.every((s) => !isGoneOver(s.edge))) return [];
      const mine = rings.get(piece.id) ?? [];
      const along = own.flatMap((s) => onRing(mine, placed.ontoGround, s));
      const parted = mine.map((ring) => {
        const parts = partsOf(
          ring,
          edge,
          along.filter((s) => s.ring === ring),
        );
        // A line can run on beneath an upper piece only while that does not lie there yet: not in a unit, nor where all that sticks is bonded at once.
        const alone = when === 'as-it-goes' && piece.unit === null && webOf(piece.id)?.tacky !== true;
        return alone ? runOn(parts, ring.wholeMm) : parts;
      });
      const edges = [...new Set([edge, ...own.map((s) => s.edge)])].filter(isGoneOver);
      return edges.flatMap((e): LaidLine[] => {
        const size = sizeOn(laid, article, placed, e, when);
        const way = wayOf(e, size, edging);
        if (!way) return [];
        const told = stitched(mine, same(parted.map((parts) => parts.filter((p) => p.edge === e))), same(way));
        const hidden = mine.every((r) => r.seen.length === 0);
        // Left out by hand, all along.
        if (told.runs.length === 0 && (!hidden || e !== edge)) return [];
        return [
          {
            id: edges.length === 1 ? piece.id : `${piece.id} ${e}`,
            articleId: article.article.id,
            pieceId: piece.id,
            drawn: false,
            edge: e,
            size,
            hidden,
            ...told,
          },
        ];
      });
    });
    // What is drawn on a piece comes right after its edge, what is drawn on the ground last.
    const byPiece = new Map<string | null, LaidLine[]>();
    for (const l of [...ofPieces, ...drawnLines(laid, article, when)])
      byPiece.set(l.pieceId, [...(byPiece.get(l.pieceId) ?? []), l]);
    return [...article.placed.map((p) => p.id), null].flatMap((id) => byPiece.get(id) ?? []);
  });
}

/** How large a piece's stitches are with this edge. */
export function sizeOn(
  { project, look }: Laid,
  { article: { ground } }: LaidArticle,
  { piece, region }: Placed,
  edge: Edge,
  when: Edging['when'],
): StitchSize {
  return sizeOf({
    edge,
    fabric: look.fabricOf(piece),
    narrowMm: narrowOf(region),
    groundMm: ground && Math.min(ground.widthMm, ground.heightMm),
    on: project.edging.on,
    when,
    own: project.edging.sizes.find((s) => s.edge === edge),
  });
}

/** A person's own stretch on the line that is nearest to where it begins, as shares of its length. */
function onRing(
  rings: readonly SeenRing[],
  move: Affine,
  { from, to, edge }: Edging['stretches'][number],
): { ring: SeenRing; from: number; to: number; edge: Edge }[] {
  const a = applyTo(move, { x: from.xMm, y: from.yMm });
  const b = applyTo(move, { x: to.xMm, y: to.yMm });
  const ring = rings.reduce<{ ring: SeenRing; mm: number } | null>((best, r) => {
    const mm = distanceToEdge([r.line], a);
    return best && best.mm <= mm ? best : { ring: r, mm };
  }, null)?.ring;
  if (!ring) return [];
  const share = (p: Point): number => placeOf(ring.line, ring.along, p) / ring.wholeMm;
  return [{ ring, from: share(a), to: share(b), edge }];
}

/** Lines of the drawing that are stitched or painted: feelers, rays, rigging. */
function drawnLines({ project, look }: Laid, { article, placed }: LaidArticle, when: Edging['when']): LaidLine[] {
  const { edging } = project;
  const byHand = edging.linesBy === 'hand';
  const holders = [
    ...placed.map((p) => ({
      id: p.id as string | null,
      marks: look.piece(p.id).marks,
      move: p.ontoGround,
      fabric: look.fabricOf(look.piece(p.id)),
    })),
    { id: null, marks: article.marks, move: null, fabric: look.groundOf(article) },
  ];
  return holders.flatMap(({ id, marks, move, fabric }): LaidLine[] =>
    (['stitch', 'paint'] as const).flatMap((use): LaidLine[] => {
      const paths = marks.flatMap((m) => (m.is === 'line' && m.use === use ? [m.path] : []));
      if (paths.length === 0 || !fabric) return [];
      const edge: Edge = use === 'paint' ? 'paint' : byHand ? 'hand-running' : 'straight';
      const size = sizeOf({
        edge,
        fabric,
        narrowMm: Number.POSITIVE_INFINITY,
        groundMm: null,
        on: 'flat',
        when,
        own: edging.sizes.find((s) => s.edge === edge),
      });
      const way = wayOf(edge, { ...size, widthMm: use === 'paint' ? size.widthMm : 0 }, edging);
      if (!way) return [];
      const lines = paths.flatMap((d) => {
        const flat = openLines(d, ROUGH_TOLERANCE_MM);
        return move ? flat.map((line) => line.map((p) => applyTo(move, p))) : flat;
      });
      const runs = lines.map((line) => stitchLine(line, false, { ...way, rounds: 1 })).filter((s) => s.does.length > 0);
      if (runs.length === 0) return [];
      return [
        {
          id: `${id ?? article.id} drawn ${use}`,
          articleId: article.id,
          pieceId: id,
          drawn: true,
          edge,
          size: { ...size, widthMm: use === 'paint' ? size.widthMm : 0 },
          lengthMm: lines.reduce((sum, l) => sum + lineMm(l), 0),
          startsAt: 'open-end',
          runs,
          figures: added(runs.map(figuresOf)),
          corners: 0,
          jagged: false,
          hidden: false,
        },
      ];
    }),
  );
}
