import { MM_PER } from '../../base/units';

export const PAPERS = ['a4', 'letter', 'roll', 'a3', 'tabloid'] as const;
export type Paper = (typeof PAPERS)[number];

export interface PaperFacts {
  readonly name: string;
  readonly widthMm: number;
  /** null: as long as it takes. */
  readonly heightMm: number | null;
}

/** Sheet sizes. Sources: ISO 216 (A4, 210 × 297 mm; A3, 297 × 420 mm); Letter 8.5 × 11 in, Tabloid 11 × 17 in, 1 in = 25.4 mm exactly; the roll is a 24-in plotter roll (common practice). */
export const PAPER_FACTS: Readonly<Record<Paper, PaperFacts>> = {
  a4: { name: 'A4', widthMm: 210, heightMm: 297 },
  letter: { name: 'Letter', widthMm: 8.5 * MM_PER.in, heightMm: 11 * MM_PER.in },
  a3: { name: 'A3', widthMm: 297, heightMm: 420 },
  tabloid: { name: 'Tabloid', widthMm: 11 * MM_PER.in, heightMm: 17 * MM_PER.in },
  roll: { name: 'Roll', widthMm: 24 * MM_PER.in, heightMm: null },
};

/** No home printer prints nearer to the edge than this, mm. Common practice, no source. */
export const PAGE_MARGIN_MM = 10;
/** Height of the block with check square, rule and titles at the foot of every page, mm. */
export const TITLE_BLOCK_MM = 54;
/** Height of the one line at the foot of a page that has no room for that block, mm. */
export const FOOT_MM = 5;
/** Neighbouring tiles show this much of the same drawing, mm. */
export const TILE_OVERLAP_MM = 10;
