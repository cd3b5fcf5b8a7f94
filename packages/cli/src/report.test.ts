import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Excel from 'exceljs';
import { UsageError } from './arguments.js';
import { datasheets, offers } from './offers.js';
import { report } from './report.js';

const study = JSON.stringify({
  format: 'cedar-knot-study',
  version: 1,
  title: 'Lift',
  fluids: { water: { kind: 'water' } },
  pumps: {
    x: { speed: '2900 rpm', curve: [0, 60, 140].map((q) => ({ flow: `${q} m3/h`, head: `${30 - q / 10} m`, npshr: '20 m' })) },
  },
  points: { T: { kind: 'vessel', elevation: '0 m', level: '5 m' }, U: { kind: 'vessel', elevation: '25 m' } },
  lines: [{ id: 'L', from: 'T', to: 'U', elements: [{ id: 'P', kind: 'pump', mode: 'curve', pump: 'x' }, { id: 'a', kind: 'pipe', length: '10 m', inside: '300 mm' }] }], // prettier-ignore
  scenarios: [{ id: 's', temperature: '20 C' }],
});
const folder = mkdtempSync(join(tmpdir(), 'cedar-knot-report-'));
const asked = (more: Record<string, string>): ReadonlyMap<string, string> => new Map(Object.entries(more));

const none = (): string => '';

test.each([
  ['pdf', '%PDF-'],
  ['xlsx', 'PK'],
  ['zip', 'PK'],
  ['csv', 'scenario,line,id,kind,figure,value,unit,SI value'],
  ['svg', '<svg '],
  ['json', '{\n  "format": "cedar-knot-report"'],
])(
  '%s is written by its ending, and what fails is said',
  async (ending, begin) => {
    const out = join(folder, `r.${ending}`);
    const { code, output } = await report(study, asked({ out, paper: 'letter', units: 'us' }), none);
    expect(code).toBe(0);
    expect(output).toMatchObject({ ok: true, file: out });
    // NPSHR is 20 m: no suction does
    expect((output as { failing: string[] }).failing.join()).toContain('NPSH ratio of P');
    expect(readFileSync(out).subarray(0, begin.length).toString('latin1')).toBe(begin);
  },
  30_000,
);

test('a broken logo is an error at its path, and nothing is written', async () => {
  const out = join(folder, 'broken.pdf');
  const broken = JSON.stringify({ ...JSON.parse(study), report: { logo: 'data:image/jpeg;base64,/9j/4AAQ' } });
  const { code, output } = await report(broken, asked({ out }), none);
  expect([code, output]).toMatchObject([2, { errors: [{ path: 'report.logo' }] }]);
  expect(existsSync(out)).toBe(false);
  expect((await report(broken, asked({ out: join(folder, 'broken.csv') }), none)).code).toBe(0);
});

test('parts that are asked for, and nothing else', async () => {
  const out = join(folder, 'parts.json');
  await report(study, asked({ out, parts: 'margins, pump-sheet' }), none);
  const { sections } = JSON.parse(readFileSync(out, 'utf8')) as { sections: { part: string }[] };
  expect([...new Set(sections.map((s) => s.part))]).toEqual(['margins', 'pump-sheet']);
});

test.each([
  ['--out', {}],
  ['--out', { out: 'r.doc' }],
  ['--out', { out: join(folder, 'no/such/folder.csv') }],
  ['--parts', { out: 'r.pdf', parts: 'margins,all' }],
  ['--parts', { out: join(folder, 'r.svg'), parts: 'margins' }],
  ['--paper', { out: 'r.pdf', paper: 'A3' }],
  ['--units', { out: 'r.pdf', units: 'si' }],
  ['--scenario', { out: 'r.pdf', scenario: 'none' }],
])('what is wrong is said of the argument: %s', async (path, options) => {
  const found = await report(study, asked(options as Record<string, string>), none).catch((e: unknown) => e);
  expect(found).toBeInstanceOf(UsageError);
  expect((found as UsageError).path).toBe(path);
});

test('data sheets are written, filled in and read back: what deviates is said, and a file without any is an error', async () => {
  const asks = JSON.parse(study) as { lines: { elements: Record<string, unknown>[] }[] };
  asks.lines[0]!.elements[0]!.rated = { flow: '60 m3/h', head: '25 m' };
  const text = JSON.stringify(asks);
  const out = join(folder, 'sheets.xlsx');
  expect(await datasheets(text, asked({ out }))).toMatchObject({ code: 0, output: { ok: true, file: out } });
  const book = new Excel.Workbook();
  await book.xlsx.readFile(out);
  const sheet = book.getWorksheet('Pump P')!;
  sheet.eachRow((r) => {
    if (r.getCell(1).value === 'head') r.getCell(6).value = 24;
    if (r.getCell(1).value === 'max-temperature') r.getCell(6).value = '100 °C';
  });
  const marked = join(folder, 'marked.pdf');
  const read = await offers(text, new Uint8Array(await book.xlsx.writeBuffer()), asked({ out: marked }));
  // 24 m where 25 m are asked; the liquid has 20 °C
  expect(read).toMatchObject({ code: 0, output: { ok: false, file: marked, problems: [] } });
  const { rows } = (read.output as { offers: { rows: { key: string; state: string; required: number; offered: number }[] }[] }).offers[0]!; // prettier-ignore
  const row = (key: string): unknown => rows.filter((r) => r.key === key).map((r) => [r.state, r.required, r.offered])[0];
  expect(row('head')).toEqual(['deviates', 25, 24]);
  expect(row('max-temperature')).toEqual(['meets', expect.closeTo(293.15, 9), expect.closeTo(373.15, 9)]);
  expect(readFileSync(marked).subarray(0, 5).toString('latin1')).toBe('%PDF-');
  const none = await offers(text, new TextEncoder().encode('a,b\n1,2\n'), asked({}));
  expect([none.code, none.notes!.length]).toEqual([2, 1]);
  await expect(datasheets(text, asked({ out: join(folder, 'sheets.pdf') }))).rejects.toBeInstanceOf(UsageError);
}, 30_000);

test('changes are told since another file of the study, by the revision that it has; one that is wrong is an error', async () => {
  const out = join(folder, 'since.json');
  const old = { ...JSON.parse(study), report: { revision: 'C', date: '2026-11-01' } } as { points: { T: { level: string } } };
  old.points = { ...old.points, T: { ...old.points.T, level: '4 m' } };
  const files: Record<string, string> = { 'old.json': JSON.stringify(old), 'bad.json': '{"format":"cedar-knot-study"}' };
  const read = (file: string): string => files[file]!;
  expect((await report(study, asked({ out, parts: 'changes', since: 'old.json' }), read)).code).toBe(0);
  const text = readFileSync(out, 'utf8');
  // the level of T was 4 m and is 5 m
  expect(text).toMatch(/since revision C/i);
  expect(text).toMatch(/4 m[^}]*5 m/);
  expect((await report(study, asked({ out, since: 'bad.json' }), read)).code).toBe(2);
});
