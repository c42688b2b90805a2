import type { NestPart } from '~/core/cut/nest';

/**
 * Sets of garment parts like those that the literature on nesting compares by, drawn anew from what is told of them: how many parts of how many kinds,
 * how wide the cloth, and that parts may be turned by half a circle only. Best densities known for the originals, from memory: swimwear 75–78 %, shirts 88–89 %, trousers 90–91 %
 * (Bennell & Oliveira 2008; Elkeran 2013; Gardeyn et al. 2025).
 */
export interface GarmentSet {
  readonly name: string;
  readonly widthMm: number;
  readonly bestKnown: number;
  readonly parts: readonly NestPart[];
}

const kinds = (list: readonly (readonly [outline: string, count: number])[]): NestPart[] =>
  list.map(([outline, count], i) => ({ id: `k${i}`, outline, count }));

/** Cups, briefs with deep leg holes, straps and crescents: 48 parts of 10 kinds, curved and hollow all over. */
const SWIMWEAR: GarmentSet = {
  name: 'swimwear-like, 48 parts of 10 kinds',
  widthMm: 575,
  bestKnown: 0.75,
  parts: kinds([
    ['M0 0H150C145 40 120 60 105 110Q75 128 45 110C30 60 5 40 0 0Z', 6],
    ['M0 0H160C150 50 110 70 98 130Q80 138 62 130C50 70 10 50 0 0Z', 4],
    ['M0 60C10 10 60 -10 110 15C95 50 90 70 70 90C50 70 20 80 0 60Z', 6],
    ['M0 40C20 0 70 -5 100 30C80 45 75 60 55 75C40 62 15 62 0 40Z', 6],
    ['M0 0C60 30 120 30 180 0L184 14C120 48 60 48 -4 14Z', 6],
    ['M0 0H120V16H0Z', 6],
    ['M0 0C40 8 80 8 120 0L112 40C80 50 40 50 8 40Z', 4],
    ['M0 0L40 -12C60 40 64 90 50 150L10 140C24 90 20 40 0 0Z', 4],
    ['M0 0C30 -20 60 -20 90 0C70 14 20 14 0 0Z', 4],
    ['M0 0H70C66 30 50 46 35 60C20 46 4 30 0 0Z', 2],
  ]),
};

/** Fronts, backs, yokes, sleeves, cuffs, collars: 99 parts of 8 kinds, nearly all almost rectangles or trapezes. */
const SHIRTS: GarmentSet = {
  name: 'shirts-like, 99 parts of 8 kinds',
  widthMm: 400,
  bestKnown: 0.885,
  parts: kinds([
    ['M0 0H150L155 40L150 108Q132 112 118 96Q104 84 88 98L0 112Z', 12],
    ['M0 0H140Q146 30 146 60Q146 92 140 122H0Q-6 60 0 0Z', 8],
    ['M0 20L24 4Q60 -6 96 20L108 96L-12 96Z', 15],
    ['M0 0H130V24Q66 34 0 24Z', 8],
    ['M0 0H70V26H0Z', 16],
    ['M0 6L8 0H100L108 6L104 24H4Z', 16],
    ['M0 0H92V14Q46 20 0 14Z', 12],
    ['M0 0H36V30L18 40L0 30Z', 12],
  ]),
};

/** Fronts and backs of legs, waistbands, flies, pockets: 64 parts of 17 kinds, long ones with small ones between. */
const TROUSERS: GarmentSet = {
  name: 'trousers-like, 64 parts of 17 kinds',
  widthMm: 790,
  bestKnown: 0.905,
  parts: kinds([
    ['M0 30L420 10Q500 0 560 -6L660 0V150Q600 160 560 196Q500 176 420 166L0 150Z', 4],
    ['M0 24L430 0Q500 -14 570 -24L670 -12V170Q600 184 562 236Q500 200 430 186L0 166Z', 4],
    ['M0 28L400 10Q480 0 530 -4L620 0V140Q570 150 530 184Q480 166 400 156L0 142Z', 4],
    ['M0 24L400 0Q480 -14 540 -22L630 -12V160Q570 172 532 222Q480 190 400 176L0 158Z', 4],
    ['M0 0H360V44H0Z', 4],
    ['M0 0H330V44H0Z', 4],
    ['M0 0H180Q186 30 150 50L0 44Z', 4],
    ['M0 0H150V120Q120 150 75 150Q30 150 0 120Z', 4],
    ['M0 0H140V110L70 136L0 110Z', 4],
    ['M0 0H110V60L80 90H0Z', 4],
    ['M0 0H160V30H0Z', 4],
    ['M0 0H90V30H0Z', 4],
    ['M0 0L120 10V60L0 70Z', 4],
    ['M0 0H60V90Q30 100 0 90Z', 4],
    ['M0 0H80V24H0Z', 4],
    ['M0 0H50V50H0Z', 2],
    ['M0 0H240V20H0Z', 2],
  ]),
};

export const GARMENTS: readonly GarmentSet[] = [SWIMWEAR, SHIRTS, TROUSERS];
