// What a book of swatches has taught of an iron, a web, a cloth. It is worked out from the swatches and never kept: a project's file does not hold it.

/** So many equally likely ways in which everything could be, the same ones in each list. */
export type Draws = readonly number[];

export interface IronLearnt {
  /** What each mark is believed to be, from the lowest up, as mean and standard deviation, °C; for an iron without marks its one offset, named ''. */
  readonly marks: readonly { readonly mark: string; readonly c: number; readonly sdC: number }[];
  /** By how much each mark is hotter than that, mark by mark, °C. */
  readonly offC: readonly Draws[];
  /** How much longer pressing takes on a surface than was worked out, as the logarithm; only where several were tried. */
  readonly benches: Readonly<Record<string, Draws>>;
  /** Of presses that swatches were made of: how much longer one takes than was worked out, as the logarithm (null: it was not looked at by itself), and what was found. */
  readonly presses: Readonly<
    Record<string, { readonly late: Draws | null; readonly swatches: number; readonly held: number }>
  >;
  /** Swatches that were pressed with it. */
  readonly swatches: number;
}

export interface WebLearnt {
  /** How much more easily it is believed to flow than its kind, as the logarithm, and how far off that each way has it. */
  readonly meanLnFlow: number;
  readonly sdLnFlow: number;
  readonly lnFlow: Draws;
  readonly swatches: number;
}

/** Of felt and pile: how much better they let heat through than was taken, as the logarithm. */
export interface ClothLearnt {
  readonly meanLnTransport: number;
  readonly lnTransport: Draws;
}
