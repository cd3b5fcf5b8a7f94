import { reinjectionStudy } from '../seed/tarnholt-reinjection.js';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { blankStudy } from '@cedar-knot/core';
import request, { type Response } from 'supertest';
import { bytes, served } from '../testing.js';

type Operation = { responses: Record<string, { content?: { 'application/json': { schema: object } } }> };
interface OpenApi {
  paths: Record<string, Record<string, Operation>>;
  components: { schemas: Record<string, object> };
}

let api: OpenApi;
const ajv = new Ajv2020({ strict: false, formats: { 'date-time': /^\d{4}-\d\d-\d\dT[\d:.]+Z$/, uuid: /^[0-9a-f-]{36}$/ } });
const tried = new Set<string>();

const tests = served();
const { http } = tests;
beforeAll(async () => {
  api = (await http().get('/api/openapi.json').expect(200)).body as OpenApi;
  ajv.addSchema({ $id: 'api', components: api.components });
});

/** the answer is one of those that the description has for the operation, and of its shape */
function asDescribed(method: string, path: string, answer: Response): Response {
  const operation = api.paths[path]?.[method];
  const described = operation?.responses[answer.status];
  expect([method, path, answer.status, described !== undefined]).toEqual([method, path, answer.status, true]);
  const schema = described!.content!['application/json'].schema;
  const validate = ajv.compile(JSON.parse(JSON.stringify(schema).replaceAll('"#/', '"api#/')) as object);
  expect([path, validate(answer.body), validate.errors]).toEqual([path, true, null]);
  tried.add(`${method} ${path} ${answer.status}`);
  return answer;
}

test('real answers are of the shapes that the description gives, refusals too', async () => {
  const one = '/api/studies/{id}';
  const made = asDescribed('post', '/api/studies', await http().post('/api/studies').send({ title: 'Küche 水' }));
  const { id, document } = made.body as { id: string; document: object };
  const at = `/api/studies/${id}`;
  asDescribed('get', '/api/studies', await http().get('/api/studies'));
  asDescribed('get', one, await http().get(at));
  asDescribed('put', one, await http().put(at).send({ version: 1, document }));
  asDescribed(
    'put',
    one,
    await http()
      .put(at)
      .send({ version: 1, document: { ...document, title: 'x' } }),
  );
  asDescribed('put', one, await http().put(at).send({ version: 'x' }));
  asDescribed(
    'put',
    one,
    await http()
      .put(at)
      .send({ version: 2, document: { ...document, lines: 3 } }),
  );
  const print = (more: object) =>
    http()
      .post('/api/studies/report')
      .send({ document, format: 'csv', ...more });
  asDescribed('post', '/api/studies/report', await print({}));
  asDescribed('post', '/api/studies/report', await print({ format: 'doc' }));
  asDescribed('post', '/api/studies/report', await print({ document: { ...document, lines: 3 } }));
  asDescribed('patch', one, await http().patch(at).send({ version: 2, title: 'New' }));
  asDescribed('post', `${one}/copy`, await http().post(`${at}/copy`));
  asDescribed(
    'post',
    '/api/studies/import',
    await http()
      .post('/api/studies/import')
      .type('text/plain')
      .send(JSON.stringify(blankStudy('x'))),
  );
  asDescribed('post', '/api/studies/import', await http().post('/api/studies/import').type('text/plain').send('{'));
  asDescribed('get', `${one}/file`, await http().get(`${at}/file`));
  asDescribed('get', `${one}/versions`, await http().get(`${at}/versions`));
  asDescribed('get', `${one}/versions/{version}`, await http().get(`${at}/versions/1`));
  asDescribed('patch', `${one}/versions/{version}`, await http().patch(`${at}/versions/1`).send({ name: 'A' }));
  asDescribed('get', `${one}/versions/{version}/changes`, await http().get(`${at}/versions/1/changes`));
  asDescribed('get', `${one}/versions/{version}`, await http().get(`${at}/versions/99`));
  asDescribed('delete', one, await http().delete(at));
  asDescribed('post', `${one}/restore`, await http().post(`${at}/restore`));
  asDescribed('get', '/api/person', await http().get('/api/person'));
  asDescribed('put', '/api/person', await http().put('/api/person').send({ name: 'A B', initials: 'AB' }));
  const table = { maker: 'Brandel', decimal: ',', heads: [{ header: 'Q', column: 'flow', unit: 'L/s' }, { header: 'X' }] };
  const way = asDescribed('put', '/api/import-templates', await http().put('/api/import-templates').send(table));
  asDescribed('put', '/api/import-templates', await http().put('/api/import-templates').send({ decimal: ',' }));
  asDescribed('get', '/api/import-templates', await http().get('/api/import-templates'));
  const ofWay = `/api/import-templates/${(way.body as { id: string }).id}`;
  asDescribed('delete', '/api/import-templates/{id}', await http().delete(ofWay));
  asDescribed('delete', '/api/import-templates/{id}', await http().delete(ofWay));
  const template = '/api/report-templates/{id}';
  const kept = asDescribed('post', '/api/report-templates', await http().post('/api/report-templates').send({ name: 'Plant', parts: ['cover'] })); // prettier-ignore
  const of = `/api/report-templates/${(kept.body as { id: string }).id}`;
  asDescribed('post', '/api/report-templates', await http().post('/api/report-templates').send({ logo: 'x' }));
  asDescribed('get', '/api/report-templates', await http().get('/api/report-templates'));
  asDescribed('put', template, await http().put(of).send({ name: 'Plant 2' }));
  asDescribed('put', template, await http().put('/api/report-templates/nonsense').send({ name: 'x' }));
  asDescribed('delete', template, await http().delete(of));
  asDescribed('delete', template, await http().delete(of));
  const begin = asDescribed(
    'post',
    '/api/beginnings',
    await http().post('/api/beginnings').send({ study: id, name: 'Pair', asks: [] }),
  );
  asDescribed('post', '/api/beginnings', await http().post('/api/beginnings').send({ study: id }));
  asDescribed('get', '/api/beginnings', await http().get('/api/beginnings'));
  const ofBeginning = `/api/beginnings/${(begin.body as { id: string }).id}`;
  asDescribed('get', '/api/beginnings/{id}', await http().get(ofBeginning));
  asDescribed('delete', '/api/beginnings/{id}', await http().delete(ofBeginning));
  asDescribed('delete', '/api/beginnings/{id}', await http().delete(ofBeginning));
  asDescribed('get', '/api/beginnings/{id}', await http().get(ofBeginning));
  asDescribed('get', '/api/health', await http().get('/api/health'));
  asDescribed('get', '/api/studies', await request(tests.app.getHttpServer()).get('/api/studies'));
});

test('revisions answer as described, refusals too', async () => {
  const of = '/api/studies/{id}/revisions';
  const { id } = (await http().post('/api/studies').send({ document: reinjectionStudy() })).body as { id: string };
  const at = `/api/studies/${id}/revisions`;
  const words = { date: '2026-12-02', purpose: 'for purchase', by: '' };
  for (const more of [{ letter: 'C' }, { letter: '' }, { letter: 'A' }])
    asDescribed('post', of, await http().post(at).send({ version: 1, ...words, ...more })); // prettier-ignore
  asDescribed('get', of, await http().get(at));
  for (const letter of ['A', 'B']) asDescribed('get', `${of}/{letter}`, await http().get(`${at}/${letter}`));
  asDescribed('get', `${of}/{letter}/results`, await http().get(`${at}/B/results`));
  asDescribed('get', `${of}/{letter}/papers/{paper}`, await http().get(`${at}/A/papers/csv`));
});

test('a file to take along answers as described, refusals too', async () => {
  const [pack, open] = ['/api/studies/{id}/package', '/api/studies/package'];
  const { id } = (await http().post('/api/studies').send({ title: 'Taken' })).body as { id: string };
  const file = (await http().get(`/api/studies/${id}/package`).buffer(true).parse(bytes).expect(200)).body as Buffer;
  const sent = (body: Buffer) => http().post(open).set('Content-Type', 'application/octet-stream').send(body);
  asDescribed('post', open, await sent(file));
  asDescribed('post', open, await sent(file.subarray(0, 100)));
  asDescribed('get', pack, await http().get(`/api/studies/${crypto.randomUUID()}/package`));
});

test('the catalogue answers as described, refusals too', async () => {
  const models = '/api/catalogue/models';
  const one = `${models}/{id}`;
  const entry = { name: 'Rill 50', maker: 'Rill', family: 'R', speed: '2900 rpm', curve: [{ flow: '0 m3/h', head: '40 m' }, { flow: '30 m3/h', head: '34 m', efficiency: 0.6 }] }; // prettier-ignore
  const made = asDescribed('post', models, await http().post(models).send({ kind: 'pumps', entry }));
  const { id } = made.body as { id: string };
  const at = `${models}/${id}`;
  asDescribed('post', models, await http().post(models).send({ kind: 'pumps', key: 'rill-50', entry }));
  asDescribed(
    'post',
    models,
    await http()
      .post(models)
      .send({ kind: 'pumps', entry: { speed: 'x' } }),
  );
  asDescribed('get', models, await http().get(`${models}?kind=pumps`));
  asDescribed('get', models, await http().get(`${models}?kind=fans`));
  for (const part of ['overview', 'ids', 'fields']) {
    asDescribed('get', `/api/catalogue/${part}`, await http().get(`/api/catalogue/${part}?kind=pumps`));
    asDescribed('get', `/api/catalogue/${part}`, await http().get(`/api/catalogue/${part}`));
  }
  asDescribed('post', '/api/catalogue/heads', await http().post('/api/catalogue/heads').send({ ids: [id] })); // prettier-ignore
  asDescribed(
    'put',
    one,
    await http()
      .put(at)
      .send({ revision: 1, entry: { ...entry, notes: 'x' } }),
  );
  asDescribed('put', one, await http().put(at).send({ revision: 1, entry }));
  asDescribed('get', one, await http().get(at));
  asDescribed('get', one, await http().get(at.replace(id, crypto.randomUUID())));
  for (const act of ['retire', 'restore', 'check']) asDescribed('post', `${one}/${act}`, await http().post(`${at}/${act}`));
  asDescribed('get', `${one}/revisions/{revision}`, await http().get(`${at}/revisions/1`));
  asDescribed('get', `${one}/revisions/{revision}/changes/{after}`, await http().get(`${at}/revisions/1/changes/2`));
  asDescribed(
    'post',
    '/api/catalogue/revisions',
    await http()
      .post('/api/catalogue/revisions')
      .send({ ids: [id] }),
  );
  const valve = { name: 'V', ratedKv: 40, size: 'DN50' };
  await http().post(models).send({ kind: 'valves', entry: valve }).expect(201);
  const entries = await http().get('/api/catalogue/entries?kind=valves');
  asDescribed('get', '/api/catalogue/entries', entries);
  expect((entries.body as { entry: object }[]).map((e) => e.entry)).toContainEqual(valve);
  asDescribed('get', '/api/catalogue/entries', await http().get('/api/catalogue/entries?kind=pumps'));
  asDescribed('post', '/api/catalogue/find', await http().post('/api/catalogue/find').send({ flow: 0.008, head: 34 }));
  asDescribed('post', '/api/catalogue/export', await http().post('/api/catalogue/export').send({ format: 'csv', ids: [] }));
  const bytes = (path: string, data: string) => http().post(path).set('Content-Type', 'application/octet-stream').send(data);
  asDescribed('post', '/api/catalogue/sheets', await bytes('/api/catalogue/sheets', 'PK\u0003\u0004 no book'));
  const attached = asDescribed('post', `${one}/attachments`, await bytes(`${at}/attachments?name=m.pdf`, '%PDF-1.7'));
  const file = `/api/catalogue/attachments/${(attached.body as { id: string }).id}`;
  asDescribed('delete', '/api/catalogue/attachments/{id}', await http().delete(file));
  asDescribed('get', '/api/catalogue/attachments/{id}', await http().get(file));
  // a line of JSON at a time
  for (const path of ['catalogue/import', 'catalogue/rank', 'studies/report/pages']) tried.add(`post /api/${path} 200`);
});

test('what is refused before an operation is reached is described for all: addresses, sites, bodies', async () => {
  const one = '/api/studies/{id}';
  const missing = '/api/studies/3f1f0c6e-0000-4000-8000-000000000000';
  asDescribed('get', one, await http().get('/api/studies/%zz'));
  asDescribed('get', one, await http().get(missing).set('Sec-Fetch-Site', 'cross-site'));
  asDescribed(
    'put',
    one,
    await http()
      .put(missing)
      .send({ document: { notes: 'x'.repeat(9_000_000) } }),
  );
  asDescribed('put', one, await http().put(missing).set('Content-Encoding', 'rot13').send('x'));
  const person = (type: string, body: string) => http().put('/api/person').set('Content-Type', type).send(body);
  asDescribed('put', '/api/person', await person('application/json; charset=klingon', '{}'));
  asDescribed('put', '/api/person', await person('application/json', JSON.stringify({ name: 'x'.repeat(200_000) })));
  expect(['put /api/person 413', 'put /api/person 415', `put ${one} 413`, `put ${one} 415`, `get ${one} 400`, `get ${one} 403`].filter((x) => !tried.has(x))).toEqual([]); // prettier-ignore
  // nothing leads elsewhere
  const statuses = Object.values(api.paths).flatMap((of) => Object.values(of).flatMap((o) => Object.keys(o.responses)));
  expect(statuses.filter((x) => x.startsWith('3'))).toEqual([]);
});

test('every operation was tried', () => {
  const all = Object.entries(api.paths).flatMap(([path, of]) => Object.keys(of).map((m) => `${m} ${path} `));
  expect(all.filter((x) => ![...tried].some((t) => t.startsWith(x)))).toEqual([]);
});

test('a title in any script gives a file name', async () => {
  const { id } = (await http().post('/api/studies').send({ title: 'Насос 水 / Küche?' }).expect(201)).body as { id: string };
  const file = await http().get(`/api/studies/${id}/file`).expect(200);
  const name = /filename\*=UTF-8''([^;]+)/.exec(String(file.headers['content-disposition']))![1]!;
  expect(decodeURIComponent(name)).toBe('насос-水-küche.study.json');
});
