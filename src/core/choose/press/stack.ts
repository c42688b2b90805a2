import { assertThere, nth } from '../../base/lists';
import type {
  Bench,
  BenchCover,
  BenchSurface,
  Cover,
  Fabric,
  Iron,
  PressSide,
  Stage,
  Surface,
  Web,
} from '../../keep/model';
import {
  ADHESIVE,
  bearsC,
  coverFacts,
  FIBRE_FACTS,
  factsOf,
  isFelt,
  SHEET_IS,
  surfaceFacts,
  WADDING,
  webKindOf,
} from '../material';
import { type Layer, LayerColumn } from './column';
import {
  CLOTH_GAPS,
  CONTACT,
  FELT_GIVES,
  GRID,
  HOLLOWS,
  LEAST_COVERAGE,
  LINER,
  MOST_ONTO,
  PASSES_VAPOUR,
  ROOM_C,
  SQUASH,
  STEAM,
  UNDER_IRON,
  VAPOUR,
  WARM,
} from './data';

/** One thing in a column under the iron. */
export type PressLayer =
  | { readonly role: 'fabric'; readonly fabric: Fabric }
  /** @property bonds this press is to make its bond; else it was made before */
  | { readonly role: 'web'; readonly web: Web; readonly bonds: boolean }
  | { readonly role: 'liner' | 'sheet' | 'wadding' };

/** What lies at one place of a press, from the surface up, without the surface and without the cover. */
export type PressColumn = readonly PressLayer[];

/** What lies over and under a press. */
export interface PressBench {
  readonly cover: Cover;
  readonly coverId: string | null;
  readonly surface: Surface;
  readonly surfaceId: string | null;
  /** What is warm already when the iron comes: a ground that was just pressed, a board in use. */
  readonly warm?: Bench['warm'];
}

export interface PressRequest {
  readonly stage: Stage;
  readonly column: PressColumn;
  readonly iron: Iron;
  readonly bench: PressBench;
  /** Covers and surfaces of one's own that the bench may name. */
  readonly covers?: readonly BenchCover[];
  readonly surfaces?: readonly BenchSurface[];
  /** Whether steam is wanted, whatever the leaflet says; by default the leaflet decides. */
  readonly steam?: boolean;
  /** Another cover than usual lies on it, so that steam gets through. */
  readonly coverForSteam?: boolean;
  /** Pressure, where it is given rather than worked out from the iron. */
  readonly kPa?: number;
  /** From which side the iron comes to bond: the face, the back, or one after the other. The face by default. */
  readonly from?: PressSide;
  /** The iron is shifted by a thumb half-way through each set-down. */
  readonly smallMoves?: boolean;
}

/** One press as people speak of it: a cloth and its web, and what they go onto. */
export interface PressAsk extends Omit<PressRequest, 'column'> {
  readonly fabric: Fabric;
  /** For a bond: everything beneath, ground first. Empty for a fuse. */
  readonly onto: readonly Fabric[];
  readonly web: Web;
  /** To fuse: the iron on the liner, or on the cloth turned over. Liner by default. */
  readonly side?: 'liner' | 'cloth';
}

/** A press as its one column. */
export function requestOf({ fabric, onto, web, side, ...rest }: PressAsk): PressRequest {
  const cloth = (f: Fabric): PressLayer => ({ role: 'fabric', fabric: f });
  const glue: PressLayer = { role: 'web', web, bonds: true };
  const liner: PressColumn = web.liners > 0 ? [{ role: 'liner' }] : [];
  const column =
    rest.stage === 'bond'
      ? [...onto.map(cloth), glue, cloth(fabric)]
      : side === 'cloth'
        ? [...liner, glue, cloth(fabric)]
        : [cloth(fabric), glue, ...liner];
  return { ...rest, column };
}

export const clothsOf = (column: PressColumn): Fabric[] =>
  column.flatMap((l) => (l.role === 'fabric' ? [l.fabric] : []));
/** The webs whose bonds a press makes, from the surface up. */
export const websOf = (column: PressColumn): Web[] =>
  column.flatMap((l) => (l.role === 'web' && l.bonds ? [l.web] : []));
/** The web whose leaflet is asked: of those that are bonded the one that wants most heat. */
export const leadingWeb = (r: Pick<PressRequest, 'column' | 'stage'>): Web =>
  assertThere(
    websOf(r.column).reduce<Web | undefined>(
      (a, b) => (a && a.leaflet[r.stage].heatC >= b.leaflet[r.stage].heatC ? a : b),
      undefined,
    ),
    'every press bonds a web',
  );
/** The cloth that a bond is about: the one right above its lowest new web, or the one that a fuse is on. */
export function pieceCloth(column: PressColumn): Fabric {
  const at = column.findIndex((l) => l.role === 'web' && l.bonds);
  const above = column.slice(at).find((l) => l.role === 'fabric');
  const cloth = above ?? column.findLast((l) => l.role === 'fabric');
  return assertThere(cloth?.role === 'fabric' ? cloth.fabric : undefined, 'every press has its cloth');
}

type Role = 'cover' | 'sheet' | 'wadding' | 'liner' | 'fabric' | 'web' | 'onto' | 'surface';

export interface StackLayer {
  readonly role: Role;
  readonly name: string;
  readonly layer: Layer;
  /** What it bears, °C. */
  readonly limitC: number;
  /** What it is made of, where it was given. */
  readonly of: PressLayer | null;
}

export interface PressStack {
  readonly layers: readonly StackLayer[];
  readonly contactsM2KW: readonly number[];
  readonly plateM2KW: number;
  /** Where the webs lie whose bonds this press makes, top down; at least one. */
  readonly bonds: readonly number[];
  readonly kPa: number;
}
/** The lowest web that is to be bonded: the last to get hot. */
export const deepestWeb = (stack: Pick<PressStack, 'bonds'>): number =>
  assertThere(stack.bonds.at(-1), 'every press bonds a web');

/** Resistance of a contact under a pressure, m²·K/W. */
export function contactM2KW(kind: 'plate' | 'cloth', kPa: number): number {
  const r1 = kind === 'plate' ? CONTACT.plateM2KW.value : CONTACT.clothM2KW.value;
  return r1 * (Math.max(CONTACT.leastKPa.value, kPa) / CONTACT.atKPa.value) ** -CONTACT.exponent.value;
}

/** Thickness of cloth under pressure, mm. Source for felt: Kothari & Das 1992. */
export function pressedMm(f: Fabric, kPa: number): number {
  const facts = factsOf(f);
  if (isFelt(f)) {
    const hot = FIBRE_FACTS[f.fibre].synthetic ? FELT_GIVES.hot.value : 1;
    const left = 1 - FELT_GIVES.byLog.value * hot * Math.log(Math.max(1, kPa / FELT_GIVES.fromKPa.value));
    return f.thicknessMm * Math.max(FELT_GIVES.least.value, left);
  }
  const give = facts.pile || (facts.hairyOrThick && !facts.hard) ? SQUASH.thick.value : SQUASH.woven.value;
  return f.thicknessMm * (1 - (give * kPa) / (kPa + SQUASH.atKPa.value));
}

/** Felt and pile: how well they let heat through differs most, and scraps of them tell. */
export const isThick = (f: Fabric): boolean => isFelt(f) || factsOf(f).pile;

/** Share of a cloth that is fibre, by volume. @param thicknessMm as it lies loose, unless given */
export const fibreShare = (f: Fabric, thicknessMm = f.thicknessMm): number =>
  Math.max(
    1 - CLOTH_GAPS.most.value,
    Math.min(1 - CLOTH_GAPS.least.value, f.massGsm / thicknessMm / FIBRE_FACTS[f.fibre].densityKgM3.value),
  );

const clothLayer = (f: Fabric, kPa: number): Layer => {
  const facts = factsOf(f);
  const fibre = FIBRE_FACTS[f.fibre];
  const thicknessMm = pressedMm(f, kPa);
  return {
    thicknessMm,
    // Squashed cloth holds less air: more of what is left is fibre.
    conductivityWmK:
      facts.conductivityWmK *
      (f.transport ?? 1) *
      Math.exp(f.learnt?.meanLnTransport ?? 0) *
      (facts.hard ? 1 : 1 + UNDER_IRON.value * fibreShare(f, thicknessMm)),
    densityKgM3: f.massGsm / thicknessMm,
    specificHeatJKgK: fibre.specificHeatJKgK.value,
    regainGsm: f.massGsm * fibre.regain.value,
    wetGsm: 0,
    passesVapour: (facts.hard ? PASSES_VAPOUR.sealed : PASSES_VAPOUR.cloth).value,
    cells: thicknessMm > GRID.thickMm.value ? GRID.thickCells.value : GRID.clothCells.value,
  };
};

/** Thickness of a web's adhesive where there is some, mm. */
export const adhesiveMm = (w: Web): number =>
  w.massGsm / ADHESIVE.densityKgM3.value / Math.max(LEAST_COVERAGE.value, webKindOf(w).coverage);

/** A plain sheet of something: its figures as a layer that holds no water. */
const sheetLayer = (
  f: Readonly<
    Record<'thicknessMm' | 'conductivityWmK' | 'densityKgM3' | 'specificHeatJKgK', { readonly value: number }>
  >,
  cells: number,
  passesVapour: number,
): Layer => ({
  thicknessMm: f.thicknessMm.value,
  conductivityWmK: f.conductivityWmK.value,
  densityKgM3: f.densityKgM3.value,
  specificHeatJKgK: f.specificHeatJKgK.value,
  regainGsm: 0,
  wetGsm: 0,
  passesVapour,
  cells,
});

/** Adhesive as thick as it is where there is some, but heavy only as far as it covers. */
const webLayer = (web: Web): Layer => {
  const coverage = Math.max(LEAST_COVERAGE.value, webKindOf(web).coverage);
  return {
    thicknessMm: adhesiveMm(web),
    conductivityWmK: ADHESIVE.conductivityWmK.value,
    densityKgM3: ADHESIVE.densityKgM3.value * coverage,
    specificHeatJKgK: ADHESIVE.specificHeatJKgK.value,
    regainGsm: 0,
    wetGsm: 0,
    passesVapour: 1 - coverage,
    cells: GRID.thinCells.value,
  };
};

/** How a layer of a column lies in the stack. @param beneath it lies under everything that this press bonds */
function stacked(of: PressLayer, beneath: boolean, kPa: number): StackLayer {
  switch (of.role) {
    case 'fabric':
      return {
        of,
        role: beneath ? 'onto' : 'fabric',
        name: of.fabric.name || factsOf(of.fabric).name,
        limitC: bearsC(of.fabric),
        layer: clothLayer(of.fabric, kPa),
      };
    case 'web':
      return { of, role: 'web', name: of.web.name, limitC: of.web.maxC, layer: webLayer(of.web) };
    case 'liner':
      return {
        of,
        role: 'liner',
        name: 'liner',
        limitC: LINER.limitC.value,
        layer: sheetLayer(LINER, GRID.thinCells.value, PASSES_VAPOUR.sealed.value),
      };
    case 'sheet': {
      const facts = coverFacts(SHEET_IS);
      return {
        of,
        role: 'sheet',
        name: 'release sheet',
        limitC: facts.limitC.value,
        layer: sheetLayer(facts, GRID.thinCells.value, PASSES_VAPOUR.sealed.value),
      };
    }
    case 'wadding':
      return {
        of,
        role: 'wadding',
        name: 'wadding',
        limitC: WADDING.limitC.value,
        layer: sheetLayer(WADDING, GRID.thickCells.value, PASSES_VAPOUR.cloth.value),
      };
  }
}

/** What the pressed layers below keep out of reach: of very many only the uppermost are looked at. */
function withinReach(column: PressColumn): PressColumn {
  const lowest = column.findIndex((l) => l.role === 'web' && l.bonds);
  const most = 2 * MOST_ONTO.value;
  return lowest > most ? column.slice(lowest - most) : column;
}

/** Everything under the iron, from the soleplate down. */
export function stackOf(r: PressRequest, kPa: number): PressStack {
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
      of: null,
      role: 'cover',
      name: cover.name,
      limitC: cover.limitC.value,
      layer: {
        thicknessMm: cover.thicknessMm.value,
        conductivityWmK: cover.conductivityWmK.value,
        densityKgM3: cover.densityKgM3.value,
        specificHeatJKgK: cover.specificHeatJKgK.value,
        regainGsm: cover.regainGsm.value,
        wetGsm: cover.waterGsm.value,
        passesVapour: coverPasses(r) ? PASSES_VAPOUR.cloth.value : PASSES_VAPOUR.sealed.value,
        cells:
          cover.waterGsm.value > 0
            ? GRID.dampCells.value
            : cover.thicknessMm.value > GRID.thinMm.value
              ? GRID.coverCells.value
              : GRID.thinCells.value,
      },
    });
  const column = withinReach(r.column);
  const lowest = column.findIndex((l) => l.role === 'web' && l.bonds);
  const firstCloth = column.findIndex((l) => l.role === 'fabric');
  for (let i = column.length - 1; i >= 0; i--) {
    // A fuse has its one cloth beneath the web: that is the cloth it is about.
    const beneath = i < lowest && !(r.stage === 'fuse' && i === firstCloth);
    layers.push(stacked(nth(column, i), beneath, kPa));
  }
  layers.push({
    of: null,
    role: 'surface',
    name: surface.name,
    limitC: surface.limitC.value,
    layer: {
      ...sheetLayer(
        surface,
        GRID.surfaceCells.value,
        (surface.passesVapour ? PASSES_VAPOUR.cloth : PASSES_VAPOUR.sealed).value,
      ),
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
    bonds: layers.flatMap((l, i) => (l.of?.role === 'web' && l.of.bonds ? [i] : [])),
    kPa,
  };
}

/** Whether vapour gets through what lies between iron and work. */
export const coverPasses = ({
  bench,
  covers,
}: {
  readonly bench: Pick<PressBench, 'cover' | 'coverId'>;
  readonly covers?: readonly BenchCover[];
}): boolean =>
  coverFacts(
    bench.cover,
    covers?.find((c) => c.id === bench.coverId),
  ).passesVapour;

/** Share of the steam from the iron that gets down to the lowest web that is bonded. */
export function steamReaches(r: PressRequest): number {
  if (!coverPasses(r)) return 0;
  const laid = r.from === 'back' ? [...r.column].reverse() : r.column;
  const lowest = laid.findIndex((l) => l.role === 'web' && l.bonds);
  return laid.slice(lowest + 1).reduce((share, l) => share * stacked(l, false, 0).layer.passesVapour, 1);
}
/** Whether steam does anything here: it has to get to the web. */
export const steamHelps = (r: PressRequest): boolean => steamReaches(r) >= STEAM.leastShare.value;

/** A column of the stack, ready to be pressed: as warm as the room, or as what was pressed just before. */
export function columnOf(stack: PressStack, warm?: Bench['warm']): LayerColumn {
  return new LayerColumn({
    layers: stack.layers.map((l) => l.layer),
    contactsM2KW: stack.contactsM2KW,
    startC: stack.layers.map((l) =>
      l.role === 'surface' && warm?.board
        ? WARM.boardC.value
        : l.role === 'onto' && warm?.ground
          ? WARM.groundC.value
          : ROOM_C.value,
    ),
    held: stack.layers.map((l) =>
      warm?.ground && (l.role === 'onto' || l.role === 'fabric') ? WARM.heldShare.value : VAPOUR.roomShare.value,
    ),
    below: { fixedC: ROOM_C.value },
  });
}

/** Adhesive that fills the hollows of both faces of a joint, g/m². */
export const fillsGsm = (faces: readonly Fabric[]): number =>
  faces.reduce((sum, f) => sum + factsOf(f).roughnessMm * ADHESIVE.densityKgM3.value * HOLLOWS.value, 0);

/** What makes two presses alike to hands: the same cloths and webs in the same order, from the same side, with steam or without, under the same cover, on the same surface. */
export const likeKey = (r: Pick<PressRequest, 'column' | 'bench' | 'stage' | 'from'>, steam: boolean): string =>
  JSON.stringify([
    r.stage,
    r.column.flatMap((l): unknown[] =>
      l.role === 'fabric'
        ? [[l.fabric.clothId ?? l.fabric.kind, l.fabric.fibre, l.fabric.thicknessMm]]
        : l.role === 'web'
          ? l.bonds
            ? [[l.web.kindId ?? l.web.form, l.web.massGsm]]
            : []
          : [l.role],
    ),
    r.from ?? 'face',
    steam,
    r.bench.cover,
    r.bench.surface,
  ]);
