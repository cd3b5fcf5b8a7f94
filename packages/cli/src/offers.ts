import { extname } from 'node:path';
import type { Study } from '@cedar-knot/core';
import { contextOf, isNumber, offersReport, readOffers, type Cell, type OfferedRow } from '@cedar-knot/report';
import { dataSheetBook, reportFile, type Paper } from '@cedar-knot/report/files';
import { UsageError } from './arguments.js';
import type { Outcome } from './commands.js';
import { oneOf, writeOut } from './out.js';
import { isOutcome, studyOf } from './selection.js';
import { openBook } from './table-options.js';
import { msg } from './words.js';

type Options = ReadonlyMap<string, string>;

const shown = (study: Study, options: Options): Study => {
  const units = oneOf(options, 'units', ['metric', 'us'] as const);
  return units === undefined ? study : { ...study, units };
};

/** `datasheets`: the data sheets of a study as a workbook that a maker fills in. */
export async function datasheets(text: string, options: Options): Promise<Outcome> {
  const study = studyOf(text);
  if (isOutcome(study)) return study;
  const out = options.get('out');
  if (out === undefined || extname(out).toLowerCase() !== '.xlsx') throw new UsageError('--out', msg('cli.sheetsAreXlsx'));
  const paper: Paper = oneOf(options, 'paper', ['A4', 'Letter'] as const) ?? 'A4';
  writeOut(out, await dataSheetBook(contextOf(shown(study, options)), paper));
  return { code: 0, output: { ok: true, file: out } };
}

const FORMATS = ['pdf', 'xlsx', 'json'] as const;

/** `offers`: data sheets as they came back, held against what the study requires; 2 where the file has none. */
export async function offers(text: string, bytes: Uint8Array, options: Options): Promise<Outcome> {
  const study = studyOf(text);
  if (isOutcome(study)) return study;
  const out = options.get('out');
  const format = FORMATS.find((f) => out !== undefined && extname(out).toLowerCase() === `.${f}`);
  if (out !== undefined && !format)
    throw new UsageError(
      '--out',
      msg('cli.hasAnUnknownFormatExpected', { out, formats: FORMATS.map((f) => `.${f}`).join(', ') }),
    );
  const c = contextOf(shown(study, options));
  const read = readOffers((await openBook(bytes, new Map())).sheets, c);
  if (read.offers.length === 0)
    return { code: 2, output: { errors: read.problems.map((message) => ({ path: '', message })) }, notes: read.problems };
  const report = offersReport(c, read);
  if (out !== undefined && format) writeOut(out, await reportFile(report, [], format, {}));
  const output = {
    ok: read.offers.every((o) => o.rows.every((r) => r.state !== 'deviates' && r.state !== 'unread')),
    ...(out === undefined ? {} : { file: out }),
    offers: read.offers.map((o) => ({ part: o.part, id: o.id, rows: o.rows.map(rowOf) })),
    problems: read.problems,
  };
  return { code: 0, output, notes: read.problems };
}

/** a cell in SI, or its words */
const value = (cell: Cell): number | string | null => (isNumber(cell) ? cell.si : cell);

const rowOf = ({ key, label, required, answer, state, remark, problem }: OfferedRow): unknown => ({
  key,
  label,
  required: value(required),
  offered: value(answer),
  state,
  ...(remark === '' ? {} : { remark }),
  ...(problem === undefined ? {} : { problem }),
});
