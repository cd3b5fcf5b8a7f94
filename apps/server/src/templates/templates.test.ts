import { randomBytes } from 'node:crypto';
import type { KeptImportTemplate, KeptTemplate } from '@cedar-knot/core';
import { PNG } from 'pngjs';
import request from 'supertest';
import { served } from '../testing.js';

const tests = served();
const { http } = tests;

const AT = '/api/report-templates';
/** some 200 KB of a picture: noise does not pack */
const noise = new PNG({ width: 210, height: 210 });
noise.data.set(randomBytes(noise.data.length));
const LOGO = `data:image/png;base64,${PNG.sync.write(noise).toString('base64')}`;
const whole = {
  name: 'Tarnholt, process',
  company: 'Tarnholt Utilities',
  logo: LOGO,
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

test('a picture that cannot be read to its end is refused with its place, new or in the place of another', async () => {
  const broken = { ...whole, name: 'Broken', logo: LOGO.slice(0, 5000) };
  const refused = { error: 'bad-picture', errors: [{ path: 'logo', code: 'bad-value' }] };
  expect((await http().post(AT).send(broken).expect(422)).body).toMatchObject(refused);
  const { id } = (await http().post(AT).send({ name: 'Plain' }).expect(201)).body as KeptTemplate;
  expect((await http().put(`${AT}/${id}`).send(broken).expect(422)).body).toMatchObject(refused);
  expect(await names()).not.toContain('Broken');
});

test('nobody without the key reads or writes', async () => {
  await request(tests.app.getHttpServer()).get(AT).expect(401);
  await request(tests.app.getHttpServer()).post(AT).send({ name: 'x' }).expect(401);
});

test('how the tables of a maker are read is kept once a maker, and is forgotten when that is asked', async () => {
  const at = '/api/import-templates';
  const first = { maker: 'Brandel', decimal: ',', heads: [{ header: 'Q', column: 'flow', unit: 'L/s' }, { header: 'Bem.' }] };
  const { id } = (await http().put(at).send(first).expect(200)).body as KeptImportTemplate;
  await http().put(at).send({ maker: 'Aldby', layout: 'each' }).expect(200);
  const second = { maker: 'Brandel', decimal: '.', units: [{ column: 'head', unit: 'ft' }] };
  expect((await http().put(at).send(second).expect(200)).body).toMatchObject({ id, template: second });
  const list = (await http().get(at).expect(200)).body as KeptImportTemplate[];
  expect(list.map((t) => t.template)).toEqual([{ maker: 'Aldby', layout: 'each' }, second]);
  await http().delete(`${at}/${id}`).expect(200);
  await http().delete(`${at}/${id}`).expect(404);
  await http().put(at).send({ maker: 'x', decimal: ';' }).expect(400);
  await request(tests.app.getHttpServer()).get(at).expect(401);
});
