import type { NestExpressApplication } from '@nestjs/platform-express';
import type { KeptTemplate } from '@cedar-knot/core';
import request from 'supertest';
import { TEST_TOKEN, testApplication } from '../testing.js';

let app: NestExpressApplication;
const http = () => {
  const agent = request.agent(app.getHttpServer());
  void agent.set('Authorization', `Bearer ${TEST_TOKEN}`);
  return agent;
};
beforeAll(async () => (app = await testApplication()));
afterAll(() => app.close());

const AT = '/api/report-templates';
const whole = {
  name: 'Tarnholt, process',
  company: 'Tarnholt Utilities',
  logo: `data:image/png;base64,iVBORw0KGgo${'A'.repeat(200_000)}`,
  titleFields: [{ label: 'contract', text: 'C-1188' }],
  headings: [{ part: 'pump-sheet', text: 'Pump process data' }],
  parts: ['cover', 'pump-sheet'],
  paper: 'Letter',
};
const names = async (): Promise<string[]> =>
  ((await http().get(AT).expect(200)).body as KeptTemplate[]).map((t) => t.template.name);

test('a template is kept whole, its picture too, replaced and taken out; the list stands by name', async () => {
  expect(await names()).toEqual([]);
  const made = (await http().post(AT).send(whole).expect(201)).body as KeptTemplate;
  expect(made.template).toEqual(whole);
  await http().post(AT).send({ name: ' Aldby ' }).expect(201);
  expect(await names()).toEqual(['Aldby', 'Tarnholt, process']);
  await http()
    .put(`${AT}/${made.id}`)
    .send({ ...whole, name: 'A first' })
    .expect(200);
  expect(await names()).toEqual(['A first', 'Aldby']);
  await http().delete(`${AT}/${made.id}`).expect(200);
  expect(await names()).toEqual(['Aldby']);
  for (const gone of [http().delete(`${AT}/${made.id}`), http().put(`${AT}/${made.id}`).send({ name: 'x' })])
    await gone.expect(404);
});

test.each([
  ['without a name', { company: 'x' }, 'name'],
  ['a picture that runs', { name: 'x', logo: 'data:image/svg+xml;base64,AAAA' }, 'logo'],
  ['a picture from elsewhere', { name: 'x', logo: 'https://example.org/logo.png' }, 'logo'],
  ['a line without its label', { name: 'x', titleFields: [{ text: 'y' }] }, 'titleFields[0].label'],
  ['a paper that is none', { name: 'x', paper: 'A0' }, 'paper'],
  ['something more', { name: 'x', owner: 'me' }, 'owner'],
])('%s is refused, with its place', async (_what, body, path) => {
  const { errors } = (await http().post(AT).send(body).expect(400)).body as { errors: { path: string }[] };
  expect(errors.map((e) => e.path)).toContain(path);
});

test('nobody without the key reads or writes', async () => {
  await request(app.getHttpServer()).get(AT).expect(401);
  await request(app.getHttpServer()).post(AT).send({ name: 'x' }).expect(401);
});
