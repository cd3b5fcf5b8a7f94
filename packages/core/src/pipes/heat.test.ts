import { allowablePressure, barlowOf, GRADES } from './barlow.js';
import { wayOfHeat } from './heat.js';

describe('heat through the wall', () => {
  test('an overall coefficient stands on the outside: U·π·Do; a bare pipe has no way', () => {
    expect(wayOfHeat({ u: 2 }, 0.5)).toEqual({ conductance: Math.PI, layers: [] });
    expect(wayOfHeat({}, 0.5)).toBeUndefined();
    expect(wayOfHeat({ insulation: [] }, 0.5)).toBeUndefined();
  });
  test('layers in series by ln(ro/ri)/(2·π·k), soil by acosh(2·z/D)/(2·π·k) around the outermost', () => {
    // 0.2 m, 50 mm of 0.03, 100 mm of 0.3: ln 1.5/0.188496 = 2.15106; ln(0.5/0.3)/1.884956 = 0.271001
    const way = wayOfHeat(
      {
        insulation: [
          { thickness: 0.05, conductivity: 0.03 },
          { thickness: 0.1, conductivity: 0.3 },
        ],
        burial: { depth: 1, conductivity: 1.5 },
      },
      0.2,
    )!;
    expect(way.layers.map((l) => [l.inner, l.outer])).toEqual([
      [0.2, expect.closeTo(0.3, 12)],
      [expect.closeTo(0.3, 12), expect.closeTo(0.5, 12)],
    ]);
    expect(way.layers[0]!.resistance).toBeCloseTo(2.15106, 5);
    expect(way.layers[1]!.resistance).toBeCloseTo(0.271001, 5);
    // acosh 4 = ln(4 + √15) = 2.063437; over 3·π
    expect(way.soil).toMatchObject({ diameter: expect.closeTo(0.5, 12), depth: 1 });
    expect(way.soil!.resistance).toBeCloseTo(2.063437 / 9.424778, 6);
    expect(1 / way.conductance).toBeCloseTo(2.15106 + 0.271001 + 0.218937, 5);
    // insulation alone, soil alone
    expect(1 / wayOfHeat({ insulation: [{ thickness: 0.05, conductivity: 0.03 }] }, 0.2)!.conductance).toBeCloseTo(2.15106, 5);
    expect(1 / wayOfHeat({ burial: { depth: 0.4, conductivity: 1.5 } }, 0.2)!.conductance).toBeCloseTo(0.218937, 6);
    // not covered: no soil around it, which resists next to nothing
    expect(1 / wayOfHeat({ burial: { depth: 0.05, conductivity: 1.5 } }, 0.2)!.conductance).toBeLessThan(1e-4);
  });
});

describe('the pressure that a section may see', () => {
  // API 5L, table 6: SMYS, MPa
  test.each([
    ['B', 245],
    ['X42', 290],
    ['X46', 320],
    ['X52', 360],
    ['X56', 390],
    ['X60', 415],
    ['X65', 450],
    ['X70', 485],
    ['X80', 555],
  ])('grade %s yields at %d MPa', (grade, strength) => expect(GRADES[grade]).toBe(strength));
  const DN300 = { grade: 'X52', size: 'DN300', schedule: '40' };
  test('2·S·F·E·t/D: X52, 10.31 mm of 323.8 mm, 0.72 → 16.506 MPa', () => {
    expect(allowablePressure(DN300)! / ((2 * 360e6 * 0.72 * 10.31) / 323.8)).toBeCloseTo(1, 9);
    expect(allowablePressure({ ...DN300, designFactor: 0.6, jointFactor: 0.8 })! / ((2 * 360e6 * 0.48 * 10.31) / 323.8)).toBeCloseTo(1, 9); // prettier-ignore
    // no schedule: the usual one of its size, 40
    expect(allowablePressure({ grade: 'X52', size: 'DN300' })).toBe(allowablePressure(DN300));
  });
  test('an entered design pressure comes first; without grade or size nothing is known', () => {
    expect(allowablePressure({ ...DN300, designPressure: 5e6 })).toBe(5e6);
    expect(barlowOf({ ...DN300, designPressure: 5e6 })).toBeUndefined();
    expect(allowablePressure({ size: 'DN300', schedule: '40' })).toBeUndefined();
    expect(allowablePressure({ grade: 'X52' })).toBeUndefined();
    expect(allowablePressure({ ...DN300, grade: 'toString' })).toBeUndefined();
    expect(allowablePressure({ ...DN300, size: 'DN301' })).toBeUndefined();
  });
});
