import type { Study } from '../document/study.js';
import { runStudy } from '../scenarios/run.js';
import { line, pipe, study, vessel } from '../test/studies.js';
import { TYPICAL_DRIVE } from '../pumps/motor.js';
import { controlSchemes, energyByCause, type ControlScheme } from './drive.js';
import { leastUnits } from './running-units.js';
import { wholeStudy } from './whole.js';

/*
 * A pump whose curve is a straight line, H = 50 − 1000·Q, with one efficiency of 0.75, lifts 20 m through next to nothing; a valve
 * that no entry describes holds 0.01 m³/s, so that 20 m are asked. 998.207 kg/m³ at 20 °C, as IAPWS gives it.
 */
const RHO_G = 998.207 * 9.80665;
const straight = {
  speed: '3000 rpm',
  diameter: '200 mm',
  minDiameter: '100 mm',
  curve: [0, 0.02, 0.04].map((q) => ({ flow: `${q} m3/s`, head: `${50 - 1000 * q} m`, efficiency: 0.75 })),
  motor: { ratedPower: '11 kW', efficiency: 0.9 },
};
const service = (entry: object = straight, scenarios: object[] = [{ id: 'a', hoursPerYear: 1000 }]): Study =>
  study(
    { T: vessel(0, 0), U: vessel(20, 0) },
    [
      line('L', 'T', 'U', [
        { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' },
        { id: 'CV', kind: 'control-valve', mode: 'flow', flow: '0.01 m3/s' },
        pipe('x', 0.001, 2000),
      ]),
    ],
    { pumps: { p: entry }, scenarios: scenarios.map((s) => ({ fluid: 'water', temperature: '20 C', ...s })) },
  ) as unknown as Study;

const of = (schemes: ControlScheme[], kind: ControlScheme['kind']) => schemes.find((s) => s.kind === kind)!;
/** H = 50·x² − 1000·x·Q = 20 at Q = 0.01, x the ratio of speed or of diameter */
const RATIO = (10 + Math.sqrt(10 * 10 + 4 * 50 * 20)) / 100;

describe('ways of control, by hand', () => {
  const schemes = controlSchemes(service(), 'P');
  const power = (flow: number, head: number) => (RHO_G * flow * head) / 0.75;

  test('a valve burns what the head is too much: 40 m at the flow that is asked', () => {
    const p = of(schemes, 'throttle').scenarios.a!;
    expect(p).toMatchObject({ flow: 0.01, speed: 3000 });
    expect(p.head).toBeCloseTo(40, 6);
    expect(p.shaftPower! / power(0.01, 40)).toBeCloseTo(1, 5);
  });

  test('slower, so that 20 m are left, through a drive', () => {
    const p = of(schemes, 'speed').scenarios.a!;
    expect(p.speed / 3000).toBeCloseTo(RATIO, 4);
    expect(p.head).toBeCloseTo(20, 4);
    expect(p.shaftPower! / power(0.01, 20)).toBeCloseTo(1, 4);
    // half of the motor's loss is constant, half goes with the square of the load; the drive comes on top
    const load = p.shaftPower! / 11_000;
    const loss = 11_000 * (1 / 0.9 - 1) * (0.5 + 0.5 * load * load);
    expect(p.inputPower).toBeCloseTo((p.shaftPower! + loss) / TYPICAL_DRIVE, 6);
  });

  test('trimmed to the next whole millimetre above, with a valve for the little that is left', () => {
    const trim = of(schemes, 'trim');
    expect(trim.diameter).toBeCloseTo(Math.ceil(200 * RATIO) / 1000, 9);
    expect(trim.scenarios.a!.head).toBeGreaterThan(20);
    expect(trim.scenarios.a!.head).toBeLessThan(20.6);
  });

  test('with a way back so much more flows that 20 m are left: 0.03 m³/s', () => {
    const p = of(schemes, 'bypass').scenarios.a!;
    expect(p.flow).toBeCloseTo(0.03, 6);
    expect(p.shaftPower! / power(0.03, 20)).toBeCloseTo(1, 4);
  });

  test('energy is the input over the hours; slower costs least, a way back most', () => {
    for (const s of schemes) expect(s.energyPerYear).toBeCloseTo(s.scenarios.a!.inputPower! * 3.6e6, 3);
    const order = [...schemes].sort((a, b) => a.energyPerYear! - b.energyPerYear!).map((s) => s.kind);
    expect(order).toEqual(['trim', 'speed', 'throttle', 'bypass']);
    expect(schemes.every((s) => !s.isTypical)).toBe(true);
  });
});

test('one impeller serves scenarios of different speeds: the slower one decides', () => {
  // at 0.8 of the speed 32·d² − 8·d = 20: d = 0.9254 of 200 mm, the next whole millimetre is 186
  const trim = of(controlSchemes(service(straight, [{ id: 'a' }, { id: 'b', set: { 'P.speed': '2400 rpm' } }]), 'P'), 'trim');
  expect(trim.diameter).toBeCloseTo(0.186, 9);
  expect(trim.scenarios.b!.head).toBeGreaterThan(20);
  expect(trim.scenarios.b!.head).toBeLessThan(20.3);
  expect(trim.scenarios.a!.head).toBeCloseTo(50 * 0.93 ** 2 - 1000 * 0.93 * 0.01, 4);
});

test('what is not judged asks nothing of a way of control', () => {
  const judged = controlSchemes(
    service(straight, [{ id: 'a' }, { id: 'b', judged: false, set: { 'CV.flow': '0.02 m3/s' } }]),
    'P',
  );
  expect(judged.map((s) => Object.keys(s.scenarios))).toEqual(judged.map(() => ['a']));
  // the same trim as with the one scenario alone
  expect(of(judged, 'trim').diameter).toBe(of(controlSchemes(service(), 'P'), 'trim').diameter);
});

test('what a way of control cannot come to is nothing, and has no energy', () => {
  // 55 m are more than the pump has; at half its speed it would still give more than the 5 m of the second study
  const short = controlSchemes(service(straight, [{ id: 'a', hoursPerYear: 10, set: { 'U.elevation': '55 m' } }]), 'P');
  expect(short.map((s) => [s.kind, s.scenarios.a, s.energyPerYear])).toEqual(
    ['throttle', 'speed', 'bypass'].map((kind) => [kind, null, null]),
  );
  const low = controlSchemes(service(straight, [{ id: 'a', set: { 'U.elevation': '2 m' } }]), 'P');
  expect(of(low, 'speed').scenarios.a).toMatchObject({ speed: 1500 });
  // 50 − 1000·Q = 2 lies past 1.25 times the last flow of 0.04: 0.048 is inside, 0 m at 0.05 as well; −10 m would not be
  expect(of(low, 'bypass').scenarios.a!.flow).toBeCloseTo(0.048, 5);
  const { motor: _none, ...bare } = straight;
  expect(controlSchemes(service(bare), 'P').every((s) => s.isTypical && s.energyPerYear! > 0)).toBe(true);
});

test('a year of electricity by cause: every metre costs ρ·g·Q, the rest goes into pump and motor', () => {
  const found = energyByCause(runStudy(service(straight, [{ id: 'a', hoursPerYear: 1000 }, { id: 'b' }])).scenarios, 'P');
  expect([...found.keys()]).toEqual(['a']);
  const e = found.get('a')!;
  const metre = RHO_G * 0.01 * 3.6e6;
  expect(e.lift / metre).toBeCloseTo(20, 3);
  expect(e.valves / metre).toBeCloseTo(20, 3);
  expect(e.friction / metre).toBeCloseTo(0, 3);
  expect(e.pump / (metre * 40 * (1 / 0.75 - 1))).toBeCloseTo(1, 4);
  const shaft = (RHO_G * 0.01 * 40) / 0.75;
  expect(e.motor / (11_000 * (1 / 0.9 - 1) * (0.5 + 0.5 * (shaft / 11_000) ** 2) * 3.6e6)).toBeCloseTo(1, 3);
  expect(e.lift + e.friction + e.devices + e.valves + e.pump + e.motor).toBeCloseTo(e.total, 3);
  expect(e.mass / (998.207 * 0.01 * 3.6e6)).toBeCloseTo(1, 5);
});

test('a study as a whole: verdict, worst margin and duties of every judged scenario, electricity of all pumps', () => {
  const scenarios = [{ id: 'a', name: 'Day', hoursPerYear: 1000 }, { id: 'b', hoursPerYear: 500, set: { 'P.mode': 'off', 'CV.mode': 'kv', 'CV.kv': 100 } }, { id: 'c', judged: false }]; // prettier-ignore
  // at 0.01 of 0.02 m³/s of best efficiency, where 0.9 is the least that is allowed
  const narrow = { ...straight, bestFlow: '0.02 m3/s', allowableRegion: [0.9, 1.2] };
  const whole = wholeStudy(service(narrow, scenarios));
  expect(whole.scenarios.map((s) => s.id)).toEqual(['a', 'b']);
  expect(whole.scenarios[0]).toMatchObject({
    name: 'Day',
    verdict: 'fails',
    worst: { check: 'flow-region', where: 'P', limit: 0.9 },
  });
  expect(whole.scenarios[0]!.worst!.value).toBeCloseTo(0.5, 9);
  expect(whole.scenarios[0]!.fails).toBeGreaterThan(0);
  expect(whole.scenarios[0]!.duties.P!.flow).toBeCloseTo(0.01, 9);
  expect(whole.scenarios[1]!.duties).toEqual({});
  expect(whole.energyPerYear).toBeCloseTo(energyByCause(runStudy(service(narrow, scenarios)).scenarios, 'P').get('a')!.total, 3);
  // of two pumps that fail the same check, the place of the worse one: 0.01 of 0.02 and of 0.04 m³/s
  const two = service(narrow, [{ id: 'a' }]);
  const [line0] = two.lines;
  const second = { id: 'P2', kind: 'pump', mode: 'curve', pump: 'q' };
  const both = wholeStudy({ ...two, pumps: { ...two.pumps, q: { ...narrow, bestFlow: '0.04 m3/s' } }, lines: [{ ...line0!, elements: [line0!.elements[0]!, second, ...line0!.elements.slice(1)] }] }); // prettier-ignore
  expect(both.scenarios[0]!.worst).toMatchObject({ check: 'flow-region', where: 'P2', value: expect.closeTo(0.25, 9) });
  // one that cannot be read has no verdict, and holds up nothing
  const broken = wholeStudy(service(narrow, [{ id: 'a' }, { id: 'x', set: { 'T.level': 'deep' } }]));
  expect(broken.scenarios[1]).toMatchObject({ verdict: null, worst: null, fails: 0 });
  expect(broken.energyPerYear).toBeNull();
});

test('how many units a scenario needs: the fewest that give its head, each inside its curve', () => {
  const at = (flow: number, lift: number) => ({ 'CV.flow': `${flow} m3/s`, 'U.elevation': `${lift} m` });
  const scenarios = [
    // one gives 40 m at 0.01 and 20 m at 0.03
    { id: 'one', set: at(0.01, 20) },
    { id: 'just', set: at(0.03, 19.999) },
    // 15 m at 0.035 are too little for 20 m: two give 32.5
    { id: 'two', set: at(0.035, 20) },
    // 2 m are little, but 0.045 m³/s lie past the curve of one, which ends at 0.04
    { id: 'past', set: at(0.045, 2) },
    { id: 'never', set: at(0.01, 55) },
    { id: 'aside', judged: false },
  ];
  expect(leastUnits(service(straight, scenarios), 'P')).toEqual({ one: 1, just: 1, two: 2, past: 2, never: null });
  expect(leastUnits(service(straight, [{ id: 'two', set: at(0.035, 20) }]), 'P', 1)).toEqual({ two: null });
});
