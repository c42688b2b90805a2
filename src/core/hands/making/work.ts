import type { Bounds } from '../../base/shape';
import type { Piece, PressTicket, Project, Step, StepDoing, StepKind, Web } from '../../keep/model';
import { ROUTE_FACTS } from '../../lay/facing';
import type { Laid } from '../../lay/laid';
import type { Edged } from '../edge';
import type { Presses } from './presses';
import type { Ticketed } from './tickets';

/** What phases are worked out from. */
export interface MakingWork {
  readonly laid: Laid;
  readonly presses: Presses;
  readonly pressed: readonly Ticketed[];
  readonly tickets: ReadonlyMap<string, PressTicket>;
  readonly webOf: (pieceId: string) => Web | null;
  readonly perimeterMm: (pieceId: string) => number;
  readonly boundsOf: (pieceId: string) => Bounds;
  readonly edged: Edged;
}

export type Draft = Partial<Omit<Step, 'kind' | 'does'>> & { readonly kind: StepKind; readonly does: StepDoing };

export const group = <T>(list: readonly T[], by: (t: T) => string): T[][] => {
  const groups = new Map<string, T[]>();
  for (const t of list) {
    const key = by(t);
    const there = groups.get(key);
    if (there) there.push(t);
    else groups.set(key, [t]);
  }
  return [...groups.values()];
};
export const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);

/** A job on some pieces: hands for each copy, and along each copy's edge. */
export function onPieces(
  { laid: { look }, perimeterMm }: MakingWork,
  pieces: readonly Piece[],
  eachS: number,
  mmS: number | null,
): Pick<Step, 'pieceIds' | 'copies' | 'handsS'> {
  return {
    pieceIds: pieces.map((p) => p.id),
    copies: Math.max(1, ...pieces.map(look.copiesOf)),
    handsS: sum(pieces.map((p) => look.copiesOf(p) * (eachS + (mmS === null ? 0 : perimeterMm(p.id) / mmS)))),
  };
}

export const isOnLiner = (work: MakingWork, piece: Piece): boolean =>
  ROUTE_FACTS[work.laid.look.routeOf(piece)].drawnOn === 'liner';

/** Pieces that have another side, and the other sides themselves. */
export const layeredIn = (project: Project): ReadonlySet<string> =>
  new Set(project.pieces.flatMap((p) => (p.part?.role === 'other-side' ? [p.id, p.part.of] : [])));
