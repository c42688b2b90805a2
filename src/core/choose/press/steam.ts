import type { Iron } from '../../keep/model';
import { STEAM } from './data';
import { marksOf } from './dial';

/** The soleplate from which an iron makes steam, °C: as its owner found, else from its middle mark. Common practice. */
export const steamFromC = (iron: Iron): number => {
  const marks = marksOf(iron);
  const hottest = marks.at(-1)?.c ?? Number.POSITIVE_INFINITY;
  // What steams at its hottest mark does so however hot that turns out to be.
  return iron.steamFromC === null
    ? (marks[Math.floor(marks.length / 2)]?.c ?? STEAM.fromC.value)
    : Math.min(iron.steamFromC, hottest);
};
