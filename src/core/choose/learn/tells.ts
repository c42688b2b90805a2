import { quantile } from '../../base/normal';
import type { Iron, Swatch } from '../../keep/model';
import { toldMarks } from '../press';
import { believed } from './belief';
import { heatOf, ironPrior } from './seen';

// What a book teaches, to be shown.

/** What a book tells of one iron: each mark as it was told, and as it is believed. */
export interface IronTells {
  readonly id: string;
  readonly name: string;
  readonly swatches: number;
  readonly marks: readonly {
    readonly mark: string;
    readonly measured: boolean;
    readonly toldC: number;
    /** Nine in ten lie between. */
    readonly c: number;
    readonly lowC: number;
    readonly highC: number;
    /** What was believed before anything was tried. */
    readonly beforeLowC: number;
    readonly beforeHighC: number;
    readonly swatches: number;
  }[];
}
/** What a book tells of one web: how easily it flows, against its kind; nine in ten lie between. */
export interface WebTells {
  readonly id: string;
  readonly name: string;
  readonly swatches: number;
  readonly times: number;
  readonly low: number;
  readonly high: number;
}
export interface BookTells {
  readonly irons: readonly IronTells[];
  readonly webs: readonly WebTells[];
  readonly contradicting: readonly string[];
  /** Under one: they do not fit together as they should, and each counts for less. */
  readonly power: number;
}

/** A scrap that was pressed beside a mark tells of it from here on. */
const NEAR_MARK = 0.3;
/** Nine in ten of a normal distribution lie within so many standard deviations. */
const NINE_IN_TEN = quantile(0.95);

/** What a book teaches, to be shown. */
export function bookTells(swatches: readonly Swatch[], irons: readonly Iron[]): BookTells {
  const belief = believed(swatches, irons);
  const counted = swatches.filter((s) => belief.counted.includes(s.id));
  return {
    irons: [...belief.irons].flatMap(([id, learnt]): IronTells[] => {
      const iron = irons.find((i) => i.id === id) ?? counted.find((s) => s.ironId === id)?.iron;
      if (!iron) return [];
      const mine = counted.filter((s) => s.ironId === id);
      return [
        {
          id,
          name: iron.name,
          swatches: learnt.swatches,
          marks: toldMarks(iron).map((m, k) => {
            const { c, sdC } = learnt.marks[k] ?? { c: m.c, sdC: 0 };
            const { wholeC, markC } = ironPrior(iron, m);
            const before = NINE_IN_TEN * Math.hypot(wholeC, markC);
            return {
              mark: m.mark,
              measured: m.measured,
              toldC: m.c,
              c,
              lowC: c - NINE_IN_TEN * sdC,
              highC: c + NINE_IN_TEN * sdC,
              beforeLowC: m.c - before,
              beforeHighC: m.c + before,
              swatches: mine.filter((s) =>
                (heatOf(s, toldMarks(iron))?.shares ?? []).some(([mark, share]) => mark === k && share >= NEAR_MARK),
              ).length,
            };
          }),
        },
      ];
    }),
    webs: [...belief.webs].flatMap(([id, { meanLnFlow, sdLnFlow, swatches: n }]): WebTells[] => {
      const web = counted.find((s) => s.web.id === id)?.web;
      const at = (sds: number): number => Math.exp(meanLnFlow + sds * NINE_IN_TEN * sdLnFlow);
      return web ? [{ id, name: web.name, swatches: n, times: at(0), low: at(-1), high: at(1) }] : [];
    }),
    contradicting: belief.contradicting,
    power: belief.power,
  };
}
