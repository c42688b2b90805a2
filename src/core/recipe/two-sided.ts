import type { Recipe } from './recipe';

/**
 * Two cloths fused wrong sides together: pennants, straps, stiff bands. Front and back each with web, glue to glue.
 * Source: the trade handbook, layered crafts; common practice, no source.
 */
export const twoSided: Recipe = {
  name: 'Two-sided cloth',
  says: 'Two cloths, glue to glue and edge on edge: pennants, straps, stiff bands.',
  topHasWindows: false,
  needsGround: false,
  otherSide: { called: 'back', asks: 'Its back is of', lies: 'beneath', material: 'fabric', usual: null },
  phases: ['ready', 'draw', 'web', 'cut', 'lay', 'edge', 'finish'],
};
