import { derive } from '../../base/derive';
import {
  areaMm2,
  boundsOf,
  centreOf,
  linesOfPath,
  type MirrorLine,
  mirrorAt,
  mirrorLine,
  mirrorPath,
  normalise,
  type Path,
  perimeterMm,
  type Region,
  ROUGH_TOLERANCE_MM,
  transformRegion,
  USUAL_MIRROR_MM,
} from '../../base/shape';
import {
  type DrawnMark,
  type FacingFinding,
  lookup,
  movedMarks,
  type Piece,
  type Project,
  type Route,
} from '../../keep/model';
import type { CutPiece } from '../laid';
import { areMirrored } from './mirrored-marks';
import { type Contact, ROUTE_FACTS } from './routes';

/** Whether a line that passes through these contacts comes out reversed: an odd number of flips does. */
export const reversedBy = (contacts: readonly Contact[]): boolean => contacts.filter((c) => c.flips).length % 2 === 1;

/** However much is allowed: what strays farther than this misses its place when it is laid the other way round, mm. Common practice, no source. */
export const MOST_MIRROR_MM = 1;

const symmetryWithin = derive(
  (path: Path, toleranceMm: number | null, marks: readonly DrawnMark[]): MirrorLine | null => {
    const withinMm = Math.min(MOST_MIRROR_MM, toleranceMm ?? USUAL_MIRROR_MM);
    return mirrorLine(linesOfPath(path, ROUGH_TOLERANCE_MM), withinMm, (line) => areMirrored(marks, line, withinMm));
  },
);
const UNMARKED: readonly DrawnMark[] = [];
/** The line in which an outline's shape, and what is drawn on it, is its own mirror image, if there is one; remembered, since finding it costs a few milliseconds. */
export const symmetryOf = (
  path: Path,
  toleranceMm: number | null = null,
  marks: readonly DrawnMark[] = UNMARKED,
): MirrorLine | null => symmetryWithin(path, toleranceMm, marks.length === 0 ? UNMARKED : marks);

export interface Facing extends FacingFinding {
  /** Whether the pattern's outline, as it came, has to be turned over to be drawn. */
  readonly mirrored: boolean;
}

/**
 * Which way round a piece is drawn: the parity of the route's face-to-face contacts, and one flip more for a pattern that came already reversed.
 * @param symmetric the shape is its own mirror image, so that nobody can tell
 * @param faceDown it is laid wrong side up
 */
export function facingOf(route: Route, preReversed: boolean, symmetric: boolean, faceDown = false): Facing {
  // Laid wrong side up it is turned over once more.
  const lineReversed = reversedBy(ROUTE_FACTS[route].contacts) !== faceDown;
  const code: Facing['code'] = symmetric
    ? 'no-care'
    : faceDown && !preReversed
      ? lineReversed
        ? 'reversed-face-down'
        : 'as-seen-face-down'
      : preReversed
        ? lineReversed
          ? 'as-printed'
          : 'turn-back'
        : !lineReversed
          ? 'as-seen'
          : route === 'template-on-liner'
            ? 'face-down'
            : 'reversed';
  return { mirrored: lineReversed !== preReversed, code, route };
}

const middleX = (path: Path): number => centreOf(boundsOf(linesOfPath(path))).x;

/** An outline turned over about the middle of its own box; curves stay curves. */
export const turnOver = derive((path: Path): Path => mirrorPath(path, middleX(path)));

/** A piece as it is drawn. */
export interface Drawn extends Facing {
  readonly pieceId: string;
  readonly path: Path;
  /** What of it is seen; its edges inside the outline are drawn dotted. Empty when all of it is seen. */
  readonly visible: Region;
  /** The middle of the web that may be cut out; empty when it stays. */
  readonly webMiddle: Region;
  /** Lines and dots on it. */
  readonly marks: readonly DrawnMark[];
  readonly areaMm2: number;
  readonly perimeterMm: number;
}

/**
 * A piece as it is drawn: the outline to cut, mirrored where the route asks.
 * Area and perimeter are those of the outline drawn, mm² and mm.
 * @param cut what is cut for it, in its own coordinates, as its pattern came
 * @param faceDown it is laid wrong side up once it is cut
 * @param mirrorMm how far a mirror image may stray for a shape to count as symmetric; null: 0.5 mm; never more than 1 mm
 */
export function drawnOf(
  piece: Piece,
  route: Route,
  cut: CutPiece,
  mirrorMm: number | null = null,
  faceDown = piece.faceDown,
): Drawn {
  // A symmetric shape that is trimmed on one side is symmetric no more: what is cut decides.
  // Holes and lines to one side make a shape that is no mirror image of itself.
  const symmetric = symmetryOf(cut.path, mirrorMm, piece.marks) !== null;
  const found = facingOf(route, piece.preReversed, symmetric, faceDown);
  // What lies face down and brings its own glue is a backing.
  const facing: Facing = faceDown && piece.webless && !symmetric ? { ...found, code: 'on-backing' } : found;
  const path = facing.mirrored ? turnOver(cut.path) : cut.path;
  const over = mirrorAt(middleX(cut.path));
  const drawn = (region: Region): Region =>
    facing.mirrored && region.length > 0 ? transformRegion(region, over) : region;
  const lines = linesOfPath(path);
  return {
    pieceId: piece.id,
    ...facing,
    path,
    visible: drawn(cut.visible),
    webMiddle: drawn(cut.webMiddle),
    marks: facing.mirrored && piece.marks.length > 0 ? movedMarks(piece.marks, over) : piece.marks,
    areaMm2: areaMm2(normalise(lines)),
    perimeterMm: perimeterMm(lines),
  };
}

/** All pieces of one picture should go the same way: the few that do not, symmetric ones aside. */
export interface MixedFacing {
  readonly pieceIds: readonly string[];
  readonly drawn: 'reversed' | 'as-seen';
}

export function mixedFacing(project: Project, drawn: readonly Pick<Drawn, 'pieceId' | 'code'>[]): MixedFacing | null {
  const look = lookup(project);
  // What is cut freely from the printed side is drawn on no sheet: it can be on none the wrong way round.
  const telling = drawn.filter(
    (t) =>
      t.code !== 'no-care' &&
      !look.piece(t.pieceId).faceDown &&
      look.routeOf(look.piece(t.pieceId)) !== 'cut-from-print',
  );
  const isReversed = (t: { pieceId: string }): boolean =>
    reversedBy(ROUTE_FACTS[look.routeOf(look.piece(t.pieceId))].contacts);
  const reversed = telling.filter(isReversed);
  const asSeen = telling.filter((t) => !isReversed(t));
  const few = reversed.length < asSeen.length ? reversed : asSeen;
  if (few.length === 0) return null;
  return { pieceIds: few.map((t) => t.pieceId), drawn: few === reversed ? 'reversed' : 'as-seen' };
}
