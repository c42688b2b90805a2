import type { Iron } from '../model';
import { DIAL_NEAR_C, DIAL_UNSURE_C } from './data';

export interface DialReading {
  /** What to set, in the dial's own marks; null when the dial was never measured or cannot be trusted. */
  readonly mark: string | null;
  /** What the soleplate may be off by, °C either way. */
  readonly unsureC: number;
  readonly problem: { readonly code: 'unmeasured' | 'not-rising' | 'out-of-reach'; readonly text: string } | null;
}

/**
 * Slopes of a monotone cubic through rising points: no hump between two marks that the iron does not have.
 * Source: Fritsch & Carlson 1980, monotone piecewise cubic interpolation.
 */
function slopes(y: readonly number[]): number[] {
  const d = y.slice(1).map((v, i) => v - y[i]!);
  if (d.length === 0) return [0];
  const m = y.map((_, i) =>
    i === 0 ? d[0]! : i === y.length - 1 ? d.at(-1)! : d[i - 1]! * d[i]! <= 0 ? 0 : (d[i - 1]! + d[i]!) / 2,
  );
  for (let i = 0; i < d.length; i++) {
    if (d[i] === 0) {
      m[i] = 0;
      m[i + 1] = 0;
      continue;
    }
    const a = m[i]! / d[i]!;
    const b = m[i + 1]! / d[i]!;
    const s = a * a + b * b;
    if (s > 9) {
      const t = 3 / Math.sqrt(s);
      m[i] = t * a * d[i]!;
      m[i + 1] = t * b * d[i]!;
    }
  }
  return m;
}

/** The soleplate at a place on the dial, °C: 0 is the first mark, 1 the second, and so on; monotone between rising marks. */
export function soleplateAt(marks: readonly number[], place: number): number {
  const m = slopes(marks);
  const i = Math.max(0, Math.min(marks.length - 2, Math.floor(place)));
  if (marks.length < 2) return marks[0] ?? 0;
  const t = Math.max(0, Math.min(1, place - i));
  const t2 = t * t;
  const t3 = t2 * t;
  return (
    (2 * t3 - 3 * t2 + 1) * marks[i]! +
    (t3 - 2 * t2 + t) * m[i]! +
    (3 * t2 - 2 * t3) * marks[i + 1]! +
    (t3 - t2) * m[i + 1]!
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

const WHERE = [
  { upTo: 0.2, text: (a: string) => `just above ${a}` },
  { upTo: 0.42, text: (a: string, b: string) => `a third of the way from ${a} to ${b}` },
  { upTo: 0.58, text: (a: string, b: string) => `halfway between ${a} and ${b}` },
  { upTo: 0.8, text: (a: string, b: string) => `two thirds of the way from ${a} to ${b}` },
  { upTo: 2, text: (_: string, b: string) => `just below ${b}` },
] as const;

/**
 * Where on this iron's dial a heat lies, by monotone interpolation between its measured marks, which must rise.
 * @param soleplateC the wanted soleplate temperature, °C
 */
export function dialFor(iron: Iron, soleplateC: number): DialReading {
  const { dial } = iron;
  if (dial.length === 0)
    return {
      mark: null,
      unsureC: DIAL_UNSURE_C.value,
      problem: {
        code: 'unmeasured',
        text: `The dial of ${iron.name} has not been measured: a mark is not a temperature, and may be off by ${DIAL_UNSURE_C.value} °C either way. Measure it, or test on a scrap.`,
      },
    };
  for (let i = 1; i < dial.length; i++) {
    const low = dial[i - 1]!;
    const high = dial[i]!;
    if (high.measuredC <= low.measuredC)
      return {
        mark: null,
        unsureC: DIAL_UNSURE_C.value,
        problem: {
          code: 'not-rising',
          text: `On ${iron.name}, “${high.mark}” was measured no hotter than “${low.mark}”. Two readings may be swapped: measure again.`,
        },
      };
  }
  const first = dial[0]!;
  const last = dial.at(-1)!;
  const near = DIAL_NEAR_C.value;
  if (soleplateC > last.measuredC + near)
    return {
      mark: last.mark,
      unsureC: near,
      problem: {
        code: 'out-of-reach',
        text: `${iron.name} reaches ${Math.round(last.measuredC)} °C at “${last.mark}”, not the ${Math.round(soleplateC)} °C wanted.`,
      },
    };
  if (soleplateC < first.measuredC - near)
    return {
      mark: null,
      unsureC: near,
      problem: {
        code: 'out-of-reach',
        text: `Even at “${first.mark}” ${iron.name} is at ${Math.round(first.measuredC)} °C, hotter than the ${Math.round(soleplateC)} °C wanted.`,
      },
    };
  const closest = dial.reduce((a, b) =>
    Math.abs(b.measuredC - soleplateC) < Math.abs(a.measuredC - soleplateC) ? b : a,
  );
  if (Math.abs(closest.measuredC - soleplateC) <= near) return { mark: closest.mark, unsureC: near, problem: null };
  const place = placeOnDial(
    dial.map((d) => d.measuredC),
    soleplateC,
  );
  const i = Math.floor(place);
  const between = WHERE.find((w) => place - i < w.upTo)!;
  // Between marks the dial was not measured: the farther from one, the less sure.
  return {
    mark: between.text(dial[i]!.mark, dial[i + 1]!.mark),
    unsureC: near + 6 * Math.min(place - i, i + 1 - place),
    problem: null,
  };
}
