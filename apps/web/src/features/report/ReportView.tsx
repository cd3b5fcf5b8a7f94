import { PART_NAMES, PARTS, type Part } from '@cedar-knot/report';
import { ChevronDown, ChevronUp } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { api, wordsOf } from '../../api/client.js';
import { letterOf } from '../../state/address.js';
import { chosenParts, headingOf, moved, setReport, toggled } from '../../state/reportParts.js';
import { Segmented } from '../../ui/controls.js';
import { download, fileName } from '../../ui/exportSvg.js';
import { Select } from '../../ui/Select.js';
import { TypedField } from '../../ui/TypedField.js';
import { reportWorker, type ReportWork } from '../../worker/report.js';
import type { ReportMade } from '../../worker/report.worker.js';
import { useDisplay, useStudy } from '../context.js';
import { Ledger } from './Ledger.js';
import { Letterhead } from './Letterhead.js';
import { PrintedPages } from './PrintedPages.js';
import { Sheets } from './Sheets.js';

const FORMATS = [
  ['pdf', 'PDF', 'fonts and curves in it, links kept'],
  ['xlsx', 'XLSX', 'numbers with their units, the ledger'],
  ['zip', 'CSV', 'the tables, one file each, and figures'],
  ['json', 'JSON', 'the document, SI beside what is shown'],
] as const;

const SAYS = {
  sheets: 'every figure is live and opens its working',
  pages: 'the pages of the PDF',
  ledger: 'every figure of every element in every scenario',
  letterhead: 'whose paper it is on, in whose words, and its revisions',
} as const;

/** The sheets that leave the building, as they will print: parts chosen on the left, every figure live, exports on the right. */
export function ReportView({ work = reportWorker() }: { work?: ReportWork }) {
  const study = useStudy((s) => s.study);
  const { made, isWorking } = useReport(work);
  const [shows, setShows] = useState<keyof typeof SAYS>('sheets');
  const [isInk, setInk] = useState(false);
  return (
    <div className="flex min-h-0 flex-1 gap-2" data-report={made?.report.sections.length ?? 0} data-working={isWorking}>
      <Parts />
      <section aria-label="As it will print" className="bg-deep border-line flex min-w-0 flex-1 flex-col rounded-[5px] border">
        <header className="flex h-[38px] flex-none items-center gap-3 px-3">
          <h1 className="text-[14px] font-semibold">
            {shows === 'ledger' ? 'Ledger' : shows === 'letterhead' ? 'Letterhead' : 'As it will print'}
          </h1>
          <span className="text-inkq truncate text-[12px]">{SAYS[shows]}</span>
          <span className="ml-auto" />
          <Segmented
            label="What is shown"
            value={shows}
            onChange={setShows}
            options={[
              { value: 'sheets', text: 'sheets' },
              { value: 'pages', text: 'pages' },
              { value: 'ledger', text: 'ledger' },
              { value: 'letterhead', text: 'letterhead' },
            ]}
          />
        </header>
        {shows === 'letterhead' ? (
          <Letterhead />
        ) : made === null ? (
          <p className="text-inkq px-3 py-6">
            {isWorking ? 'Putting it together …' : 'Nothing of this study can be printed yet: see what it lacks.'}
          </p>
        ) : shows === 'sheets' ? (
          <Sheets report={made.report} />
        ) : shows === 'pages' ? (
          <PrintedPages isInk={isInk} />
        ) : (
          <Ledger rows={made.rows} name={fileName(study.title ?? 'ledger')} />
        )}
      </section>
      <Export failing={made?.report.failing ?? []} isInk={isInk} onInk={setInk} />
    </div>
  );
}

/** ms of rest before a change is put together anew */
const REST = 250;

function useReport(work: ReportWork): { made: ReportMade | null; isWorking: boolean } {
  const study = useStudy((s) => s.study);
  const [made, setMade] = useState<ReportMade | null>(null);
  const [isWorking, setWorking] = useState(true);
  useEffect(() => {
    let gone = false;
    setWorking(true);
    const timer = setTimeout(() => {
      work.make(study, {}).then(
        (found) => {
          if (gone) return;
          setMade(found);
          setWorking(false);
        },
        () => !gone && setWorking(false),
      );
    }, REST);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [work, study]);
  return { made, isWorking };
}

function Parts() {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const parts = chosenParts(study);
  const put = (next: Part[]): unknown => change('parts of the report', setReport(study, 'parts', next));
  const rows = [...parts, ...PARTS.filter((p) => !parts.includes(p))];
  return (
    <aside aria-label="Parts" className="panel flex w-[212px] flex-none flex-col overflow-y-auto py-2">
      <h2 className="px-3 pb-1 text-[14px] font-semibold">Parts</h2>
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
                    aria-label={`${PART_NAMES[p]} further up`}
                    disabled={at === 0}
                    onClick={() => put(moved(parts, p, -1))}
                    className="disabled:opacity-30"
                  >
                    <ChevronUp size={14} aria-hidden="true" />
                  </button>
                  <button
                    type="button"
                    aria-label={`${PART_NAMES[p]} further down`}
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
        <span className="text-inkq text-[12px]">Lines and calculation of</span>
        <Select
          label="Scenario of lines and calculation"
          value={study.report?.scenario}
          none="the first that is judged"
          options={study.scenarios.map((s, i) => [s.id, `${letterOf(i)} ${s.name ?? s.id}`])}
          onChange={(s) => change('scenario of the report', setReport(study, 'scenario', s))}
        />
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            checked={study.report?.wholeWorking === true}
            onChange={(e) =>
              change('calculation of the report', setReport(study, 'wholeWorking', e.target.checked ? true : undefined))
            }
          />
          every margin in the calculation
        </label>
      </div>
    </aside>
  );
}

function Export({ failing, isInk, onInk }: { failing: readonly string[]; isInk: boolean; onInk: (isInk: boolean) => void }) {
  const d = useDisplay();
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const [units, setUnits] = useState<Units>('study');
  const { busy, problem, save, stop } = useExport(isInk, units);
  return (
    <aside aria-label="Export" className="panel flex w-[224px] flex-none flex-col gap-2 overflow-y-auto px-3 py-2 text-[12.5px]">
      <h2 className="text-[14px] font-semibold">Export</h2>
      {FORMATS.map(([format, name, what]) => (
        <button
          key={format}
          type="button"
          disabled={busy !== null}
          onClick={() => save(format)}
          className="border-edge hover:bg-wash flex flex-col rounded-[3px] border px-2 py-1 text-left disabled:opacity-50"
          data-export={format}
        >
          <b className="font-semibold">{busy === format ? `${name} is being made …` : name}</b>
          <span className="text-inkq text-[12px]">{what}</span>
        </button>
      ))}
      {busy !== null && (
        <button type="button" className="text-cedar self-start text-[12px] hover:underline" onClick={stop}>
          Stop
        </button>
      )}
      {problem && (
        <p role="alert" className="text-fails text-[12px]">
          ▲ {problem}
        </p>
      )}
      <span className="flex items-center justify-between gap-2">
        <span className="text-inkq">paper</span>
        <Segmented
          label="Paper"
          value={study.report?.paper ?? 'A4'}
          onChange={(paper) => change('paper of the report', setReport(study, 'paper', paper))}
          options={[
            { value: 'A4', text: 'A4' },
            { value: 'Letter', text: 'Letter' },
          ]}
        />
      </span>
      <span className="flex items-center justify-between gap-2">
        <span className="text-inkq">units</span>
        <Select
          label="Units of the export"
          value={units}
          options={[
            ['study', typeof d.system === 'string' && d.system === 'us' ? 'as here (US)' : 'as here'],
            ['metric', 'metric'],
            ['us', 'US'],
          ]}
          onChange={(u) => u && setUnits(u as Units)}
        />
      </span>
      <span className="flex items-center justify-between gap-2">
        <span className="text-inkq">pictures</span>
        <Segmented
          label="Pictures"
          value={isInk ? 'ink' : 'colour'}
          onChange={(v) => onInk(v === 'ink')}
          options={[
            { value: 'colour', text: 'colour' },
            { value: 'ink', text: 'ink' },
          ]}
        />
      </span>
      <TitleBlock />
      {failing.length > 0 && (
        <p className="bg-failswash mt-1 rounded-[3px] p-2 text-[12px]" data-failing={failing.length}>
          <b className="font-semibold">▲ {failing.length === 1 ? 'One margin fails.' : `${failing.length} margins fail.`}</b> It
          is said on the first page and cannot be hidden.
        </p>
      )}
    </aside>
  );
}

type Format = (typeof FORMATS)[number][0];
/** of the export: as the study has them, or others */
type Units = 'study' | 'metric' | 'us';

/** the document as a file, one at a time */
function useExport(isInk: boolean, units: Units) {
  const study = useStudy((s) => s.study);
  const [busy, setBusy] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  const made = async (format: Format): Promise<void> => {
    setBusy(format);
    setProblem(null);
    stop.current = new AbortController();
    try {
      const blob = await api.printReport(
        study,
        {
          format,
          ink: isInk,
          ...(units === 'study' ? {} : { units }),
          ...(study.report?.date ? { date: study.report.date } : {}),
        },
        stop.current.signal,
      );
      download(blob, `${fileName(`${study.tag ?? ''} ${study.title ?? 'study'}`)}.${format}`);
    } catch (e) {
      if (!(e instanceof DOMException && e.name === 'AbortError')) setProblem(wordsOf(e));
    } finally {
      setBusy(null);
    }
  };
  return { busy, problem, save: (format: Format) => void made(format), stop: () => stop.current?.abort() };
}

function TitleBlock() {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const field = (key: 'checkedBy' | 'approvedBy' | 'revision' | 'date', label: string) => (
    <TypedField
      label={label}
      name={`report-${key}`}
      value={study.report?.[key] ?? ''}
      read={(typed) =>
        typed.length <= 200 ? { ok: true, value: typed } : { ok: false, message: 'At most 200 letters stand here.' }
      }
      onCommit={(v) => change(`${label} of the report`, setReport(study, key, v === undefined ? undefined : String(v)))}
      optional
      isText
    />
  );
  return (
    <>
      <h3 className="border-soft mt-1 border-t pt-2 text-[13px] font-semibold">Title block</h3>
      <div className="grid grid-cols-2 gap-x-2">
        {field('checkedBy', 'checked')}
        {field('approvedBy', 'approved')}
        {field('revision', 'revision')}
        {field('date', 'date')}
      </div>
    </>
  );
}
