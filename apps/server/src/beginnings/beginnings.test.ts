import { blankStudy, type OwnBeginning, type OwnBeginningHead } from '@cedar-knot/core';
import { served } from '../testing.js';

const tests = served();
const { http } = tests;

const AT = '/api/beginnings';

async function newStudy(): Promise<string> {
  const document = { ...blankStudy('Cooling'), points: { 'T-1': { kind: 'vessel', elevation: '3 m' } } };
  return ((await http().post('/api/studies').send({ document }).expect(201)).body as { id: string }).id;
}

test('a study is kept as a beginning as it stood then, whole, and taken out again', async () => {
  const study = await newStudy();
  const kept = (await http().post(AT).send({ study, name: ' Pump house ', about: 'Two duty, one standby', asks: ['T-1.elevation'] }).expect(201)).body as OwnBeginningHead; // prettier-ignore
  expect([kept.name, kept.about]).toEqual(['Pump house', 'Two duty, one standby']);
  // the study goes on, the beginning does not
  await http().put(`/api/studies/${study}`).send({ version: 1, document: blankStudy('Emptied') }).expect(200); // prettier-ignore
  const whole = (await http().get(`${AT}/${kept.id}`).expect(200)).body as OwnBeginning;
  expect([whole.asks, whole.document.points['T-1'], whole.document.title]).toEqual([['T-1.elevation'], { kind: 'vessel', elevation: '3 m' }, 'Cooling']); // prettier-ignore
  await http().post(AT).send({ study, name: 'Aldby' }).expect(201);
  const names = async (): Promise<string[]> => ((await http().get(AT).expect(200)).body as OwnBeginningHead[]).map((b) => b.name); // prettier-ignore
  expect(await names()).toEqual(['Aldby', 'Pump house']);
  await http().delete(`${AT}/${kept.id}`).expect(200);
  expect(await names()).toEqual(['Aldby']);
  await http().get(`${AT}/${kept.id}`).expect(404);
  await http().delete(`${AT}/${kept.id}`).expect(404);
});

test.each([
  ['without a name', { name: '' }, 400],
  ['with nine inputs', { name: 'x', asks: Array.from({ length: 9 }, (_, i) => `T-${i}.level`) }, 400],
  ['of no study', { name: 'x', study: '3f2b8c5e-1d2a-4a6b-9c1d-7e8f9a0b1c2d' }, 404],
])('%s it is refused', async (_, more, status) => {
  const study = await newStudy();
  await http().post(AT).send({ study, ...more }).expect(status); // prettier-ignore
});
