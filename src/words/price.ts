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

/** Reads a sum of money as people write it: `12.50`, `12,50`, `£12.50`, `1,200.00`, `12.50 EUR`. @returns null for what is none, or less than nothing */
export function readMoney(text: string): number | null {
  const bare = text.trim().replace(/^[A-Za-z\p{Sc}\s]+|[A-Za-z\p{Sc}\s]+$/gu, '');
  if (!/^\d/.test(bare) && !/^[.,]\d/.test(bare)) return null;
  // Of two marks the last one parts off the cents; one alone that is followed by three figures stands between thousands.
  const plain = /^\d{1,3}(?:,\d{3})+(?:\.\d+)?$/.test(bare) ? bare.replaceAll(',', '') : bare.replace(',', '.');
  const n = Number(plain);
  return Number.isFinite(n) ? n : null;
}
