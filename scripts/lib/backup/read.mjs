import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { createGunzip } from 'node:zlib';
import { Stop } from '../run.mjs';
import { FIRST_FORM, FORMAT, fromJson, VERSION } from './format.mjs';
import { firstForm } from './first-form.mjs';

/**
 * A backup of either form as parts that come one after another: `{ schema }` first, then `{ table, columns }`, `{ row }` as often as there are
 * rows, `{ end, rows }`. Read to its end it is whole: checksums and counts are held against what came. Memory holds one row.
 *
 * @throws Stop what is wrong with it, in words
 */
export async function* readBackup(file) {
  const lines = linesIn(file);
  const first = await lines.next();
  if (first.done) throw new Stop(`${file} is empty.`);
  if (`${first.value}\n` === FIRST_FORM) yield* firstForm(file, lines);
  else yield* presentForm(file, first.value, lines);
}

async function* presentForm(file, head, lines) {
  const { format, version, schema } = parsed(file, head);
  if (format !== FORMAT || !Array.isArray(schema)) throw new Stop(`${file} is no backup of Cedar Knot.`);
  if (version > VERSION)
    throw new Stop(`${file} was made by a newer version of Cedar Knot (form ${version}; this one reads ${VERSION}).`);
  yield { schema };
  let table;
  let hash;
  let rows = 0;
  let tables = 0;
  let isWhole = false;
  for await (const text of lines) {
    if (isWhole) throw new Stop(`${file} goes on behind its end.`);
    const value = parsed(file, text);
    if (Array.isArray(value)) {
      if (table === undefined || value.length !== table.columns.length)
        throw new Stop(`${file} is damaged: a row stands where none can.`);
      hash.update(`${text}\n`);
      rows++;
      yield { row: value.map(fromJson) };
    } else if (value.table !== undefined && table === undefined) {
      table = value;
      hash = createHash('sha256');
      rows = 0;
      yield value;
    } else if (table !== undefined && value.end === table.table) {
      if (value.rows !== rows || value.sha256 !== hash.digest('hex'))
        throw new Stop(`${file} is damaged: its part "${table.table}" is not what was written.`);
      table = undefined;
      tables++;
      yield value;
    } else if (value.end === 'backup' && table === undefined) {
      if (value.tables !== tables) throw new Stop(`${file} is damaged: ${tables} of ${value.tables} parts are there.`);
      isWhole = true;
    } else throw new Stop(`${file} is damaged: a part is missing or stands twice.`);
  }
  if (!isWhole) throw new Stop(`${file} is cut off: a whole backup ends with its last line.`);
}

function parsed(file, text) {
  try {
    return JSON.parse(text) ?? {};
  } catch {
    throw new Stop(`${file} cannot be read as a backup.`);
  }
}

/** lines as they stand: what else a reader of lines takes for an end may stand in a text */
async function* linesIn(file) {
  let rest = [];
  try {
    for await (const chunk of createReadStream(file).pipe(createGunzip())) {
      let from = 0;
      for (let at = chunk.indexOf(10); at >= 0; at = chunk.indexOf(10, from)) {
        yield Buffer.concat([...rest, chunk.subarray(from, at)]).toString('utf8');
        rest = [];
        from = at + 1;
      }
      rest.push(chunk.subarray(from));
    }
  } catch (error) {
    throw error instanceof Stop ? error : new Stop(`${file} cannot be read as a backup: ${error.message}`);
  }
  const last = Buffer.concat(rest).toString('utf8');
  if (last !== '') yield last;
}
