import { type Gathering, type Offer, USUAL_GATHERING } from '~/core/keep/model';

// What an invented shop asks: enough for the list of a demo to be weighed in money.

const counted = (id: string, as: Offer['as'], price: number, holds = 1): Offer => ({
  key: `other:${id}`,
  id: as,
  as,
  widthMm: 0,
  lengthMm: 0,
  holds,
  price,
  sold: true,
});

/** Cloth off the bolt at so much a metre, and in fat quarters. */
const cloth = (fabricId: string, aMetre: number, fatQuarter: number): Offer[] => {
  const about = { key: `fabric:${fabricId}`, holds: 1, sold: true } as const;
  return [
    { ...about, id: 'by-length', as: 'by-length', widthMm: 1060, lengthMm: 100, price: aMetre },
    { ...about, id: 'fat-quarter', as: 'fat-quarter', widthMm: 559, lengthMm: 457, price: fatQuarter },
  ];
};

/** @param cloths of which fabric, what a metre and what a fat quarter costs */
export const demoGathering = (
  cloths: readonly (readonly [fabricId: string, aMetre: number, fatQuarter: number])[],
  more: Partial<Gathering> = {},
): Gathering => ({
  ...structuredClone(USUAL_GATHERING),
  offers: [
    ...cloths.flatMap((c) => cloth(...c)),
    counted('machine-needle', 'packet', 4.9, 5),
    counted('parchment', 'roll', 3.5),
    counted('release-sheet', 'single', 11.9),
    counted('printer-paper', 'packet', 2.4, 100),
  ],
  ...more,
});
