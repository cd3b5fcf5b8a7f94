import {
  overallVerdict,
  runStudy,
  studyVerdict,
  type IssuedPaper,
  type SolvedScenario,
  type Standing,
  type Study,
} from '@cedar-knot/core';
import { checkName, checkValue, missingText } from '@cedar-knot/wording';
import { scenarioName, solvedOf, systemFor, type ReportContext } from './context.js';
import { pictureIn } from './letterhead.js';
import { liftSheets } from './lift.js';
import {
  isNumber,
  PART_NAMES,
  PARTS,
  SHEETS,
  type Block,
  type Cell,
  type NumberCell,
  type Part,
  type ReportDocument,
  type Section,
} from './document.js';
import { candidates } from './candidates.js';
import { changes } from './changes.js';
import { dataSheet, type SheetEntries } from './data-sheets.js';
import { pumpEntries } from './pump-sheet.js';
import { valveEntries } from './valve-sheet.js';
import { curves, profile } from './figures.js';
import { NAME_OF, standingText } from './issue.js';
import { assumptions, breakdown, energy, equipment, fluids, lineList, scenarioTable } from './lists.js';
import { calculation, margins } from './margins.js';
import { ofKind, pumpSheet, valveSheet } from './sheets.js';
import { stations } from './stations.js';
import { capped, MARK, numberCell, textColumn } from './shown.js';
import { msg } from './words.js';

export interface ReportOptions {
  /** in the order in which they stand; all of them where nothing is said */
  parts?: readonly Part[];
  /** those of the study where nothing is said */
  units?: 'metric' | 'us';
  /** of the line list and the calculation; the first judged one where nothing is said */
  scenario?: string;
  /** every margin in the calculation, not only those that need it */
  isWhole?: boolean;
  /** as it is printed; today where nothing is said */
  date?: string;
  checkedBy?: string;
  approvedBy?: string;
  revision?: string;
  /** how the paper stands to the revisions that were issued; nothing is said where nothing is known */
  standing?: Standing;
  /** since which changes are told */
  since?: IssuedPaper;
}

/** What the study itself says of its report, under what is asked. */
function withOwn(study: Study, asked: ReportOptions): ReportOptions {
  const { parts, wholeWorking, scenario, checkedBy, approvedBy, revision, date } = study.report ?? {};
  const own = { scenario, checkedBy, approvedBy, revision, date };
  const known = (parts ?? []).filter(isPart);
  return {
    ...(Object.fromEntries(Object.entries(own).filter(([, v]) => v !== undefined)) as ReportOptions),
    ...(known.length > 0 ? { parts: known } : {}),
    ...(wholeWorking === undefined ? {} : { isWhole: wholeWorking }),
    ...asked,
  };
}

const slug = (text: string): string => text.normalize('NFKC').replace(/[^\p{L}\p{M}\p{N}_.]+/gu, '-').replace(/^[-.]+|[-.]+$/g, ''); // prettier-ignore

/**
 * Name of a report's file without its ending: tag, title and revision, those that there are: P-410_reinjection-transfer_revB. Behind the
 * revision stands what a paper is that was not issued.
 */
export function reportName({ tag, title, report }: Pick<Study, 'tag' | 'title' | 'report'>, standing?: Standing): string {
  const revision = slug(report?.revision ?? '');
  const end = revision === '' ? '' : `rev${revision}${standing ? NAME_OF[standing.kind] : ''}`;
  const parts = [slug(tag ?? ''), slug(title ?? '').toLowerCase()];
  const named = parts.filter((p) => p !== '').join('_').slice(0, 120); // prettier-ignore
  return [named, end].filter((p) => p !== '').join('_') || 'study';
}

/** Whether a word names a part of a report. */
export const isPart = (word: string): word is Part => (PARTS as readonly string[]).includes(word);

/** What a report is made from: the study, solved, in its units. */
export function contextOf(
  study: Study,
  asked: ReportOptions = {},
  scenarios: readonly SolvedScenario[] = runStudy(study).scenarios,
): ReportContext {
  const options = withOwn(study, asked);
  const c: ReportContext = { study, scenarios, system: systemFor(study, options.units), chosen: undefined };
  const solved = solvedOf(c);
  return { ...c, chosen: solved.find((s) => s.id === options.scenario) ?? solved.find((s) => s.model!.judged) ?? solved[0] };
}

/** The report of a study as a document: every figure is one of `solve`, in SI and as it is shown. */
export function buildReport(study: Study, asked: ReportOptions = {}, scenarios?: readonly SolvedScenario[]): ReportDocument {
  const options = withOwn(study, asked);
  const c = contextOf(study, options, scenarios);
  const failing = solvedOf(c)
    .filter((s) => s.model!.judged)
    .flatMap(
      (s) =>
      s.result!.margins
        .filter((m) => m.verdict === 'fails')
        .map((m) => msg('report.ofIsItsLimit', { scenarioName: scenarioName(c, s.id), checkName: checkName(m.check), where: m.where, checkValue: checkValue(m.check, m.value, c.system), checkValue2: checkValue(m.check, m.limit, c.system), value: m.upper === undefined || !Number.isFinite(m.upper) ? '' : msg('report.to', { checkValue: checkValue(m.check, m.upper, c.system) }) })), // prettier-ignore
    );
  const parts = options.parts ?? PARTS;
  const head = { title: study.title ?? msg('report.study'), tag: study.tag ?? '', preparedBy: study.preparedBy ?? '', date: options.date ?? new Date().toISOString().slice(0, 10) }; // prettier-ignore
  return {
    format: 'cedar-knot-report',
    version: 1,
    ...head,
    units: typeof c.system === 'string' ? c.system : c.system.base,
    revision: options.revision ?? '',
    standing: standingText(options.standing),
    company: study.report?.company ?? '',
    logo: pictureIn(study.report?.logo),
    failing,
    sections: parts
      .flatMap((part) => sectionsOf(c, part, head, options))
      .map((s) => headed(inOwnWords(study, isInPlace(c) ? saidInPlace(s) : s))),
  };
}

/** parts whose rows are the study's own words */
const OWN_WORDS: ReadonlySet<Part> = new Set(['cover', 'revisions', 'changes', 'notes']);

/** The parts with which a report of the study begins, up to the first that begins on a page of its own whatever it holds. */
export function firstParts(study: Study, asked: ReportOptions = {}): Part[] {
  const parts = withOwn(study, asked).parts ?? PARTS;
  const end = parts.findIndex((p) => SHEETS.has(p));
  return end < 0 ? [...parts] : parts.slice(0, end);
}

/** the heads of columns and of rows in sentence case */
function headed(s: Section): Section {
  const blocks = s.blocks.map((b): Block => {
    if (b.kind !== 'table' || OWN_WORDS.has(s.part)) return b;
    const columns = b.columns.map((c) => ({ ...c, label: capped(c.label) }));
    const rows = b.rows.map((r) => {
      const [first, ...rest] = r.cells;
      return typeof first === 'string' ? { ...r, cells: [capped(first), ...rest] } : r;
    });
    return { ...b, columns, rows };
  });
  return { ...s, blocks };
}

/** whether a liquid changes its volume with the pressure: a flow may then be at the surface, or in place */
const isInPlace = (c: ReportContext): boolean =>
  c.scenarios.some((s) => Object.values(s.result?.lines ?? {}).some((l) => l.surfaceFlow !== undefined));

/** the section with its flows said to be in place, in the head of a column or of a row */
function saidInPlace(s: Section): Section {
  const isFlow = (cells: readonly (Cell | undefined)[]): boolean => {
    const numbers = cells.filter((x): x is NumberCell => x !== undefined && isNumber(x));
    // beside a flow of the results may stand one that was entered or was before
    const isNamed = (x: NumberCell): boolean => x.from?.endsWith('.flow') === true;
    return numbers.some(isNamed) && numbers.every((x) => x.from === undefined || isNamed(x));
  };
  const ofOneUnit = [msg('report.flowPerUnit'), msg('report.flowOneUnit')];
  const blocks = s.blocks.map((b): Block => {
    if (b.kind !== 'table') return b;
    const columns = b.columns.map((col, k) => {
      const isOne =
        col.label !== '' && b.rows.some((r) => !r.isHeading) && isFlow(b.rows.filter((r) => !r.isHeading).map((r) => r.cells[k]));
      return isOne ? { ...col, label: msg('report.inPlace', { label: col.label }) } : col;
    });
    const isSaid = columns.some((col, k) => col !== b.columns[k]);
    const rows = b.rows.map((r) => {
      const [first, ...rest] = r.cells;
      if (isSaid || typeof first !== 'string' || !(isFlow(rest) || ofOneUnit.includes(first))) return r;
      // a row that begins with where it stands says what it is behind that
      const at = s.part === 'changes' ? 1 : 0;
      return {
        ...r,
        cells: r.cells.map((x, k) => (k === at && typeof x === 'string' ? msg('report.inPlace', { label: x }) : x)),
      };
    });
    return { ...b, columns, rows };
  });
  return { ...s, blocks };
}

/** a section under the heading that the study has for its part; what follows a part's name (a tag) stays */
function inOwnWords(study: Study, s: Section): Section {
  const own = study.report?.headings?.find((h) => h.part === s.part)?.text.trim();
  // the duties behind a data sheet are another sheet
  const isBehind = [msg('report.pumpDuties'), msg('report.valveDuties')].some((t) => s.title.startsWith(t));
  if (!own || s.part === 'cover' || isBehind) return s;
  const usual = PART_NAMES[s.part];
  const behind = /[:,] .*$/.exec(s.title)?.[0] ?? '';
  return { ...s, title: s.title === usual ? own : `${own}${behind}` };
}

function sectionsOf(
  c: ReportContext,
  part: Part,
  head: Record<'title' | 'tag' | 'preparedBy' | 'date', string>,
  options: ReportOptions,
): Section[] {
  const known = (s: Section | null): Section[] => (s ? [s] : []);
  const sheet = (entries: SheetEntries | null): Section[] => (entries ? [dataSheet(c, entries)] : []);
  switch (part) {
    case 'cover':
      return [cover(c, head, options)];
    case 'revisions':
      return known(revisions(c));
    case 'changes':
      return known(changes(c, options.since));
    case 'candidates':
      return known(candidates(c));
    case 'assumptions':
      return [assumptions(c)];
    case 'fluids':
      return [fluids(c)];
    case 'pump-sheet':
      return ofKind(c, 'pump').flatMap((e) => [...sheet(pumpEntries(c, e)), pumpSheet(c, e)]);
    case 'lift-sheet':
      return liftSheets(c);
    case 'valve-sheet':
      return ofKind(c, 'control-valve').flatMap((e) => [...sheet(valveEntries(c, e)), valveSheet(c, e)]);
    case 'line-list':
      return [lineList(c)];
    case 'equipment':
      return known(equipment(c));
    case 'scenarios':
      return [scenarioTable(c)];
    case 'curves':
      return known(curves(c));
    case 'profile':
      return known(profile(c));
    case 'stations':
      return known(stations(c));
    case 'breakdown':
      return known(breakdown(c));
    case 'energy':
      return known(energy(c));
    case 'margins':
      return [margins(c)];
    case 'working':
      return known(calculation(c, options.isWhole === true));
    case 'notes':
      return c.study.notes ? [{ part, title: PART_NAMES.notes, name: msg('report.notes'), blocks: c.study.notes.split(/\n+/).map((text): Block => ({ kind: 'text', text })) }] : []; // prettier-ignore
  }
}

function cover(c: ReportContext, head: Record<'title' | 'tag' | 'preparedBy' | 'date', string>, options: ReportOptions): Section {
  const rows = [
    [msg('report.coverService'), head.title],
    [msg('report.coverTag'), head.tag],
    [msg('report.coverPrepared'), head.preparedBy],
    [msg('report.coverChecked'), options.checkedBy ?? ''],
    [msg('report.coverApproved'), options.approvedBy ?? ''],
    [msg('report.coverRevision'), options.revision ?? ''],
    [msg('report.coverStanding'), standingText(options.standing)],
    [msg('report.coverDate'), head.date],
    ...(c.study.report?.titleFields ?? []).map((f) => [f.label, f.text ?? '']),
  ].filter(([label, text]) => text !== '' || [msg('report.coverChecked'), msg('report.coverApproved')].includes(label!));
  const verdicts = c.scenarios.map((s) => {
    const { result, model } = s;
    const count = (n: number | undefined): Cell => numberCell(n ?? 0, 'count', c.system);
    const counts = (v: string): Cell => count(result?.margins.filter((m) => m.verdict === v).length);
    const verdict =
      !result || result.status === 'failed'
        ? msg('report.notSolved')
        : model?.judged === false
          ? msg('report.notJudged')
          : MARK[overallVerdict(result)];
    return {
      cells: [
        scenarioName(c, s.id),
        c.study.scenarios.find((x) => x.id === s.id)?.role ?? '',
        verdict,
        counts('fails'),
        counts('near'),
        counts('holds'),
        count(result?.incomplete.length),
      ],
    };
  });
  const whole = c.study.lines.length === 0 ? 'incomplete' : studyVerdict(c.scenarios);
  rows.push([msg('report.coverVerdict'), `${MARK[whole]}${c.study.lines.length === 0 ? msg('report.noLineYet') : ''}`]);
  const missing = notJudged(c);
  return {
    part: 'cover',
    title: head.title,
    name: msg('report.cover'),
    blocks: [
      {
        kind: 'table',
        columns: [
          { label: '', isText: true, width: 1 },
          { label: '', isText: true, width: 3 },
        ],
        rows: rows.map((cells) => ({ cells })),
      },
      {
        kind: 'table',
        caption: msg('report.scenarios'),
        columns: [
          { label: msg('report.scenario'), isText: true, width: 2.4 },
          { label: msg('report.role'), isText: true, width: 1 },
          { label: msg('report.verdict'), isText: true, width: 1 },
          { label: msg('report.fail') },
          { label: msg('report.near2') },
          { label: msg('report.hold') },
          { label: msg('report.notJudged') },
        ],
        rows: verdicts,
      },
      ...(missing ? [missing] : []),
    ],
  };
}

/** what belongs to the study and no scenario, or only some, could judge */
function notJudged(c: ReportContext): Block | null {
  const found = new Map<string, string[]>();
  for (const { id, model, result } of c.scenarios) {
    if (model?.judged === false) continue;
    for (const x of result?.incomplete ?? [])
      found.set(missingText(x), [...(found.get(missingText(x)) ?? []), scenarioName(c, id)]);
  }
  if (found.size === 0) return null;
  const columns = [
    { label: msg('report.notJudged'), isText: true, width: 3 },
    { label: msg('report.scenarios2'), isText: true, width: 2 },
  ];
  return {
    kind: 'table',
    caption: msg('report.incomplete'),
    columns,
    rows: [...found].map(([text, ids]) => ({ cells: [text, ids.join(', ')] })),
  };
}

/** what was changed when, as the study has it */
function revisions(c: ReportContext): Section | null {
  const list = c.study.report?.revisions ?? [];
  if (list.length === 0) return null;
  const rows = list.map((r) => ({ cells: [r.revision, r.date ?? '', r.text ?? '', r.preparedBy ?? '', r.checkedBy ?? '', r.approvedBy ?? ''] })); // prettier-ignore
  const columns = [
    textColumn('rev', 0.6),
    textColumn('date', 1),
    textColumn(msg('report.whatChanged'), 4),
    textColumn('prepared', 1.1),
    textColumn('checked', 1.1),
    textColumn('approved', 1.1),
  ];
  return {
    part: 'revisions',
    title: PART_NAMES.revisions,
    name: msg('report.revisions'),
    blocks: [{ kind: 'table', columns, rows }],
  };
}
