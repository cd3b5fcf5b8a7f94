import { PART_NAMES, PARTS, reportName, type Part } from '@cedar-knot/report';
import { ChevronDown, ChevronUp } from 'lucide-react';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { api, wordsOf } from '../../api/client.js';
import { letterOf } from '../../state/address.js';
import { chosenParts, headingOf, moved, setReport, toggled } from '../../state/reportParts.js';
import { Segmented } from '../../ui/controls.js';
import { download, fileName } from '../../ui/exportSvg.js';
import { useIssued } from '../issued.js';
import { Select } from '../../ui/Select.js';
import { TypedField } from '../../ui/TypedField.js';
import { offerWork, reportWorker, type OfferWork, type ReportWork } from '../../worker/report.js';
import type { ReportMade } from '../../worker/report.worker.js';
import { useStudy } from '../context.js';
import { IssuedRevisions } from './Issue.js';
import { Ledger } from './Ledger.js';
import { Letterhead } from './Letterhead.js';
import { DataSheets, Offers, type OfferFile } from './Offers.js';
import { PrintedPages } from './PrintedPages.js';
import { Sheets } from './Sheets.js';
import { useUnits } from '../../state/units.js';
import { StudyUnits } from '../person/StudyUnits.js';
import { msg } from './words.js';

const FORMATS = [
  ['pdf', 'PDF', msg('view.report.withFontsCurvesAndLinks')],
  ['xlsx', 'XLSX', msg('view.report.numbersWithTheirUnitsThe')],
  ['zip', 'CSV', msg('view.report.theTablesOneFileEach')],
  ['json', 'JSON', msg('view.report.documentDataWithSiValues')],
] as const;

const SAYS = {
  sheets: msg('view.report.figuresAreLiveClickOne'),
  pages: msg('view.report.pagesAsInThePdf'),
  ledger: msg('view.report.allFiguresOfAllElements'),
  letterhead: msg('view.report.companyLogoHeadingsAndRevisions'),
  offers: msg('view.report.offeredAgainstRequired'),
} as const;

/** The sheets that leave the building, as they will print: parts chosen on the left, every figure live, exports on the right. */
export function ReportView({ work = reportWorker(), offers = offerWork }: { work?: ReportWork; offers?: OfferWork }) {
  const study = useStudy((s) => s.study);
  const { made, isWorking } = useReport(work);
  const [shows, setShows] = useState<keyof typeof SAYS>('sheets');
  const [isInk, setInk] = useState(false);
  const [offered, setOffered] = useState<OfferFile | null>(null);
  return (
    <div
      className="view view-row print-long flex min-h-0 flex-1 gap-2"
      data-report={made?.report.sections.length ?? 0}
      data-working={isWorking}
    >
      <Parts />
      <section
        aria-label={msg('view.report.printPreview')}
        className="bg-deep border-line flex min-w-0 flex-1 flex-col rounded-[5px] border"
      >
        <header className="wraps flex h-[38px] flex-none items-center gap-3 px-3">
          <h1 className="text-[14px] font-semibold">
            {shows === 'ledger'
              ? msg('view.report.ledger')
              : shows === 'letterhead'
                ? msg('view.report.letterhead')
                : shows === 'offers'
                  ? msg('view.report.offers')
                  : msg('view.report.printPreview')}
          </h1>
          <span className="text-inkq truncate text-[12px]">{SAYS[shows]}</span>
          <span className="ml-auto" />
          <Segmented
            label={msg('view.report.displayed')}
            value={shows}
            onChange={setShows}
            options={[
              { value: 'sheets', text: msg('view.report.sheets') },
              { value: 'pages', text: msg('view.report.pages') },
              { value: 'ledger', text: msg('view.report.ledger2') },
              { value: 'letterhead', text: msg('view.report.letterhead2') },
              ...(offered ? [{ value: 'offers' as const, text: msg('view.report.offers') }] : []),
            ]}
          />
        </header>
        {shows === 'letterhead' ? (
          <Letterhead />
        ) : shows === 'offers' && offered ? (
          <Offers file={offered} work={offers} />
        ) : made === null ? (
          <p className="text-inkq px-3 py-6">
            {isWorking ? msg('view.report.preparingTheReport') : msg('view.report.thisStudyCannotBePrinted')}
          </p>
        ) : shows === 'sheets' ? (
          <Sheets report={made.report} />
        ) : shows === 'pages' ? (
          <PrintedPages isInk={isInk} />
        ) : (
          <Ledger rows={made.rows} name={fileName(study.title ?? 'ledger')} />
        )}
      </section>
      <Export failing={made?.report.failing ?? []} isInk={isInk} onInk={setInk}>
        <DataSheets
          work={offers}
          onOffer={(file) => {
            setOffered(file);
            setShows('offers');
          }}
        />
      </Export>
    </div>
  );
}

/** ms of rest before a change is put together anew */
const REST = 250;

function useReport(work: ReportWork): { made: ReportMade | null; isWorking: boolean } {
  const study = useStudy((s) => s.study);
  const { standing, since } = useIssued();
  const [made, setMade] = useState<ReportMade | null>(null);
  const [isWorking, setWorking] = useState(true);
  const isFirst = useRef(true);
  useEffect(() => {
    let gone = false;
    setWorking(true);
    const rest = isFirst.current ? 0 : REST;
    const isOpening = isFirst.current;
    isFirst.current = false;
    const asked = { ...(standing ? { standing } : {}), ...(since ? { since } : {}) };
    const timer = setTimeout(() => {
      // the worker takes one after the other
      if (isOpening)
        work.first?.(study, asked).then(
          (report) => !gone && setMade((m) => m ?? { report, rows: [] }),
          () => undefined,
        );
      work.make(study, asked).then(
        (found) => {
          if (gone) return;
          setMade(found);
          setWorking(false);
        },
        () => !gone && setWorking(false),
      );
    }, rest);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [work, study, standing, since]);
  return { made, isWorking };
}

function Parts() {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const parts = chosenParts(study);
  const put = (next: Part[]): unknown => change(msg('view.report.partsOfTheReport'), setReport(study, 'parts', next));
  const rows = [...parts, ...PARTS.filter((p) => !parts.includes(p))];
  return (
    <aside
      aria-label={msg('view.report.parts')}
      className="panel no-print flex w-[212px] flex-none flex-col overflow-y-auto py-2"
    >
      <h2 className="px-3 pb-1 text-[14px] font-semibold">{msg('view.report.parts')}</h2>
      <ul>
        {rows.map((p) => {
          const at = parts.indexOf(p);
          return (
            <li key={p} className="group hover:bg-wash flex h-[28px] items-center gap-2 px-3 text-[13px]" data-part={p}>
              <label className={`flex min-w-0 flex-1 items-center gap-2 ${at < 0 ? 'text-inkq' : ''}`}>
                <input type="checkbox" checked={at >= 0} onChange={() => put(toggled(parts, p))} />
                <span className="truncate">{headingOf(study, p) ?? PART_NAMES[p]}</span>
              </label>
              {at >= 0 && (
                <span className="flex opacity-0 group-focus-within:opacity-100 group-hover:opacity-100">
                  <button
                    type="button"
                    aria-label={msg('view.report.moveUp', { partnames: PART_NAMES[p] })}
                    disabled={at === 0}
                    onClick={() => put(moved(parts, p, -1))}
                    className="disabled:opacity-30"
                  >
                    <ChevronUp size={14} aria-hidden="true" />
                  </button>
                  <button
                    type="button"
                    aria-label={msg('view.report.moveDown', { partnames: PART_NAMES[p] })}
                    disabled={at === parts.length - 1}
                    onClick={() => put(moved(parts, p, 1))}
                    className="disabled:opacity-30"
                  >
                    <ChevronDown size={14} aria-hidden="true" />
                  </button>
                </span>
              )}
            </li>
          );
        })}
      </ul>
      <div className="border-soft mt-2 flex flex-col gap-1.5 border-t px-3 pt-2 text-[12.5px]">
        <span className="text-inkq text-[12px]">{msg('view.report.linesAndCalculationOf')}</span>
        <Select
          label={msg('view.report.scenarioOfLinesAndCalculation')}
          value={study.report?.scenario}
          none={msg('view.report.firstJudgedScenario')}
          options={study.scenarios.map((s, i) => [s.id, `${letterOf(i)} ${s.name ?? s.id}`])}
          onChange={(s) => change(msg('view.report.scenarioOfTheReport'), setReport(study, 'scenario', s))}
        />
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={study.report?.wholeWorking === true}
            onChange={(e) =>
              change(
                msg('view.report.calculationOfTheReport'),
                setReport(study, 'wholeWorking', e.target.checked ? true : undefined),
              )
            }
          />
          {msg('view.report.allMarginsInTheCalculation')}
        </label>
      </div>
    </aside>
  );
}

function Export({
  failing,
  isInk,
  onInk,
  children,
}: {
  failing: readonly string[];
  isInk: boolean;
  onInk: (isInk: boolean) => void;
  children: ReactNode;
}) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const { busy, problem, save, stop } = useExport(isInk);
  return (
    <aside
      aria-label={msg('view.report.export')}
      className="panel no-print flex w-[224px] flex-none flex-col gap-2 overflow-y-auto px-3 py-2 text-[12.5px]"
    >
      <h2 className="text-[14px] font-semibold">{msg('view.report.export')}</h2>
      {FORMATS.map(([format, name, what]) => (
        <button
          key={format}
          type="button"
          disabled={busy !== null}
          onClick={() => save(format)}
          className="border-edge hover:bg-wash flex flex-col rounded-[3px] border px-2 py-1 text-left disabled:opacity-50"
          data-export={format}
        >
          <b className="font-semibold">{busy === format ? msg('view.report.creating', { name }) : name}</b>
          <span className="text-inkq text-[12px]">{what}</span>
        </button>
      ))}
      {busy !== null && (
        <button type="button" className="text-cedar self-start text-[12px] hover:underline" onClick={stop}>
          {msg('view.report.stop')}
        </button>
      )}
      {problem && (
        <p role="alert" className="text-fails text-[12px]">
          ▲ {problem}
        </p>
      )}
      <span className="flex items-center justify-between gap-2">
        <span className="text-inkq">{msg('view.report.paper')}</span>
        <Segmented
          label={msg('view.report.paper2')}
          value={study.report?.paper ?? 'A4'}
          onChange={(paper) => change(msg('view.report.paperOfTheReport'), setReport(study, 'paper', paper))}
          options={[
            { value: 'A4', text: 'A4' },
            { value: 'Letter', text: msg('view.report.letter') },
          ]}
        />
      </span>
      <span className="flex items-center justify-between gap-2">
        <span className="text-inkq">{msg('view.report.units')}</span>
        <span className="flex items-center gap-1">
          <Segmented
            label={msg('view.report.unitsOfTheReport')}
            value={study.units ?? 'metric'}
            onChange={(units) => change(msg('view.report.unitsOfTheReport'), [{ op: 'set', path: ['units'], value: units }])}
            options={[
              { value: 'metric', text: msg('view.report.metric') },
              { value: 'us', text: 'US' },
            ]}
          />
          <StudyUnits />
        </span>
      </span>
      <span className="flex items-center justify-between gap-2">
        <span className="text-inkq">{msg('view.report.pictures')}</span>
        <Segmented
          label={msg('view.report.pictures2')}
          value={isInk ? 'ink' : 'colour'}
          onChange={(v) => onInk(v === 'ink')}
          options={[
            { value: 'colour', text: msg('view.report.colour') },
            { value: 'ink', text: msg('view.report.ink') },
          ]}
        />
      </span>
      <TitleBlock />
      {children}
      <IssuedRevisions failing={failing} isInk={isInk} />
      {failing.length > 0 && (
        <p className="bg-failswash mt-1 rounded-[3px] p-2 text-[12px]" data-failing={failing.length}>
          <b className="font-semibold">
            ▲{' '}
            {failing.length === 1 ? msg('view.report.oneMarginFails') : msg('view.report.marginsFail', { count: failing.length })}
          </b>{' '}
          {msg('view.report.shownOnTheFirstPage')}
        </p>
      )}
    </aside>
  );
}

type Format = (typeof FORMATS)[number][0];

/** the document as a file, one at a time */
function useExport(isInk: boolean) {
  const id = useStudy((s) => s.id);
  const study = useStudy((s) => s.study);
  const { standing } = useIssued();
  const [busy, setBusy] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  const made = async (format: Format): Promise<void> => {
    setBusy(format);
    setProblem(null);
    stop.current = new AbortController();
    try {
      const blob = await api.printReport(
        id,
        study,
        {
          format,
          ink: isInk,
          numbers: useUnits.getState().numbers,
          ...(study.report?.date ? { date: study.report.date } : {}),
        },
        stop.current.signal,
      );
      download(blob, `${reportName(study, standing)}.${format}`);
    } catch (e) {
      if (!(e instanceof DOMException && e.name === 'AbortError')) setProblem(wordsOf(e));
    } finally {
      setBusy(null);
    }
  };
  return { busy, problem, save: (format: Format) => void made(format), stop: () => stop.current?.abort() };
}

/** its letter follows those that were issued */
function RevisionShown() {
  const letter = useStudy((s) => s.study.report?.revision ?? '');
  return (
    <span className="flex flex-col justify-end">
      <span className="text-inkq text-[12px]">{msg('view.report.revision')}</span>
      <span className="h-[26px] leading-[26px] font-semibold">{letter}</span>
    </span>
  );
}

function TitleBlock() {
  const { revisions } = useIssued();
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const field = (key: 'checkedBy' | 'approvedBy' | 'revision' | 'date', label: string) => (
    <TypedField
      label={label}
      name={`report-${key}`}
      value={study.report?.[key] ?? ''}
      read={(typed) =>
        typed.length <= 200 ? { ok: true, value: typed } : { ok: false, message: msg('view.report.atMost200Characters') }
      }
      onCommit={(v) =>
        change(msg('view.report.ofTheReport', { label }), setReport(study, key, v === undefined ? undefined : String(v)))
      }
      optional
      isText
    />
  );
  return (
    <>
      <h3 className="border-soft mt-1 border-t pt-2 text-[13px] font-semibold">{msg('view.report.titleBlock')}</h3>
      <div className="grid grid-cols-2 gap-x-2">
        {field('checkedBy', msg('view.report.checkedBy'))}
        {field('approvedBy', msg('view.report.approvedBy'))}
        {revisions?.length ? <RevisionShown /> : field('revision', msg('view.report.revision'))}
        {field('date', msg('view.report.date'))}
      </div>
    </>
  );
}
