import { nth } from '../../base/lists';
import type { Web } from '../../keep/model';
import { type Figure, figure } from './figure';

/** How a hot melt flows: Arrhenius viscosity η(T) = η₀·exp(E/R·(1/T − 1/T₀)). */
export interface Flow {
  /** Viscosity at {@link refC}. */
  readonly viscosityPaS: Figure;
  readonly refC: Figure;
  readonly activationKJMol: Figure;
  readonly surfaceTensionNM: Figure;
  /** From first softening to fully molten. */
  readonly meltRangeC: Figure;
}

export interface WebKind {
  readonly id: string;
  readonly name: string;
  readonly form: Web['form'];
  readonly liners: Web['liners'];
  readonly massGsm: number;
  readonly meltC: number;
  readonly maxC: number;
  readonly sewing: Web['sewing'];
  readonly tacky: boolean;
  readonly printable: boolean;
  readonly widthMm: number;
  /** Share of the surface that carries adhesive. */
  readonly coverage: number;
  readonly flow: Flow;
  readonly leaflet: Web['leaflet'];
  readonly from: string;
}

const TYPICAL = 'typical, from memory';
const MELT = 'hot melts for textiles, technical literature, from memory';

/** Hot melts flow like thick syrup where leaflets put the iron: some hundred Pa·s near 130 °C, falling about tenfold over 50 °C. */
const flow = (refC: number, viscosityPaS: number, meltRangeC = 12): Flow => ({
  viscosityPaS: figure(viscosityPaS, 'Pa·s', MELT),
  refC: figure(refC, '°C', MELT),
  activationKJMol: figure(60, 'kJ/mol', MELT),
  surfaceTensionNM: figure(0.032, 'N/m', 'polymer melts 0.025–0.040, handbook range, from memory'),
  meltRangeC: figure(meltRangeC, '°C', MELT),
});

const dry = (heatC: number, dwellS: number) => ({ heatC, dwellS, steam: false });
const web = (
  k: Omit<WebKind, 'tacky' | 'printable' | 'from' | 'maxC' | 'widthMm'> &
    Partial<Pick<WebKind, 'tacky' | 'printable' | 'maxC' | 'widthMm'>>,
): WebKind => ({ tacky: false, printable: false, maxC: k.meltC + 65, widthMm: 432, from: TYPICAL, ...k });

/** Generic forms and weights of fusible web to start from. None is a product. */
export const WEB_KINDS: readonly WebKind[] = [
  web({
    id: 'light-film',
    name: 'Light film',
    form: 'film',
    liners: 1,
    massGsm: 20,
    meltC: 108,
    sewing: 'easy',
    coverage: 1,
    flow: flow(130, 320),
    leaflet: { fuse: dry(150, 3), bond: dry(150, 8) },
  }),
  web({
    id: 'medium-film',
    name: 'Medium film',
    form: 'film',
    liners: 1,
    massGsm: 31,
    meltC: 110,
    sewing: 'easy',
    coverage: 1,
    flow: flow(130, 340),
    leaflet: { fuse: dry(150, 5), bond: dry(150, 10) },
  }),
  web({
    id: 'firm-film',
    name: 'Firm film',
    form: 'film',
    liners: 1,
    massGsm: 45,
    meltC: 112,
    sewing: 'avoid',
    coverage: 1,
    flow: flow(130, 420),
    leaflet: { fuse: dry(150, 7), bond: dry(155, 10) },
  }),
  web({
    id: 'extra-firm-film',
    name: 'Extra firm film',
    form: 'film',
    liners: 1,
    massGsm: 70,
    meltC: 114,
    sewing: 'avoid',
    coverage: 1,
    flow: flow(130, 460),
    leaflet: { fuse: dry(155, 8), bond: dry(160, 12) },
  }),
  web({
    id: 'low-melt-film',
    name: 'Low-melting film',
    form: 'film',
    liners: 1,
    massGsm: 28,
    meltC: 78,
    maxC: 130,
    sewing: 'with-care',
    coverage: 1,
    flow: flow(105, 300, 10),
    leaflet: { fuse: dry(105, 5), bond: dry(110, 10) },
  }),
  web({
    id: 'printable-film',
    name: 'Film with printable paper',
    form: 'film',
    liners: 1,
    massGsm: 26,
    meltC: 108,
    sewing: 'easy',
    printable: true,
    widthMm: 216,
    coverage: 1,
    flow: flow(130, 330),
    leaflet: { fuse: dry(150, 4), bond: dry(150, 9) },
  }),
  web({
    id: 'tacky-film',
    name: 'Tacky film with two papers',
    form: 'film',
    liners: 2,
    massGsm: 25,
    meltC: 105,
    sewing: 'easy',
    tacky: true,
    widthMm: 305,
    coverage: 1,
    flow: flow(130, 300),
    leaflet: { fuse: dry(145, 4), bond: dry(150, 9) },
  }),
  web({
    id: 'foil-film',
    name: 'Double glue sheet for foil',
    form: 'film',
    liners: 2,
    massGsm: 60,
    meltC: 110,
    maxC: 185,
    sewing: 'avoid',
    widthMm: 305,
    coverage: 1,
    flow: flow(130, 420),
    leaflet: { fuse: dry(150, 10), bond: dry(150, 10) },
  }),
  web({
    id: 'open-light',
    name: 'Light open web, unlined',
    form: 'open',
    liners: 0,
    massGsm: 16,
    meltC: 104,
    maxC: 180,
    sewing: 'easy',
    widthMm: 508,
    coverage: 0.45,
    flow: flow(125, 260),
    leaflet: { fuse: dry(140, 3), bond: { heatC: 160, dwellS: 10, steam: true } },
  }),
  web({
    id: 'open-lined',
    name: 'Open web with paper',
    form: 'open',
    liners: 1,
    massGsm: 19,
    meltC: 105,
    maxC: 175,
    sewing: 'easy',
    coverage: 0.5,
    flow: flow(125, 270),
    leaflet: { fuse: dry(145, 4), bond: { heatC: 155, dwellS: 10, steam: true } },
  }),
  web({
    id: 'open-heavy',
    name: 'Heavy open web',
    form: 'open',
    liners: 1,
    massGsm: 30,
    meltC: 108,
    maxC: 180,
    sewing: 'with-care',
    coverage: 0.6,
    flow: flow(125, 300),
    leaflet: { fuse: dry(150, 6), bond: { heatC: 160, dwellS: 12, steam: true } },
  }),
  web({
    id: 'dot-grid',
    name: 'Fine dot grid',
    form: 'grid',
    liners: 1,
    massGsm: 18,
    meltC: 106,
    sewing: 'easy',
    coverage: 0.35,
    flow: flow(125, 280),
    leaflet: { fuse: dry(145, 4), bond: dry(150, 9) },
  }),
  web({
    id: 'low-melt-grid',
    name: 'Low-heat grid',
    form: 'grid',
    liners: 1,
    massGsm: 32,
    meltC: 82,
    maxC: 130,
    sewing: 'easy',
    widthMm: 450,
    coverage: 0.5,
    flow: flow(105, 280, 10),
    leaflet: { fuse: dry(110, 4), bond: dry(110, 10) },
  }),
  web({
    id: 'powder',
    name: 'Bonding powder',
    form: 'powder',
    liners: 0,
    massGsm: 25,
    meltC: 100,
    maxC: 180,
    sewing: 'easy',
    widthMm: 1000,
    coverage: 0.3,
    flow: flow(125, 260),
    leaflet: { fuse: dry(145, 5), bond: dry(150, 10) },
  }),
  web({
    id: 'hem-tape',
    name: 'Hem tape',
    form: 'tape',
    liners: 0,
    massGsm: 30,
    meltC: 108,
    maxC: 180,
    sewing: 'with-care',
    widthMm: 20,
    coverage: 0.6,
    flow: flow(125, 300),
    leaflet: { fuse: dry(150, 5), bond: { heatC: 155, dwellS: 10, steam: true } },
  }),
];

const byId = new Map(WEB_KINDS.map((k) => [k.id, k]));
/** Stands for a web that names no kind: the nearest of its form by mass, low-melting ones among their own. */
export function webKindOf(w: Pick<Web, 'kindId' | 'form' | 'massGsm' | 'meltC'>): WebKind {
  const named = w.kindId === null ? undefined : byId.get(w.kindId);
  if (named) return named;
  return WEB_KINDS.reduce((best, k) => {
    const off = (x: WebKind): number =>
      (x.form === w.form ? 0 : 1000) + Math.abs(x.massGsm - w.massGsm) + 2 * Math.abs(x.meltC - w.meltC);
    return off(k) < off(best) ? k : best;
  });
}

/** A web as its kind typically is; give what differs. */
export function webFrom(kindId: string, given: Pick<Web, 'id' | 'name'> & Partial<Web>): Web {
  const k = byId.get(kindId) ?? nth(WEB_KINDS, 0);
  return {
    kindId: k.id,
    form: k.form,
    liners: k.liners,
    massGsm: k.massGsm,
    meltC: k.meltC,
    maxC: k.maxC,
    sewing: k.sewing,
    tacky: k.tacky,
    printable: k.printable,
    widthMm: k.widthMm,
    stockMm: 1000,
    offcuts: [],
    pricePerM: null,
    leaflet: structuredClone(k.leaflet),
    steps: { fuse: [], bond: [] },
    leafletPhotoId: null,
    note: '',
    ...given,
  };
}

export type WebWeight = 'light' | 'medium' | 'firm';
/** Upper ends of the light and the medium webs, g/m². Common practice, no source. */
const WEIGHT_ENDS = { light: 22, medium: 36 } as const;
export const weightOf = (massGsm: number): WebWeight =>
  massGsm <= WEIGHT_ENDS.light ? 'light' : massGsm <= WEIGHT_ENDS.medium ? 'medium' : 'firm';
