import { type Fabric, type Iron, newPiece, type Piece, type Project, type Web } from '~/core/model';

export const square = (side: number, x = 0, y = 0): string => `M${x} ${y}h${side}v${side}h${-side}Z`;

export const cotton = (more: Partial<Fabric> = {}): Fabric => ({
  id: 'cotton',
  name: 'Test cotton',
  kind: 'quilting-cotton',
  fibre: 'cotton',
  thicknessMm: 0.3,
  massGsm: 140,
  maxIronC: 200,
  colour: '#a1b2c3',
  sides: 'both',
  oneWay: false,
  frays: 1,
  stock: [],
  pricePerM2: null,
  photo: null,
  ...more,
});

export const web = (more: Partial<Web> = {}): Web => ({
  id: 'web',
  name: 'Test web',
  form: 'film',
  liners: 1,
  massGsm: 20,
  meltC: 105,
  maxC: 170,
  sewing: 'easy',
  tacky: false,
  widthMm: 432,
  stockMm: 2000,
  pricePerM: null,
  leaflet: { fuse: { heatC: 150, dwellS: 3, steam: false }, bond: { heatC: 150, dwellS: 8, steam: false } },
  ...more,
});

export const iron = (more: Partial<Iron> = {}): Iron => ({
  id: 'iron',
  name: 'Test iron',
  kind: 'household',
  soleplate: { widthMm: 115, lengthMm: 220 },
  massKg: 1.4,
  leanN: 20,
  vents: false,
  steam: true,
  dial: [
    { mark: '•', measuredC: 105 },
    { mark: '••', measuredC: 148 },
    { mark: '•••', measuredC: 195 },
  ],
  ...more,
});

export const piece = (id: string, outline: string, more: Partial<Piece> = {}): Piece =>
  newPiece({ id, label: id, fabricId: 'cotton', outline, ...more });

export const project = (pieces: Piece[] = [], more: Partial<Project> = {}): Project => ({
  format: 'apple-seam.project',
  version: 1,
  id: 'test',
  name: 'Test',
  units: 'mm',
  intent: { kind: 'applique', laundering: 'never', hand: 'medium', edge: 'blanket' },
  route: 'trace-on-liner',
  ground: {
    fabricId: 'cotton',
    widthMm: 400,
    heightMm: 400,
    outline: null,
    seamAllowanceMm: 0,
    creases: { across: 0, down: 0, diagonal: false },
  },
  pieces,
  order: pieces.map((p) => p.id),
  fabrics: [cotton()],
  webs: [web()],
  irons: [iron()],
  bench: { ironId: 'iron', cover: 'parchment', surface: 'ironing-board' },
  words: [],
  pictures: [],
  limits: { thinMm: 3, sharpDeg: 30, smallMm: 15 },
  underlay: null,
  layering: {
    underlapMm: 6,
    pairs: [],
    webRimMm: 0,
    windowMarginMm: 10,
    sheet: { widthMm: 380, heightMm: 450 },
    quilted: false,
  },
  ...more,
});
