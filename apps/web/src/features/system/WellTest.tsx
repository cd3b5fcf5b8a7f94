import { rounded } from '@cedar-knot/wording';
import { POINT_KINDS, quantityOf, stepTest, type RawEntry, type StepTest, type TestStep } from '@cedar-knot/core';
import { locate, setShared } from '../../state/address.js';
import type { TableField } from '../../state/equipment.js';
import { axisTicks } from '../../ui/ticks.js';
import { Button } from '../../ui/controls.js';
import { useDisplay, useStudy } from '../context.js';
import { RowsTable } from '../entry/RowsTable.js';
import { msg } from './words.js';

const STEPS = POINT_KINDS.well.fields.steps as TableField;
/** m of the second of two steps that a test begins with */
const FIRST_DRAWDOWN = 10;
const GIVES_WAY = ['specificCapacity', 'wellLoss'] as const;

/** Drawdown of a well by the steps of a pumping test: the steps, what they are fitted to, and what the fit leaves of each. */
export function WellTest({ id }: { id: string }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const entry = locate(study, id)?.entry ?? {};
  const rows = entry.steps as RawEntry[] | undefined;
  const put = (steps: RawEntry[] | undefined): void =>
    void change(msg('view.system.stepTest', { id }), [
      ...setShared(study, id, 'steps', steps),
      ...(steps ? GIVES_WAY.flatMap((key) => setShared(study, id, key, undefined)) : []),
    ]);
  if (!rows) return <Begin entry={entry} onBegin={put} />;
  const read = rows.flatMap((r): TestStep[] => {
    const [flow, drawdown] = [quantityOf(r.flow, 'flow'), quantityOf(r.drawdown, 'length')];
    return flow !== undefined && drawdown !== undefined && flow > 0 ? [{ flow, drawdown }] : [];
  });
  return (
    <div className="flex flex-col gap-1.5">
      <RowsTable label={msg('view.system.stepTestOf', { id })} field={STEPS} rows={rows} onRows={put} />
      {read.length > 1 && <Fitted steps={read} fit={stepTest(read)} />}
      <Instead id={id} entry={entry} steps={read} />
    </div>
  );
}

/** a test begins with two steps on the specific capacity that stands there */
function Begin({ entry, onBegin }: { entry: RawEntry; onBegin: (steps: RawEntry[]) => void }) {
  const display = useDisplay();
  const capacity = quantityOf(entry.specificCapacity, 'specificCapacity') ?? 0.001;
  // rounded in the unit in which it is shown
  const write = (si: number, of: 'flow' | 'length'): string =>
    `${Number(display.value(si, of).toPrecision(3))} ${display.typed(of)}`;
  const steps = (): RawEntry[] =>
    [FIRST_DRAWDOWN / 2, FIRST_DRAWDOWN].map((s) => ({ flow: write(s * capacity, 'flow'), drawdown: write(s, 'length') }));
  return (
    <Button tone="bare" className="!px-0 self-start" onClick={() => onBegin(steps())}>
      {msg('view.system.enterAStepTest')}
    </Button>
  );
}

/** B and C, and the curve through the steps */
function Fitted({ steps, fit }: { steps: readonly TestStep[]; fit: StepTest }) {
  const d = useDisplay();
  const most = Math.max(...fit.residuals.map(Math.abs));
  const last = steps.at(-1)!;
  const share = (fit.loss * last.flow ** 2) / (fit.aquifer * last.flow + fit.loss * last.flow ** 2);
  return (
    <>
      <TestCurve steps={steps} fit={fit} />
      <p className="text-ink2 leading-4" role="status">
        {msg('view.system.sBQCQ', {
          number: rounded(fit.aquifer, 4),
          number2: rounded(fit.loss, 4),
          aquifer: d.number(1 / fit.aquifer, 'specificCapacity'),
          unit: d.unit('specificCapacity'),
          share: Math.round(share * 100),
          most: d.number(most, 'length', 2),
          unit2: d.unit('length'),
        })}
      </p>
      {fit.left && (
        <p className="text-near leading-4">
          ◐ {fit.left === 'loss' ? msg('view.system.drawdownPerFlowDoesNot') : msg('view.system.theFitLeavesNoAquifer')}
        </p>
      )}
    </>
  );
}

const WIDTH = 276;
const HEIGHT = 112;
const LEFT = 30;
const BOTTOM = 16;

function TestCurve({ steps, fit }: { steps: readonly TestStep[]; fit: StepTest }) {
  const d = useDisplay();
  const most = Math.max(...steps.map((s) => s.flow)) * 1.15;
  const drawdown = (q: number): number => fit.aquifer * q + fit.loss * q * q;
  const qs = axisTicks(0, d.value(most, 'flow'), 4);
  const ss = axisTicks(0, d.value(Math.max(drawdown(most), ...steps.map((s) => s.drawdown)), 'length'), 3);
  const x = (q: number): number => LEFT + (d.value(q, 'flow') / qs.at(-1)!) * (WIDTH - LEFT - 8);
  // a level that falls goes down
  const y = (s: number): number => 10 + (d.value(s, 'length') / ss.at(-1)!) * (HEIGHT - BOTTOM - 14);
  const curve = Array.from({ length: 25 }, (_, i) => (most * i) / 24);
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={msg('view.system.drawdownOverFlowStepsAnd')}>
      {ss.map((s) => (
        <g key={s}>
          <line
            x1={LEFT}
            x2={WIDTH - 8}
            y1={10 + (s / ss.at(-1)!) * (HEIGHT - BOTTOM - 14)}
            y2={10 + (s / ss.at(-1)!) * (HEIGHT - BOTTOM - 14)}
            stroke="var(--line-soft)"
          />
          <text
            x={LEFT - 4}
            y={14 + (s / ss.at(-1)!) * (HEIGHT - BOTTOM - 14)}
            textAnchor="end"
            fontSize={10.5}
            fill="var(--ink-quiet)"
          >
            {s}
          </text>
        </g>
      ))}
      {qs.map((q) => (
        <text
          key={q}
          x={LEFT + (q / qs.at(-1)!) * (WIDTH - LEFT - 8)}
          y={HEIGHT - 3}
          textAnchor={q === qs.at(-1) ? 'end' : 'middle'}
          fontSize={10.5}
          fill="var(--ink-quiet)"
        >
          {q === qs.at(-1) ? `${q} ${d.unit('flow')}` : q}
        </text>
      ))}
      <polyline
        points={curve.map((q) => `${x(q).toFixed(1)},${y(drawdown(q)).toFixed(1)}`).join(' ')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={1.6}
      />
      {steps.map((s, i) => (
        <g key={i}>
          <line x1={x(s.flow)} x2={x(s.flow)} y1={y(s.drawdown)} y2={y(drawdown(s.flow))} stroke="var(--cedar)" />
          <circle cx={x(s.flow)} cy={y(s.drawdown)} r={3.2} fill="var(--panel)" stroke="var(--cedar)" strokeWidth={1.6}>
            <title>
              {msg('view.system.measuredFitted', {
                flow: d.number(s.flow, 'flow'),
                unit: d.unit('flow'),
                drawdown: d.number(s.drawdown, 'length'),
                drawdown2: d.number(drawdown(s.flow), 'length'),
                unit2: d.unit('length'),
              })}
            </title>
          </circle>
        </g>
      ))}
    </svg>
  );
}

/** back to a specific capacity, that of the last step */
function Instead({ id, entry, steps }: { id: string; entry: RawEntry; steps: readonly TestStep[] }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const display = useDisplay();
  const last = steps.at(-1);
  const take = (): void => {
    const capacity = last && last.drawdown > 0 ? last.flow / last.drawdown : 0.001;
    const shown = Number(display.value(capacity, 'specificCapacity').toPrecision(4));
    const written = `${shown} ${display.typed('specificCapacity')}`;
    change(msg('view.system.byASpecificCapacity', { id }), [
      ...setShared(study, id, 'steps', undefined),
      ...(entry.specificCapacity === undefined ? setShared(study, id, 'specificCapacity', written) : []),
    ]);
  };
  return (
    <Button tone="bare" className="!px-0 self-start" onClick={take}>
      {msg('view.system.useOneSpecificCapacityInstead')}
    </Button>
  );
}
