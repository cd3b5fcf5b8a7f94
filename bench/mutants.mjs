// node bench/mutants.mjs [--count 120] [--seed 1] [--only checks] [--list] [--replay]: plants single faults, one at a time, into a copy of the
// core and runs its tests. A fault that no test notices survives and is printed with its place. Says which share was caught.
// What the compiler refuses cannot be made by anybody and counts on neither side (guards that only types ask for); no more does what was
// looked at and changes nothing that can be seen (equivalent-faults.mjs, each with its reason).
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { cpus, tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import ts from 'typescript';
import { EQUIVALENT } from './equivalent-faults.mjs';

const ROOT = join(import.meta.dirname, '..');
const SOURCE = join(ROOT, 'packages/core/src');
const option = (name, fallback) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? fallback : process.argv[at + 1];
};
const COUNT = Number(option('count', 120));
const SEED = Number(option('seed', 1));
const ONLY = option('only', '');

/** rooms in which a wrong number is a wrong verdict, with their share of the faults */
const ROOMS = {
  checks: 30,
  units: 10,
  fittings: 8,
  pipes: 12,
  pumps: 16,
  valves: 10,
  fluids: 12,
  elements: 14,
  scenarios: 12,
  selection: 10,
  reach: 8,
  // the solver's own steps, most of which change the way and not the answer: by --only
  network: 0,
};

/** files whose numbers are names of states: another number there is no fault */
const NAMED_NUMBERS = new Set(['model.ts']);

/* ---- faults ---- */

const TURNED = {
  '<': '>',
  '>': '<',
  '<=': '>',
  '>=': '<',
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
  '&&': '||',
  '||': '&&',
  '===': '!==',
  '!==': '===',
  '**': '*',
};

/** every fault that can be planted in a file: where, what stands there, what is put there */
function faultsIn(file) {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found = [];
  const plant = (node, put, kind) =>
    found.push({ file, text, start: node.getStart(source), end: node.getEnd(), put, kind, was: node.getText(source) });
  const visit = (node) => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node))
      return;
    if (isForReading(node)) return;
    if (ts.isBinaryExpression(node)) {
      const turned = TURNED[node.operatorToken.getText(source)];
      const isText = [node.left, node.right].some((x) => ts.isStringLiteralLike(x) || ts.isTemplateExpression(x));
      const isRounding = isSlack(node) || isSlack(node.left) || isSlack(node.right);
      if (turned && !isRounding && !(isText && ['+', '-'].includes(turned))) plant(node.operatorToken, turned, 'operator turned');
    }
    if (ts.isNumericLiteral(node) && isMeant(node)) {
      const x = Number(node.text);
      plant(node, x === 0 ? '1' : String(x * 1.1), 'constant moved');
    }
    if (ts.isConditionalExpression(node)) plant(node, `(${node.whenFalse.getText(source)})`, 'branch dropped');
    if (ts.isIfStatement(node) && !node.elseStatement) plant(node.expression, 'false', 'branch dropped');
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/**
 * What is only read by people has its own tests: the workings recompute, the short forms have their table. What is only a start of an
 * iteration, and says so, changes the way and not the end.
 */
function isForReading(node) {
  if (ts.isFunctionDeclaration(node) && /only a start/.test(ts.getJSDocCommentsAndTags(node).map((d) => d.getText()).join())) return true; // prettier-ignore
  const type = ts.isVariableDeclaration(node) || ts.isFunctionDeclaration(node) ? (node.type?.getText() ?? '') : '';
  return /^(Piece|ShortForm|KeyedStep(\[\])?)$/.test(type);
}

/** `1 + 1e-9`: rounding that is allowed for */
function isSlack(node) {
  const at = ts.isParenthesizedExpression(node) ? node.expression : node;
  return ts.isBinaryExpression(at) && [at.left, at.right].some((x) => ts.isNumericLiteral(x) && Math.abs(Number(x.text)) < 1e-5);
}

/** a constant that stands for something: no index, no tolerance, no count of rounds, no bound of a field */
function isMeant(node) {
  const x = Number(node.text);
  const { parent } = node;
  if ((x !== 0 && Math.abs(x) < 1e-5) || isSlack(parent)) return false;
  if (ts.isElementAccessExpression(parent) || ts.isElementAccessExpression(parent.parent) || ts.isForStatement(parent.parent))
    return false;
  const holder = ts.isPrefixUnaryExpression(parent) ? parent.parent : parent;
  if (ts.isCallExpression(holder)) {
    const called = holder.expression.getText();
    const isWritten =
      /toPrecision|toFixed|slice|quantity|number|text|kv|elevation|length|bore|drop|flow|head|gauge|density|strength|fill/.test(
        called,
      );
    if (isWritten) return false;
  }
  const bound = ts.isPrefixUnaryExpression(parent) ? parent.parent : parent;
  if (ts.isPropertyAssignment(bound) && /^(min|max|least|most|profileSize)$/.test(bound.name.getText())) return false;
  return true;
}

/* ---- choosing ---- */

const random = xoroshiro128plus(SEED);

function chosen() {
  const total = Object.values(ROOMS).reduce((a, b) => a + b, 0);
  return Object.entries(ROOMS)
    .filter(([room]) => ONLY === '' || room === ONLY)
    .flatMap(([room, share]) => {
      const files = readdirSync(join(SOURCE, room), { recursive: true, encoding: 'utf8' })
        .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'))
        .filter((f) => !/working|short-form/.test(f) && !NAMED_NUMBERS.has(f));
      const all = files.flatMap((f) => faultsIn(join(SOURCE, room, f)));
      const wanted = Math.round((share / total) * COUNT);
      return shuffled(all).slice(0, ONLY === '' ? wanted : COUNT);
    });
}

function shuffled(list) {
  const copy = [...list];
  for (let i = copy.length - 1; i > 0; i--) {
    const j = uniformInt(random, 0, i);
    [copy[i], copy[j]] = [copy[j], copy[i]];
  }
  return copy;
}

/* ---- running ---- */

/** a copy of what the tests need; packages are those of the project */
function workplace() {
  const folder = mkdtempSync(join(tmpdir(), 'cedar-knot-mutants-'));
  for (const part of ['packages/core', 'packages/cli', 'packages/wording', 'scripts/lib']) {
    cpSync(join(ROOT, part), join(folder, part), {
      recursive: true,
      filter: (f) => !/node_modules|dist/.test(relative(ROOT, f)),
    });
  }
  const files = [
    'jest.config.mjs',
    'package.json',
    'package-lock.json',
    'tsconfig.base.json',
    'docs/study.schema.json',
    'apps/web/src/test/document.ts',
  ];
  for (const file of files) cpSync(join(ROOT, file), join(folder, file));
  symlinkSync(join(ROOT, 'node_modules'), join(folder, 'node_modules'));
  return folder;
}

const running = new Set();
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    for (const child of running) child.kill('SIGKILL');
    process.exit(1);
  });

/** whether the tests notice: those of the room first, then all, the random systems only when those see nothing */
async function notices(folder, room, stdio = 'ignore') {
  const jest = (...args) =>
    new Promise((done) => {
      const options = { cwd: folder, stdio, env: { ...process.env, CI: 'true' } };
      // its own children end with the run, whoever stops it: a planted fault may loop for ever
      const child = spawn(process.execPath, [join(ROOT, 'node_modules/jest/bin/jest.js'), '-w', '1', '--bail', ...args], options);
      const limit = setTimeout(() => child.kill('SIGKILL'), 240_000);
      running.add(child);
      child.on('exit', (code) => {
        running.delete(child);
        clearTimeout(limit);
        done(code !== 0);
      });
    });
  if (room && (await jest('--selectProjects', 'core', '--testPathPatterns', `core/src/${room}/`, '--passWithNoTests')))
    return true;
  if (await jest('--selectProjects', 'core', '--testPathIgnorePatterns', 'random|properties')) return true;
  return (
    (await jest('--selectProjects', 'core', '--testPathPatterns', 'random')) ||
    jest('--selectProjects', 'cli', '--testPathPatterns', 'cases')
  );
}

/** whether the compiler refuses the copy as it stands */
const isRefused = (folder) =>
  new Promise((done) => {
    const args = [join(ROOT, 'node_modules/typescript/bin/tsc'), '--noEmit', '-p', 'packages/core/tsconfig.build.json'];
    const child = spawn(process.execPath, args, { cwd: folder, stdio: 'ignore' });
    running.add(child);
    child.on('exit', (code) => {
      running.delete(child);
      done(code !== 0);
    });
  });

/** --replay: those that survived the last run, once more, where the source around them still stands */
const KEPT = join(ROOT, 'node_modules/.cache/mutants-survived.json');
const faults = process.argv.includes('--replay')
  ? JSON.parse(readFileSync(KEPT, 'utf8')).filter((f) => readFileSync(f.file, 'utf8') === f.text)
  : chosen();
console.log(`${faults.length} faults, seed ${SEED}`);
if (process.argv.includes('--list')) {
  for (const f of faults) console.log(describe(f));
  process.exit(0);
}

function describe(f) {
  const line = f.text.slice(0, f.start).split('\n').length;
  return `${relative(ROOT, f.file)}:${line} ${f.kind}: ${f.was.slice(0, 70)} → ${f.put.slice(0, 40)}`;
}

const lineOf = (f) =>
  f.text
    .slice(f.text.lastIndexOf('\n', f.start - 1) + 1)
    .split('\n')[0]
    .trim();
const isKnown = (f) =>
  EQUIVALENT.some(([file, line, was, put]) => f.file.endsWith(file) && lineOf(f) === line && f.was === was && f.put === put);

const survivors = [];
let refused = 0;
let known = 0;
let at = 0;
async function worker() {
  const folder = workplace();
  // the copy has to be sound before anything is planted
  if (await notices(folder, undefined, ['ignore', 'ignore', 'inherit']))
    throw new Error('the tests fail without any fault: npm run test:unit says which');
  if (await isRefused(folder)) throw new Error('the copy does not compile: npm run types says why');
  while (at < faults.length) {
    if (at > 0 && at % 20 === 0) console.log(`at fault ${at}, ${survivors.length} lived through`);
    const fault = faults[at++];
    const place = join(folder, relative(ROOT, fault.file));
    const { text } = fault;
    writeFileSync(place, text.slice(0, fault.start) + fault.put + text.slice(fault.end));
    const caught = await notices(folder, relative(SOURCE, fault.file).split('/')[0]);
    const impossible = !caught && (await isRefused(folder));
    writeFileSync(place, text);
    if (impossible) refused++;
    else if (!caught && isKnown(fault)) known++;
    else if (!caught) {
      survivors.push(fault);
      console.log(`survived  ${describe(fault)}`);
    }
  }
  rmSync(folder, { recursive: true, force: true });
}
await Promise.all(Array.from({ length: Math.max(1, cpus().length) }, worker));
mkdirSync(dirname(KEPT), { recursive: true });
writeFileSync(KEPT, JSON.stringify(survivors));
const counted = faults.length - refused - known;
const share = ((counted - survivors.length) / counted) * 100;
const apart = `; not counted: ${refused} that the compiler refuses, ${known} that change nothing`;
console.log(`\n${counted - survivors.length} of ${counted} faults caught (${share.toFixed(1)} %)${apart}`);
process.exitCode = share >= 95 ? 0 : 1;
