import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArguments, UsageError } from './arguments.js';
import { asksForHelp, helpText } from './help.js';

const refusal = (...argv: string[]): string => {
  try {
    parseArguments(argv);
  } catch (error) {
    if (error instanceof UsageError) return error.message;
    throw error;
  }
  throw new Error('accepted');
};

test('command, file and options, in any order', () => {
  const args = parseArguments(['curve', '--pump', 'P1', 'a.json', '--flows=0,10 m3/h']);
  expect([args.command, args.file, [...args.options]]).toEqual([
    'curve',
    'a.json',
    [
      ['pump', 'P1'],
      ['flows', '0,10 m3/h'],
    ],
  ]);
});

test.each([
  [[], 'The command is one of'],
  [['draw', 'a.json'], 'The command is one of'],
  [['solve'], 'needs the path'],
  [['solve', 'a', 'b'], 'Unexpected argument "b"'],
  [['curve', 'a', '--pump'], '--pump needs a value'],
])('%j is refused', (argv, message) => expect(refusal(...argv)).toContain(message));

test('help of all commands, or of the one that is named', () => {
  expect([['--help'], ['rank', '-h'], ['help', 'fit'], ['solve', 'help.json'], []].map(asksForHelp)).toEqual([true, true, true, false, false]); // prettier-ignore
  const all = helpText(['--help']);
  for (const command of [
    'solve',
    'curve',
    'check',
    'catalogue',
    'find',
    'rank',
    'stages',
    'valves',
    'headroom',
    'sweep',
    'uncertainty',
    'fit',
    'report',
  ])
    expect(all).toContain(`cedar-knot ${command} `);
  const one = helpText(['rank', '--help']);
  expect(one).toContain('--vary diameter|speed|none');
  expect(one).toContain('[--frequency 50]');
  expect(one).not.toContain('cedar-knot solve');
  expect(
    Math.max(
      ...all
        .split('\n')
        .filter((l) => l.startsWith('  '))
        .map((l) => l.length),
    ),
  ).toBeLessThanOrEqual(170);
});

describe('the command itself', () => {
  const command = join(__dirname, '../../../bin/cedar-knot');
  const folder = mkdtempSync(join(tmpdir(), 'cedar-knot-cli-'));
  const file = (name: string, content: string | Uint8Array): string => {
    const path = join(folder, name);
    writeFileSync(path, content);
    return path;
  };
  const run = (...argv: string[]) => {
    const done = spawnSync(process.execPath, [command, ...argv], { encoding: 'utf8' });
    return { code: done.status, errors: done.stderr, output: JSON.parse(done.stdout) };
  };
  const gravity = {
    format: 'cedar-knot-study',
    version: 1,
    fluids: { w: { kind: 'water' } },
    points: { T: { kind: 'vessel', elevation: '10 m' }, U: { kind: 'vessel', elevation: '0 m' } },
    lines: [
      {
        id: 'L',
        from: 'T',
        to: 'U',
        elements: [{ id: 'S', kind: 'pipe', length: '100 m', inside: '100 mm', roughness: '0.05 mm' }],
      },
    ],
    scenarios: [{ id: 'a', temperature: '20 C' }],
  };
  const good = file('good.json', JSON.stringify(gravity));

  test('solved: 0, results and nothing else on standard output', () => {
    const { code, output, errors } = run('solve', good);
    expect([code, errors, output.format]).toEqual([0, '', 'cedar-knot-results']);
  });
  test.each([
    ['a file that is not there', 'solve', 'nowhere.json', 'cannot be read'],
    ['bytes that are no text', 'solve', file('bytes.json', Uint8Array.from([0xff, 0xfe, 0x00])), 'not UTF-8'],
    ['no JSON', 'check', file('bad.json', '{'), 'not JSON'],
  ])('%s: 2 with errors', (_name, command_, path, message) => {
    const { code, output } = run(command_, path);
    expect(code).toBe(2);
    expect(JSON.stringify(output)).toContain(message);
  });
  test.each([
    [['--scenario', 'b', '--pump', 'P', '--flows', '1 m3/h'], 'Unknown scenario "b"'],
    [['--scenario', 'a', '--pump', 'P', '--flows', '1 m3/h'], 'Unknown pump'],
    [['--scenario', 'a', '--flows', '1 m3/h'], 'needs --pump'],
  ])('curve %j: 2', (more, message) => {
    const { code, output } = run('curve', good, ...more);
    expect([code, output.errors[0].message]).toEqual([2, expect.stringContaining(message)]);
  });
  test('flows with their unit once or each, and one that is none', () => {
    const study = structuredClone(gravity) as any;
    study.lines[0].elements.unshift({ id: 'P', kind: 'pump', mode: 'head', head: '5 m' });
    const path = file('pump.json', JSON.stringify(study));
    const curve = (flows: string) => run('curve', path, '--scenario', 'a', '--pump', 'P', '--flows', flows);
    const flows = (c: ReturnType<typeof curve>) => c.output.points.map((p: { flow: number }) => Math.round(p.flow * 36e5) / 1000);
    expect(flows(curve('0, 10, 20 m3/h'))).toEqual([0, 10, 20]);
    expect(flows(curve('10 m3/h; 5 L/s'))).toEqual([10, 18]);
    expect(flows(curve('9982.07 kg/h'))).toEqual([expect.closeTo(10, 2)]);
    expect(curve('0, ten m3/h')).toMatchObject({ code: 2, output: { errors: [{ path: 'flows' }] } });
  });
});

describe('catalogues', () => {
  const command = join(__dirname, '../../../bin/cedar-knot');
  const folder = mkdtempSync(join(tmpdir(), 'cedar-knot-catalogue-'));
  const file = (name: string, content: string): string => {
    const path = join(folder, name);
    writeFileSync(path, content);
    return path;
  };
  const run = (...argv: string[]) => {
    const done = spawnSync(process.execPath, [command, ...argv], { encoding: 'utf8' });
    return { code: done.status, output: JSON.parse(done.stdout) };
  };
  const csv = (last: string) =>
    `\uFEFFModel,Speed (rpm),Flow (m3/h),Head (m),Eta (%),"Notes, if any"
A,2900,0,60,0,"two
lines"
,,50,55,60,

,,100,40,${last},
,,130,26,60,
`;

  test('a CSV with blank rows and cells of two lines: problems at the line of the file, and a catalogue that is found in', () => {
    const wrong = run('catalogue', file('wrong.csv', csv('seventy')));
    expect(wrong).toMatchObject({ code: 2, output: { ok: false, errors: [{ path: 'row 6' }] } });
    const out = join(folder, 'out.catalogue.json');
    const taken = run('catalogue', file('good.csv', csv('94')), '--out', out);
    expect(taken).toMatchObject({ code: 0, output: { ok: true, pumps: 1, valves: 0 } });
    expect(taken.output.problems.map((p: any) => [p.row, p.severity, p.code])).toEqual([
      [1, 'warning', 'unknown-column'],
      [2, 'warning', 'no-npshr'],
      [6, 'warning', 'efficiency-high'],
    ]);
    const again = run('catalogue', out);
    expect(again.output.problems).toMatchObject([{ path: 'pumps.A.curve[2]', code: 'efficiency-high' }]);
    const found = run('find', out, '--flow', '100 m3/h', '--head', '38 m', '--static-head', '20 m');
    expect(found).toMatchObject({ code: 0, output: { candidates: [{ model: 'A', stages: 1 }] } });
  });

  test.each([
    [['--head', '38 m'], '--flow'],
    [['--flow', '100 m', '--head', '38 m'], '--flow'],
    [['--flow', '1 m3/h', '--head', '38 m', '--static-head', '40 m'], '--static-head'],
    [['--flow', '1 m3/h', '--head', '38 m', '--type', 'lake'], '--type'],
    [['--flow', '1 m3/h', '--head', '38 m', '--flow-tolerance', 'some'], '--flow-tolerance'],
    [['--flow', '1 m3/h', '--head', '38 m', '--frequency', 'x'], '--frequency'],
    [['--flow', '1 m3/h', '--head', '38 m', '--phases', '2'], '--phases'],
    [['--flow', '1 m3/h', '--head', '38 m', '--frequency', '0.5'], '--frequency'],
  ])('find %j names the argument that is wrong', (words, path) => {
    const good = file('c.catalogue.json', '{"format":"cedar-knot-catalogue","version":1}');
    expect(run('find', good, ...words)).toMatchObject({ code: 2, output: { errors: [{ path }] } });
  });

  test('every filter of the catalogue has its option, in any unit; what a pump does not say is named', () => {
    const rows = ['0 m3/h', '100 m3/h'].map((flow, i) => ({ flow, head: `${40 - 2 * i} m` }));
    const pump = (more: object) => ({ speed: '2900 rpm', curve: rows, ...more });
    const pumps = { a: pump({ liquids: ['brine'] }), b: pump({}), c: pump({ liquids: ['brine'], speed: '3500 rpm' }) };
    const cat = file('f.catalogue.json', JSON.stringify({ format: 'cedar-knot-catalogue', version: 1, pumps }));
    const models = (...words: string[]) =>
      (run('find', cat, '--flow', '100 m3/h', '--head', '38 m', ...words).output.candidates as object[]).map((c) => [
        (c as { model: string }).model,
        (c as { notStated?: string[] }).notStated,
      ]);
    // 3000 rpm is 50 Hz of two poles
    for (const most of ['3000', '3000 rpm', '50 Hz']) expect(models('--max-speed', most)).toEqual([['a', undefined], ['b', undefined]]); // prettier-ignore
    expect(models('--liquid', 'brine', '--max-speed', '3000')).toEqual([['a', undefined], ['b', ['liquid']]]); // prettier-ignore
    expect(models('--min-head', '45 m')).toEqual([]);
    expect(models('--material', 'duplex', '--phases', '3')[0]).toEqual(['a', ['material', 'phases']]);
  });

  test('a JSON that is no catalogue names its path; nothing is written', () => {
    const out = join(folder, 'none.json');
    const bad = file('bad.json', '{"format":"cedar-knot-catalogue","version":1,"pumps":{"x":{"speed":"2900 rpm"}}}');
    expect(run('catalogue', bad, '--out', out)).toMatchObject({ code: 2, output: { errors: [{ path: 'pumps.x.curve' }] } });
    expect(existsSync(out)).toBe(false);
  });
});
