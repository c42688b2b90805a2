import { lookup, type Piece, type Project, pieceName, type Route, type Tracing } from '../model';
import {
  areaMm2,
  boundsOf,
  centreOf,
  type MirrorLine,
  mirrorAt,
  mirrorLine,
  perimeterMm,
  regionOf,
  transformPath,
} from '../shape';
import { type Contact, ROUTE_FACTS } from './routes';

/** Whether a line that passes through these contacts comes out reversed: an odd number of flips does. */
export const reversedBy = (contacts: readonly Contact[]): boolean => contacts.filter((c) => c.flips).length % 2 === 1;

const remembered = new Map<string, MirrorLine | null>();

/** The mirror line of an outline's shape, if it has one; remembered, since finding it costs a few milliseconds. */
export function symmetryOf(outline: string): MirrorLine | null {
  const known = remembered.get(outline);
  if (known !== undefined) return known;
  const line = mirrorLine(regionOf(outline));
  if (remembered.size > 4000) remembered.clear();
  remembered.set(outline, line);
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

/**
 * A piece as it is drawn: the pattern's outline, mirrored where the route asks.
 * Area and perimeter are those of the outline drawn, mm² and mm.
 */
export function tracingOf(piece: Piece, route: Route): Tracing {
  const facing = facingOf(route, piece.preReversed, symmetryOf(piece.outline) !== null);
  const outline = facing.mirrored ? turnOver(piece.outline) : piece.outline;
  const region = regionOf(outline);
  return { pieceId: piece.id, ...facing, outline, areaMm2: areaMm2(region), perimeterMm: perimeterMm(region) };
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
