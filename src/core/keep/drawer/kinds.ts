import { CLOTHS, COVER_FACTS, fabricFrom, WEB_KINDS, webFrom } from '../../choose/material';
import {
  type BenchCover,
  type BenchSurface,
  benchCoverSchema,
  benchSurfaceSchema,
  COVERS,
  FABRIC_KINDS,
  type Fabric,
  FIBRES,
  fabricSchema,
  IRON_KINDS,
  type Iron,
  ironSchema,
  type Picture,
  SEWING,
  SURFACES,
  THREAD_KINDS,
  type Thread,
  threadSchema,
  WEB_FORMS,
  type Web,
  webSchema,
} from '../model';
import { type CsvColumn, length, number, oneOf, temperature, text, yesNo } from './column';

/** What the Drawer holds, kind by kind. */
export interface Things {
  readonly fabrics: Fabric;
  readonly webs: Web;
  readonly irons: Iron;
  readonly covers: BenchCover;
  readonly surfaces: BenchSurface;
  readonly threads: Thread;
}
export type DrawerKind = keyof Things;

/** As they stand side by side. */
export const DRAWER_KINDS = [
  'fabrics',
  'webs',
  'threads',
  'irons',
  'covers',
  'surfaces',
] as const satisfies readonly DrawerKind[];

export const THING_SCHEMAS = {
  fabrics: fabricSchema,
  webs: webSchema,
  irons: ironSchema,
  covers: benchCoverSchema,
  surfaces: benchSurfaceSchema,
  threads: threadSchema,
} as const;

/** How a kind is spoken of, and what stands on its front. */
export const KIND_WORDS: Readonly<Record<DrawerKind, { one: string; many: string; title: string }>> = {
  fabrics: { one: 'fabric', many: 'fabrics', title: 'Fabrics' },
  webs: { one: 'web', many: 'webs', title: 'Webs' },
  irons: { one: 'iron', many: 'irons', title: 'Irons and presses' },
  covers: { one: 'cover', many: 'covers', title: 'Covers' },
  surfaces: { one: 'surface', many: 'surfaces', title: 'Surfaces' },
  threads: { one: 'thread', many: 'threads', title: 'Threads' },
};

/** The whole Drawer: things by kind, and the photos they show. */
export type DrawerContents = { readonly [K in DrawerKind]: readonly Things[K][] } & {
  readonly pictures: readonly Picture[];
};

/** A Drawer with nothing in it. */
export const emptyDrawer = (): DrawerContents => ({
  ...(Object.fromEntries(DRAWER_KINDS.map((k) => [k, []])) as unknown as Omit<DrawerContents, 'pictures'>),
  pictures: [],
});

/** At most so many of one kind: more would be a warehouse. */
export const DRAWER_LIMIT = 10_000;

/** The columns of a CSV file, kind by kind. Only the name must be there; what is left out is typical. */
export const COLUMNS: Readonly<Record<DrawerKind, readonly CsvColumn[]>> = {
  fabrics: [
    text('name', 'name'),
    oneOf(
      'cloth',
      'clothId',
      CLOTHS.map((c) => c.id),
    ),
    oneOf('kind', 'kind', FABRIC_KINDS),
    oneOf('fibre', 'fibre', FIBRES),
    length('thickness mm', 'thicknessMm'),
    number('mass g/m2', 'massGsm'),
    temperature('heat limit C', 'maxIronC'),
    temperature('tested C', 'testedC', true),
    number('tested s', 'testedS', true),
    { heading: 'tested with', path: 'testedIronId', type: { is: 'text' }, optional: true },
    { heading: 'tested mark', path: 'testedMark', type: { is: 'text' }, optional: true },
    { heading: 'colour', path: 'colour', type: { is: 'colour' } },
    oneOf('sides', 'sides', ['one', 'both']),
    yesNo('one way', 'oneWay'),
    number('fraying', 'frays'),
    yesNo('prewashed', 'prewashed'),
    { heading: 'stock mm', path: 'stock', type: { is: 'sizes' } },
    number('price per m2', 'pricePerM2', true),
    number('opacity', 'opacity', true),
    number('stretch %', 'stretchPercent', true),
    number('conductivity W/mK', 'conductivityWmK', true),
    number('stiffness uNm', 'stiffnessUNm', true),
    text('note', 'note'),
  ],
  webs: [
    text('name', 'name'),
    oneOf(
      'starts from',
      'kindId',
      WEB_KINDS.map((k) => k.id),
    ),
    oneOf('form', 'form', WEB_FORMS),
    oneOf('liners', 'liners', [0, 1, 2]),
    number('mass g/m2', 'massGsm'),
    temperature('melts C', 'meltC'),
    temperature('highest C', 'maxC'),
    oneOf('sewing', 'sewing', SEWING),
    yesNo('tacky', 'tacky'),
    yesNo('printable', 'printable'),
    length('roll width mm', 'widthMm'),
    length('left mm', 'stockMm'),
    { heading: 'offcuts mm', path: 'offcuts', type: { is: 'sizes' } },
    number('price per m', 'pricePerM', true),
    temperature('fuse C', 'leaflet.fuse.heatC'),
    number('fuse s', 'leaflet.fuse.dwellS'),
    yesNo('fuse steam', 'leaflet.fuse.steam'),
    temperature('bond C', 'leaflet.bond.heatC'),
    number('bond s', 'leaflet.bond.dwellS'),
    yesNo('bond steam', 'leaflet.bond.steam'),
    { heading: 'fuse steps', path: 'steps.fuse', type: { is: 'steps' } },
    { heading: 'bond steps', path: 'steps.bond', type: { is: 'steps' } },
    text('note', 'note'),
  ],
  irons: [
    text('name', 'name'),
    oneOf('kind', 'kind', IRON_KINDS),
    length('soleplate width mm', 'soleplate.widthMm'),
    length('soleplate length mm', 'soleplate.lengthMm'),
    number('mass kg', 'massKg'),
    number('lean N', 'leanN'),
    yesNo('vents', 'vents'),
    yesNo('steam', 'steam'),
    temperature('steam from C', 'steamFromC', true),
    { heading: 'dial', path: 'dial', type: { is: 'marks' } },
  ],
  covers: [
    text('name', 'name'),
    oneOf(
      'kind',
      'kind',
      COVERS.filter((c) => c !== 'none'),
    ),
    length('thickness mm', 'thicknessMm'),
    number('conductivity W/mK', 'conductivityWmK', true),
    temperature('highest C', 'maxC'),
    yesNo('see-through', 'seeThrough'),
    { heading: 'passes steam', path: 'passesSteam', type: { is: 'yes-no' }, optional: true },
    text('note', 'note'),
  ],
  surfaces: [
    text('name', 'name'),
    oneOf('kind', 'kind', SURFACES),
    length('thickness mm', 'thicknessMm'),
    number('conductivity W/mK', 'conductivityWmK', true),
    text('note', 'note'),
  ],
  threads: [
    text('name', 'name'),
    oneOf('kind', 'kind', THREAD_KINDS),
    { heading: 'colour', path: 'colour', type: { is: 'colour' } },
    number('tex g/km', 'tex'),
    length('left mm', 'stockMm'),
    length('spool mm', 'spoolMm'),
    number('price per spool', 'pricePerSpool', true),
    text('note', 'note'),
  ],
};

/** A usual spool. Typical, from memory. */
const USUAL_SPOOL = { kind: 'cotton', tex: 30, spoolMm: 200_000 } as const;

const asText = (value: unknown, fallback: string): string => (typeof value === 'string' ? value : fallback);

/** A thing as it usually is, from what little is known of it; its own figures are laid over. */
export function usualThing<K extends DrawerKind>(
  kind: K,
  id: string,
  known: Readonly<Record<string, unknown>>,
): Things[K] {
  const name = asText(known['name'], '');
  const make: { [P in DrawerKind]: () => Things[P] } = {
    fabrics: () => {
      const clothId = asText(
        known['clothId'],
        CLOTHS.find((c) => c.kind === known['kind'])?.id ??
          CLOTHS.find((c) => c.fibre === known['fibre'])?.id ??
          'other',
      );
      return fabricFrom(clothId, { id, name } as Pick<Fabric, 'id' | 'name'>);
    },
    webs: () =>
      webFrom(asText(known['kindId'], WEB_KINDS.find((k) => k.form === known['form'])?.id ?? 'light-film'), {
        id,
        name,
      } as Pick<Web, 'id' | 'name'>),
    irons: () => ({
      id,
      name,
      kind: 'household',
      soleplate: { widthMm: 115, lengthMm: 220 },
      massKg: 1.4,
      leanN: 20,
      vents: true,
      steam: true,
      steamFromC: null,
      dial: [],
    }),
    covers: () => ({
      id,
      name,
      kind: 'press-cloth',
      thicknessMm: COVER_FACTS['press-cloth'].thicknessMm.value,
      conductivityWmK: null,
      maxC: 200,
      seeThrough: false,
      passesSteam: null,
      note: '',
    }),
    surfaces: () => ({ id, name, kind: 'ironing-board', thicknessMm: 6, conductivityWmK: null, note: '' }),
    threads: () => ({ id, name, colour: '#808080', stockMm: 0, pricePerSpool: null, note: '', ...USUAL_SPOOL }),
  };
  return make[kind]();
}
