import { noiseOf } from './noise.js';
import { coefficientOfBore, SIZING_RANGE } from './valve.js';

test('what the liquid does, the worst first', () => {
  expect(noiseOf(0.5, 0.3, 2e5, 1e4)).toBe('turbulent');
  expect(noiseOf(1, 0.3, 2e5, 1e4)).toBe('turbulent');
  expect(noiseOf(1.01, 0.99, 2e5, 1e4)).toBe('cavitating');
  expect(noiseOf(0.5, 1, 2e5, 1e4)).toBe('choked');
  expect(noiseOf(2, 1.2, 0.9e4, 1e4)).toBe('flashing');
  expect(noiseOf(null, 0.2, 2e5, 1e4)).toBeNull();
});

test('a coefficient for a bore: Kv/(0.865·d²), sure up to 0.047', () => {
  // 1626 in DN200: 1626/(0.865·40000) = 0.04699
  expect(coefficientOfBore(1626, 0.2)).toBeCloseTo(0.04699, 5);
  expect(coefficientOfBore(1626, 0.2)).toBeLessThan(SIZING_RANGE);
  expect(coefficientOfBore(1627, 0.2)).toBeGreaterThan(SIZING_RANGE);
});
