import type { DisplayUnits, HeatScale, Spelling } from '~/core/base/units';
import type { Currency } from './price';

/** How things are said in a place: what a person is offered until they choose. */
export interface Ways {
  readonly lengths: DisplayUnits;
  readonly heat: HeatScale;
  readonly spelling: Spelling;
  /** null: prices stay bare numbers. */
  readonly currency: Currency | null;
}

/** Places that measure in inches and iron in °F. Source: the United States, Liberia and Myanmar are the states without the metric system (CIA World Factbook, from memory). */
const IN_INCHES: ReadonlySet<string> = new Set(['US', 'LR', 'MM']);
/** Places whose English is spelled as in the United States. Common practice, from memory. */
const AMERICAN: ReadonlySet<string> = new Set(['US', 'PH', 'LR']);
/** Source: ISO 4217 and the euro area of 2025, from memory. */
const MONEY: Readonly<Record<string, Currency>> = {
  US: 'USD',
  GB: 'GBP',
  CA: 'CAD',
  AU: 'AUD',
  NZ: 'NZD',
  CH: 'CHF',
  SE: 'SEK',
  DK: 'DKK',
  NO: 'NOK',
  ZA: 'ZAR',
  JP: 'JPY',
};
const EURO: ReadonlySet<string> = new Set('AT BE CY DE EE ES FI FR GR HR IE IT LT LU LV MT NL PT SI SK'.split(' '));

/** What is usual where a language is spoken. @param language a tag as browsers tell it: “en-US”, “de”; one without a region counts as metric and British */
export function waysOf(language: string): Ways {
  const region = /-([A-Z]{2})\b/.exec(language.replace(/-[a-z]{2}$/, (r) => r.toUpperCase()))?.[1] ?? '';
  const inches = IN_INCHES.has(region);
  return {
    lengths: inches ? 'in' : 'mm',
    heat: inches ? 'F' : 'C',
    spelling: AMERICAN.has(region) ? 'US' : 'UK',
    currency: MONEY[region] ?? (EURO.has(region) ? 'EUR' : null),
  };
}
