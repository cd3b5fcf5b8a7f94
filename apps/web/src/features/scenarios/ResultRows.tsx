import { isInPlace } from '../../state/inPlace.js';
import { fixed } from '@cedar-knot/wording';
import { allElements } from '@cedar-knot/core';
import type { PumpResult, ScenarioResult } from '@cedar-knot/core';
import type { ReactNode } from 'react';
import { VerdictMark, type MarkKind } from '../../ui/marks.js';
import { useDisplay, useStudy, type Display } from '../context.js';
import { Figure } from '../working/Figure.js';
import { msg } from './words.js';

interface ResultRow {
  name: string;
  /** the figure that is worked out on request: of the pump, or of the scenario's first control valve */
  figure?: { of: 'pump' | 'valve'; key: string };
  unit: string;
  of: (
    result: ScenarioResult,
    pump: PumpResult | undefined,
    hours: number | undefined,
  ) => { text: string; verdict?: MarkKind; amount?: number };
  sum?: boolean;
}

/** Key results under the matrix, live. */
export function ResultRows() {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const pumpId = useStudy((s) => s.pump);
  const display = useDisplay();
  const valve = allElements(study).find((e) => e.kind === 'control-valve')?.id;
  const inPlace = Object.values(shown).some(({ outcome }) => outcome.result !== null && isInPlace(outcome.result));
  return resultRows(display, inPlace).map((row) => {
    const cells = study.scenarios.map((s) => {
      const result = shown[s.id]?.outcome.result;
      if (!result || result.status === 'failed') return { text: '–' };
      const r = pumpId ? result.elements[pumpId] : undefined;
      return row.of(result, r?.kind === 'pump' ? r : undefined, s.hoursPerYear);
    });
    const total = cells.reduce((sum, c) => sum + ('amount' in c ? (c.amount ?? 0) : 0), 0);
    return (
      <tr key={row.name} className="h-[25px]" data-result={row.name}>
        <th scope="row" className="bg-panel border-soft sticky left-0 z-10 border-b px-3 text-left font-normal">
          <span className="flex justify-between">
            {row.name} <span className="text-inkq text-[12px]">{row.unit}</span>
          </span>
        </th>
        <td className="bg-quiet border-soft text-inkq border-r border-b px-2.5 text-right text-[12px]">
          {row.sum && total > 0 ? `Σ ${Math.round(total)}` : ''}
        </td>
        {cells.map((c, i) => (
          <Cell key={study.scenarios[i]!.id} stale={shown[study.scenarios[i]!.id]?.stale ?? false}>
            {'verdict' in c && c.verdict && c.verdict !== 'holds' && c.verdict !== 'not-applicable' && (
              <VerdictMark kind={c.verdict} />
            )}{' '}
            {row.figure && c.text !== '–' && (row.figure.of === 'pump' ? pumpId : valve) ? (
              <Figure id={(row.figure.of === 'pump' ? pumpId : valve)!} figure={row.figure.key} scenario={study.scenarios[i]!.id}>
                {c.text}
              </Figure>
            ) : (
              c.text
            )}
          </Cell>
        ))}
      </tr>
    );
  });
}

function Cell({ stale, children }: { stale: boolean; children: ReactNode }) {
  return (
    <td className={`border-soft border-r border-b px-2.5 text-right font-semibold ${stale ? 'opacity-50' : ''}`}>{children}</td>
  );
}

function resultRows(display: Display, inPlace: boolean): ResultRow[] {
  const margin = (r: ScenarioResult, check: string): { value: number | null; verdict: MarkKind } | undefined =>
    r.margins.find((m) => m.check === check);
  const ratio = (r: ScenarioResult, check: string, write: (v: number) => string): { text: string; verdict?: MarkKind } => {
    const m = margin(r, check);
    return m && m.value !== null ? { text: write(m.value), verdict: m.verdict } : { text: '–' };
  };
  const percent = (v: number): string => `${Math.round(v * 100)}`;
  return [
    {
      name: inPlace ? msg('view.scenarios.flowInPlace') : msg('app.flow2'),
      unit: display.unit('flow'),
      of: (r, p) => ({ text: display.number(p?.flow ?? Object.values(r.lines)[0]?.flow, 'flow') }),
    },
    {
      name: msg('view.scenarios.head'),
      unit: display.unit('head'),
      figure: { of: 'pump', key: 'head' },
      of: (_, p) => ({ text: display.number(p?.head, 'head') }),
    },
    {
      name: msg('view.scenarios.flowPerUnitBestEfficiency'),
      unit: '%',
      figure: { of: 'pump', key: 'flowRatio' },
      of: (r) => ratio(r, 'flow-region', percent),
    },
    {
      name: msg('view.scenarios.npshaNpshr'),
      unit: '',
      figure: { of: 'pump', key: 'npsha' },
      of: (r) => ratio(r, 'npsh-ratio', (v) => fixed(v, 2)),
    },
    {
      name: msg('view.scenarios.valveOpening'),
      unit: '%',
      figure: { of: 'valve', key: 'opening' },
      of: (r) => ratio(r, 'valve-opening', percent),
    },
    {
      name: msg('view.scenarios.shaftPowerAllRunning'),
      figure: { of: 'pump', key: 'shaftPower' },
      unit: display.unit('power'),
      of: (_, p) => ({ text: display.number(p?.shaftPower, 'power') }),
    },
    {
      name: msg('view.scenarios.annualElectricity'),
      unit: 'MWh',
      sum: true,
      of: (_, p, hours) => {
        const watts = p?.inputPower ?? p?.shaftPower;
        if (watts === null || watts === undefined || hours === undefined) return { text: '–' };
        const amount = (watts * hours) / 1e6;
        return { text: amount.toPrecision(3), amount };
      },
    },
  ];
}
