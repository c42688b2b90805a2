import { adhesiveOf, fabricFrom, webFrom } from '~/core/choose/material';
import type { PressColumn, PressRequest } from '~/core/choose/press';
import type { Cover, Fabric, Iron, PressSide, Stage, Surface, Web } from '~/core/keep/model';
import { iron } from './helpers';

// What people do at the ironing board, as rows of presses; common practice, no source. Rows are told in the order of the trade's table.

const of = (id: string, more: Partial<Fabric> = {}): Fabric => fabricFrom(id, { id, name: id, ...more });
/** A web whose leaflet asks for so little that the model's own seconds are told. */
export const unprompted = (id: string, more: Partial<Web> = {}): Web => {
  const w = webFrom(id, { id, name: id, ...more });
  const short = (stage: Stage) => ({
    ...w.leaflet[stage],
    dwellS: 0.5,
  });
  return { ...w, leaflet: { fuse: short('fuse'), bond: short('bond') } };
};

/** Irons that stand in sewing rooms; their figures are invented. */
export const IRONS = {
  measured: iron({ leanN: 20 }),
  /** Nobody knows what its marks come to. */
  unmeasured: iron({ id: 'unmeasured', dial: [] }),
  /** Steams at its hottest mark only. */
  'steams at the top': iron({
    id: 'steamer',
    steamFromC: 186,
    dial: [
      { mark: '1', measuredC: 112 },
      { mark: '2', measuredC: 152 },
      { mark: '3', measuredC: 188 },
    ],
  }),
  /** For travelling: two marks, no steam. */
  'two marks': iron({
    id: 'two-mark',
    soleplate: { widthMm: 90, lengthMm: 160 },
    massKg: 0.8,
    leanN: 15,
    steam: false,
    dial: [
      { mark: 'I', measuredC: 128 },
      { mark: 'II', measuredC: 178 },
    ],
  }),
  craft: iron({
    id: 'craft',
    kind: 'mini',
    soleplate: { widthMm: 50, lengthMm: 90 },
    massKg: 0.35,
    leanN: 12,
    steam: false,
    dial: [
      { mark: 'low', measuredC: 118 },
      { mark: 'middle', measuredC: 150 },
      { mark: 'high', measuredC: 186 },
    ],
  }),
} as const satisfies Record<string, Iron>;
export type IronName = keyof typeof IRONS;
/** A heat press, where a row says so. */
export const HEAT_PRESS = iron({
  id: 'plate',
  kind: 'heat-press',
  soleplate: { widthMm: 380, lengthMm: 380 },
  massKg: 20,
  leanN: 1250,
  steam: false,
  dial: [
    { mark: '120', measuredC: 120 },
    { mark: '150', measuredC: 150 },
    { mark: '180', measuredC: 180 },
    { mark: '200', measuredC: 200 },
  ],
});

export interface PracticeRow {
  readonly what: string;
  readonly stage: Stage;
  readonly columns: readonly PressColumn[];
  /** Marks that practice names, as soleplates, °C. */
  readonly fromC: number;
  readonly toC: number;
  /** In all, both sides together, s. */
  readonly fromS: number;
  readonly toS: number;
  readonly cover?: Cover;
  readonly surface?: Surface;
  readonly side?: PressSide;
  /** A lean beyond the iron’s usual one, N. */
  readonly leanN?: number;
  readonly steam?: boolean;
  readonly moves?: boolean;
  readonly press?: boolean;
  /** On a ground that was pressed just before, on a board in use. */
  readonly warm?: boolean;
  /** Kept aside when figures were fitted. */
  readonly aside?: boolean;
}

const MEDIUM = { fromC: 130, toC: 168 } as const;
const COTTON_MARK = { fromC: 165, toC: 205 } as const;
const cloth = (f: Fabric) => ({ role: 'fabric', fabric: f }) as const;
const glue = (w: Web, bonds = true) => ({ role: 'web', web: w, bonds }) as const;
const fuse = (f: Fabric, w: Web): PressColumn => [cloth(f), glue(w), { role: 'liner' }];
const cotton = of('quilting-cotton');
const bond = (top: Fabric, w: Web, onto: readonly Fabric[] = [cotton]): PressColumn => [
  ...onto.map(cloth),
  glue(w),
  cloth(top),
];
/** A single figure is a count: a fifth either way. */
const about = (s: number) => ({ fromS: s * 0.8, toS: s * 1.2 });
const firm = unprompted('firm-film');
const light = unprompted('light-film');
const felt = of('craft-felt-polyester');
/** Felt that was tried on a scrap at 165 °C, as its makers do. */
const tried = { testedC: 165, testedS: 24 } as const;
const sandwich = (f: Fabric): PressColumn => [cloth(f), glue(firm), cloth(cotton), glue(firm), cloth(f)];
const backing = of('stiff-backing');
const own = adhesiveOf(backing);
if (!own) throw new Error('a backing brings its glue');
const backed: PressColumn = [
  cloth(cotton),
  glue({
    ...own,
    leaflet: {
      ...own.leaflet,
      bond: { ...own.leaflet.bond, dwellS: 0.5 },
    },
  }),
  cloth(backing),
];
const thin = of('craft-felt-polyester', { thicknessMm: 0.9, massGsm: 150, ...tried });

export const ROWS: readonly PracticeRow[] = [
  {
    what: 'fuse, light web on lawn: 2–3 s, cautious workers up to 15',
    stage: 'fuse',
    columns: [fuse(of('lawn'), light)],
    ...MEDIUM,
    fromS: 1.6,
    toS: 15,
  },
  {
    what: 'fuse, light web on quilting cotton: 2–3 s, cautious workers up to 15',
    stage: 'fuse',
    columns: [fuse(cotton, light)],
    ...MEDIUM,
    fromS: 1.6,
    toS: 15,
    aside: true,
  },
  {
    what: 'fuse, firm film on cotton: 6–8 s; some need the cotton mark',
    stage: 'fuse',
    columns: [fuse(cotton, firm)],
    fromC: 130,
    toC: 205,
    fromS: 4.8,
    toS: 9.6,
  },
  {
    what: 'fuse, firm film on polyester felt: from 2 s a spot, as cotton at most',
    stage: 'fuse',
    columns: [fuse(felt, firm)],
    ...MEDIUM,
    fromS: 1.6,
    toS: 9.6,
  },
  {
    what: 'fuse, firm film on acrylic felt tried on a scrap: from 2 s a spot, as cotton at most',
    stage: 'fuse',
    columns: [fuse(of('craft-felt', { testedC: 150, testedS: 4 }), firm)],
    ...MEDIUM,
    fromS: 1.6,
    toS: 9.6,
    aside: true,
  },
  {
    what: 'bond, cotton on cotton, bare, light film: 3–8 s',
    stage: 'bond',
    warm: true,
    columns: [bond(cotton, light)],
    fromC: 130,
    toC: 205,
    fromS: 2.4,
    toS: 9.6,
  },
  {
    what: 'bond, cotton on cotton, bare, medium film: 3–8 s',
    stage: 'bond',
    warm: true,
    columns: [bond(cotton, unprompted('medium-film'))],
    fromC: 130,
    toC: 205,
    fromS: 2.4,
    toS: 9.6,
    aside: true,
  },
  {
    what: 'bond, cotton on cotton, parchment: 3–8 s',
    stage: 'bond',
    warm: true,
    columns: [bond(cotton, light)],
    cover: 'parchment',
    fromC: 130,
    toC: 205,
    fromS: 2.4,
    toS: 9.6,
  },
  {
    what: 'bond, cotton on cotton, under a press cloth, wool mark: about 10 s',
    stage: 'bond',
    warm: true,
    columns: [bond(cotton, light)],
    cover: 'press-cloth',
    ...MEDIUM,
    ...about(10),
  },
  {
    what: 'bond, felt, cotton and felt of 1.2 mm, firm film, firm lean: 8 s each side',
    stage: 'bond',
    columns: [sandwich(of('craft-felt-polyester', tried))],
    ...MEDIUM,
    fromS: 10,
    toS: 24,
    side: 'both',
    leanN: 80,
  },
  {
    what: 'framed tiles, felt of 0.9 mm, plug and parchment, firm lean: 8 s each side',
    stage: 'bond',
    columns: [sandwich(thin), [cloth(thin), glue(firm), cloth(cotton), cloth(thin)]],
    cover: 'parchment',
    ...MEDIUM,
    fromS: 10,
    toS: 24,
    side: 'both',
    leanN: 80,
    aside: true,
  },
  {
    what: 'bond, wool on wool, plenty of steam, no lean, wool mat: repeated passes',
    stage: 'bond',
    columns: [bond(of('wool-felt'), unprompted('open-heavy'), [of('wool-felt')])],
    surface: 'wool-mat',
    fromC: 140,
    toC: 205,
    fromS: 10,
    toS: 60,
    steam: true,
  },
  {
    what: 'foil onto web on cotton, cotton mark, keep moving: about 5 s',
    stage: 'bond',
    columns: [[cloth(cotton), glue(unprompted('foil-film')), cloth(of('foil'))]],
    ...COTTON_MARK,
    ...about(5),
    moves: true,
  },
  {
    what: 'one-sided stiff backing on cotton, small hot plate, 190 °C: about 10 s',
    stage: 'bond',
    columns: [backed],
    ...COTTON_MARK,
    ...about(10),
    aside: true,
  },
  {
    what: 'cloth, glue and foil, 150 °C, press cloth: 10 s each side',
    stage: 'bond',
    columns: [[cloth(cotton), glue(unprompted('foil-film')), cloth(of('foil'))]],
    cover: 'press-cloth',
    ...MEDIUM,
    ...about(10),
  },
  {
    what: 'bond, a corduroy cap over three cottons: 8–15 s',
    stage: 'bond',
    warm: true,
    columns: [bond(of('corduroy'), light, [cotton, cotton, cotton])],
    fromC: 130,
    toC: 205,
    fromS: 6.4,
    toS: 18,
  },
];

/** A row as a press on an iron. */
export function askOf(
  row: PracticeRow,
  on: Iron,
): { readonly request: PressRequest; readonly columns: readonly PressColumn[] } {
  // What was tried on a scrap was tried with this iron.
  const here = (l: PressColumn[number]): PressColumn[number] =>
    l.role === 'fabric' && l.fabric.testedC !== null ? { ...l, fabric: { ...l.fabric, testedIronId: on.id } } : l;
  const columns = row.columns.map((c) => c.map(here));
  const column = columns[0];
  if (!column) throw new Error('a row has a column');
  const request: PressRequest = {
    stage: row.stage,
    column,
    iron: row.leanN === undefined ? on : { ...on, leanN: row.leanN },
    bench: {
      cover: row.cover ?? 'none',
      surface: row.surface ?? 'ironing-board',
      coverId: null,
      surfaceId: null,
      // The ground is pressed first, and the next piece goes on while it is warm.
      ...(row.warm ? { warm: { ground: true, board: true } } : {}),
    },
    ...(row.steam === undefined ? {} : { steam: row.steam }),
    ...(row.side === undefined ? {} : { from: row.side }),
    ...(row.moves ? { smallMoves: true } : {}),
  };
  return { request, columns };
}
