import { assertThere } from '../../base/lists';
import type { Bearer, Fabric } from '../../keep/model';
import { bearsC, coverFacts, testOf } from '../material';
import { DIAL_NEAR_C, GLIDES_WET_C, ROOM_C, STANDS_S, VAPOUR, WATER } from './data';
import { pressureOn } from './pressure';
import { clothsOf, type PressColumn, type PressRequest, type PressStack, type StackLayer, stackOf } from './stack';

// How hot the soleplate may be for what lies under it.

/** The hottest soleplate that everything in a press bears, and what bears least. */
export interface HeatLimit {
  readonly at: number;
  readonly bearer: Bearer;
  /** That was tried on a scrap with this very iron: what its dial is off by is in it already. */
  readonly triedHere: boolean;
}

/** By how much a soleplate stays below a limit: what any iron swings by. What one may be off beyond that counts by the harm it does in the seconds it has. */
export const keptBelowC = (limit: HeatLimit): number => (limit.triedHere ? 0 : DIAL_NEAR_C.value);

/** The cloth that the iron, or its cover, touches. */
export const topCloth = (column: PressColumn): Fabric =>
  assertThere(clothsOf(column).at(-1), 'every press has its cloth');

/**
 * Share of the heat between soleplate and room that has got down to a layer when nobody stands any longer: resistances in series, and the heat that what lies above takes up first (one lump, half of it on the way).
 */
function reachedShare(stack: PressStack, k: number): number {
  const through = ({ thicknessMm, conductivityWmK }: StackLayer['layer']): number =>
    thicknessMm / 1000 / conductivityWmK;
  // What boils off takes its heat along on the way from the room to where water boils.
  const boilsJKgK = WATER.latentJKg.value / (WATER.boilsC.value - ROOM_C.value);
  const holds = (l: StackLayer['layer']): number =>
    (l.thicknessMm / 1000) * l.densityKgM3 * l.specificHeatJKgK +
    ((l.regainGsm * VAPOUR.roomShare.value + l.wetGsm) / 1000) * boilsJKgK;
  const sum = (from: number, to: number): number =>
    stack.layers
      .slice(from, to)
      .reduce((m2KW, l, i) => m2KW + through(l.layer) + (stack.contactsM2KW[from + i] ?? 0), 0);
  const above = stack.plateM2KW + sum(0, k);
  const below = sum(k, stack.layers.length);
  const lags = above * stack.layers.slice(0, k).reduce((j, l) => j + holds(l.layer) / 2, 0);
  return (below / (above + below)) * (lags > 0 ? 1 - Math.exp(-STANDS_S.value / lags) : 1);
}

/** What each web that is bonded lets the soleplate be: the adhesive itself gets no hotter than it stands, for as long as anyone stands with the iron on it. */
function websBear(r: PressRequest, column: PressColumn, kPa: number): HeatLimit[] {
  const stack = stackOf({ ...r, column: r.from === 'back' ? [...column].reverse() : column }, kPa);
  return stack.bonds.flatMap((k): HeatLimit[] => {
    const layer = stack.layers[k];
    if (layer?.of?.role !== 'web') return [];
    const { web } = layer.of;
    const at = ROOM_C.value + (web.maxC - ROOM_C.value) / reachedShare(stack, k);
    return [{ at, bearer: { part: 'web', name: web.name }, triedHere: false }];
  });
}

/**
 * The hottest soleplate that everything in this press bears, and what bears least.
 * @param glidesWet thick hairy cloth is glided over with steam: while it is wet its label is not reached
 */
export function hottestC(r: PressRequest, columns: readonly PressColumn[] = [r.column], glidesWet = false): HeatLimit {
  const cover = coverFacts(
    r.bench.cover,
    r.covers?.find((x) => x.id === r.bench.coverId),
  );
  const { kPa } = r.kPa === undefined ? pressureOn(r.iron, columns.flatMap(clothsOf)) : { kPa: r.kPa };
  const limits: HeatLimit[] = [
    ...columns.flatMap((column) => {
      const lowest = column.findIndex((l) => l.role === 'web' && l.bonds);
      const cloths = column.flatMap((l, i): HeatLimit[] => {
        if (l.role !== 'fabric') return [];
        const { fabric } = l;
        const own = bearsC(fabric);
        return [
          {
            at: glidesWet && fabric.fibre === 'wool' ? Math.max(own, GLIDES_WET_C.value) : own,
            bearer: { part: i < lowest && r.stage === 'bond' ? 'beneath' : 'fabric', name: fabric.name },
            triedHere: testOf(fabric)?.ironId === r.iron.id,
          },
        ];
      });
      // What was bonded before is heated through all that lies on it: only the heat that gets there counts.
      return [...cloths, ...websBear(r, column, kPa)];
    }),
    { at: cover.limitC.value, bearer: { part: 'cover', name: cover.name }, triedHere: false },
  ];
  return limits.reduce((a, b) => (b.at < a.at ? b : a));
}
