import { isQuantity, plainSigns, readCommas, readQuantity, splitNumber, type Sheet, type SheetCell } from '@cedar-knot/core';
import { askedOf, BOOK_MARK, COLUMNS, dataSheets, type AskedRow } from './asked.js';
import type { ReportContext } from './context.js';
import { isNumber, type Cell, type NumberCell, type ReportDocument, type Section, type TableBlock } from './document.js';
import { pictureIn } from './letterhead.js';
import { capped, numberCell, textColumn, unitOf, type Shown } from './shown.js';
import { msg } from './words.js';

/*
 * Data sheets that came back from a maker, held against what is required: by the study as it is now, whatever it was when they were sent.
 */

/** A deviation is more than this share of the required value: less is lost in the figures of a printed number. */
const ROUNDING = 0.001;
/** The same of a temperature, K: its zero is another in each unit. */
const ROUNDING_K = 0.05;
const roundingOf = ({ shown }: AskedRow, required: number): number =>
  shown === 'temperature' ? ROUNDING_K : ROUNDING * Math.abs(required);
/** letters of an answer; more is no entry of a sheet */
const LONGEST_ANSWER = 500;

/** How an answer stands to what is required; `stated` where nothing is, `open` where no answer is, `unread` where it is none. */
export type AnswerState = 'meets' | 'deviates' | 'stated' | 'open' | 'unread';

export interface OfferedRow extends AskedRow {
  answer: Cell;
  state: AnswerState;
  /** what the maker says beside it */
  remark: string;
  /** what was required when the sheet was made, where it is another now */
  sent?: NumberCell;
  /** why an answer could not be read, in words */
  problem?: string;
}

/** One data sheet as it came back. */
export interface Offer {
  part: 'pump-sheet' | 'valve-sheet';
  id: string;
  title: string;
  rows: OfferedRow[];
}

export interface OffersRead {
  offers: Offer[];
  /** sheets that could not be held against anything, in words */
  problems: string[];
}

/** Reads the data sheets of a workbook; what else is in it is passed over. */
export function readOffers(sheets: readonly Sheet[], c: ReportContext): OffersRead {
  const known = new Map(dataSheets(c).map((s) => [`${s.part} ${s.entry.id}`, s]));
  const offers: Offer[] = [];
  const problems: string[] = [];
  for (const sheet of sheets) {
    const marks = sheet.rows.slice(0, 3).map((r) => textAt(r.cells, COLUMNS.key));
    if (!marks[0]?.startsWith(BOOK_MARK.stem)) continue;
    if (marks[0] !== BOOK_MARK.text) problems.push(msg('report.offerOfAnotherVersion', { sheet: sheet.name }));
    else {
      const found = known.get(`${marks[1]} ${marks[2]}`);
      if (!found) problems.push(msg('report.offerOfNoThingHere', { sheet: sheet.name, id: marks[2] ?? '' }));
      else if (offers.some((o) => o.part === found.part && o.id === found.entry.id))
        problems.push(msg('report.offerTwice', { sheet: sheet.name, id: found.entry.id }));
      else offers.push({ part: found.part, id: found.entry.id, title: found.title, rows: answersIn(sheet, askedOf(found), c) });
    }
  }
  if (offers.length === 0 && problems.length === 0) problems.push(msg('report.offerOfNone'));
  return { offers, problems };
}

const textAt = (cells: readonly SheetCell[], column: number): string => (cells[column - 1]?.text ?? '').trim();

function answersIn(sheet: Sheet, asked: readonly AskedRow[], c: ReportContext): OfferedRow[] {
  const rows = new Map(sheet.rows.slice(3).map((r) => [textAt(r.cells, COLUMNS.key), r.cells]));
  return asked.map((a) => {
    const cells = rows.get(a.key) ?? [];
    const unit = textAt(cells, COLUMNS.unit);
    const remark = textAt(cells, COLUMNS.remark).slice(0, LONGEST_ANSWER);
    const required = readAnswer(cells[COLUMNS.required - 1], unit, a.shown, c);
    const was = 'cell' in required && isNumber(required.cell) ? required.cell : null;
    const isOther = was && isNumber(a.required) && Math.abs(was.si - a.required.si) > roundingOf(a, a.required.si);
    const given = readAnswer(cells[COLUMNS.answer - 1], unit, a.shown, c);
    const more = { remark, ...(isOther ? { sent: was } : {}) };
    if ('problem' in given) return { ...a, answer: given.text, state: 'unread', problem: given.problem, ...more };
    return { ...judged(a, given.cell), ...more };
  });
}

function judged(a: AskedRow, answer: Cell): Omit<OfferedRow, 'remark'> {
  if (answer === null) return { ...a, answer, state: 'open' };
  if (!isNumber(answer) || !isNumber(a.required) || !a.sense) return { ...a, answer, state: 'stated' };
  const over = answer.si - a.required.si;
  const lack = a.sense === 'least' ? -over : over;
  const deviates = lack > roundingOf(a, a.required.si);
  return { ...a, answer: deviates ? { ...answer, verdict: 'fails' } : answer, state: deviates ? 'deviates' : 'meets' };
}

type Answer = { cell: Cell } | { problem: string; text: string };

/** An answer in the unit of its row, or in one that was typed beside it. */
function readAnswer(cell: SheetCell | undefined, unit: string, shown: AskedRow['shown'], c: ReportContext): Answer {
  const text = (cell?.text ?? '').trim();
  if (text === '') return { cell: null };
  const no = (problem: string): Answer => ({ problem, text: text.slice(0, 80) });
  if (cell!.fault && cell!.fault !== 'date') return no(msg('report.answerIsAFormula'));
  if (shown === 'text') return { cell: text.slice(0, LONGEST_ANSWER) };
  const commas = readCommas(plainSigns(text));
  if ('readings' in commas) return no(msg('report.answerReadsTwice', { first: commas.readings[0], second: commas.readings[1] }));
  const split = splitNumber(commas.text);
  if (!split) return no(msg('report.answerIsNoNumber'));
  const made = (si: number): Answer => ({ cell: numberCell(si, shown, c.system) });
  const own = split.rest.trim();
  if (shown === 'percent') {
    // 0.82 is a share to one, and less than a per cent to another
    if (own === '' && split.number > 0 && split.number <= 1)
      return no(
        msg('report.answerReadsTwice', {
          first: `${split.number} %`,
          second: `${Number((100 * split.number).toPrecision(6))} %`,
        }),
      );
    return own === '' || own === '%' ? made(split.number / 100) : no(msg('report.answerIsIn', { unit: '%' }));
  }
  if (shown === 'number' || shown === 'count' || shown === 'ratio')
    return own === '' ? made(split.number) : no(msg('report.answerHasNoUnit'));
  if (!isDimension(shown)) return no(msg('report.answerIsNoNumber'));
  const wanted = unit === '' ? unitOf(shown, c.system) : unit;
  const q = readQuantity(`${split.typed} ${own === '' ? wanted : own}`, shown);
  if (!isQuantity(q)) return no(msg('report.answerIsIn', { unit: unitOf(shown, c.system) }));
  return made(shown === 'pressure' && q.reference === 'absolute' ? q.si - atmosphereOf(c) : q.si);
}

const isDimension = (
  shown: Shown,
): shown is Exclude<Shown, 'ratio' | 'percent' | 'number' | 'count' | 'current' | 'mass' | 'volume'> =>
  shown !== 'current' && shown !== 'mass' && shown !== 'volume';

const atmosphereOf = (c: ReportContext): number => c.scenarios.find((s) => s.model)?.model!.network.atmosphere ?? 101_325;

const isStated = (r: OfferedRow): boolean => r.state !== 'open';

/** how far an answer is on the wrong side of what is required, in words */
function deviationText({ shown, required, answer, sense }: OfferedRow, system: ReportContext['system']): string {
  if (!isNumber(required) || !isNumber(answer)) return '';
  const over = Math.abs(answer.si - required.si);
  const share = over / Math.abs(required.si);
  const by =
    shown === 'temperature'
      ? valueText(numberCell(over, 'temperatureDifference', system) as NumberCell)
      : Number.isFinite(share)
        ? msg('report.percentOf', { percent: Number((100 * share).toPrecision(2)) })
        : '';
  return sense === 'least' ? msg('report.belowRequired', { by }).trim() : msg('report.aboveRequired', { by }).trim();
}

const STATES: Readonly<Record<AnswerState, string>> = {
  meets: msg('report.answerMeets'),
  deviates: msg('report.answerDeviates'),
  stated: msg('report.answerStated'),
  open: msg('report.notStated'),
  unread: msg('report.answerUnread'),
};

/** Offers beside what is required, with every deviation marked, as a document to look at, to print and to write as a workbook. */
export function offersReport({ study, system }: ReportContext, { offers, problems }: OffersRead): ReportDocument {
  const sections = offers.map((o): Section => sectionOf(o, system));
  const said = problems.map((text) => ({ kind: 'text' as const, text, tone: 'fails' as const }));
  const [first, ...rest] = sections;
  const all: Section[] = first
    ? [{ ...first, blocks: [...said, ...first.blocks] }, ...rest]
    : [{ part: 'pump-sheet', title: msg('report.offers'), name: msg('report.offers'), blocks: said }];
  return {
    format: 'cedar-knot-report',
    version: 1,
    title: msg('report.offersAgainst', { title: study.title ?? '' }),
    tag: study.tag ?? '',
    preparedBy: study.preparedBy ?? '',
    date: new Date().toISOString().slice(0, 10),
    units: typeof system === 'string' ? system : system.base,
    revision: study.report?.revision ?? '',
    standing: '',
    company: study.report?.company ?? '',
    logo: pictureIn(study.report?.logo),
    failing: [],
    sections: all,
  };
}

function sectionOf({ part, id, title, rows }: Offer, system: ReportContext['system']): Section {
  const count = (state: AnswerState): number => rows.filter((r) => r.state === state).length;
  const maker = rows.find((r) => r.key === 'maker')?.answer;
  const table: TableBlock = {
    kind: 'table',
    columns: [
      textColumn(msg('report.item'), 2.6),
      textColumn(capped(msg('report.unit')), 0.8),
      { label: msg('report.required'), width: 1.1 },
      { label: msg('report.byCatalogue'), width: 1.2 },
      { label: capped(msg('report.offered')), width: 1.2 },
      textColumn(msg('report.deviation'), 1.9),
      textColumn(msg('report.remark'), 2),
    ],
    rows: rows
      .filter((r) => isStated(r) || isNumber(r.required))
      .map((r) => ({
        cells: [
          capped(r.label),
          r.shown === 'text' ? '' : unitOf(r.shown, system),
          r.required,
          r.catalogue,
          r.answer,
          [
            r.state === 'deviates' ? `▲ ${deviationText(r, system)}` : STATES[r.state],
            r.problem ?? '',
            r.sent ? msg('report.askedWhenSent', { value: valueText(r.sent) }) : '',
          ].filter((x) => x !== '').join('; '),
          r.remark,
        ],
      })), // prettier-ignore
  };
  const wrong = count('deviates') + count('unread');
  const counts = msg('report.offerCounts', { deviates: count('deviates'), meets: count('meets'), open: rows.filter((r) => !isStated(r) && isNumber(r.required)).length }); // prettier-ignore
  return {
    part,
    title: `${title}: ${id}${typeof maker === 'string' ? ` · ${maker}` : ''}`,
    name: `${msg('report.offer')} ${id}`,
    blocks: [{ kind: 'text', text: counts, ...(wrong > 0 ? { tone: 'fails' as const } : {}) }, table],
  };
}

const valueText = ({ value, unit }: NumberCell): string => `${Number(value.toPrecision(4))} ${unit}`.trim();
