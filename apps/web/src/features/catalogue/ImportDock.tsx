import type { ImportResult, ModelKind } from '@cedar-knot/core';
import * as Comlink from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { api, ApiError, wordsOf } from '../../api/client.js';
import { Button } from '../../ui/controls.js';
import { FilePick } from '../../ui/FilePick.js';
import { VerdictMark } from '../../ui/marks.js';
import type { ImportWorkerApi, Preview, PreviewOptions } from '../../worker/import.worker.js';
import { ImportColumns } from './ImportColumns.js';
import { ImportProblems } from './ImportProblems.js';

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
        <ImportColumns
          preview={stage.preview}
          options={options}
          kind={kind}
          onOptions={(o) => void look(stage.name, o).catch(fail)}
        />
      )}
      {stage.kind === 'preview' && !showsColumns && (
        <ImportProblems
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
