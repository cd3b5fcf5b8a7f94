/* Amounts of money are written with their currency, by its three letters (ISO 4217). */

export interface Money {
  amount: number;
  currency: string;
}

const WRITTEN = /^\s*(?:([A-Z]{3})\s*(\d+(?:\.\d+)?)|(\d+(?:\.\d+)?)\s*([A-Z]{3}))\s*$/;

/** as a JSON Schema says it */
export const MONEY_PATTERN = WRITTEN.source;

/** `4200 EUR` or `EUR 4200`; undefined where it is neither. */
export function readMoney(text: string): Money | undefined {
  const [, before, amount, other, behind] = WRITTEN.exec(text) ?? [];
  const currency = before ?? behind;
  return currency === undefined ? undefined : { amount: Number(amount ?? other), currency };
}
