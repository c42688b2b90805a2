import { i32, nth } from '../lists';
import { ADHESIVE, coverFacts, FIBRE_FACTS, factsOf, surfaceFacts, webKindOf } from '../material';
import type { Bench, BenchCover, BenchSurface, Fabric, Iron, Stage, Web } from '../model';
import { Column, type Layer } from './column';
import { CONTACT, GRID, LEAST_COVERAGE, LINER, MOST_ONTO, ROOM_C, SQUASH, UNDER_IRON, WATER } from './data';

export interface PressRequest {
  readonly stage: Stage;
  readonly fabric: Fabric;
  /** For a bond: everything beneath, ground first. Empty for a fuse. */
  readonly onto: readonly Fabric[];
  readonly web: Web;
  readonly iron: Iron;
  readonly bench: Bench;
  /** Covers and surfaces of one's own that the bench may name. */
  readonly covers?: readonly BenchCover[];
  readonly surfaces?: readonly BenchSurface[];
  /** To fuse: the iron on the liner, or on the cloth turned over. Liner by default. */
  readonly side?: 'liner' | 'cloth';
  /** Whether steam is wanted, whatever the leaflet says; by default the leaflet decides. */
  readonly steam?: boolean;
  /** Pressure, where it is given rather than worked out from the iron. */
  readonly kPa?: number;
}

type Role = 'cover' | 'liner' | 'fabric' | 'web' | 'onto' | 'surface';

export interface StackLayer {
  readonly role: Role;
  readonly name: string;
  readonly layer: Layer;
  /** What it bears, °C. */
  readonly limitC: number;
}

export interface Stack {
  readonly layers: readonly StackLayer[];
  readonly contactsM2KW: readonly number[];
  readonly plateM2KW: number;
  readonly web: number;
  readonly kPa: number;
}

/** Resistance of a contact under a pressure, m²·K/W. */
export function contactM2KW(kind: 'plate' | 'cloth', kPa: number): number {
  const r1 = kind === 'plate' ? CONTACT.plateM2KW.value : CONTACT.clothM2KW.value;
  return r1 * (Math.max(CONTACT.leastKPa.value, kPa) / CONTACT.atKPa.value) ** -CONTACT.exponent.value;
}

/** Thickness of cloth under pressure, mm. */
export function pressedMm(f: Fabric, kPa: number): number {
  const facts = factsOf(f);
  const give = facts.pile || (facts.hairyOrThick && !facts.hard) ? SQUASH.thick.value : SQUASH.woven.value;
  return f.thicknessMm * (1 - (give * kPa) / (kPa + SQUASH.atKPa.value));
}

const clothLayer = (f: Fabric, kPa: number, steam: boolean): Layer => {
  const facts = factsOf(f);
  const fibre = FIBRE_FACTS[f.fibre];
  const thicknessMm = pressedMm(f, kPa);
  return {
    thicknessMm,
    // Squashed cloth holds less air: it conducts as much better.
    conductivityWmK:
      facts.conductivityWmK * (facts.hard ? 1 : UNDER_IRON.value) * Math.sqrt(f.thicknessMm / thicknessMm),
    densityKgM3: f.massGsm / thicknessMm,
    specificHeatJKgK: fibre.specificHeatJKgK.value,
    waterGsm: f.massGsm * fibre.regain.value * WATER.released.value + (steam ? WATER.steamGsm.value : 0),
    cells: thicknessMm > GRID.thickMm.value ? GRID.thickCells.value : GRID.clothCells.value,
  };
};

/** Thickness of a web's adhesive where there is some, mm. */
export const adhesiveMm = (w: Web): number =>
  w.massGsm / ADHESIVE.densityKgM3.value / Math.max(LEAST_COVERAGE.value, webKindOf(w).coverage);

/** Everything under the iron, from the soleplate down. */
export function stackOf(r: PressRequest, kPa: number, steam: boolean): Stack {
  const { bench } = r;
  const cover = coverFacts(
    bench.cover,
    r.covers?.find((c) => c.id === bench.coverId),
  );
  const surface = surfaceFacts(
    bench.surface,
    r.surfaces?.find((s) => s.id === bench.surfaceId),
  );
  const layers: StackLayer[] = [];
  if (bench.cover !== 'none')
    layers.push({
      role: 'cover',
      name: cover.name,
      limitC: cover.limitC.value,
      layer: {
        thicknessMm: cover.thicknessMm.value,
        conductivityWmK:
          cover.conductivityWmK.value *
          (bench.cover === 'press-cloth' || bench.cover === 'damp-cloth' ? UNDER_IRON.value : 1),
        densityKgM3: cover.densityKgM3.value,
        specificHeatJKgK: cover.specificHeatJKgK.value,
        waterGsm: cover.waterGsm.value + (steam && bench.cover === 'press-cloth' ? WATER.steamGsm.value : 0),
        cells: cover.thicknessMm.value > GRID.thinMm.value ? GRID.coverCells.value : GRID.thinCells.value,
      },
    });
  const cloth = (f: Fabric, role: Role): StackLayer => ({
    role,
    name: f.name || factsOf(f).name,
    limitC: f.maxIronC,
    layer: clothLayer(f, kPa, steam),
  });
  const web: StackLayer = {
    role: 'web',
    name: r.web.name,
    limitC: r.web.maxC,
    layer: {
      thicknessMm: adhesiveMm(r.web),
      conductivityWmK: ADHESIVE.conductivityWmK.value,
      densityKgM3: ADHESIVE.densityKgM3.value,
      specificHeatJKgK: ADHESIVE.specificHeatJKgK.value,
      waterGsm: 0,
      cells: GRID.thinCells.value,
    },
  };
  const liner: StackLayer = {
    role: 'liner',
    name: 'liner',
    limitC: LINER.limitC.value,
    layer: {
      thicknessMm: LINER.thicknessMm.value,
      conductivityWmK: LINER.conductivityWmK.value,
      densityKgM3: LINER.densityKgM3.value,
      specificHeatJKgK: LINER.specificHeatJKgK.value,
      waterGsm: 0,
      cells: GRID.thinCells.value,
    },
  };
  if (r.stage === 'fuse') {
    const lined = r.web.liners > 0 ? [liner] : [];
    if (r.side === 'cloth') layers.push(cloth(r.fabric, 'fabric'), web, ...lined);
    else layers.push(...lined, web, cloth(r.fabric, 'fabric'));
  } else {
    layers.push(cloth(r.fabric, 'fabric'), web);
    for (const f of [...r.onto].reverse().slice(0, MOST_ONTO.value)) layers.push(cloth(f, 'onto'));
  }
  layers.push({
    role: 'surface',
    name: surface.name,
    limitC: surface.limitC.value,
    layer: {
      thicknessMm: surface.thicknessMm.value,
      conductivityWmK: surface.conductivityWmK.value,
      densityKgM3: surface.densityKgM3.value,
      specificHeatJKgK: surface.specificHeatJKgK.value,
      waterGsm: 0,
      cells: GRID.surfaceCells.value,
      growth: GRID.surfaceGrowth.value,
    },
  });
  // A web touches its neighbours all over once it softens: its contacts count half.
  const contactsM2KW = layers.slice(0, -1).map((l, i) => {
    const r0 = contactM2KW('cloth', kPa);
    return l.role === 'web' || nth(layers, i + 1).role === 'web' ? r0 / 2 : r0;
  });
  return {
    layers,
    contactsM2KW,
    plateM2KW: contactM2KW('plate', kPa),
    web: layers.findIndex((l) => l.role === 'web'),
    kPa,
  };
}

/** A cold column of the stack, ready to be pressed. */
export function columnOf(stack: Stack, steam: boolean): Column {
  const column = new Column({
    layers: stack.layers.map((l) => l.layer),
    contactsM2KW: stack.contactsM2KW,
    startC: ROOM_C.value,
    below: { fixedC: ROOM_C.value },
  });
  // Steam goes through to just below the bond line and brings all that nearly to boiling.
  if (steam)
    for (let i = 0; i < i32(column.first, Math.min(stack.web + 2, stack.layers.length - 1)); i++)
      column.t[i] = WATER.steamC.value;
  return column;
}
