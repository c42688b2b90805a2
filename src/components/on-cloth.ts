import { contrast } from '~/core/base/colour';

/** What is drawn on cloth by script or by an attribute, where a style's tokens are not at hand; the same as those of `styles/tokens.css`. */
export const INK_ON_CLOTH = '#29241f';
export const PAPER_ON_CLOTH = '#fffdf8';
export const MARK = '#c0301b';
/** Cloth's own shadow on what lies beneath it. */
export const SHADOW_OF_CLOTH = '#1a1208';

/** Ink or paper, whichever is read better on this colour. */
export const readableOn = (colour: string): string =>
  contrast(colour, INK_ON_CLOTH) >= contrast(colour, PAPER_ON_CLOTH) ? INK_ON_CLOTH : PAPER_ON_CLOTH;
