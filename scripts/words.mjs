// Writes the types of the catalogue of words from the messages themselves: every key and what each takes in packages/wording/src/keys.ts, and
// the codes that the core speaks in, in packages/core/src/words/codes.ts. With --check it only says whether the files are as they would be written.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { pathToFileURL } from 'node:url';
import { parse, TYPE } from '@formatjs/icu-messageformat-parser';
import ts from 'typescript';
import { finish, ROOT, say, Stop } from './lib/run.mjs';

const FOLDER = join(ROOT, 'packages/wording/src/en');
const FILE = join(ROOT, 'packages/wording/src/keys.ts');
/** the codes that the core speaks in, and the parts of the catalogue that hold their texts */
const CODES = join(ROOT, 'packages/core/src/words/codes.ts');
const OF_THE_CORE = /^core/;

/** The messages of one part of the catalogue. */
async function messagesOf(file) {
  const source = readFileSync(join(FOLDER, file), 'utf8');
  const { outputText } = ts.transpileModule(source, {
    compilerOptions: { module: ts.ModuleKind.ESNext, target: ts.ScriptTarget.ES2022 },
  });
  return (await import(`data:text/javascript,${encodeURIComponent(outputText)}`)).default;
}

/** What stands in the braces of a message: its names, each with the type of what it takes. */
export function parametersOf(elements, found = new Map()) {
  for (const e of elements) {
    if (e.type === TYPE.argument) found.set(e.value, found.get(e.value) ?? 'string | number');
    if (e.type === TYPE.number || e.type === TYPE.plural) found.set(e.value, 'number');
    if (e.type === TYPE.select) {
      const cases = Object.keys(e.options).map((o) => (o === 'other' ? 'string' : `'${o}'`));
      found.set(e.value, cases.includes('string') ? 'string' : cases.join(' | '));
    }
    for (const option of Object.values(e.options ?? {})) parametersOf(option.value, found);
    if (e.type === TYPE.tag) parametersOf(e.children, found);
  }
  return found;
}

const MADE = '// Made by scripts/words.mjs from the messages (npm run words): not to be edited.';

const quoted = (name) => (/^[A-Za-z_]\w*$/.test(name) ? name : `'${name}'`);

/** file of every key */
const seen = new Map();

async function written() {
  const files = readdirSync(FOLDER)
    .filter((f) => f.endsWith('.ts'))
    .sort();
  const rows = [];
  const codes = [];
  const taken = [];
  for (const file of files)
    for (const [key, message] of Object.entries(await messagesOf(file))) {
      if (seen.has(key)) throw new Stop(`${file}: the key ${key} stands in ${seen.get(key)} too.`);
      seen.set(key, file);
      let elements;
      try {
        elements = parse(message, { ignoreTag: false, requiresOtherClause: true });
      } catch (error) {
        throw new Stop(`${file}, ${key}: ${error.message}`);
      }
      const found = [...parametersOf(elements)];
      if (found.length > 0) rows.push(`  '${key}': { ${found.map(([n, type]) => `${quoted(n)}: ${type}`).join('; ')} };`);
      if (!OF_THE_CORE.test(file)) continue;
      codes.push(`  | '${key}'`);
      if (found.length > 0) taken.push(`  '${key}': ${found.map(([n]) => `'${n}'`).join(' | ')};`);
    }
  const path = (file) => file.replace(/\.ts$/, '');
  const name = (file) => path(file).replace(/-(.)/g, (_, letter) => letter.toUpperCase());
  const keys = [
    MADE,
    ...files.map((f) => `import type ${name(f)} from './en/${path(f)}.js';`),
    '',
    '/** every key of the catalogue */',
    `export type Key = ${files.map((f) => `keyof typeof ${name(f)}`).join(' | ')};`,
    '',
    '/** what the messages take that take something */',
    'export interface Parameters {',
    ...rows,
    '}',
    '',
  ];
  const ofTheCore = [
    MADE,
    '',
    '/** what the core says */',
    'export type WordCode =',
    ...codes,
    ';',
    '',
    '/** what stands in the braces of those that have any */',
    'export interface WordValues {',
    ...taken,
    '}',
    '',
  ];
  return new Map([
    [FILE, keys.join('\n')],
    [CODES, ofTheCore.join('\n')],
  ]);
}

/** parts whose keys are put together where they are asked for */
const BY_CODE = /^glossary\./;

/** Messages that nothing says. */
function unsaid(keys) {
  const sources = ['apps', 'packages'].flatMap((folder) =>
    readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
      .filter((f) => /\.tsx?$/.test(f) && !/node_modules|dist\/|\.test\.|wording\/src\/(en\/|keys\.ts)|words\/codes\.ts/.test(f))
      .map((f) => readFileSync(join(ROOT, folder, f), 'utf8')),
  );
  const said = new Set(sources.flatMap((s) => [...s.matchAll(/'([a-z]+(?:\.[\w-]+)+)'/g)].map((m) => m[1])));
  return keys.filter((key) => !said.has(key) && !BY_CODE.test(key));
}

async function main() {
  const texts = await written();
  const left = unsaid([...seen.keys()]);
  if (left.length > 0) throw new Stop(`Nothing says these messages: ${left.join(', ')}.`);
  // as the formatter leaves them
  const { format, resolveConfig } = await import('prettier');
  const isCheck = process.argv.includes('--check');
  for (const [file, text] of texts) {
    const formatted = await format(text, { ...(await resolveConfig(file)), filepath: file });
    if (!isCheck) writeFileSync(file, formatted);
    else if (readFileSync(file, 'utf8') !== formatted) throw new Stop(`${relative(ROOT, file)} is stale: run "npm run words".`);
  }
  if (isCheck) say('The types of the catalogue are as its messages.');
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) await main().catch(finish);
