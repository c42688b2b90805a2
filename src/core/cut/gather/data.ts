import { type DisplayUnits, MM_PER, paperOfPlace } from '../../base/units';
import { BOLT_WIDE_MM, type Figure, figure } from '../../choose/material';
import type { NeedKind, Offer, Supply } from '../../keep/model';

// How shops sell things, how cloth shrinks, how long needles and blades last. Nothing of it is a standard: what one's own shop does is entered in its place.

const PRACTICE = 'common practice, no source';
const mm = (value: number, from = 'estimated'): Figure => figure(value, 'mm', from);

/** A fat quarter as the trade counts it. */
const FAT_QUARTER = { widthMm: 559, lengthMm: 457 } as const;
const LONG_QUARTER_MM = 228.6;
/** Cut off a bolt in tenths of a metre, or in quarters of a yard. */
const STEP_MM: Readonly<Record<DisplayUnits, number>> = { mm: 100, in: MM_PER.yd / 4 };

/** What is left over and narrower than this is a snippet. */
export const WORTH_MM = { cloth: mm(50), web: mm(40) } as const;

/** A machine needle is changed after so long. */
export const NEEDLE_MIN = figure(480, 'min', PRACTICE);
/** A cutting machine's blade does for so much cut. */
export const BLADE_MM = mm(60_000);

type Usual = Omit<Offer, 'key' | 'price'>;
const offer = (id: string, as: Offer['as'], widthMm: number, lengthMm: number, more: Partial<Usual> = {}): Usual => ({
  id,
  as,
  widthMm,
  lengthMm,
  holds: 1,
  sold: true,
  ...more,
});
const notSold = { sold: false } as const;

/** How cloth of a kind is sold. Packs hold mixed colours as a rule: they are offered when one says so. */
export function usualClothOffers(felted: boolean, units: DisplayUnits): Usual[] {
  const wide = BOLT_WIDE_MM[felted ? 'felt' : 'cloth'].value;
  const step = STEP_MM[units];
  return felted
    ? [offer('sheet', 'sheet', 229, 305), offer('by-length', 'by-length', wide, step)]
    : [
        offer('by-length', 'by-length', wide, step),
        offer('fat-quarter', 'fat-quarter', FAT_QUARTER.widthMm, FAT_QUARTER.lengthMm),
        offer('long-quarter', 'long-quarter', wide, LONG_QUARTER_MM),
        offer('square-pack', 'square-pack', 254, 254, { holds: 10, ...notSold }),
        offer('strip-pack', 'strip-pack', wide, 63.5, { holds: 20, ...notSold }),
      ];
}

/** How web as wide as this is sold. */
export const usualWebOffers = (widthMm: number, units: DisplayUnits): Usual[] => [
  offer('by-length', 'by-length', widthMm, STEP_MM[units]),
  offer('packet', 'packet', widthMm, MM_PER.yd),
  offer('roll', 'roll', widthMm, 10 * MM_PER.yd),
];

/** How what is no cloth is sold: foil, paper, stiff backing, wadding. */
export function usualSheetOffers(
  kind: Exclude<NeedKind, 'fabric' | 'web' | 'thread' | 'other'>,
  units: DisplayUnits,
): Usual[] {
  const by = {
    foil: [offer('sheet', 'sheet', 200, 300), offer('roll', 'roll', 300, 3000)],
    // Tissue comes in large sheets, paper for a printer in its own size.
    paper: [
      offer('sheet', 'sheet', paperOfPlace(units).widthMm, paperOfPlace(units).heightMm),
      offer('tissue', 'sheet', 500, 700),
    ],
    backing: [offer('sheet', 'sheet', 457, 559), offer('by-length', 'by-length', 500, STEP_MM[units], notSold)],
    wadding: [offer('by-length', 'by-length', 2300, STEP_MM[units]), offer('packet', 'packet', 1140, 1520)],
  } satisfies Record<typeof kind, Usual[]>;
  return by[kind];
}

/** How the rest is sold. What is counted has no size. */
export const usualSupplyOffers = (supply: Supply, units: DisplayUnits): Usual[] =>
  ({
    stabiliser: [offer('by-length', 'by-length', 500, STEP_MM[units]), offer('packet', 'packet', 500, 1000)],
    'machine-needle': [offer('packet', 'packet', 0, 0, { holds: 5 })],
    'hand-needle': [offer('packet', 'packet', 0, 0, { holds: 10 })],
    blade: [offer('single', 'single', 0, 0)],
    parchment: [offer('roll', 'roll', 0, 0)],
    'release-sheet': [offer('single', 'single', 0, 0)],
    paint: [offer('bottle', 'bottle', 0, 0)],
    'printer-paper': [offer('packet', 'packet', 0, 0, { holds: 100 })],
    pencil: [offer('single', 'single', 0, 0)],
    'fine-pen': [offer('single', 'single', 0, 0)],
    tape: [offer('roll', 'roll', 0, 0)],
    pins: [offer('packet', 'packet', 0, 0)],
    'fabric-glue': [offer('bottle', 'bottle', 0, 0)],
    cord: [offer('single', 'single', 0, 0)],
    ring: [offer('single', 'single', 0, 0)],
    stem: [offer('single', 'single', 0, 0)],
    'quilt-backing': [offer('by-length', 'by-length', BOLT_WIDE_MM.cloth.value, STEP_MM[units])],
    wadding: usualSheetOffers('wadding', units),
    'new-web': usualWebOffers(NEW_WEB_WIDE_MM.value, units),
  })[supply];

/** The usual width of a roll of web that is still to be bought. */
export const NEW_WEB_WIDE_MM = mm(432, PRACTICE);
