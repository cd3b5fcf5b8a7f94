// Writes docs/glossary.md, a page of the user guide, from the entries that the help of the page shows (npm run glossary).
// With --check it only says whether the page is as it would be written.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { glossary } from '../packages/wording/dist/index.js';
import { finish, ROOT, say, Stop } from './lib/run.mjs';

const FILE = join(ROOT, 'docs/glossary.md');

const cell = (text) => text.replaceAll('|', '\\|').replaceAll('*', '\\*').replaceAll('^', '\\^');

function page() {
  const all = glossary();
  const checks = all.filter((e) => e.isCheck);
  const terms = all.filter((e) => !e.isCheck);
  return [
    '# Glossary',
    'Terms and checks as they are used in all views, messages and reports. In the application: F1, or Ctrl K and the term.',
    '',
    '## Checks',
    '| check | meaning | formula | default limit | source of the limit |',
    '|---|---|---|---|---|',
    ...checks.map((e) => `| ${[e.name, e.meaning, e.formula, e.limit, e.source].map(cell).join(' | ')} |`),
    '',
    '## Terms',
    '| term | meaning | formula | source |',
    '|---|---|---|---|',
    ...terms.map((e) => `| ${[e.name, e.meaning, e.formula, e.source].map(cell).join(' | ')} |`),
    '',
  ].join('\n');
}

try {
  const text = page();
  if (!process.argv.includes('--check')) writeFileSync(FILE, text);
  else if (readFileSync(FILE, 'utf8') !== text) throw new Stop('docs/glossary.md is stale: run "npm run glossary".');
  else say('The glossary is as its entries.');
} catch (error) {
  finish(error);
}
