import type { PipeResult, PumpResult, ScenarioResult } from '../results/results.js';
import { runStudy } from '../scenarios/run.js';
import { beggsBrill, flowPattern, liquidHoldUp } from '../pipes/beggs-brill.js';
import { line, pipe, solved, study, vessel } from '../test/studies.js';
import { bubblePoint, deadOilViscosity, emulsionViscosity, formationVolume, liveOilViscosity, solutionGas } from './crude.js';
import { stateOf } from './fluid.js';
import { compressibility, gasDensity, gasViscosity, pseudoCritical } from './gas.js';

/* Printed figures: Ahmed, Reservoir Engineering Handbook, the table of six crude oils, with what each correlation gives for oils 1 and 2. */
const ONE = { api: 47.1, t: 250, gas: 751, gravity: 0.851 };
const TWO = { api: 40.7, t: 220, gravity: 0.855 };

describe('oil by its correlations, in field units', () => {
  test('Standing: bubble point 2181 psi, 1.506 bbl/STB; gas of oil 1 at 2377 psi and oil 2 at 2620 psi 838 and 817 scf/STB', () => {
    expect(bubblePoint('standing', ONE.gas, ONE.t, ONE.api, ONE.gravity)).toBeCloseTo(2181, -0.5);
    expect(formationVolume('standing', ONE.gas, ONE.t, ONE.api, ONE.gravity)).toBeCloseTo(1.506, 3);
    // the book rounds its exponents: 0.8 % on the gas
    expect(solutionGas('standing', 2377, ONE.t, ONE.api, ONE.gravity) / 838).toBeCloseTo(1, 1.7);
    expect(solutionGas('standing', 2620, TWO.t, TWO.api, TWO.gravity) / 817).toBeCloseTo(1, 1.7);
  });
  test('Vasquez–Beggs by hand: 0.0178·γ·p^1.187·exp(23.931·API/(t + 460)); a heavy oil has its own constants', () => {
    // 0.0178·0.851·2377^1.187 = 154.07 (2377^1.187 = e^9.22728); e^(23.931·47.1/710) = e^1.58755
    expect(solutionGas('vasquez-beggs', 2377, 250, 47.1, 0.851)).toBeCloseTo(154.07 * Math.exp(1.58755), -0.5);
    // 0.0362·0.7·1000^1.0937·e^(25.724·25/620): 0.02534·1910.2·e^1.03726
    expect(solutionGas('vasquez-beggs', 1000, 160, 25, 0.7)).toBeCloseTo(0.02534 * 10 ** (3 * 1.0937) * Math.exp(1.03726), 2);
    // 1 + 4.67e-4·500 + 100·(40/0.8)·(1.1e-5 + 1.337e-9·500) = 1.2335 + 5000·1.16685e-5
    expect(formationVolume('vasquez-beggs', 500, 160, 40, 0.8)).toBeCloseTo(1.2335 + 0.0583425, 9);
    // 1 + 4.677e-4·200 + 100·(25/0.7)·(1.751e-5 − 1.811e-8·200)
    expect(formationVolume('vasquez-beggs', 200, 160, 25, 0.7)).toBeCloseTo(1.09354 + (2500 / 0.7) * 1.3888e-5, 9);
  });
  test.each(['standing', 'vasquez-beggs'] as const)('%s: the bubble point is the pressure that dissolves the gas', (by) => {
    for (const api of [18, 29.9, 35]) {
      const p = bubblePoint(by, 300, 140, api, 0.8);
      expect(solutionGas(by, p, 140, api, 0.8)).toBeCloseTo(300, by === 'standing' ? 0 : 6);
      expect(bubblePoint(by, 0, 140, api, 0.8)).toBe(0);
    }
  });
  test('Beggs–Robinson: 0.568 and 1.020 mPa·s for the dead oils 1 and 2', () => {
    expect(deadOilViscosity(ONE.api, ONE.t)).toBeCloseTo(0.568, 3);
    expect(deadOilViscosity(TWO.api, TWO.t)).toBeCloseTo(1.02, 3);
    // a = 10.715·850^−0.515 = 0.33224, b = 5.44·900^−0.338 = 0.54591 at 750 scf/STB
    expect(liveOilViscosity(2, 750)).toBeCloseTo(
      10.715 * Math.exp(-0.515 * Math.log(850)) * 2 ** (5.44 * Math.exp(-0.338 * Math.log(900))),
      9,
    );
    expect(liveOilViscosity(2, 750)).toBeCloseTo(0.33224 * 2 ** 0.54591, 3);
  });
  test('water in oil: Brinkman’s (1 − φ)^−2.5, turned over at the inversion', () => {
    expect(emulsionViscosity(0.01, 0.001, 0)).toBe(0.01);
    // 0.75^−2.5 = 2.05280
    expect(emulsionViscosity(0.01, 0.001, 0.25)).toBeCloseTo(0.020528, 6);
    // 0.7^−2.5 = 2.43924 on the water
    expect(emulsionViscosity(0.01, 0.001, 0.7)).toBeCloseTo(0.00243924, 8);
    expect(emulsionViscosity(0.01, 0.001, 0.59)).toBeGreaterThan(emulsionViscosity(0.01, 0.001, 0.61) * 20);
    expect(emulsionViscosity(0.01, 0.001, 0.25, 0.2)).toBeLessThan(0.04);
    expect(emulsionViscosity(0.01, 0.001, 1)).toBe(0.001);
  });
});

describe('gas', () => {
  test('methane at 300 K and 10 MPa: z 0.846 of its equation of state, to 2 %', () => {
    const c = pseudoCritical(0.5539);
    expect(compressibility(10e6 / c.pressure, 300 / c.temperature) / 0.846).toBeCloseTo(1, 1.7);
  });
  test('a dense gas by hand: at ρr 1.5 and Tpr 1.5 the equation gives z = 1.028567, so ppr = z·ρr·Tpr/0.27 = 8.57139', () => {
    // 1 + (0.3265 − 0.713333 − 0.158193 + 0.003099 − 0.006802)·1.5 + (0.5475 − 0.490733 + 0.081956)·1.5²
    //   − 0.1056·(−0.490733 + 0.081956)·1.5⁵ + 0.6134·(1 + 1.62225)·(2.25/3.375)·e^−1.62225
    expect(compressibility(8.57139, 1.5)).toBeCloseTo(1 - 0.823094 + 0.312125 + 0.327799 + 0.211737, 4);
  });
  test('viscosity by hand, γ 0.7 at 100 °F and 0.1 g/cm³: M 20.2753, K 112.51, X 5.46451, Y 1.30710 → 0.01473 mPa·s', () => {
    // K = (9.4 + 0.02·M)·559.67^1.5/(209 + 19·M + 559.67) = 9.805506·13240.3/1153.901; X = 3.5 + 986/559.67 + 0.01·M
    const thick = 112.513 * Math.exp(5.464506 * 10 ** -1.307099) * 1e-7;
    expect(gasViscosity(0.7, 310.9278, 100) / thick).toBeCloseTo(1, 4);
  });
  test('an ideal gas where it is thin: p·M/(R·T)', () => {
    expect(gasDensity(0.7, 288.15, 1000) / ((1000 * 0.7 * 0.0289647) / (8.314462 * 288.15))).toBeCloseTo(1, 4);
    expect(compressibility(1e-4, 1.5)).toBeCloseTo(1, 4);
  });
});

const CRUDE = { kind: 'crude', gravity: 865, gasOilRatio: 60, gasGravity: 0.8, waterCut: 0.2, salinity: 0.03 };

describe('the mixture', () => {
  const at = (p: number, more: object = {}) => stateOf({ ...CRUDE, ...more }, 323.15, p);
  const pb = at(1e5).bubblePoint!;
  test('density is what a cubic metre at the surface holds over its volume in place', () => {
    // 0.8·865 + 0.8·60·0.8·0.0764 lb/ft³ + 0.2·water of 3 %: 1021.9 at 15.6 °C (Sharqawy et al. 2010)
    const mass = 692 + 48 * 0.8 * 1.22381 + 0.2 * 1021.9;
    expect(stateOf(CRUDE, 323.15).density).toBeCloseTo(mass, 1);
    // at the bubble point: oil by Standing, 122 °F, water of 3 % at 50 °C 1009.6
    const api = 141.5 / (865 / 999.016) - 131.5;
    const bo = formationVolume('standing', 60 * 5.6145833, 122, api, 0.8);
    // water gives way by 4.5e-10 a pascal
    const volume = 0.8 * bo + ((0.2 * 1021.9) / 1009.6) * (1 - 4.5e-10 * (pb - 1e5));
    expect(at(pb).density / (mass / volume)).toBeCloseTo(1, 3);
  });
  test('an entry without water cut and salinity is dry oil; water without salinity is fresh', () => {
    const { waterCut: _cut, salinity: _salt, ...dry } = CRUDE;
    expect(stateOf(dry, 323.15, 5e6)).toEqual(at(5e6, { waterCut: 0, salinity: 0 }));
    expect(stateOf({ ...dry, waterCut: 0.4 }, 323.15, 5e6)).toEqual(at(5e6, { waterCut: 0.4, salinity: 0 }));
  });
  test('nothing jumps at the bubble point, above it oil gives way, below it gas is free', () => {
    const [above, below] = [at(pb * 1.0005), at(pb * 0.9995)];
    expect(below.density / above.density).toBeCloseTo(1, 2.5);
    expect(below.viscosity / above.viscosity).toBeCloseTo(1, 2);
    expect(above.gas).toBeUndefined();
    expect(below.gas!.fraction).toBeLessThan(0.002);
    expect(at(pb * 3).density).toBeGreaterThan(at(pb).density);
    expect(at(pb * 3).viscosity).toBeGreaterThan(at(pb).viscosity);
    // at 10 bar most of the gas is out: its volume by z·T/p against what is left dissolved
    const low = at(10e5);
    const left = solutionGas('standing', 10e5 / 6894.757, 122, 141.5 / (865 / 999.016) - 131.5, 0.8) / 5.6145833;
    const gas = (0.8 * (60 - left) * 0.8 * 1.22381) / low.gas!.gasDensity;
    expect(low.gas!.fraction).toBeCloseTo(gas / (gas + 0.8 * 1.05 + 0.2), 2);
    expect(low.density).toBeLessThan(at(pb).density / 3);
  });
  test('above the bubble point by hand: volume by (pb/p)^A, viscosity by (p/pb)^m at 5000 psi', () => {
    const dry = (p: number) => at(p, { waterCut: 0, salinity: 0 });
    const psi = 6894.757293;
    const bubble = dry(1e5).bubblePoint!;
    const [high, low] = [dry(5000 * psi), dry(bubble)];
    // A·1e5 = −1433 + 5·336.876 + 17.2·122 − 1180·0.8 + 12.61·31.9235 = 1808.34, 31.9235 °API of 865 kg/m³
    expect(high.density / low.density).toBeCloseTo(((5000 * psi) / bubble) ** 0.0180834, 5);
    // m = 2.6·5000^1.187·e^(−11.513 − 0.449) = 2.6·24585.4·6.38218e-6
    expect(high.viscosity / low.viscosity / ((5000 * psi) / bubble) ** 0.407961).toBeCloseTo(1, 4);
  });
  test('specific heat by mass: oil (0.388 + 0.00045·t)/√SG Btu/(lb·°F), gas 2.2, water 4.18 kJ/(kg·K)', () => {
    // 122 °F, SG 865/999.016: 0.4429/0.930512·4186.8 = 1992.81
    expect(stateOf({ ...CRUDE, gasOilRatio: 0, waterCut: 0 }, 323.15).specificHeat).toBeCloseTo(1992.81, 0);
    // 0.8·865 kg of oil, 0.8·60·0.8·1.22381 of gas, 0.2·1021.9 of water
    const [oil, gas, water] = [692, 46.9943, 204.38];
    const mixed = (oil * 1992.81 + gas * 2200 + water * 4180) / (oil + gas + water);
    expect(stateOf(CRUDE, 323.15).specificHeat! / mixed).toBeCloseTo(1, 4);
  });
  test('surface tension by hand: (39 − 0.2571·API − 1.5·(t − 68)/32)·(1 − 0.024·p^0.45) mN/m, t from 68 to 100 °F', () => {
    // 30 °API is 141.5/161.5·999.016 kg/m³; 500 psi: 1 − 0.024·16.38838 = 0.606679
    const sigma = (fahrenheit: number) =>
      stateOf({ ...CRUDE, gravity: 875.299 }, (fahrenheit + 459.67) / 1.8, 3447378.6).gas!.surfaceTension * 1e3;
    expect(sigma(80)).toBeCloseTo(30.7245 * 0.606679, 2);
    expect(sigma(150)).toBeCloseTo(29.787 * 0.606679, 2);
    expect(sigma(50)).toBeCloseTo(31.287 * 0.606679, 2);
  });
  test('measured viscosities of the oil without gas stand in for the correlation', () => {
    const viscosities = [
      { temperature: 293.15, kinematicViscosity: 60e-6 },
      { temperature: 323.15, kinematicViscosity: 20e-6 },
    ];
    const dead = stateOf({ ...CRUDE, gasOilRatio: 0, waterCut: 0, viscosities }, 323.15, 101_325);
    expect(dead.viscosity / dead.density / 20e-6).toBeCloseTo(1, 1);
  });
});

describe('Beggs & Brill', () => {
  test('patterns by λ and the Froude number', () => {
    // λ 0.5: L2 0.00512, L3 0.2735, L4 53.4; λ 0.1: L1 157.7, L2 0.272, L3 2.829
    expect([0.005, 0.1, 1, 60].map((fr) => flowPattern(0.5, fr))).toEqual([
      'segregated',
      'transition',
      'intermittent',
      'distributed',
    ]);
    expect([0.2, 1, 3, 160].map((fr) => flowPattern(0.1, fr))).toEqual([
      'segregated',
      'transition',
      'intermittent',
      'distributed',
    ]);
    // λ 0.005: L1 = 316·0.005^0.302 = 63.8
    expect([60, 70].map((fr) => flowPattern(0.005, fr))).toEqual(['segregated', 'distributed']);
  });
  test('hold-up, worked out by hand', () => {
    expect(liquidHoldUp(0.5, 1, 5, 0)).toBeCloseTo(0.845 * 0.6901, 4);
    expect(liquidHoldUp(0.1, 0.01, 5, 0)).toBeCloseTo(0.98 * 0.327642 * 1.491453, 4);
    expect(liquidHoldUp(0.9, 2, 5, 0)).toBeCloseTo(1.065 * 0.9405 * 0.95866, 3);
    // straight up, NLv 1: C = 0.5·ln(2.96·0.5^0.305) = 0.43689; ψ = 1 + C·(sin 162° − sin³ 162°/3) = 1.13071; 0.924 of Payne
    expect(liquidHoldUp(0.5, 1, 1, 1)).toBeCloseTo(0.845 * 0.6901 * 1.13071 * 0.924, 3);
    // down: C = 0.5·ln(4.7·0.5^−0.3692·1·1) = 0.90176; ψ = 1 − 0.90176·0.29918; 0.685
    expect(liquidHoldUp(0.5, 1, 1, -1)).toBeCloseTo(0.845 * 0.6901 * (1 - 0.90176 * 0.29918) * 0.685, 3);
    // between two patterns: A = (2.829 − 0.5)/(2.829 − 0.272) = 0.9108
    const seg = 0.98 * 0.327642 * 0.5 ** -0.0868;
    const int = 0.845 * 0.291675 * 0.5 ** -0.0173;
    expect(liquidHoldUp(0.1, 0.5, 5, 0)).toBeCloseTo(0.9108 * seg + 0.0892 * int, 3);
  });
  test('the exponents of slip by hand, away from NLv 1 and Fr 1', () => {
    // λ 0.5, Fr 2, NLv 3, straight up: C = 0.5·(1.085189 − 0.211410 − 0.491406 + 0.067790); level 0.845·0.690100/1.012064
    expect(liquidHoldUp(0.5, 2, 3, 1)).toBeCloseTo(0.576184 * (1 + 0.225082 * 0.299181) * 0.924, 4);
    // segregated: λ 0.1, Fr 0.1, NLv 2, up 5°: C = 0.9·(−4.509860 + 8.676141 + 2.453048 + 3.716373); sin 9° − sin³ 9°/3
    expect(liquidHoldUp(0.1, 0.1, 2, Math.sin(Math.PI / 36))).toBeCloseTo(0.392126 * (1 + 9.302132 * 0.155158) * 0.924, 4);
    // down 30°: C = 0.5·(1.547563 + 0.255910 + 0.136667 − 0.350455); −sin 54° + sin³ 54°/3
    expect(liquidHoldUp(0.5, 2, 3, -0.5)).toBeCloseTo(0.576184 * (1 - 0.794842 * 0.632514) * 0.685, 4);
  });
  test('without gas it is one phase; with a little it begins there; uphill it holds up more than flows', () => {
    const of = (fraction: number, rise = 0.2) =>
      beggsBrill({
        fluid: {
          density: 850 * (1 - fraction) + 10 * fraction,
          gas: { fraction, liquidDensity: 850, gasDensity: 10, surfaceTension: 0.02 },
        },
        bore: 0.2,
        flow: 0.06,
        rise,
        pressure: 10e5,
        gravity: 9.80665,
      });
    expect(beggsBrill({ fluid: { density: 850 }, bore: 0.2, flow: 0.06, rise: 0, pressure: 1e6, gravity: 9.8 })).toEqual({
      frictionScale: 1,
      slip: 1,
    });
    expect(of(1e-6).slip).toBeCloseTo(1, 3);
    expect(of(1e-6, -0.2).slip).toBeCloseTo(1, 3);
    expect(of(0.5).slip).toBeGreaterThan(1.05);
    expect(of(0.5).frictionScale).toBeGreaterThan(0.8);
    // S = ln y/(−0.0523 + 3.182·ln y − 0.8725·ln²y + 0.01853·ln⁴y) at the hold-up of λ 0.5, level: H 0.5829·Fr^−0.0173
    const fr = (0.06 / (Math.PI / 4) / 0.04) ** 2 / (9.80665 * 0.2);
    const h = Math.max(0.5, 0.845 * 0.6901 * fr ** -0.0173);
    const ln = Math.log(0.5 / h ** 2);
    const s = ln / (-0.0523 + 3.182 * ln - 0.8725 * ln ** 2 + 0.01853 * ln ** 4);
    const kinetic = (430 * (0.06 / (Math.PI / 4) / 0.04) ** 2 * 0.5) / 10e5;
    expect(of(0.5, 0).frictionScale).toBeCloseTo(Math.exp(s) / (1 - kinetic), 2);
  });
});

describe('a line of crude', () => {
  const FLUID = {
    kind: 'crude',
    gravity: '32 API',
    gasOilRatio: '60 Sm3/Sm3',
    gasGravity: 0.8,
    waterCut: '20 %',
    salinity: '3 %',
  };
  const raw = (pressure: string, more: object = {}, elements: object[] = []) =>
    study(
      { S: { kind: 'pressure', elevation: '0 m', pressure }, T: { kind: 'flow', elevation: '30 m', flow: '-120 m3/h' } },
      [line('A', 'S', 'T', [pipe('a', 6000, 200), ...elements, pipe('b', 2000, 200)])],
      { fluids: { oil: { ...FLUID, ...more } }, scenarios: [{ id: 'a', fluid: 'oil', temperature: '50 C' }] },
    );
  const as = <T>(r: ScenarioResult, id: string): T => r.elements[id] as unknown as T;
  test('above its bubble point it is a liquid: masses balance, volumes are those in place', () => {
    const r = solved(raw('160 bar(g)'));
    expect(r.status).toBe('solved');
    const [a, b] = [as<PipeResult>(r, 'a'), as<PipeResult>(r, 'b')];
    expect(a.freeGas).toBeUndefined();
    expect((a.flow * a.density!) / (b.flow * b.density!)).toBeCloseTo(1, 9);
    expect(r.lines.A!.surfaceFlow! * 3600).toBeCloseTo(120, 6);
    // it swells in the reservoir of its gas: 0.8·Bo + 0.2·Bw
    expect(a.flow * 3600).toBeGreaterThan(125);
    expect(a.flow * 3600).toBeLessThan(150);
    expect(r.findings.map((f) => f.code)).not.toContain('below-bubble-point');
  });
  test('below it gas is free: more volume downstream, said, and judged at a pump', () => {
    const pump = { id: 'p', kind: 'pump', mode: 'head', head: '100 m' };
    const r = solved(raw('60 bar(g)', {}, [pump]));
    const p = as<PumpResult>(r, 'p');
    expect(p.freeGas).toBeGreaterThan(0.1);
    expect(r.margins.find((m) => m.check === 'free-gas' && m.where === 'p')).toMatchObject({ verdict: 'fails', limit: 0.1 });
    expect(r.findings).toEqual(expect.arrayContaining([expect.objectContaining({ code: 'below-bubble-point', where: 'a' })]));
    // head on the mixture: the pressure that it gives is that of its density
    expect(p.outletPressure! - p.inletPressure!).toBeCloseTo(p.density! * 9.80665 * 100, -2);
    const a = as<PipeResult>(r, 'a');
    expect((a.flow * a.density!) / (p.flow * p.density!)).toBeCloseTo(1, 6);
  });
  test('a row at the end of a pipe stands at its outlet pressure, the velocity head that of the swollen liquid', () => {
    const end = { profile: [{ distance: '1999.99 m', elevation: '30 m' }] };
    const s = raw('40 bar(g)');
    Object.assign((s.lines as { elements: object[] }[])[0]!.elements[1]!, end);
    const b = as<PipeResult>(solved(s), 'b');
    expect(b.freeGas).toBeGreaterThan(0.3);
    expect(b.velocity).toBeGreaterThan(2);
    expect(b.profile![0]!.pressure! / b.outletPressure!).toBeCloseTo(1, 4);
  });
  test('by Beggs & Brill the column up to 30 m is heavier than that of gas and liquid as one; a network refuses it', () => {
    const one = solved(raw('60 bar(g)'));
    const two = solved(raw('60 bar(g)', { gradient: 'beggs-brill' }));
    const end = (r: ScenarioResult) => as<PipeResult>(r, 'b').outletPressure!;
    expect(two.status).toBe('solved');
    expect(Math.abs(end(two) - end(one))).toBeGreaterThan(1000);
    const branched = study(
      {
        S: { kind: 'pressure', elevation: '0 m', pressure: '60 bar(g)' },
        J: { kind: 'junction', elevation: '0 m' },
        T: vessel(0),
        U: vessel(0),
      },
      [line('A', 'S', 'J', [pipe('a')]), line('B', 'J', 'T', [pipe('b')]), line('C', 'J', 'U', [pipe('c')])],
      { fluids: { oil: { ...FLUID, gradient: 'beggs-brill' } }, scenarios: [{ id: 'a', fluid: 'oil', temperature: '50 C' }] },
    );
    expect(runStudy(branched).problems).toMatchObject([
      { path: 'fluids.oil.gradient', detail: { reason: 'gradient-in-network' } },
    ]);
  });
  test('where its methods have no ground: a gas near its critical temperature, a slope that is next to level', () => {
    const said = (more: object) => solved(raw('40 bar(g)', more)).findings.filter((f) => f.code === 'method-range');
    // Sutton at 1.5: (169.2 + 349.5·1.5 − 74·1.5²)/1.8 = 292.75 K, of which 323.15 K are 1.104 times; at 1.65 it is 302.45 K
    expect(said({ gasGravity: 1.5 })).toEqual([]);
    const cold = raw('40 bar(g)', { gasGravity: 1.65 });
    Object.assign((cold.scenarios as object[])[0]!, { temperature: '35 C' });
    const gas = solved(cold).findings.filter((f) => f.code === 'method-range');
    expect(gas.map((f) => [f.where, f.values.method])).toEqual([['a', 'gas'], ['b', 'gas']]); // prettier-ignore
    expect(gas[0]!.values.reduced).toBeCloseTo(308.15 / 302.45, 6);
    // 30 m over 2000 m; the pipe before it is level
    const slopes = said({ gradient: 'beggs-brill' });
    expect(slopes.map((f) => [f.where, f.values.method])).toEqual([['b', 'nearly-level']]);
    expect(slopes[0]!.values.slope).toBeCloseTo(0.015, 9);
  });
  test('a valve holds the liquid at the surface, whatever gas passes with it; what it misses is told in the same measure', () => {
    const held = (flow: string, kv: number) =>
      solved(
        study(
          {
            S: { kind: 'pressure', elevation: '0 m', pressure: '40 bar(g)' },
            T: { kind: 'pressure', elevation: '0 m', pressure: '15 bar(g)' },
          },
          [
            line('A', 'S', 'T', [
              pipe('a', 500, 200),
              { id: 'v', kind: 'control-valve', mode: 'flow', flow, valve: 'v' },
              pipe('b', 500, 200),
            ]),
          ],
          { fluids: { oil: FLUID }, valves: { v: { ratedKv: kv } }, scenarios: [{ id: 'a', fluid: 'oil', temperature: '50 C' }] },
        ),
      );
    const met = held('120 m3/h', 200);
    expect(met.status).toBe('solved');
    expect(met.lines.A!.surfaceFlow! * 3600).toBeCloseTo(120, 6);
    expect(met.elements.v!.flow * 3600).toBeGreaterThan(150);
    const missed = held('120 m3/h', 30);
    const said = missed.findings.find((f) => f.code === 'set-point-missed')!.values;
    expect([missed.status, said.set]).toEqual(['limited', 120 / 3600]);
    expect(said.found).toBeCloseTo(missed.lines.A!.surfaceFlow!, 12);
    expect(said.found as number).toBeLessThan(120 / 3600);
  });
  test('warm, it cools on its way, and needs a temperature', () => {
    const s = { ...raw('160 bar(g)'), thermal: true, site: { ambientTemperature: '4 C' } } as Record<string, unknown>;
    const cool = JSON.parse(JSON.stringify(s).replace('"length":"6000 m"', '"length":"6000 m","u":"10 W/m2/K"')) as object;
    const r = solved(cool);
    expect(as<PipeResult>(r, 'a').outletTemperature).toBeLessThan(320);
    expect(as<PipeResult>(r, 'a').outletTemperature).toBeGreaterThan(300);
    const none = { ...raw('160 bar(g)'), scenarios: [{ id: 'a', fluid: 'oil' }] };
    expect(runStudy(none).problems.map((p) => p.path)).toEqual(['scenarios[0].temperature']);
  });
});
