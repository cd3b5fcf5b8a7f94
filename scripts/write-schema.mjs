// Writes the schemas of the study file and the catalogue file from the tables of fields that read them, that of the report document, and that
// of the list in a study file to take along.
// Tests hold them against what they are written from.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { manifestSchema } from '../apps/server/dist/carry/manifest.js';
import { catalogueSchema, studySchema } from '../packages/core/dist/index.js';
import { reportSchema } from '../packages/report/dist/index.js';
import { said } from '../packages/wording/dist/index.js';
import { ROOT } from './lib/run.mjs';

writeFileSync(join(ROOT, 'docs/study.schema.json'), `${JSON.stringify(studySchema(said), null, 2)}\n`);
writeFileSync(join(ROOT, 'docs/catalogue.schema.json'), `${JSON.stringify(catalogueSchema(said), null, 2)}\n`);
writeFileSync(join(ROOT, 'docs/report.schema.json'), `${JSON.stringify(reportSchema(), null, 2)}\n`);
writeFileSync(join(ROOT, 'docs/package.schema.json'), `${JSON.stringify(manifestSchema(), null, 2)}\n`);
