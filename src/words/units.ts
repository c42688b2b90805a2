import { heatSpeech, type UnitProblem } from '~/core/base/units';
import { say, type Words } from './table';

const LENGTHS = 'like 3 1/2", 9 cm or 85 mm.';
const SIZES = 'Write it like 18 x 22 in, or 559 x 457 mm x 2 for two of them.';

const PROBLEMS: Words<UnitProblem, []> = {
  'empty-length': () => `Type a length, ${LENGTHS}`,
  'no-length': ({ typed }) => `“${typed}” is not a length. Write it ${LENGTHS}`,
  'length-by-nought': ({ typed }) => `“${typed}” is not a length, since it divides by nought. Write it ${LENGTHS}`,
  'no-unit': ({ unit }) => `“${unit}” is no unit of length here. Understood are mm, cm, m, in, ft, yd and pt.`,
  'empty-size': () => `Type a size. ${SIZES}`,
  'no-size': ({ typed }) => `“${typed}” is not a size. ${SIZES}`,
  'empty-temperature': ({ units }) => `Type a temperature, like ${heatSpeech(units).like}.`,
  'no-temperature': ({ typed, units }) => `“${typed}” is not a temperature. Write it like ${heatSpeech(units).like}.`,
};
/** What is wrong with a length, size or temperature that was typed. */
export const unitWords = (problem: UnitProblem): string => say(PROBLEMS, problem);
