import type { DisplayUnits } from '~/core/base/units';
import { type Intent, ROUTES, type Route, type Surface } from '~/core/keep/model';
import { EDGE_WORDS, ROUTE_WORDS, SURFACE_NAMES } from '~/words';
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

export const EDGE_OPTIONS = options(EDGE_WORDS);
export const LAUNDERING_OPTIONS = options(LAUNDERING_WORDS);
export const HAND_OPTIONS = options(HAND_WORDS);
/** Routes to be picked; asked for when they are shown, since their names are spelled as the place does. */
export const routeOptions = (): Option<Route>[] => ROUTES.map((value) => ({ value, label: ROUTE_WORDS[value].name }));
export const SURFACE_OPTIONS: readonly Option<Surface>[] = options(SURFACE_NAMES);

export const UNIT_OPTIONS: readonly Option<DisplayUnits>[] = [
  { value: 'mm', label: 'cm and mm' },
  { value: 'in', label: 'inches' },
];
