import { suctionEnergy } from './suction-energy.js';

// 10 in eye, 1780 rpm, SG 1; suction specific speed 9000 (US) = 174.2 metric: factor √15850.323/3.28084^0.75 = 125.898/2.437748 = 51.6452
const metric = (us: number): number => us / 51.6452;
test('by hand: 10 in · 1780 rpm · 9000 = 160.2 million, just high for one eye and high for two', () => {
  const one = suctionEnergy({ diameter: 0.254 }, 1, 1780, metric(9000), 1);
  expect(one.value / 160.2e6).toBeCloseTo(1, 4);
  expect(one.level).toBe('high');
  expect(suctionEnergy({ diameter: 0.254 }, 1, 1770, metric(9000), 1).level).toBe('low');
  expect(suctionEnergy({ diameter: 0.254 }, 1, 2660, metric(9000), 1).level).toBe('high');
  expect(suctionEnergy({ diameter: 0.254 }, 1, 2670, metric(9000), 1).level).toBe('very high');
});
test('two eyes begin at 120 and 180 million', () => {
  const at = (rpm: number) => suctionEnergy({ diameter: 0.254 }, 2, rpm, metric(9000), 1).level;
  expect([at(1330), at(1340), at(1990), at(2010)]).toEqual(['low', 'high', 'high', 'very high']);
});
test('an eye that is not known is 0.9 or 0.75 of the nozzle; a lighter liquid has less', () => {
  const eye = suctionEnergy({ diameter: 0.18 }, 1, 2950, 180, 0.8).value;
  expect(suctionEnergy({ nozzle: 0.2 }, 1, 2950, 180, 0.8).value / eye).toBeCloseTo(1, 12);
  expect(suctionEnergy({ nozzle: 0.24 }, 2, 2950, 180, 0.4).value / eye).toBeCloseTo(0.5, 12);
});
