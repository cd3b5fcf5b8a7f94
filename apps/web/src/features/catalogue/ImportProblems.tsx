import type { Mend, RowProblem, UnitSystem } from '@cedar-knot/core';
import { curveWarningText, problemText, tableText } from '@cedar-knot/wording';
import type * as Comlink from 'comlink';
import { useEffect, useState } from 'react';
import { VerdictMark } from '../../ui/marks.js';
import { Select } from '../../ui/Select.js';
import type { ImportWorkerApi, Preview, PreviewOptions, PreviewProblem } from '../../worker/import.worker.js';
import { useDisplay } from '../context.js';
import { msg } from './words.js';

/** What is wrong with the rows and curves of a table, and what will be done about each; beside it the curve that is looked at. */
export function ImportProblems({
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
  const display = useDisplay();
  const [at, setAt] = useState<PreviewProblem | null>(
    preview.problems.find((p) => p.model !== '') ?? preview.problems[0] ?? null,
  );
  if (preview.problems.length === 0) return <p className="text-inkq px-3 py-4">{msg('view.catalogue.allRowsWereReadAnd')}</p>;
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
              <th className="w-[46px] font-normal">{msg('view.catalogue.row2')}</th>
              <td className="w-[18px]" />
              <th className="w-[190px] font-normal">{msg('view.catalogue.curve2')}</th>
              <th className="font-normal">{msg('view.catalogue.problem')}</th>
              <th className="w-[150px] font-normal">{msg('view.catalogue.action')}</th>
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
                <td className="whitespace-nowrap pr-2">{p.where}</td>
                <td>
                  <VerdictMark kind={p.severity === 'error' ? 'fails' : 'near'} size={9} />
                </td>
                <td className="max-w-[190px] truncate pr-2" title={p.model}>
                  {p.model}
                </td>
                <td className="pr-2">{saidOf(p, display.system)}</td>
                <td>
                  {p.choices.length > 0 ? (
                    <Select
                      bare
                      label={msg('view.catalogue.actionForRow', { row: p.row === null ? p.model : p.where })}
                      value={String(doneOf(p))}
                      options={p.choices.map((c, i) => [String(i), c.text])}
                      onChange={(v) => choose(p, Number(v))}
                      className="text-cedar !justify-start"
                    />
                  ) : (
                    <span className="text-inkq">
                      {p.row !== null && p.severity === 'error'
                        ? msg('view.catalogue.seeColumns')
                        : msg('view.catalogue.noteOnly')}
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {preview.problemCount > preview.problems.length && (
          <p className="text-inkq py-1 text-[12px]">
            {msg('view.catalogue.andMoreTreatedTheSame', { problemCount: preview.problemCount - preview.problems.length })}
          </p>
        )}
      </div>
      {at?.row != null && <CurveAround key={at.row} row={at.row} where={at.where} remote={remote} />}
    </div>
  );
}

/** what is wrong, without the row or the model beside it; an entry of a file has its path */
function saidOf({ row, said }: PreviewProblem, units: UnitSystem): string {
  const { of, problem } = said as RowProblem;
  if (of === 'cell') return tableText(problem);
  if (of === 'curve') return curveWarningText(problem, units);
  return row === null ? `${problem.path}: ${problemText(problem, units)}` : problemText(problem, units);
}

const same = (a: Mend | null, b: Mend | null): boolean => JSON.stringify(a) === JSON.stringify(b);

/** the curve to which a row belongs, with the row ringed */
function CurveAround({ row, where, remote }: { row: number; where: string; remote: Comlink.Remote<ImportWorkerApi> }) {
  const display = useDisplay();
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
    <svg
      width={W}
      height={H}
      className="border-soft flex-none border-l"
      role="img"
      aria-label={msg('view.catalogue.curveWithRow', { row: where })}
    >
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
            {msg('view.catalogue.row3', { row: where })}
          </text>
        </>
      )}
      <text x={W - 8} y={H - 8} fontSize={11} fill="var(--ink-quiet)" textAnchor="end">
        {display.number(most.q / 3600, 'flow')} {display.unit('flow')}
      </text>
    </svg>
  );
}
