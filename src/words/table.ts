import { formatMass, formatTemperature, formatWarmer } from '~/core/base/units';
import type { Project } from '~/core/keep/model';

export {
  counted,
  enoughS,
  exactS,
  fewOf,
  listedWords,
  lower,
  one,
  seconds,
  spanS,
  upper,
  withArticle,
} from './grammar';

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

export const heat = (c: number, units: Units): string => formatTemperature(c, units);
/** A difference of temperatures: 10 °C are 18 °F, not 50. */
export const warmer = (c: number, units: Units): string => formatWarmer(c, units);
/** How long something takes, as one plans an evening. */
export const minutesWords = (s: number): string =>
  s < 90 ? `${Math.round(s / 5) * 5} s` : `${Math.round(s / 60)} min`;
/** A mass as web and cloth are sold by it. */
export const gsm = (n: number, units: Units): string => formatMass(n, units);

/** Powder is weighed on a letter scale at best. */
export const gramsWords = (g: number): string =>
  g < 0.1 ? 'a pinch' : `about ${Number(g.toPrecision(g < 1 ? 1 : 2))} g`;
