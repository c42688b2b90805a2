import {
  applyTo,
  type Bounds,
  boundsOf,
  ROUGH_TOLERANCE_MM,
  regionOf,
  rotation,
  transformRegion,
} from '../../base/shape';
import type { Lookup, NeedTrouble, Piece } from '../../keep/model';
import type { NestPlacement } from '../nest';

/** How often a print repeats across the cloth and along it, mm. */
export interface PrintRepeat {
  readonly acrossMm: number;
  readonly alongMm: number;
}

/** Pieces that are cut from a place on the print. */
export const isFussy = (look: Lookup, piece: Piece): boolean => look.routeOf(piece) === 'cut-from-print';

const mod = (n: number, by: number): number => ((n % by) + by) % by;

/**
 * Lays pieces on a length of cloth where its print comes out as it was slid under each: every place is one repeat from the next, and the first that is free is taken, row by row.
 * x runs along the selvedge, y across. The print is turned with the cloth, so that it runs along the selvedge. The first piece begins at (0,0): where the print begins on a bolt nobody knows.
 * @param widthMm of the cloth
 * @returns where they lie, and which do not fit between the selvedges
 */
export function onPrint(
  pieces: readonly {
    readonly id: string;
    readonly outline: string;
    readonly count: number;
    readonly print: Piece['print'];
  }[],
  repeat: PrintRepeat,
  widthMm: number,
  gapMm: number,
): { readonly placements: readonly NestPlacement[]; readonly tooWide: readonly string[] } {
  const boxes: Bounds[] = [];
  const placements: NestPlacement[] = [];
  const tooWide = new Set<string>();
  let shift: { x: number; y: number } | null = null;
  for (const piece of pieces) {
    const turn = 90 - piece.print.rotateDeg;
    const turned = boundsOf(transformRegion(regionOf(piece.outline, ROUGH_TOLERANCE_MM), rotation(turn)));
    // Where the piece's own (0,0) lies on the print, which begins at (0,0) of the cloth: the print's upright is along.
    const origin = applyTo(rotation(turn), { x: -piece.print.xMm, y: -piece.print.yMm });
    shift ??= { x: -origin.x - turned.minX, y: -origin.y - turned.minY };
    const phase = { x: mod(origin.x + shift.x, repeat.alongMm), y: mod(origin.y + shift.y, repeat.acrossMm) };
    for (let copy = 0; copy < piece.count; copy++) {
      const found = firstFree(turned, phase, repeat, widthMm, gapMm, boxes);
      if (!found) {
        tooWide.add(piece.id);
        break;
      }
      boxes.push({
        minX: found.x + turned.minX,
        minY: found.y + turned.minY,
        maxX: found.x + turned.maxX,
        maxY: found.y + turned.maxY,
      });
      placements.push({
        id: piece.id,
        copy,
        xMm: found.x,
        yMm: found.y,
        rotateDeg: turn,
        mirrored: false,
        bin: null,
        binCopy: 0,
      });
    }
  }
  return { placements, tooWide: [...tooWide] };
}

function firstFree(
  box: Bounds,
  phase: { readonly x: number; readonly y: number },
  { alongMm, acrossMm }: PrintRepeat,
  widthMm: number,
  gapMm: number,
  taken: readonly Bounds[],
): { x: number; y: number } | null {
  const firstY = phase.y + Math.ceil((-box.minY - phase.y) / acrossMm - 1e-9) * acrossMm;
  if (firstY + box.maxY > widthMm + 1e-9) return null;
  for (let i = Math.ceil((-box.minX - phase.x) / alongMm - 1e-9); ; i++) {
    const x = phase.x + i * alongMm;
    for (let y = firstY; y + box.maxY <= widthMm + 1e-9; y += acrossMm) {
      const clash = taken.some(
        (t) =>
          x + box.minX < t.maxX + gapMm &&
          x + box.maxX > t.minX - gapMm &&
          y + box.minY < t.maxY + gapMm &&
          y + box.maxY > t.minY - gapMm,
      );
      if (!clash) return { x, y };
    }
  }
}

/** What is known against cutting from the print. */
export function printTroubles(
  fussy: readonly string[],
  repeat: PrintRepeat | null,
  clothMm: number,
  somethingHere: boolean,
): NeedTrouble[] {
  if (fussy.length === 0) return [];
  if (!repeat) return [{ code: 'repeat-unknown', pieceIds: fussy }];
  if (repeat.acrossMm > clothMm) return [{ code: 'repeat-beyond-cloth', acrossMm: repeat.acrossMm, clothMm }];
  return somethingHere ? [{ code: 'fussy-off-bolt', pieceIds: fussy }] : [];
}
