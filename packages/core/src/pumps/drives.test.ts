import { cableDrop } from './cable.js';
import { isWithinRule, typicalDerating, usableShare } from './derating.js';
import { motorDuty } from './motor.js';
import { startTorque } from './start-torque.js';
import { marginGuidance } from './suction-energy.js';

describe('cable: u = b·(ρ·L/S·cosφ + λ·L·sinφ)·I, IEC 60364-5-52, annex G', () => {
  it('100 m of 25 mm² copper at 90 A and cosφ 0.85', () => {
    // R = 2.25e-8·100/25e-6 = 0.09 Ω, X = 8e-5·100 = 0.008 Ω, sinφ 0.526783: √3·(0.0765 + 0.00421426)·90 = 12.58211
    expect(cableDrop({ length: 100, section: 25e-6 }, 90, 0.85)).toBeCloseTo(12.58211, 4);
  });
  it('aluminium, and a single phase with both conductors', () => {
    // R = 3.6e-8·100/25e-6 = 0.144 Ω: 2·(0.1224 + 0.00421426)·90 = 22.79057
    expect(cableDrop({ length: 100, section: 25e-6, material: 'aluminium' }, 90, 0.85, 1)).toBeCloseTo(22.79057, 4);
  });
  it('of one phase the current is P/(U·cosφ)', () => {
    const plate = { ratedPower: 2200, efficiency: 0.8, powerFactor: 0.9, voltage: 230 };
    // at rated load 2200/0.8 = 2750 W
    expect(motorDuty({ ...plate, phases: 1 }, 2200)!.current).toBeCloseTo(2750 / (230 * 0.9), 6);
    expect(motorDuty(plate, 2200)!.current).toBeCloseTo(2750 / (Math.sqrt(3) * 230 * 0.9), 6);
  });
});

describe('derating by IEC 60034-1: losses with the square of the power', () => {
  it.each<[string, number | undefined, number | undefined, number]>([
    ['at 40 °C and sea level', undefined, undefined, 1],
    ['cooler than that gives no more', 293.15, 0, 1],
    ['at 50 °C', 323.15, 0, Math.sqrt(70 / 80)],
    ['at 60 °C', 333.15, 0, Math.sqrt(60 / 80)],
    ['at 1000 m', undefined, 1000, 1],
    ['at 4000 m', undefined, 4000, Math.sqrt(0.7)],
    ['at 50 °C and 2000 m', 323.15, 2000, Math.sqrt((70 / 80) * 0.9)],
  ])('%s', (_, air, altitude, share) => expect(typicalDerating(air, altitude)).toBeCloseTo(share, 12));
  it('beyond 60 °C or 4000 m there is no rule; the end of it is taken', () => {
    expect([typicalDerating(333.2), typicalDerating(undefined, 4001)]).toEqual([undefined, undefined]);
    expect([isWithinRule(334, 0), isWithinRule(undefined, 5000), isWithinRule(333, 4000)]).toEqual([false, false, true]);
    expect(usableShare({ ambient: 350 }, 6000, false)).toBeCloseTo(Math.sqrt(0.75 * 0.7), 12);
  });
  it('what is entered stands before it; a drive takes its own share', () => {
    expect(usableShare({ derating: 0.9, ambient: 333 }, 4000, false)).toBe(0.9);
    expect(usableShare({ driveDerating: 0.95 }, undefined, true)).toBe(0.95);
    expect(usableShare({ driveDerating: 0.95 }, undefined, false)).toBe(1);
  });
});

describe('starting torque against a shut valve', () => {
  const motor = { ratedPower: 10_000, startTorque: 1.8, pullUpTorque: 1.5, breakdownTorque: 2.5 };
  it('is least at nine tenths of the speed: 2.5 over 0.9²·0.5', () => {
    const found = startTorque(motor, 5000)!;
    expect(found.at).toBeCloseTo(0.9, 9);
    expect(found.least).toBeCloseTo(2.5 / (0.81 * 0.5), 6);
  });
  it('goes with the square of the voltage', () =>
    expect(startTorque(motor, 5000, 0.8)!.least).toBeCloseTo((0.64 * 2.5) / (0.81 * 0.5), 6));
  it('of a weak start breaking away is what counts', () => {
    // 0.3 at rest against 0.15·2 of the torque at the shut valve
    const found = startTorque({ ratedPower: 10_000, startTorque: 0.3, pullUpTorque: 2, breakdownTorque: 3 }, 20_000)!;
    expect(found.at).toBe(0);
    expect(found.least).toBeCloseTo(0.3 / (0.15 * 2), 9);
  });
  it('without more than a start torque that one holds all the way', () =>
    expect(startTorque({ ratedPower: 10_000, startTorque: 1.2 }, 10_000)!.least).toBeCloseTo(1.2 / 0.81, 6));
  it('needs a rating and a start torque', () => {
    expect(startTorque({ startTorque: 1.5 }, 5000)).toBeUndefined();
    expect(startTorque({ ratedPower: 10_000 }, 5000)).toBeUndefined();
    expect(startTorque(motor, 0)).toBeUndefined();
  });
});

test('the margin that is usual, by suction energy and by service', () => {
  expect(marginGuidance('high', undefined)).toEqual({ byEnergy: [1.2, 1.7] });
  expect(marginGuidance(undefined, 'pipeline')).toEqual({ byService: { ratio: 1.3, difference: 1 } });
  expect(marginGuidance('very high', 'petroleum')).toEqual({ byEnergy: [1.7, 2.5], byService: { ratio: 1.1, difference: 0.6 } });
});
