/** The two scales of heat. */
export type HeatScale = 'C' | 'F';
/** Which English is written. */
export type Spelling = 'US' | 'UK';

/**
 * How things are said on this device, as far as a project does not say it. Heat and spelling are choices of their own: many
 * sew in inches and iron in °C. `null`: nobody chose, so heat and paper follow the lengths and spelling is British.
 */
export interface Manner {
  readonly heat: HeatScale | null;
  readonly spelling: Spelling | null;
  /** ISO 4217 code of the currency in which prices are typed. */
  readonly currency: string | null;
}

export const NO_MANNER: Manner = { heat: null, spelling: null, currency: null };

let current: Manner = NO_MANNER;

/** The manner that holds now. Like the locale of a process: set once, before anything is said. */
export const manner = (): Manner => current;

/** Sets how things are said from here on. What was said before keeps its words, so a page calls it before it shows anything. */
export function speakAs(next: Manner): void {
  current = next;
}

/** Says something in another manner, and goes back. @returns what `say` gives; nothing asynchronous is held */
export function inManner<T>(next: Manner, say: () => T): T {
  const before = current;
  current = next;
  try {
    return say();
  } finally {
    current = before;
  }
}
