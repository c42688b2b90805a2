import { MM_PER } from '../../base/units';
import { figure } from '../../choose/material';

// What sewing things up adds to their sizes.

const PRACTICE = 'common practice, no source';
const mm = (value: number, from = PRACTICE) => figure(value, 'mm', from);

/** A seam's allowance where nobody has set one: between patchwork, round a cushion or a bag, and where a long ground is joined of widths. */
export const SEAM_MM = {
  patchwork: mm(MM_PER.in / 4),
  sewnUp: mm(10),
  widths: mm(MM_PER.in / 2),
} as const;

/** Wadding and backing stand out all round by this. Source: the trade handbook, layers: 25–50 mm; common practice, no source. */
export const QUILT_EDGE_MM = {
  wadding: mm(25, 'common practice, no source: 25–50 mm'),
  backing: mm(50, 'common practice, no source: 25–50 mm'),
} as const;

/** Longer than its edge, for corners and the end of a binding. */
export const BINDING_MORE_MM = mm(250);
/** Two panels of a back lie over one another by twice this in the middle, and each is hemmed by so much. */
export const ENVELOPE_MM = { beyondMiddle: mm(75), hem: mm(25) } as const;
/** A sleeve ends so far inside each side edge; its ends are hemmed by so much. */
export const SLEEVE_MM = { inside: mm(25), hem: mm(25) } as const;
/** A seam across widths stays so far from what lies on the ground, beside its allowance. Ours. */
export const SEAM_CLEAR_MM = mm(5, 'ours: what hands lay out of true');
/** Between the places that are tried for such a seam. */
export const SEAM_TRY_MM = mm(5, 'ours');
