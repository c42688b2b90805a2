import { type DisplayUnits, paperOfPlace } from '~/core/base/units';
import { PAPER_FACTS, type Paper } from '~/core/print/sheet';

/** Each paper beside the one that stands for it elsewhere: A4 and Letter, A3 and Tabloid. */
const PAIRS: readonly (readonly [iso: Paper, american: Paper])[] = [
  ['a4', 'letter'],
  ['a3', 'tabloid'],
];

/** Papers to be picked, those of the place first. @param sizes of how many sizes: the small one alone, or both and the roll */
export function paperOptions(units: DisplayUnits, sizes: 'small' | 'all'): { value: Paper; label: string }[] {
  const american = paperOfPlace(units).paper === 'letter';
  const pairs = (sizes === 'small' ? PAIRS.slice(0, 1) : PAIRS).flatMap(([iso, us]) =>
    american ? [us, iso] : [iso, us],
  );
  const list: readonly Paper[] = sizes === 'small' ? pairs : [...pairs, 'roll'];
  return list.map((value) => ({ value, label: PAPER_FACTS[value].name }));
}
