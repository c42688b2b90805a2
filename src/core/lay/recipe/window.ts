import { PLAIN, type Recipe } from './recipe';

/** Reverse appliqué: the picture lies behind, the window is cut in the top. Source: the trade handbook; common practice, no source. */
export const window: Recipe = {
  ...PLAIN,
  topHasWindows: true,
};
