import type { BenchCover, BenchSurface, Cover, Surface } from '../../keep/model';
import { type Figure, figure } from './figure';

/** A layer of the ironing bench. */
export interface LayerFacts {
  readonly name: string;
  readonly thicknessMm: Figure;
  readonly conductivityWmK: Figure;
  readonly densityKgM3: Figure;
  readonly specificHeatJKgK: Figure;
  readonly limitC: Figure;
}

export interface CoverFacts extends LayerFacts {
  /** Water it brings, g/m². */
  readonly waterGsm: Figure;
  /** Water it holds dry, in balance with a room, g/m². */
  readonly regainGsm: Figure;
  readonly seeThrough: boolean;
  /** Steam gets through it. */
  readonly passesVapour: boolean;
}

const MEMORY = 'typical, from memory';
const layer = (
  name: string,
  thicknessMm: number,
  conductivityWmK: number,
  densityKgM3: number,
  specificHeatJKgK: number,
  limit: Figure,
): LayerFacts => ({
  name,
  thicknessMm: figure(thicknessMm, 'mm', MEMORY),
  conductivityWmK: figure(conductivityWmK, 'W/(m·K)', MEMORY),
  densityKgM3: figure(densityKgM3, 'kg/m³', MEMORY),
  specificHeatJKgK: figure(specificHeatJKgK, 'J/(kg·K)', MEMORY),
  limitC: limit,
});
const noWater = figure(0, 'g/m²', 'dry');

/** A cotton cloth as it lies under an iron: 0.05 W/(m·K) loose, and the same gain as all woven cotton. */
const PRESS_CLOTH_WMK = 0.09;
const REGAIN = figure(7, 'g/m²', 'thin cotton of 95 g/m² holds 7.5 % of its mass, Morton & Hearle, from memory');

/** What lies between iron and cloth. */
export const COVER_FACTS: Readonly<Record<Cover, CoverFacts>> = {
  none: {
    ...layer('bare iron', 0, 1, 1, 1, figure(300, '°C', 'no limit of its own')),
    waterGsm: noWater,
    regainGsm: noWater,
    seeThrough: true,
    passesVapour: true,
  },
  parchment: {
    ...layer('baking parchment', 0.06, 0.1, 750, 1400, figure(220, '°C', 'baking parchment, from memory')),
    waterGsm: noWater,
    regainGsm: noWater,
    seeThrough: true,
    passesVapour: false,
  },
  'coated-sheet': {
    ...layer(
      'non-stick pressing sheet',
      0.13,
      0.25,
      2000,
      1000,
      figure(250, '°C', 'handbook: a little below where a non-stick coating ends'),
    ),
    waterGsm: noWater,
    regainGsm: noWater,
    seeThrough: true,
    passesVapour: false,
  },
  'press-cloth': {
    ...layer('pressing cloth', 0.22, PRESS_CLOTH_WMK, 430, 1250, figure(200, '°C', 'ISO 3758, cotton')),
    waterGsm: noWater,
    regainGsm: REGAIN,
    seeThrough: false,
    passesVapour: true,
  },
  'damp-cloth': {
    ...layer('damp cloth', 0.22, PRESS_CLOTH_WMK, 430, 1250, figure(200, '°C', 'ISO 3758, cotton')),
    waterGsm: figure(65, 'g/m²', 'estimated: wrung out, about two thirds of a cloth of 95 g/m²'),
    regainGsm: REGAIN,
    seeThrough: false,
    passesVapour: true,
  },
};

export interface SurfaceFacts extends LayerFacts {
  /** Vapour goes on into it. */
  readonly passesVapour: boolean;
}

/** What lies beneath. A pad of more than 5 mm counts as deep for the seconds of a press. */
export const SURFACE_FACTS: Readonly<Record<Surface, SurfaceFacts>> = {
  'ironing-board': {
    ...layer('ironing board', 6, 0.05, 150, 1300, figure(200, '°C', 'cotton cover')),
    passesVapour: true,
  },
  'wool-mat': { ...layer('wool mat', 12, 0.045, 220, 1360, figure(200, '°C', 'common practice')), passesVapour: true },
  wood: { ...layer('wooden board', 18, 0.14, 600, 1700, figure(200, '°C', 'common practice')), passesVapour: false },
  glass: {
    ...layer('glass or stone table', 8, 1, 2500, 840, figure(250, '°C', 'common practice')),
    passesVapour: false,
  },
};

/** What a cover of one's own differs in, laid over the typical one. */
export function coverFacts(cover: Cover, own?: BenchCover | null): CoverFacts {
  const typical = COVER_FACTS[cover];
  if (!own) return typical;
  const mine = (value: number, f: Figure): Figure => ({ ...f, value, from: 'your own figure' });
  return {
    ...typical,
    name: own.name,
    thicknessMm: mine(own.thicknessMm, typical.thicknessMm),
    conductivityWmK:
      own.conductivityWmK === null ? typical.conductivityWmK : mine(own.conductivityWmK, typical.conductivityWmK),
    limitC: mine(own.maxC, typical.limitC),
    seeThrough: own.seeThrough,
    passesVapour: own.passesSteam ?? typical.passesVapour,
  };
}

export function surfaceFacts(surface: Surface, own?: BenchSurface | null): SurfaceFacts {
  const typical = SURFACE_FACTS[surface];
  if (!own) return typical;
  const mine = (value: number, f: Figure): Figure => ({ ...f, value, from: 'your own figure' });
  return {
    ...typical,
    name: own.name,
    thicknessMm: mine(own.thicknessMm, typical.thicknessMm),
    conductivityWmK:
      own.conductivityWmK === null ? typical.conductivityWmK : mine(own.conductivityWmK, typical.conductivityWmK),
  };
}

/** The release sheet that units are built on is of this kind. */
export const SHEET_IS: Cover = 'coated-sheet';

/** Wadding beneath a ground that is layered before it is bonded. */
export const WADDING = {
  thicknessMm: figure(2.5, 'mm', 'cotton wadding of about 110 g/m² under an iron, estimated'),
  conductivityWmK: figure(0.045, 'W/(m·K)', 'handbook range for loose fibre 0.035–0.05, from memory'),
  densityKgM3: figure(45, 'kg/m³', 'mass over thickness'),
  specificHeatJKgK: figure(1340, 'J/(kg·K)', 'cotton, handbook'),
  limitC: figure(200, '°C', 'cotton, three dots: ISO 3758'),
} as const;
