export type Strung = 'line' | 'chain' | 'ring' | 'stem';
export type HeldBy = 'stitch' | 'glue' | 'web';

/** Parts put together, and where each goes. */
export interface Assembly {
  readonly how: Strung;
  readonly parts: number;
  readonly by: HeldBy;
  /** Free between two on a line; from middle to middle on a ring or stem; of a link, how far its ends lie over each other. */
  readonly apartMm: number;
  /** Of the line, the stem or once round the ring; of a chain as it hangs. */
  readonly lengthMm: number;
  /** Of a link, how wide its strip is; else 0. */
  readonly wideMm: number;
  /** A chain pulled straight; else its length. */
  readonly tautMm: number;
  /** Line left free at each end; else 0. */
  readonly endsMm: number;
  /** What its parts are of, in turn. */
  readonly fabricIds: readonly string[];
}
