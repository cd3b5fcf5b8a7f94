import { fixed } from '@cedar-knot/wording';
import {
  curveSheet,
  entrySpeed,
  readOut,
  stageCounts,
  type PumpInput,
  type SheetCurve,
  type SheetSetting,
} from '@cedar-knot/core';
import { Toggle } from 'radix-ui';
import { useMemo, useRef, useState } from 'react';
import { readEntry } from '../../state/entry.js';
import { Segmented } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { TypedField } from '../../ui/TypedField.js';
import { useSize } from '../../ui/useSize.js';
import { useDisplay } from '../context.js';
import { impellerField, flowField, speedField, siOf } from '../../state/quantities.js';
import { CurveSheetChart } from './CurveSheetChart.js';
import type { Duty } from './FlowStrip.js';
import { msg } from './words.js';

/** Curves of a pump over its flow: head of the made diameters with lines of equal efficiency, power, NPSHR, read off at any flow. */
export function CurveSheet({ pump, duties }: { pump: PumpInput; duties: readonly Duty[] }) {
  const display = useDisplay();
  const box = useRef<HTMLDivElement>(null);
  const { width } = useSize(box);
  const rated = entrySpeed(pump);
  const mains = (pump as { frequency?: number }).frequency ?? 50;
  const counts = stageCounts(pump);
  const [speed, setSpeed] = useState(rated);
  const [diameter, setDiameter] = useState<number | undefined>(undefined);
  const [stages, setStages] = useState(counts[0]!);
  const [shows, setShows] = useState({ made: true, contours: true });
  const [at, setAt] = useState<number | null>(null);
  const setting: SheetSetting = { speed, stages, ...(diameter === undefined ? {} : { diameter }) };
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const sheet = useMemo(() => curveSheet(pump, setting), [pump, speed, diameter, stages]);
  const lead =
    sheet.curves.find((c) => !c.isMade) ?? sheet.curves.find((c) => c.diameter === (diameter ?? null)) ?? sheet.curves.at(-1)!;
  const flow = at ?? lead.best;
  const read = readOut(pump, setting, flow);
  const flowText = `${display.number(flow, 'flow')} ${display.typed('flow')}`;
  const frequency =
    Math.abs(speed / rated - 50 / mains) < 0.002 ? '50' : Math.abs(speed / rated - 60 / mains) < 0.002 ? '60' : '';
  return (
    <div className="flex flex-col gap-1">
      <div className="no-print flex flex-wrap items-end gap-1.5">
        {pump.curves.length > 1 && (
          <Pill
            on={shows.made}
            text={msg('view.catalogue.availableDiameter')}
            onClick={() => setShows((s) => ({ ...s, made: !s.made }))}
          />
        )}
        {sheet.contours.length > 0 && (
          <Pill
            on={shows.contours}
            text={msg('view.catalogue.contoursEfficiency')}
            onClick={() => setShows((s) => ({ ...s, contours: !s.contours }))}
          />
        )}
        <span className="ml-auto" />
        {counts.length > 1 && (
          <Select
            label={msg('view.catalogue.stages2')}
            value={String(stages)}
            options={counts.map((n) => [String(n), `${n} ${n === 1 ? 'stage' : 'stages'}`])}
            onChange={(v) => setStages(Number(v))}
            className="w-[92px]"
          />
        )}
        <Segmented
          label={msg('view.catalogue.mains')}
          value={frequency}
          options={[
            { value: '50', text: '50' },
            { value: '60', text: '60 Hz' },
          ]}
          onChange={(hz) => setSpeed((rated * Number(hz)) / mains)}
        />
        <div className="w-[86px]">
          <TypedField
            label={msg('view.catalogue.speed')}
            name="speed"
            hideLabel
            value={`${Math.round(speed)} rpm`}
            read={(t) => readEntry(t, speedField(pump), '1 rpm')}
            onCommit={(v) => setSpeed(siOf(v, 'speed') ?? rated)}
          />
        </div>
        {pump.curves[0]!.diameter !== undefined && (
          <div className="w-[86px]">
            <TypedField
              label={msg('view.catalogue.impellerDiameter')}
              name="diameter"
              hideLabel
              optional
              value={diameter === undefined ? '' : `${display.number(diameter, 'diameter')} ${display.typed('diameter')}`}
              placeholder={msg('view.catalogue.diameterAny')}
              read={(t) => readEntry(t, impellerField(pump), `1 ${display.typed('diameter')}`)}
              onCommit={(v) => setDiameter(siOf(v, 'diameter'))}
            />
          </div>
        )}
      </div>
      <div ref={box} className="relative">
        {width > 0 && (
          <CurveSheetChart
            width={width}
            sheet={{ ...sheet, curves: shows.made ? sheet.curves : [lead] }}
            contours={shows.contours}
            lead={lead}
            flow={flow}
            read={read}
            display={display}
            duties={duties.filter((d) => isNear(d, sheet.curves))}
            rating={pump.motor?.ratedPower}
            onFlow={setAt}
          />
        )}
      </div>
      <div className="flex items-end gap-3 text-[12px]">
        <div className="w-[96px]">
          <TypedField
            label={msg('view.catalogue.readAtFlow')}
            name="flow"
            value={flowText}
            read={(t) => readEntry(t, flowField, `1 ${display.typed('flow')}`)}
            onCommit={(v) => setAt(siOf(v, 'flow') ?? null)}
          />
        </div>
        <output
          aria-label={msg('view.catalogue.readout')}
          className="flex flex-1 flex-wrap gap-x-3 pb-0.5"
          data-figure="read-off"
        >
          {lead.diameter !== null && <span>Ø {display.number(lead.diameter, 'diameter')}</span>}
          <b className="font-semibold">{`${display.number(read.head, 'head')} ${display.unit('head')}`}</b>
          <span>η {read.efficiency === null ? '–' : `${fixed(read.efficiency * 100, 1)} %`}</span>
          <span>{`${display.number(read.power, 'power')} ${display.unit('power')}`}</span>
          <span>{msg('view.catalogue.npshr2', { npshr: display.number(read.npshr, 'head'), unit: display.unit('head') })}</span>
          {read.isBeyond && <span className="text-near">{msg('view.catalogue.beyondTheEndOfIts')}</span>}
        </output>
      </div>
    </div>
  );
}

function Pill({ on, text, onClick }: { on: boolean; text: string; onClick: () => void }) {
  return (
    <Toggle.Root
      pressed={on}
      onPressedChange={onClick}
      className="border-edge bg-panel data-[state=on]:border-cedar data-[state=on]:bg-wash data-[state=on]:text-cedardeep h-[24px] rounded-full border px-2.5 text-[12px]"
    >
      {text}
    </Toggle.Root>
  );
}

/** a duty far off the pump's curves would make them small */
function isNear(d: Duty, curves: readonly SheetCurve[]): boolean {
  const end = Math.max(...curves.map((c) => c.flow.at(-1)!));
  const top = Math.max(...curves.map((c) => c.head[0]!));
  return d.flow < end * 1.3 && d.head < top * 1.4;
}
