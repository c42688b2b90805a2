import type { AxisSettings } from './face';

/** A face that ships, by what it is like; bold and plain first. The files come from the Fontsource packages named in workers/faces.ts. */
export interface ShippedFace {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  /** Where a variable face is set to begin with. */
  readonly at?: AxisSettings;
}

export const FACES: readonly ShippedFace[] = [
  { id: 'plain-heavy', name: 'Plain, heavy', note: 'Straight thick strokes: the easiest to cut' },
  { id: 'plain-bold', name: 'Plain, bold', note: 'A little lighter, soft corners' },
  { id: 'round-bold', name: 'Round, bold', note: 'Even strokes with round ends' },
  { id: 'geometric', name: 'Geometric, bold', note: 'Circles and straight lines' },
  { id: 'sign', name: 'Sign painter', note: 'Friendly, thick, a little lively' },
  { id: 'soft', name: 'Soft, heavy', note: 'Broad and gentle' },
  { id: 'tall', name: 'Tall and narrow', note: 'Long words in little width' },
  { id: 'slab', name: 'Slab', note: 'Heavy feet: more corners to cut' },
  { id: 'wide', name: 'Wide and heavy', note: 'Short words, seen from afar' },
  // Heavy to begin with: thin strokes are hard to cut.
  {
    id: 'plain-any',
    name: 'Plain, any weight',
    note: 'From light to heavy: how thick its strokes are is yours to set',
    at: { wght: 700 },
  },
];
