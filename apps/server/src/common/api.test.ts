import type { NestExpressApplication } from '@nestjs/platform-express';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { blankStudy } from '@cedar-knot/core';
import request, { type Response } from 'supertest';
import { TEST_TOKEN, testApplication } from '../testing.js';

type Operation = { responses: Record<string, { content?: { 'application/json': { schema: object } } }> };
interface OpenApi {
  paths: Record<string, Record<string, Operation>>;
  components: { schemas: Record<string, object> };
}

let app: NestExpressApplication;
let api: OpenApi;
const ajv = new Ajv2020({ strict: false, formats: { 'date-time': /^\d{4}-\d\d-\d\dT[\d:.]+Z$/, uuid: /^[0-9a-f-]{36}$/ } });
const tried = new Set<string>();

const http = () => {
  const agent = request.agent(app.getHttpServer());
  void agent.set('Authorization', `Bearer ${TEST_TOKEN}`);
  return agent;
};

beforeAll(async () => {
  app = await testApplication();
  api = (await http().get('/api/openapi.json').expect(200)).body as OpenApi;
  ajv.addSchema({ $id: 'api', components: api.components });
});
afterAll(() => app.close());

/** the answer is one of those that the description has for the operation, and of its shape */
function asDescribed(method: string, path: string, answer: Response): Response {
  const operation = api.paths[path]?.[method];
  const described = operation?.responses[answer.status];
  expect([method, path, answer.status, described !== undefined]).toEqual([method, path, answer.status, true]);
  const schema = described!.content!['application/json'].schema as { $ref: string };
  const validate = ajv.compile({ $ref: `api${schema.$ref}` });
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
  asDescribed('get', '/api/health', await http().get('/api/health'));
  asDescribed('get', '/api/studies', await request(app.getHttpServer()).get('/api/studies'));
  // every operation was tried
  const all = Object.entries(api.paths).flatMap(([path, of]) => Object.keys(of).map((m) => `${m} ${path} `));
  expect(all.filter((x) => ![...tried].some((t) => t.startsWith(x)))).toEqual([]);
});

test('a title in any script gives a file name', async () => {
  const { id } = (await http().post('/api/studies').send({ title: 'Насос 水 / Küche?' }).expect(201)).body as { id: string };
  const file = await http().get(`/api/studies/${id}/file`).expect(200);
  const name = /filename\*=UTF-8''([^;]+)/.exec(String(file.headers['content-disposition']))![1]!;
  expect(decodeURIComponent(name)).toBe('насос-水-küche.study.json');
});
