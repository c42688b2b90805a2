import { lookup, type Piece, type Project, pieceName, type Route, type Tracing } from '../model';
import {
  areaMm2,
  boundsOf,
  centreOf,
  type MirrorLine,
  mirrorAt,
  mirrorLine,
  perimeterMm,
  ROUGH_TOLERANCE_MM,
  regionOf,
  transformPath,
} from '../shape';
import { type Contact, ROUTE_FACTS } from './routes';

/** Whether a line that passes through these contacts comes out reversed: an odd number of flips does. */
export const reversedBy = (contacts: readonly Contact[]): boolean => contacts.filter((c) => c.flips).length % 2 === 1;

const remembered = new Map<string, MirrorLine | null>();

/** The mirror line of an outline's shape, if it has one; remembered, since finding it costs a few milliseconds. */
export function symmetryOf(outline: string, toleranceMm: number | null = null): MirrorLine | null {
  const key = `${toleranceMm ?? ''} ${outline}`;
  const known = remembered.get(key);
  if (known !== undefined) return known;
  const line = mirrorLine(regionOf(outline, ROUGH_TOLERANCE_MM), toleranceMm ?? undefined);
  if (remembered.size > 4000) remembered.clear();
  remembered.set(key, line);
  return line;
}

export interface Facing {
  /** Whether the pattern's outline, as it came, has to be turned over to be drawn. */
  readonly mirrored: boolean;
  readonly code: 'reversed' | 'as-seen' | 'as-printed' | 'turn-back' | 'face-down' | 'no-care';
  readonly text: string;
}

/**
 * Which way round a piece is drawn: the parity of the route's face-to-face contacts, and one flip more for a pattern that came already reversed.
 * @param symmetric the shape is its own mirror image, so that nobody can tell
 */
export function facingOf(route: Route, preReversed: boolean, symmetric: boolean): Facing {
  const facts = ROUTE_FACTS[route];
  const lineReversed = reversedBy(facts.contacts);
  const mirrored = lineReversed !== preReversed;
  if (symmetric) {
    return { mirrored, code: 'no-care', text: 'The shape is its own mirror image: either way round is right.' };
  }
  if (preReversed) {
    return lineReversed
      ? {
          mirrored,
          code: 'as-printed',
          text: `${facts.doIt} just as the pattern came: it is reversed already, and reversing twice would undo it.`,
        }
      : {
          mirrored,
          code: 'turn-back',
          text: `${facts.doIt} turned over: the pattern came reversed, but on this route the line is seen from the right side.`,
        };
  }
  if (!lineReversed) {
    return { mirrored, code: 'as-seen', text: `${facts.doIt} as seen: ${lower(facts.contacts[0]!.text)}` };
  }
  return route === 'template-on-liner'
    ? {
        mirrored,
        code: 'face-down',
        text: `${facts.doIt}: the line must be reversed, because the cut piece is turned over once.`,
      }
    : {
        mirrored,
        code: 'reversed',
        text: `${facts.doIt} reversed: the cut piece is turned over once to show its right side.`,
      };
}

const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);

/** An outline turned over about the middle of its own box; curves stay curves. */
export function turnOver(outline: string): string {
  return transformPath(outline, mirrorAt(centreOf(boundsOf(regionOf(outline))).x));
}

const turned = new Map<string, string>();
/** A path turned over about the middle of an outline's box; remembered, since most pieces stay the same from one plan to the next. */
function turnedWith(outline: string, path: string): string {
  const key = path === outline ? path : `${path} ${outline}`;
  let made = turned.get(key);
  if (made === undefined) {
    made = transformPath(path, mirrorAt(centreOf(boundsOf(regionOf(outline))).x));
    if (turned.size > 4000) turned.clear();
    turned.set(key, made);
  }
  return made;
}

/** The outline to cut, in the piece's own coordinates as its pattern came. */
export interface CutOutline {
  readonly outline: string;
  /** What of it is seen; its edges inside the outline are drawn dotted. Empty when all of it is seen. */
  readonly visible: string;
  /** The middle of the web that may be cut out; empty when it stays. */
  readonly webMiddle: string;
}

/**
 * A piece as it is drawn: the outline to cut, mirrored where the route asks.
 * Area and perimeter are those of the outline drawn, mm² and mm.
 * @param mirrorMm how far a mirror image may stray for a shape to count as symmetric; null: 0.5 mm or 1 % of its size
 * @param cut by default the pattern's own outline, all of it seen
 */
export function tracingOf(
  piece: Piece,
  route: Route,
  cut: CutOutline = { outline: piece.outline, visible: '', webMiddle: '' },
  mirrorMm: number | null = null,
): Tracing {
  // A symmetric shape that is trimmed on one side is symmetric no more: what is cut decides.
  const facing = facingOf(route, piece.preReversed, symmetryOf(cut.outline, mirrorMm) !== null);
  const drawn = (path: string): string => (facing.mirrored && path !== '' ? turnedWith(cut.outline, path) : path);
  const outline = drawn(cut.outline);
  const region = regionOf(outline);
  return {
    pieceId: piece.id,
    ...facing,
    outline,
    dotted: drawn(cut.visible),
    webMiddle: drawn(cut.webMiddle),
    areaMm2: areaMm2(region),
    perimeterMm: perimeterMm(region),
  };
}

export interface FacingSnag {
  readonly code: 'mixed-facing';
  readonly pieceIds: string[];
  readonly text: string;
}

/** All pieces of one picture should go the same way: says which do not, symmetric ones aside. */
export function mixedFacing(project: Project, tracings: readonly Tracing[]): FacingSnag | null {
  const look = lookup(project);
  const telling = tracings.filter((t) => t.code !== 'no-care');
  const drawnReversed = (t: Tracing): boolean => reversedBy(ROUTE_FACTS[look.routeOf(look.piece(t.pieceId))].contacts);
  const reversed = telling.filter(drawnReversed);
  const asSeen = telling.filter((t) => !drawnReversed(t));
  const few = reversed.length < asSeen.length ? reversed : asSeen;
  if (few.length === 0) return null;
  const names = few.slice(0, 4).map((t) => pieceName(look.piece(t.pieceId), look.number(t.pieceId)));
  return {
    code: 'mixed-facing',
    pieceIds: few.map((t) => t.pieceId),
    text: `${names.join(', ')}${few.length > 4 ? ' and others' : ''} ${few.length === 1 ? 'is' : 'are'} drawn ${few === reversed ? 'reversed' : 'as seen'}, the rest ${few === reversed ? 'as seen' : 'reversed'}. Keep the two on sheets of their own.`,
  };
}
