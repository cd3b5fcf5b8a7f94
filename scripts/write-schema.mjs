// Writes docs/study.schema.json from the table of fields that reads studies. A test holds the file against the table.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { studySchema } from '../packages/core/dist/index.js';
import { ROOT } from './lib/run.mjs';

writeFileSync(join(ROOT, 'docs/study.schema.json'), `${JSON.stringify(studySchema(), null, 2)}\n`);
