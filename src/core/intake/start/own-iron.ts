import { USUAL_MARKS_C } from '../../choose/press';
import { usualThing } from '../../keep/drawer';
import type { Iron } from '../../keep/model';

// An iron that the Drawer does not have, as its owner tells it while a project is begun. Weight and size are typical of its kind and can be mended in the Drawer.

/** What an iron is, as people tell one from another. */
export const IRON_SORTS = ['household', 'travel', 'craft', 'press'] as const;
export type IronSort = (typeof IRON_SORTS)[number];
/** From where on it steams. */
export const STEAMS = ['never', 'middle', 'hottest'] as const;
export type Steams = (typeof STEAMS)[number];

/** Typical of each sort, from memory: kind, size, weight, the lean that is usual with it, and the marks it has. */
const SORTS: {
  readonly [S in IronSort]: Pick<Iron, 'kind' | 'soleplate' | 'massKg' | 'leanN'> & {
    readonly marks: readonly string[];
  };
} = {
  household: {
    kind: 'household',
    soleplate: { widthMm: 115, lengthMm: 220 },
    massKg: 1.4,
    leanN: 20,
    marks: ['•', '••', '•••'],
  },
  travel: {
    kind: 'household',
    soleplate: { widthMm: 90, lengthMm: 160 },
    massKg: 0.8,
    leanN: 15,
    marks: ['I', 'II'],
  },
  craft: {
    kind: 'mini',
    soleplate: { widthMm: 50, lengthMm: 90 },
    massKg: 0.35,
    leanN: 12,
    marks: ['1', '2', '3'],
  },
  press: {
    kind: 'heat-press',
    soleplate: { widthMm: 380, lengthMm: 380 },
    massKg: 20,
    leanN: 1250,
    marks: [],
  },
};

/** Sorts that have no water in them. */
export const isDry = (sort: IronSort): boolean => sort === 'craft' || sort === 'press';

/** An iron nobody has measured: what its marks come to is taken from its kind. */
export function ownIron(id: string, name: string, sort: IronSort, steams: Steams): Iron {
  const { marks, ...typical } = SORTS[sort];
  const steam = !isDry(sort) && steams !== 'never';
  const hottest = USUAL_MARKS_C.household.at(-1)?.value ?? null;
  return {
    ...usualThing('irons', id, { name }),
    ...typical,
    vents: steam,
    steam,
    steamFromC: steam && steams === 'hottest' ? hottest : null,
    dial: marks.map((mark) => ({ mark, measuredC: null })),
  };
}
