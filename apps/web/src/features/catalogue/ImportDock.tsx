import type { ImportResult, ImportTemplate, ModelKind } from '@cedar-knot/core';
import { useRef, useState } from 'react';
import { Button } from '../../ui/controls.js';
import { download, fileName } from '../../ui/exportSvg.js';
import { FilePick } from '../../ui/FilePick.js';
import { VerdictMark } from '../../ui/marks.js';
import type { Preview, PreviewOptions } from '../../worker/import.worker.js';
import { ImportColumns } from './ImportColumns.js';
import { ImportFile } from './ImportFile.js';
import { ImportProblems } from './ImportProblems.js';
import { ImportQuestions } from './ImportQuestions.js';
import { TEMPLATE_FORMAT, useImport, type Stage } from './useImport.js';
import { msg } from './words.js';

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
  const { stage, problem, options, remote, ...act } = useImport(file, onTaken);
  const [showsColumns, setShowsColumns] = useState(false);
  const [remembers, setRemembers] = useState(true);
  const asks = stage.kind === 'preview' && stage.preview.questions.length > 0;
  const toKeep = stage.kind === 'preview' ? templateFrom(stage.preview, options) : undefined;

  return (
    <section
      aria-label={msg('view.catalogue.import')}
      className={`panel flex flex-none flex-col ${asks ? 'h-[430px] max-h-[62vh]' : 'h-[320px]'}`}
    >
      <header className="flex min-h-[38px] flex-none items-center gap-3 px-3 pt-1.5">
        <h2 className="text-[14px] font-semibold">{msg('view.catalogue.import')}</h2>
        {'name' in stage && <code className="truncate font-mono text-[12px]">{stage.name}</code>}
        {stage.kind === 'preview' && <WhatWasRead preview={stage.preview} />}
        <span className="ml-auto" />
        {stage.kind === 'preview' && stage.preview.columns.length > 0 && (
          <Button tone="bare" aria-expanded={showsColumns} onClick={() => setShowsColumns(!showsColumns)}>
            {msg('view.catalogue.columnsAndUnits')}
          </Button>
        )}
        {stage.kind === 'taking' ? (
          <Button onClick={act.stop}>{msg('view.catalogue.stopImportNothing')}</Button>
        ) : (
          <Button onClick={onClose}>
            {stage.kind === 'taken' || stage.kind === 'choose' || stage.kind === 'kept'
              ? msg('app.close')
              : msg('view.catalogue.discard')}
          </Button>
        )}
        {stage.kind === 'preview' && (
          <Button
            tone="main"
            disabled={stage.preview.errors > 0 || totalOf(stage.preview) === 0}
            onClick={() => act.take(stage.name, remembers ? toKeep : undefined)}
          >
            {msg('view.catalogue.import2', { taken: takenText(stage.preview) })}
          </Button>
        )}
      </header>
      {problem.map((p) => (
        <p key={p} role="alert" className="text-fails px-3 text-[12px]">
          ▲ {p}
        </p>
      ))}
      {stage.kind === 'choose' && <Choose onFile={act.openFile} onText={act.openText} />}
      {stage.kind === 'reading' && <p className="text-inkq px-3 py-4">{msg('view.catalogue.readingAndChecking')}</p>}
      {stage.kind === 'preview' && (
        <ImportFile preview={stage.preview} options={options} onOptions={(o) => act.look(stage.name, o)}>
          {options.template && !toKeep && (
            <span className="flex items-center gap-1.5">
              {msg('view.catalogue.asKept', { maker: options.template.maker })}
              <Button tone="bare" onClick={() => act.look(stage.name, withoutTemplate(options))}>
                {msg('view.catalogue.readWithout')}
              </Button>
              <Button tone="bare" onClick={() => downloadTemplate(options.template!)}>
                {msg('view.catalogue.downloadTemplate')}
              </Button>
            </span>
          )}
          {toKeep && (
            <label className="flex items-center gap-1.5">
              <input type="checkbox" checked={remembers} onChange={(e) => setRemembers(e.target.checked)} />
              {msg('view.catalogue.rememberFor', { maker: toKeep.maker })}
            </label>
          )}
        </ImportFile>
      )}
      {stage.kind === 'preview' && showsColumns && (
        <ImportColumns preview={stage.preview} options={options} kind={kind} onOptions={(o) => act.look(stage.name, o)} />
      )}
      {stage.kind === 'preview' && !showsColumns && asks && (
        <ImportQuestions preview={stage.preview} options={options} onOptions={(o) => act.look(stage.name, o)} />
      )}
      {stage.kind === 'preview' && !showsColumns && !asks && (
        <ImportProblems preview={stage.preview} options={options} remote={remote} onOptions={(o) => act.look(stage.name, o)} />
      )}
      {stage.kind === 'taking' && <Taking stage={stage} />}
      {stage.kind === 'kept' && (
        <p className="flex items-center gap-2 px-3 py-4">
          <VerdictMark kind="holds" />
          {msg('view.catalogue.templateKept', { maker: stage.maker })}
        </p>
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

function withoutTemplate(options: PreviewOptions): PreviewOptions {
  const { template: _, ...rest } = options;
  return rest;
}

/** what a person said of a table, to be kept for the maker; nothing where nothing was said, or of tables of several makers */
function templateFrom(preview: Preview, options: PreviewOptions): ImportTemplate | undefined {
  const [maker, ...others] = preview.makers;
  const { columns = {}, decimal, encoding, layout, units } = options;
  const isSaid = Object.keys(columns).length > 0 || decimal !== undefined || encoding !== undefined || layout !== undefined || units !== undefined; // prettier-ignore
  if (maker === undefined || others.length > 0 || !isSaid) return undefined;
  const { heads: keptHeads = [], units: keptUnits = [], ...kept } = options.template ?? { maker };
  const heads = Object.entries(columns).flatMap(([i, said]) => {
    const header = preview.columns[Number(i)]?.header.trim() ?? '';
    return header === '' ? [] : [{ header, ...(said ?? {}) }];
  });
  const allHeads = [...keptHeads.filter((h) => !heads.some((x) => x.header === h.header)), ...heads];
  const saidUnits = Object.entries(units ?? {}).map(([column, unit]) => ({ column, unit }));
  const allUnits = [...keptUnits.filter((u) => !saidUnits.some((x) => x.column === u.column)), ...saidUnits];
  return {
    ...kept,
    maker,
    ...(decimal ? { decimal } : {}),
    ...(encoding ? { encoding } : {}),
    ...(layout ? { layout } : {}),
    ...(allHeads.length > 0 ? { heads: allHeads } : {}),
    ...(allUnits.length > 0 ? { units: allUnits } : {}),
  };
}

const downloadTemplate = (template: ImportTemplate): void =>
  download(
    JSON.stringify({ format: TEMPLATE_FORMAT, ...template }, null, 1),
    fileName(`${template.maker}.import-template.json`),
    'application/json',
  );

type StageOf<K extends Stage['kind']> = Extract<Stage, { kind: K }>;

function Choose({ onFile, onText }: { onFile: (file: File) => void; onText: (text: string) => void }) {
  const [pasted, setPasted] = useState('');
  const input = useRef<HTMLInputElement>(null);
  return (
    <div className="flex min-h-0 flex-1 gap-3 px-3 py-2">
      <button
        type="button"
        onClick={() => input.current?.click()}
        className="border-line text-inkq hover:bg-quiet flex flex-1 flex-col items-center justify-center gap-1 rounded-[5px] border border-dashed"
      >
        <b className="text-ink font-semibold">{msg('view.catalogue.dropAFileAnywhereHere')}</b>
        {msg('view.catalogue.csvSpreadsheetXlsxOrCatalogue')}
      </button>
      <FilePick input={input} label={msg('view.catalogue.fileToImport')} accept=".csv,.txt,.tsv,.json,.xlsx" onFile={onFile} />
      <div className="flex flex-1 flex-col gap-1.5">
        <textarea
          aria-label={msg('view.catalogue.pastedTable2')}
          value={pasted}
          onChange={(e) => setPasted(e.target.value)}
          placeholder={msg('view.catalogue.orPasteATableHere')}
          spellCheck={false}
          wrap="off"
          className="border-edge min-h-0 flex-1 rounded-[3px] border px-2 py-1 font-mono text-[12px]"
        />
        <Button className="self-end" disabled={pasted.trim() === ''} onClick={() => onText(pasted)}>
          {msg('view.catalogue.readIt')}
        </Button>
      </div>
    </div>
  );
}

function Taking({ stage }: { stage: StageOf<'taking'> }) {
  return (
    <div className="px-3 py-4">
      <progress
        value={stage.done}
        max={stage.of}
        aria-label={msg('view.catalogue.importProgress')}
        className="h-2 w-full accent-[var(--cedar)]"
      />
      <p className="text-inkq mt-1">
        {stage.done * 2 <= stage.of ? msg('view.catalogue.checking') : msg('view.catalogue.saving')} …{' '}
        {Math.round((100 * stage.done) / stage.of)} %
      </p>
    </div>
  );
}

function WhatWasRead({ preview }: { preview: Preview }) {
  const { counts, rows, problemCount, errors } = preview;
  const parts = [
    counts.pumps > 0 && msg('view.catalogue.pumpsCurves', { pumps: counts.pumps, curves: counts.curves }),
    counts.valves > 0 && msg('view.catalogue.valves', { valves: counts.valves }),
    counts.motors > 0 && msg('view.catalogue.motors', { motors: counts.motors }),
  ].filter(Boolean);
  const from = rows > 0 ? msg('view.catalogue.ofRows', { rows }) : '';
  return (
    <span className="text-inkq truncate text-[12px]">
      {parts.join(', ') || msg('view.catalogue.nothingToImport')}
      {problemCount > 0 ? msg('view.catalogue.rowsToReview', { problemCount, from }) : msg('view.catalogue.noProblems')}
      {errors > 0 && <b className="text-fails font-semibold"> {msg('view.catalogue.stillInvalid', { errors })}</b>}
    </span>
  );
}

const totalOf = ({ counts }: Preview): number => counts.pumps + counts.valves + counts.motors;

function takenText({ counts }: Preview): string {
  if (counts.pumps > 0 && counts.valves + counts.motors === 0) return `${counts.pumps} ${counts.pumps === 1 ? 'pump' : 'pumps'}`;
  const parts = [
    counts.pumps && msg('view.catalogue.pumps', { pumps: counts.pumps }),
    counts.valves && msg('view.catalogue.valves', { valves: counts.valves }),
    counts.motors && msg('view.catalogue.motors', { motors: counts.motors }),
  ];
  return parts.filter(Boolean).join(', ');
}

function resultText({ created, revised, unchanged }: ImportResult): string {
  const parts = [
    created > 0 && msg('view.catalogue.new', { created }),
    revised > 0 && msg('view.catalogue.revisedStudiesKeepTheOlder', { revised }),
    unchanged > 0 && msg('view.catalogue.unchanged', { unchanged }),
  ].filter(Boolean);
  return msg('view.catalogue.imported', { parts: parts.join(', ') });
}
