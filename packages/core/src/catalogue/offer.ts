import { readMoney } from '../units/money.js';

/* Prices and times of delivery as makers write them. */

const SIGNS: Readonly<Record<string, string>> = { '€': 'EUR', $: 'USD', '£': 'GBP', zł: 'PLN', us$: 'USD' };

/** The three letters of a currency: `€`, `EUR`, `eur`. */
export function currencyOf(text: string): string | undefined {
  const plain = text.trim();
  return SIGNS[plain.toLowerCase()] ?? (/^[a-z]{3}$/i.test(plain) ? plain.toUpperCase() : undefined);
}

/** `4200`, `€ 4200`, `4200.50 EUR` with the currency of the column, as a catalogue writes it. */
export function moneyText(text: string, usual: string | undefined): string | undefined {
  const [, before = '', amount, behind = ''] = /^\s*(\D*?)\s*(\d+(?:\.\d+)?)\s*(\D*?)\s*$/.exec(text) ?? [];
  const typed = before === '' ? behind : before;
  const currency = typed === '' ? usual : currencyOf(typed);
  const written = `${amount ?? ''} ${currency ?? ''}`;
  return readMoney(written) ? written : undefined;
}

const DAYS: readonly (readonly [RegExp, number])[] = [
  [/^(?:d|days?|working days|tage?n?|jours?|días?|dias?|giorni|dni|dagar)$/i, 1],
  [/^(?:w|wks?|weeks?|wochen?|semaines?|semanas?|settimane|tyg(?:odni)?\.?|veckor)$/i, 7],
  [/^(?:months?|monate?n?|mois|meses|mesi|miesięcy|månader)$/i, 30],
];

/** Days of a unit of time: `weeks` → 7. */
export const daysOf = (unit: string): number | undefined => DAYS.find(([pattern]) => pattern.test(unit.trim()))?.[1];

/** `6`, `6 weeks` and `4-6 weeks` in days, with the unit of the column; of a range the longer. */
export function deliveryDays(text: string, usual: string | undefined): number | undefined {
  const [, number, unit = ''] = /^\s*(?:\d+(?:\.\d+)?\s*[-–]\s*)?(\d+(?:\.\d+)?)\s*(.*?)\s*$/.exec(text) ?? [];
  const days = daysOf(unit === '' ? (usual ?? 'days') : unit);
  return number === undefined || days === undefined ? undefined : Number(number) * days;
}
