import { COLUMNS, MORE_COLUMNS, type ImportResult, type Mend, type ModelKind } from '@cedar-knot/core';
import * as Comlink from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { api, ApiError, wordsOf } from '../../api/client.js';
import { Button, Segmented } from '../../ui/controls.js';
import { FilePick } from '../../ui/FilePick.js';
import { VerdictMark } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import type { ImportWorkerApi, Preview, PreviewOptions, PreviewProblem } from '../../worker/import.worker.js';

type Stage =
  | { kind: 'choose' }
  | { kind: 'reading'; name: string }
  | { kind: 'sheets'; name: string; sheets: { name: string; rows: string[][] }[] }
  | { kind: 'preview'; name: string; preview: Preview }
  | { kind: 'taking'; name: string; done: number; of: number }
  | { kind: 'taken'; name: string; result: ImportResult };

const NOTHING: PreviewOptions = { columns: {}, mends: {}, left: [] };

/** What a maker gives, brought in under the list: read, judged row by row, corrected, and taken as a whole or not at all. */
export function ImportDock({
  kind,
  file,
  onClose,
  onTaken,
}: {
  kind: ModelKind;
  file: File | null;
  onClose: () => void;
  onTaken: () => void;
}) {
  const worker = useMemo(() => new Worker(new URL('../../worker/import.worker.ts', import.meta.url), { type: 'module' }), []);
  const remote = useMemo(() => Comlink.wrap<ImportWorkerApi>(worker), [worker]);
  useEffect(() => () => worker.terminate(), [worker]);
  const [stage, setStage] = useState<Stage>({ kind: 'choose' });
  const [problem, setProblem] = useState<string[]>([]);
  const [options, setOptions] = useState<PreviewOptions>(NOTHING);
  const [pasted, setPasted] = useState('');
  const [showsColumns, setShowsColumns] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const fail = (e: unknown): void =>
    setProblem(
      e instanceof ApiError && e.errors.length > 0
        ? [e.message, ...e.errors.slice(1, 6).map((x) => `${x.path}: ${x.message}`)]
        : [wordsOf(e)],
    );

  const look = async (name: string, next: PreviewOptions): Promise<void> => {
    setOptions(next);
    setStage({ kind: 'preview', name, preview: await remote.preview(next) });
  };
  const open = async (name: string, opening: Promise<string | null>): Promise<void> => {
    setStage({ kind: 'reading', name });
    setProblem([]);
    const wrong = await opening;
    if (wrong !== null) {
      setProblem([wrong]);
      setStage({ kind: 'choose' });
      return;
    }
    await look(name, NOTHING);
  };
  const openFile = async (chosen: File): Promise<void> => {
    try {
      if (/\.xlsx$/i.test(chosen.name)) {
        setStage({ kind: 'reading', name: chosen.name });
        const sheets = (await api.sheets(chosen)).filter((s) => s.rows.length > 1);
        if (sheets.length === 1) await open(chosen.name, remote.openRows(sheets[0]!.rows));
        else setStage({ kind: 'sheets', name: chosen.name, sheets });
      } else await open(chosen.name, remote.openText(await chosen.text()));
    } catch (e) {
      fail(e);
      setStage({ kind: 'choose' });
    }
  };
  useEffect(() => {
    if (file) void openFile(file);
    // the file that was dropped, once
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [file]);

  const take = async (name: string): Promise<void> => {
    setProblem([]);
    setStage({ kind: 'taking', name, done: 0, of: 1 });
    const from = /\.xlsx$/i.test(name) ? 'xlsx' : /\.json$/i.test(name) ? 'json' : 'csv';
    // how far it is comes by a port of its own, so the last of it may come after the answer: the answer stands
    const progress = Comlink.proxy((done: number, of: number) =>
      setStage((now) => (now.kind === 'taking' ? { kind: 'taking', name, done, of } : now)),
    );
    const done = await remote.take(name, from, progress);
    if (done && 'result' in done) {
      setStage({ kind: 'taken', name, result: done.result });
      onTaken();
      return;
    }
    if (done) setProblem(done.problem);
    await look(name, options).catch(() => setStage({ kind: 'choose' }));
  };

  return (
    <section aria-label="Import" className="panel flex h-[300px] flex-none flex-col">
      <header className="flex min-h-[38px] flex-none items-center gap-3 px-3 pt-1.5">
        <h2 className="text-[14px] font-semibold">Import</h2>
        {'name' in stage && <code className="truncate font-mono text-[12px]">{stage.name}</code>}
        {stage.kind === 'preview' && <Said preview={stage.preview} />}
        <span className="ml-auto" />
        {stage.kind === 'preview' && stage.preview.columns.length > 0 && (
          <Button tone="bare" aria-expanded={showsColumns} onClick={() => setShowsColumns(!showsColumns)}>
            Columns and units
          </Button>
        )}
        {stage.kind === 'taking' ? (
          <Button onClick={() => void remote.stop()}>Stop; take nothing</Button>
        ) : (
          <Button onClick={onClose}>{stage.kind === 'taken' || stage.kind === 'choose' ? 'Close' : 'Discard'}</Button>
        )}
        {stage.kind === 'preview' && (
          <Button
            tone="main"
            disabled={stage.preview.errors > 0 || totalOf(stage.preview) === 0}
            onClick={() => void take(stage.name)}
          >
            Take {takenText(stage.preview)}
          </Button>
        )}
      </header>
      {problem.map((p) => (
        <p key={p} role="alert" className="text-fails px-3 text-[12px]">
          ▲ {p}
        </p>
      ))}
      {stage.kind === 'choose' && (
        <div className="flex min-h-0 flex-1 gap-3 px-3 py-2">
          <button
            type="button"
            onClick={() => input.current?.click()}
            className="border-line text-inkq hover:bg-quiet flex flex-1 flex-col items-center justify-center gap-1 rounded-[5px] border border-dashed"
          >
            <b className="text-ink font-semibold">Drop a file anywhere here, or choose one</b>
            CSV, spreadsheet (.xlsx) or catalogue file (.json); one row a curve point for pumps, one row a travel or a valve for
            valves
          </button>
          <FilePick input={input} label="File to import" accept=".csv,.txt,.tsv,.json,.xlsx" onFile={(f) => void openFile(f)} />
          <div className="flex flex-1 flex-col gap-1.5">
            <textarea
              aria-label="Pasted table"
              value={pasted}
              onChange={(e) => setPasted(e.target.value)}
              placeholder={`or paste a table here, with its head:\nmodel\tspeed [rpm]\tdiameter [mm]\tflow [m3/h]\thead [m]\tefficiency [%]`}
              spellCheck={false}
              wrap="off"
              className="border-edge min-h-0 flex-1 rounded-[3px] border px-2 py-1 font-mono text-[12px]"
            />
            <Button
              className="self-end"
              disabled={pasted.trim() === ''}
              onClick={() => void open('pasted table', remote.openText(pasted)).catch(fail)}
            >
              Read it
            </Button>
          </div>
        </div>
      )}
      {stage.kind === 'reading' && <p className="text-inkq px-3 py-4">Reading and judging …</p>}
      {stage.kind === 'sheets' && (
        <div className="flex flex-wrap items-center gap-2 px-3 py-3">
          <span className="text-inkq">Which sheet?</span>
          {stage.sheets.map((s) => (
            <Button key={s.name} onClick={() => void open(`${stage.name}`, remote.openRows(s.rows)).catch(fail)}>
              {s.name} <span className="text-inkq">{s.rows.length - 1} rows</span>
            </Button>
          ))}
          {stage.sheets.length === 0 && <span>No sheet of it has rows.</span>}
        </div>
      )}
      {stage.kind === 'preview' && showsColumns && (
        <Columns preview={stage.preview} options={options} kind={kind} onOptions={(o) => void look(stage.name, o).catch(fail)} />
      )}
      {stage.kind === 'preview' && !showsColumns && (
        <Problems
          preview={stage.preview}
          options={options}
          remote={remote}
          onOptions={(o) => void look(stage.name, o).catch(fail)}
        />
      )}
      {stage.kind === 'taking' && (
        <div className="px-3 py-4">
          <progress
            value={stage.done}
            max={stage.of}
            aria-label="How far the import is"
            className="h-2 w-full accent-[var(--cedar)]"
          />
          <p className="text-inkq mt-1">
            {stage.done * 2 <= stage.of ? 'judging' : 'keeping'} … {Math.round((100 * stage.done) / stage.of)} %
          </p>
        </div>
      )}
      {stage.kind === 'taken' && (
        <p className="flex items-center gap-2 px-3 py-4">
          <VerdictMark kind="holds" />
          {resultText(stage.result)}
        </p>
      )}
    </section>
  );
}

function Said({ preview }: { preview: Preview }) {
  const { counts, rows, problemCount, errors } = preview;
  const parts = [
    counts.pumps > 0 && `${counts.pumps} pumps, ${counts.curves} curves`,
    counts.valves > 0 && `${counts.valves} valves`,
    counts.motors > 0 && `${counts.motors} motors`,
  ].filter(Boolean);
  const from = rows > 0 ? ` of ${rows} rows` : '';
  return (
    <span className="text-inkq truncate text-[12px]">
      {parts.join(', ') || 'nothing that can be taken'}
      {problemCount > 0 ? `; ${problemCount} ${problemCount === 1 ? 'thing' : 'things'}${from} want a look` : '; nothing is odd'}
      {errors > 0 && <b className="text-fails font-semibold"> ▲ {errors} still wrong</b>}
    </span>
  );
}

const totalOf = ({ counts }: Preview): number => counts.pumps + counts.valves + counts.motors;

function takenText({ counts }: Preview): string {
  if (counts.pumps > 0 && counts.valves + counts.motors === 0) return `${counts.pumps} ${counts.pumps === 1 ? 'pump' : 'pumps'}`;
  const parts = [
    counts.pumps && `${counts.pumps} pumps`,
    counts.valves && `${counts.valves} valves`,
    counts.motors && `${counts.motors} motors`,
  ];
  return parts.filter(Boolean).join(', ');
}

function resultText({ created, revised, unchanged }: ImportResult): string {
  const parts = [
    created > 0 && `${created} new`,
    revised > 0 && `${revised} revised: studies keep what they took and say that it is older`,
    unchanged > 0 && `${unchanged} as they were`,
  ].filter(Boolean);
  return `Taken: ${parts.join(', ')}.`;
}

function Problems({
  preview,
  options,
  remote,
  onOptions,
}: {
  preview: Preview;
  options: PreviewOptions;
  remote: Comlink.Remote<ImportWorkerApi>;
  onOptions: (o: PreviewOptions) => void;
}) {
  const [at, setAt] = useState<PreviewProblem | null>(
    preview.problems.find((p) => p.model !== '') ?? preview.problems[0] ?? null,
  );
  if (preview.problems.length === 0)
    return <p className="text-inkq px-3 py-4">Every row was understood, and the curves are sound.</p>;
  const doneOf = (p: PreviewProblem): number => {
    if (p.row === null) {
      const isLeft = options.left.includes(p.model);
      return isLeft ? p.choices.length - 1 : 0;
    }
    if (!(p.row in options.mends)) return 0;
    const mend = options.mends[p.row] ?? null;
    return Math.max(0, p.choices.findIndex((c) => same(c.mend, mend))); // prettier-ignore
  };
  const choose = (p: PreviewProblem, index: number): void => {
    const { mend } = p.choices[index]!;
    if (p.row !== null) return onOptions({ ...options, mends: { ...options.mends, [p.row]: mend } });
    const rest = options.left.filter((k) => k !== p.model);
    onOptions({ ...options, left: mend ? [...rest, p.model] : rest });
  };
  return (
    <div className="flex min-h-0 flex-1">
      <div className="min-w-0 flex-1 overflow-auto px-3 pb-1">
        <table className="w-full text-[12px]">
          <thead>
            <tr className="text-inkq bg-panel sticky top-0 h-[22px] text-left">
              <th className="w-[46px] font-normal">row</th>
              <td className="w-[18px]" />
              <th className="w-[190px] font-normal">curve</th>
              <th className="font-normal">what is wrong</th>
              <th className="w-[150px] font-normal">then</th>
            </tr>
          </thead>
          <tbody>
            {preview.problems.map((p) => (
              <tr
                key={p.key}
                data-problem-row={p.row ?? p.model}
                onClick={() => setAt(p)}
                className={`border-soft h-[27px] border-t ${at?.key === p.key ? 'bg-wash' : ''}`}
              >
                <td>{p.row ?? '–'}</td>
                <td>
                  <VerdictMark kind={p.severity === 'error' ? 'fails' : 'near'} size={9} />
                </td>
                <td className="max-w-[190px] truncate pr-2" title={p.model}>
                  {p.model}
                </td>
                <td className="pr-2">{p.message}</td>
                <td>
                  {p.choices.length > 0 ? (
                    <Select
                      bare
                      label={`What to do with row ${p.row ?? p.model}`}
                      value={String(doneOf(p))}
                      options={p.choices.map((c, i) => [String(i), c.text])}
                      onChange={(v) => choose(p, Number(v))}
                      className="text-cedar !justify-start"
                    />
                  ) : (
                    <span className="text-inkq">{p.row !== null && p.severity === 'error' ? 'see columns' : 'said only'}</span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {preview.problemCount > preview.problems.length && (
          <p className="text-inkq py-1 text-[12px]">
            and {preview.problemCount - preview.problems.length} more, dealt with in the same way
          </p>
        )}
      </div>
      {at?.row != null && <CurveAround key={at.row} row={at.row} remote={remote} />}
    </div>
  );
}

const same = (a: Mend | null, b: Mend | null): boolean => JSON.stringify(a) === JSON.stringify(b);

/** the curve to which a row belongs, with the row ringed */
function CurveAround({ row, remote }: { row: number; remote: Comlink.Remote<ImportWorkerApi> }) {
  const [curve, setCurve] = useState<{ points: { q: number; h: number }[]; at: number } | null>(null);
  useEffect(() => {
    let gone = false;
    void remote.curveAt(row).then((c) => !gone && setCurve(c), () => undefined); // prettier-ignore
    return () => {
      gone = true;
    };
  }, [row, remote]);
  const good = curve?.points.filter((p) => Number.isFinite(p.q) && Number.isFinite(p.h)) ?? [];
  if (!curve || good.length < 2) return null;
  const [W, H] = [170, 190];
  const most = { q: Math.max(...good.map((p) => p.q)) || 1, h: Math.max(...good.map((p) => p.h)) };
  const least = Math.min(...good.map((p) => p.h));
  const x = (q: number): number => 14 + (q / most.q) * (W - 28);
  const y = (h: number): number => 26 + ((most.h - h) / (most.h - least || 1)) * (H - 60);
  const here = curve.points[curve.at]!;
  return (
    <svg width={W} height={H} className="border-soft flex-none border-l" role="img" aria-label={`Curve with row ${row}`}>
      <polyline points={good.map((p) => `${x(p.q)},${y(p.h)}`).join(' ')} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
      {good.map((p, i) => (
        <circle key={i} cx={x(p.q)} cy={y(p.h)} r={2} fill="var(--ink)" />
      ))}
      {Number.isFinite(here.q) && Number.isFinite(here.h) && (
        <>
          <circle cx={x(here.q)} cy={y(here.h)} r={7} fill="none" stroke="var(--near-text)" strokeWidth={1.6} />
          <text
            x={Math.min(W - 40, Math.max(30, x(here.q)))}
            y={y(here.h) - 11}
            fontSize={11}
            fontWeight={600}
            fill="var(--near-text)"
            textAnchor="middle"
            className="halo"
          >
            row {row}
          </text>
        </>
      )}
      <text x={W - 8} y={H - 8} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
        {most.q.toPrecision(3)} m³/h
      </text>
    </svg>
  );
}

const LEFT_OUT = ' out';

function Columns({
  preview,
  options,
  kind,
  onOptions,
}: {
  preview: Preview;
  options: PreviewOptions;
  kind: ModelKind;
  onOptions: (o: PreviewOptions) => void;
}) {
  const known = [...Object.keys(COLUMNS), ...MORE_COLUMNS[preview.kind ?? kind].map((c) => c.name)];
  const say = (i: number, column: string | undefined, unit?: string): void => {
    const said = column === undefined || column === LEFT_OUT ? null : { column, ...(unit ? { unit } : {}) };
    onOptions({ ...options, columns: { ...options.columns, [i]: said } });
  };
  return (
    <div className="min-h-0 flex-1 overflow-auto px-3 pb-2">
      <div className="mb-1 flex items-center gap-2 text-[12px]">
        <span className="text-inkq">decimal mark</span>
        <Segmented
          label="Decimal mark"
          value={preview.decimal}
          options={[
            { value: '.', text: 'point' },
            { value: ',', text: 'comma' },
          ]}
          onChange={(decimal) => onOptions({ ...options, decimal })}
        />
      </div>
      <table className="text-[12px]">
        <thead>
          <tr>
            {preview.columns.map((c, i) => (
              <th key={i} className="border-soft border-b px-1.5 pb-1 text-left align-bottom font-normal">
                <span className="block font-semibold whitespace-nowrap">{c.header || '(no name)'}</span>
                <Select
                  label={`What column ${c.header} is`}
                  value={c.column ?? c.more ?? LEFT_OUT}
                  options={[[LEFT_OUT, 'left out'], ...known.map((k) => [k, k.replace(/_/g, ' ')] as const)]}
                  onChange={(v) => say(i, v, c.unit)}
                  className="w-[112px]"
                />
                {(c.unit !== undefined || c.wrongUnit !== undefined) && (
                  <input
                    key={c.unit}
                    aria-label={`Unit of ${c.header}`}
                    defaultValue={c.wrongUnit ?? c.unit}
                    onBlur={(e) => e.target.value !== (c.wrongUnit ?? c.unit) && say(i, c.column ?? c.more, e.target.value)}
                    onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
                    className={`bg-panel mt-1 h-[22px] w-[112px] rounded-[3px] border px-1.5 ${c.wrongUnit ? 'border-fails' : 'border-edge'} ${c.isAssumed ? 'italic' : ''}`}
                  />
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {preview.sample.map((r, k) => (
            <tr key={k}>
              {preview.columns.map((_, i) => (
                <td key={i} className="text-inkq max-w-[130px] truncate px-1.5">
                  {r[i]}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
