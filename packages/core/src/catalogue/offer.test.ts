import { readMoney } from '../units/money.js';
import { judgeCatalogue } from './judge.js';
import { currencyOf, deliveryDays, moneyText } from './offer.js';
import { readTable } from './table.js';

test.each([
  ['4200', 'EUR', '4200 EUR'],
  ['€ 4200.50', undefined, '4200.50 EUR'],
  ['4200 SEK', 'EUR', '4200 SEK'],
  ['4200', undefined, undefined],
  ['on request', 'EUR', undefined],
])('a price of %j in a column of %j is %j', (text, usual, money) => expect(moneyText(text, usual)).toBe(money));

test.each([
  ['6', 'weeks', 42],
  ['4-6 weeks', undefined, 42],
  ['30 Tage', undefined, 30],
  ['10', undefined, 10],
  ['ab Lager', undefined, undefined],
])('a delivery of %j in a column of %j takes %j days', (text, usual, days) => expect(deliveryDays(text, usual)).toBe(days));

test('an amount has its currency, before or behind', () => {
  expect(readMoney('EUR 12.5')).toEqual({ amount: 12.5, currency: 'EUR' });
  expect([readMoney('12.5'), readMoney('12.5 euro'), readMoney('-3 EUR')]).toEqual([undefined, undefined, undefined]);
  expect([currencyOf('$'), currencyOf('usd'), currencyOf('dollars')]).toEqual(['USD', 'USD', undefined]);
});

test('price, delivery and weight are columns of a table, in words of makers', () => {
  const table = readTable([
    ['Modell', 'Drehzahl [1/min]', 'Q [m3/h]', 'H [m]', 'Preis [€]', 'Lieferzeit [Wochen]', 'Gewicht [kg]'],
    ['A', '2900', '0', '30', '4.200,50', '6', '85,5'],
    ['', '', '50', '25,5', '', '', ''],
  ]);
  const { A } = table.catalogue.pumps;
  expect(table.problems.map((p) => p.code)).toEqual(['no-npshr']);
  expect(A).toMatchObject({ price: '4200.50 EUR', deliveryTime: 42, weight: '85.5 kg' });
  expect(judgeCatalogue(table.catalogue).pumps.get('A')).toMatchObject({ weight: 85.5, deliveryTime: 42 });
});
