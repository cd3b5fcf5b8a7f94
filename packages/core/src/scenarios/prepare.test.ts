import { readdirSync, readFileSync } from 'node:fs';
import { parseStudyText } from '../document/read-study.js';
import { junction, line, pipe, solved, study, vessel } from '../test/studies.js';
import { prepareStudy } from './prepare.js';

const sound = () =>
  study({ T: vessel(0), U: vessel(10) }, [
    line('L', 'T', 'U', [{ id: 'P', kind: 'pump', mode: 'flow', flow: '50 m3/h' }, pipe('a', 200)]),
  ]);
const problems = (raw: unknown) =>
  prepareStudy(raw).problems.map((p) => ({ code: p.code, path: p.path, where: p.where, reason: p.detail.reason }));
type Any = Record<string, any>;
const changed = (change: (s: Any) => void) => {
  const s = structuredClone(sound()) as Any;
  change(s);
  return problems(s);
};

test('a sound study has no problems', () => expect(problems(sound())).toEqual([]));

test.each<[string, (s: Any) => void, string, string]>([
  ['unknown unit', (s) => (s.lines[0].elements[1].length = '30 furlong'), 'bad-quantity', 'lines[0].elements[1].length'],
  ['wrong dimension', (s) => (s.points.T.level = '3 bar'), 'bad-quantity', 'points.T.level'],
  ['a number without unit', (s) => (s.points.T.level = 3), 'bad-quantity', 'points.T.level'],
  ['an absurd value', (s) => (s.lines[0].elements[1].length = '1e30 m'), 'bad-value', 'lines[0].elements[1].length'],
  ['a negative length', (s) => (s.lines[0].elements[1].length = '-3 m'), 'bad-value', 'lines[0].elements[1].length'],
  ['below absolute vacuum', (s) => (s.points.T.pressure = '-1.2 bar(g)'), 'bad-value', 'points.T.pressure'],
  ['missing id', (s) => delete s.lines[0].elements[1].id, 'missing', 'lines[0].elements[1].id'],
  ['an id twice', (s) => (s.lines[0].elements[1].id = 'P'), 'duplicate-id', 'lines[0].elements[1].id'],
  ['unknown kind', (s) => (s.points.T.kind = 'lake'), 'bad-value', 'points.T.kind'],
  ['a line from nowhere', (s) => (s.lines[0].from = 'X'), 'unknown-id', 'lines[0].from'],
  [
    'unknown pump',
    (s) => Object.assign(s.lines[0].elements[0], { mode: 'curve', pump: 'x' }),
    'unknown-id',
    'lines[0].elements[0].pump',
  ],
  ['falling flow in a curve', (s) => (s.pumps.p.curve[3].flow = '1 m3/h'), 'bad-value', 'pumps.p.curve[3].flow'],
  [
    'a scenario that addresses nothing',
    (s) => (s.scenarios[0].set = { 'X.level': '1 m' }),
    'unknown-id',
    'scenarios[0].set.X.level',
  ],
  [
    'a scenario with a wrong unit',
    (s) => (s.scenarios[0].set = { 'T.level': '1 kg' }),
    'bad-quantity',
    'scenarios[0].set.T.level',
  ],
  [
    'a scenario with a key that is none',
    (s) => (s.scenarios[0].set = { 'T.levle': '1 m' }),
    'bad-value',
    'scenarios[0].set.T.levle',
  ],
  ['temperature out of range', (s) => (s.scenarios[0].temperature = '250 C'), 'bad-value', 'scenarios[0].temperature'],
  ['no temperature', (s) => delete s.scenarios[0].temperature, 'missing', 'scenarios[0].temperature'],
  ['unknown fluid', (s) => (s.scenarios[0].fluid = 'tea'), 'unknown-id', 'scenarios[0].fluid'],
  ['another format', (s) => (s.format = 'other'), 'bad-document', 'format'],
  ['another version', (s) => (s.version = 2), 'bad-document', 'version'],
  ['a misspelt key', (s) => (s.lines[0].elements[1].ruoghness = '1 mm'), 'unknown-key', 'lines[0].elements[1].ruoghness'],
  [
    'unknown size',
    (s) => (s.lines[0].elements[1] = { id: 'a', kind: 'pipe', length: '1 m', size: 'DN155', schedule: '40' }),
    'bad-value',
    'lines[0].elements[1].size',
  ],
  [
    'an endless list',
    (s) => (s.lines[0].elements = new Array(1_000_000).fill({ id: 'x', kind: 'pipe' })),
    'too-many',
    'lines[0].elements',
  ],
])('%s', (_name, change, code, path) => {
  expect(changed(change)).toContainEqual(expect.objectContaining({ code, path }));
});

test('broken JSON is named by line and column; deep nesting and an empty file are no harm', () => {
  expect(parseStudyText('{\n "a": [1,}')).toMatchObject({ problem: { code: 'bad-json', detail: { line: 2 } } });
  expect(parseStudyText('')).toMatchObject({ problem: { detail: { reason: 'empty-file' } } });
  const deep = parseStudyText(
    `{"format":"cedar-knot-study","version":1,"points":{"A":${'['.repeat(100_000)}${']'.repeat(100_000)}},"lines":[],"scenarios":[{"id":"a"}]}`,
  );
  expect(deep).toMatchObject({ problem: { path: 'points.A', detail: { reason: 'too-deep' } } });
});

test('a key that stands twice is said with its place, in whatever writing; the same key in two objects is none', () => {
  const fault = (text: string) => {
    const read = parseStudyText(text);
    return 'problem' in read ? [read.problem.path, read.problem.detail.reason] : undefined;
  };
  expect(fault('{"a": [{"b": 1}, {"b": "x\\"}{[,", "c": {"d": 1, "\\u0064": 2}}]}')).toEqual(['a[1].c.d', 'duplicate-key']);
  expect(fault('{"format": 1, "a": {"format": 2, "b": ["a", "a", {"a": 1}]}, "b": {"a": [], "c": "a"}}')).toBeUndefined();
});

test('points, lines and elements times scenarios have a limit: 100 000', () => {
  const wide = (elements: number, scenarios: number) =>
    problems(
      study(
        { T: vessel(9), U: vessel(0) },
        [
          line(
            'L',
            'T',
            'U',
            Array.from({ length: elements }, (_, i) => pipe(`p${i}`, 1)),
          ),
        ],
        { scenarios: Array.from({ length: scenarios }, (_, i) => ({ id: `s${i}`, temperature: '20 C' })) },
      ),
    );
  // 3 + 997 times 101 is one scenario too many
  expect(wide(997, 101)).toMatchObject([{ code: 'too-many', path: 'scenarios', reason: 'too-much-work' }]);
  expect(wide(997, 1)).toEqual([]);
});

test('a point that lacks what it needs, and a fluid without a kind, are named and nothing is thrown', () => {
  const ends = (point: object) => problems(study({ T: vessel(9), B: point }, [line('L', 'T', 'B', [pipe('a')])]));
  expect(ends({ kind: 'pressure', elevation: '1 m' })).toMatchObject([
    { code: 'under-specified', path: 'points.B', reason: 'lacks' },
  ]);
  expect(ends({ kind: 'well', elevation: '-9 m', restLevel: '-2 m' })).toMatchObject([
    { code: 'under-specified', path: 'points.B' },
  ]);
  const s = sound() as Any;
  s.fluids.x = { density: '800 kg/m3' };
  s.scenarios = [{ id: 'a', fluid: 'x', temperature: '20 C' }];
  expect(problems(s)).toContainEqual(expect.objectContaining({ code: 'missing', path: 'fluids.x.kind' }));
});

test('mass flows take the density of the scenario, absolute pressures the site', () => {
  const s = sound() as Any;
  s.fluids.oil = { kind: 'constant', density: '800 kg/m3', viscosity: '2 cP', vapourPressure: '1 kPa' };
  s.lines[0].elements[0].flow = '8 t/h';
  s.scenarios = [{ id: 'oil', fluid: 'oil' }];
  s.site = { atmosphericPressure: '90 kPa' };
  s.points.U.pressure = '190 kPa(a)';
  const { model } = prepareStudy(s).scenarios[0]!;
  expect(model!.network.lines[0]!.elements[0]).toMatchObject({ law: { kind: 'flow', flow: expect.closeTo(10 / 3600, 12) } });
  // 100 kPa over ρg of 800 kg/m³ above 10 + 1 m
  expect(model!.network.points[1]!.head).toMatchObject({ head: expect.closeTo(11 + 100_000 / (800 * 9.80665), 9) });
});

test('a static pressure ends one line: where two meet there is no one velocity to take off', () => {
  const ends = (basis: string) =>
    problems(
      study({ T: vessel(9), U: vessel(0), B: { kind: 'pressure', elevation: '1 m', pressure: '1 bar', basis } }, [
        line('L', 'T', 'B', [pipe('a')]),
        line('M', 'B', 'U', [pipe('b')]),
      ]),
    );
  expect(ends('static')).toMatchObject([{ code: 'bad-value', path: 'points.B', reason: 'static-many' }]);
  expect(ends('total')).toEqual([]);
});

describe('givens and unknowns', () => {
  const valve = (flow: string) => ({ id: 'CV', kind: 'control-valve', mode: 'flow', flow });
  const pump = { id: 'P', kind: 'pump', mode: 'flow', flow: '50 m3/h' };
  test.each<[string, object, string, string[]]>([
    [
      'two flows in one line',
      study({ T: vessel(0), U: vessel(5) }, [line('L', 'T', 'U', [pump, pipe('a'), valve('45 m3/h')])]),
      'over-specified',
      ['P', 'CV'],
    ],
    [
      'two flows in series over a junction',
      study({ T: vessel(0), J: junction(1), U: vessel(5) }, [
        line('L', 'T', 'J', [pump, pipe('a')]),
        line('M', 'J', 'U', [pipe('b'), valve('50 m3/h')]),
      ]),
      'over-specified',
      ['P', 'CV'],
    ],
    [
      'a pump of which nothing is said',
      study({ T: vessel(0), U: vessel(5) }, [line('L', 'T', 'U', [{ id: 'P', kind: 'pump' }, pipe('a')])]),
      'under-specified',
      ['P'],
    ],
    [
      'a sought head without a flow',
      study({ T: vessel(0), U: vessel(5) }, [
        line('L', 'T', 'U', [{ id: 'P', kind: 'pump', mode: 'head', head: 'solve' }, pipe('a')]),
      ]),
      'under-specified',
      ['P'],
    ],
    [
      'a sought pressure without a flow: it is named, not the junction beside it',
      study({ T: vessel(10, 3), J: junction(5), U: vessel(0, 0, { pressure: 'solve' }) }, [
        line('L', 'T', 'J', [pipe('a')]),
        line('M', 'J', 'U', [pipe('b')]),
      ]),
      'under-specified',
      ['U'],
    ],
    [
      'a ring without a pressure',
      study({ A: junction(0), B: junction(0) }, [
        line('L', 'A', 'B', [{ ...pump, mode: 'curve', pump: 'p' }]),
        line('M', 'B', 'A', [pipe('a')]),
      ]),
      'no-pressure-reference',
      ['A', 'B'],
    ],
    [
      'a vessel nobody meets',
      study({ T: vessel(0), U: vessel(5), X: vessel(1) }, [line('L', 'T', 'U', [pipe('a')])]),
      'unconnected',
      ['X'],
    ],
  ])('%s', (_name, raw, code, where) => {
    const found = problems(raw).filter((p) => p.code === code);
    expect(found).toHaveLength(1);
    expect([...found[0]!.where].sort()).toEqual([...where].sort());
  });
  test('a scenario that contradicts itself fails alone', () => {
    const s = study({ T: vessel(0), U: vessel(5) }, [
      line('L', 'T', 'U', [pump, { id: 'H', kind: 'hand-valve', k: 1, inside: '100 mm' }]),
    ]) as Any;
    s.scenarios.push({ id: 'b', fluid: 'water', temperature: '20 C', set: { 'H.closed': true } });
    expect(problems(s)).toEqual([]);
  });
});

test('the core stands alone: no Node, no DOM, and no package but for numerics and statistics', () => {
  const packages = new Set(['ml-matrix', 'ml-levenberg-marquardt', 'simple-statistics', 'pure-rand']);
  const files = readdirSync(`${__dirname}/..`, { recursive: true, encoding: 'utf8' }).filter(
    (f) => f.endsWith('.ts') && !f.includes('.test.') && !f.startsWith('test/'),
  );
  expect(files.length).toBeGreaterThan(30);
  for (const f of files) {
    const imports = [...readFileSync(`${__dirname}/../${f}`, 'utf8').matchAll(/from '([^']+)'/g)].map((m) => m[1]!);
    expect([f, imports.filter((i) => !i.startsWith('.') && !packages.has(i) && !i.startsWith('pure-rand/'))]).toEqual([f, []]);
  }
});

test('flows imposed across a loop are one too many, whatever flows inside it; one of them alone is not', () => {
  const flow = (id: string, q: number) => ({ id, kind: 'pump', mode: 'flow', flow: `${q} m3/h` });
  const looped = (last: object) =>
    prepareStudy(
      study({ A: vessel(10), J: junction(0), K: junction(0), B: vessel(2) }, [
        line('L1', 'A', 'J', [pipe('a'), flow('P', 20)]),
        line('L2', 'J', 'K', [pipe('b')]),
        line('L5', 'J', 'K', [pipe('f')]),
        line('L3', 'J', 'K', [flow('R', 5), pipe('c')]),
        line('L4', 'K', 'B', [pipe('d'), last]),
      ]),
    ).problems;
  const found = looped(flow('Q', 10));
  expect(found).toMatchObject([{ code: 'over-specified' }]);
  expect([...found[0]!.where].sort()).toEqual(['P', 'Q']);
  expect(looped(pipe('e'))).toEqual([]);
});

test('a demand behind a loop and the flow that is imposed into it are one too many', () => {
  const raw = study({ A: vessel(10), J: junction(0), K: junction(0, { offtake: '8 m3/h' }) }, [
    line('L1', 'A', 'J', [pipe('a'), { id: 'P', kind: 'pump', mode: 'flow', flow: '20 m3/h' }]),
    line('L2', 'J', 'K', [pipe('b')]),
    line('L3', 'J', 'K', [pipe('c')]),
  ]);
  expect(prepareStudy(raw).problems).toMatchObject([{ code: 'over-specified', where: ['P', 'K'] }]);
});

test('a scenario fixes the flow of a line, or shuts it, by the address of the line', () => {
  const raw = study(
    { A: vessel(10), B: vessel(2) },
    [line('L1', 'A', 'B', [pipe('a'), { id: 'D', kind: 'device', drop: 'solve' }], { flow: '20 m3/h' })],
    {
      scenarios: [
        { id: 'a', fluid: 'water', temperature: '20 C', set: { 'L1.flow': '12 m3/h' } },
        { id: 'b', fluid: 'water', temperature: '20 C', set: { 'L1.flux': '12 m3/h' } },
      ],
    },
  );
  const { problems, scenarios } = prepareStudy(raw);
  expect(problems).toMatchObject([{ path: 'scenarios[1].set.L1.flux', code: 'bad-value' }]);
  expect(scenarios[0]!.model!.network.lines[0]!.flow! * 3600).toBeCloseTo(12, 9);
});

describe('a valve that holds a pressure before a dead end', () => {
  const G = 9.80665;
  const at = (mode: string, pressure: string, more: object = {}) =>
    solved(
      study({ A: vessel(30, 0), J: junction(0), B: vessel(0, 0), D: { kind: 'junction', elevation: '0 m', ...more } }, [
        line('L', 'A', 'J', [pipe('a')]),
        line('M', 'J', 'B', [pipe('b')]),
        line('X', 'J', 'D', [{ id: 'V', kind: 'control-valve', mode, pressure }, pipe('c', 50)]),
      ]),
    );
  test('is open or shut as the pressure at rest says, and limited; never an entry too many', () => {
    // half of 30 m is left at J: 998.2·9.80665·15 Pa over the atmosphere
    const rest = 101_325 + 998.207 * G * 15;
    const open = at('inlet-pressure', '0.5 bar(g)');
    expect(open.status).toBe('limited');
    expect((open.points.D!.staticPressure! - rest) / rest).toBeCloseTo(0, 4);
    expect(open.findings.find((f) => f.code === 'set-point-missed')!.values).toMatchObject({ state: 'open' });
    const shut = at('inlet-pressure', '9 bar(g)');
    expect(shut.findings.find((f) => f.code === 'set-point-missed')!.values).toMatchObject({ state: 'shut' });
    // one that holds what is behind it does so at rest
    expect(at('outlet-pressure', '0.5 bar(g)')).toMatchObject({ status: 'solved' });
  });
  test('something taken behind it is one too many, as before', () => {
    const raw = study({ A: vessel(30, 0), D: junction(0, { offtake: '5 m3/h' }) }, [
      line('X', 'A', 'D', [{ id: 'V', kind: 'control-valve', mode: 'inlet-pressure', pressure: '1 bar(g)' }, pipe('c', 50)]),
    ]);
    expect(prepareStudy(raw).problems).toMatchObject([
      { code: 'over-specified', where: expect.arrayContaining(['V']) as unknown },
    ]);
  });
});
