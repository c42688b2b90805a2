import { inMap, nth } from '../../base/lists';
import { boundsOf, placement, type Region, ROUGH_TOLERANCE_MM, regionOf, transformRegion } from '../../base/shape';
import type { Ready } from './ready';
import {
  type NestHooks,
  type NestPlacement,
  type NestRequest,
  type NestResult,
  UNPLACED,
  type Unplaced,
} from './request';

/** Layouts are told to a ten-thousandth of a millimetre. */
export const round = (v: number): number => Math.round(v * 10_000) / 10_000;

/** An item on the roll, turned by whole steps. */
export interface Put {
  readonly item: number;
  readonly x: number;
  readonly y: number;
  readonly step: number;
}
/** An item on the roll, turned by any angle, with how far it reaches. */
export interface TurnedPut {
  readonly item: number;
  readonly x: number;
  readonly y: number;
  readonly rotateDeg: number;
  readonly reachMm: number;
}

/** What lies on scraps already. */
export interface OnScraps {
  readonly placements: readonly NestPlacement[];
  /** Of the scraps that were used, and of the parts on them, mm². */
  readonly usedMm2: number;
  readonly coveredMm2: number;
}

/** Layouts as they are told, and the best of them. */
export class Answers {
  private found: NestResult | null = null;

  /** @param rowsLengthMm what the same parts take in rows */
  constructor(
    private readonly ready: Ready,
    private readonly request: NestRequest,
    private readonly scraps: OnScraps,
    private readonly unplaced: readonly Unplaced[],
    private readonly rowsLengthMm: number,
    private readonly hooks: NestHooks,
  ) {}

  get best(): NestResult | null {
    return this.found;
  }

  of(list: readonly Put[]): NestResult {
    const { ready } = this;
    return this.ofTurned(
      list.map(({ item, x, y, step }) => ({
        item,
        x,
        y,
        rotateDeg: (360 * step) / ready.steps + nth(ready.items, item).restDeg,
        reachMm: x + ready.shapeOf(item).trueBoxAt(step).maxX,
      })),
    );
  }

  ofTurned(list: readonly TurnedPut[]): NestResult {
    let lengthMm = 0;
    let covered = this.scraps.coveredMm2;
    const laid = list.map(({ item, x, y, rotateDeg, reachMm }): NestPlacement => {
      const { part, copy } = nth(this.ready.items, item);
      lengthMm = Math.max(lengthMm, reachMm);
      covered += this.ready.shapeOf(item).areaMm2;
      return {
        id: part.id,
        copy,
        xMm: round(x),
        yMm: round(y),
        rotateDeg: round(((rotateDeg % 360) + 360) % 360),
        mirrored: false,
        bin: null,
        binCopy: 0,
      };
    });
    const used = this.scraps.usedMm2 + lengthMm * this.request.widthMm;
    return {
      lengthMm: round(lengthMm),
      utilisation: used > 0 ? Math.round((covered / used) * 10_000) / 10_000 : 0,
      placements: [...this.scraps.placements, ...laid],
      unplaced: this.unplaced,
      rowsLengthMm: round(this.rowsLengthMm),
    };
  }

  /** Takes a layout as the answer, whatever there was, and tells it. */
  take(layout: NestResult): NestResult {
    this.found = layout;
    this.hooks.onBetter?.(layout);
    return layout;
  }

  /** Takes a layout if it needs less of the roll than what there is. */
  offer(layout: NestResult): void {
    if (!this.found || layout.lengthMm < this.found.lengthMm) this.take(layout);
  }

  /**
   * The best layout; of a roll that is too short for it, what lies on it.
   * @throws Error when nothing was ever laid
   */
  last(): NestResult {
    const { found, request } = this;
    if (!found) throw new Error('nothing was laid');
    return request.lengthMm != null && found.lengthMm > request.lengthMm + 1e-6
      ? this.cutAt(found, request.lengthMm)
      : found;
  }

  /** A roll that is too short keeps what lies on it; the rest is listed. */
  private cutAt(r: NestResult, lengthMm: number): NestResult {
    const outlineOf = new Map(this.ready.items.map(({ part }) => [part.id, part.outline]));
    const reachOf = new Map(
      r.placements
        .filter((p) => p.bin === null)
        .map((p) => [p, boundsOf(placedRegion(inMap(outlineOf, p.id), p)).maxX]),
    );
    const onIt = (p: NestPlacement): boolean => p.bin !== null || inMap(reachOf, p) <= lengthMm + 1e-6;
    const gone = new Map<string, number>();
    for (const p of r.placements) if (!onIt(p)) gone.set(p.id, (gone.get(p.id) ?? 0) + 1);
    const kept = r.placements.filter(onIt);
    return {
      ...r,
      lengthMm: round(kept.reduce((far, p) => Math.max(far, reachOf.get(p) ?? 0), 0)),
      placements: kept,
      unplaced: [
        ...r.unplaced,
        ...[...gone].map(([id, copies]): Unplaced => ({ id, copies, code: 'no-room', ...UNPLACED, leftMm: lengthMm })),
      ],
    };
  }
}

/** The region a part covers where it lies. */
export function placedRegion(outline: string, at: Pick<NestPlacement, 'xMm' | 'yMm' | 'rotateDeg'>): Region {
  return transformRegion(regionOf(outline, ROUGH_TOLERANCE_MM), placement(at));
}
