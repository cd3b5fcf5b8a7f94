import fc from 'fast-check';
import { colebrook, frictionFactor, transitionEnd, type Friction } from './friction.js';
import { insideOf, sizeSeries } from './size.js';
import { orificeK } from '../fittings/orifice.js';

const factor = (re: number, relative: number): Friction => {
  const out = { factor: 0, slope: 0 };
  frictionFactor(re, relative, transitionEnd(relative), out);
  return out;
};

describe('friction factor', () => {
  test('laminar: 64/Re (Hagen–Poiseuille)', () => {
    expect(factor(1600, 0.001).factor).toBeCloseTo(0.04, 15);
  });

  test('fully rough: von Kármán, 1/√f = 2·log10(3.7·D/ε)', () => {
    // ε/D 0.01: 1/√f = 2·log10(370) = 5.13640; f = 0.037904
    expect(factor(1e12, 0.01).factor).toBeCloseTo(1 / (2 * Math.log10(370)) ** 2, 9);
  });

  test('smooth, Re 1e5: Prandtl 1/√f = 2·log10(Re·√f) − 0.8 gives 0.0180 (Moody 1944)', () => {
    expect(factor(1e5, 0).factor).toBeCloseTo(0.018, 4);
  });

  test('Colebrook–White holds to machine precision over the whole chart, checked against the equation itself', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3.6021, max: 9, noNaN: true }),
        fc.double({ min: 0, max: 0.05, noNaN: true }),
        (logRe, relative) => {
          const re = 10 ** logRe;
          const out = { factor: 0, slope: 0 };
          colebrook(re, relative, out);
          const x = 1 / Math.sqrt(out.factor);
          const right = -2 * Math.log10(relative / 3.7 + (2.51 * x) / re);
          return Math.abs(x - right) < 1e-13 * x;
        },
      ),
      { numRuns: 500, seed: 11 },
    );
  });

  test('the slope is the derivative, and the loss rises with flow through the transition', () => {
    for (const relative of [0, 0.0005, 0.02]) {
      let before = 0;
      for (let re = 1000; re < 20_000; re += 37) {
        const { factor: f, slope } = factor(re, relative);
        const h = re * 1e-6;
        const numeric = (factor(re + h, relative).factor - factor(re - h, relative).factor) / (2 * h);
        expect(Math.abs(slope - numeric)).toBeLessThan(1e-3 * Math.abs(numeric) + 1e-11);
        expect(f * re * re).toBeGreaterThan(before);
        before = f * re * re;
      }
    }
  });
});

describe('polyethylene (EN 12201-2, table 2)', () => {
  test('outside less two walls; what is not made is refused', () => {
    expect(insideOf('PE 110', 'SDR 11')).toBeCloseTo(0.09, 12);
    expect(insideOf('PE 160', 'SDR 17')).toBeCloseTo(0.141, 12);
    expect(insideOf('PE 115', 'SDR 11')).toMatchObject({ reason: 'unknown-size' });
    expect(insideOf('PE 25', 'SDR 17')).toMatchObject({
      reason: 'unknown-schedule',
      known: ['SDR 7.4', 'SDR 9', 'SDR 11', 'SDR 13.6'],
    });
  });
});

describe('PVC-U (EN ISO 1452-2, table of walls) and steel by wall (EN 10220, series 1)', () => {
  test.each([
    ['PVC 110', 'SDR 21', 5.3],
    ['PVC 110', 'SDR 13.6', 8.1],
    ['PVC 110', 'SDR 26', 4.2],
    ['PVC 160', 'SDR 17', 9.5],
    ['PVC 200', 'SDR 41', 4.9],
    ['PVC 250', 'SDR 21', 11.9],
    ['PVC 315', 'SDR 21', 15],
  ])('%s %s: wall %d mm', (size, schedule, wall) => {
    expect(insideOf(size, schedule)).toBeCloseTo((Number(size.slice(4)) - 2 * wall) / 1000, 9);
  });
  test('DN65 with a wall is 76.1 mm outside, by schedule 73.0 mm', () => {
    expect(insideOf('DN65', '2.9 mm')).toBeCloseTo(0.0703, 9);
    expect(insideOf('OD 76.1', '2.9 mm')).toBeCloseTo(0.0703, 9);
    expect(insideOf('DN65', '40')).toBeCloseTo(0.073 - 2 * 0.00516, 9);
    expect(insideOf('PVC 110', 'SDR 11')).toMatchObject({ reason: 'unknown-schedule' });
  });
  test('the candidates of a series rise in bore and hold the size itself', () => {
    const steel = sizeSeries('DN150', '40');
    expect(steel.map((c) => c.size)).toEqual(expect.arrayContaining(['DN100', 'DN150', 'DN200']));
    expect(steel.every((c, i) => i === 0 || c.inside > steel[i - 1]!.inside)).toBe(true);
    expect(sizeSeries('PE 110', 'SDR 17')[0]).toMatchObject({ size: 'PE 32' });
  });
});

describe('pipe table (ASME B36.10M: outside − 2·wall)', () => {
  test.each([
    ['2 in', '40', 60.3 - 2 * 3.91],
    ['NPS 4', 'sch 40', 114.3 - 2 * 6.02],
    ['DN150', '40', 168.3 - 2 * 7.11],
    ['8 in', '40', 219.1 - 2 * 8.18],
    ['DN250', 'STD', 273 - 2 * 9.27],
    ['12 in', '40', 323.8 - 2 * 10.31],
    ['DN80', '80', 73.66],
    ['DN150', '4.5 mm', 168.3 - 9],
    ['1-1/2 in', '40', 48.3 - 2 * 3.68],
  ])('%s %s', (size, schedule, mm) => {
    expect(insideOf(size, schedule)).toBeCloseTo(mm / 1000, 9);
  });
  test('what is not made is refused with what is', () => {
    expect(insideOf('DN155', '40')).toMatchObject({ reason: 'unknown-size' });
    expect(insideOf('DN150', '41')).toMatchObject({ reason: 'unknown-schedule', known: expect.arrayContaining(['40', '80']) });
  });
});

test('orifice: K of ISO 5167-2, by hand for β 0.5 and C 0.61', () => {
  // √(1 − 0.0625·(1 − 0.3721)) = √0.9607563 = 0.9801818; /(0.61·0.25) = 6.427422; −1, squared: 29.4569
  expect(orificeK(0.5, 0.61)).toBeCloseTo(29.4569, 3);
});
