import { getModelToken } from '@nestjs/sequelize';
import ExcelJS from 'exceljs';
import {
  mergeRankings,
  judgeCatalogue,
  rankPumps,
  type FoundPumps,
  type ImportResult,
  type ModelHead,
  type ModelWhole,
  type Ranking,
  type RawEntry,
} from '@cedar-knot/core';
import { CatalogueModel } from '../database/models/catalogue.models.js';
import { CatalogueService } from './catalogue.service.js';
import { generatePumps } from '../seed/makers/pumps.js';
import { reinjectionStudy } from '../seed/tarnholt-reinjection.js';
import { generateValves } from '../seed/makers/valves.js';
import { bytes, TEST_KEY, served } from '../testing.js';

const tests = served();
const { http } = tests;

const ENTRY = {
  name: 'Rill 50',
  maker: 'Rill',
  family: 'R',
  type: 'end-suction',
  speed: '2900 rpm',
  curve: [
    { flow: '0 m3/h', head: '40 m', efficiency: 0 },
    { flow: '30 m3/h', head: '34 m', efficiency: '62 %' },
    { flow: '50 m3/h', head: '25 m', efficiency: 0.55 },
  ],
};

type Line = { done?: number; of?: number; result?: ImportResult; problem?: { message: string; errors: { path: string }[] } };
async function take(catalogue: object, source: object = {}): Promise<Line[]> {
  const answer = await http().post('/api/catalogue/import').send({ source, catalogue: { format: 'cedar-knot-catalogue', version: 1, ...catalogue } }).buffer(true).parse(bytes).expect(200); // prettier-ignore
  return (answer.body as Buffer).toString('utf8').trim().split('\n').map((l) => JSON.parse(l) as Line); // prettier-ignore
}
interface Page {
  count: number;
  notStated: number;
  rows: (ModelHead & { notStated?: string[] })[];
  place: number | null;
}
const page = async (query: string): Promise<Page> =>
  (await http().get(`/api/catalogue/models?${query}`).expect(200)).body as Page;
const list = async (kind: string, query = ''): Promise<ModelHead[]> => {
  const { count } = await page(`kind=${kind}&count=0${query}`);
  const pages = Array.from({ length: Math.ceil(count / 500) }, (_, i) => page(`kind=${kind}&from=${500 * i}&count=500${query}`));
  return (await Promise.all(pages)).flatMap((p) => p.rows);
};
const get = async (id: string): Promise<ModelWhole> =>
  (await http().get(`/api/catalogue/models/${id}`).expect(200)).body as ModelWhole;
const create = async (entry: object = ENTRY, more: object = {}): Promise<ModelWhole> =>
  (
    await http()
      .post('/api/catalogue/models')
      .send({ kind: 'pumps', entry, ...more })
      .expect(201)
  ).body as ModelWhole;

describe('one model', () => {
  test('is created, listed with its figures, found again whole, and its key is its own', async () => {
    const made = await create(ENTRY, { note: 'from a letter', source: 'letter of 3 March' });
    expect(made).toMatchObject({
      key: 'rill-50',
      revision: 1,
      maker: 'Rill',
      family: 'R',
      entry: { curve: [{}, { efficiency: 0.62 }, {}] },
    });
    expect(made.revisions).toMatchObject([{ revision: 1, note: 'from a letter', source: 'letter of 3 March', by: null }]);
    const [head] = await list('pumps');
    // the parabola through the efficiencies 0, 0.62, 0.55 at 0, 30, 50 m³/h has its vertex between the last two
    expect((head!.summary as { best: { flow: number } }).best.flow * 3600).toBeGreaterThan(30);
    expect(head).toMatchObject({ id: made.id, warnings: [], isTypical: false, from: 'typed' });
    expect((await create()).key).toBe('rill-50-2');
    await http().post('/api/catalogue/models').send({ kind: 'pumps', key: 'rill-50', entry: ENTRY }).expect(409);
  });

  test('what is wrong is refused with its path in the entry; what only warns is kept with its warning', async () => {
    const wrong = await http().post('/api/catalogue/models').send({ kind: 'pumps', entry: { ...ENTRY, speed: '2900 m' } }).expect(422); // prettier-ignore
    expect((wrong.body as { errors: { path: string }[] }).errors).toMatchObject([{ path: 'entry.speed', code: 'bad-quantity' }]);
    const rising = { ...ENTRY, name: 'Odd', curve: [ENTRY.curve[0], { flow: '20 m3/h', head: '44 m' }, ENTRY.curve[2]] };
    expect((await create(rising)).warnings).toEqual(['head-rises']);
    await http().post('/api/catalogue/models').send({ kind: 'fans', entry: {} }).expect(400);
  });

  test('a change is a further revision; of two on the same one the later is refused; what differs is told', async () => {
    const { id } = await create({ ...ENTRY, name: 'Changing' });
    const path = `/api/catalogue/models/${id}`;
    const second = (await http().put(path).send({ revision: 1, entry: { ...ENTRY, name: 'Changing', minFlow: '8 m3/h' }, note: 'least flow' }).expect(200)).body as ModelWhole; // prettier-ignore
    expect(second).toMatchObject({
      revision: 2,
      entry: { minFlow: '8 m3/h' },
      revisions: [{ revision: 2, note: 'least flow' }, { revision: 1 }],
    });
    await http().put(path).send({ revision: 1, entry: ENTRY }).expect(409);
    // the same once more is no change
    expect((await http().put(path).send({ revision: 2, entry: second.entry }).expect(200)).body).toMatchObject({ revision: 2 });
    expect((await http().get(`${path}/revisions/1`).expect(200)).body).toMatchObject({
      revision: 1,
      entry: { name: 'Changing' },
    });
    expect((await http().get(`${path}/revisions/1/changes/2`).expect(200)).body).toEqual([{ path: 'minFlow', after: '8 m3/h' }]);
    await http().get(`${path}/revisions/7`).expect(404);
    expect(
      (
        await http()
          .post('/api/catalogue/revisions')
          .send({ ids: [id] })
          .expect(200)
      ).body,
    ).toEqual([{ id, revision: 2, retiredAt: null }]);
  });

  test('is retired and had back; a check carries a name', async () => {
    const { id } = await create({ ...ENTRY, name: 'Retiring' });
    await http().post(`/api/catalogue/models/${id}/check`).expect(400);
    await http().put('/api/person').send({ name: 'Ida Marsh', initials: 'IM' }).expect(200);
    const checked = (await http().post(`/api/catalogue/models/${id}/check`).expect(200)).body as ModelWhole;
    expect(checked.revisions[0]).toMatchObject({ checkedBy: { name: 'Ida Marsh', initials: 'IM' } });
    await http().post(`/api/catalogue/models/${id}/retire`).expect(200);
    expect((await list('pumps')).map((m) => m.id)).not.toContain(id);
    expect((await list('pumps', '&retired=true')).map((m) => m.id)).toContain(id);
    await http().post(`/api/catalogue/models/${id}/restore`).expect(200);
    expect((await list('pumps')).map((m) => m.id)).toContain(id);
  });

  test('says which studies took it, and the revision that they took', async () => {
    const { id, entry } = await create({ ...ENTRY, name: 'Used' });
    const { body } = await http().post('/api/studies').send({ title: 'User' }).expect(201);
    const { id: study, document } = body as { id: string; document: object };
    await http().put(`/api/studies/${study}`).send({ version: 1, document: { ...document, pumps: { x: { ...entry, from: { model: id, revision: 1 } } } } }).expect(200); // prettier-ignore
    expect((await get(id)).usedIn).toEqual([{ id: study, title: 'User', tag: '', revision: 1 }]);
  });

  test('of a long name, or of one without a letter, is given a key that is an id, and the next one another', async () => {
    const long = { ...ENTRY, name: `${'Rill vertical multistage '.repeat(3)}50` };
    // 35 letters of it, without a stroke at the end
    expect((await create(long)).key).toBe('rill-vertical-multistage-rill-verti');
    expect((await create(long)).key).toBe('rill-vertical-multistage-rill-verti-2');
    expect((await create({ ...ENTRY, name: '"\'><' })).key).toBe('model');
  });
});

describe('an import', () => {
  test('takes all with where it came from, says how far it is, and takes the same again as unchanged', async () => {
    const pumps = generatePumps(260);
    const lines = await take(
      { pumps, valves: generateValves(20), maker: 'Nobody' },
      { file: 'list.csv', rows: { [`pumps/${Object.keys(pumps)[3]}`]: '41–80' }, from: 'csv' },
    );
    expect(lines.at(-1)!.result).toMatchObject({ created: 280, revised: 0, unchanged: 0 });
    const steps = lines.slice(0, -1).map((l) => l.done!);
    expect(steps).toEqual([...steps].sort((a, b) => a - b));
    expect([steps.at(-1), lines[0]!.of]).toEqual([560, 560]);
    const { ids } = lines.at(-1)!.result!;
    const model = await get(ids[`pumps/${Object.keys(pumps)[3]}`]!);
    expect(model).toMatchObject({
      from: 'csv',
      revisions: [{ source: 'list.csv', rows: '41–80' }],
      maker: expect.not.stringContaining('Nobody'),
    });
    expect((await take({ pumps, valves: generateValves(20) })).at(-1)!.result).toMatchObject({
      created: 0,
      revised: 0,
      unchanged: 280,
    });
    // valves come with their data, what is retired left out; pumps are too many for that
    const valves = (await http().get('/api/catalogue/entries?kind=valves').expect(200)).body as { id: string; entry: object }[];
    expect(valves).toHaveLength(20);
    expect(valves[0]).toMatchObject({ revision: 1, maker: expect.any(String), entry: (await get(valves[0]!.id)).entry });
    await http().post(`/api/catalogue/models/${valves[0]!.id}/retire`).expect(200);
    expect((await http().get('/api/catalogue/entries?kind=valves').expect(200)).body).toHaveLength(19);
    await http().post(`/api/catalogue/models/${valves[0]!.id}/restore`).expect(200);
    await http().get('/api/catalogue/entries?kind=pumps').expect(400);
    const [key, entry] = Object.entries(pumps)[0]!;
    expect((await take({ pumps: { [key]: { ...entry, notes: 'new' } } })).at(-1)!.result).toMatchObject({ revised: 1 });
    expect((await get(ids[`pumps/${key}`]!)).revision).toBe(2);
  });

  test('with one wrong entry keeps nothing and says where', async () => {
    const before = (await list('pumps')).length;
    const lines = await take({ pumps: { good: ENTRY, bad: { ...ENTRY, curve: [{ flow: 'x', head: '1 m' }, ENTRY.curve[1]] } } });
    expect(lines.at(-1)!.problem!.errors[0]!.path).toBe('pumps.bad.curve[0].flow');
    expect(await list('pumps')).toHaveLength(before);
    expect((await take({})).at(-1)!.problem!.message).toContain('no pump');
  });

  test('several at once of the same new makers: each model is kept once, and none is told of the others', async () => {
    const maker = (n: number) => ({ ...ENTRY, maker: `Twin ${n % 3}`, family: `T ${n % 5}` });
    const pumps = Object.fromEntries(Array.from({ length: 400 }, (_, n) => [`twin-${n}`, { ...maker(n), name: `Twin ${n}` }]));
    const own = (of: number) => ({ ...pumps, ...Object.fromEntries(Array.from({ length: 50 }, (_, n) => [`own-${of}-${n}`, { ...maker(n), name: `Own ${of} ${n}` }])) }); // prettier-ignore
    const results = (await Promise.all([1, 2, 3, 4].map((of) => take({ pumps: own(of) })))).map((lines) => lines.at(-1)!);
    expect(results.map((r) => r.problem)).toEqual([undefined, undefined, undefined, undefined]);
    const sum = (of: 'created' | 'unchanged') => results.reduce((total, r) => total + r.result![of], 0);
    expect([sum('created'), sum('unchanged')]).toEqual([400 + 4 * 50, 3 * 400]);
  });

  test('is ended by who sent it, and nothing is kept', async () => {
    const pumps = Object.fromEntries(Object.entries(generatePumps(1400)).map(([k, e]) => [`again-${k}`, e]));
    const ended = new AbortController();
    const answer = await fetch(`${await tests.app.getUrl()}/api/catalogue/import`, {
      method: 'POST',
      body: JSON.stringify({ catalogue: { pumps } }),
      headers: { authorization: `Bearer ${TEST_KEY}`, 'content-type': 'application/json' },
      signal: ended.signal,
    });
    await answer.body!.getReader().read();
    ended.abort();
    // had it gone on, the next would find some of them
    expect((await take({ pumps })).at(-1)!.result).toMatchObject({ created: 1400, revised: 0, unchanged: 0 });
  });
});

describe('what leaves comes back', () => {
  const entries = generatePumps(30);
  let ids: string[];
  beforeAll(async () => {
    const renamed = Object.fromEntries(Object.entries(entries).map(([k, e]) => [`out-${k}`, e]));
    ids = Object.values((await take({ pumps: renamed })).at(-1)!.result!.ids);
  });
  const sent = async (format: string): Promise<Buffer> =>
    (await http().post('/api/catalogue/export').send({ format, ids }).buffer(true).parse(bytes).expect(200)).body as Buffer; // prettier-ignore

  test('a catalogue file and a spreadsheet, with numbers as numbers', async () => {
    const file = JSON.parse((await sent('json')).toString('utf8')) as { pumps: Record<string, RawEntry> };
    expect(Object.keys(file.pumps).sort()).toEqual(Object.keys(entries).map((k) => `out-${k}`).sort()); // prettier-ignore
    expect((await take({ pumps: file.pumps })).at(-1)!.result).toMatchObject({ created: 0, revised: 0, unchanged: 30 });
    const data = await sent('xlsx');
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(data.buffer.slice(data.byteOffset, data.byteOffset + data.byteLength) as ArrayBuffer);
    const sheet = book.getWorksheet('pumps')!;
    const flow = (sheet.getRow(1).values as string[]).indexOf('flow [m3/h]');
    expect(typeof sheet.getRow(3).getCell(flow).value).toBe('number');
    const back = await http()
      .post('/api/catalogue/sheets')
      .set('Content-Type', 'application/octet-stream')
      .send(data)
      .expect(200);
    const [first] = back.body as { name: string; rows: { cells: { text: string }[] }[] }[];
    expect([first!.name, first!.rows[0]!.cells[1]!.text]).toEqual(['pumps', 'model']);
    await http()
      .post('/api/catalogue/sheets')
      .set('Content-Type', 'application/octet-stream')
      .send(Buffer.from('PK\u0003\u0004 no book'))
      .expect(422);
    expect((await sent('csv')).toString('utf8')).toContain('model,maker,family');
  });

  test.each<[string, (sheet: ExcelJS.Worksheet) => void, string]>([
    ['a row of 16,000 columns', (s) => void s.addRow(new Array(16_000).fill('x'.repeat(500))), 'columns'],
    ['a cell at the far end', (s) => void (s.getCell('A500000').value = 1), 'rows'],
    ['more letters than a table has', (s) => s.addRows(new Array(1200).fill([`${'x'.repeat(30_000)}`])), 'characters'],
  ])('a spreadsheet with %s is too large, and says of what', async (_name, fill, what) => {
    const book = new ExcelJS.Workbook();
    fill(book.addWorksheet('wide'));
    const data = Buffer.from(await book.xlsx.writeBuffer());
    const sent = http().post('/api/catalogue/sheets').set('Content-Type', 'application/octet-stream').send(data);
    expect((await sent.expect(413)).body).toMatchObject({ error: 'too-large', message: expect.stringContaining(what) as string });
  });

  test('a pump is found for a duty by the whole catalogue, retired ones left out', async () => {
    const wanted = { flow: 60 / 3600, head: 50, flowTolerance: 0.1, headTolerance: 0.1 };
    const { candidates, counts } = (await http().post('/api/catalogue/find').send(wanted).expect(200)).body as { candidates: { model: string; headDeviation: number }[]; counts: { tried: number } }; // prettier-ignore
    expect(counts.tried).toBeGreaterThan(250);
    expect(candidates.length).toBeGreaterThan(0);
    expect(Math.abs(candidates[0]!.headDeviation)).toBeLessThan(0.1);
    await http().post(`/api/catalogue/models/${candidates[0]!.model}/retire`).expect(200);
    const again = (await http().post('/api/catalogue/find').send(wanted).expect(200)).body as { candidates: { model: string }[] };
    expect(again.candidates.map((c) => c.model)).not.toContain(candidates[0]!.model);
    await http().post('/api/catalogue/find').send({ head: 3 }).expect(400);
  });
});

test('a list is sorted and cut by the server: how many match, where one stands, what there is to choose from', async () => {
  const valve = (n: number) => ({ name: `Paged ${n}`, maker: 'Paged', ratedKv: 10 * ((n * 7) % 10), size: `DN${50 + n}` });
  const valves = Object.fromEntries(Array.from({ length: 9 }, (_, n) => [`paged-${n + 1}`, valve(n + 1)]));
  const { ids } = (await take({ valves: { ...valves, 'paged-alone': { name: 'Paged alone', ratedKv: 35 } } })).at(-1)!.result!;
  const names = async (query: string) => {
    const { count, notStated, rows, place } = await page(`kind=valves&text=paged&${query}`);
    return [count, notStated, rows.map((m) => m.name.slice(6)), place];
  };
  // 7n mod 10: 7 4 1 8 5 2 9 6 3
  expect(await names('sort=kv&count=4')).toEqual([10, 0, ['3', '6', '9', 'alone'], null]);
  expect(await names(`sort=kv&down=true&from=1&count=2&place=${ids['valves/paged-alone']}`)).toEqual([10, 0, ['4', '1'], 6]);
  expect(await names(`maker=Paged&count=1&place=${crypto.randomUUID()}`)).toEqual([10, 1, ['1'], -1]);
  expect(await names('family=&count=0')).toEqual([1, 0, [], null]);
  const listed = (await http().get('/api/catalogue/ids?kind=valves&text=paged&sort=kv').expect(200)).body as string[];
  expect([listed.length, listed[3]]).toEqual([10, ids['valves/paged-alone']]);
  const seen = async () => (await http().get('/api/catalogue/overview?kind=valves').expect(200)).body as { total: number; families: { name: string; count: number }[]; facets: Record<string, { value: string; count: number }[]> }; // prettier-ignore
  const before = await seen();
  expect(before.facets.maker).toContainEqual({ value: 'Paged', count: 9 });
  expect(before.families.at(-1)).toMatchObject({ name: '', count: 1 });
  // one that goes is gone from the next answer; among the retired it stands alone
  await http().post(`/api/catalogue/models/${ids['valves/paged-3']}/retire`).expect(200);
  expect([(await names('sort=kv&count=1'))[2], (await seen()).total]).toEqual([['6'], before.total - 1]);
  expect((await page('kind=valves&text=paged&retired=true')).rows.map((m) => m.name)).toEqual(['Paged 3']);
  const answer = await http().get('/api/catalogue/models?kind=valves').set('Accept-Encoding', 'gzip').expect(200);
  expect(answer.headers['content-encoding']).toBe('gzip');
  await http().get('/api/catalogue/models?kind=valves').set('If-None-Match', String(answer.headers.etag)).expect(304);
  await http().get('/api/catalogue/models?kind=valves&count=501').expect(400);
});

test('a pump that does not say what is asked is found after those that do; a list made by another version says it after the next start', async () => {
  await create({ ...ENTRY, name: 'Rill, duplex', materials: ['duplex'], frequency: '50 Hz' });
  const silent = await create({ ...ENTRY, name: 'Rill, silent' }, { from: 'csv' });
  const iron = await create({ ...ENTRY, name: 'Rill, iron', materials: ['cast-iron'] });
  const { candidates, counts } = (
    await http()
      .post('/api/catalogue/find')
      .send({ flow: 30 / 3600, head: 34, material: 'duplex', maker: 'Rill', frequency: 50, count: 500 })
      .expect(200)
  ).body as FoundPumps;
  const of = (id: string) => candidates.findIndex((c) => c.model === id);
  const firstUnsaid = candidates.findIndex((c) => c.notStated);
  expect(candidates[0]!.notStated).toBeUndefined();
  expect([of(silent.id) >= firstUnsaid, candidates[of(silent.id)]!.notStated]).toEqual([true, ['material', 'frequency']]);
  expect([of(iron.id), counts.filtered > 0]).toEqual([-1, true]);
  for (const wrong of [{ type: 'lake' }, { phases: 2 }, { frequency: 0.5 }, { material: '' }])
    await http()
      .post('/api/catalogue/find')
      .send({ flow: 1, head: 1, ...wrong })
      .expect(400);

  const words = () => Promise.all([silent.id, iron.id].map(async (id) => { const { name, from, words: said } = await get(id); return [name, from, said]; })); // prettier-ignore
  const now = await words();
  const old = { warnings: [], isTypical: false, from: 'csv', summary: null, words: {}, columns: 'older' };
  await tests.app.get(getModelToken(CatalogueModel)).update({ listed: JSON.stringify(old) }, { where: { id: silent.id } });
  await tests.app.get(getModelToken(CatalogueModel)).update({ listed: JSON.stringify({ ...old, from: 'typed' }) }, { where: { id: iron.id } }); // prettier-ignore
  expect(await words()).not.toEqual(now);
  const said: string[] = [];
  await tests.app.get(CatalogueService).relist((line) => said.push(line));
  expect(await words()).toEqual(now);
  expect((await get(silent.id)).summary).toEqual(silent.summary);
  expect(said).toEqual(['the lists of the catalogue: 2 models updated']);
});

test('all pumps are ranked in a position of a study, piece by piece, as the core ranks them at once', async () => {
  const document = reinjectionStudy();
  const answer = await http().post('/api/catalogue/rank').send({ document, pump: 'P-410' }).buffer(true).parse(bytes).expect(200);
  type Line = { piece?: Ranking; done?: number; of?: number; result?: true; problem?: { message: string } };
  const lines = (answer.body as Buffer).toString('utf8').trim().split('\n').map((l) => JSON.parse(l) as Line); // prettier-ignore
  expect(lines[0]).toMatchObject({ done: 0, piece: { pump: 'P-410', counts: { tried: 0 } } });
  expect(Object.keys(lines[0]!.piece!.required)).toContain('winter');
  expect(lines.at(-1)).toEqual({ result: true });
  const fallen = lines.flatMap((l) => l.piece?.fallen ?? []);
  const candidates = lines.flatMap((l) => l.piece?.candidates ?? []);
  const offered = await list('pumps');
  // of each piece those that fell by the least; counted are all
  const counts = mergeRankings(lines.flatMap((l) => l.piece ?? []), 'energy').counts; // prettier-ignore
  expect([counts.tried, counts.fallen + counts.candidates, candidates.length]).toEqual([offered.length, offered.length, counts.candidates]); // prettier-ignore
  // one of them by the core alone
  const one = fallen[0]!;
  const { entry } = await get(one.model);
  const read = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: { [one.model]: entry } }).pumps;
  const alone = rankPumps(
    document,
    'P-410',
    { written: { [one.model]: entry }, read },
    { vary: 'diameter', objective: 'energy', top: 9 },
  );
  expect(alone.fallen).toEqual([one]);
  const wrong = await http().post('/api/catalogue/rank').send({ document, pump: 'L-401' }).buffer(true).parse(bytes).expect(200);
  expect((wrong.body as Buffer).toString('utf8')).toContain('Unknown pump');
});

describe('attachments', () => {
  const PNG = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  test('a picture is kept and served as what it is, without the right to do anything; others are refused', async () => {
    const { id } = await create({ ...ENTRY, name: 'Attached' });
    const put = (name: string, data: Buffer) => http().post(`/api/catalogue/models/${id}/attachments?name=${encodeURIComponent(name)}&role=curve`).set('Content-Type', 'application/octet-stream').send(data); // prettier-ignore
    const added = (await put('curve é.png', PNG).expect(201)).body as { id: string };
    expect((await get(id)).attachments).toMatchObject([
      { name: 'curve é.png', role: 'curve', mediaType: 'image/png', size: PNG.length },
    ]);
    const served = await http().get(`/api/catalogue/attachments/${added.id}`).expect(200);
    expect(served.headers['content-type']).toBe('image/png');
    expect(served.headers['content-security-policy']).toBe("default-src 'none'; sandbox");
    expect(served.headers['x-content-type-options']).toBe('nosniff');
    // a page that calls itself a picture
    await put('x.png', Buffer.from('<html><script>alert(1)</script>')).expect(422);
    await put('big.pdf', Buffer.concat([Buffer.from('%PDF-'), Buffer.alloc(21 * 1024 * 1024)])).expect(413);
    const pdf = (await put('m.pdf', Buffer.from('%PDF-1.7 x')).expect(201)).body as { id: string };
    expect((await http().get(`/api/catalogue/attachments/${pdf.id}`).expect(200)).headers['content-disposition']).toContain(
      'attachment',
    );
    await http().delete(`/api/catalogue/attachments/${pdf.id}`).expect(200);
    await http().get(`/api/catalogue/attachments/${pdf.id}`).expect(404);
  });
});
