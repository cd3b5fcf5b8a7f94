import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020.js';
import type { Study } from '@cedar-knot/core';
import { crudeStudy } from '../../../apps/server/src/seed/kelvarra-crude.js';
import { productsStudy } from '../../../apps/server/src/seed/kelvarra-products.js';
import { productionStudy } from '../../../apps/server/src/seed/tarnholt-production.js';
import { reinjectionStudy } from '../../../apps/server/src/seed/tarnholt-reinjection.js';
import { buildReport } from './build.js';
import { isNumber } from './document.js';
import { reportSchema } from './report-schema.js';

const validate = new Ajv2020({ strict: false, unicodeRegExp: true }).compile(reportSchema());
const asFile = (study: Study): { sections: { blocks: Record<string, any>[] }[] } => {
  const since = { letter: 'A', date: '2026-03-01', study: { ...study, notes: 'x' } };
  return JSON.parse(JSON.stringify(buildReport(study, { since, standing: { kind: 'draft', letter: 'B' } }))) as never;
};

test('the published schema is the one that is written; if not, run npm run schema', () => {
  const published = JSON.parse(readFileSync(join(__dirname, '../../../docs/report.schema.json'), 'utf8')) as unknown;
  expect(published).toEqual(JSON.parse(JSON.stringify(reportSchema())));
});

test.each([
  ['reinjection', reinjectionStudy()],
  ['production well', productionStudy()],
  ['long line', productsStudy()],
  ['crude', crudeStudy()],
])('it takes the document of %s as a file, and refuses what has another form', (_name, study) => {
  const sound = asFile(study);
  validate(sound);
  expect(validate.errors ?? []).toEqual([]);
  const wrong = (change: (d: Record<string, any>) => void): boolean => {
    const d = structuredClone(sound) as Record<string, any>;
    change(d);
    return validate(d);
  };
  expect(wrong((d) => delete d.standing)).toBe(false);
  expect(wrong((d) => (d.sections[0].part = 'lake'))).toBe(false);
  expect(wrong((d) => (d.sections[0].blocks[0].more = 1))).toBe(false);
  const tables = (d: Record<string, any>): any[] =>
    d.sections.flatMap((s: any) => s.blocks).filter((b: any) => b.kind === 'table');
  const cellIn = (d: Record<string, any>): any => tables(d).flatMap((t) => t.rows).flatMap((r: any) => r.cells).find(isNumber); // prettier-ignore
  expect(wrong((d) => (cellIn(d).value = '1'))).toBe(false);
  expect(wrong((d) => delete cellIn(d).si)).toBe(false);
});
