/** Turns that are allowed: any, or these, degrees clockwise. */
export type Rotations = 'free' | readonly number[];

export interface NestPart {
  readonly id: string;
  /** Path data, mm. */
  readonly outline: string;
  readonly count: number;
  /** Turns of this part alone; by default those of the request. */
  readonly rotations?: Rotations | undefined;
}

/** A sheet, offcut or scrap that is used before the roll, in the order given. */
export interface Bin {
  readonly id: string;
  /** Its shape, path data, mm; holes by even-odd. */
  readonly outline: string;
  readonly count: number;
}

export interface NestPlacement {
  readonly id: string;
  /** 0 for the first of a part's copies. */
  readonly copy: number;
  /** A point lies at the outline's point turned clockwise about (0,0), then moved. */
  readonly xMm: number;
  readonly yMm: number;
  readonly rotateDeg: number;
  readonly mirrored: false;
  /** The scrap it lies on, and which of several alike; null: the roll. */
  readonly bin: string | null;
  readonly binCopy: number;
}

export interface NestRequest {
  /** Width of the roll; it lies along x from 0, its width along y from 0. 0: there is no roll, only scraps. */
  readonly widthMm: number;
  /** Least distance between two parts. */
  readonly spacingMm: number;
  readonly rotations: Rotations;
  /** How long to look for something better, on a middling machine. */
  readonly seconds: number;
  readonly seed: number;
  readonly parts: readonly NestPart[];
  readonly bins?: readonly Bin[];
  /** What stays where it is; its part and copy must be among the parts. */
  readonly locked?: readonly NestPlacement[];
  /** A roll is only so long; by default endless. */
  readonly lengthMm?: number | null;
}

export interface Unplaced {
  readonly id: string;
  readonly copies: number;
  readonly code: 'no-outline' | 'too-intricate' | 'no-area' | 'wider-than-everything' | 'no-room';
  /** How large it is as it lies, where that is why. */
  readonly size: { readonly widthMm: number; readonly heightMm: number } | null;
  /** How wide the roll is that it does not fit; null: there is none. */
  readonly rollMm: number | null;
  /** What is left of the roll, where that is too little. */
  readonly leftMm: number | null;
}
/** Words: src/words/nest.ts. */
export const UNPLACED = { size: null, rollMm: null, leftMm: null } as const;

export interface NestResult {
  /** Roll used, mm. */
  readonly lengthMm: number;
  /** Share of the used roll and scraps that is covered by parts. */
  readonly utilisation: number;
  readonly placements: readonly NestPlacement[];
  readonly unplaced: readonly Unplaced[];
  /** What the same parts take in rows, box beside box, mm of roll. */
  readonly rowsLengthMm: number;
}

export interface NestHooks {
  /** Each better layout, as soon as it is found. */
  readonly onBetter?: (result: NestResult) => void;
  /** Share of the work that is done. */
  readonly onProgress?: (share: number) => void;
  /** Asked now and then: true ends it with the best so far. */
  readonly stop?: () => boolean;
  /** A clock in ms, for the limit below; without one only the amount of work counts. */
  readonly now?: () => number;
}

/** Whether one layout of the same parts is better than another: more of them placed, then less roll. */
export function isBetter(
  a: Pick<NestResult, 'lengthMm'> & { readonly unplaced: readonly { readonly copies: number }[] },
  b: typeof a,
): boolean {
  const missing = (r: typeof a): number => r.unplaced.reduce((sum, u) => sum + u.copies, 0);
  const more = missing(a) - missing(b);
  return more < 0 || (more === 0 && a.lengthMm < b.lengthMm);
}
