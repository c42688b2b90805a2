import { PLAIN, type Recipe } from './recipe';

/** Shapes on a ground. Source: the trade handbook, the order of work; common practice, no source. */
export const applique: Recipe = {
  ...PLAIN,
};
