import type { Project } from '~/core/keep/model';
import { cometPennants } from './comet-pennants';
import { feltTags } from './felt-tags';
import { harbourLight } from './harbour-light';
import type { DemoId } from './ids';
import { lemonPot } from './lemon-pot';

export { demoDrawer } from './drawer';
export { harbourLight };

/** Every project of the demo; each call gives one of its own. */
export const DEMO: { readonly [D in DemoId]: () => Project } = {
  'harbour-light': harbourLight,
  'lemon-pot': lemonPot,
  'felt-tags': feltTags,
  'comet-pennants': cometPennants,
};
