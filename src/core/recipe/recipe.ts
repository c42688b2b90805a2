/**
 * What hands do one after another when a thing is made, in coarse strokes. The making fills each with steps:
 * ready – cloth washed, pressed smooth; draw – shapes brought onto liner, cloth or machine; web – web cut and fused, or stuck, to each cloth; cut – pieces cut out;
 * units – pieces bonded to each other on the release sheet; lay – everything laid and bonded; touch – turned over and touched from behind; edge – stitched or painted; finish.
 */
export const PHASES = ['ready', 'draw', 'web', 'cut', 'units', 'lay', 'touch', 'edge', 'finish'] as const;
export type Phase = (typeof PHASES)[number];

/** How a kind of article is made: data that machinery reads which knows no recipe by name. */
export interface Recipe {
  readonly name: string;
  /** What one makes with it, in a few words. */
  readonly says: string;
  /** The top-most piece lies over the picture, and its holes are the windows: of what lies behind only what they show is made. */
  readonly topHasWindows: boolean;
  /** Pieces can lie on no ground at all, bonded to each other. */
  readonly needsGround: boolean;
  readonly phases: readonly Phase[];
}
