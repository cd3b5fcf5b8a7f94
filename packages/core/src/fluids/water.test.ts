import { fluidState, isFluidState } from './fluid.js';
import { seaWaterDensity } from './sea-water.js';
import { waterDensity, waterSpecificHeat, waterSaturationPressure, waterViscosity } from './water.js';

describe('water', () => {
  test.each([
    [300, 3e6, 0.100215168e-2],
    [300, 80e6, 0.971180894e-3],
    [500, 3e6, 0.1202418e-2],
  ])('specific volume at %d K and %d Pa: IAPWS-IF97, table 5', (t, p, v) => {
    expect(1 / waterDensity(t, p) / v).toBeCloseTo(1, 8);
  });

  test.each([
    [300, 0.353658941e-2],
    [500, 0.263889776e1],
    [600, 0.123443146e2],
  ])('saturation pressure at %d K: IAPWS-IF97, table 35', (t, mpa) => {
    expect(waterSaturationPressure(t) / 1e6 / mpa).toBeCloseTo(1, 8);
  });

  test.each([
    [298.15, 998, 889.7351],
    [298.15, 1200, 1437.649467],
    [373.15, 1000, 307.883622],
  ])('viscosity at %d K and %d kg/m³: IAPWS R12-08, table 4', (t, rho, micro) => {
    expect((waterViscosity(t, rho) * 1e6) / micro).toBeCloseTo(1, 8);
  });

  test('outside 0 to 200 °C, and without a temperature, nothing is extrapolated', () => {
    expect(fluidState({ kind: 'water' }, 474)).toMatchObject({ reason: 'temperature-range', highest: 473.15 });
    expect(fluidState({ kind: 'water' }, undefined)).toMatchObject({ reason: 'no-temperature' });
    // 120 °C: liquid at saturation, above one atmosphere
    const hot = fluidState({ kind: 'water' }, 393.15);
    if (!isFluidState(hot)) throw new Error('refused');
    // steam tables: saturated water at 120 °C, 198.67 kPa, 943.11 kg/m³ (Wagner & Kretzschmar 2008, table 2)
    expect(hot.vapourPressure).toBeCloseTo(198670, -2);
    expect(hot.density).toBeCloseTo(943.11, 1);
  });
});

describe('a table of properties', () => {
  const rows = [
    { temperature: 300, density: 1000, kinematicViscosity: 4e-6, vapourPressure: 1000 },
    { temperature: 320, density: 980, kinematicViscosity: 1e-6, vapourPressure: 4000 },
  ];
  test('density is linear; viscosity and vapour pressure are linear in their logarithms', () => {
    // half way: √(4·1) = 2 mm²/s times 990 kg/m³; √(1000·4000) = 2000 Pa
    expect(fluidState({ kind: 'table', rows }, 310)).toMatchObject({
      density: 990,
      viscosity: expect.closeTo(2e-6 * 990, 12),
      vapourPressure: expect.closeTo(2000, 6),
    });
  });
  test('outside the rows it is refused', () => {
    expect(fluidState({ kind: 'table', rows }, 299)).toMatchObject({ reason: 'temperature-range', lowest: 300 });
  });
});

describe('sea water, Sharqawy, Lienhard & Zubair 2010', () => {
  test('20 °C and 35 g/kg: density 1024.8 kg/m³, viscosity 1.08 mPa·s', () => {
    const s = fluidState({ kind: 'sea-water', salinity: 0.035 }, 293.15);
    if (!isFluidState(s)) throw new Error('refused');
    expect(s.density).toBeCloseTo(1024.8, 0);
    expect(s.viscosity * 1e3).toBeCloseTo(1.08, 2);
    // Raoult, by hand: 2339.2 Pa/(1 + 0.57357·0.035/0.965) = 2291.6 Pa
    expect(s.vapourPressure).toBeCloseTo(2291.6, 0);
  });
  test('from its freezing point to 180 °C, refused outside with that range', () =>
    expect(fluidState({ kind: 'sea-water', salinity: 0.035 }, 460)).toMatchObject({
      lowest: expect.closeTo(271.228, 3),
      highest: 453.15,
    }));
  test('100 °C and 100 g/kg: each term of the density in round numbers', () => {
    // pure 999.9 + 2.034 − 61.62 + 22.61 − 4.657 = 958.267; salt + 80.2 − 20.01 + 16.77 − 3.06 − 0.001613
    expect(seaWaterDensity(100, 0.1)).toBeCloseTo(1032.165387, 6);
    // viscosity over that of water: A 1.541 + 1.998 − 0.952 = 2.587, B 7.974 − 7.561 + 4.724 = 5.137; 1 + 0.2587 + 0.05137
    const [salt, pure] = [{ kind: 'sea-water', salinity: 0.1 }, { kind: 'water' }].map((f) => fluidState(f, 373.15));
    if (!isFluidState(salt!) || !isFluidState(pure!)) throw new Error('refused');
    expect(salt.viscosity / pure.viscosity).toBeCloseTo(1.31007, 5);
  });
  test('without salt it is fresh water: density within 0.05 % of IAPWS (the fit itself is good to 0.1 %), viscosity the same', () => {
    for (const t of [283.15, 333.15, 363.15]) {
      const sea = fluidState({ kind: 'sea-water', salinity: 0 }, t);
      const fresh = fluidState({ kind: 'water' }, t);
      if (!isFluidState(sea) || !isFluidState(fresh)) throw new Error('refused');
      expect(Math.abs(sea.density / fresh.density - 1)).toBeLessThan(5e-4);
      expect(sea.viscosity).toBeCloseTo(fresh.viscosity, 12);
    }
  });
});

test('specific heat of water: IAPWS-IF97, table 5', () => {
  expect(waterSpecificHeat(300, 3e6) / 4173.01218).toBeCloseTo(1, 8);
  expect(waterSpecificHeat(300, 80e6) / 4010.08987).toBeCloseTo(1, 8);
  expect(waterSpecificHeat(500, 3e6) / 4655.80682).toBeCloseTo(1, 8);
});

describe('mineral oil', () => {
  const oil = {
    kind: 'oil' as const,
    density: 890,
    viscosities: [
      { temperature: 313.15, kinematicViscosity: 100e-6 },
      { temperature: 373.15, kinematicViscosity: 11.2e-6 },
    ],
    vapourPressure: 10,
  };
  test('ASTM D341 goes through its points; at 70 °C by hand 27.4 mm²/s', () => {
    const at = (t: number) => {
      const s = fluidState(oil, t);
      if (!isFluidState(s)) throw new Error('refused');
      return (s.viscosity / s.density) * 1e6;
    };
    expect(at(313.15)).toBeCloseTo(100, 9);
    expect(at(373.15)).toBeCloseTo(11.2, 9);
    // W(40) = lg lg 100.7 = 0.301686, W(100) = lg lg 11.9 = 0.031709; lg T: 2.495752, 2.571883; B = 3.546215;
    // lg 343.15 = 2.535484: W = 0.301686 − 3.546215·0.039732 = 0.160788; 10^10^0.160788 = 28.05 − 0.7 = 27.4
    expect(at(343.15)).toBeCloseTo(27.4, 0);
  });
  test('below 2 mm²/s the term of thin liquids: through its points, and back at a third as the equations say', () => {
    const kerosene = (t: number) => {
      const s = fluidState(
        {
          ...oil,
          viscosities: [
            { temperature: 293.15, kinematicViscosity: 1.9e-6 },
            { temperature: 353.15, kinematicViscosity: 0.8e-6 },
          ],
        },
        t,
      );
      if (!isFluidState(s)) throw new Error('refused');
      return (s.viscosity / s.density) * 1e6;
    };
    expect(kerosene(293.15)).toBeCloseTo(1.9, 2);
    expect(kerosene(353.15)).toBeCloseTo(0.8, 2);
    // Z(1.9) = 2.6 + e^(−1.47 − 3.496 − 1.8411) = 2.601106, Z(0.8) = 1.5 + e^(−1.47 − 1.472 − 0.3264) = 1.538070
    // W: lg lg Z = −0.381784 and −0.728155; lg T 2.467090, 2.547959; B = 4.283112; lg 323.15 = 2.509404:
    // W = −0.381784 − 4.283112·0.042314 = −0.563020; Z = 10^0.273514 = 1.877214; x = 1.177214
    // ν = x − e^(−0.7487 − 3.878921 + 0.847995 − 0.520913) = 1.177214 − 0.013568
    expect(kerosene(323.15)).toBeCloseTo(1.1636, 3);
  });
  test('expansion groups: crude 850 at 15 °C, 45 °C by hand; gasoline and jet beside it', () => {
    const at45 = (group: string, density: number): number => {
      const s = fluidState({ ...oil, group, density }, 318.15);
      if (!isFluidState(s)) throw new Error('refused');
      return s.density;
    };
    // α = 0.6278/870 = 7.216092e-4; αΔT = 0.0216483; exp(−0.0216483·1.0173186)
    expect(at45('lubricating', 870)).toBeCloseTo(870 * Math.exp(-0.0220232), 2);
    // α = 613.9723/850² = 8.49789e-4; αΔT = 0.0254937; exp(−0.0254937·1.0203949) = 0.974322
    expect(at45('crude', 850)).toBeCloseTo(850 * 0.974322, 2);
    // α = 346.4228/740² + 0.4388/740 = 1.225577e-3; 0.0367673·1.0294138
    expect(at45('gasoline', 740)).toBeCloseTo(740 * Math.exp(-0.0378488), 2);
    // α = 594.5418/800² = 9.28972e-4; 0.0278692·1.0222953
    expect(at45('jet', 800)).toBeCloseTo(800 * Math.exp(-0.0284905), 2);
  });
  test('density falls as API MPMS 11.1 says: fuel oil 890 at 15 °C, 65 °C by hand', () => {
    const s = fluidState(oil, 338.15);
    if (!isFluidState(s)) throw new Error('refused');
    // α = 186.9696/890² + 0.4862/890 = 7.8233e-4; αΔT = 0.0391166; exp(−0.0391166·1.0312933) = 0.960463
    expect(s.density).toBeCloseTo(890 * 0.960463, 2);
  });
  test('further than 60 K from its points it is refused', () =>
    expect(fluidState(oil, 240)).toMatchObject({ reason: 'temperature-range' }));
});

describe('brines, Laliberté 2004 and 2007', () => {
  const at = (salt: 'NaCl' | 'CaCl2', concentration: number, celsius: number) => {
    const s = fluidState({ kind: 'brine', salt, concentration }, celsius + 273.15);
    if (!isFluidState(s)) throw new Error('refused');
    return s;
  };
  test.each([
    // Perry's Chemical Engineers' Handbook, 7th ed., tables 2-90 and 2-50; CRC Handbook, concentrative properties
    ['NaCl', 0.1, 20, 1070.7, 1.19],
    ['NaCl', 0.2, 20, 1147.8, 1.56],
    ['CaCl2', 0.2, 20, 1177.5, 1.89],
  ] as const)('%s %d at %d °C: density %d kg/m³, viscosity %d mPa·s', (salt, w, t, density, viscosity) => {
    const s = at(salt, w, t);
    expect(Math.abs(s.density / density - 1)).toBeLessThan(1e-3);
    expect(Math.abs((s.viscosity * 1e3) / viscosity - 1)).toBeLessThan(0.04);
  });
  test.each([
    // Perry's Chemical Engineers' Handbook, 7th ed., table 2-90, 20 °C: g/cm³ of 1, 12 and 24 %
    [0.01, 1005.34],
    [0.12, 1085.66],
    [0.24, 1180.4],
  ])('NaCl %d at 20 °C: %d kg/m³ to a quarter of a thousandth', (w, density) => {
    expect(Math.abs(at('NaCl', w, 20).density / density - 1)).toBeLessThan(2.5e-4);
  });
  test('viscosity of CaCl2 20 % at 20 °C by hand from the equation of the source', () => {
    // solute: exp((32.028·0.2^0.78792 − 1.1495)/(0.0026995·20 + 1))/(780860·0.2^5.8442 + 1) = exp(7.4601)/65.22 = 26.64 mPa·s;
    // with water of 1.0016 mPa·s: exp(0.8·ln 1.0016 + 0.2·ln 26.64) = 1.931 mPa·s
    expect(at('CaCl2', 0.2, 20).viscosity * 1e3).toBeCloseTo(1.931, 2);
  });
  /** vapour pressure over that of pure water */
  const activity = (salt: 'NaCl' | 'CaCl2', molality: number, molarMass: number): number => {
    const w = (molality * molarMass) / (1000 + molality * molarMass);
    return at(salt, w, 25).vapourPressure / at(salt, 0, 25).vapourPressure;
  };
  test('calcium chloride 30 % at 60 °C, by hand from the equation of the source', () => {
    // at 25 °C: (0.3/0.478)^−5.2 = 11.272, 1 − 12.272^−0.4 − 0.018·e^−8 = 0.63319; A = 2 − 1.88579^0.6 = 0.53680, B = 4.3138^0.49 − 1 = 1.046825
    // A + B·T/647.096: 1.075747 at 60 °C, 1.019126 at 25 °C
    const share = at('CaCl2', 0.3, 60).vapourPressure / at('CaCl2', 0, 60).vapourPressure;
    expect(share).toBeCloseTo((0.63319 * 1.075747) / 1.019126, 4);
  });
  test('calcium chloride 10 % at 25 °C, by hand: where the last term of the equation counts whole', () => {
    // (0.1/0.478)^−5.2 = 3412.6, 1 − 3413.6^−0.4 − 0.018 = 0.94338
    expect(at('CaCl2', 0.1, 25).vapourPressure / at('CaCl2', 0, 25).vapourPressure).toBeCloseTo(0.94338, 4);
  });
  test('water activity by the osmotic coefficients of Robinson & Stokes 1959, app. 8.3: exp(−ν·φ·m·0.018015)', () => {
    for (const [m, phi] of [
      [0.1, 0.9324],
      [0.5, 0.9209],
      [1, 0.9355],
      [2, 0.9833],
      [3, 1.0453],
      [4, 1.1158],
      [5, 1.1916],
      [5.5, (1.1916 + 1.2706) / 2],
    ] as const)
      expect(activity('NaCl', m, 58.443)).toBeCloseTo(Math.exp(-2 * phi * m * 0.01801528), 9);
    // CaCl2: φ 1.046 at 1, 1.375 at 2, 2.584 at 5 mol/kg; the equation is another source's
    for (const [m, phi] of [
      [1, 1.046],
      [2, 1.375],
      [5, 2.584],
    ] as const)
      expect(Math.abs(activity('CaCl2', m, 110.984) / Math.exp(-3 * phi * m * 0.01801528) - 1)).toBeLessThan(0.015);
  });
});

describe('glycol solutions, Bohne et al. 1984 and Conde 2011', () => {
  const at = (glycol: 'ethylene' | 'propylene', concentration: number, celsius: number) => {
    const s = fluidState({ kind: 'glycol', glycol, concentration }, celsius + 273.15);
    if (!isFluidState(s)) throw new Error('refused');
    return s;
  };
  test.each([
    // CRC Handbook of Chemistry and Physics, concentrative properties of aqueous solutions at 20 °C
    ['ethylene', 0.3, 1037.8, 2.11],
    ['ethylene', 0.5, 1064.4, 3.86],
    ['propylene', 0.3, 1022.1, 2.91],
    ['propylene', 0.5, 1038.0, 6.0],
  ] as const)('%s glycol %d at 20 °C: density %d kg/m³, viscosity %d mPa·s', (glycol, w, density, viscosity) => {
    const s = at(glycol, w, 20);
    expect(Math.abs(s.density / density - 1)).toBeLessThan(5e-3);
    expect(Math.abs((s.viscosity * 1e3) / viscosity - 1)).toBeLessThan(0.08);
  });
  test.each([
    ['ethylene', [5, 20, 50, 90]],
    ['propylene', [5, 20, 40]],
  ] as const)('without %s glycol they are water by IAPWS: density within 0.3 %, viscosity within 5 %', (glycol, temperatures) => {
    for (const t of temperatures) {
      const water = fluidState({ kind: 'water' }, t + 273.15);
      if (!isFluidState(water)) throw new Error('refused');
      expect(Math.abs(at(glycol, 0, t).density / water.density - 1)).toBeLessThan(3e-3);
      expect(Math.abs(at(glycol, 0, t).viscosity / water.viscosity - 1)).toBeLessThan(0.05);
    }
  });
  test('far from 20 °C: ethylene 60 % at 80 °C, worked out by hand from the equations of the source', () => {
    // ρ of the glycol 1127.68 − 0.65816·80 − 6.1765e-4·6400 = 1071.0742, of water 1002.17 − 9.29512 − 22.91354 + 1.91318 = 971.8745;
    // 0.6·1071.0742 + 0.4·971.8745 + 99.1997·0.24·(0.3059 + 0.082686 − 0.1488) = 1037.1032 kg/m³
    expect(at('ethylene', 0.6, 80).density).toBeCloseTo(1037.1032, 3);
    // ln η: −3.61359 + 986.519/207.861 = 1.132461, −3.75802 + 590.9808/217.2645 = −1.037922;
    // 0.6·1.132461 − 0.4·1.037922 + 2.170383·0.24·(−0.165301 − 0.172395 + 0.088782) = 0.134651; e^ = 1.144138 mPa·s
    expect(at('ethylene', 0.6, 80).viscosity * 1e3).toBeCloseTo(1.144138, 5);
  });
  test('Raoult by hand: propylene glycol 40 % at 30 °C, and each glycol to the end of its source', () => {
    // water 4246.9 Pa (IAPWS-IF97); moles 0.6/18.01528 = 0.0333051, 0.4/76.095 = 0.00525659
    expect(at('propylene', 0.4, 30).vapourPressure).toBeCloseTo((4246.9 * 0.0333051) / (0.0333051 + 0.00525659), 0);
    const highest = (glycol: string): unknown => fluidState({ kind: 'glycol', glycol, concentration: 0.4 }, 500);
    expect([highest('ethylene'), highest('propylene')]).toMatchObject([{ highest: 373.15 }, { highest: 313.15 }]);
  });
  test('ethylene glycol 20 % freezes by the curve of Conde 2011: 273.15·(1 − 0.06982·0.2 − 0.3578·0.04) = 265.4266 K', () => {
    const isLiquid = (kelvin: number) =>
      isFluidState(fluidState({ kind: 'glycol', glycol: 'ethylene', concentration: 0.2 }, kelvin));
    expect([isLiquid(265.41), isLiquid(265.44)]).toEqual([false, true]);
  });
  test('Raoult by hand: ethylene glycol 40 % at 90 °C', () => {
    // 0.6/18.01528 = 0.0333051; 0.4/62.068 = 0.00644454; 70 182 Pa·0.0333051/0.0397496 = 58 804 Pa
    expect(at('ethylene', 0.4, 90).vapourPressure / 58_804).toBeCloseTo(1, 3);
  });
  test('Raoult by hand in the cold: ethylene glycol 40 % at 10 °C', () => {
    // water 1228.2 Pa (IAPWS-IF97); moles 0.6/18.01528 = 0.033305, 0.4/62.068 = 0.0064446
    expect(at('ethylene', 0.4, 10).vapourPressure).toBeCloseTo((1228.2 * 0.033305) / (0.033305 + 0.0064446), 0);
  });
  test('refused where ice appears, and above the source', () => {
    // freezing points of the ASHRAE Handbook, Fundamentals: propylene 30 % −12.7 °C; ethylene 50 % −33.8 to −36.8 °C
    const lowest = (glycol: 'ethylene' | 'propylene', concentration: number) => {
      const s = fluidState({ kind: 'glycol', glycol, concentration }, 200);
      if (isFluidState(s)) throw new Error('accepted');
      return s.lowest - 273.15;
    };
    expect(Math.abs(lowest('propylene', 0.3) + 12.7)).toBeLessThan(0.5);
    expect(Math.abs(lowest('ethylene', 0.5) + 35)).toBeLessThan(2);
    expect(fluidState({ kind: 'glycol', glycol: 'propylene', concentration: 0.3 }, 323.15)).toMatchObject({ highest: 313.15 });
  });
});
