import { manner } from '~/core/base/units';

/** Currencies to be picked, by their ISO 4217 codes. Another place types its prices without one. */
export const CURRENCIES = ['USD', 'GBP', 'EUR', 'CAD', 'AUD', 'NZD', 'CHF', 'SEK', 'DKK', 'NOK', 'ZAR', 'JPY'] as const;
export type Currency = (typeof CURRENCIES)[number];

/** A sum of money in the currency that was chosen; without one where nobody has named it. */
export function moneyWords(amount: number): string {
  const { currency } = manner();
  return currency === null
    ? amount.toFixed(2)
    : new Intl.NumberFormat('en', { style: 'currency', currency, currencyDisplay: 'narrowSymbol' }).format(amount);
}

/** A price; null: nobody has entered one. */
export const priceWords = (price: number | null): string => (price === null ? 'no price' : moneyWords(price));
