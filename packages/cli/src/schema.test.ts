import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { catalogueSchema, prepareStudy, studySchema } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { Ajv2020 } from 'ajv/dist/2020.js';

const validate = new Ajv2020({ strict: false, unicodeRegExp: true }).compile(studySchema(said));

test('the published schema is the one that the table of fields gives; if not, run npm run schema', () => {
  const published = JSON.parse(readFileSync(join(__dirname, '../../../docs/study.schema.json'), 'utf8')) as unknown;
  expect(published).toEqual(JSON.parse(JSON.stringify(studySchema(said))));
});

test('so is that of the catalogue, and it takes the catalogues of the reference cases', () => {
  const published = JSON.parse(readFileSync(join(__dirname, '../../../docs/catalogue.schema.json'), 'utf8')) as unknown;
  expect(published).toEqual(JSON.parse(JSON.stringify(catalogueSchema(said))));
  const takes = new Ajv2020({ strict: false, unicodeRegExp: true }).compile(catalogueSchema(said));
  const plain = {
    format: 'cedar-knot-catalogue',
    version: 1,
    pumps: { x: { speed: '2900 rpm', type: 'sump', liquids: ['brine'], curve: [{ flow: '0 m3/h', head: '9 m' }, { flow: '1 m3/h', head: '8 m' }] } }, // prettier-ignore
  };
  expect([takes(plain), takes.errors]).toEqual([true, null]);
  expect(takes({ ...plain, pumps: { x: { ...plain.pumps.x, type: 'lake' } } })).toBe(false);
});

test('it takes every study of the reference cases that the program takes, and refuses what has another form', () => {
  const folder = join(__dirname, '../cases');
  const studies = readdirSync(folder).map(
    (f) => (JSON.parse(readFileSync(join(folder, f), 'utf8')) as { study: Record<string, unknown> }).study,
  );
  // two of them have a unit that there is not
  const taken = studies.filter((s) => !prepareStudy(s).problems.some((p) => p.code === 'bad-quantity'));
  expect([studies.length > 25, studies.length - taken.length < 4]).toEqual([true, true]);
  for (const study of taken) {
    validate(study);
    expect(validate.errors ?? []).toEqual([]);
  }
  const sound = studies[0]!;
  expect(validate({ ...sound, points: { T1: { kind: 'lake' } } })).toBe(false);
  expect(validate({ ...sound, points: { T1: { kind: 'vessel', elevation: 3 } } })).toBe(false);
  expect(validate({ ...sound, scenarios: [] })).toBe(false);
});
