import { readMoney } from '../units/money.js';
import { ECONOMICS } from '../document/economics.js';
import type { Study } from '../document/study.js';
import type { Candidate, RankOptions } from './ranking.js';

/** as long as a pump is reckoned with, where nobody says */
export const USUAL_YEARS = 10;
const J_PER_KWH = 3.6e6;

/** What the maker says of an offer. */
export function offerOf(read: Readonly<Record<string, unknown>>): Pick<Candidate, 'price' | 'deliveryTime' | 'weight'> {
  const { price, deliveryTime, weight } = read as { price?: string; deliveryTime?: number; weight?: number };
  return {
    ...(price === undefined ? {} : { price }),
    ...(deliveryTime === undefined ? {} : { deliveryTime }),
    ...(weight === undefined ? {} : { weight }),
  };
}

/**
 * The price of all installed units and the energy of the years, in the currency of the study.
 *
 * @returns null without a price or an energy, or where the price is in another currency
 */
export function costOf(
  study: Study,
  { price, energyPerYear }: Pick<Candidate, 'price' | 'energyPerYear'>,
  installed: number,
  { years = USUAL_YEARS }: Pick<RankOptions, 'years'>,
): number | null {
  const money = price === undefined ? undefined : readMoney(price);
  const { currency, energyPrice = ECONOMICS.energyPrice } = study.economics ?? {};
  if (!money || energyPerYear === null || (currency !== undefined && currency !== money.currency)) return null;
  return money.amount * installed + (energyPerYear / J_PER_KWH) * energyPrice * years;
}
