import { unitsOf, type RawScenario } from '@cedar-knot/core';
import { changedInputText } from '@cedar-knot/wording';
import { useMemo, useState } from 'react';
import { letterOf } from '../../state/address.js';
import { inputRows, resultRows, type ChangeRow } from '../../state/changes.js';
import { useUnits } from '../../state/units.js';
import { ScenarioLetter, VerdictMark, type MarkKind } from '../../ui/marks.js';
import type { Shown } from './useCompared.js';
import { msg } from './words.js';

/** rows of results that are drawn before more are asked for */
const MOST_ROWS = 80;

/** Inputs over results on the same columns: what it was → what it is in each scenario, and the difference. */
export function ChangeMatrix({ shown: { before, after, compared }, isAll }: { shown: Shown; isAll: boolean }) {
  const system = useUnits((s) => s.system) ?? unitsOf(after);
  const [most, setMost] = useState(MOST_ROWS);
  const { rows, others } = useMemo(() => inputRows(before, after, compared.inputs), [before, after, compared]);
  const results = useMemo(
    () => resultRows(after, compared.figures, compared.now, isAll, system),
    [after, compared, isAll, system],
  );
  const nameOf = (id: string): string => [...after.scenarios, ...before.scenarios].find((s) => s.id === id)?.name ?? id;
  const width = after.scenarios.length + 2;
  return (
    <section className="panel min-h-0 flex-1 overflow-auto" aria-label={msg('view.compare.scenarioMatrix')} tabIndex={0}>
      <table className="w-full border-collapse text-[12px]" data-matrix={rows.length + results.length}>
        <thead className="bg-panel sticky top-0 z-10">
          <tr>
            <th className="px-3 py-1 text-left font-normal">
              <span className="sr-only">{msg('view.compare.quantity')}</span>
            </th>
            <th aria-hidden="true" />
            {after.scenarios.map((s, i) => (
              <ScenarioHead key={s.id} scenario={s} index={i} overall={compared.overall[s.id]} />
            ))}
          </tr>
        </thead>
        <tbody data-part="inputs">
          <Heading width={width} title={msg('view.compare.changedInputs')} note={String(compared.inputs.length)} />
          {compared.inputs.length === 0 && <Line width={width} text={msg('view.compare.noInput')} isQuiet />}
          {rows.map((r) => (
            <Row key={r.key} row={r} />
          ))}
          {others.map((c, i) => (
            <Line key={i} width={width} text={changedInputText(c, nameOf)} />
          ))}
        </tbody>
        <tbody data-part="results">
          <Heading
            width={width}
            title={msg('view.compare.results')}
            note={isAll ? msg('view.compare.ofAll') : msg('view.compare.ofPumpsAndValves')}
          />
          {results.length === 0 && <Line width={width} text={msg('view.compare.noResult')} isQuiet />}
          {results.slice(0, most).map((r) => (
            <Row key={r.key} row={r} />
          ))}
          {results.length > most && (
            <tr>
              <td colSpan={width} className="px-3 py-1">
                <button type="button" className="text-cedar hover:underline" onClick={() => setMost(most + MOST_ROWS * 4)}>
                  {msg('view.compare.moreRows', { count: results.length - most })}
                </button>
              </td>
            </tr>
          )}
        </tbody>
      </table>
    </section>
  );
}

function ScenarioHead({
  scenario,
  index,
  overall,
}: {
  scenario: RawScenario;
  index: number;
  overall: { before: string; after: string } | undefined;
}) {
  return (
    <th scope="col" className="border-line border-b px-1.5 py-1 text-right font-semibold">
      <span className="flex items-center justify-end gap-1.5">
        <ScenarioLetter index={index} letter={letterOf(index)} small />
        <span className="max-w-[84px] truncate" title={scenario.name ?? scenario.id}>
          {scenario.name ?? scenario.id}
        </span>
        {overall && (
          <span className="flex items-center gap-0.5" data-overall={`${overall.before} ${overall.after}`}>
            <VerdictMark kind={overall.before as MarkKind} size={9} />
            {overall.before !== overall.after && (
              <>
                <span aria-hidden="true">→</span>
                <VerdictMark kind={overall.after as MarkKind} size={9} />
              </>
            )}
          </span>
        )}
      </span>
    </th>
  );
}

const Heading = ({ width, title, note }: { width: number; title: string; note: string }) => (
  <tr className="bg-wash">
    <th scope="rowgroup" colSpan={width} className="px-3 py-0.5 text-left">
      <b className="font-semibold">{title}</b> <span className="text-inkq font-normal">{note}</span>
    </th>
  </tr>
);

const Line = ({ width, text, isQuiet = false }: { width: number; text: string; isQuiet?: boolean }) => (
  <tr className="border-soft border-b">
    <td colSpan={width} className={`px-3 py-1 ${isQuiet ? 'text-inkq' : ''}`}>
      {text}
    </td>
  </tr>
);

const Row = ({ row }: { row: ChangeRow }) => (
  <tr className="border-soft h-[25px] border-b" data-change={row.key}>
    <th scope="row" className="px-3 text-left font-normal whitespace-nowrap">
      <b className="font-semibold">{row.where}</b> <span className="inline-block first-letter:uppercase">{row.label}</span>
    </th>
    <td className="text-inkq px-1 whitespace-nowrap">{row.unit}</td>
    {row.cells.map((c, i) => (
      <td key={i} className="px-1.5 text-right whitespace-nowrap tabular-nums">
        {!c ? (
          <span className="text-inkq">–</span>
        ) : c.isChanged ? (
          <>
            <span className="text-inkq">{c.before} →</span> <b className="font-semibold">{c.after}</b>{' '}
            <span className="text-inkq inline-block min-w-[36px] text-[11px]">{c.difference}</span>
          </>
        ) : (
          <span className="text-inkq pr-[39px]">{c.after}</span>
        )}
      </td>
    ))}
  </tr>
);
