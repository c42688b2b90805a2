import { type Figure, figure } from '../../choose/material';
import type { Edge, Edging } from '../../keep/model';

// What is known of edges. Where the trade handbook says a figure it is common practice, no source; the others are estimated.

const PRACTICE = 'common practice, no source';
const mm = (value: number, from = 'estimated'): Figure => figure(value, 'mm', from);

/** A size with what is usual, and what it should not fall below or pass. */
export interface Sized {
  readonly usual: Figure;
  readonly least: Figure;
  readonly most: Figure;
}
const sized = (usual: Figure, least: Figure, most: Figure): Sized => ({ usual, least, most });

/** How the needle, the hand or the bottle goes along an edge. */
export type Motion = 'none' | 'run' | 'zigzag' | 'blanket' | 'line';

export interface EdgeFacts {
  readonly motion: Motion;
  readonly by: 'machine' | 'hand' | 'none';
  /** Across the edge; of a running stitch how far inside the edge it runs. */
  readonly width: Sized;
  /** Along the edge, from one stitch to the next. */
  readonly stitch: Sized;
  /** How often it is gone round. */
  readonly rounds: 1 | 2;
  /** When it wants something behind it: on clothes, on any thin cloth, always. */
  readonly stabiliser: 'never' | 'worn' | 'thin-cloth' | 'always';
  /** The top thread is loosened a little, so that the bobbin's does not come up. */
  readonly eases: boolean;
  readonly ends: 'lock' | 'pull-through' | 'none';
  /** It runs past a corner that points inward before it turns. */
  readonly runsPast: boolean;
  readonly foot: 'open-toe' | 'darning' | 'none';
}

const NOTHING = sized(mm(0), mm(0), mm(0));
/** What is true of an edge unless its row says otherwise: left as it was cut; sewn by machine; sewn by hand. */
const LEFT: EdgeFacts = {
  motion: 'none',
  by: 'none',
  width: NOTHING,
  stitch: NOTHING,
  rounds: 1,
  stabiliser: 'never',
  eases: false,
  ends: 'none',
  runsPast: false,
  foot: 'none',
};
const SEWN: EdgeFacts = { ...LEFT, by: 'machine', ends: 'lock', foot: 'open-toe' };
const BY_HAND: EdgeFacts = { ...LEFT, by: 'hand', ends: 'lock' };

/** Every edge. Sources: the trade handbook (blanket about 1 mm on small clothes, jams under 0.5 mm; satin 0.35–0.40 mm); what it does not say is estimated. */
export const EDGE_FACTS: Readonly<Record<Edge, EdgeFacts>> = {
  none: LEFT,
  straight: { ...SEWN, motion: 'run', width: sized(mm(2), mm(1), mm(6)), stitch: sized(mm(2.5), mm(1.2), mm(4)) },
  blanket: {
    ...SEWN,
    motion: 'blanket',
    width: sized(mm(2.5), mm(0.5, PRACTICE), mm(5)),
    stitch: sized(mm(2.5), mm(0.5, PRACTICE), mm(5)),
    stabiliser: 'worn',
  },
  zigzag: {
    ...SEWN,
    motion: 'zigzag',
    width: sized(mm(2.5), mm(0.8), mm(6)),
    stitch: sized(mm(1.2), mm(0.5), mm(3)),
    stabiliser: 'thin-cloth',
    eases: true,
    runsPast: true,
  },
  'tiny-zigzag': {
    ...SEWN,
    motion: 'zigzag',
    width: sized(mm(1), mm(0.5), mm(1.5)),
    stitch: sized(mm(1), mm(0.5), mm(2)),
    eases: true,
    runsPast: true,
  },
  satin: {
    ...SEWN,
    motion: 'zigzag',
    width: sized(mm(2.5), mm(1), mm(6)),
    stitch: sized(mm(0.38, PRACTICE), mm(0.35, PRACTICE), mm(0.45)),
    stabiliser: 'always',
    eases: true,
    ends: 'pull-through',
    runsPast: true,
  },
  'free-motion': {
    ...SEWN,
    motion: 'run',
    width: sized(mm(2), mm(1), mm(5)),
    stitch: sized(mm(2), mm(1), mm(4)),
    rounds: 2,
    foot: 'darning',
  },
  hand: { ...BY_HAND, motion: 'blanket', width: sized(mm(4), mm(2), mm(8)), stitch: sized(mm(4), mm(2), mm(8)) },
  'hand-running': {
    ...BY_HAND,
    motion: 'run',
    width: sized(mm(3), mm(1.5), mm(6)),
    stitch: sized(mm(3), mm(1.5), mm(6)),
  },
  paint: { ...LEFT, motion: 'line', width: sized(mm(2.5), mm(1), mm(5)) },
  pinked: LEFT,
};

/** Gone over once more after it is bonded: with a needle, or a bottle of paint. */
export const isGoneOver = (edge: Edge): boolean => EDGE_FACTS[edge].motion !== 'none';
/** Clothes: they drape, and are washed. */
export const isWorn = (on: Edging['on']): boolean =>
  on === 'garment-front' || on === 'sleeve-or-leg' || on === 'pocket';
/** Sewn, by machine or by hand. */
export const isNeedled = (edge: Edge): boolean => EDGE_FACTS[edge].by !== 'none';

/** The needle lands so far off the piece: as little of the ground as possible. Common practice; the figure is estimated. */
export const OFF_PIECE_MM = mm(0.3);
/** On a curve the work is turned before a stitch would stand off square by more than this. */
export const OFF_SQUARE_MM = mm(0.3, 'ours: about what the eye sees');
/** A turn sharper than this within {@link CORNER_ARM_MM} is a corner, not a curve. */
export const CORNER_DEG = figure(40, '°', 'estimated: less is steered through');
export const CORNER_ARM_MM = mm(1, 'estimated: about half a bite');
/** A point of less than this is covered by one stitch across its tip. */
export const POINT_DEG = figure(60, '°', 'estimated');
/** At a narrow point the bite keeps this share of the cloth that is left there, and at least so much. */
export const POINT_SHARE = figure(0.8, '× what is left', 'estimated');
export const POINT_LEAST_MM = mm(0.4, 'estimated: less leaves a knot');
/** Stitches that run past a corner that points inward: from the one to the other. */
export const PAST = { least: figure(2, 'stitches', PRACTICE), most: figure(3, 'stitches', PRACTICE) } as const;
/** An outline of more corners than this to the centimetre is gone round smoothed by {@link SMOOTH_MM}: nobody pivots there. */
export const JAGGED_PER_CM = figure(6, 'corners/cm', 'estimated');
export const SMOOTH_MM = mm(0.4);

/** Less of an edge than this in sight is not stitched. */
export const SEEN_LEAST_MM = mm(1.5, 'estimated: less than one stitch');
/** Where a piece is stitched before the next lies over it, the line runs on beneath that by so much, as far as its edge does. */
export const RUN_UNDER_MM = mm(8, 'estimated: three stitches, and past the underlap');
/** Hidden gaps up to this are run along beneath rather than cut. */
export const RUN_ALONG_MM = mm(25, 'estimated: a thumb’s length');
/** A thread is carried on the back over no more than this; beyond it is cut. */
export const CARRY_MM = mm(12, 'estimated: longer threads catch');

/** A stitch is no wider than this share of the piece where that is narrow. */
export const NARROW_SHARE = figure(0.4, '× its narrowest', 'estimated: two rows must not meet');
/** On small clothes the blanket stitch is about this wide. */
export const SMALL_CLOTHES_MM = mm(1, PRACTICE);
export const SMALL_CLOTHES_GROUND_MM = mm(350, 'estimated: a child’s garment');
/** Cloth thicker than this takes a longer, wider stitch, by {@link THICK_SHARE}; cloth that frays a wider one, by {@link FRAYS_SHARE} for each grade beyond the first. */
export const THICK_MM = mm(0.8);
export const THICK_SHARE = figure(1.2, '×', 'estimated');
export const FRAYS_SHARE = figure(0.15, '× a grade', 'estimated');
/** Through wadding and backing stitches are this much longer. */
export const QUILT_SHARE = figure(1.2, '×', 'estimated: a sandwich wants a longer stitch');

/** Thread beyond what the stitches take: for tension and slips, and at each end to hold or to pull through. */
export const THREAD_SPARE = figure(1.1, '×', 'estimated: 10 %');
export const TAIL_MM = { lock: mm(100), 'pull-through': mm(150), none: mm(0) } as const;

/** Hands and machine, s. All estimated. */
export const STITCH_S = {
  machine: figure(0.16, 's a stitch', 'estimated: about 375 a minute, slowly'),
  satin: figure(0.11, 's a stitch', 'estimated: about 550 a minute'),
  hand: figure(6, 's a stitch', 'estimated'),
} as const;
export const TURN_S = { corner: figure(4, 's', 'estimated'), curve: figure(1.5, 's', 'estimated') } as const;
export const START_S = {
  lock: figure(15, 's', 'estimated'),
  'pull-through': figure(40, 's', 'estimated: both threads to the back, and a knot'),
  none: figure(5, 's', 'estimated'),
} as const;
export const CHANGE_S = figure(90, 's', 'estimated: top and, where it is not plain, bobbin');
export const CUT_S = figure(12, 's', 'estimated: lift, cut, move');
export const CARRY_S = figure(4, 's', 'estimated: lift and move');
/** Going on to another article, or another motif. */
export const MOVE_ON_S = figure(30, 's', 'estimated');
export const PAINT_MM_S = figure(10, 'mm/s', 'estimated');

/** Further from the cloth's colour than this a thread does not match any more, CIEDE2000. */
export const NEAR_DELTA_E = figure(8, 'CIEDE2000', 'estimated: told apart at arm’s length');
/** Threads to buy that differ by less are one. */
export const SAME_DELTA_E = figure(3, 'CIEDE2000', 'estimated: hardly told apart');
/** A drawn line is told from its cloth by at least this, and by about so much lightness. */
export const LINE_DELTA_E = figure(25, 'CIEDE2000', 'estimated: seen across a room');
export const LINE_L = figure(45, 'CIE L*', 'estimated');
/** A shade darker. */
export const DARKER_L = figure(14, 'CIE L*', 'estimated');
/** Threads as they are bought: what a new one is, where none is at hand. */
export const NEW_TEX = figure(30, 'g/km', 'typical sewing thread, from memory');

/** Stabiliser reaches past the stitches by so much all round. */
export const STABILISER_PAST_MM = mm(25, 'common practice, no source');
/** Ground thinner than this wants something behind close stitches. */
export const THIN_GROUND_GSM = figure(160, 'g/m²', 'estimated: quilting cotton and less');
/** On a garment what lies above its cloth should weigh no more than this, of the cloth's own mass. */
export const GARMENT_SHARE = figure(2, '× its mass', 'estimated: more hangs as a plate');

/** A line of paint is a half-round bead; a bottle holds so much. */
export const BOTTLE_ML = figure(30, 'ml', 'typical small bottle, from memory');

/** Exact order of so many lines; beyond it the best that a search finds. */
export const EXACT_LINES = 12;
