import type { Iron } from '../model';
import { DIAL_NEAR_C } from './data';

export interface DialReading {
  /** What to set, in the dial's own marks; null when the dial was never measured or cannot be trusted. */
  readonly mark: string | null;
  readonly problem: { readonly code: 'unmeasured' | 'not-rising' | 'out-of-reach'; readonly text: string } | null;
}

/**
 * Where on this iron's dial a heat lies, by linear interpolation between its measured marks, which must rise.
 * @param soleplateC the wanted soleplate temperature, °C
 */
export function dialFor(iron: Iron, soleplateC: number): DialReading {
  const { dial } = iron;
  if (dial.length === 0)
    return {
      mark: null,
      problem: {
        code: 'unmeasured',
        text: `The dial of ${iron.name} has not been measured: a mark is not a temperature. Measure it, or test on a scrap.`,
      },
    };
  for (let i = 1; i < dial.length; i++) {
    const low = dial[i - 1]!;
    const high = dial[i]!;
    if (high.measuredC <= low.measuredC)
      return {
        mark: null,
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
      problem: {
        code: 'out-of-reach',
        text: `${iron.name} reaches ${last.measuredC} °C at “${last.mark}”, not the ${Math.round(soleplateC)} °C wanted.`,
      },
    };
  if (soleplateC < first.measuredC - near)
    return {
      mark: null,
      problem: {
        code: 'out-of-reach',
        text: `Even at “${first.mark}” ${iron.name} is at ${first.measuredC} °C, hotter than the ${Math.round(soleplateC)} °C wanted.`,
      },
    };
  const closest = dial.reduce((a, b) =>
    Math.abs(b.measuredC - soleplateC) < Math.abs(a.measuredC - soleplateC) ? b : a,
  );
  if (Math.abs(closest.measuredC - soleplateC) <= near) return { mark: closest.mark, problem: null };
  const i = dial.findIndex((d) => d.measuredC > soleplateC);
  const low = dial[i - 1]!;
  const high = dial[i]!;
  const t = (soleplateC - low.measuredC) / (high.measuredC - low.measuredC);
  const where =
    t < 0.4
      ? `a little above ${low.mark}`
      : t > 0.6
        ? `a little below ${high.mark}`
        : `between ${low.mark} and ${high.mark}`;
  return { mark: where, problem: null };
}
