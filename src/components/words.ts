import type { DisplayUnits } from '~/core/base/units';
import { COVER_FACTS, SURFACE_FACTS } from '~/core/choose/material';
import type { Cover, Intent, Route, Surface } from '~/core/keep/model';
import { ROUTE_FACTS } from '~/core/lay/facing';
import { EDGE_WORDS } from '~/words';
import type { Option } from './Field';

/** Words for the contract's names, in one place. */
export { EDGE_WORDS };
export const LAUNDERING_WORDS: Readonly<Record<Intent['laundering'], string>> = {
  never: 'never',
  gentle: 'gently',
  often: 'often',
};
export const HAND_WORDS: Readonly<Record<Intent['hand'], string>> = { soft: 'soft', medium: 'medium', firm: 'firm' };

const options = <T extends string>(record: Readonly<Record<T, string>>): Option<T>[] =>
  (Object.entries(record) as [T, string][]).map(([value, label]) => ({ value, label }));

const names = <T extends string>(record: Readonly<Record<T, { name: string }>>): Record<T, string> =>
  Object.fromEntries(Object.entries<{ name: string }>(record).map(([k, v]) => [k, v.name])) as Record<T, string>;

export const EDGE_OPTIONS = options(EDGE_WORDS);
export const LAUNDERING_OPTIONS = options(LAUNDERING_WORDS);
export const HAND_OPTIONS = options(HAND_WORDS);
export const ROUTE_OPTIONS = options<Route>(names(ROUTE_FACTS));
export const COVER_OPTIONS = options<Cover>(names(COVER_FACTS));
export const SURFACE_OPTIONS = options<Surface>(names(SURFACE_FACTS));

export const UNIT_OPTIONS: readonly Option<DisplayUnits>[] = [
  { value: 'mm', label: 'millimetres, °C' },
  { value: 'in', label: 'inches, °F' },
];
