import type { FIBRES } from '../../keep/model';
import { type Figure, figure } from './figure';

type Fibre = (typeof FIBRES)[number];

export interface FibreFacts {
  readonly name: string;
  readonly densityKgM3: Figure;
  readonly specificHeatJKgK: Figure;
  /** Water taken up from the air of a room, share of the dry mass. */
  readonly regain: Figure;
  /** The soleplate its usual care label allows. */
  readonly maxIronC: Figure;
  /** A bare iron leaves shine or marks on it. */
  readonly synthetic: boolean;
}

const HANDBOOK = 'Morton & Hearle, Physical Properties of Textile Fibres, from memory';
const CARE = 'usual care label by ISO 3758, from memory';

const fibre = (
  name: string,
  densityKgM3: number,
  specificHeatJKgK: number,
  regain: number,
  maxIronC: number,
  synthetic = false,
): FibreFacts => ({
  name,
  densityKgM3: figure(densityKgM3, 'kg/m³', HANDBOOK),
  specificHeatJKgK: figure(specificHeatJKgK, 'J/(kg·K)', HANDBOOK),
  regain: figure(regain, 'of dry mass at 65 % humidity', HANDBOOK),
  maxIronC: figure(maxIronC, '°C', CARE),
  synthetic,
});

/** What each fibre is by itself, before it is made into cloth. */
export const FIBRE_FACTS: Readonly<Record<Fibre, FibreFacts>> = {
  cotton: fibre('cotton', 1520, 1250, 0.075, 200),
  linen: fibre('linen', 1500, 1300, 0.1, 200),
  wool: fibre('wool', 1310, 1360, 0.15, 150),
  silk: fibre('silk', 1340, 1380, 0.11, 150),
  polyester: fibre('polyester', 1380, 1200, 0.004, 150, true),
  acrylic: fibre('acrylic', 1170, 1400, 0.015, 110, true),
  nylon: fibre('nylon', 1140, 1600, 0.041, 110, true),
  viscose: fibre('viscose', 1520, 1300, 0.13, 150),
  acetate: fibre('acetate', 1320, 1450, 0.065, 110, true),
  pvc: {
    ...fibre('vinyl', 1390, 1000, 0, 90, true),
    maxIronC: figure(
      90,
      '°C',
      'estimated: it is not ironed; plasticised vinyl softens at 60–80 °C (from memory), and takes a little more for seconds under a sheet',
    ),
  },
  leather: fibre('leather', 900, 1500, 0.14, 110),
  blend: fibre('blend', 1450, 1230, 0.035, 150, true),
};
