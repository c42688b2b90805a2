import type { Fabric } from '../../keep/model';
import { factsOf } from './cloths';
import { type Figure, figure } from './figure';

// How cloth comes: as wide as it is on the bolt, and as much as it shrinks. Nothing of it is a standard: what one's own shop does is entered in its place.

/** Cloth off a bolt, selvedges left out, mm. */
export const BOLT_WIDE_MM = {
  cloth: figure(1060, 'mm', 'estimated: 110 cm less two selvedges of 2 cm'),
  felt: figure(900, 'mm', 'estimated'),
} as const;

/** Whether a cloth is sold as felt is: in sheets, or off a narrower roll. */
export const isFelted = (f: Fabric): boolean => f.frays === 0 && factsOf(f).hairyOrThick;

/** How much cloth shrinks in its first wash, along and across, per cent. */
const SHRINKS: Readonly<Record<Fabric['fibre'], readonly [Figure, Figure]>> = (() => {
  const of = (along: number, across: number): readonly [Figure, Figure] => [
    figure(along, '%', 'estimated'),
    figure(across, '%', 'estimated'),
  ];
  return {
    cotton: of(4, 2),
    linen: of(5, 3),
    wool: of(8, 8),
    silk: of(3, 2),
    viscose: of(5, 3),
    polyester: of(0, 0),
    acrylic: of(1, 1),
    nylon: of(0, 0),
    acetate: of(2, 1),
    pvc: of(0, 0),
    leather: of(0, 0),
    blend: of(3, 2),
  };
})();
export const shrinkOf = ({ fibre }: Pick<Fabric, 'fibre'>): { alongPercent: number; acrossPercent: number } => {
  const [along, across] = SHRINKS[fibre];
  return { alongPercent: along.value, acrossPercent: across.value };
};
