import type { OtherSide } from './layers';

/**
 * What hands do one after another when a thing is made, in coarse strokes. The making fills each with steps:
 * ready – cloth washed, pressed smooth; draw – shapes brought onto liner, cloth or machine; web – web cut and fused, or stuck, to each cloth; cut – pieces cut out;
 * units – pieces bonded to each other on the release sheet; lay – everything laid and bonded; touch – turned over and touched from behind; trim – cut again on the line; edge – stitched or painted; finish.
 */
export const PHASES = ['ready', 'draw', 'web', 'cut', 'units', 'lay', 'touch', 'trim', 'edge', 'finish'] as const;
export type Phase = (typeof PHASES)[number];
/** The phases of a picture: everything but what layered things are trimmed by. */
export const PICTURE_PHASES: readonly Phase[] = PHASES.filter((p) => p !== 'trim');

/** How a kind of article is made: data that machinery reads which knows no recipe by name. */
export interface Recipe {
  readonly name: string;
  /** What one makes with it, in a few words. */
  readonly says: string;
  /** The top-most piece lies over the picture, and its holes are the windows: of what lies behind only what they show is made. */
  readonly topHasWindows: boolean;
  /** Pieces can lie on no ground at all, bonded to each other. */
  readonly needsGround: boolean;
  /** Pieces have another side; null: they lie on a ground, or on each other. */
  readonly otherSide: OtherSide | null;
  readonly phases: readonly Phase[];
}
