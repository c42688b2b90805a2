import type { Cover, Surface } from '../model';

/** A figure with where it comes from. */
interface Figure {
  readonly value: number;
  readonly unit: string;
  readonly from: string;
}
const fig = (value: number, unit: string, from: string): Figure => ({ value, unit, from });

/** What covers do to the dwell the leaflet was written for. From the handbook's table: bare or parchment 3–8 s, about 10 s under a press cloth; the others estimated beside them. */
export const COVER_EFFECTS: Readonly<Record<Cover, { name: string; slower: Figure; limitC: Figure }>> = {
  none: { name: 'bare iron', slower: fig(1, '×', 'common practice'), limitC: fig(300, '°C', 'no limit of its own') },
  parchment: {
    name: 'baking parchment',
    slower: fig(1.05, '×', 'common practice: as bare'),
    limitC: fig(220, '°C', 'from memory: baking parchment'),
  },
  'coated-sheet': {
    name: 'coated pressing sheet',
    slower: fig(1.1, '×', 'estimated'),
    limitC: fig(250, '°C', 'handbook: about 260 °C is the end of a non-stick coating; 10 °C kept away'),
  },
  'press-cloth': {
    name: 'press cloth',
    slower: fig(1.6, '×', 'common practice: 10 s where bare takes 3–8 s'),
    limitC: fig(200, '°C', 'ISO 3758, cotton'),
  },
  'damp-cloth': {
    name: 'damp cloth',
    slower: fig(2, '×', 'estimated: water holds the bond line near 100 °C until it has gone'),
    limitC: fig(200, '°C', 'ISO 3758, cotton'),
  },
};

/** A hard surface presses better than a soft one; a wool mat throws heat back up. Estimated, common practice gives the order. */
export const SURFACE_EFFECTS: Readonly<Record<Surface, { name: string; slower: Figure; cools: Figure }>> = {
  'ironing-board': {
    name: 'ironing board',
    slower: fig(1, '×', 'what leaflets are written for'),
    cools: fig(1, '×', 'common practice'),
  },
  'wool-mat': { name: 'wool mat', slower: fig(0.9, '×', 'estimated: returns heat'), cools: fig(1.5, '×', 'estimated') },
  wood: { name: 'wooden board', slower: fig(0.95, '×', 'estimated: hard'), cools: fig(0.9, '×', 'estimated') },
  glass: {
    name: 'glass or stone table',
    slower: fig(1.15, '×', 'estimated: draws heat away'),
    cools: fig(0.5, '×', 'common practice: seconds on a cold table'),
  },
};

export const ROOM_C = fig(20, '°C', 'a heated room');
/** Above its melting point by this much adhesive flows well enough to bond. */
export const FLOW_MARGIN_C = fig(10, '°C', 'common practice');
/** How far a leaflet's figure stretches before the bond is doubtful, and before harm is likely. */
export const WINDOW_SHARE = {
  least: fig(0.75, '× leaflet', 'estimated'),
  most: fig(1.8, '× leaflet', 'estimated from the spread of practice, 3–8 s for one job'),
};
export const GRAVITY = fig(9.80665, 'N/kg', 'standard gravity, CGPM 1901');
/** Mass per layer that must give off its heat before the liner is pulled; a single cotton piece cools in a few seconds on a cold table, a couple of minutes left alone. */
export const COOL = {
  baseS: fig(15, 's', 'common practice'),
  perThicknessSPerMm: fig(25, 's/mm', 'estimated'),
  perHeatSPerC: fig(0.1, 's/°C', 'estimated'),
};
/** Shortest and longest dwell a person can keep; beyond the longest they set down again. */
export const PERSON_S = { least: fig(1, 's', 'common practice'), most: fig(60, 's', 'estimated') };
/** Two placements overlap by this share of the soleplate, so that no strip between them is missed. */
export const PLACEMENT_OVERLAP = fig(0.2, 'of the soleplate', 'common practice: overlapping');
/** A mark within this of the wanted heat is the mark to set. */
export const DIAL_NEAR_C = fig(8, '°C', 'estimated: an iron swings by about this');
/** What a lean feels like, kPa, lowest first. Estimated. */
export const LEAN_WORDS: readonly { upTo: number; text: string }[] = [
  { upTo: 0.8, text: 'let the iron rest' },
  { upTo: 3, text: 'lean lightly' },
  { upTo: 8, text: 'lean firmly' },
  { upTo: Number.POSITIVE_INFINITY, text: 'full pressure' },
];
/** Thick wool and pile must not be squashed: above this the press gets no lean. */
export const PILE_CEILING_KPA = fig(0.8, 'kPa', 'estimated from common practice: no lean on wool');
