import type { Web } from '../../keep/model';
import { figure } from './figure';

/** What webs are made of: copolyamides and copolyesters that melt. */
export const ADHESIVE = {
  densityKgM3: figure(1100, 'kg/m³', 'copolyamide and copolyester hot melts, from memory'),
  conductivityWmK: figure(0.22, 'W/(m·K)', 'polymers, handbook range 0.15–0.3, from memory'),
  specificHeatJKgK: figure(1900, 'J/(kg·K)', 'polymers, from memory'),
} as const;

const MODULUS = 'polyamide and polyester hot melts, 50–300 MPa, from memory; an open web or grid covers only a part';
/** Young's modulus of a web by its form. */
export const WEB_MODULUS_MPA = {
  film: figure(120, 'MPa', MODULUS),
  open: figure(45, 'MPa', MODULUS),
  grid: figure(45, 'MPa', MODULUS),
  powder: figure(35, 'MPa', MODULUS),
  tape: figure(120, 'MPa', MODULUS),
} as const satisfies Record<Web['form'], unknown>;

/** A web flows once the bond line is this far above its melting point, and cloth and dial leave this much room. */
export const FLOW_MARGIN_C = figure(10, '°C', 'common practice');
/** Where a web flows well enough to bond, °C. */
export const flowC = (web: Pick<Web, 'meltC'>): number => web.meltC + FLOW_MARGIN_C.value;
