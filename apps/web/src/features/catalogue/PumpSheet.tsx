import {
  describeEntry,
  performanceAt,
  REFERENCE_DENSITY,
  STANDARD_GRAVITY,
  summarisePump,
  toPump,
  usable,
  type CurveWarning,
  type ModelWhole,
} from '@cedar-knot/core';
import { curveWarningText, fixed } from '@cedar-knot/wording';
import { useMemo } from 'react';

import { VerdictMark } from '../../ui/marks.js';
import { useDisplay, type Display } from '../context.js';
import { judgedEntry } from '../entry/judged.js';
import { CurveSheet } from './CurveSheet.js';
import { sheetFacts } from './columns.js';
import { Facts } from './Facts.js';
import type { Duty } from './FlowStrip.js';
import { msg } from './words.js';

interface Read {
  [key: string]: unknown;
  trimStep?: number;
  minSpeed?: number;
  maxSpeed?: number;
  stageOptions?: number[];
  preferredRegion?: [number, number];
  allowableRegion?: [number, number];
}

/** A pump's curves, data, limits and motor. */
export function PumpSheet({ model, duties }: { model: ModelWhole; duties: readonly Duty[] }) {
  const display = useDisplay();
  const { read, warnings } = useMemo(() => judgedEntry<Read>(model.entry), [model.entry]);
  const pump = useMemo(() => usable(read), [read]);
  const summary = useMemo(() => summarisePump(read), [read]);
  const described = useMemo(() => describeEntry('pumps', read), [read]);
  const written = model.entry as Record<string, string | undefined>;
  const motor = model.entry.motor as Record<string, unknown> | undefined;
  const most = pump && summary ? greatest(pump, summary.maxDiameter, summary.speed, summary.stages) : undefined;
  const rated = toPump(read)?.motor?.ratedPower;
  return (
    <>
      {pump ? (
        <CurveSheet pump={pump} duties={duties} />
      ) : (
        <p className="text-near border-line rounded-[3px] border border-dashed p-3">
          {msg('view.catalogue.theCurveCannotBeDrawn')}
        </p>
      )}
      <div className="grid grid-cols-2 gap-x-5 gap-y-2">
        <Facts
          title={msg('view.catalogue.data')}
          facts={[
            [
              msg('view.catalogue.availableDiameterStep'),
              diameters(summary?.minDiameter, summary?.maxDiameter, read.trimStep, display),
            ],
            [msg('view.catalogue.availableStages'), read.stageOptions?.join(', ')],
            ...sheetFacts('pumps', 'data', described, display),
          ]}
        />
        <div className="flex flex-col gap-2">
          <Facts
            title={msg('app.motor')}
            facts={[
              [
                msg('view.catalogue.ratedFact'),
                motor && [motor.ratedPower, motor.voltage, motor.frequency].filter(Boolean).join(', '),
              ],
              [msg('view.catalogue.efficiencyAt5075100'), efficiencies(motor?.efficiency)],
              [
                msg('view.catalogue.largestDiameterEndOfCurve'),
                most === undefined ? undefined : (
                  <span className="inline-flex items-center gap-1">
                    {rated !== undefined && <VerdictMark kind={most > rated ? 'near' : 'holds'} size={9} />}
                    {display.number(most, 'power')} {display.unit('power')}
                  </span>
                ),
              ],
            ]}
          />
          <Facts
            title={msg('view.catalogue.limits')}
            facts={[
              ...sheetFacts('pumps', 'limits', described, display),
              [
                msg('view.catalogue.casingFact'),
                [written.casingPressure, written.maxTemperature?.replace('degC', '°C')].filter(Boolean).join(', '),
              ],
              [
                msg('view.catalogue.speedFact'),
                [read.minSpeed, read.maxSpeed].every((v) => v !== undefined)
                  ? `${Math.round(read.minSpeed!)} – ${Math.round(read.maxSpeed!)} rpm`
                  : undefined,
              ],
              [msg('view.catalogue.allowableRegion'), region(read.allowableRegion)],
              [msg('view.catalogue.preferredRegion'), region(read.preferredRegion)],
            ]}
          />
        </div>
      </div>
      <Agreement warnings={warnings} />
      {typeof model.entry.notes === 'string' && <p className="text-inkq text-[12px] whitespace-pre-line">{model.entry.notes}</p>}
    </>
  );
}

function greatest(
  pump: NonNullable<ReturnType<typeof usable>>,
  diameter: number | null,
  speed: number,
  stages: number,
): number | undefined {
  return performanceAt(pump, { speed, stages, diameter: diameter ?? undefined }).greatestPower(
    REFERENCE_DENSITY,
    STANDARD_GRAVITY,
  );
}

const region = (r: readonly [number, number] | undefined): string | undefined =>
  r && msg('view.catalogue.ofBepFlow', { r: Math.round(r[0] * 100), r2: Math.round(r[1] * 100) });

function efficiencies(x: unknown): string | undefined {
  if (Array.isArray(x)) return x.map((v: number) => fixed(v * 100, 1)).join(', ');
  return typeof x === 'number' ? msg('view.catalogue.atFullLoad', { x: fixed(x * 100, 1) }) : undefined;
}

function diameters(
  low: number | null | undefined,
  high: number | null | undefined,
  step: number | undefined,
  d: Display,
): string | undefined {
  if (high === null || high === undefined) return undefined;
  const range =
    low === null || low === undefined || low === high
      ? d.number(high, 'diameter')
      : `${d.number(low, 'diameter')} – ${d.number(high, 'diameter')}`;
  return `${range} ${d.unit('diameter')}${step === undefined ? '' : `, ${d.number(step, 'diameter', 2)}`}`;
}

/** what a measured curve does not do, each with its reason; that all agrees where nothing is odd */
export function Agreement({ warnings }: { warnings: readonly CurveWarning[] }) {
  const display = useDisplay();
  const has = (...codes: string[]): boolean => warnings.some((w) => codes.includes(w.code));
  const said: [string, boolean][] = [
    [msg('view.catalogue.headDecreases'), has('head-rises', 'flow-not-rising')],
    [msg('view.catalogue.efficiencyAndPowerAgree'), has('efficiency-power', 'efficiency-high', 'best-at-end')],
    [msg('view.catalogue.npshrIncreases'), has('npshr-falls')],
    [msg('view.catalogue.smallerDiametersBelow'), has('trim-above')],
  ];
  return (
    <section className="border-soft border-t pt-1.5 text-[12px]" aria-label={msg('view.catalogue.dataChecks')}>
      <p className="flex flex-wrap items-center gap-x-3 gap-y-0.5">
        <b className="font-semibold">{msg('view.catalogue.dataChecks')}</b>
        {said.map(([text, isOdd]) => (
          <span key={text} className="inline-flex items-center gap-1">
            <VerdictMark kind={isOdd ? 'near' : 'holds'} size={9} />
            {text}
          </span>
        ))}
      </p>
      {warnings.length > 0 && (
        <ul className="text-near mt-1">
          {warnings.slice(0, 6).map((w) => (
            <li key={`${w.path}${w.code}`}>
              ◐ {rowOf(w.path)}: {curveWarningText(w, display.system)}
            </li>
          ))}
          {warnings.length > 6 && <li className="text-inkq">{msg('view.catalogue.andMore', { count: warnings.length - 6 })}</li>}
        </ul>
      )}
    </section>
  );
}

/** `pumps.x.curves[1].curve[3]` → curve 2, row 4 */
export function rowOf(path: string): string {
  const curve = /curves\[(\d+)\]/.exec(path)?.[1];
  const row = /curve\[(\d+)\]/.exec(path)?.[1];
  return msg('view.catalogue.row', {
    value: curve === undefined ? '' : msg('view.catalogue.curve', { number: Number(curve) + 1 }),
    number: Number(row ?? 0) + 1,
  });
}
