import { factsOf } from '../../choose/material';
import type { Edge, EdgeSetting, Fabric, NeedlePoint, Thread, Web } from '../../keep/model';
import { EDGE_FACTS } from './data';

/** What one edge is stitched through, over all its lines. */
export interface NeedleAsk {
  readonly edge: Edge;
  readonly cloths: readonly Fabric[];
  readonly webs: readonly Web[];
  readonly threads: readonly Pick<Thread, 'kind' | 'tex'>[];
}

/** Needle sizes are their thickness in hundredths of a millimetre. Steps and weights: common practice, from memory. */
const SIZES: readonly (readonly [upToGsm: number, size: number])[] = [
  [90, 70],
  [220, 80],
  [340, 90],
  [Number.POSITIVE_INFINITY, 100],
];
/** A thread coarser than this wants a larger eye. */
const COARSE_TEX = 45;
/** A cloth that gives more than this is a knit: a round point goes between its loops. */
const KNIT_PERCENT = 15;

/** Which needle: by the heaviest cloth, a sharp one through film, a round point between loops, a large eye for shiny thread. Common practice, from memory. */
export function needleOf({ edge, cloths, webs, threads }: NeedleAsk): EdgeSetting['needle'] {
  if (EDGE_FACTS[edge].by === 'hand') return { point: 'hand', size: 0 };
  const gsm = cloths.reduce((most, f) => Math.max(most, f.massGsm), 0);
  const step = SIZES.findIndex(([upTo]) => gsm <= upTo);
  const coarse = threads.some((t) => t.tex > COARSE_TEX) ? 1 : 0;
  const size = (SIZES[Math.min(SIZES.length - 1, step + coarse)] ?? [0, 80])[1];
  const facts = cloths.map((cloth) => factsOf(cloth));
  const point: NeedlePoint = facts.some((f) => f.hard)
    ? 'leather'
    : facts.some((f) => f.stretchPercent > KNIT_PERCENT && !f.hairyOrThick)
      ? 'ball-point'
      : webs.some((w) => w.sewing !== 'easy')
        ? 'sharp'
        : threads.some((t) => t.kind === 'shiny')
          ? 'embroidery'
          : 'universal';
  return { point, size };
}
