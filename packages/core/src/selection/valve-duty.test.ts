import { runStudy } from '../scenarios/run.js';
import { SIZED_VALVE, valveDutyStudy } from './valve-duty.js';
import { ValvePosition } from './valves.js';

/* Published: IEC 60534-2-1:2011, annex E, example 1: 360 m³/h of water at 363 K from 680 to 220 kPa, in pipes of 150 mm. */
const water = { kind: 'constant', density: '965.4 kg/m3', kinematicViscosity: '3.26e-7 m2/s', vapourPressure: '70.1 kPa(a)', criticalPressure: '22120 kPa(a)' }; // prettier-ignore
const duty = { flow: '360 m3/h', inlet: '680 kPa(a)', outlet: '220 kPa(a)' };
const DUTIES = {
  normal: duty,
  maximum: { ...duty, flow: '450 m3/h' },
  minimum: { ...duty, flow: '36 m3/h', outlet: '10 kPa(a)' },
};

test('a valve without a system: the coefficient of each duty, and the travel that a valve has in it', () => {
  const study = valveDutyStudy('T', DUTIES, water, '150 mm');
  const run = runStudy(study);
  expect(run.problems).toEqual([]);
  expect(study.scenarios.map((s) => [s.id, s.role])).toEqual([['minimum', 'minimum'], ['normal', 'normal'], ['maximum', 'maximum']]); // prettier-ignore
  const { required, unsolved } = new ValvePosition(study, SIZED_VALVE);
  expect(unsolved).toEqual([]);
  // the standard has 165
  expect(Math.abs(required.normal!.kv! - 165)).toBeLessThan(0.5);
  expect(required.maximum!.kv! / required.normal!.kv!).toBeCloseTo(1.25, 4);
  expect(required.normal!.drop! / 460e3).toBeCloseTo(1, 4);
  // FF·pv is some 64 kPa: with FL = 0.9 the drop that counts is 0.81·616 = 497 kPa, less than the 670 there are
  expect(required.minimum!.regime).toBe('choked');
  const at = { ratedKv: 250, characteristic: 'linear' as const, rangeability: 50, fl: 0.9 };
  const row = new ValvePosition(study, SIZED_VALVE).row('x', { ratedKv: 250, characteristic: 'linear', fl: 0.9 }, at);
  expect(row.scenarios.normal!.opening).toBeCloseTo((required.normal!.kv! / 250 - 0.02) / 0.98, 3);
});

test('only some of the duties, and no line', () => {
  const study = valveDutyStudy('T', { normal: duty }, water, undefined);
  expect(runStudy(study).problems).toEqual([]);
  expect(Object.keys(new ValvePosition(study, SIZED_VALVE).required)).toEqual(['normal']);
});

test('thick oil does not pass turbulently through the valve that stands there, water does', () => {
  const oil = { kind: 'constant', density: '900 kg/m3', kinematicViscosity: '900 cSt', vapourPressure: '0.1 kPa(a)' };
  const regime = (fluid: object) => {
    const study = valveDutyStudy('T', { normal: { flow: '30 m3/h', inlet: '10 bar(a)', outlet: '4 bar(a)' } }, fluid as never, '100 mm'); // prettier-ignore
    study.valves = { v: { ratedKv: 60, characteristic: 'linear', fl: 0.9, fd: 0.46 } };
    study.lines.flatMap((l) => l.elements).find((e) => e.id === SIZED_VALVE)!.valve = 'v';
    return new ValvePosition(study, SIZED_VALVE).required.normal!.regime;
  };
  expect([regime(oil), regime(water)]).toEqual(['not-turbulent', 'turbulent']);
});
