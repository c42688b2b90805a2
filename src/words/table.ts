import { formatTemperature, formatWarmer } from '~/core/base/units';
import type { Project } from '~/core/keep/model';

/** How lengths and heat are told: the project's units. */
export type Units = Project['units'];

/** The member of a union of findings that carries a code. */
type Of<U, C> = U extends { readonly code: infer K } ? (C extends K ? U : never) : never;

/** A sentence for every code of a union of findings; one that is missing does not compile. */
export type Words<U extends { readonly code: string }, A extends readonly unknown[] = [Units]> = {
  readonly [C in U['code']]: (finding: Of<U, C>, ...about: A) => string;
};

/** The sentence for a finding. */
export function say<U extends { readonly code: string }, A extends readonly unknown[]>(
  words: Words<U, A>,
  finding: U,
  ...about: A
): string {
  // A finding's code is the key of its own words: the table's type says so, the checker cannot follow it.
  const speak = words[finding.code as U['code']] as (finding: U, ...about: A) => string;
  return speak(finding, ...about);
}

/** Names in a row, the last after “and”. */
export const listedWords = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
export const heat = (c: number, units: Units): string => formatTemperature(c, units);
/** A difference of temperatures: 10 °C are 18 °F, not 50. */
export const warmer = (c: number, units: Units): string => formatWarmer(c, units);
/** Seconds as a person counts them: halves up to ten. */
export const seconds = (s: number): string => (s < 10 ? `${Math.round(s * 2) / 2} s` : `${Math.round(s)} s`);
/** How long something takes, as one plans an evening. */
export const minutesWords = (s: number): string =>
  s < 90 ? `${Math.round(s / 5) * 5} s` : `${Math.round(s / 60)} min`;
export const gsm = (n: number): string => `${Math.round(n)} g/m²`;
export const upper = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
export const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);
export const one = (n: number, singular: string, plural: string): string => (n === 1 ? singular : plural);
