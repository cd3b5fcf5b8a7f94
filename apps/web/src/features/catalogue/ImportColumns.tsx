import { COLUMNS, MORE_COLUMNS, type ModelKind } from '@cedar-knot/core';
import { columnText } from '@cedar-knot/wording';
import { SampleRows } from '../../ui/SampleRows.js';
import { Select } from '../../ui/Select.js';
import type { Preview, PreviewOptions } from '../../worker/import.worker.js';
import { msg } from './words.js';

const LEFT_OUT = msg('view.catalogue.out');

/** How each column of a table was understood, to be said otherwise. */
export function ImportColumns({
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
      <table className="text-[12px]">
        <thead>
          <tr>
            {preview.columns.map((c, i) => (
              <th key={i} className="border-soft border-b px-1.5 pb-1 text-left align-bottom font-normal">
                <span className="block font-semibold whitespace-nowrap">{c.header || msg('view.catalogue.noName')}</span>
                <Select
                  label={msg('view.catalogue.meaningOfColumn', { header: c.header })}
                  value={c.column ?? c.more ?? LEFT_OUT}
                  options={[[LEFT_OUT, msg('view.catalogue.leftOut')], ...known.map((k) => [k, columnText(k)] as const)]}
                  onChange={(v) => say(i, v, c.unit)}
                  className="w-[112px]"
                />
                {(c.unit !== undefined || c.wrongUnit !== undefined) && (
                  <input
                    key={c.unit}
                    aria-label={msg('view.catalogue.unitOf', { header: c.header })}
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
        <SampleRows rows={preview.sample.slice(0, 6)} columns={preview.columns.length} />
      </table>
    </div>
  );
}
