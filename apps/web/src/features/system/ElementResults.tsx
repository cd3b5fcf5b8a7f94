import { findingText } from '@cedar-knot/wording';
import { letterOf } from '../../state/address.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { lineStyle } from '../../ui/scenarioStyle.js';
import { useDisplay, useStudy } from '../context.js';
import { Figure } from '../working/Figure.js';
import { lossOf } from './loss.js';

/** What the element does in every scenario. */
export function ElementResults({ id }: { id: string }) {
  const study = useStudy((s) => s.study);
  const shown = useStudy((s) => s.shown);
  const active = useStudy((s) => s.active);
  const display = useDisplay();
  const rows = study.scenarios.map((s, index) => ({
    id: s.id,
    index,
    result: shown[s.id]?.outcome.result?.elements[id],
    point: shown[s.id]?.outcome.result?.points[id],
  }));
  const first = rows.find((r) => r.result)?.result;
  const most = Math.max(...rows.map((r) => Math.abs(lossOf(r.result) ?? 0)), 1e-9);
  const messages = (shown[active]?.outcome.result?.findings ?? []).filter((f) => f.where === id);
  const columns: { head: string; key?: string; of: (r: (typeof rows)[number]) => string }[] =
    first?.kind === 'pipe'
      ? [
          {
            head: display.unit('velocity'),
            key: 'velocity',
            of: ({ result: r }) => (r?.kind === 'pipe' ? display.number(Math.abs(r.velocity), 'velocity') : '–'),
          },
          { head: 'Re ×10⁶', key: 'reynolds', of: ({ result: r }) => (r?.kind === 'pipe' ? (r.reynolds / 1e6).toFixed(2) : '–') },
          {
            head: 'Darcy f',
            key: 'frictionFactor',
            of: ({ result: r }) => (r?.kind === 'pipe' ? (r.frictionFactor?.toFixed(4) ?? '–') : '–'),
          },
        ]
      : first?.kind === 'pump'
        ? [
            { head: display.unit('flow'), of: ({ result: r }) => display.number(r?.flow, 'flow') },
            {
              head: display.unit('head'),
              key: 'head',
              of: ({ result: r }) => (r?.kind === 'pump' ? display.number(r.head, 'head') : '–'),
            },
            {
              head: 'η %',
              of: ({ result: r }) => (r?.kind === 'pump' && r.efficiency !== null ? (r.efficiency * 100).toFixed(1) : '–'),
            },
            {
              head: display.unit('power'),
              key: 'shaftPower',
              of: ({ result: r }) => (r?.kind === 'pump' ? display.number(r.shaftPower, 'power') : '–'),
            },
            {
              head: 'NPSHA / R',
              key: 'npsha',
              of: ({ result: r }) =>
                r?.kind === 'pump' ? `${display.number(r.npsha, 'head')} / ${display.number(r.npshr, 'head')}` : '–',
            },
          ]
        : first?.kind === 'control-valve'
          ? [
              { head: display.unit('flow'), of: ({ result: r }) => display.number(r?.flow, 'flow') },
              {
                head: `Δp ${display.unit('pressureDifference')}`,
                key: 'drop',
                of: ({ result: r }) => (r?.kind === 'control-valve' ? display.number(r.drop, 'pressureDifference') : '–'),
              },
              {
                head: 'Kv',
                key: 'kv',
                of: ({ result: r }) => (r?.kind === 'control-valve' && r.kv !== null ? r.kv.toFixed(1) : '–'),
              },
              {
                head: 'open %',
                key: 'opening',
                of: ({ result: r }) => (r?.kind === 'control-valve' && r.opening !== null ? (r.opening * 100).toFixed(1) : '–'),
              },
            ]
          : first
            ? [
                { head: display.unit('flow'), of: ({ result: r }) => display.number(r?.flow, 'flow') },
                {
                  head: `Δp ${display.unit('pressureDifference')}`,
                  key: 'drop',
                  of: ({ result: r }) => (r && 'drop' in r ? display.number(r.drop, 'pressureDifference') : '–'),
                },
              ]
            : [
                {
                  head: `head ${display.unit('head')}`,
                  key: 'totalHead',
                  of: ({ point: p }) => display.number(p?.totalHead, 'head', 4),
                },
                {
                  head: `${display.unit('absolutePressure')}(a)`,
                  key: 'staticPressure',
                  of: ({ point: p }) => display.number(p?.staticPressure, 'absolutePressure'),
                },
                { head: `out ${display.unit('flow')}`, of: ({ point: p }) => display.number(p?.outflow, 'flow') },
              ];
  const hasLoss = first !== undefined && first.kind !== 'pump';
  return (
    <div className="border-soft border-t px-3 py-2">
      <table className="w-full text-[12px]">
        <thead>
          <tr className="text-inkq h-[20px]">
            <th>
              <span className="sr-only-text">scenario</span>
            </th>
            {columns.map((c) => (
              <th key={c.head} className="text-right font-normal whitespace-nowrap">
                {c.head}
              </th>
            ))}
            {hasLoss && <th className="text-right font-normal">loss {display.unit('head')}</th>}
            {hasLoss && <td className="w-[52px]" />}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.id} className="h-[20px]">
              <td>
                <ScenarioLetter index={r.index} letter={letterOf(r.index)} small />
              </td>
              {columns.map((c) => (
                <td key={c.head} className="text-right whitespace-nowrap">
                  {c.key ? (
                    <Figure id={id} figure={c.key} scenario={r.id}>
                      {c.of(r)}
                    </Figure>
                  ) : (
                    c.of(r)
                  )}
                </td>
              ))}
              {hasLoss && (
                <td className="text-right font-semibold">
                  <Figure id={id} figure="headLoss" scenario={r.id}>
                    {display.number(lossOf(r.result), 'head')}
                  </Figure>
                </td>
              )}
              {hasLoss && (
                <td className="pl-2">
                  <svg width={46} height={10} aria-hidden="true">
                    <rect
                      y={2}
                      height={6}
                      width={(Math.abs(lossOf(r.result) ?? 0) / most) * 46}
                      fill={lineStyle(r.index).color}
                      opacity={0.8}
                    />
                  </svg>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {messages.map((m) => (
        <p key={m.code} className={`mt-1.5 text-[12px] leading-4 ${m.severity === 'info' ? 'text-inkq' : 'text-fails'}`}>
          {m.severity === 'info' ? '' : '▲ '}
          {findingText(m, display.system)}
        </p>
      ))}
    </div>
  );
}
