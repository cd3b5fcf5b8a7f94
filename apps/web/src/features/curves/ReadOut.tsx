import { fixed } from '@cedar-knot/wording';
import { quantityOf, type PumpTrace, type QuantityField, type ServiceCurves } from '@cedar-knot/core';
import { type KeyboardEvent, type PointerEvent } from 'react';
import { letterOf } from '../../state/address.js';
import { readEntry } from '../../state/entry.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, useStudy, type Display } from '../context.js';
import { interpolate } from '../../state/interpolate.js';
import type { CurvesModel } from './model.js';
import type { Areas } from './Overlay.js';
import { msg } from './words.js';

const FLOW: QuantityField = { type: 'quantity', dimension: 'flow', min: 0, max: 1e4, label: msg('app.flow2') };
/** of the axis, to one press of an arrow */
const STEP = 0.005;

/** Takes the flow at which every curve is read: under the pointer, or moved with the arrows. */
export function ReadOut({
  curves,
  model,
  areas,
  size,
  flow,
  onFlow,
}: {
  curves: ServiceCurves;
  model: CurvesModel;
  areas: Areas;
  size: { width: number; height: number };
  /** m³/s; null: nothing is read */
  flow: number | null;
  onFlow: (flow: number | null) => void;
}) {
  const display = useDisplay();
  const { head } = areas;
  if (!head) return null;
  const unit = display.value(1, 'flow');
  const { min, max } = model.flow;
  const end = curves.flows.at(-1)!;
  const x = flow === null ? null : head.x + ((flow * unit - min) / (max - min)) * head.width;
  const at = (event: PointerEvent<HTMLDivElement>): void => {
    const px = event.clientX - event.currentTarget.getBoundingClientRect().left;
    const shown = min + (px / head.width) * (max - min);
    onFlow(Math.min(end, Math.max(0, shown / unit)));
  };
  const keys = (event: KeyboardEvent): void => {
    const step = { ArrowRight: STEP, ArrowLeft: -STEP, PageUp: 10 * STEP, PageDown: -10 * STEP }[event.key];
    if (event.key === 'Escape') onFlow(null);
    if (step === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    onFlow(Math.min(end, Math.max(0, (flow ?? end / 2) + step * end)));
  };
  return (
    <>
      {x !== null && x >= head.x - 1 && x <= head.x + head.width + 1 && (
        <svg width={size.width} height={size.height} className="pointer-events-none absolute inset-0" aria-hidden="true">
          <line x1={x} x2={x} y1={head.y} y2={size.height - 22} stroke="var(--cedar)" strokeDasharray="3 3" />
        </svg>
      )}
      {x !== null && flow !== null && (
        <Floating
          curves={curves}
          flow={flow}
          top={head.y + head.height * 0.52}
          {...(x < size.width - 290 ? { left: x + 12 } : { right: size.width - x + 12 })}
        />
      )}
      <div
        role="slider"
        aria-label={msg('view.curves.flowOfTheReadout')}
        aria-valuemin={0}
        aria-valuemax={Math.round(end * unit)}
        aria-valuenow={Math.round((flow ?? 0) * unit)}
        aria-valuetext={flow === null ? msg('view.curves.notSet') : `${display.number(flow, 'flow')} ${display.unit('flow')}`}
        tabIndex={0}
        className="absolute z-[1] cursor-crosshair"
        // the knots above it stay to be pressed: only the plot's lower part and what is under it takes the pointer
        style={{
          left: head.x,
          top: head.y + head.height * 0.5,
          width: head.width,
          height: size.height - head.y - head.height * 0.5 - 20,
        }}
        onPointerMove={at}
        onPointerLeave={() => onFlow(null)}
        onKeyDown={keys}
      />
    </>
  );
}

/** what every curve has at the flow, beside the line */
function Floating({
  curves,
  flow,
  left,
  right,
  top,
}: {
  curves: ServiceCurves;
  flow: number;
  left?: number;
  right?: number;
  top: number;
}) {
  const display = useDisplay();
  const study = useStudy((s) => s.study);
  const figures = figuresAt(curves, (id) => study.scenarios.findIndex((s) => s.id === id), flow);
  return (
    <div
      className="panel pointer-events-none absolute z-[2] w-[266px] px-2 py-1 shadow-[var(--shadow-lift)]"
      style={{ left, right, top }}
      data-floating
    >
      <p className="text-[12px] font-semibold">
        {display.number(flow, 'flow', 4)} {display.unit('flow')}
      </p>
      <table className="w-full text-[12px]">
        <thead>
          <tr className="text-inkq text-right">
            <td />
            <th className="font-normal">{msg('view.curves.system')}</th>
            <th className="font-normal">{msg('view.curves.pump')}</th>
            <th className="font-normal">η %</th>
            <th className="font-normal">{display.unit('power')}</th>
            <th className="font-normal">{msg('view.curves.npshaR')}</th>
          </tr>
        </thead>
        <tbody>
          {figures.map((f) => (
            <tr key={f.scenario} className="h-[19px] text-right" data-read={f.scenario}>
              <td className="text-left">
                <ScenarioLetter index={f.index} letter={letterOf(f.index)} small />
              </td>
              <td>{display.number(f.system, 'head')}</td>
              <td>{display.number(f.pump?.head, 'head')}</td>
              <td>{f.pump?.efficiency == null ? '–' : fixed(f.pump.efficiency * 100, 1)}</td>
              <td>{display.number(f.pump?.power, 'power')}</td>
              <td className="whitespace-nowrap">
                {display.number(f.npsha, 'head')} / {display.number(f.pump?.npshr, 'head')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface Figures {
  scenario: string;
  index: number;
  system: number | null;
  npsha: number | null;
  pump: { head: number | null; efficiency: number | null; power: number | null; npshr: number | null } | undefined;
}

/** every curve at a flow of the group */
function figuresAt(curves: ServiceCurves, index: (id: string) => number, flow: number): Figures[] {
  const on = (p: PumpTrace, ys: readonly (number | null)[]): number | null =>
    flow > p.flow.at(-1)! ? null : interpolate(p.flow, ys, flow);
  return curves.scenarios.map((s) => {
    const p = curves.pumps.find((t) => t.scenarios.includes(s.id));
    return {
      scenario: s.id,
      index: index(s.id),
      system: interpolate(curves.flows, s.head, flow),
      npsha: interpolate(curves.flows, s.npsha, flow),
      pump: p && { head: on(p, p.head), efficiency: on(p, p.efficiency), power: on(p, p.power), npshr: on(p, p.npshr) },
    };
  });
}

/** What every curve has at the flow that is read, which can be typed too. */
export function ReadFigures({ flow, onFlow }: { flow: number | null; onFlow: (flow: number | null) => void }) {
  const display = useDisplay();
  const typed = flow === null ? '' : `${display.number(flow, 'flow', 4).replace(/\u202f/g, '')} ${display.typed('flow')}`;
  return (
    <section aria-label={msg('view.curves.readout')} className="border-soft flex flex-col gap-1 border-t pt-1.5">
      <div className="flex items-end gap-2">
        <div className="w-[112px]">
          <TypedField
            label={msg('view.curves.readAtFlow')}
            name="read-flow"
            value={typed}
            placeholder={msg('view.curves.hoverOrType')}
            read={(t) => readEntry(t, FLOW, `1 ${display.typed('flow')}`)}
            onCommit={(v) => onFlow(quantityOf(v, 'flow') ?? null)}
          />
        </div>
      </div>
    </section>
  );
}

/** all curves over the flow, a column each, in the units that are shown */
export function csvOf(curves: ServiceCurves, order: readonly string[], d: Display): string {
  const [flow, head, power] = [d.typed('flow'), d.typed('head'), d.typed('power')] as const;
  const names = order.filter((id) => curves.scenarios.some((s) => s.id === id));
  const columns = names.flatMap((id) => [
    msg('view.curves.system2', { id, head }),
    msg('view.curves.npsha', { id, head }),
    msg('view.curves.pump2', { id, head }),
    msg('view.curves.efficiency2', { id }),
    msg('view.curves.power2', { id, power }),
    msg('view.curves.npshr2', { id, head }),
  ]);
  const number = (x: number | null | undefined, to: (v: number) => number): string =>
    x === null || x === undefined || !Number.isFinite(x) ? '' : String(Number(to(x).toPrecision(6)));
  const rows = curves.flows.map((q) => {
    const at = figuresAt(curves, (id) => order.indexOf(id), q);
    const cells = names.flatMap((id) => {
      const f = at.find((x) => x.scenario === id)!;
      const heads = (v: number): number => d.value(v, 'head');
      return [
        number(f.system, heads),
        number(f.npsha, heads),
        number(f.pump?.head, heads),
        number(f.pump?.efficiency, (v) => v * 100),
        number(f.pump?.power, (v) => d.value(v, 'power')),
        number(f.pump?.npshr, heads),
      ];
    });
    return [number(q, (v) => d.value(v, 'flow')), ...cells].join(',');
  });
  return `${msg('view.curves.flow', { flow })},${columns.join(',')}\n${rows.join('\n')}\n`;
}
