import { finding } from '../issues/issues.js';
import type { Margin } from '../results/margin.js';
import { made, type Made } from '../test/judged.js';
import type { LimitOverride } from './check.js';
import { CHECK_CODES, CHECKS, type CheckCode } from './index.js';
import { judge, Judging, marginWorking } from './judge.js';
import { motorFactor } from './motor-power.js';
import { regionsOf } from '../pumps/regions.js';

/** the margin of a check in a scenario made by hand */
function marginOf(code: CheckCode, m: Made = {}, limits: LimitOverride[] = [], where?: string): Margin {
  const found = judge(made(m), limits).filter((x) => x.check === code && (where === undefined || x.where === where));
  expect(found.length).toBeGreaterThan(0);
  return found.find((x) => x.value !== null) ?? found[0]!;
}

test('every default limit, sense, edge of near and worst verdict, pinned', () => {
  const pinned = Object.fromEntries(
    CHECK_CODES.map((code) => {
      const { limit, near, sense, worst, dimension } = CHECKS[code];
      return [code, [sense, limit, near, worst, dimension ?? 'ratio']];
    }),
  );
  expect(pinned).toEqual({
    'rated-head': ['least', 0.97, { gap: 0.03 }, 'fails', 'ratio'],
    'head-reserve': ['least', 1.05, null, 'fails', 'ratio'],
    'shaft-power': ['most', 1, { share: 0.05 }, 'fails', 'ratio'],
    'casing-pressure': ['most', 1, { share: 0.05 }, 'fails', 'ratio'],
    'bore-fit': ['most', 1, { share: 0.02 }, 'fails', 'ratio'],
    'fluid-temperature': ['most', 0, { gap: 5 }, 'fails', 'temperature'],
    'temperature-rise': ['most', 8, null, 'near', 'temperatureDifference'],
    'free-gas': ['most', 0.03, { share: 0.5 }, 'fails', 'ratio'],
    'valve-shut-off': ['most', 0, { share: 0.05 }, 'fails', 'pressureDifference'],
    'valve-velocity': ['most', 10, { share: 0.2 }, 'near', 'velocity'],
    'npsh-ratio': ['least', 1.3, { share: 0.1 }, 'fails', 'ratio'],
    'npsh-difference': ['least', 0.6, { share: 0.5 }, 'fails', 'head'],
    'flow-region': ['band', [0.5, 1.25], { inside: [0.7, 1.2] }, 'fails', 'ratio'],
    'minimum-flow': ['least', 1, { share: 0.1 }, 'fails', 'ratio'],
    'rated-flow': ['band', [0.8, 1.1], null, 'fails', 'ratio'],
    'curve-range': ['most', 1, { share: 0.03 }, 'fails', 'ratio'],
    'head-rise': ['least', 1.1, null, 'fails', 'ratio'],
    'motor-power': ['least', 1.1, { share: 0.05 }, 'fails', 'ratio'],
    'valve-opening': ['band', [0.15, 0.85], { gap: 0.05 }, 'fails', 'ratio'],
    'valve-authority': ['least', 0.25, null, 'fails', 'ratio'],
    'valve-cavitation': ['most', 1, { share: 0.1 }, 'near', 'ratio'],
    'valve-choked': ['most', 1, { share: 0.1 }, 'fails', 'ratio'],
    'valve-drop': ['band', [0, Infinity], null, 'fails', 'pressureDifference'],
    'set-point': ['least', 1, null, 'fails', 'ratio'],
    velocity: ['band', [1, 4], null, 'near', 'velocity'],
    'highest-pressure': ['most', 0, { share: 0.05 }, 'fails', 'absolutePressure'],
    'lowest-pressure': ['least', 20_000, { share: 1 }, 'fails', 'pressureDifference'],
    'suction-specific-speed': ['most', 213, null, 'near', 'ratio'],
    'stage-limits': ['most', 1, { share: 0.05 }, 'fails', 'ratio'],
    submergence: ['least', 0, { share: 0.2 }, 'fails', 'length'],
    'well-level': ['least', 3, { share: 0.5 }, 'fails', 'length'],
    'method-range': ['most', 40, null, 'near', 'ratio'],
    'lowest-temperature': ['least', 0, { gap: 3 }, 'fails', 'temperature'],
    'speed-range': ['band', [0.5, 1], null, 'fails', 'ratio'],
    'suction-pressure': ['least', 0, { share: 0.03 }, 'fails', 'absolutePressure'],
    'discharge-pressure': ['most', 0, { share: 0.03 }, 'fails', 'absolutePressure'],
    'delivered-flow': ['band', [0.97, 1.2], { inside: [1 - 1e-6, 1.1] }, 'fails', 'ratio'],
    'delivered-pressure': ['least', 0, null, 'fails', 'pressureDifference'],
    standby: ['least', 0, null, 'fails', 'ratio'],
    'pump-head': ['least', 0, null, 'fails', 'head'],
    'pressure-class': ['most', 1, { gap: 0.1 }, 'fails', 'ratio'],
    'cable-drop': ['most', 0.05, { gap: 0.02 }, 'fails', 'ratio'],
    'motor-cooling': ['least', 0, { share: 0.1 }, 'fails', 'velocity'],
    'motor-starts': ['most', 0, { share: 0.1 }, 'fails', 'ratio'],
    'starting-torque': ['least', 1.1, { gap: 0.15 }, 'fails', 'ratio'],
    'solids-passage': ['least', 1, { share: 0.2 }, 'fails', 'ratio'],
  });
});

/* value and verdict on both sides of every limit and of every edge of near; each value follows from the entries by one step */
const CASES: readonly [CheckCode, string, Made, number, Margin['verdict']][] = [
  // 0.02 m³/s over what is required of the pump: whole line, all units
  ['delivered-flow', 'what is required, held there', { pumpRead: { requiredFlow: 0.02 } }, 1, 'holds'],
  ['delivered-flow', 'a rounding below', { pumpRead: { requiredFlow: 0.02 / (1 - 0.5e-6) } }, 1, 'holds'],
  ['delivered-flow', 'more than that below', { pumpRead: { requiredFlow: 0.02 / 0.999 } }, 0.999, 'near'],
  ['delivered-flow', 'at 97 %', { pumpRead: { requiredFlow: 0.02 / 0.9701 } }, 0.9701, 'near'],
  ['delivered-flow', 'below 97 %', { pumpRead: { requiredFlow: 0.02 / 0.9699 } }, 0.9699, 'fails'],
  ['delivered-flow', 'a tenth more', { pumpRead: { requiredFlow: 0.02 / 1.0999 } }, 1.0999, 'holds'],
  ['delivered-flow', 'more than a tenth more', { pumpRead: { requiredFlow: 0.02 / 1.1001 } }, 1.1001, 'near'],
  ['delivered-flow', 'a fifth more', { pumpRead: { requiredFlow: 0.02 / 1.1999 } }, 1.1999, 'near'],
  ['delivered-flow', 'beyond a fifth', { pumpRead: { requiredFlow: 0.02 / 1.2001 } }, 1.2001, 'fails'],
  ['delivered-flow', 'nothing comes', { pump: { flow: 0 }, pumpRead: { requiredFlow: 0.02 } }, 0, 'fails'],
  // what comes to a point is what its lines do not take from it
  ['delivered-flow', 'to a point, enough', { outflow: -0.0205, vesselRead: { requiredFlow: 0.02 } }, 1.025, 'holds'],
  ['delivered-flow', 'to a point, far more', { outflow: -0.06, vesselRead: { requiredFlow: 0.02 } }, 3, 'holds'],
  ['delivered-flow', 'to a point, just', { outflow: -0.0203, vesselRead: { requiredFlow: 0.02 } }, 1.015, 'near'],
  ['delivered-flow', 'to a point, exactly', { outflow: -0.02, vesselRead: { requiredFlow: 0.02 } }, 1, 'near'],
  ['delivered-flow', 'to a point, too little', { outflow: -0.0199, vesselRead: { requiredFlow: 0.02 } }, 0.995, 'fails'],
  ['delivered-flow', 'from a point', { outflow: 0.02, vesselRead: { requiredFlow: 0.02 } }, -1, 'fails'],
  // static 100 kPa at the vessel, atmosphere 100 kPa, required gauge
  ['delivered-pressure', 'as required', { vesselRead: { requiredPressure: 0 } }, 0, 'holds'],
  ['delivered-pressure', 'less', { vesselRead: { requiredPressure: 10 } }, -10, 'fails'],
  ['delivered-pressure', 'within 2 %', { vesselRead: { requiredPressure: -10_000 * (1 / 1.0001) } }, 9999, 'holds'],
  ['delivered-pressure', 'well above', { vesselRead: { requiredPressure: -20_000 } }, 20_000, 'holds'],
  ['cable-drop', 'within 3 %', { pump: { cableDrop: 0.029 }, entry: { motor: { voltage: 400 } } }, 0.029, 'holds'],
  ['cable-drop', 'beyond 3 %', { pump: { cableDrop: 0.031 }, entry: { motor: { voltage: 400 } } }, 0.031, 'near'],
  ['cable-drop', 'beyond 5 %', { pump: { cableDrop: 0.051 }, entry: { motor: { voltage: 400 } } }, 0.051, 'fails'],
  ['motor-cooling', 'fast', { pump: { motorVelocity: 0.34 }, entry: { motor: { leastVelocity: 0.3 } } }, 0.34, 'holds'],
  ['motor-cooling', 'within a tenth', { pump: { motorVelocity: 0.32 }, entry: { motor: { leastVelocity: 0.3 } } }, 0.32, 'near'],
  ['motor-cooling', 'too slow', { pump: { motorVelocity: 0.29 }, entry: { motor: { leastVelocity: 0.3 } } }, 0.29, 'fails'],
  ['motor-starts', 'few', { pumpRead: { starts: 8 }, entry: { motor: { startsPerHour: 10 } } }, 8, 'holds'],
  ['motor-starts', 'as many as are allowed', { pumpRead: { starts: 10 }, entry: { motor: { startsPerHour: 10 } } }, 10, 'near'],
  ['motor-starts', 'too many', { pumpRead: { starts: 11 }, entry: { motor: { startsPerHour: 10 } } }, 11, 'fails'],
  ['starting-torque', 'well more', { pump: { startTorque: 1.26 } }, 1.26, 'holds'],
  ['starting-torque', 'near', { pump: { startTorque: 1.11 } }, 1.11, 'near'],
  ['starting-torque', 'less than a tenth more', { pump: { startTorque: 1.09 } }, 1.09, 'fails'],
  ['solids-passage', 'wide', { solidSize: 0.02, entry: { solidsPassage: 0.03 } }, 1.5, 'holds'],
  ['solids-passage', 'just', { solidSize: 0.02, entry: { solidsPassage: 0.022 } }, 1.1, 'near'],
  ['solids-passage', 'too narrow', { solidSize: 0.02, entry: { solidsPassage: 0.019 } }, 0.95, 'fails'],
  // 15 kW at 12 kW: 1.25; at 50 °C √(70/80) of it, at 2000 m √0.9, behind a drive what its maker says
  [
    'motor-power',
    'in hot air',
    { entry: { motor: { ratedPower: 15_000, ambient: 323.15 } }, pump: { shaftPower: 12_000 } },
    1.25 * Math.sqrt(7 / 8),
    'fails',
  ],
  [
    'motor-power',
    'high up',
    { altitude: 2000, entry: { motor: { ratedPower: 15_000 } }, pump: { shaftPower: 11_000 } },
    (15 / 11) * Math.sqrt(0.9),
    'near',
  ],
  [
    'motor-power',
    'as its maker derates it',
    { altitude: 2000, entry: { motor: { ratedPower: 15_000, derating: 0.98 } }, pump: { shaftPower: 11_000 } },
    (15 / 11) * 0.98,
    'holds',
  ],
  [
    'motor-power',
    'behind a drive',
    { entry: { motor: { ratedPower: 15_000, driveEfficiency: 0.97, driveDerating: 0.9 } }, pump: { shaftPower: 11_000 } },
    (15 / 11) * 0.9,
    'fails',
  ],
  [
    'motor-power',
    'a drive’s derating without a drive',
    { entry: { motor: { ratedPower: 15_000, driveDerating: 0.9 } }, pump: { shaftPower: 11_000 } },
    15 / 11,
    'holds',
  ],
  ['standby', 'as many as are wanted', { pumpRead: { installed: 3, standby: 1 }, pump: { running: 2 } }, 1, 'holds'],
  ['standby', 'one too few', { pumpRead: { installed: 2, standby: 1 }, pump: { running: 2 } }, 0, 'fails'],
  ['standby', 'more', { pumpRead: { installed: 4, standby: 1 }, pump: { running: 2 } }, 2, 'holds'],
  // what is installed follows from the scenario in which most run together
  [
    'standby',
    'while fewer run than in another scenario',
    { pumpRead: { standby: 1 }, mostRunning: 3, pump: { running: 2 } },
    1,
    'holds',
  ],
  ['standby', 'while all run', { pumpRead: { standby: 1 }, mostRunning: 3, pump: { running: 3 } }, 0, 'fails'],
  ['pump-head', 'adds head', { pump: { head: 40 } }, 40, 'holds'],
  ['pump-head', 'none, by rounding', { pump: { head: -1e-9 } }, -1e-9, 'holds'],
  ['pump-head', 'takes it', { pump: { head: -0.01 } }, -0.01, 'fails'],
  // NPSHA/NPSHR with NPSHR 10 m
  ['npsh-ratio', 'at its limit', { pump: { npsha: 13, npshr: 10 } }, 1.3, 'near'],
  ['npsh-ratio', 'below it', { pump: { npsha: 12.99, npshr: 10 } }, 1.299, 'fails'],
  ['npsh-ratio', 'within a tenth of it', { pump: { npsha: 14.2, npshr: 10 } }, 1.42, 'near'],
  ['npsh-ratio', 'beyond that', { pump: { npsha: 14.4, npshr: 10 } }, 1.44, 'holds'],
  ['npsh-difference', 'at its limit', { pump: { npsha: 3.6, npshr: 3 } }, 0.6, 'near'],
  ['npsh-difference', 'below it', { pump: { npsha: 3.59, npshr: 3 } }, 0.59, 'fails'],
  ['npsh-difference', 'within half of it', { pump: { npsha: 3.89, npshr: 3 } }, 0.89, 'near'],
  ['npsh-difference', 'beyond that', { pump: { npsha: 3.91, npshr: 3 } }, 0.91, 'holds'],
  ['flow-region', 'at the lower limit', { pump: { flowRatio: 0.5 } }, 0.5, 'near'],
  ['flow-region', 'below it', { pump: { flowRatio: 0.499 } }, 0.499, 'fails'],
  ['flow-region', 'at the preferred end', { pump: { flowRatio: 0.7 } }, 0.7, 'holds'],
  ['flow-region', 'below the preferred end', { pump: { flowRatio: 0.69 } }, 0.69, 'near'],
  ['flow-region', 'at the upper preferred end', { pump: { flowRatio: 1.2 } }, 1.2, 'holds'],
  ['flow-region', 'above it', { pump: { flowRatio: 1.21 } }, 1.21, 'near'],
  ['flow-region', 'at the upper limit', { pump: { flowRatio: 1.25 } }, 1.25, 'near'],
  ['flow-region', 'above the upper limit', { pump: { flowRatio: 1.26 } }, 1.26, 'fails'],
  [
    'flow-region',
    'by the maker’s regions',
    { pump: { flowRatio: 0.65 }, entry: { preferredRegion: [0.6, 1.1], allowableRegion: [0.4, 1.3] } },
    0.65,
    'holds',
  ],
  [
    'flow-region',
    'outside the maker’s own',
    { pump: { flowRatio: 0.52 }, entry: { allowableRegion: [0.55, 1.3] } },
    0.52,
    'fails',
  ],
  // 0.02 m³/s of a unit over 0.01 m³/s
  ['minimum-flow', 'twice the maker’s', { entry: { minFlow: 0.01 } }, 2, 'holds'],
  ['minimum-flow', 'at it', { entry: { minFlow: 0.02 } }, 1, 'near'],
  ['minimum-flow', 'within a tenth', { entry: { minFlow: 0.0184 } }, 0.02 / 0.0184, 'near'],
  ['minimum-flow', 'below it', { entry: { minFlow: 0.021 } }, 0.02 / 0.021, 'fails'],
  ['minimum-flow', 'of one of two units', { entry: { minFlow: 0.008 }, pump: { running: 2 } }, 1.25, 'holds'],
  // at half the speed and three quarters of the diameter the least flow is 3/8 of the maker's
  [
    'minimum-flow',
    'moved by affinity',
    { entry: { minFlow: 0.04, speed: 2900, diameter: 0.2 }, setting: { speed: 1450, diameter: 0.15 } },
    0.02 / (0.04 * 0.375),
    'holds',
  ],
  ['rated-flow', 'in the rated scenario', { role: 'rated', pump: { flowRatio: 0.8 } }, 0.8, 'holds'],
  ['rated-flow', 'below', { role: 'rated', pump: { flowRatio: 0.79 } }, 0.79, 'fails'],
  ['rated-flow', 'at the upper end', { role: 'rated', pump: { flowRatio: 1.1 } }, 1.1, 'holds'],
  ['rated-flow', 'above', { role: 'rated', pump: { flowRatio: 1.11 } }, 1.11, 'fails'],
  ['curve-range', 'at the last row', { curve: { lastFlow: 0.02 } }, 1, 'near'],
  ['curve-range', 'beyond it', { curve: { lastFlow: 0.0199 } }, 0.02 / 0.0199, 'fails'],
  ['curve-range', 'within 3 %', { curve: { lastFlow: 0.0205 } }, 0.02 / 0.0205, 'near'],
  ['curve-range', 'well inside', { curve: { lastFlow: 0.021 } }, 0.02 / 0.021, 'holds'],
  ['curve-range', 'of one of two units', { curve: { lastFlow: 0.02 }, pump: { running: 2 } }, 0.5, 'holds'],
  // shut-off head 44 m over a duty head
  ['head-rise', 'two units at a tenth', { curve: { shutOff: 44 }, pump: { running: 2, head: 40 } }, 1.1, 'holds'],
  ['head-rise', 'two units below a tenth', { curve: { shutOff: 43.9 }, pump: { running: 2, head: 40 } }, 43.9 / 40, 'fails'],
  ['head-rise', 'one unit needs none', { curve: { shutOff: 41 }, pump: { head: 40 } }, 41 / 40, 'holds'],
  ['head-rise', 'a curve that does not fall', { curve: { shutOff: 50, falling: false } }, 1.25, 'near'],
  // 15 kW motor at 12 kW: 1.25 to 22 kW
  [
    'motor-power',
    'small motor at its factor',
    { entry: { motor: { ratedPower: 15_000 } }, pump: { shaftPower: 12_000 } },
    1.25,
    'near',
  ],
  [
    'motor-power',
    'small motor below',
    { entry: { motor: { ratedPower: 15_000 } }, pump: { shaftPower: 12_010 } },
    15_000 / 12_010,
    'fails',
  ],
  [
    'motor-power',
    'small motor beyond near',
    { entry: { motor: { ratedPower: 15_000 } }, pump: { shaftPower: 11_000 } },
    15 / 11,
    'holds',
  ],
  ['motor-power', 'middle motor', { entry: { motor: { ratedPower: 46_000 } }, pump: { shaftPower: 39_900 } }, 46 / 39.9, 'near'],
  [
    'motor-power',
    'large motor',
    { entry: { motor: { ratedPower: 110_000 } }, pump: { shaftPower: 101_000 } },
    110 / 101,
    'fails',
  ],
  [
    'motor-power',
    'each of two units',
    { entry: { motor: { ratedPower: 15_000 } }, pump: { shaftPower: 20_000, running: 2 } },
    1.5,
    'holds',
  ],
  ['valve-opening', 'at the lower limit', { valve: { opening: 0.15 } }, 0.15, 'near'],
  ['valve-opening', 'below it', { valve: { opening: 0.149 } }, 0.149, 'fails'],
  ['valve-opening', 'just inside near', { valve: { opening: 0.19 } }, 0.19, 'near'],
  ['valve-opening', 'in the middle', { valve: { opening: 0.21 } }, 0.21, 'holds'],
  ['valve-opening', 'near the upper limit', { valve: { opening: 0.81 } }, 0.81, 'near'],
  ['valve-opening', 'at the upper limit', { valve: { opening: 0.85 } }, 0.85, 'near'],
  ['valve-opening', 'above it', { valve: { opening: 0.851 } }, 0.851, 'fails'],
  ['valve-opening', 'at most 0.8 in the normal scenario', { role: 'normal', valve: { opening: 0.81 } }, 0.81, 'fails'],
  ['valve-opening', 'near that in the normal scenario', { role: 'normal', valve: { opening: 0.76 } }, 0.76, 'near'],
  // 5 m over 5 + 12 + 2 + 1 m
  [
    'valve-authority',
    'a quarter',
    { role: 'maximum', valve: { headLoss: 5 }, breakdown: parts({ valves: 5, pipes: 12, fittings: 2, devices: 1 }) },
    0.25,
    'holds',
  ],
  [
    'valve-authority',
    'less',
    { role: 'maximum', valve: { headLoss: 5 }, breakdown: parts({ valves: 5, pipes: 12, fittings: 2, devices: 1.1 }) },
    5 / 20.1,
    'fails',
  ],
  // without a pump's way: its own line, 1 m of pipe beside 1 m of valve
  ['valve-authority', 'of its own line', { role: 'maximum' }, 0.5, 'holds'],
  // xF = Δp/(p1 − pv) = 50 / (300 − 2) kPa
  ['valve-cavitation', 'below its onset', { valveEntry: { xfz: 0.5 } }, 50 / 298 / 0.5, 'holds'],
  ['valve-cavitation', 'within a tenth', { valveEntry: { xfz: 50 / 298 / 0.95 } }, 0.95, 'near'],
  // typical of a globe at Kv 20: 0.9/√(1 + 3·0.46·√(20/(1.17·0.9))) = 0.9/√(1 + 1.38·4.358136) = 0.9/2.648439 = 0.339823
  [
    'valve-cavitation',
    'typical of its body',
    { valveEntry: { body: 'globe', fl: 0.9, fd: 0.46 }, valve: { kv: 20 } },
    50 / 298 / 0.339823,
    'holds',
  ],
  ['valve-cavitation', 'beyond it is a warning', { valveEntry: { xfz: 0.1 } }, 50 / 298 / 0.1, 'near'],
  ['valve-choked', 'unchoked', { valve: { chokedDrop: 100_000 } }, 0.5, 'holds'],
  ['valve-choked', 'near', { valve: { chokedDrop: 52_000 } }, 50 / 52, 'near'],
  ['valve-choked', 'at it', { valve: { chokedDrop: 50_000 } }, 1, 'near'],
  ['valve-choked', 'choked', { valve: { chokedDrop: 49_000 } }, 50 / 49, 'fails'],
  ['valve-drop', 'of the element', { valveRead: { minDrop: 20_000, maxDrop: 60_000 } }, 50_000, 'holds'],
  ['valve-drop', 'too small', { valveRead: { minDrop: 51_000 } }, 50_000, 'fails'],
  ['valve-drop', 'too large for its data', { valveEntry: { maxDrop: 49_000 } }, 50_000, 'fails'],
  [
    'valve-drop',
    'the element goes before the data',
    { valveRead: { maxDrop: 60_000 }, valveEntry: { maxDrop: 49_000 } },
    50_000,
    'holds',
  ],
  [
    'valve-authority',
    'of a way of half a metre',
    { role: 'maximum', valve: { headLoss: 0.2 }, pipe: { headLoss: 0.3 } },
    0.4,
    'holds',
  ],
  ['set-point', 'reached', {}, 1, 'holds'],
  [
    'set-point',
    'nine tenths',
    { findings: [finding('set-point-missed', 'V', { mode: 'flow', set: 0.02, found: 0.018, state: 'open' })] },
    0.9,
    'fails',
  ],
  [
    'set-point',
    'a tenth too much',
    { findings: [finding('set-point-missed', 'V', { mode: 'flow', set: 0.02, found: 0.022, state: 'open' })] },
    1.1,
    'fails',
  ],
  ['velocity', 'discharge at its upper edge', { pipe: { velocity: 4 } }, 4, 'holds'],
  ['velocity', 'faster', { pipe: { velocity: 4.01 } }, 4.01, 'near'],
  ['velocity', 'discharge at its lower edge', { pipe: { velocity: 1 } }, 1, 'holds'],
  ['velocity', 'slow is no fault', { pipe: { velocity: 0.99 } }, 0.99, 'holds'],
  ['velocity', 'but with solids', { pipe: { velocity: 0.99 }, hasSolids: true }, 0.99, 'near'],
  ['velocity', 'with solids at its lower edge', { pipe: { velocity: 1 }, hasSolids: true }, 1, 'holds'],
  ['velocity', 'backward counts alike', { pipe: { velocity: -1.5 } }, 1.5, 'holds'],
  [
    'velocity',
    'suction, with solids, at its lower edge',
    { pipe: { velocity: 0.5 }, pipeIndex: 0, hasSolids: true },
    0.5,
    'holds',
  ],
  ['velocity', 'suction, with solids, below it', { pipe: { velocity: 0.49 }, pipeIndex: 0, hasSolids: true }, 0.49, 'near'],
  ['velocity', 'suction is held lower', { pipe: { velocity: 2.1 }, pipeIndex: 0 }, 2.1, 'near'],
  ['velocity', 'suction at its edge', { pipe: { velocity: 2 }, pipeIndex: 0 }, 2, 'holds'],
  ['velocity', 'suction may be slow', { pipe: { velocity: 0.5 }, pipeIndex: 0 }, 0.5, 'holds'],
  // design 3 bar gauge is 400 kPa absolute here
  ['highest-pressure', 'well below', { pipeRead: { designPressure: 300_000 } }, 300_000, 'holds'],
  [
    'highest-pressure',
    'within a twentieth',
    { pipeRead: { designPressure: 300_000 }, pipe: { inletPressure: 390_000 } },
    390_000,
    'near',
  ],
  ['highest-pressure', 'above', { pipeRead: { designPressure: 300_000 }, pipe: { inletPressure: 400_001 } }, 400_001, 'fails'],
  [
    'highest-pressure',
    'at a low point inside',
    { pipeRead: { designPressure: 300_000 }, pipe: { profile: [{ distance: 1, elevation: 0, pressure: 410_000 }] } },
    410_000,
    'fails',
  ],
  // at no flow 100 kPa + 1000·10·(H0 − 0) under the head of supply and pumps
  ['highest-pressure', 'at no flow', { pipeRead: { designPressure: 500_000 }, deadHeads: { L: 51 } }, 610_000, 'fails'],
  ['highest-pressure', 'at no flow, near', { pipeRead: { designPressure: 520_000 }, deadHeads: { L: 51 } }, 610_000, 'near'],
  ['highest-pressure', 'running above no flow', { pipeRead: { designPressure: 300_000 }, deadHeads: { L: 5 } }, 300_000, 'holds'],
  // 20 kPa above the vapour pressure of 2 kPa
  ['lowest-pressure', 'at its limit', { pipe: { outletPressure: 22_000 } }, 20_000, 'near'],
  ['lowest-pressure', 'below it', { pipe: { outletPressure: 21_999 } }, 19_999, 'fails'],
  ['lowest-pressure', 'at twice its limit', { pipe: { outletPressure: 42_000 } }, 40_000, 'holds'],
  [
    'lowest-pressure',
    'at a high point inside',
    { pipe: { profile: [{ distance: 1, elevation: 9, pressure: 12_000 }] } },
    10_000,
    'fails',
  ],
  // 2900·√0.02/3^0.75 = 2900·0.141421/2.279507 = 179.917
  ['suction-specific-speed', 'usual', { curve: { npshr: 3 } }, 179.917, 'holds'],
  // 2900·0.141421/2^0.75 = 410.122/1.681793 = 243.860
  ['suction-specific-speed', 'high is a warning', { curve: { npshr: 2 } }, 243.86, 'near'],
  // two eyes take half of the flow each: 243.860/√2 = 172.435
  ['suction-specific-speed', 'two eyes', { curve: { npshr: 2 }, entry: { eyes: 2 } }, 172.435, 'holds'],
  ['stage-limits', 'shaft', { entry: { maxShaftPower: 20_000 } }, 0.5, 'holds'],
  ['stage-limits', 'shaft near', { entry: { maxShaftPower: 10_400 } }, 10 / 10.4, 'near'],
  ['stage-limits', 'shaft broken', { entry: { maxShaftPower: 9000 } }, 10 / 9, 'fails'],
  // 1000·10·50 + 150000 − 100000 = 550 kPa gauge at shut-off
  ['stage-limits', 'casing', { entry: { casingPressure: 1_100_000 } }, 0.5, 'holds'],
  ['stage-limits', 'the worse of the two', { entry: { casingPressure: 500_000, maxShaftPower: 20_000 } }, 1.1, 'fails'],
  ['shaft-power', 'half', { entry: { maxShaftPower: 20_000 } }, 0.5, 'holds'],
  ['shaft-power', 'of one of two units', { entry: { maxShaftPower: 4900 }, pump: { running: 2 } }, 5 / 4.9, 'fails'],
  ['shaft-power', 'within a twentieth', { entry: { maxShaftPower: 10_400 } }, 10 / 10.4, 'near'],
  ['casing-pressure', 'half', { entry: { casingPressure: 1_100_000 } }, 0.5, 'holds'],
  ['casing-pressure', 'within a twentieth', { entry: { casingPressure: 570_000 } }, 550 / 570, 'near'],
  ['casing-pressure', 'beyond', { entry: { casingPressure: 549_000 } }, 550 / 549, 'fails'],
  // 10·1000·50 m + 150 kPa − 100 kPa = 550 kPa; half way between 1 and 0.9 MPa
  [
    'casing-pressure',
    'over temperature',
    {
      entry: {
        casingPressure: [
          { temperature: 300, pressure: 1_000_000 },
          { temperature: 400, pressure: 900_000 },
        ],
      },
      temperature: 350,
    },
    550 / 950,
    'holds',
  ],
  ['bore-fit', 'goes in', { entry: { outsideDiameter: 0.19 }, pumpRead: { bore: 0.2 } }, 0.95, 'holds'],
  ['bore-fit', 'hardly', { entry: { outsideDiameter: 0.197 }, pumpRead: { bore: 0.2 } }, 0.985, 'near'],
  ['bore-fit', 'does not', { entry: { outsideDiameter: 0.201 }, pumpRead: { bore: 0.2 } }, 1.005, 'fails'],
  ['stage-limits', 'the bore too', { entry: { outsideDiameter: 0.21 }, pumpRead: { bore: 0.2 } }, 1.05, 'fails'],
  // the made curve gives 50 m at every flow
  ['rated-head', 'just the rated', { pumpRead: { rated: { flow: 0.02, head: 50 } } }, 1, 'holds'],
  ['rated-head', 'a little less', { pumpRead: { rated: { flow: 0.02, head: 51 } } }, 50 / 51, 'near'],
  ['rated-head', 'too little', { pumpRead: { rated: { flow: 0.02, head: 52 } } }, 50 / 52, 'fails'],
  // ISO 9906: grade 2B lets 5 % of the head lack, 1U none
  ['rated-head', 'by its grade', { pumpRead: { rated: { flow: 0.02, head: 52, grade: '2B' } } }, 50 / 52, 'near'],
  [
    'rated-head',
    'by a grade that lets none lack',
    { pumpRead: { rated: { flow: 0.02, head: 50.5, grade: '1U' } } },
    50 / 50.5,
    'fails',
  ],
  ['fluid-temperature', 'cooler', { temperature: 350, entry: { maxTemperature: 360 } }, 350, 'holds'],
  ['fluid-temperature', 'within 5 K', { temperature: 356, entry: { maxTemperature: 360 } }, 356, 'near'],
  ['fluid-temperature', 'hotter than the pump', { temperature: 361, entry: { maxTemperature: 360 } }, 361, 'fails'],
  ['fluid-temperature', 'hotter than the line', { temperature: 361, pipeRead: { maxTemperature: 360 } }, 361, 'fails'],
  [
    'fluid-temperature',
    'hotter on its way than in the scenario',
    { temperature: 300, pipe: { inletTemperature: 300, outletTemperature: 361 }, pipeRead: { maxTemperature: 360 } },
    361,
    'fails',
  ],
  // gauge as entered, absolute as judged: 100 kPa of atmosphere
  [
    'suction-pressure',
    'enough',
    { pumpRead: { leastSuctionPressure: 50_000 }, pump: { inletPressure: 160_000 } },
    160_000,
    'holds',
  ],
  [
    'suction-pressure',
    'hardly',
    { pumpRead: { leastSuctionPressure: 50_000 }, pump: { inletPressure: 154_000 } },
    154_000,
    'near',
  ],
  [
    'suction-pressure',
    'too little',
    { pumpRead: { leastSuctionPressure: 50_000 }, pump: { inletPressure: 149_000 } },
    149_000,
    'fails',
  ],
  [
    'discharge-pressure',
    'less',
    { pumpRead: { mostDischargePressure: 900_000 }, pump: { outletPressure: 960_000 } },
    960_000,
    'holds',
  ],
  [
    'discharge-pressure',
    'within 3 %',
    { pumpRead: { mostDischargePressure: 900_000 }, pump: { outletPressure: 980_000 } },
    980_000,
    'near',
  ],
  [
    'discharge-pressure',
    'too much',
    { pumpRead: { mostDischargePressure: 900_000 }, pump: { outletPressure: 1_001_000 } },
    1_001_000,
    'fails',
  ],
  // half of the curve's 2900 rpm where the maker names no least, as a ranking has it
  [
    'speed-range',
    'between',
    { pumpRead: { variableSpeed: true }, entry: { maxSpeed: 3000 }, pump: { speed: 2400 } },
    0.8,
    'holds',
  ],
  [
    'speed-range',
    'above',
    { pumpRead: { variableSpeed: true }, entry: { maxSpeed: 3000 }, pump: { speed: 3030 } },
    1.01,
    'fails',
  ],
  [
    'speed-range',
    'below half of it',
    { pumpRead: { variableSpeed: true }, entry: { maxSpeed: 3000 }, pump: { speed: 1440 } },
    0.48,
    'fails',
  ],
  [
    'speed-range',
    'just above half of it',
    { pumpRead: { variableSpeed: true }, entry: { maxSpeed: 3000 }, pump: { speed: 1455 } },
    0.485,
    'holds',
  ],
  [
    'speed-range',
    'below the maker’s',
    { pumpRead: { variableSpeed: true }, entry: { maxSpeed: 3000, minSpeed: 2100 }, pump: { speed: 2040 } },
    0.68,
    'fails',
  ],
  [
    'speed-range',
    'no speed gives it',
    { pumpRead: { variableSpeed: true }, entry: { maxSpeed: 3000 }, curve: null },
    9.99,
    'fails',
  ],
  ['lowest-temperature', 'well above', { temperature: 300, pourPoint: 290 }, 300, 'holds'],
  ['lowest-temperature', 'within 3 K', { temperature: 292.9, pourPoint: 290 }, 292.9, 'near'],
  ['lowest-temperature', 'it does not flow', { temperature: 289.9, pourPoint: 290 }, 289.9, 'fails'],
  [
    'lowest-temperature',
    'colder at its end',
    { temperature: 300, pourPoint: 290, pipe: { inletTemperature: 300, outletTemperature: 289 } },
    289,
    'fails',
  ],
  // 100 kPa at 20 kPa of vapour is nearer than 90 kPa at 2 kPa
  [
    'lowest-pressure',
    'where it is hot, not where it is lowest',
    {
      pipe: {
        vapourPressure: 2000,
        profile: [
          { distance: 1, elevation: 0, pressure: 90_000, vapourPressure: 2000 },
          { distance: 2, elevation: 0, pressure: 100_000, vapourPressure: 90_000 },
        ],
      },
    },
    10_000,
    'fails',
  ],
  [
    'lowest-pressure',
    'a row that is a little further from boiling than the lowest one does not stand for it',
    {
      pipe: {
        vapourPressure: 2000,
        profile: [
          { distance: 1, elevation: 0, pressure: 90_000, vapourPressure: 2000 },
          { distance: 2, elevation: 0, pressure: 91_000, vapourPressure: 2000 },
        ],
      },
    },
    88_000,
    'holds',
  ],
  // 10·40·(1/0.7 − 1)/cp: 171.4286/cp
  ['temperature-rise', 'small', { specificHeat: 4000 }, 171.4286 / 4000, 'holds'],
  ['temperature-rise', 'beyond 8 K is a warning', { specificHeat: 21 }, 171.4286 / 21, 'near'],
  ['free-gas', 'a little', { pumpRead: { freeGas: 0.01 } }, 0.01, 'holds'],
  ['free-gas', 'more', { pumpRead: { freeGas: 0.02 } }, 0.02, 'near'],
  ['free-gas', 'too much', { pumpRead: { freeGas: 0.031 } }, 0.031, 'fails'],
  // out of the oil itself a tenth is allowed
  ['free-gas', 'that the liquid gives off', { pump: { freeGas: 0.04 }, pumpRead: { freeGas: 0.2 } }, 0.04, 'holds'],
  ['free-gas', 'more than half of it', { pump: { freeGas: 0.06 } }, 0.06, 'near'],
  ['free-gas', 'more than a tenth', { pump: { freeGas: 0.101 } }, 0.101, 'fails'],
  // 0.02/(π/4·0.05²) = 10.18592 m/s, in 0.06 m 7.07355, in 0.055 m 8.41811
  ['valve-velocity', 'usual', { valveEntry: { bore: 0.06 } }, 7.07355, 'holds'],
  ['valve-velocity', 'within a fifth', { valveEntry: { bore: 0.055 } }, 8.41811, 'near'],
  ['valve-velocity', 'beyond is a warning', { valveEntry: { bore: 0.05 } }, 10.18592, 'near'],
  // running 300 − 290 kPa; at no flow 100 kPa + 10·1000·61 m less 290
  ['valve-shut-off', 'running', { valveEntry: { shutOffDrop: 20_000 } }, 10_000, 'holds'],
  ['valve-shut-off', 'against the pump', { valveEntry: { shutOffDrop: 400_000 }, deadHeads: { V: 61 } }, 420_000, 'fails'],
  // v = 0.02/(π/4·0.04) = 0.63662; Fr = 0.63662/√2 = 0.450158; S = 0.2·(1 + 2.3·0.450158) = 0.407073 m
  ['submergence', 'deep enough', { vesselRead: { bore: 0.2, level: 2 } }, 2, 'holds'],
  ['submergence', 'within a fifth', { vesselRead: { bore: 0.2, level: 0.48 } }, 0.48, 'near'],
  ['submergence', 'too shallow', { vesselRead: { bore: 0.2, level: 0.4 } }, 0.4, 'fails'],
  // 2 m of water over the intake of a well without a given vortex depth is judged only by the study's own limit
  ['submergence', 'of a well', { wellRead: { bore: 0.2 } }, 10, 'holds'],
  // the pipe holds 300 kPa absolute, 200 kPa gauge; 10·1000·31 m = 310 kPa gauge at no flow
  ['pressure-class', 'of a pipe, running', { pipeRead: { ratedPressure: 400_000 } }, 0.5, 'holds'],
  ['pressure-class', 'at nine tenths', { pipeRead: { ratedPressure: 200_000 / 0.8999 } }, 0.8999, 'holds'],
  ['pressure-class', 'beyond nine tenths', { pipeRead: { ratedPressure: 200_000 / 0.9001 } }, 0.9001, 'near'],
  ['pressure-class', 'at its rating', { pipeRead: { ratedPressure: 200_000 } }, 1, 'near'],
  ['pressure-class', 'above it', { pipeRead: { ratedPressure: 199_900 } }, 200 / 199.9, 'fails'],
  ['pressure-class', 'at no flow', { pipeRead: { ratedPressure: 500_000 }, deadHeads: { L: 31 } }, 0.62, 'holds'],
  ['pressure-class', 'by its class', { pipeRead: { pressureClass: 'PN2.5' }, temperature: 300 }, 0.8, 'holds'],
  // class 150 at 373.15 K allows 17.7 bar; the hotter end counts
  [
    'pressure-class',
    'at the hottest place',
    { pipeRead: { pressureClass: 'class 150' }, temperature: 300, pipe: { inletTemperature: 350, outletTemperature: 373.15 } },
    2 / 17.7,
    'holds',
  ],
  ['pressure-class', 'of the entry of a valve', { valveEntry: { ratedPressure: 150_000 } }, 200 / 150, 'fails'],
  ['well-level', 'ten metres above the intake', {}, 10, 'holds'],
  ['well-level', 'near', { wellHead: -16 }, 4, 'near'],
  ['well-level', 'too low', { wellHead: -17.1 }, 2.9, 'fails'],
  ['method-range', 'B of 5', { curve: { b: 5, cq: 0.94 } }, 5, 'holds'],
  ['method-range', 'B beyond the tests is a warning', { curve: { b: 41, cq: 0.5 } }, 41, 'near'],
];

function parts(of: object) {
  return {
    lift: 0,
    pressure: 0,
    velocity: 0,
    well: 0,
    pipes: 0,
    fittings: 0,
    devices: 0,
    valves: 0,
    otherPumps: 0,
    columns: 0,
    ...of,
  };
}

test.each(CASES)('%s, %s', (code, _name, m, value, verdict) => {
  const found = marginOf(code, m);
  expect(found.value).toBeCloseTo(value, 3);
  expect(found.verdict).toBe(verdict);
});

const REASONS: readonly [CheckCode, Made, string][] = [
  ['npsh-ratio', { pump: { running: 0 } }, 'off'],
  ['npsh-ratio', { pump: { flow: 0 } }, 'no-flow'],
  ['npsh-ratio', { pump: { npshr: null } }, 'no-npshr'],
  ['npsh-difference', { pump: { npsha: null } }, 'no-npshr'],
  ['flow-region', { curve: null }, 'no-curve'],
  ['flow-region', { pump: { running: 0 } }, 'off'],
  ['minimum-flow', {}, 'not-given'],
  ['rated-flow', { role: 'normal' }, 'not-rated'],
  ['rated-head', {}, 'no-rated-point'],
  ['rated-head', { pump: { running: 0 } }, 'off'],
  ['head-reserve', {}, 'no-rated-point'],
  ['head-reserve', { pumpRead: { rated: { flow: 0.02, head: 50 } } }, 'one-diameter'],
  ['shaft-power', {}, 'not-given'],
  ['shaft-power', { curve: null }, 'no-curve'],
  ['casing-pressure', {}, 'not-given'],
  ['casing-pressure', { entry: { casingPressure: 1e6 }, pump: { inletPressure: null } }, 'no-pressure'],
  ['bore-fit', { entry: { outsideDiameter: 0.19 } }, 'not-given'],
  ['fluid-temperature', { temperature: 300 }, 'not-given'],
  ['lowest-temperature', { temperature: 300 }, 'not-given'],
  ['suction-pressure', {}, 'not-given'],
  ['suction-pressure', { pumpRead: { leastSuctionPressure: 1 }, pump: { inletPressure: null } }, 'no-pressure'],
  ['discharge-pressure', {}, 'not-given'],
  ['discharge-pressure', { pumpRead: { mostDischargePressure: 1 }, pump: { running: 0 } }, 'off'],
  ['speed-range', {}, 'not-given'],
  ['speed-range', { pumpRead: { variableSpeed: true }, pump: { flow: 0 } }, 'no-flow'],
  ['lowest-temperature', { pourPoint: 290 }, 'no-temperature'],
  ['temperature-rise', {}, 'no-specific-heat'],
  ['temperature-rise', { specificHeat: 4000, pump: { efficiency: null } }, 'no-efficiency'],
  ['temperature-rise', { specificHeat: 4000, pump: { flow: 0 } }, 'no-flow'],
  ['free-gas', {}, 'not-given'],
  ['valve-velocity', {}, 'not-given'],
  ['valve-velocity', { valveEntry: { bore: 0.05 }, valve: { flow: 0 } }, 'no-flow'],
  ['valve-shut-off', {}, 'not-given'],
  ['valve-shut-off', { valveEntry: { shutOffDrop: 1 }, valve: { outletPressure: null } }, 'no-pressure'],
  ['minimum-flow', { curve: null, entry: { minFlow: 0.01 } }, 'no-curve'],
  ['minimum-flow', { pump: { running: 0 }, entry: { minFlow: 0.01 } }, 'off'],
  ['valve-authority', { role: 'maximum', valve: { headLoss: 0 }, pipe: { headLoss: 0 } }, 'no-loss'],
  ['rated-flow', { role: 'rated', curve: null }, 'no-curve'],
  ['rated-flow', { role: 'rated', pump: { running: 0 } }, 'off'],
  ['curve-range', { curve: null }, 'no-curve'],
  ['head-rise', { pump: { head: 0 } }, 'no-flow'],
  ['motor-power', {}, 'not-given'],
  ['motor-power', { curve: null, entry: { motor: { ratedPower: 9 } } }, 'no-curve'],
  ['valve-opening', { valve: { flow: 0 } }, 'no-flow'],
  ['valve-opening', { valve: { flow: -0.02 } }, 'no-flow'],
  ['valve-opening', { valve: { opening: null } }, 'no-valve'],
  ['valve-authority', { role: 'normal' }, 'not-maximum'],
  ['valve-authority', { role: 'maximum', valve: { flow: 0 } }, 'no-flow'],
  ['motor-power', { pump: { running: 0 }, entry: { motor: { ratedPower: 9 } } }, 'off'],
  ['valve-authority', { role: 'maximum', valveRead: { mode: 'opening' } }, 'not-controlling'],
  ['valve-cavitation', {}, 'not-given'],
  ['valve-cavitation', { valveEntry: { xfz: 0.3 }, valve: { flow: 0 } }, 'no-flow'],
  ['valve-cavitation', { valveEntry: { xfz: 0.3 }, valve: { inletPressure: 1000 } }, 'no-pressure'],
  ['valve-choked', { valve: { chokedDrop: -5 } }, 'no-pressure'],
  ['valve-drop', {}, 'not-given'],
  ['set-point', { valveRead: { mode: 'opening' } }, 'not-controlling'],
  ['velocity', { pipe: { velocity: 5e-7 } }, 'no-flow'],
  ['cable-drop', {}, 'not-given'],
  ['cable-drop', { pump: { running: 0, cableDrop: 0.02 } }, 'off'],
  ['motor-cooling', { pump: { motorVelocity: 0.3 } }, 'not-given'],
  ['motor-cooling', { pump: { running: 0 } }, 'off'],
  ['motor-starts', { pumpRead: { starts: 8 } }, 'not-given'],
  ['motor-starts', { pump: { running: 0 } }, 'off'],
  ['starting-torque', {}, 'not-given'],
  ['starting-torque', { pump: { running: 0, startTorque: 2 } }, 'off'],
  ['solids-passage', { solidSize: 0.02 }, 'not-given'],
  ['solids-passage', { entry: { solidsPassage: 0.02 } }, 'not-given'],
  ['solids-passage', { pump: { running: 0 } }, 'off'],
  ['standby', {}, 'not-given'],
  ['standby', { pumpRead: { standby: 1 }, pump: { running: 0 } }, 'off'],
  ['pressure-class', {}, 'not-given'],
  ['pressure-class', { pipeRead: { pressureClass: 'PN16' } }, 'no-rating'],
  ['pressure-class', { pipeRead: { ratedPressure: 4e5 }, pipe: { inletPressure: null, outletPressure: null } }, 'no-pressure'],
  ['casing-pressure', { entry: { casingPressure: [{ temperature: 300, pressure: 1e6 }] }, temperature: 310 }, 'no-rating'],
  ['casing-pressure', { entry: { casingPressure: [{ temperature: 300, pressure: 1e6 }] } }, 'no-rating'],
  ['highest-pressure', {}, 'not-given'],
  ['highest-pressure', { pipeRead: { designPressure: 3e5 }, pipe: { inletPressure: null, outletPressure: null } }, 'no-pressure'],
  ['lowest-pressure', { pipe: { inletPressure: null, outletPressure: null } }, 'no-pressure'],
  ['suction-specific-speed', { curve: { npshr: 0 } }, 'no-npshr'],
  ['stage-limits', {}, 'not-given'],
  ['stage-limits', { pump: { running: 0 }, entry: { maxShaftPower: 20_000 } }, 'off'],
  ['stage-limits', { curve: null, entry: { outsideDiameter: 0.2 }, pumpRead: { bore: 0.3 } }, 'no-curve'],
  ['submergence', {}, 'not-given'],
  ['submergence', { vesselRead: { bore: 0.2 }, outflow: -0.01 }, 'no-flow'],
  ['submergence', { vesselRead: { bore: 0.2, level: 'solve' } }, 'no-level'],
  ['well-level', { wellHead: null }, 'no-level'],
  ['method-range', {}, 'not-viscous'],
];

test('submergence by the study’s own limit needs no bore; the vortex depth is the limit where one is given', () => {
  const own = marginOf('submergence', { vesselRead: { level: 0.7 } }, [{ check: 'submergence', limit: 0.8 }], 'T');
  expect(own).toMatchObject({ verdict: 'fails', limit: 0.8, value: 0.7 });
  // S of 0.407073 m, worked out above
  expect(marginOf('submergence', { vesselRead: { bore: 0.2 } }, [], 'T').limit).toBeCloseTo(0.407073, 5);
});

test('authority of the way of another pump: the one whose way passes the valve', () => {
  const scenario = made({ role: 'maximum', valve: { headLoss: 5 }, breakdown: parts({ valves: 5, pipes: 15 }) });
  scenario.result.ways.P = [{ line: 'elsewhere', forward: true }];
  // its own line then: 1 m of pipe and 5 m of valve
  expect(judge(scenario, []).find((m) => m.check === 'valve-authority')!.value).toBeCloseTo(5 / 6, 9);
});

test.each(REASONS)('%s does not apply: %j, %s', (code, m, reason) => {
  const found = marginOf(code, m);
  expect(found).toMatchObject({ verdict: 'not-applicable', reason, value: null, limit: null });
  expect(CHECKS[code].reasons).toContain(reason);
});

test('a pump with a highest temperature in a scenario without one', () =>
  expect(marginOf('fluid-temperature', { entry: { maxTemperature: 360 } }, [], 'P')).toMatchObject({ reason: 'no-temperature' }));

test('the regions of a pump are the maker’s own, else the usual ones', () => {
  expect(regionsOf(undefined)).toEqual({ allowable: [0.5, 1.25], preferred: [0.7, 1.2] });
  expect(regionsOf({ curves: [], stages: 1, preferredRegion: [0.8, 1.1] })).toEqual({
    allowable: [0.5, 1.25],
    preferred: [0.8, 1.1],
  });
});

test.each([
  [22_000, 1.25],
  [22_001, 1.15],
  [55_000, 1.15],
  [55_001, 1.1],
])('a motor of %d W wants %d of the shaft power', (watts, factor) => expect(motorFactor(watts)).toBe(factor));

describe('a study’s own limit', () => {
  // a scenario in which nearly every check has something to judge
  const full: Made = {
    role: 'rated',
    entry: {
      minFlow: 0.01,
      motor: { ratedPower: 15_000, voltage: 400, leastVelocity: 0.1, startsPerHour: 20 },
      solidsPassage: 0.04,
      maxShaftPower: 20_000,
      casingPressure: 1_100_000,
      outsideDiameter: 0.19,
      maxTemperature: 400,
      curves: [
        {
          speed: 2900,
          diameter: 0.2,
          rows: [
            { flow: 0, head: 60 },
            { flow: 0.04, head: 40 },
          ],
        },
      ],
      maxDiameter: 0.22,
    },
    pumpRead: {
      rated: { flow: 0.02, head: 50 },
      bore: 0.2,
      freeGas: 0.01,
      variableSpeed: true,
      leastSuctionPressure: 0,
      mostDischargePressure: 1e7,
      requiredFlow: 0.02,
      standby: 1,
      starts: 8,
      installed: 2,
    },
    temperature: 300,
    solidSize: 0.02,
    pump: { cableDrop: 0.02, motorVelocity: 0.3, startTorque: 2 },
    pourPoint: 250,
    specificHeat: 4000,
    hasSolids: true,
    deadHeads: { V: 20 },
    curve: { b: 5, cq: 0.9 },
    valveEntry: { xfz: 0.5, bore: 0.08, shutOffDrop: 900_000 },
    valveRead: { minDrop: 1, maxDrop: 1e6 },
    pipeRead: { designPressure: 900_000, ratedPressure: 400_000 },
    vesselRead: { bore: 0.2, requiredPressure: -5000 },
  };
  test.each(CHECK_CODES)('%s: honoured: what holds fails or is near when the limit goes past it', (code) => {
    const value = marginOf(code, full, [{ check: code, limit: CHECKS[code].sense === 'band' ? [-1e9, 1e9] : 0 }]).value!;
    const { sense, worst } = CHECKS[code];
    const beyond = sense === 'least' ? value + 0.5 : sense === 'most' ? value - 0.5 : ([value + 0.1, value + 1] as const);
    const found = marginOf(code, full, [{ check: code, limit: beyond }]);
    expect(found.verdict).toBe(code === 'set-point' ? 'fails' : worst);
    expect(found.isOwn).toBe(true);
    expect(found.limit).toBe(typeof beyond === 'number' ? beyond : beyond[0]);
  });

  test('one unit has a head rise only where the study asks for one', () => {
    const m: Made = { curve: { shutOff: 43 }, pump: { head: 40 } };
    expect(marginOf('head-rise', m)).toMatchObject({ verdict: 'holds', limit: 1 });
    expect(marginOf('head-rise', m, [{ check: 'head-rise', limit: 1.1 }])).toMatchObject({ verdict: 'fails', limit: 1.1 });
  });

  test('the edges of near move with it', () => {
    const ratio = marginOf('npsh-ratio', {}, [{ check: 'npsh-ratio', limit: 2 }]);
    expect(ratio.nearBelow).toBeCloseTo(2.2, 12);
    const range = marginOf('curve-range', {}, [{ check: 'curve-range', limit: 0.8 }]);
    expect(range.nearAbove).toBeCloseTo(0.776, 12);
    const opening = marginOf('valve-opening', {}, [{ check: 'valve-opening', limit: [0.3, 0.7] }]);
    expect([opening.nearBelow, opening.nearAbove]).toEqual([expect.closeTo(0.35, 12), expect.closeTo(0.65, 12)]);
    // inside a narrower region nothing is preferred that is not allowable
    const region = marginOf('flow-region', {}, [{ check: 'flow-region', limit: [0.8, 1.1] }]);
    expect([region.nearBelow, region.nearAbove]).toEqual([0.8, 1.1]);
  });

  test('one number for a band is its upper end', () => {
    expect(marginOf('velocity', {}, [{ check: 'velocity', limit: 1.4 }])).toMatchObject({
      limit: 1,
      upper: 1.4,
      verdict: 'near',
    });
  });

  test('the most particular one goes before, among equals the last', () => {
    const limit = (x: number, more: object = {}): LimitOverride => ({ check: 'npsh-ratio', limit: x, ...more });
    const of = (...limits: LimitOverride[]) => marginOf('npsh-ratio', {}, limits).limit;
    expect(of(limit(1.5), limit(1.6))).toBe(1.6);
    expect(of(limit(1.5, { scenario: 'a' }), limit(1.6))).toBe(1.5);
    expect(of(limit(1.5, { where: 'P' }), limit(1.6, { scenario: 'a' }))).toBe(1.5);
    expect(of(limit(1.5, { where: 'P', scenario: 'a' }), limit(1.6, { where: 'P' }))).toBe(1.5);
    // meant for elsewhere
    expect(of(limit(1.5, { where: 'Q' }), limit(1.6, { scenario: 'b' }), { check: 'curve-range', limit: 9 })).toBe(1.3);
  });
});

test('margins stand in the order of the system, each check once for each thing it applies to', () => {
  const margins = judge(made(), []);
  const keys = margins.map((m) => `${m.check}:${m.where}`);
  expect(new Set(keys).size).toBe(keys.length);
  expect([...new Set(margins.map((m) => m.where))]).toEqual(['L', 'P', 'V', 'T', 'W']);
  expect(margins.filter((m) => m.where === 'W').map((m) => m.check)).toEqual([
    'submergence',
    'well-level',
    'delivered-flow',
    'delivered-pressure',
  ]);
});

test('the working of a margin gives its value; what is not judged has none', () => {
  const scenario = made();
  for (const margin of judge(scenario, [])) {
    const step = marginWorking(scenario, margin);
    if (margin.value === null) expect(step).toBeUndefined();
    else expect(step!.result.value).toBe(margin.value);
  }
});

test('the working of a margin is that of its own place, of two that have the same check', () => {
  const one = made();
  const pump = one.elements.find((e) => e.kind === 'pump')!;
  const result = { ...one.result, elements: { ...one.result.elements, P2: { ...one.result.elements.P!, npsha: 4, npshr: 4 } } };
  const scenario = { ...one, result: result as typeof one.result, elements: [...one.elements, { ...pump, id: 'P2' }] };
  const margins = judge(scenario, []).filter((m) => m.check === 'npsh-ratio');
  expect(margins.map((m) => m.where)).toEqual(['P', 'P2']);
  expect(margins[1]!.value).toBe(1);
  for (const m of margins) expect(marginWorking(scenario, m)!.result.value).toBe(m.value);
});

test('what is judged by the study’s own limit alone has its working as well', () => {
  const limits: LimitOverride[] = [
    { check: 'highest-pressure', limit: 1e6 },
    { check: 'rated-flow', limit: [0.1, 2] },
  ];
  const scenario = made();
  for (const { check } of limits) {
    const of = (own: LimitOverride[]) => judge(scenario, own).filter((m) => m.check === check && m.value !== null);
    expect(of([])).toEqual([]);
    const [margin] = of(limits);
    expect(marginWorking(scenario, margin!)!.result.value).toBe(margin!.value);
  }
});

test('the first code that is asked at other places than one, in the order of the checks', () => {
  const scenario = made();
  const orders = (where: (id: string) => boolean): number[] =>
    judge(scenario, [])
      .filter((m) => where(m.where))
      .map((m) => CHECK_CODES.indexOf(m.check));
  const judging = new Judging(scenario, []);
  expect(judging.firstBeside('P')).toBe(Math.min(...orders((id) => id !== 'P')));
  expect(judging.firstBeside('L')).toBe(0);
  expect(Math.min(...orders((id) => id !== 'P'))).toBeGreaterThan(0);
  const alone = { ...scenario, elements: scenario.elements.filter((e) => e.id === 'P'), points: [] };
  expect(new Judging(alone, []).firstBeside('P')).toBe(Infinity);
});

test('a head of half a metre is a head, and has its rise', () =>
  expect(marginOf('head-rise', { pump: { head: 0.5 } }).value).not.toBeNull());

test('a margin of no known check has no working', () =>
  expect(marginWorking(made({}), { check: 'no-such', where: 'P', value: 1, limit: 1, verdict: 'holds' })).toBeUndefined());

test('a margin says whether its limit is the study’s own', () => {
  expect(marginOf('npsh-ratio')).not.toHaveProperty('isOwn');
  expect(marginOf('npsh-ratio', {}, [{ check: 'npsh-ratio', limit: 1.2 }])).toMatchObject({ isOwn: true, limit: 1.2 });
});

test('a set point that is reached is 1 of 1, in no unit', () => {
  const { inputs } = marginWorking(made(), marginOf('set-point'))!;
  expect(inputs.map((v) => [v.value, v.dimension])).toEqual([
    [1, 'ratio'],
    [1, 'ratio'],
  ]);
});

test('a flow that is missed is shown as flows', () => {
  const m = { findings: [finding('set-point-missed', 'V', { mode: 'flow', set: 0.02, found: 0.018, state: 'open' })] };
  expect(marginWorking(made(m), marginOf('set-point', m))!.inputs.map((v) => [v.value, v.dimension])).toEqual([
    [0.018, 'flow'],
    [0.02, 'flow'],
  ]);
});

test('an onset of cavitation that is typical of the body says so, one of the maker does not', () => {
  const named = (valveEntry: object): string =>
    marginWorking(made({ valveEntry }), marginOf('valve-cavitation', { valveEntry }))!.inputs.find((v) => v.symbol === 'xFz')!
      .name.word;
  expect(named({ xfz: 0.3 })).toBe('quantity.onset-of-cavitation');
  expect(named({ body: 'globe' })).toBe('quantity.onset-of-cavitation-typical');
});

test('a pressure that is missed is shown as pressures', () => {
  const values = { mode: 'outlet-pressure', set: 4e5, found: 3.6e5, state: 'open' };
  const m = { valveRead: { mode: 'outlet-pressure' }, findings: [finding('set-point-missed', 'V', values)] };
  expect(marginWorking(made(m), marginOf('set-point', m))!.inputs.map((v) => [v.value, v.dimension])).toEqual([
    [3.6e5, 'absolutePressure'],
    [4e5, 'absolutePressure'],
  ]);
});

test('of each grade of acceptance test the head that may lack: ISO 9906, table 8', () => {
  const limitOf = (grade: string) => marginOf('rated-head', { pumpRead: { rated: { flow: 0.02, head: 50, grade } } }).limit;
  expect(['1B', '1E', '1U', '2B', '2U', '3B'].map(limitOf)).toEqual([0.97, 0.97, 1, 0.95, 1, expect.closeTo(0.93, 12)]);
});

test('a margin has the edges that it was judged by and no others', () => {
  expect(marginOf('npsh-ratio')).not.toHaveProperty('upper');
  expect(marginOf('npsh-ratio')).not.toHaveProperty('governs');
  expect(marginOf('valve-opening')).toHaveProperty('upper');
});

test('a set point that another valve misses is not this one’s', () => {
  const missed = (where: string) => [finding('set-point-missed', where, { mode: 'flow', set: 0.02, found: 0.01, state: 'open' })];
  expect(marginOf('set-point', { findings: missed('V') })).toMatchObject({ value: 0.5, verdict: 'fails' });
  expect(marginOf('set-point', { findings: missed('V-2') })).toMatchObject({ value: 1, verdict: 'holds' });
});

test('a drop that has a greatest alone may be as small as it likes', () =>
  expect(marginOf('valve-drop', { valveRead: { maxDrop: 60_000 } })).toMatchObject({
    limit: 0,
    upper: 60_000,
    verdict: 'holds',
  }));

test('an NPSHR of less than a metre is one', () =>
  expect(marginOf('npsh-ratio', { pump: { npsha: 9, npshr: 0.9 } })).toMatchObject({ value: 10, verdict: 'holds' }));

test('a well whose level is not known has no submergence', () => {
  const unknown = marginOf('submergence', { wellRead: { bore: 0.2 }, wellHead: null }, [], 'W');
  expect(unknown).toMatchObject({ verdict: 'not-applicable', reason: 'no-level' });
});

test('the reserve of head is that of the largest impeller at the rated flow, by affinity', () => {
  const curves = [
    {
      speed: 2900,
      diameter: 0.2,
      rows: [
        { flow: 0, head: 60 },
        { flow: 0.04, head: 40 },
      ],
    },
  ];
  const m = { entry: { curves, maxDiameter: 0.21 }, pumpRead: { rated: { flow: 0.02, head: 50 } } };
  // H = 60 − 500·Q at 0.2 m: 1.05²·(60 − 500·0.02/1.05) = 55.65 at 0.21 m, over the 50 m of the made one
  expect(marginOf('head-reserve', m)).toMatchObject({ value: expect.closeTo(1.113, 9), verdict: 'holds', limit: 1.05 });
  expect(marginOf('head-reserve', { ...m, entry: { curves, maxDiameter: 0.2 } })).toMatchObject({ value: 1, verdict: 'fails' });
});

test('without a largest impeller of its own a pump has the largest that is made', () => {
  const rows = (h0: number): object[] => [0, 0.04].map((flow) => ({ flow, head: h0 - 500 * flow }));
  const curves = [0.2, 0.21].map((diameter, i) => ({ speed: 2900, diameter, rows: rows(60 + 6 * i) }));
  const m = { entry: { curves }, pumpRead: { rated: { flow: 0.02, head: 50 } } };
  // 66 − 500·0.02 = 56 m over 60 − 500·0.02 = 50 m
  expect(marginOf('head-reserve', m)).toMatchObject({ value: expect.closeTo(1.12, 9), verdict: 'holds' });
});

test('which of running and no flow gave the highest pressure is said', () => {
  const pipeRead = { designPressure: 900_000 };
  expect(marginOf('highest-pressure', { pipeRead }).governs).toBe('running');
  expect(marginOf('highest-pressure', { pipeRead, deadHeads: { L: 51 } }).governs).toBe('dead-head');
});

test('the working of the highest pressure is that of what governs', () => {
  const working = (m: Made) => marginWorking(made(m), marginOf('highest-pressure', m))!;
  const pipeRead = { designPressure: 500_000 };
  expect(working({ pipeRead }).inputs.map((v) => [v.symbol, v.value])).toEqual([['p', 300_000]]);
  const { inputs } = working({ pipeRead, deadHeads: { L: 51 } });
  expect(inputs.map((v) => v.symbol)).toEqual(['pa', 'ρ', 'g', 'H0', 'z']);
  const [pa, density, gravity, head, low] = inputs.map((v) => Number(v.value)) as [number, number, number, number, number];
  expect(pa + density * gravity * (head - low)).toBeCloseTo(610_000, 6);
});

test('a check without a near has no edge of it', () => {
  for (const code of ['head-rise', 'set-point', 'suction-specific-speed'] as const) {
    expect(marginOf(code)).not.toHaveProperty('nearBelow');
    expect(marginOf(code)).not.toHaveProperty('nearAbove');
  }
});
