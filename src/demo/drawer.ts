import { fabricFrom, webFrom } from '~/core/choose/material';
import type { DrawerContents } from '~/core/keep/drawer';
import type { BenchCover, BenchSurface, Fabric, Iron, Thread, Web } from '~/core/keep/model';

/** Everything here is made up for the demo. Names say what a thing is; none is a product. */
const cloth = (clothId: string, given: Pick<Fabric, 'id' | 'name'> & Partial<Fabric>): Fabric =>
  fabricFrom(clothId, { stock: [{ widthMm: 559, heightMm: 457, count: 1, outline: null }], ...given });

export const DEMO_FABRICS: readonly Fabric[] = [
  cloth('solid-cotton', {
    id: 'dusk',
    name: 'Dusk cotton',
    thicknessMm: 0.3,
    massGsm: 145,
    maxIronC: 200,
    colour: '#2d4663',
    frays: 1,
    sides: 'both',
    stock: [{ widthMm: 1100, heightMm: 800, count: 1, outline: null }],
  }),
  cloth('silk', {
    id: 'glow',
    name: 'Glow silk',
    thicknessMm: 0.15,
    massGsm: 70,
    maxIronC: 150,
    colour: '#f3dc93',
    frays: 3,
    // A dense dupion: light does not get through it as through thin silk.
    opacity: 0.8,
  }),
  cloth('batik', {
    id: 'lagoon',
    name: 'Lagoon batik',
    thicknessMm: 0.25,
    massGsm: 130,
    maxIronC: 200,
    colour: '#4f97a0',
    frays: 0,
    sides: 'both',
  }),
  cloth('denim', {
    id: 'deep',
    name: 'Deep denim',
    thicknessMm: 0.5,
    massGsm: 240,
    maxIronC: 200,
    colour: '#1d4358',
    frays: 2,
  }),
  cloth('corduroy', {
    id: 'crag',
    name: 'Crag needlecord',
    thicknessMm: 0.7,
    massGsm: 220,
    maxIronC: 200,
    colour: '#8d6b53',
    frays: 2,
    oneWay: true,
  }),
  cloth('flannel', {
    id: 'turf',
    name: 'Turf flannel',
    thicknessMm: 0.45,
    massGsm: 150,
    maxIronC: 200,
    colour: '#7c9a55',
    frays: 1,
  }),
  cloth('linen', {
    id: 'sail',
    name: 'Sail linen',
    thicknessMm: 0.4,
    massGsm: 185,
    maxIronC: 200,
    colour: '#f2e9d5',
    frays: 2,
  }),
  cloth('solid-cotton', {
    id: 'ember',
    name: 'Ember cotton',
    thicknessMm: 0.3,
    massGsm: 140,
    maxIronC: 200,
    colour: '#bf3f2a',
    frays: 1,
    sides: 'both',
  }),
  cloth('canvas', {
    id: 'slate',
    name: 'Slate canvas',
    thicknessMm: 0.45,
    massGsm: 220,
    maxIronC: 200,
    colour: '#3b3f48',
    frays: 1,
  }),
  cloth('satin', {
    id: 'lamp',
    name: 'Lamp satin',
    thicknessMm: 0.2,
    massGsm: 110,
    maxIronC: 150,
    colour: '#f0b43a',
    frays: 3,
  }),
  cloth('craft-felt', {
    id: 'harbour',
    name: 'Harbour felt',
    thicknessMm: 0.45,
    massGsm: 85,
    maxIronC: 110,
    colour: '#2f6f73',
    frays: 0,
    sides: 'both',
  }),
  cloth('flannel', {
    id: 'shell',
    name: 'Shell flannel',
    thicknessMm: 0.45,
    massGsm: 150,
    maxIronC: 200,
    colour: '#dd6236',
    frays: 0,
    sides: 'both',
  }),
  cloth('wool-felt', {
    id: 'cloud',
    name: 'Cloud wool felt',
    thicknessMm: 1,
    massGsm: 210,
    maxIronC: 150,
    colour: '#b9c2c4',
    frays: 0,
    sides: 'both',
  }),
  cloth('batik', {
    id: 'foam',
    name: 'Foam batik',
    thicknessMm: 0.25,
    massGsm: 130,
    maxIronC: 200,
    colour: '#e9f0ea',
    frays: 0,
    sides: 'both',
  }),
];

const dry = (heatC: number, dwellS: number) => ({ heatC, dwellS, steam: false });

export const DEMO_WEBS: readonly Web[] = [
  webFrom('light-film', { id: 'light-film', name: 'Light film', maxC: 170, stockMm: 2700, pricePerM: 4.2 }),
  webFrom('medium-film', { id: 'middle-film', name: 'Middle film', maxC: 170, stockMm: 3000, pricePerM: 4.6 }),
  webFrom('firm-film', {
    id: 'firm-film',
    name: 'Firm film',
    maxC: 180,
    stockMm: 900,
    pricePerM: 5.1,
    offcuts: [{ widthMm: 210, heightMm: 150, count: 2, outline: null }],
    steps: {
      fuse: ['Rough side to the wrong side of the fabric.', 'Press without steam, count to seven, lift.'],
      bond: ['Let it cool, peel, lay it down.', 'Press ten seconds a spot.'],
    },
  }),
  webFrom('open-light', { id: 'open-web', name: 'Open web', stockMm: 1500, pricePerM: 2.6 }),
  webFrom('low-melt-grid', {
    id: 'cool-grid',
    name: 'Low-heat grid',
    stockMm: 600,
    pricePerM: 6.4,
    leaflet: { fuse: dry(110, 4), bond: dry(110, 10) },
  }),
];

export const DEMO_IRONS: readonly Iron[] = [
  {
    id: 'household',
    name: 'Household iron',
    kind: 'household',
    soleplate: { widthMm: 115, lengthMm: 220 },
    massKg: 1.4,
    leanN: 20,
    vents: true,
    steam: true,
    steamFromC: null,
    dial: [
      { mark: '•', measuredC: 104 },
      { mark: '••', measuredC: 147 },
      { mark: '•••', measuredC: 196 },
    ],
  },
  {
    id: 'small',
    name: 'Small iron',
    kind: 'mini',
    soleplate: { widthMm: 45, lengthMm: 85 },
    massKg: 0.35,
    leanN: 10,
    vents: false,
    steam: false,
    steamFromC: null,
    dial: [
      { mark: 'low', measuredC: 112 },
      { mark: 'mid', measuredC: 138 },
      { mark: 'high', measuredC: 171 },
    ],
  },
  {
    id: 'press',
    name: 'Heat press',
    kind: 'heat-press',
    soleplate: { widthMm: 380, lengthMm: 380 },
    massKg: 6,
    leanN: 1400,
    vents: false,
    steam: false,
    steamFromC: null,
    dial: [
      { mark: '100', measuredC: 101 },
      { mark: '125', measuredC: 127 },
      { mark: '150', measuredC: 150 },
      { mark: '175', measuredC: 174 },
      { mark: '200', measuredC: 198 },
    ],
  },
];

export const DEMO_COVERS: readonly BenchCover[] = [
  {
    id: 'clear-sheet',
    name: 'Clear pressing sheet',
    kind: 'coated-sheet',
    thicknessMm: 0.1,
    conductivityWmK: null,
    maxC: 230,
    seeThrough: true,
    passesSteam: null,
    note: '',
  },
  {
    id: 'linen-cloth',
    name: 'Old linen napkin',
    kind: 'press-cloth',
    thicknessMm: 0.45,
    conductivityWmK: null,
    maxC: 200,
    seeThrough: false,
    passesSteam: null,
    note: '',
  },
];

export const DEMO_SURFACES: readonly BenchSurface[] = [
  {
    id: 'padded-board',
    name: 'Padded table end',
    kind: 'ironing-board',
    thicknessMm: 10,
    conductivityWmK: null,
    note: 'Two layers of cotton wadding under canvas.',
  },
];

const thread = (id: string, name: string, colour: string, leftM: number, more: Partial<Thread> = {}): Thread => ({
  id,
  name,
  kind: 'cotton',
  colour,
  tex: 28,
  stockMm: leftM * 1000,
  spoolMm: 150_000,
  pricePerSpool: 3.2,
  note: '',
  ...more,
});

export const DEMO_THREADS: readonly Thread[] = [
  thread('thread-foam', 'Foam white', '#eef2ec', 110),
  thread('thread-sail', 'Sailcloth cream', '#f0e6d2', 64),
  thread('thread-glow', 'Candle yellow', '#f2d98a', 90, { kind: 'shiny', tex: 25 }),
  thread('thread-lemon', 'Lemon yellow', '#efc730', 120),
  thread('thread-lamp', 'Lamp amber', '#eeb03f', 8),
  thread('thread-coral', 'Shell coral', '#d9643a', 85),
  thread('thread-ember', 'Ember red', '#bb4029', 70, { kind: 'polyester' }),
  thread('thread-lagoon', 'Lagoon green-blue', '#4c949c', 130),
  thread('thread-deep', 'Deep water', '#1f4558', 95),
  thread('thread-enamel', 'Enamel blue', '#2e5d87', 40),
  thread('thread-slate', 'Slate', '#3d424b', 140),
  thread('thread-crag', 'Crag brown', '#8a6a52', 60),
  thread('thread-clear', 'Clear', '#ffffff', 200, { kind: 'clear', tex: 13, spoolMm: 400_000, pricePerSpool: 5.5 }),
  thread('thread-bobbin', 'Bobbin cotton, ecru', '#e8e2d3', 480, {
    kind: 'bobbin',
    tex: 20,
    spoolMm: 500_000,
    pricePerSpool: 4.9,
  }),
];

/** The Drawer as it is laid out on the first visit. */
export const demoDrawer = (): DrawerContents => ({
  fabrics: DEMO_FABRICS,
  webs: DEMO_WEBS,
  irons: DEMO_IRONS,
  covers: DEMO_COVERS,
  surfaces: DEMO_SURFACES,
  threads: DEMO_THREADS,
  pictures: [],
});
