import { factsOf, weightOf } from '../../choose/material';
import { EDGES, type Edge, type Edging, type Fabric, type Intent, type Web } from '../../keep/model';
import { EDGE_FACTS, isNeedled, isWorn } from './data';

/** What an edge is chosen for. */
export interface EdgeSituation {
  readonly fabric: Fabric;
  /** null: it has no web of its own. */
  readonly web: Web | null;
  readonly intent: Intent;
  readonly on: Edging['on'];
  readonly narrowMm: number;
  /** Corners to each 100 mm of its edge. */
  readonly cornersPerDm: number;
  /** Minutes each edge would take for all that is asked about, and minutes there are; null: as long as it takes. */
  readonly minutes: Readonly<Record<Edge, number>>;
  readonly spareMinutes: number | null;
}

/** Reasons for and against an edge, each with its figures. */
export type EdgeReason =
  | { readonly code: 'holds-in-the-wash' | 'peels-in-the-wash'; readonly laundering: Intent['laundering'] }
  | { readonly code: 'covers-fraying' | 'lets-it-fray'; readonly cloth: string }
  | { readonly code: 'needs-none' | 'holes-stay' | 'gives-way' | 'moves-along'; readonly cloth: string }
  | { readonly code: 'film-holds-alone'; readonly web: string }
  | { readonly code: 'gums-the-needle' | 'hand-goes-hard' | 'hand-goes-easily'; readonly web: string }
  | { readonly code: 'too-wide-here'; readonly narrowMm: number; readonly leastMm: number }
  | {
      readonly code:
        | 'suits-small'
        | 'many-corners'
        | 'stiffens'
        | 'stays-soft'
        | 'classic'
        | 'quick'
        | 'worn'
        | 'dries-overnight';
    }
  | { readonly code: 'no-time'; readonly minutes: number; readonly spareMinutes: number };

export interface EdgeAdvice {
  readonly edge: Edge;
  readonly points: number;
  /** The weightiest first. */
  readonly pros: readonly EdgeReason[];
  readonly against: readonly EdgeReason[];
  /** Something makes it impossible, not just worse. */
  readonly ruledOut: boolean;
}

interface Rule {
  readonly code: EdgeReason['code'];
  /** Above 0 it speaks for the edge, below against it; {@link NEVER} rules it out. About 10 decide. All estimated, in the order of common practice. */
  readonly points: (s: EdgeSituation, edge: Edge) => number;
  readonly says: (s: EdgeSituation, edge: Edge) => EdgeReason;
}

const NEVER = -100;
/** Only a small part of a piece's width may be stitch. */
const ROWS_OF_TWO = 2;
const SMALL_MM = 9;
const STRETCHY_PERCENT = 15;
const FRAYS_BADLY = 2;
const CORNERS_MANY = 4;

const called = (s: EdgeSituation): string => s.fabric.name || s.fabric.kind;
const bySewing = (edge: Edge): boolean => EDGE_FACTS[edge].by === 'machine';
const byHand = (edge: Edge): boolean => EDGE_FACTS[edge].by === 'hand';
const covers = (edge: Edge): boolean => edge === 'satin' || edge === 'zigzag' || edge === 'blanket' || edge === 'paint';
const WASHED = { never: 0, gentle: 7, often: 12 } as const;
const table =
  (points: Partial<Record<Edge, number>>) =>
  (edge: Edge): number =>
    points[edge] ?? 0;

/** The rules, as data: the machinery knows none of them by name. */
export const EDGE_RULES: readonly Rule[] = [
  {
    code: 'holds-in-the-wash',
    points: ({ intent }, edge) => (isNeedled(edge) ? WASHED[intent.laundering] * (edge === 'straight' ? 0.8 : 1) : 0),
    says: ({ intent }) => ({ code: 'holds-in-the-wash', laundering: intent.laundering }),
  },
  {
    code: 'peels-in-the-wash',
    points: ({ intent }, edge) => (isNeedled(edge) || edge === 'paint' ? 0 : -WASHED[intent.laundering]),
    says: ({ intent }) => ({ code: 'peels-in-the-wash', laundering: intent.laundering }),
  },
  {
    code: 'covers-fraying',
    points: ({ fabric }, edge) =>
      factsOf(fabric).frays >= FRAYS_BADLY ? table({ satin: 7, zigzag: 5, blanket: 3, paint: 3, pinked: 2 })(edge) : 0,
    says: (s) => ({ code: 'covers-fraying', cloth: called(s) }),
  },
  {
    code: 'lets-it-fray',
    points: ({ fabric }, edge) =>
      factsOf(fabric).frays >= FRAYS_BADLY && !covers(edge) && edge !== 'pinked' ? (edge === 'none' ? -6 : -4) : 0,
    says: (s) => ({ code: 'lets-it-fray', cloth: called(s) }),
  },
  {
    code: 'needs-none',
    points: ({ fabric }, edge) =>
      factsOf(fabric).hairyOrThick && factsOf(fabric).frays === 0
        ? table({ none: 6, 'hand-running': 3, hand: 3, straight: 2 })(edge)
        : 0,
    says: (s) => ({ code: 'needs-none', cloth: called(s) }),
  },
  {
    code: 'holes-stay',
    points: ({ fabric }, edge) =>
      factsOf(fabric).hard
        ? table({ satin: -10, zigzag: -5, 'tiny-zigzag': -4, blanket: -4, hand: -3, 'hand-running': -2, straight: -1 })(
            edge,
          )
        : 0,
    says: (s) => ({ code: 'holes-stay', cloth: called(s) }),
  },
  {
    code: 'gives-way',
    points: ({ fabric }, edge) =>
      factsOf(fabric).stretchPercent > STRETCHY_PERCENT && !factsOf(fabric).hairyOrThick
        ? table({ straight: -5, 'free-motion': -3, satin: -4 })(edge)
        : 0,
    says: (s) => ({ code: 'gives-way', cloth: called(s) }),
  },
  {
    code: 'moves-along',
    points: ({ fabric }, edge) =>
      factsOf(fabric).stretchPercent > STRETCHY_PERCENT && !factsOf(fabric).hairyOrThick
        ? table({ zigzag: 3, 'tiny-zigzag': 4 })(edge)
        : 0,
    says: (s) => ({ code: 'moves-along', cloth: called(s) }),
  },
  {
    code: 'film-holds-alone',
    points: ({ web, intent }, edge) =>
      edge === 'none' && web?.form === 'film' && weightOf(web.massGsm) === 'firm' && intent.laundering !== 'often'
        ? 9
        : 0,
    says: ({ web }) => ({ code: 'film-holds-alone', web: web?.name ?? '' }),
  },
  {
    code: 'gums-the-needle',
    points: ({ web }, edge) =>
      web === null || !bySewing(edge) ? 0 : web.sewing === 'avoid' ? -12 : web.sewing === 'with-care' ? -2 : 0,
    says: ({ web }) => ({ code: 'gums-the-needle', web: web?.name ?? '' }),
  },
  {
    code: 'hand-goes-hard',
    points: ({ web }, edge) => (byHand(edge) && web?.form === 'film' ? -14 : 0),
    says: ({ web }) => ({ code: 'hand-goes-hard', web: web?.name ?? '' }),
  },
  {
    code: 'hand-goes-easily',
    points: ({ web, intent }, edge) =>
      byHand(edge) && (web === null || web.form !== 'film') ? (intent.hand === 'soft' ? 4 : 2) : 0,
    says: ({ web }) => ({ code: 'hand-goes-easily', web: web?.name ?? '' }),
  },
  {
    code: 'too-wide-here',
    points: ({ narrowMm }, edge) => {
      const { motion, width } = EDGE_FACTS[edge];
      if (motion === 'none' || motion === 'line') return 0;
      return width.least.value * ROWS_OF_TWO > narrowMm ? NEVER : width.usual.value * ROWS_OF_TWO > narrowMm ? -5 : 0;
    },
    says: ({ narrowMm }, edge) => ({
      code: 'too-wide-here',
      narrowMm,
      leastMm: EDGE_FACTS[edge].width.least.value * ROWS_OF_TWO,
    }),
  },
  {
    code: 'suits-small',
    points: ({ narrowMm }, edge) =>
      narrowMm < SMALL_MM ? table({ 'tiny-zigzag': 6, straight: 3, 'free-motion': 2 })(edge) : 0,
    says: () => ({ code: 'suits-small' }),
  },
  {
    code: 'many-corners',
    points: ({ cornersPerDm }, edge) =>
      cornersPerDm > CORNERS_MANY ? table({ satin: -5, zigzag: -2, blanket: -2, 'free-motion': 3 })(edge) : 0,
    says: () => ({ code: 'many-corners' }),
  },
  {
    code: 'stiffens',
    points: ({ intent }, edge) => (intent.hand === 'soft' ? table({ satin: -5, paint: -6 })(edge) : 0),
    says: () => ({ code: 'stiffens' }),
  },
  {
    code: 'stays-soft',
    points: ({ intent }, edge) =>
      intent.hand === 'soft' ? table({ blanket: 2, straight: 2, 'hand-running': 2 })(edge) : 0,
    says: () => ({ code: 'stays-soft' }),
  },
  {
    code: 'classic',
    points: (_, edge) => (edge === 'blanket' ? 3 : 0),
    says: () => ({ code: 'classic' }),
  },
  {
    code: 'quick',
    points: (_, edge) => table({ straight: 2, 'free-motion': 1 })(edge),
    says: () => ({ code: 'quick' }),
  },
  {
    code: 'worn',
    points: ({ on }, edge) => (isWorn(on) ? table({ none: -6, pinked: -6, paint: -3 })(edge) : 0),
    says: () => ({ code: 'worn' }),
  },
  {
    code: 'dries-overnight',
    points: (_, edge) => (edge === 'paint' ? -2 : 0),
    says: () => ({ code: 'dries-overnight' }),
  },
  {
    code: 'no-time',
    points: ({ minutes, spareMinutes }, edge) =>
      spareMinutes !== null && minutes[edge] > spareMinutes ? -Math.min(20, 4 * (minutes[edge] / spareMinutes)) : 0,
    says: ({ minutes, spareMinutes }, edge) => ({
      code: 'no-time',
      minutes: minutes[edge],
      spareMinutes: spareMinutes ?? 0,
    }),
  },
];

/** Every edge for one situation, the best first. Only whoever cannot be reached by a needle is left at the end. */
export function adviseEdges(s: EdgeSituation): EdgeAdvice[] {
  return EDGES.map((edge): EdgeAdvice => {
    const found = EDGE_RULES.map((rule) => ({ rule, points: rule.points(s, edge) }));
    const told = (list: typeof found): EdgeReason[] => list.map(({ rule }) => rule.says(s, edge));
    return {
      edge,
      points: found.reduce((sum, f) => sum + f.points, 0),
      pros: told(found.filter((f) => f.points > 0).sort((a, b) => b.points - a.points)),
      against: told(found.filter((f) => f.points < 0).sort((a, b) => a.points - b.points)),
      ruledOut: found.some((f) => f.points <= NEVER),
    };
  }).sort((a, b) => Number(a.ruledOut) - Number(b.ruledOut) || b.points - a.points);
}
