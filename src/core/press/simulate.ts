import { f64, i32, nth, sure } from '../lists';
import { factsOf, webKindOf } from '../material';
import type { Fabric, Harm, Iron, Web } from '../model';
import type { Column } from './column';
import {
  AIR_WM2K,
  COLD_PLATE_M2KW,
  COOL_MOST_S,
  FIRM_BELOW_C,
  HARM_S,
  LONGEST_S,
  OOZE_SHARE,
  OOZE_WIDTH_MM,
  PASSED_C,
  PLATE,
  ROOM_C,
  ROOM_NEAR_C,
  STEP,
} from './data';
import {
  adhesiveMm,
  columnOf,
  deepestWeb,
  leadingWeb,
  type PressRequest,
  type Stack,
  type StackLayer,
  stackOf,
} from './stack';
import { strikeDepthMm, viscosityPaS, wettingMm2S } from './wetting';

export interface PressRun {
  readonly stack: Stack;
  /** Moments, s, and at each the coolest and the hottest of the adhesive, °C. */
  readonly tS: readonly number[];
  readonly bondC: readonly number[];
  /** When both faces are wetted; null: not within the time looked at. */
  readonly bondedS: number | null;
  /** The first harm, and which it is; null: none within the time. */
  readonly harm: Harm | null;
  /** Temperatures from the soleplate down at the moment asked for. */
  readonly section: readonly {
    readonly name: string;
    readonly role: string;
    readonly topMm: number;
    readonly thicknessMm: number;
    readonly c: readonly number[];
  }[];
}

export interface PressAs {
  readonly soleplateC: number;
  readonly kPa: number;
  readonly steam: boolean;
  /** The plate holds its temperature exactly, or has a mass and a thermostat. */
  readonly plate?: 'ideal' | { readonly iron: Iron };
  /** Strokes with pauses: seconds down, seconds up, over and over; by default it stays down. */
  readonly strokes?: { readonly downS: number; readonly upS: number };
  readonly untilS?: number;
  /** Turned over at this moment and pressed on from the other side. */
  readonly turnAtS?: number;
  /** Moment at which the section is taken; by default the end. */
  readonly sectionAtS?: number;
}

/** Limits of everything but the surface, with how long each has been passed. */
const limitsOf = (stack: Stack): { k: number; name: string; limitC: number; scorch: boolean; overS: number }[] =>
  stack.layers
    .map((l, k) => ({ k, name: l.name, limitC: l.limitC, scorch: l.role !== 'web', overS: 0 }))
    .filter((l) => nth(stack.layers, l.k).role !== 'surface');

/** The work turned over between cover and surface, which are cold on this side; it keeps its heat. */
function turnedOver(stack: Stack, column: Column): { stack: Stack; column: Column } {
  const from = nth(stack.layers, 0).role === 'cover' ? 1 : 0;
  const to = stack.layers.length - 1;
  const work = stack.layers.slice(from, to).reverse();
  const layers = [...stack.layers.slice(0, from), ...work, nth(stack.layers, to)];
  const inner = stack.contactsM2KW.slice(from, to - 1).reverse();
  const contactsM2KW = [...stack.contactsM2KW.slice(0, from), ...inner, nth(stack.contactsM2KW, to - 1)];
  const next: Stack = {
    ...stack,
    layers,
    contactsM2KW,
    bonds: layers.flatMap((l, i) => (l.of?.role === 'web' && l.of.bonds ? [i] : [])),
  };
  const fresh = columnOf(next, false);
  const first = i32(column.first, from);
  const last = i32(column.first, to);
  const start = i32(fresh.first, from);
  for (let i = 0; i < last - first; i++) {
    fresh.t[start + i] = f64(column.t, last - 1 - i);
    fresh.water[start + i] = f64(column.water, last - 1 - i);
  }
  return { stack: next, column: fresh };
}

function sectionOf(stack: Stack, column: Column): PressRun['section'] {
  let topMm = 0;
  return stack.layers.map((l, k) => {
    const c = Array.from(
      column.t.subarray(i32(column.first, k), i32(column.first, k + 1)),
      (v) => Math.round(v * 10) / 10,
    );
    const entry = { name: l.name, role: l.role, topMm, thicknessMm: l.layer.thicknessMm, c };
    topMm += l.layer.thicknessMm;
    return entry;
  });
}

/** A face of a web against a cloth, that has to be wetted. */
interface Face {
  readonly poreMm: number;
  readonly roughnessMm: number;
  /** Whether the cloth lies above the web as it was laid. */
  readonly above: boolean;
  wet2: number;
}
/** A web whose bond is made, while it is pressed. */
interface Joint {
  readonly web: Web;
  readonly faces: readonly Face[];
  /** The cloth whose face the adhesive must not reach, how deep that is, and the wetting that goes there. */
  readonly cloth: Fabric;
  readonly strikeMm: number;
  readonly into: Face;
  readonly thickMm: number;
  squeezed: number;
}

function jointsOf(stack: Stack): Joint[] {
  return stack.bonds.map((k): Joint => {
    const { of } = nth(stack.layers, k);
    const web = sure(of?.role === 'web' ? of.web : undefined, 'a bond is made by a web');
    const faceTo = (
      l: StackLayer | undefined,
      above: boolean,
    ): { face: Face; fabric: Fabric; layer: StackLayer } | null => {
      if (l?.of?.role !== 'fabric') return null;
      const { poreMm, roughnessMm } = factsOf(l.of.fabric);
      return { face: { poreMm, roughnessMm, above, wet2: 0 }, fabric: l.of.fabric, layer: l };
    };
    const up = faceTo(stack.layers[k - 1], true);
    const down = faceTo(stack.layers[k + 1], false);
    const piece = sure(up ?? down, 'a web lies against a cloth');
    return {
      web,
      faces: [up, down].flatMap((f) => (f ? [f.face] : [])),
      cloth: piece.fabric,
      strikeMm: strikeDepthMm(piece.fabric, web, piece.layer.layer.thicknessMm),
      into: piece.face,
      thickMm: adhesiveMm(web),
      squeezed: 0,
    };
  });
}

/** Where each joint's adhesive lies among the cells: first its upper side as it was laid, then its lower. */
const cellsOf = (stack: Stack, column: Column, turned: boolean): { up: number; down: number }[] => {
  const cells = stack.bonds.map((k) => {
    const top = i32(column.first, k);
    const bottom = i32(column.first, k + 1) - 1;
    return turned ? { up: bottom, down: top } : { up: top, down: bottom };
  });
  return turned ? cells.reverse() : cells;
};

/**
 * One press from the moment the iron is set down: heat through the stack, adhesive that melts and wets both faces of every joint, and what goes wrong if it stands too long.
 * @returns when all of it is bonded and when something is first harmed, each null when not within `untilS` (60 s)
 */
export function simulate(r: PressRequest, as: PressAs): PressRun {
  let stack = stackOf(r, as.kPa, as.steam);
  let column = columnOf(stack, as.steam);
  const untilS = as.untilS ?? LONGEST_S.value;
  const joints = jointsOf(stack);
  let cells = cellsOf(stack, column, false);
  // Limits of everything, with how long each has been passed.
  let limits = limitsOf(stack);
  const tS: number[] = [0];
  const bondC: number[] = [ROOM_C.value];
  let plateC = as.soleplateC;
  const iron = as.plate && as.plate !== 'ideal' ? as.plate.iron : null;
  const areaM2 = iron ? (iron.soleplate.widthMm * iron.soleplate.lengthMm) / 1e6 : 1;
  const plateCapacity = iron ? (iron.massKg * PLATE.massShare.value * PLATE.specificHeatJKgK.value) / areaM2 : 0;
  const plateWM2 = iron ? (iron.massKg * PLATE.powerWKg.value) / areaM2 : 0;
  let heating = false;
  let t = 0;
  let dt: number = STEP.firstS.value;
  let bondedS: number | null = null;
  let harm: PressRun['harm'] = null;
  let section: PressRun['section'] | null = null;
  let down = true;
  let turned = false;
  let nextTurn = as.strokes ? as.strokes.downS : Number.POSITIVE_INFINITY;
  while (t < untilS - 1e-9) {
    if (!turned && as.turnAtS !== undefined && t >= as.turnAtS - 1e-9) {
      turned = true;
      const over = turnedOver(stack, column);
      stack = over.stack;
      column = over.column;
      cells = cellsOf(stack, column, true);
      limits = limitsOf(stack);
      dt = STEP.firstS.value;
    }
    const h = Math.min(
      dt,
      untilS - t,
      nextTurn - t,
      !turned && as.turnAtS !== undefined ? as.turnAtS - t : 1e9,
      (as.sectionAtS ?? Number.POSITIVE_INFINITY) > t ? (as.sectionAtS ?? 1e9) - t : 1e9,
    );
    const before = iron ? column.heatIn : 0;
    column.step(
      h,
      down ? { c: plateC, conductanceWM2K: 1 / stack.plateM2KW } : { c: ROOM_C.value, conductanceWM2K: AIR_WM2K.value },
    );
    if (iron) {
      if (plateC < as.soleplateC - PLATE.bandC.value / 2) heating = true;
      if (plateC > as.soleplateC + PLATE.bandC.value / 2) heating = false;
      plateC += ((heating ? plateWM2 * h : 0) - (down ? column.heatIn - before : 0)) / plateCapacity;
    }
    t += h;
    const kPa = down ? as.kPa : 0;
    let coolest = Number.POSITIVE_INFINITY;
    let allWet = true;
    for (const [j, joint] of joints.entries()) {
      const { up, down: low } = nth(cells, j);
      const upper = f64(column.t, up);
      const lower = f64(column.t, low);
      // The cooler side decides about the bond, the hotter about harm.
      coolest = Math.min(coolest, upper, lower);
      const { flow } = webKindOf(joint.web);
      for (const face of joint.faces) {
        const eta = viscosityPaS(flow, joint.web.meltC, face.above ? upper : lower);
        face.wet2 += h * wettingMm2S(flow, face.poreMm, kPa, eta);
        if (face.wet2 < face.roughnessMm ** 2) allWet = false;
      }
      const eta = viscosityPaS(flow, joint.web.meltC, Math.max(upper, lower));
      // Squeeze flow between plates, Stefan 1874: dh/dt = 2h³P/(η·w²), here as a share of the thickness.
      if (Number.isFinite(eta))
        joint.squeezed += (h * 2 * joint.thickMm * joint.thickMm * kPa * 1000) / (eta * OOZE_WIDTH_MM.value ** 2);
    }
    if (bondedS === null && allWet) bondedS = t;
    if (!harm) {
      const struck = joints.find((j) => j.into.wet2 >= j.strikeMm * j.strikeMm);
      const oozed = joints.find((j) => j.squeezed >= OOZE_SHARE.value);
      if (struck) harm = { atS: t, code: 'strike-through', who: struck.cloth.name };
      else if (oozed) harm = { atS: t, code: 'ooze', who: oozed.web.name };
      else
        for (const l of limits) {
          let most = Number.NEGATIVE_INFINITY;
          for (let i = i32(column.first, l.k); i < i32(column.first, l.k + 1); i++)
            most = Math.max(most, f64(column.t, i));
          if (most > l.limitC + PASSED_C.value) l.overS += h;
          if (l.overS > HARM_S.value) {
            harm = { atS: t, code: l.scorch ? 'scorch' : 'overheated', who: l.name };
            break;
          }
        }
    }
    tS.push(t);
    bondC.push(coolest);
    if (as.sectionAtS !== undefined && !section && t >= as.sectionAtS - 1e-9) section = sectionOf(stack, column);
    if (t >= nextTurn - 1e-9 && as.strokes) {
      down = !down;
      nextTurn = t + (down ? as.strokes.downS : as.strokes.upS);
      column.settle();
      dt = STEP.firstS.value * STEP.afterStroke.value;
    } else dt = Math.min(STEP.mostS.value, dt * STEP.growth.value);
  }
  return { stack, tS, bondC, bondedS, harm, section: section ?? sectionOf(stack, column) };
}

export type CoolWay = 'on-the-board' | 'cold-table' | 'under-a-weight';

/**
 * Seconds from lifting the iron until the bond line is firm enough to peel or to move.
 * @param way left where it is in air; carried to a cold table; on a cold table under a cold weight
 */
export function coolingS(r: PressRequest, as: PressAs, dwellS: number, way: CoolWay): number {
  const stack = stackOf(r, as.kPa, as.steam);
  const column = columnOf(stack, as.steam);
  const plate = { c: as.soleplateC, conductanceWM2K: 1 / stack.plateM2KW };
  let dt: number = STEP.firstS.value;
  for (let t = 0; t < dwellS - 1e-9; ) {
    const h = Math.min(dt, dwellS - t);
    column.step(h, plate);
    t += h;
    dt = Math.min(STEP.mostS.value, dt * STEP.growth.value);
  }
  column.settle();
  // On a cold table what lies beneath is cold again; the board it was pressed on stays warm.
  if (way !== 'on-the-board') {
    const surface = stack.layers.length - 1;
    for (let i = i32(column.first, surface); i < column.n; i++) column.t[i] = ROOM_C.value;
  }
  const top =
    way === 'under-a-weight'
      ? { c: ROOM_C.value, conductanceWM2K: 1 / COLD_PLATE_M2KW.value }
      : { c: ROOM_C.value, conductanceWM2K: AIR_WM2K.value };
  const firm = Math.max(ROOM_C.value + ROOM_NEAR_C.value, leadingWeb(r).meltC - FIRM_BELOW_C.value);
  const w0 = i32(column.first, deepestWeb(stack));
  dt = STEP.coolFirstS.value;
  let t = 0;
  while (t < COOL_MOST_S.value && Math.max(f64(column.t, w0), f64(column.t, w0 + 1)) > firm) {
    column.step(dt, top);
    t += dt;
    dt = Math.min(STEP.coolMostS.value, dt * STEP.coolGrowth.value);
  }
  return t;
}
