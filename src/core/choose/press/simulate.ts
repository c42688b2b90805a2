import { assertThere, f64, i32, nth } from '../../base/lists';
import type { Fabric, Harm, Iron, Web } from '../../keep/model';
import { factsOf, webKindOf } from '../material';
import type { LayerColumn } from './column';
import {
  AIR_WM2K,
  COLD_PLATE_M2KW,
  COLD_TABLE,
  CONTACT,
  COOL_MOST_S,
  COVER_RELEASES,
  DRAWN_IN,
  FIRM_BELOW_C,
  HAND_WARM_C,
  HARM,
  LONGEST_S,
  OOZE_SHARE,
  OOZE_WIDTH_MM,
  PASSES,
  PLATE,
  ROOM_C,
  ROOM_NEAR_C,
  STEAM,
  STEP,
} from './data';
import { adhesiveMm, columnOf, deepestWeb, leadingWeb, type PressRequest, type PressStack, stackOf } from './stack';
import { anchorDepthMm, drawnInMm, squeezedShare, strikeDepthMm, viscosityPaS, wettingMm2S } from './wetting';

export interface PressRun {
  readonly stack: PressStack;
  /** Moments, s, and at each the coolest and the hottest of the adhesive, °C. */
  readonly tS: readonly number[];
  readonly bondC: readonly number[];
  /** Seconds with the iron on it until both faces are wetted; null: not within the time looked at. */
  readonly bondedS: number | null;
  /** The first harm, after how many seconds with the iron on it, and which it is; null: none within the time. */
  readonly harm: Harm | null;
  /** How it got there, moment by moment: what is bonded and harmed where a web flows more or less easily is read off it. */
  readonly course: PressCourse;
  /** How far wetting and the worst harm have gone by the end, 1 where they are whole. */
  readonly wetShare: number;
  readonly harmShare: number;
  /** Seconds the iron stood on it. */
  readonly pressedS: number;
  /** Temperatures from the soleplate down at the moment asked for. */
  readonly section: readonly {
    readonly name: string;
    readonly role: string;
    readonly topMm: number;
    readonly thicknessMm: number;
    readonly c: readonly number[];
  }[];
}

/** What wets and wears during a press: each list as long as `pressedS`. */
export interface PressCourse {
  /** Seconds with the iron on it. */
  readonly pressedS: readonly number[];
  /** Share of wetting that is reached everywhere; it grows as the adhesive flows. */
  readonly wet: readonly number[];
  /** Share of the worst harm by adhesive that goes where it should not, as what grows in proportion to its flow. */
  readonly flowHarm: readonly number[];
  /** Share of the worst harm by heat alone. */
  readonly heatHarm: readonly number[];
}

/** A course while it is run. */
class Course implements PressCourse {
  readonly pressedS: number[] = [0];
  readonly wet: number[] = [0];
  readonly flowHarm: number[] = [0];
  readonly heatHarm: number[] = [0];
  note(pressedS: number, wet: number, flowHarm: number, heatHarm: number): void {
    this.pressedS.push(pressedS);
    this.wet.push(wet);
    this.flowHarm.push(flowHarm);
    this.heatHarm.push(heatHarm);
  }
}

export interface PressAs {
  readonly soleplateC: number;
  readonly kPa: number;
  readonly steam: boolean;
  /** The plate holds its temperature exactly, or has a mass and a thermostat. */
  readonly plate?: 'ideal' | { readonly iron: Iron };
  /** Strokes with pauses: seconds down, seconds up, over and over; by default it stays down. */
  readonly strokes?: { readonly downS: number; readonly upS: number };
  /** It glides on a cushion of steam, instead of standing. */
  readonly glides?: boolean;
  readonly untilS?: number;
  /** Turned over at this moment and pressed on from the other side. */
  readonly turnAtS?: number;
  /** Cloths pressed hotter than their label: for how long a scrap bore this heat, and the label. */
  readonly tests?: readonly Tried[];
  /** Goes on to the end, even when everything has been found out. */
  readonly whole?: boolean;
  /** Moment at which the section is taken; by default the end. */
  readonly sectionAtS?: number;
}

/** A cloth that was tried on a scrap beyond its label. */
export interface Tried {
  readonly name: string;
  /** What it bears at this heat by the test, s. */
  readonly seconds: number;
  readonly labelC: number;
  /** The soleplate that it was tried with, as this dial shows it. */
  readonly triedC: number;
}
/** The same, with how much of what its label allows is used up. */
interface Trial extends Tried {
  readonly k: number;
  used: number;
}

/** A layer's limit, with how much of what it bears has been used up. */
interface Limit {
  readonly k: number;
  readonly name: string;
  limitC: number;
  readonly web: boolean;
  used: number;
  /** How fast that grows, 1/s. */
  wear: number;
}
const limitsOf = (stack: PressStack): Limit[] =>
  stack.layers
    .map((l, k) => ({ k, name: l.name, limitC: l.limitC, web: l.role === 'web', used: 0, wear: 0 }))
    .filter((l) => nth(stack.layers, l.k).role !== 'surface');
/** The same limits, each where its layer lies now: turned over, what was used up stays used up. */
function limitsTurned(before: readonly Limit[], from: number, to: number): Limit[] {
  return before.map((l) => (l.k >= from && l.k < to ? { ...l, k: from + to - 1 - l.k } : l));
}
/** How much of what a layer bears goes in a second at a temperature. */
const wearPerS = (c: number, limitC: number): number => 2 ** ((c - limitC) / HARM.doublesC.value) / HARM.atLimitS.value;

/** Everything between cover and surface, as places in the stack. */
const workOf = (stack: PressStack): { from: number; to: number } => ({
  from: nth(stack.layers, 0).role === 'cover' ? 1 : 0,
  to: stack.layers.length - 1,
});

/** The work turned over between cover and surface, which are cold on this side; it keeps its heat and its water. */
function turnedOver(stack: PressStack, column: LayerColumn): { stack: PressStack; column: LayerColumn } {
  const { from, to } = workOf(stack);
  const work = stack.layers.slice(from, to).reverse();
  const layers = [...stack.layers.slice(0, from), ...work, nth(stack.layers, to)];
  const inner = stack.contactsM2KW.slice(from, to - 1).reverse();
  const contactsM2KW = [...stack.contactsM2KW.slice(0, from), ...inner, nth(stack.contactsM2KW, to - 1)];
  const next: PressStack = {
    ...stack,
    layers,
    contactsM2KW,
    bonds: layers.flatMap((l, i) => (l.of?.role === 'web' && l.of.bonds ? [i] : [])),
  };
  const fresh = columnOf(next);
  fresh.takeTurned(column, i32(column.first, from), i32(column.first, to), i32(fresh.first, from));
  return { stack: next, column: fresh };
}

function sectionOf(stack: PressStack, column: LayerColumn): PressRun['section'] {
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
  readonly fabric: Fabric;
  readonly poreMm: number;
  /** How deep adhesive has to go before it holds. */
  readonly needMm: number;
  /** How deep it must not go; Infinity where other cloth lies on that face. */
  readonly strikeMm: number;
  /** Whether the cloth lies above the web as it was laid. */
  readonly above: boolean;
  wet2: number;
  /** How fast that grows, mm²/s. */
  rate: number;
  /** How moist the adhesive there is, 0 … 1. */
  moist: number;
}
/** A web whose bond is made, while it is pressed. */
interface Joint {
  readonly web: Web;
  readonly faces: readonly Face[];
  readonly thickMm: number;
  /** ∫ P/η dt. */
  fluidity: number;
}

function jointsOf(stack: PressStack, behindSheet: boolean): Joint[] {
  const cloths = stack.layers.filter((l) => l.of?.role === 'fabric');
  const outermost = { first: cloths[0], last: cloths.at(-1) };
  return stack.bonds.map((k): Joint => {
    const { of } = nth(stack.layers, k);
    const web = assertThere(of?.role === 'web' ? of.web : undefined, 'a bond is made by a web');
    const thickMm = adhesiveMm(web);
    const beside = [
      { layer: stack.layers[k - 1], above: true },
      { layer: stack.layers[k + 1], above: false },
    ];
    // Glue to glue, the other face is adhesive too: it melts into it, and shares the anchoring as a cloth would.
    const faceCount = beside.filter(({ layer }) => layer?.of?.role === 'fabric' || layer?.of?.role === 'web').length;
    const sides = beside.flatMap(({ layer, above }) =>
      layer?.of?.role === 'fabric' ? [{ fabric: layer.of.fabric, layer, above }] : [],
    );
    const faces = sides.map(({ fabric, layer, above }): Face => {
      const outer = layer === outermost.first || layer === outermost.last;
      // Through gaps that one sees with the eye adhesive comes anyway: onto a sheet that it does not stick to.
      const open = behindSheet && factsOf(fabric).open;
      // Foil, paper and card are held by their skin: there is nothing to anchor in, and nothing to come through that is seen.
      const plain = factsOf(fabric).material !== 'fabric';
      return {
        fabric,
        poreMm: factsOf(fabric).poreMm,
        needMm: plain ? factsOf(fabric).roughnessMm : anchorDepthMm(fabric, thickMm, faceCount),
        strikeMm:
          outer && !open && !plain ? strikeDepthMm(fabric, web, layer.layer.thicknessMm) : Number.POSITIVE_INFINITY,
        above,
        wet2: 0,
        rate: 0,
        moist: 0,
      };
    });
    return { web, faces, thickMm, fluidity: 0 };
  });
}

/** Where each joint's adhesive lies among the cells: first its upper side as it was laid, then its lower. */
const cellsOf = (stack: PressStack, column: LayerColumn, turned: boolean): { up: number; down: number }[] => {
  const cells = stack.bonds.map((k) => {
    const top = i32(column.first, k);
    const bottom = i32(column.first, k + 1) - 1;
    return turned ? { up: bottom, down: top } : { up: top, down: bottom };
  });
  return turned ? cells.reverse() : cells;
};

/** How far each harm of a joint has gone: from 0 to 1, where it is one. */
function worstOf(j: Joint): Worst & { readonly flowing: number } {
  const squeezed = squeezedShare(j.thickMm, j.fluidity, 2 * OOZE_WIDTH_MM.value);
  let worst: Worst = { share: squeezed / OOZE_SHARE.value, code: 'ooze', who: j.web.name };
  // Of what is squeezed out 1/(1 − share)² − 1 grows as it flows.
  const growing = (share: number): number => 1 / (1 - share) ** 2 - 1;
  let flowing = growing(squeezed) / growing(OOZE_SHARE.value);
  let drawnMm = 0;
  for (const f of j.faces) {
    drawnMm += drawnInMm(f.fabric, Math.sqrt(f.wet2));
    const struck = f.wet2 / (f.strikeMm * f.strikeMm);
    flowing = Math.max(flowing, struck);
    if (struck > worst.share) worst = { share: struck, code: 'strike-through', who: f.fabric.name };
  }
  const drawn = drawnMm / (DRAWN_IN.most.value * j.thickMm);
  if (drawn > worst.share) worst = { share: drawn, code: 'over-fused', who: j.web.name };
  return { ...worst, flowing: Math.max(flowing, drawn * drawn) };
}

/** When a share that rose from one value to another in a step came to the whole, between the two moments. */
const crossed = (before: number, after: number, t0: number, t1: number): number =>
  after > before ? t0 + ((1 - before) / (after - before)) * (t1 - t0) : t1;

/** What was used up most, of what harms: its share, and who it is. */
interface Worst {
  readonly share: number;
  readonly code: Harm['code'];
  readonly who: string;
}

/**
 * What a step has done to the adhesive and the cloths: joints wet further, limits wear.
 * @param kPa 0 while the iron is lifted
 * @param pressedS seconds that the iron has stood on it
 * @returns the coolest side of any joint, the share of wetting that is reached everywhere, and the worst harm
 */
function wetAndWorn(
  {
    stack,
    column,
    joints,
    cells,
    limits,
    turned,
    tests,
    underShare,
  }: {
    readonly stack: PressStack;
    readonly column: LayerColumn;
    readonly joints: ReturnType<typeof jointsOf>;
    readonly cells: ReturnType<typeof cellsOf>;
    readonly limits: ReturnType<typeof limitsOf>;
    readonly turned: boolean;
    readonly tests: readonly Trial[];
    readonly underShare: number;
  },
  h: number,
  kPa: number,
  pressedS: number,
): {
  readonly coolest: number;
  readonly wet: number;
  readonly worst: Worst;
  readonly flowHarm: number;
  readonly heatHarm: number;
} {
  let flowHarm = 0;
  let heatHarm = 0;
  let coolest = Number.POSITIVE_INFINITY;
  let wet = Number.POSITIVE_INFINITY;
  let worst: Worst = { share: 0, code: 'ooze', who: '' };
  for (const [j, joint] of joints.entries()) {
    const { up, down: low } = nth(cells, j);
    const upper = f64(column.t, up);
    const lower = f64(column.t, low);
    // The cooler side decides about the bond, the hotter about harm.
    coolest = Math.min(coolest, upper, lower);
    const { flow } = webKindOf(joint.web);
    const easily = Math.exp(joint.web.learnt?.meanLnFlow ?? 0);
    for (const face of joint.faces) {
      const beside = nth(stack.bonds, turned ? joints.length - 1 - j : j) + (face.above === turned ? 1 : -1);
      face.moist += (column.wetness(beside) - face.moist) * (1 - Math.exp(-h / STEAM.soaksS.value));
      const meltC = joint.web.meltC - STEAM.softensC.value * face.moist;
      const eta = viscosityPaS(flow, meltC, face.above ? upper : lower);
      const rate = wettingMm2S(flow, face.poreMm, kPa, eta) * easily;
      face.wet2 += (h * (face.rate + rate)) / 2;
      face.rate = rate;
      wet = Math.min(wet, face.wet2 / (face.needMm * face.needMm));
    }
    const eta = viscosityPaS(flow, joint.web.meltC, Math.max(upper, lower));
    joint.fluidity += h * (Number.isFinite(eta) ? (kPa * 1000 * easily) / eta : 0);
    const now = worstOf(joint);
    flowHarm = Math.max(flowHarm, now.flowing);
    if (now.share > worst.share) worst = now;
  }
  for (const l of limits) {
    const wear = wearPerS(column.hottestIn(l.k), l.limitC) * underShare;
    l.used += (h * (l.wear + wear)) / 2;
    l.wear = wear;
    heatHarm = Math.max(heatHarm, l.used);
    if (l.used > worst.share) worst = { share: l.used, code: l.web ? 'overheated' : 'scorch', who: l.name };
  }
  // Past its label a cloth bears what was tried on a scrap of it, and never less than its label lets it have.
  for (const test of tests) {
    const k = limits.find((l) => l.name === test.name)?.k ?? test.k;
    test.used += h * wearPerS(column.hottestIn(k), test.labelC) * underShare;
    const share = Math.min(pressedS / test.seconds, test.used);
    heatHarm = Math.max(heatHarm, share);
    if (share > worst.share) worst = { share, code: 'tested', who: test.name };
  }
  return { coolest, wet, worst, flowHarm, heatHarm };
}

/** What was tried beyond its label, each in its layer, whose limit is then what it was tried with. */
const trialsOf = ({ tests = [] }: Pick<PressAs, 'tests'>, limits: readonly Limit[]): Trial[] =>
  tests.flatMap((test): Trial[] => {
    const limit = limits.find((l) => l.name === test.name);
    if (!limit) return [];
    limit.limitC = test.triedC;
    return [{ ...test, k: limit.k, used: 0 }];
  });

/**
 * One press from the moment the iron is set down: heat and moisture through the stack, adhesive that melts and wets both faces of every joint, and what goes wrong if it stands too long.
 * @returns when all of it is bonded and when something is first harmed, each null when not within `untilS` (60 s)
 */
export function simulate(r: PressRequest, as: PressAs): PressRun {
  let stack = stackOf(r, as.kPa);
  let column = columnOf(stack, r.bench.warm);
  const untilS = as.untilS ?? LONGEST_S.value;
  const joints = jointsOf(stack, COVER_RELEASES[r.bench.cover]);
  let cells = cellsOf(stack, column, false);
  let limits = limitsOf(stack);
  const tests = trialsOf(as, limits);
  const tS: number[] = [0];
  const bondC: number[] = [f64(column.t, nth(cells, 0).up)];
  const course = new Course();
  let plateC = as.soleplateC;
  const iron = as.plate && as.plate !== 'ideal' ? as.plate.iron : null;
  const areaM2 = iron ? (iron.soleplate.widthMm * iron.soleplate.lengthMm) / 1e6 : 1;
  const plateCapacity = iron ? (iron.massKg * PLATE.massShare.value * PLATE.specificHeatJKgK.value) / areaM2 : 0;
  const plateWM2 = iron ? (iron.massKg * PLATE.powerWKg.value) / areaM2 : 0;
  const plateM2KW = as.glides ? PASSES.cushionM2KW.value : stack.plateM2KW;
  const underShare = as.glides ? PASSES.underShare.value : 1;
  let heating = false;
  let t = 0;
  let changedS = 0;
  /** Seconds that the iron has stood on it. */
  let pressedS = 0;
  let dt: number = STEP.firstS.value;
  let wetShare = 0;
  let harmShare = 0;
  let bondedS: number | null = null;
  let harm: PressRun['harm'] = null;
  let section: PressRun['section'] | null = null;
  let down = true;
  let turned = false;
  let nextTurn = as.strokes ? as.strokes.downS : Number.POSITIVE_INFINITY;
  const whole = as.whole === true || as.sectionAtS !== undefined;
  while (t < untilS - 1e-9 && (whole || bondedS === null || harm === null)) {
    if (!turned && as.turnAtS !== undefined && t >= as.turnAtS - 1e-9) {
      turned = true;
      const { from, to } = workOf(stack);
      const over = turnedOver(stack, column);
      limits = limitsTurned(limits, from, to);
      stack = over.stack;
      column = over.column;
      cells = cellsOf(stack, column, true);
      dt = STEP.firstS.value;
      changedS = t;
    }
    const h = Math.min(
      dt,
      untilS - t,
      nextTurn - t,
      !turned && as.turnAtS !== undefined ? as.turnAtS - t : 1e9,
      (as.sectionAtS ?? Number.POSITIVE_INFINITY) > t ? (as.sectionAtS ?? 1e9) - t : 1e9,
    );
    const before = iron ? column.heatIn : 0;
    // Between two passes the tank fills again.
    const steaming = as.steam && down && (as.glides || pressedS < STEAM.burstS.value);
    column.step(
      h,
      down
        ? {
            c: plateC,
            conductanceWM2K: 1 / plateM2KW,
            ...(steaming ? { steamKgM2S: STEAM.rateKgM2S.value } : {}),
          }
        : { c: ROOM_C.value, conductanceWM2K: AIR_WM2K.value },
    );
    if (iron) {
      if (plateC < as.soleplateC - PLATE.bandC.value / 2) heating = true;
      if (plateC > as.soleplateC + PLATE.bandC.value / 2) heating = false;
      plateC += ((heating ? plateWM2 * h : 0) - (down ? column.heatIn - before : 0)) / plateCapacity;
    }
    const from = pressedS;
    t += h;
    if (down) pressedS += h;
    const kPa = down ? as.kPa : 0;
    const { coolest, wet, worst, flowHarm, heatHarm } = wetAndWorn(
      { stack, column, joints, cells, limits, turned, tests, underShare },
      h,
      kPa,
      pressedS,
    );
    if (bondedS === null && wet >= 1) bondedS = crossed(wetShare, wet, from, pressedS);
    if (harm === null && worst.share >= 1)
      harm = { atS: crossed(harmShare, worst.share, from, pressedS), code: worst.code, who: worst.who };
    wetShare = wet;
    harmShare = worst.share;
    tS.push(t);
    bondC.push(coolest);
    if (down) course.note(pressedS, wet, flowHarm, heatHarm);
    if (as.sectionAtS !== undefined && !section && t >= as.sectionAtS - 1e-9) section = sectionOf(stack, column);
    if (t >= nextTurn - 1e-9 && as.strokes) {
      down = !down;
      nextTurn = t + (down ? as.strokes.downS : as.strokes.upS);
      column.settle();
      dt = STEP.firstS.value * STEP.afterStroke.value;
      changedS = t;
    } else
      dt = Math.min(
        bondedS !== null && !whole
          ? Math.max(STEP.mostS.value, (t - changedS) * STEP.bondedShare.value)
          : column.boils
            ? STEP.mostWetS.value
            : Math.max(STEP.mostS.value, (t - changedS) * STEP.mostShare.value),
        dt * STEP.growth.value,
      );
  }
  return {
    stack,
    tS,
    bondC,
    bondedS,
    harm,
    course,
    wetShare,
    harmShare,
    pressedS,
    section: section ?? sectionOf(stack, column),
  };
}

export type CoolWay = 'on-the-board' | 'cold-table' | 'under-a-weight';

/**
 * Seconds from lifting the iron until the bond line is firm enough to peel and the cloth feels cool to the hand.
 * @param way left where it is in air; carried to a cold table; on a cold table under a cold weight
 */
export function coolingS(r: PressRequest, as: PressAs, dwellS: number, way: CoolWay): number {
  const hot = stackOf(r, as.kPa);
  const pressed = columnOf(hot, r.bench.warm);
  const plate = { c: as.soleplateC, conductanceWM2K: 1 / hot.plateM2KW };
  let dt: number = STEP.firstS.value;
  for (let t = 0; t < dwellS - 1e-9; ) {
    const h = Math.min(dt, dwellS - t);
    pressed.step(h, as.steam && t < STEAM.burstS.value ? { ...plate, steamKgM2S: STEAM.rateKgM2S.value } : plate);
    t += h;
    // How hot it has got matters, not when.
    dt = Math.min(Math.max(STEP.mostS.value, t * STEP.bondedShare.value), dt * STEP.growth.value);
  }
  // Without the iron it lies loose; the board it was pressed on stays warm, a table it is carried to is cold.
  const lies = way === 'on-the-board' ? r : { ...r, bench: { ...r.bench, surface: COLD_TABLE, surfaceId: null } };
  const stack = stackOf(lies, way === 'under-a-weight' ? as.kPa : CONTACT.leastKPa.value);
  const column = columnOf(stack);
  column.takeOver(pressed, way === 'on-the-board' ? column.n : i32(column.first, stack.layers.length - 1));
  const top =
    way === 'under-a-weight'
      ? { c: ROOM_C.value, conductanceWM2K: 1 / COLD_PLATE_M2KW.value }
      : { c: ROOM_C.value, conductanceWM2K: AIR_WM2K.value };
  const firm = Math.max(ROOM_C.value + ROOM_NEAR_C.value, leadingWeb(r).meltC - FIRM_BELOW_C.value);
  const w0 = i32(column.first, deepestWeb(stack));
  // The cloth that a hand is laid on.
  const hand = i32(column.first, stack.layers[0]?.role === 'cover' ? 1 : 0);
  dt = STEP.coolFirstS.value;
  let t = 0;
  let over = 1;
  while (t < COOL_MOST_S.value) {
    const bond = Math.max(f64(column.t, w0), f64(column.t, w0 + 1));
    const now = Math.max(bond - firm, f64(column.t, hand) - HAND_WARM_C.value);
    if (now <= 0) return t === 0 ? 0 : t - (dt * now) / (now - over);
    over = now;
    const dries = way === 'under-a-weight' ? 0 : column.dry(hand, dt);
    column.step(dt, { ...top, conductanceWM2K: top.conductanceWM2K + dries });
    t += dt;
    dt = Math.min(STEP.coolMostS.value, dt * STEP.coolGrowth.value);
  }
  return t;
}
