import { lastOf, nth } from '../../base/lists';
import type { Caution, DialPlace, Iron } from '../../keep/model';
import { DIAL_AT_C, DIAL_BETWEEN_C, DIAL_NEAR_C, DIAL_UNSURE_C } from './data';

type DialProblem = Extract<Caution, { code: 'dial-unmeasured' | 'dial-not-rising' | 'dial-out-of-reach' }>;

export interface DialReading {
  /** What to set, in the dial's own marks; null when the dial was never measured or cannot be trusted. */
  readonly place: DialPlace | null;
  /** What the soleplate may be off by, °C either way. */
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

/**
 * Where on this iron's dial a heat lies, by monotone interpolation between its measured marks, which must rise.
 * @param soleplateC the wanted soleplate temperature, °C
 */
export function dialFor(iron: Iron, soleplateC: number): DialReading {
  const { dial } = iron;
  const first = dial[0];
  if (!first)
    return {
      place: null,
      unsureC: DIAL_UNSURE_C.value,
      problem: { code: 'dial-unmeasured', iron: iron.name, unsureC: DIAL_UNSURE_C.value },
    };
  for (let i = 1; i < dial.length; i++) {
    const low = nth(dial, i - 1);
    const high = nth(dial, i);
    if (high.measuredC <= low.measuredC)
      return {
        place: null,
        unsureC: DIAL_UNSURE_C.value,
        problem: { code: 'dial-not-rising', iron: iron.name, low: low.mark, high: high.mark },
      };
  }
  const hottest = lastOf(dial);
  const near = DIAL_NEAR_C.value;
  const beyond = (mark: (typeof dial)[number], place: DialPlace | null): DialReading => ({
    place,
    unsureC: near,
    problem: {
      code: 'dial-out-of-reach',
      iron: iron.name,
      mark: mark.mark,
      markC: mark.measuredC,
      wantedC: soleplateC,
    },
  });
  if (soleplateC > hottest.measuredC + near) return beyond(hottest, { at: hottest.mark });
  if (soleplateC < first.measuredC - near) return beyond(first, null);
  const closest = dial.reduce((a, b) =>
    Math.abs(b.measuredC - soleplateC) < Math.abs(a.measuredC - soleplateC) ? b : a,
  );
  if (Math.abs(closest.measuredC - soleplateC) <= DIAL_AT_C.value)
    return { place: { at: closest.mark }, unsureC: near, problem: null };
  // A little beyond the last mark or short of the first is that mark: there is nothing to set beside it.
  if (soleplateC >= hottest.measuredC || soleplateC <= first.measuredC)
    return { place: { at: closest.mark }, unsureC: near, problem: null };
  const place = placeOnDial(
    dial.map((d) => d.measuredC),
    soleplateC,
  );
  const i = Math.floor(place);
  // Between marks the dial was not measured: the farther from one, the less sure.
  return {
    place: { from: nth(dial, i).mark, to: nth(dial, i + 1).mark, share: place - i },
    unsureC: near + DIAL_BETWEEN_C.value * Math.min(place - i, i + 1 - place),
    problem: null,
  };
}
