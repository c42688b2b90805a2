import { dialFor } from '../../choose/press';
import type { DialPlace, Iron, PressReason, Setting } from '../../keep/model';
import { MUCH_LONGER } from './data';
import { type Press, settingOf } from './press';

const atMark = (place: DialPlace | null): string | null => (place && 'at' in place ? place.at : null);

/** Whether hands at this dial would set the same for both heats: no dial tells apart what lies within what it may be off. */
function dialCannotTell(iron: Iron, a: number, b: number): boolean {
  const mark = atMark(dialFor(iron, a).place);
  return (
    (mark !== null && mark === atMark(dialFor(iron, b).place)) ||
    Math.abs(a - b) <= Math.round(dialFor(iron, a).unsureC)
  );
}

const isMuchLonger = ({ dwell: own }: Setting, { dwell: then }: Setting): boolean =>
  then.seconds > MUCH_LONGER.fromS.value && then.seconds > MUCH_LONGER.times.value * own.seconds;

/** Whether some seconds are right wherever the dial is. */
export const holdsSomewhere = ({ band: { coldS, hotS } }: Setting): boolean =>
  coldS !== null && hotS !== null && coldS[0] <= hotS[1];

/**
 * Presses whose heats the dial cannot tell apart get one: the lowest of them, since each bears that; where one of them could not be pressed so, it keeps its own.
 */
export function atOneHeat(presses: readonly Press[], iron: Iron): Press[] {
  const heats = [...new Set(presses.filter((p) => !p.setting.stop).map((p) => p.setting.heat.soleplateC))].sort(
    (a, b) => a - b,
  );
  const lowest = new Map<number, number>();
  let low: number | null = null;
  for (const c of heats) {
    if (low === null || !dialCannotTell(iron, low, c)) low = c;
    lowest.set(c, low);
  }
  return presses.map((p) => {
    const own = p.setting.heat.soleplateC;
    const common = lowest.get(own) ?? own;
    if (p.setting.stop || common === own) return p;
    const again = settingOf(p.request, p.columns, common);
    // Nor is one heat worth seconds that no longer hold wherever the dial is, or many more of them.
    if (again.stop || (holdsSomewhere(p.setting) && !holdsSomewhere(again)) || isMuchLonger(p.setting, again)) return p;
    const told: PressReason = { code: 'one-setting', fromC: own, toC: common };
    // What was added for this piece alone, such as its plug, stays.
    const added = p.setting.cautions.filter((c) => c.code === 'plug' || c.code === 'small-place');
    return { ...p, setting: { ...again, cautions: [...again.cautions, ...added], reasons: [...again.reasons, told] } };
  });
}
