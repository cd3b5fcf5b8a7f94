import { ENCODINGS } from '@cedar-knot/tables';
import type { ReactNode } from 'react';
import { Select } from '../../ui/Select.js';
import type { Preview, PreviewOptions } from '../../worker/import.worker.js';
import { LAYOUT_NAMES, msg } from './words.js';

/** How a file was read, as a whole: letters, sheets, decimal mark, what is hidden. Each was found, and can be said otherwise. */
export function ImportFile({
  preview,
  options,
  onOptions,
  children,
}: {
  preview: Preview;
  options: PreviewOptions;
  onOptions: (o: PreviewOptions) => void;
  children?: ReactNode;
}) {
  const { file } = preview;
  if (!file) return null;
  const readable = file.sheets.filter((s) => s.name !== '');
  const hasHidden = options.hidden === true || preview.problems.some((p) => HIDDEN.has(p.said.problem.code));
  const asked = preview.questions.some((q) => q.problem.code === 'ambiguous-layout');
  return (
    <div className="border-soft flex flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b px-3 pb-1.5 text-[12px]">
      {file.encoding !== null && (
        <Said label={msg('view.catalogue.encoding')}>
          <Select
            label={msg('view.catalogue.encoding')}
            value={file.encoding}
            options={ENCODINGS.map((e) => [e, ENCODING_NAMES[e]] as const)}
            onChange={(v) => v !== undefined && onOptions({ ...options, encoding: v as (typeof ENCODINGS)[number] })}
            className="w-[124px]"
          />
        </Said>
      )}
      {readable.length > 1 && (
        <Said label={msg('view.catalogue.sheet')}>
          <Select
            label={msg('view.catalogue.sheet')}
            value={options.sheets?.length === 1 ? options.sheets[0] : ALL}
            options={[
              [ALL, msg('view.catalogue.allSheets', { count: readable.filter((s) => !s.isHidden).length })],
              ...readable.map((s) => [s.name, s.name] as const),
            ]}
            onChange={(v) => {
              const { sheets: _, ...rest } = options;
              onOptions(v === undefined || v === ALL ? rest : { ...rest, sheets: [v] });
            }}
            className="w-[140px]"
          />
        </Said>
      )}
      <Said label={msg('view.catalogue.decimalMark')}>
        <Select
          label={msg('view.catalogue.decimalMark2')}
          value={preview.decimal}
          options={[
            ['.', msg('view.catalogue.point')],
            [',', msg('view.catalogue.comma')],
          ]}
          onChange={(v) => (v === '.' || v === ',') && onOptions({ ...options, decimal: v })}
          className={`w-[88px] ${preview.decimal === '' ? 'border-near' : ''}`}
        />
      </Said>
      {hasHidden && (
        <Said label={msg('view.catalogue.hiddenCells')}>
          <Select
            label={msg('view.catalogue.hiddenCells')}
            value={options.hidden ? 'read' : 'out'}
            options={[
              ['out', msg('view.catalogue.notRead')],
              ['read', msg('view.catalogue.areRead')],
            ]}
            onChange={(v) => onOptions({ ...options, hidden: v === 'read' })}
            className="w-[92px]"
          />
        </Said>
      )}
      {options.layout && !asked && (
        <Said label={msg('view.catalogue.columnsOfHead')}>
          <Select
            label={msg('view.catalogue.columnsOfHead')}
            value={options.layout}
            options={[
              ['each', msg('view.catalogue.eachACurve')],
              ['first', msg('view.catalogue.onlyTheFirst')],
            ]}
            onChange={(v) => (v === 'each' || v === 'first') && onOptions({ ...options, layout: v })}
            className="w-[116px]"
          />
        </Said>
      )}
      <span className="flex items-center gap-1.5">
        <span className="text-inkq">{msg('view.catalogue.layoutOfTable')}</span>
        {file.layouts.map((l) => LAYOUT_NAMES[l]).join(', ')}
      </span>
      <span className="ml-auto flex items-center gap-3">{children}</span>
    </div>
  );
}

const ALL = ' ';
const HIDDEN: ReadonlySet<string> = new Set(['hidden-rows', 'hidden-columns']);

const ENCODING_NAMES: Readonly<Record<(typeof ENCODINGS)[number], string>> = {
  'utf-8': 'UTF-8',
  'utf-16le': 'UTF-16 LE',
  'utf-16be': 'UTF-16 BE',
  'windows-1252': 'Windows-1252',
  'windows-1250': 'Windows-1250',
};

function Said({ label, children }: { label: string; children: ReactNode }) {
  return (
    <span className="flex items-center gap-1.5">
      <span className="text-inkq">{label}</span>
      {children}
    </span>
  );
}
