import { PLAIN, type Recipe } from './recipe';

/** Reverse appliqué: the picture lies behind, the window is cut in the top. Source: the trade handbook; common practice, no source. */
export const window: Recipe = {
  ...PLAIN,
  name: 'A picture behind windows',
  says: 'The picture is bonded first, and the top with its windows over it.',
  topHasWindows: true,
};
