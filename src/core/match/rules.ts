import { ROUTE_FACTS } from '../facing';
import type { Edge, Fabric, Intent, Route, Web } from '../model';
import { CARE_LIMIT_C, formatTemperature } from '../units';
import { CLOTH, FLOW_MARGIN_C, hidesGsm, weightOf } from './cloth';

/** All that a rule may look at: one piece, one web, and what the piece is for. */
export interface Situation {
  readonly fabric: Fabric;
  /** Everything the piece lies on: the ground and lower pieces it overlaps. */
  readonly beneath: readonly Fabric[];
  readonly web: Web;
  readonly edge: Edge;
  readonly route: Route;
  readonly intent: Intent;
  /** Layers of cloth in the deepest chain through this piece, itself included. */
  readonly layers: number;
  /** The piece's shorter and longer side and all its copies' area. */
  readonly narrowMm: number;
  readonly longMm: number;
  readonly areaMm2: number;
}

export type Finding =
  | { readonly effect: 'forbid'; readonly text: string }
  /** Points against (positive) or for (negative): about 10 decide between two webs of which either would do. */
  | { readonly effect: 'weigh'; readonly points: number; readonly text: string };

export interface Rule {
  readonly code: string;
  readonly looksAt: string;
  /** Where practitioners differ: the side this rule takes. */
  readonly school?: string;
  readonly judge: (s: Situation) => Finding | null;
}

/** Below this a web counts as low-melting, °C. Common practice, no source. */
const LOW_MELT_C = 95;

const forbid = (text: string): Finding => ({ effect: 'forbid', text });
const against = (points: number, text: string): Finding => ({ effect: 'weigh', points, text });
const inFavour = (points: number, text: string): Finding => ({ effect: 'weigh', points: -points, text });

const SEWN: readonly Edge[] = ['straight', 'blanket', 'zigzag', 'satin', 'free-motion'];
export const isSewn = (edge: Edge): boolean => SEWN.includes(edge);
const heat = (c: number): string => formatTemperature(c, 'mm');
const called = (f: Fabric): string => f.name || CLOTH[f.kind].name.toLowerCase();

/** Adhesive this piece asks for, g/m²: what its hairiest face needs, more without a stitch, less for a soft hand. */
export function wantedGsm(s: Pick<Situation, 'fabric' | 'beneath' | 'edge' | 'intent' | 'layers'>): number {
  const grip = Math.max(CLOTH[s.fabric.kind].gripGsm, ...s.beneath.map((f) => CLOTH[f.kind].gripGsm * 0.9));
  const hold = s.edge === 'none' || s.edge === 'paint' ? 2.2 : s.edge === 'hand' ? 0.8 : 1;
  const hand = s.intent.hand === 'soft' ? 0.9 : s.intent.hand === 'firm' ? 1.3 : 1;
  return grip * hold * hand;
}

/**
 * The first set of rules. Each is common practice, no source, unless it says otherwise; the points are ours and are estimates.
 */
export const RULES: readonly Rule[] = [
  {
    code: 'needs-a-liner',
    looksAt: 'route, liners',
    judge: ({ web, route }) =>
      ROUTE_FACTS[route].needsLiner && web.liners === 0
        ? forbid('It has no liner to trace on. Use a template, or reverse on the wrong side after fusing.')
        : null,
  },
  {
    code: 'no-sheet',
    looksAt: 'form, size',
    judge: ({ web, narrowMm }) =>
      web.form === 'tape' && narrowMm > web.widthMm
        ? forbid('It is a tape for hems and seams, too narrow for this shape.')
        : null,
  },
  {
    code: 'too-hot-for-fabric',
    looksAt: 'heat limit of the cloth, melting point',
    judge: ({ web, fabric }) =>
      web.meltC + FLOW_MARGIN_C > fabric.maxIronC
        ? forbid(
            `It flows only from about ${heat(web.meltC + FLOW_MARGIN_C)}, but ${called(fabric)} takes at most ${heat(fabric.maxIronC)}.`,
          )
        : null,
  },
  {
    code: 'too-hot-for-what-lies-beneath',
    looksAt: 'heat limit of the ground and lower pieces',
    judge: ({ web, beneath }) => {
      const tender = beneath.find((f) => web.meltC + FLOW_MARGIN_C > f.maxIronC);
      return tender
        ? forbid(
            `It flows only from about ${heat(web.meltC + FLOW_MARGIN_C)}, but ${called(tender)} beneath takes at most ${heat(tender.maxIronC)}.`,
          )
        : null;
    },
  },
  {
    code: 'leaflet-hotter-than-cloth',
    looksAt: 'leaflet, heat limit of the cloth and of what lies beneath',
    judge: ({ web, fabric, beneath }) => {
      const limit = Math.min(fabric.maxIronC, ...beneath.map((f) => f.maxIronC));
      const asks = Math.max(web.leaflet.fuse.heatC, web.leaflet.bond.heatC);
      return asks > limit
        ? against(
            Math.min(14, 4 + (asks - limit) / 5),
            `Its leaflet asks for ${heat(asks)}, above the ${heat(limit)} this cloth can take; it would have to go slower and cooler.`,
          )
        : null;
    },
  },
  {
    code: 'softens-early',
    looksAt: 'melting point, heat limit of the cloth',
    judge: ({ web, fabric }) =>
      web.meltC < LOW_MELT_C && fabric.maxIronC >= CARE_LIMIT_C[2]
        ? against(
            5,
            `It softens again from ${heat(web.meltC)}, each time this cloth is ironed as hot as it may be; keep it for cloth that cannot take more.`,
          )
        : null,
  },
  {
    code: 'gums-the-needle',
    looksAt: 'edge, sewing',
    judge: ({ web, edge }) => {
      if (!isSewn(edge) || web.sewing === 'easy') return null;
      if (web.sewing === 'with-care')
        return against(edge === 'satin' ? 10 : 5, 'It can be sewn only with care: stone cold, with a sharp needle.');
      return edge === 'satin'
        ? forbid('Satin stitch goes through it hundreds of times: it would gum the needle.')
        : against(26, 'It gums the needle; it is made to hold without a stitch.');
    },
  },
  {
    code: 'sews-easily',
    looksAt: 'edge, sewing',
    judge: ({ web, edge }) =>
      isSewn(edge) && web.sewing === 'easy'
        ? inFavour(4, 'A needle goes through it easily, and the edge will be stitched.')
        : null,
  },
  {
    code: 'hard-by-hand',
    looksAt: 'hand stitching, form, mass',
    judge: ({ web, edge }) => {
      if (edge !== 'hand') return null;
      const heavy = web.sewing === 'avoid' ? 30 : web.form === 'film' ? 10 : 0;
      return heavy > 0
        ? against(heavy, 'Even light film makes handwork hard going; an open web lets the needle through.')
        : inFavour(5, 'Open and light: a hand needle passes.');
    },
  },
  {
    code: 'too-little-adhesive',
    looksAt: 'cloth, edge, hand, mass',
    judge: (s) => {
      const short = wantedGsm(s) - s.web.massGsm;
      if (short < 4) return null;
      const why = CLOTH[s.fabric.kind].hairyOrThick
        ? `${CLOTH[s.fabric.kind].name} is hairy or thick and needs`
        : s.edge === 'none'
          ? 'With no stitch to help, the bond needs'
          : 'This bond needs';
      return against(
        short * 0.9,
        `${why} about ${Math.round(wantedGsm(s))} g/m² of adhesive; it has ${s.web.massGsm}.`,
      );
    },
  },
  {
    code: 'more-than-needed',
    looksAt: 'cloth, edge, hand, layers, mass',
    judge: (s) => {
      const over = s.web.massGsm - wantedGsm(s);
      if (over < 4) return null;
      const stiff =
        (s.intent.hand === 'soft' ? 1.1 : s.intent.hand === 'medium' ? 0.7 : 0.2) *
        (1 + 0.15 * Math.max(0, s.layers - 2));
      return against(
        over * stiff,
        `About ${Math.round(wantedGsm(s))} g/m² would hold; its ${s.web.massGsm} only ${s.layers > 2 ? `stiffen a stack of ${s.layers} layers` : 'stiffen the cloth'}.`,
      );
    },
  },
  {
    code: 'right-amount',
    looksAt: 'cloth, edge, hand, mass',
    judge: (s) =>
      Math.abs(s.web.massGsm - wantedGsm(s)) < 6
        ? inFavour(
            3,
            `Its ${s.web.massGsm} g/m² suit: ${CLOTH[s.fabric.kind].name.toLowerCase()} ${s.edge === 'none' ? 'without a stitch' : 'with this edge'} and a ${s.intent.hand} hand ask for about ${Math.round(wantedGsm(s))}.`,
          )
        : null,
  },
  {
    code: 'strikes-through',
    looksAt: 'mass of the cloth, mass of the web',
    judge: ({ web, fabric }) => {
      const over = web.massGsm - hidesGsm(fabric.massGsm);
      return over > 0
        ? against(
            4 + over,
            `${CLOTH[fabric.kind].fine ? 'Fine cloth' : 'This cloth'} of ${fabric.massGsm} g/m² hides about ${Math.round(hidesGsm(fabric.massGsm))} g/m² of adhesive; more may come through to the face.`,
          )
        : null;
    },
  },
  {
    code: 'holds-alone',
    looksAt: 'edge, form, mass',
    school:
      'A firm film without a stitch is permanent and washable; others say that anything unstitched peels in the wash.',
    judge: ({ web, edge }) =>
      edge === 'none' || edge === 'paint'
        ? web.form === 'film' && weightOf(web.massGsm) === 'firm'
          ? inFavour(6, 'A firm film is made to hold without a stitch.')
          : against(web.form === 'film' ? 5 : 12, 'It is too slight to hold without a stitch.')
        : null,
  },
  {
    code: 'peels-in-the-wash',
    looksAt: 'laundering, edge, mass',
    school: 'If it is washed, stitch the edge too; others trust a firm film alone.',
    judge: ({ web, edge, intent }) =>
      intent.laundering !== 'never' && edge === 'none' && weightOf(web.massGsm) !== 'firm'
        ? against(
            intent.laundering === 'often' ? 18 : 10,
            `Washed ${intent.laundering === 'often' ? 'often' : 'gently'} and not stitched, it would peel sooner or later.`,
          )
        : null,
  },
  {
    code: 'too-limp',
    looksAt: 'hand, mass',
    judge: ({ web, intent }) =>
      intent.hand === 'firm' && weightOf(web.massGsm) === 'light'
        ? against(8, 'Too limp for the firm hand you asked for.')
        : null,
  },
  {
    code: 'clumsy-powder',
    looksAt: 'form',
    judge: ({ web }) =>
      web.form === 'powder' ? against(9, 'Powder has to be sprinkled even and spills past the edge.') : null,
  },
  {
    code: 'wider-than-the-roll',
    looksAt: 'roll width, size',
    judge: ({ web, narrowMm }) =>
      web.form !== 'tape' && narrowMm > web.widthMm
        ? against(5, 'The shape is wider than the roll: strips have to be joined edge to edge.')
        : null,
  },
  {
    code: 'not-enough-left',
    looksAt: 'length left, area',
    judge: ({ web, areaMm2 }) => {
      const needsMm = areaMm2 / web.widthMm;
      return needsMm > web.stockMm
        ? against(
            12,
            `Only ${Math.round(web.stockMm / 10)} cm are left; this needs at least ${Math.round(needsMm / 10)} cm.`,
          )
        : null;
    },
  },
];
