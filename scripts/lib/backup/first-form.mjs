import { Stop } from '../run.mjs';

/*
 * Backups of the first form are dumps of statements. None of them is run: rows are read as data, what else such a dump holds is known by its
 * beginning and passed over, and anything that is not known is refused.
 */

/** what a dump holds beside its rows: remarks, settings in remarks, and the making of tables, which is ours to do */
const PASSED_OVER = [
  /^\s*$/,
  /^--/,
  /^\/\*[!M].*\*\/\s*;?\s*$/,
  /^DROP TABLE IF EXISTS `\w+`;$/,
  /^(?:UN)?LOCK TABLES\b[^;]*;$/,
  /^set autocommit=0;$/i,
  /^commit;$/i,
];
const LAST = /^-- Dump completed/;
const ESCAPED = { 0: '\0', b: '\b', n: '\n', r: '\r', t: '\t', Z: '\x1a' };

/** @param lines behind the first one */
export async function* firstForm(file, lines) {
  const columns = {};
  const schema = [];
  let making;
  let into;
  let open;
  let rows = 0;
  let isWhole = false;
  // the schema stands among the rows: its table comes as any other, and is told at its end
  yield { schema: undefined };
  for await (const line of lines) {
    if (making !== undefined) {
      const [, column] = /^ {2}`(\w+)` /.exec(line) ?? [];
      if (column) columns[making].push(column);
      if (line.startsWith(')')) making = undefined;
      continue;
    }
    let text = line;
    if (into === undefined) {
      const [, made] = /^CREATE TABLE `(\w+)` \($/.exec(line) ?? [];
      const [whole, table] = /^INSERT INTO `(\w+)` VALUES\s*/.exec(line) ?? [];
      if (made) columns[(making = made)] = [];
      else if (table) {
        if (!columns[table]) throw new Stop(`${file} is damaged: rows of "${table}", which it does not describe.`);
        into = table;
        text = line.slice(whole.length);
      } else if (PASSED_OVER.some((p) => p.test(line))) isWhole ||= LAST.test(line);
      else throw new Stop(`${file} holds something that is no row: "${line.slice(0, 60)}". Nothing was read.`);
    }
    if (into === undefined) continue;
    const { values, isLast } = rowsIn(file, text);
    for (const row of values) {
      if (row.length !== columns[into].length)
        throw new Stop(`${file} is damaged: a row of "${into}" has ${row.length} entries, not ${columns[into].length}.`);
      if (into === 'migrations') schema.push(row[0]);
      if (open !== into) {
        if (open !== undefined) yield { end: open, rows };
        open = into;
        rows = 0;
        yield { table: into, columns: columns[into] };
      }
      rows++;
      yield { row };
    }
    if (isLast) into = undefined;
  }
  if (open !== undefined) yield { end: open, rows };
  if (!isWhole) throw new Stop(`${file} is cut off: a whole backup ends with its last line.`);
  yield { schema };
}

/** rows of `(…),(…),` or `(…);` */
function rowsIn(file, text) {
  const values = [];
  let at = 0;
  const wrong = () => new Stop(`${file} is damaged: "${text.slice(at, at + 40)}" is no row.`);
  const value = () => {
    if (text.startsWith('NULL', at)) return ((at += 4), null);
    if (text.startsWith('_binary ', at)) at += 8;
    if (text[at] === "'") return quotedText();
    const [found] = /^(?:0x[0-9A-Fa-f]+|-?\d[\d.]*(?:e[+-]?\d+)?)/.exec(text.slice(at, at + 32)) ?? [];
    if (found?.startsWith('0x')) return hex();
    if (found === undefined) throw wrong();
    at += found.length;
    return Number(found);
  };
  const hex = () => {
    const digits = /[0-9A-Fa-f]*/y;
    digits.lastIndex = at + 2;
    const [found] = digits.exec(text);
    at += 2 + found.length;
    return Buffer.from(found, 'hex');
  };
  const quotedText = () => {
    let read = '';
    for (let from = ++at; ; at++) {
      if (at >= text.length) throw wrong();
      if (text[at] === "'" && text[at + 1] !== "'") return ((read += text.slice(from, at)), at++, read);
      if (text[at] !== '\\' && text[at] !== "'") continue;
      read += text.slice(from, at) + (text[at] === "'" ? "'" : (ESCAPED[text[at + 1]] ?? text[at + 1] ?? ''));
      from = ++at + 1;
    }
  };
  while (at < text.length) {
    if (text[at] !== '(') throw wrong();
    const row = [];
    do {
      at++;
      row.push(value());
    } while (text[at] === ',');
    if (text[at] !== ')') throw wrong();
    values.push(row);
    const next = text[++at];
    at++;
    if (next === ';') return { values, isLast: true };
    if (next !== ',' && next !== undefined) throw wrong();
    if (next === undefined) return { values, isLast: false };
  }
  return { values, isLast: false };
}
