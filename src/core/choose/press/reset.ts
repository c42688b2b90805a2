import { RESET, SAME_SETTING_C } from './data';

/** Whether two heats are one setting: nobody turns a dial by less than lies between them. */
export const sameHeat = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_SETTING_C.value;

/** Waiting for an iron to get from one heat to another, s; none for the first, which it has while everything else is made ready. */
export function resetS(fromC: number | null, toC: number): number {
  if (fromC === null || sameHeat(fromC, toC)) return 0;
  const change = toC - fromC;
  return change > 0 ? change * RESET.hotterSPerC.value : -change * RESET.coolerSPerC.value;
}
