import { derive } from '../../base/derive';
import { inMap } from '../../base/lists';
import type { Fabric } from '../../keep/model';
import { type Figure, figure } from './figure';

/** A kind of cloth to start from: typical figures, so that only what differs is typed. */
export interface ClothKind {
  readonly id: string;
  readonly name: string;
  /** The kind in the project file that it counts as. */
  readonly kind: Fabric['kind'];
  readonly fibre: Fabric['fibre'];
  readonly thicknessMm: number;
  readonly massGsm: number;
  readonly maxIronC: number;
  /** Heat conducted through the cloth as it lies under the iron. */
  readonly conductivityWmK: number;
  /** Share of light it keeps from what lies beneath, there and back, 0 … 1. */
  readonly opacity: number;
  readonly frays: 0 | 1 | 2 | 3;
  readonly stretchPercent: number;
  /** Flexural rigidity. */
  readonly stiffnessUNm: number;
  /** Depth that adhesive must fill before both faces are wetted. */
  readonly roughnessMm: number;
  /** Radius of the gaps that adhesive is drawn into. */
  readonly poreMm: number;
  /** Adhesive that grips both faces when the edge is stitched as well. */
  readonly gripGsm: number;
  readonly sides: Fabric['sides'];
  /** Nap, pile or thickness keeps a thin layer of adhesive from reaching it. */
  readonly hairyOrThick: boolean;
  /** Adhesive cannot soak in: coated, tanned or cast. */
  readonly hard: boolean;
  /** Gaps between the yarns are seen with the eye: adhesive comes through them. */
  readonly open: boolean;
  /** A face so smooth that any speck or stiffness beneath shows. */
  readonly shiny: boolean;
  /** Pile or nap that lean squashes for good. */
  readonly pile: boolean;
  /** What a layer of it is. Foil, paper and wadding carry no web of their own. */
  readonly material: Material;
  /** Adhesive lets go of it: siliconised. */
  readonly releases: boolean;
}

/** What a layer can be of. */
export type Material = 'fabric' | 'foil' | 'paper' | 'card' | 'backing' | 'wadding';

export type ClothProperty =
  | 'thicknessMm'
  | 'massGsm'
  | 'maxIronC'
  | 'conductivityWmK'
  | 'opacity'
  | 'frays'
  | 'stretchPercent'
  | 'stiffnessUNm'
  | 'roughnessMm'
  | 'poreMm'
  | 'gripGsm';

/** Unit, words and origin of every typical figure. */
export const CLOTH_PROPERTIES: Readonly<Record<ClothProperty, { name: string; unit: string; from: string }>> = {
  thicknessMm: { name: 'thickness', unit: 'mm', from: 'typical, from memory' },
  massGsm: { name: 'mass', unit: 'g/m²', from: 'typical, from memory' },
  maxIronC: { name: 'heat limit', unit: '°C', from: 'the usual care label by ISO 3758, from memory' },
  conductivityWmK: {
    name: 'conductivity',
    unit: 'W/(m·K)',
    from: 'typical: fabrics hold mostly air, 0.03–0.08; hides and cast sheet 0.14–0.19 (handbook ranges, from memory)',
  },
  opacity: {
    name: 'opacity',
    unit: 'of light',
    from: 'estimated from mass and weave, so that white quilting cotton over navy is seen to be greyed, as it is in practice',
  },
  frays: { name: 'fraying', unit: '0 none … 3 badly', from: 'common practice' },
  stretchPercent: { name: 'stretch', unit: '%', from: 'common practice' },
  stiffnessUNm: {
    name: 'stiffness',
    unit: 'µN·m',
    from: 'typical flexural rigidity, from bending lengths (Peirce 1930, ASTM D1388), from memory',
  },
  roughnessMm: {
    name: 'roughness',
    unit: 'mm',
    from: 'estimated: a fifth of the thickness of woven fabric; of felt and pile the outermost fibres',
  },
  poreMm: { name: 'gaps between yarns', unit: 'mm', from: 'estimated from yarn and weave' },
  gripGsm: { name: 'glue it asks for', unit: 'g/m²', from: 'estimated in the order of common practice' },
};

type Row = [
  id: string,
  name: string,
  kind: Fabric['kind'],
  fibre: Fabric['fibre'],
  thicknessMm: number,
  massGsm: number,
  maxIronC: number,
  conductivityWmK: number,
  opacity: number,
  frays: 0 | 1 | 2 | 3,
  stretchPercent: number,
  stiffnessUNm: number,
  roughnessMm: number,
  poreMm: number,
  gripGsm: number,
  traits?: Partial<
    Pick<ClothKind, 'sides' | 'hairyOrThick' | 'hard' | 'open' | 'shiny' | 'pile' | 'material' | 'releases'>
  >,
];

const BOTH = { sides: 'both' } as const;
const THICK = { hairyOrThick: true } as const;

// biome-ignore format: a table is read across
const ROWS: readonly Row[] = [
  ['quilting-cotton', 'Quilting cotton', 'quilting-cotton', 'cotton', 0.3, 140, 200, 0.05, 0.78, 1, 2, 8, 0.05, 0.035, 18],
  ['solid-cotton', 'Solid quilting cotton', 'quilting-cotton', 'cotton', 0.3, 145, 200, 0.05, 0.8, 1, 2, 8, 0.05, 0.035, 18, BOTH],
  ['batik', 'Batik', 'batik', 'cotton', 0.25, 130, 200, 0.055, 0.81, 0, 1, 9, 0.04, 0.025, 17, BOTH],
  ['lawn', 'Cotton lawn', 'quilting-cotton', 'cotton', 0.18, 75, 200, 0.05, 0.55, 2, 2, 2.5, 0.03, 0.03, 13],
  ['poplin', 'Poplin, shirting', 'quilting-cotton', 'cotton', 0.24, 115, 200, 0.052, 0.7, 1, 2, 5, 0.04, 0.03, 16, BOTH],
  ['voile', 'Voile', 'quilting-cotton', 'cotton', 0.2, 70, 200, 0.045, 0.37, 2, 2, 2, 0.04, 0.14, 12, { open: true }],
  ['gauze', 'Double gauze', 'other', 'cotton', 0.6, 130, 200, 0.04, 0.6, 3, 6, 1.5, 0.12, 0.16, 17, { open: true, sides: 'both' }],
  ['calico', 'Calico', 'quilting-cotton', 'cotton', 0.35, 150, 200, 0.05, 0.75, 1, 2, 10, 0.06, 0.045, 19, BOTH],
  ['linen', 'Linen', 'linen', 'linen', 0.4, 185, 200, 0.052, 0.75, 2, 1, 22, 0.08, 0.06, 22, BOTH],
  ['flannel', 'Flannel', 'flannel', 'cotton', 0.6, 170, 200, 0.042, 0.86, 1, 3, 9, 0.08, 0.06, 26, { ...THICK, pile: true }],
  ['corduroy', 'Corduroy', 'corduroy', 'cotton', 1.1, 290, 200, 0.045, 0.98, 2, 2, 25, 0.12, 0.06, 32, { ...THICK, pile: true }],
  ['velvet', 'Velvet', 'other', 'cotton', 1.3, 300, 150, 0.042, 0.98, 2, 3, 20, 0.12, 0.06, 34, { ...THICK, pile: true }],
  ['towelling', 'Towelling', 'other', 'cotton', 2.5, 380, 200, 0.04, 0.98, 2, 8, 15, 0.2, 0.12, 38, { ...THICK, pile: true, sides: 'both' }],
  ['denim', 'Denim', 'denim', 'cotton', 0.7, 330, 200, 0.06, 0.99, 2, 2, 60, 0.1, 0.05, 30, THICK],
  ['canvas', 'Canvas', 'canvas', 'cotton', 0.6, 280, 200, 0.058, 0.98, 1, 1, 70, 0.09, 0.05, 28, THICK],
  ['wool-suiting', 'Wool suiting', 'other', 'wool', 0.5, 230, 150, 0.042, 0.86, 2, 6, 9, 0.1, 0.06, 24],
  ['boiled-wool', 'Boiled wool', 'wool-felt', 'wool', 2, 380, 150, 0.04, 0.99, 0, 10, 25, 0.13, 0.08, 38, { ...THICK, pile: true, sides: 'both' }],
  ['wool-felt', 'Wool felt', 'wool-felt', 'wool', 1.5, 290, 150, 0.042, 0.99, 0, 5, 40, 0.11, 0.07, 36, { ...THICK, pile: true, sides: 'both' }],
  ['craft-felt', 'Craft felt, acrylic', 'craft-felt', 'acrylic', 1.2, 180, 110, 0.04, 0.97, 0, 6, 30, 0.1, 0.08, 34, { ...THICK, sides: 'both' }],
  ['craft-felt-polyester', 'Craft felt, polyester', 'craft-felt', 'polyester', 1.2, 190, 150, 0.04, 0.97, 0, 5, 35, 0.1, 0.08, 34, { ...THICK, sides: 'both' }],
  ['fleece', 'Fleece', 'fleece', 'polyester', 2.2, 240, 110, 0.036, 0.97, 0, 25, 8, 0.15, 0.1, 36, { ...THICK, pile: true, sides: 'both' }],
  ['plush', 'Short plush', 'fleece', 'polyester', 3, 320, 110, 0.036, 0.99, 1, 12, 12, 0.2, 0.1, 40, { ...THICK, pile: true }],
  ['jersey', 'Cotton jersey', 'jersey', 'cotton', 0.6, 165, 150, 0.045, 0.75, 0, 35, 2, 0.1, 0.09, 18],
  ['sweatshirt', 'Sweatshirt knit', 'jersey', 'blend', 1.3, 300, 150, 0.042, 0.98, 0, 25, 8, 0.2, 0.09, 26, THICK],
  ['silk', 'Silk', 'silk', 'silk', 0.15, 70, 150, 0.05, 0.57, 3, 2, 2, 0.02, 0.02, 12, { shiny: true }],
  ['organza', 'Organza', 'silk', 'silk', 0.12, 30, 150, 0.045, 0.17, 3, 1, 6, 0.03, 0.2, 8, { open: true, shiny: true }],
  ['satin', 'Satin, polyester', 'satin', 'polyester', 0.2, 110, 150, 0.055, 0.71, 3, 2, 4, 0.025, 0.02, 14, { shiny: true }],
  ['acetate-satin', 'Satin, acetate', 'satin', 'acetate', 0.18, 105, 110, 0.055, 0.68, 3, 2, 4, 0.025, 0.02, 14, { shiny: true }],
  ['lining', 'Viscose lining', 'satin', 'viscose', 0.12, 75, 150, 0.055, 0.5, 3, 2, 1.5, 0.02, 0.02, 12, { shiny: true }],
  ['ripstop', 'Ripstop nylon', 'other', 'nylon', 0.1, 60, 110, 0.08, 0.55, 2, 1, 6, 0.02, 0.008, 15, { hard: true, shiny: true }],
  ['net', 'Fine net', 'other', 'nylon', 0.25, 25, 110, 0.035, 0.1, 0, 20, 1, 0.05, 0.6, 8, { open: true, sides: 'both' }],
  ['vinyl', 'Vinyl', 'vinyl', 'pvc', 0.8, 600, 90, 0.16, 1, 0, 5, 120, 0.03, 0.004, 30, { ...THICK, hard: true, shiny: true }],
  ['oilcloth', 'Oilcloth', 'vinyl', 'pvc', 0.5, 380, 90, 0.12, 1, 0, 2, 90, 0.04, 0.01, 28, { ...THICK, hard: true, shiny: true }],
  ['leather', 'Leather', 'leather', 'leather', 1.1, 700, 110, 0.15, 1, 0, 8, 200, 0.08, 0.006, 34, { ...THICK, hard: true }],
  ['suede', 'Suede', 'leather', 'leather', 1, 550, 110, 0.12, 1, 0, 12, 80, 0.1, 0.02, 34, { ...THICK, pile: true }],
  ['foil-cloth', 'Metallic foil fabric', 'other', 'polyester', 0.2, 120, 110, 0.09, 0.98, 2, 5, 6, 0.03, 0.006, 18, { hard: true, shiny: true }],
  ['foil', 'Metallic foil, on its carrier', 'other', 'polyester', 0.023, 30, 200, 0.2, 1, 0, 0, 2, 0.002, 0.001, 10, { hard: true, shiny: true, material: 'foil' }],
  ['tissue', 'Tissue paper', 'other', 'cotton', 0.04, 18, 200, 0.05, 0.35, 0, 0, 3, 0.01, 0.01, 10, { ...BOTH, material: 'paper' }],
  ['paper', 'Plain paper', 'other', 'cotton', 0.1, 80, 200, 0.08, 0.9, 0, 0, 300, 0.01, 0.006, 12, { ...BOTH, material: 'paper' }],
  ['baking-paper', 'Baking paper, siliconised', 'other', 'cotton', 0.06, 40, 200, 0.1, 0.5, 0, 0, 80, 0.004, 0.001, 10, { ...BOTH, hard: true, material: 'paper', releases: true }],
  ['card', 'Card', 'other', 'cotton', 0.4, 300, 200, 0.1, 1, 0, 0, 10000, 0.02, 0.006, 16, { ...BOTH, material: 'card' }],
  ['stiff-backing', 'One-sided stiff backing', 'other', 'cotton', 0.9, 240, 200, 0.05, 0.95, 0, 0, 20000, 0.05, 0.05, 24, { material: 'backing' }],
  ['wadding', 'Cotton wadding', 'other', 'cotton', 2.5, 110, 200, 0.037, 0.8, 0, 10, 3, 0.2, 0.2, 30, { ...THICK, ...BOTH, pile: true, material: 'wadding' }],
  ['other', 'Other fabric', 'other', 'blend', 0.4, 180, 150, 0.048, 0.78, 1, 3, 12, 0.08, 0.05, 22],
];

export const CLOTHS: readonly ClothKind[] = ROWS.map(
  ([
    id,
    name,
    kind,
    fibre,
    thicknessMm,
    massGsm,
    maxIronC,
    conductivityWmK,
    opacity,
    frays,
    stretchPercent,
    stiffnessUNm,
    roughnessMm,
    poreMm,
    gripGsm,
    traits = {},
  ]) => ({
    id,
    name,
    kind,
    fibre,
    thicknessMm,
    massGsm,
    maxIronC,
    conductivityWmK,
    opacity,
    frays,
    stretchPercent,
    stiffnessUNm,
    roughnessMm,
    poreMm,
    gripGsm,
    sides: 'one',
    hairyOrThick: false,
    hard: false,
    open: false,
    shiny: false,
    pile: false,
    material: 'fabric',
    releases: false,
    ...traits,
  }),
);

const byId = new Map(CLOTHS.map((c) => [c.id, c]));
/** The first cloth of a contract's kind stands for that kind. */
const byKind = new Map([...CLOTHS].reverse().map((c) => [c.kind, c]));
byKind.set('other', inMap(byId, 'other'));

/** The cloth a fabric starts from: the one it names, or the typical one of its kind. */
export const clothOf = (f: Pick<Fabric, 'kind' | 'clothId'>): ClothKind =>
  (f.clothId === null ? undefined : byId.get(f.clothId)) ?? inMap(byKind, f.kind);

/** A fabric's own figures where it has them, the typical ones of its cloth elsewhere. */
export interface ClothFacts extends ClothKind {
  /** Properties that are typical rather than the fabric's own. */
  readonly typical: readonly ClothProperty[];
}

/** Everything known about a fabric. Never fails: what is not known is typical, and listed as such. */
export const factsOf = derive((f: Fabric): ClothFacts => {
  const kind = clothOf(f);
  const typical: ClothProperty[] = ['roughnessMm', 'poreMm', 'gripGsm'];
  const own = (key: 'conductivityWmK' | 'opacity' | 'stretchPercent' | 'stiffnessUNm'): number => {
    const value = f[key];
    if (value === null) typical.push(key);
    return value ?? kind[key];
  };
  return {
    ...kind,
    fibre: f.fibre,
    thicknessMm: f.thicknessMm,
    massGsm: f.massGsm,
    maxIronC: f.maxIronC,
    frays: f.frays as ClothKind['frays'],
    sides: f.sides,
    conductivityWmK: own('conductivityWmK'),
    // A lighter cloth of a kind lets more light through: the same law as the mass, T = T₀^(m/m₀).
    opacity: f.opacity ?? 1 - (1 - kind.opacity) ** (f.massGsm / kind.massGsm),
    stretchPercent: own('stretchPercent'),
    stiffnessUNm: own('stiffnessUNm'),
    // Told last, after those above.
    typical: f.opacity === null ? [...typical, 'opacity'] : typical,
  };
});

const HIDES = 'estimated from common practice: more before it strikes through or stands like card';
/** Adhesive a cloth hides, as a share of its own mass; more in thick and hairy cloth. */
const HIDES_SHARE = {
  usual: figure(0.36, 'of its mass', HIDES),
  thick: figure(0.45, 'of its mass', HIDES),
  felt: figure(
    0.62,
    'of its mass',
    'set so that two felts with firm film, pressed for the practised 8 s from each side, show none on their faces (trade handbook, framed tiles); fibres lie along the sheet, and none leads through it',
  ),
} as const;
/** Felt of either fibre, needled or milled. */
export const isFelt = (f: Pick<Fabric, 'kind'>): boolean => f.kind === 'wool-felt' || f.kind === 'craft-felt';
/** Adhesive a cloth can hide before it strikes through, g/m². */
export const hidesGsm = (f: Fabric): number =>
  (isFelt(f) ? HIDES_SHARE.felt : factsOf(f).hairyOrThick ? HIDES_SHARE.thick : HIDES_SHARE.usual).value * f.massGsm;

const BONDED =
  'estimated: the order of fabrics is common practice, the size from bending lengths of 2–4 cm for cottons of 0.3 mm (Peirce 1930, from memory)';
/** Young's modulus in the plane: how stiff the substance of each kind of cloth is once its yarns cannot slide, as bonding makes them. */
const BONDED_MPA: Readonly<Record<Fabric['kind'], Figure>> = {
  'quilting-cotton': figure(20, 'MPa', BONDED),
  batik: figure(26, 'MPa', BONDED),
  linen: figure(30, 'MPa', BONDED),
  flannel: figure(10, 'MPa', BONDED),
  corduroy: figure(8, 'MPa', BONDED),
  denim: figure(22, 'MPa', BONDED),
  canvas: figure(30, 'MPa', BONDED),
  'wool-felt': figure(5, 'MPa', BONDED),
  'craft-felt': figure(6, 'MPa', BONDED),
  fleece: figure(2, 'MPa', BONDED),
  jersey: figure(4, 'MPa', BONDED),
  silk: figure(18, 'MPa', BONDED),
  satin: figure(14, 'MPa', BONDED),
  vinyl: figure(40, 'MPa', BONDED),
  leather: figure(30, 'MPa', BONDED),
  other: figure(16, 'MPa', BONDED),
};
/** Modulus of a cloth in its own plane, as it counts where layers are held together, MPa. What it is bent by itself is its own figure. */
export const bondedModulusMpa = (f: Pick<Fabric, 'kind'>): number => BONDED_MPA[f.kind].value;

/** What an owner has tried on a scrap of a cloth beyond its label, and found unharmed. */
export const testOf = (
  f: Pick<Fabric, 'maxIronC' | 'testedC' | 'testedS' | 'testedIronId'>,
): { readonly plateC: number; readonly seconds: number; readonly ironId: string | null } | null =>
  f.testedC !== null && f.testedS !== null && f.testedC > f.maxIronC
    ? { plateC: f.testedC, seconds: f.testedS, ironId: f.testedIronId }
    : null;
/** The hottest soleplate a cloth may be pressed with, °C: its label's, or what its owner has tried on a scrap. */
export const bearsC = (f: Pick<Fabric, 'maxIronC' | 'testedC' | 'testedS' | 'testedIronId'>): number =>
  testOf(f)?.plateC ?? f.maxIronC;

/** A typical figure of a cloth with its unit and origin. */
export const typicalFigure = (cloth: ClothKind, property: ClothProperty): Figure => ({
  value: cloth[property],
  unit: CLOTH_PROPERTIES[property].unit,
  from: CLOTH_PROPERTIES[property].from,
});

/** A fabric as its cloth typically is; give what differs. */
export function fabricFrom(clothId: string, given: Pick<Fabric, 'id' | 'name'> & Partial<Fabric>): Fabric {
  const c = byId.get(clothId) ?? inMap(byId, 'other');
  return {
    kind: c.kind,
    clothId: c.id,
    fibre: c.fibre,
    thicknessMm: c.thicknessMm,
    massGsm: c.massGsm,
    maxIronC: c.maxIronC,
    colour: '#c9b99a',
    sides: c.sides,
    oneWay: false,
    frays: c.frays,
    stock: [],
    pricePerM2: null,
    photo: null,
    opacity: null,
    stretchPercent: null,
    conductivityWmK: null,
    testedC: null,
    testedS: null,
    testedIronId: null,
    testedMark: null,
    stiffnessUNm: null,
    prewashed: false,
    note: '',
    ...given,
  };
}
