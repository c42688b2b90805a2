import { derive } from '../../base/derive';
import { lastOf, nth } from '../../base/lists';
import type { Caution, DialPlace, Iron } from '../../keep/model';
import {
  DIAL_AT_C,
  DIAL_BETWEEN_C,
  DIAL_NEAR_C,
  KNOWN_C,
  MARK_SPREAD_C,
  MARK_SPREAD_KNOWN,
  QUANTILE,
  USUAL_MARKS_C,
} from './data';

type DialProblem = Extract<Caution, { code: 'dial-unmeasured' | 'dial-not-rising' | 'dial-out-of-reach' }>;

export interface DialReading {
  /** What to set, in the dial's own marks; null where there are none to speak of, or they cannot be trusted. */
  readonly place: DialPlace | null;
  /** How much cooler and how much hotter the soleplate may be than what was asked for, °C: nine irons in ten are no cooler, one in fifty is hotter. */
  readonly coldC: number;
  readonly hotC: number;
  /** What it may be off by either way, as it is told, °C. */
  readonly unsureC: number;
  readonly problem: DialProblem | null;
}

/**
 * Slopes of a monotone cubic through rising points: no hump between two marks that the iron does not have.
 * Source: Fritsch & Carlson 1980, monotone piecewise cubic interpolation.
 */
function slopes(y: readonly number[]): number[] {
  const d = y.slice(1).map((v, i) => v - nth(y, i));
  if (d.length === 0) return [0];
  const m = y.map((_, i) => {
    if (i === 0) return nth(d, 0);
    if (i === y.length - 1) return lastOf(d);
    const [before, after] = [nth(d, i - 1), nth(d, i)];
    return before * after <= 0 ? 0 : (before + after) / 2;
  });
  d.forEach((rise, i) => {
    if (rise === 0) {
      m[i] = 0;
      m[i + 1] = 0;
      return;
    }
    const a = nth(m, i) / rise;
    const b = nth(m, i + 1) / rise;
    const s = a * a + b * b;
    // The circle of radius 3 in which a cubic between two points keeps rising.
    if (s > MONOTONE_RADIUS ** 2) {
      const t = MONOTONE_RADIUS / Math.sqrt(s);
      m[i] = t * a * rise;
      m[i + 1] = t * b * rise;
    }
  });
  return m;
}
/** Source: Fritsch & Carlson 1980. */
const MONOTONE_RADIUS = 3;

/** The soleplate at a place on the dial, °C: 0 is the first mark, 1 the second, and so on; monotone between rising marks. */
export function soleplateAt(marks: readonly number[], place: number): number {
  const m = slopes(marks);
  const i = Math.max(0, Math.min(marks.length - 2, Math.floor(place)));
  if (marks.length < 2) return marks[0] ?? 0;
  const t = Math.max(0, Math.min(1, place - i));
  const t2 = t * t;
  const t3 = t2 * t;
  // Hermite's basis.
  const onto = t2 * (3 - 2 * t);
  return (
    (1 - onto) * nth(marks, i) + (t3 - 2 * t2 + t) * nth(m, i) + onto * nth(marks, i + 1) + (t3 - t2) * nth(m, i + 1)
  );
}

/** The place on the dial at which the soleplate is so hot: the other way round, by halving. */
export function placeOnDial(marks: readonly number[], c: number): number {
  let low = 0;
  let high = marks.length - 1;
  for (let k = 0; k < 40; k++) {
    const middle = (low + high) / 2;
    if (soleplateAt(marks, middle) < c) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** A mark of a dial, with what it comes to. */
export interface MarkHeat {
  readonly mark: string;
  readonly c: number;
  readonly measured: boolean;
}

/** The marks that irons of a kind usually have, where an iron's own are not known. Words: words/press.ts. */
export const USUAL_MARKS = {
  household: ['usual:synthetics', 'usual:wool', 'usual:cotton'],
  mini: ['usual:low', 'usual:middle', 'usual:high'],
} as const;
export type UsualMark = (typeof USUAL_MARKS)[keyof typeof USUAL_MARKS][number];

/** What the marks of a kind come to, however many there are: the lowest and the hottest as usual, what is between by its place. */
function usualC(kind: Iron['kind'], k: number, count: number): number {
  const usual = USUAL_MARKS_C[kind === 'mini' ? 'mini' : 'household'].map((f) => f.value);
  const place = count === 1 ? (usual.length - 1) / 2 : (k / (count - 1)) * (usual.length - 1);
  return soleplateAt(usual, place);
}

/**
 * The marks of an iron from the lowest up, each with what it was measured at, or what such irons usually come to there: as far off as its measured marks are.
 * An iron without marks has those of its kind; a press shows degrees and has none.
 */
export const marksOf = derive((iron: Iron): readonly MarkHeat[] => {
  const { learnt } = iron;
  const told = toldMarks(iron);
  return learnt ? told.map((m, k) => ({ ...m, c: learnt.marks[k]?.c ?? m.c })) : told;
});

/** The marks of an iron as they were measured or usually are, whatever swatches have taught. */
export const toldMarks = derive((iron: Iron): readonly MarkHeat[] => {
  const { dial, kind } = iron;
  if (dial.length === 0)
    return kind === 'household' || kind === 'mini'
      ? USUAL_MARKS[kind].map((mark, k) => ({
          mark,
          c: nth(USUAL_MARKS_C[kind], k).value,
          measured: false,
        }))
      : [];
  const known = dial.flatMap((d, k) =>
    d.measuredC === null ? [] : [{ k, offC: d.measuredC - usualC(kind, k, dial.length) }],
  );
  const offAt = (k: number): number => {
    const below = known.findLast((m) => m.k <= k);
    const above = known.find((m) => m.k >= k);
    if (!below || !above) return (below ?? above)?.offC ?? 0;
    return below === above
      ? below.offC
      : below.offC + ((k - below.k) / (above.k - below.k)) * (above.offC - below.offC);
  };
  return dial.map(({ mark, measuredC }, k) => ({
    mark,
    c: measuredC ?? usualC(kind, k, dial.length) + offAt(k),
    measured: measuredC !== null,
  }));
});

/** Whether every mark of an iron was measured, and there is one. */
export const isMeasured = (iron: Iron): boolean => {
  const marks = marksOf(iron);
  return marks.length > 0 && marks.every((m) => m.measured);
};

/** How far off a place may be, by what its marks are known to. */
interface Off {
  readonly coldC: number;
  readonly hotC: number;
}
const offBy = (sdC: number): Off => ({ coldC: QUANTILE.cold.value * sdC, hotC: QUANTILE.hot.value * sdC });
const MEASURED_OFF: Off = { coldC: DIAL_NEAR_C.value, hotC: DIAL_NEAR_C.value };

/**
 * Where on this iron's dial a heat lies, by monotone interpolation between its marks, which must rise, and how far off it may be there.
 * @param soleplateC the wanted soleplate temperature, °C
 */
export function dialFor(iron: Iron, soleplateC: number): DialReading {
  const marks = marksOf(iron);
  const spreadC = MARK_SPREAD_C[iron.kind].value;
  const someKnown = marks.some((m) => m.measured);
  const unknown = offBy(spreadC * (someKnown ? MARK_SPREAD_KNOWN.value : 1));
  const told = ({ coldC, hotC }: Off): Omit<DialReading, 'place' | 'problem'> => ({
    coldC,
    hotC,
    unsureC: Math.max(coldC, hotC),
  });
  const unmeasured: DialProblem = { code: 'dial-unmeasured', iron: iron.name, unsureC: Math.round(unknown.hotC) };
  const first = marks[0];
  if (!first) return { place: null, ...told(unknown), problem: unmeasured };
  for (let i = 1; i < marks.length; i++) {
    const low = nth(marks, i - 1);
    const high = nth(marks, i);
    if (high.c <= low.c)
      return {
        place: null,
        ...told(offBy(spreadC)),
        problem: { code: 'dial-not-rising', iron: iron.name, low: low.mark, high: high.mark },
      };
  }
  const offOf = (m: MarkHeat): Off => {
    const believed = iron.learnt?.marks[marks.indexOf(m)];
    return believed ? offBy(believed.sdC) : m.measured ? MEASURED_OFF : unknown;
  };
  // Scraps have told it as well as a thermometer does.
  const wellKnown = (m: MarkHeat): boolean =>
    (iron.learnt?.marks[marks.indexOf(m)]?.sdC ?? Number.POSITIVE_INFINITY) < KNOWN_C.value;
  const hottest = lastOf(marks);
  const near = DIAL_NEAR_C.value;
  const beyond = (mark: MarkHeat, place: DialPlace | null): DialReading => ({
    place,
    ...told(offOf(mark)),
    problem: mark.measured
      ? { code: 'dial-out-of-reach', iron: iron.name, mark: mark.mark, markC: mark.c, wantedC: soleplateC }
      : unmeasured,
  });
  if (soleplateC > hottest.c + near) return beyond(hottest, { at: hottest.mark });
  if (soleplateC < first.c - near) return beyond(first, first.measured ? null : { at: first.mark });
  const closest = marks.reduce((a, b) => (Math.abs(b.c - soleplateC) < Math.abs(a.c - soleplateC) ? b : a));
  const at = (mark: MarkHeat): DialReading => ({
    place: { at: mark.mark },
    ...told(offOf(mark)),
    problem: mark.measured || wellKnown(mark) ? null : { ...unmeasured, unsureC: Math.round(offOf(mark).hotC) },
  });
  // A little beyond the last mark or short of the first is that mark: there is nothing to set beside it.
  if (Math.abs(closest.c - soleplateC) <= DIAL_AT_C.value || soleplateC >= hottest.c || soleplateC <= first.c)
    return at(closest);
  const place = placeOnDial(
    marks.map((m) => m.c),
    soleplateC,
  );
  const i = Math.floor(place);
  const share = place - i;
  const [low, high] = [nth(marks, i), nth(marks, i + 1)];
  // Between marks the dial was not measured: the farther from one, the less sure.
  const between = low.measured && high.measured ? DIAL_BETWEEN_C.value * Math.min(share, 1 - share) : 0;
  const mixed = (key: keyof Off): number => offOf(low)[key] * (1 - share) + offOf(high)[key] * share + between;
  const off: Off = { coldC: mixed('coldC'), hotC: mixed('hotC') };
  const known = [low, high].every((m) => m.measured || wellKnown(m));
  return {
    place: { from: low.mark, to: high.mark, share },
    ...told(off),
    problem: known ? null : { ...unmeasured, unsureC: Math.round(off.hotC) },
  };
}
