import { Reader } from '../fields/reader.js';
import { runStudy } from '../scenarios/run.js';
import { line, pipe, PUMP, study, vessel } from '../test/studies.js';
import { CHECK_CODES, CHECKS, type CheckCode } from './index.js';
import { readLimit, readLimits, readTypedLimit } from './limits.js';
/** a site at 90 kPa */
const reader = () => new Reader({ density: 1000, atmosphere: 90_000 });
const read = (raw: Record<string, unknown>) => {
  const r = reader();
  const limit = readLimit(raw, 'limits[0]', r);
  return { limit: limit?.limit, problems: r.problems.map((p) => `${p.path} ${String(p.detail.reason)}`) };
};

test.each([
  ['npsh-ratio', 1.5, 1.5],
  ['npsh-difference', '1 m', 1],
  ['npsh-difference', '5 ft', 1.524],
  ['valve-opening', [0.2, 0.8], [0.2, 0.8]],
  ['valve-opening', ['20 %', '80 %'], [0.2, 0.8]],
  ['valve-opening', 0.8, 0.8],
  ['velocity', ['0.5 m/s', '3 m/s'], [0.5, 3]],
  ['velocity', '10 ft/s', 3.048],
  // gauge above the site's own atmosphere, absolute as it stands
  ['highest-pressure', '16 bar(g)', 1_690_000],
  ['highest-pressure', '16 bar', 1_690_000],
  ['highest-pressure', '16 bar(a)', 1_600_000],
  ['lowest-pressure', '0.3 bar', 30_000],
  ['well-level', '5 m', 5],
  ['valve-drop', ['0.1 bar', '4 bar'], [10_000, 400_000]],
] as const)('%s: %j is %j', (check, limit, si) => {
  const found = read({ check, limit });
  expect(found.problems).toEqual([]);
  if (typeof si === 'number') expect(found.limit).toBeCloseTo(si, 6);
  else expect(found.limit).toEqual(si);
});

test.each([
  [{ check: 'npsh', limit: 1 }, 'limits[0].check not-choice'],
  [{ limit: 1 }, 'limits[0].check not-choice'],
  [{ check: 'npsh-ratio' }, 'limits[0].limit missing'],
  [{ check: 'npsh-ratio', limit: '1.5 m' }, 'limits[0].limit bad-limit'],
  [{ check: 'npsh-ratio', limit: [1, 2] }, 'limits[0].limit bad-limit'],
  [{ check: 'npsh-ratio', limit: null }, 'limits[0].limit bad-limit'],
  [{ check: 'npsh-difference', limit: 1 }, 'limits[0].limit bad-limit'],
  [{ check: 'npsh-difference', limit: '1 bar' }, 'limits[0].limit bad-limit'],
  [{ check: 'velocity', limit: ['3 m/s', '1 m/s'] }, 'limits[0].limit bad-band'],
  [{ check: 'velocity', limit: ['1 m/s', '2 m/s', '3 m/s'] }, 'limits[0].limit bad-band'],
  [{ check: 'velocity', limit: ['1 m/s'] }, 'limits[0].limit bad-band'],
  [{ check: 'velocity', limit: ['1 m/s', 'fast'] }, 'limits[0].limit bad-band'],
  [{ check: 'npsh-ratio', limit: 1.5, where: 7 }, 'limits[0].where not-text'],
  [{ check: 'npsh-ratio', limit: 1.5, reason: 'x'.repeat(2001) }, 'limits[0].reason too-long'],
  [{ check: 'npsh-ratio', limit: 1.5, because: 'x' }, 'limits[0].because unknown-key'],
])('%j is said: %s', (raw, problem) => expect(read(raw).problems).toEqual([problem]));

test('place, scenario and reason go with it', () => {
  const r = reader();
  const raw = { check: 'npsh-ratio', limit: 1.5, where: 'P', scenario: 'a', reason: 'x'.repeat(2000) };
  expect(readLimit(raw, 'limits[0]', r)).toEqual({ check: 'npsh-ratio', limit: 1.5, where: 'P', scenario: 'a' });
  expect(r.problems).toEqual([]);
  expect(readLimits([raw, 'x', { check: 'npsh-ratio' }], reader())).toHaveLength(1);
  expect(readLimits({}, reader())).toEqual([]);
});

test('a limit for any code is taken, and what is wrong keeps the study from being solved', () => {
  const base = (limits: object[]) =>
    study(
      { T: vessel(0, 3), U: vessel(30) },
      [line('L', 'T', 'U', [pipe('a'), { id: 'P', kind: 'pump', mode: 'curve', pump: 'p' }])],
      { pumps: { p: PUMP }, limits },
    );
  const usual = (code: CheckCode): unknown => {
    const { dimension, sense } = CHECKS[code];
    const unit = {
      temperature: ' C',
      temperatureDifference: ' K',
      head: ' m',
      velocity: ' m/s',
      absolutePressure: ' bar',
      pressureDifference: ' bar',
      length: ' m',
    }[String(dimension)];
    const one = (x: number) => (unit === undefined ? x : `${x}${unit}`);
    return sense === 'band' ? [one(0.1), one(2)] : one(1);
  };
  for (const check of CHECK_CODES)
    expect([check, runStudy(base([{ check, limit: usual(check) }])).problems]).toEqual([check, []]);
  expect(runStudy(base([{ check: 'npsh-ratio', limit: 'x' }])).problems).toMatchObject([{ path: 'limits[0].limit' }]);
  expect(runStudy(base([{ check: 'npsh-ratio', limit: 1, where: 'nowhere' }])).problems).toMatchObject([
    { path: 'limits[0].where' },
  ]);
  expect(runStudy(base([{ check: 'npsh-ratio', limit: 1, scenario: 'z' }])).problems).toMatchObject([
    { path: 'limits[0].scenario' },
  ]);
});

describe('as it is typed', () => {
  test.each([
    ['npsh-ratio', '1.5', '', 1.5],
    ['npsh-ratio', '1,5', '', 1.5],
    ['npsh-difference', '2', '0 ft', '2 ft'],
    ['valve-opening', '20 % – 80 %', '', [0.2, 0.8]],
    ['valve-opening', '0.2 to 0.8', '', [0.2, 0.8]],
    ['velocity', '0.5; 3', '0 m/s', ['0.5 m/s', '3 m/s']],
    ['velocity', '3 m/s', '', '3 m/s'],
    ['highest-pressure', '16', '0 bar(g)', '16 bar(g)'],
  ] as const)('%s: %s', (check, typed, before, limit) =>
    expect(readTypedLimit(check, typed, before)).toEqual({ ok: true, limit }),
  );
  test.each([
    ['npsh-ratio', '1 – 2', '', 'bad-limit'],
    ['npsh-ratio', '', '', 'not-number'],
    ['velocity', '3 – 1', '0 m/s', 'bad-band'],
    ['velocity', '1 – 2 – 3', '0 m/s', 'bad-band'],
    ['velocity', '3 bar', '', 'wrong-dimension'],
    ['npsh-ratio', '1,500', '', 'two-readings'],
  ] as const)('%s: %s is refused: %s', (check, typed, before, reason) =>
    expect(readTypedLimit(check, typed, before)).toMatchObject({ ok: false, problem: { detail: { reason } } }),
  );
});
