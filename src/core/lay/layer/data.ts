import { figure } from '../../choose/material';
import type { Project } from '../../keep/model';

// Every figure of layering that is no cloth's and no web's: those stand in core/material.

const HAND =
  'estimated: of cottons alone, held together all over, four to five layers for a soft hand and about nine for a medium one';
/** Stiffness over the bare ground that the hand asked for bears at the stiffest place. */
export const HAND_LIMIT: Readonly<Record<Project['intent']['hand'], ReturnType<typeof figure>>> = {
  soft: figure(520, '× the ground', HAND),
  medium: figure(4000, '× the ground', HAND),
  firm: figure(Number.POSITIVE_INFINITY, '× the ground', HAND),
};

const COLOUR = 'common practice in colour work, from memory: about 2 is just noticed, 10 at a glance';
/** Colour differences: below `vanish` two cloths side by side look alike, below half of it at once; a shadow above `shadow` is seen, above twice that at once; a cloth whose own colour is changed by more than `greyed` disappoints, all over and without an edge to compare; what differs by `standsOut` is a good choice. */
export const COLOUR_LIMITS = {
  vanish: figure(8, 'CIEDE2000', COLOUR),
  shadow: figure(4, 'CIEDE2000', COLOUR),
  greyed: figure(5, 'CIEDE2000', COLOUR),
  standsOut: figure(12, 'CIEDE2000', COLOUR),
} as const;

/**
 * A piece's seen edge against what lies beyond it: a stretch counts from `leastMm` on, a piece vanishes when so much of its edge is lost;
 * looked at every `stepMm`, `besideMm` to either side: a hair, and what a stitch covers. What a piece lies on is looked for `insideMm` in, past any underlap.
 */
export const EDGE_SEEN = {
  leastMm: figure(12, 'mm', 'estimated'),
  lostShare: figure(0.5, 'of the edge', 'estimated'),
  stepMm: figure(3, 'mm', 'ours'),
  besideMm: figure(0.8, 'mm', 'ours'),
  insideMm: figure(9, 'mm', 'ours: the usual underlap and half as much'),
} as const;
/** A piece is told to be greyed, or shadowed, by what lies beneath where that is seen over so much. */
export const THROUGH_MM2 = figure(100, 'mm²', 'estimated: less is lost in the stitching');

/** A place narrower than this all over does not count: a hair where three edges meet is no board. */
export const FELT_MM = figure(5, 'mm', 'estimated');
/** So many of the stiffest places are looked at for one that is wide enough. */
export const LOOKED_AT = figure(40, 'places', 'ours');

/** Of two pieces within this ratio of areas neither is larger; a difference in lightness above this is seen as darker. */
export const ORDER = {
  alike: figure(1.25, '×', 'estimated'),
  darkerL: figure(15, 'CIE L*', 'estimated'),
} as const;

/** When pieces make a unit: how much of the smaller one lies on the other, how few are as quickly bonded on the ground, and how much of the release sheet one may take. */
export const UNIT = {
  belongShare: figure(0.12, 'of the smaller piece', 'estimated'),
  fewest: figure(3, 'pieces', 'common practice'),
  mostOfSheet: figure(0.25, 'of the release sheet', 'estimated'),
} as const;

/** The flexural rigidity that each thing goes up to, for a strip as wide as it is long; the last has no end. */
export const FEELS_UP_TO = {
  shirt: figure(
    30,
    'µN·m',
    'shirtings and quilting cottons 2–20, bending length 1.5–2.5 cm (Peirce 1930, from memory)',
  ),
  denim: figure(150, 'µN·m', 'denim and canvas 40–120, bending length 2.5–3.5 cm (from memory)'),
  collar: figure(700, 'µN·m', 'two cottons with fused interlining 200–600, bending length 4–6 cm (from memory)'),
  'thin-card': figure(4000, 'µN·m', 'card of 160–200 g/m²: 1,500–4,000 (ISO 2493, paper makers’ tables, from memory)'),
  postcard: figure(12_000, 'µN·m', 'card of 250–300 g/m²: 6,000–12,000 (the same)'),
  'place-mat': figure(60_000, 'µN·m', 'a cast mat of 2 mm, E 20–60 MPa: E·t³/12 (estimated)'),
  board: figure(Number.POSITIVE_INFINITY, 'µN·m', 'stiffer than these'),
} as const;
