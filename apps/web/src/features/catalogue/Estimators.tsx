import {
  isQuantity,
  readQuantity,
  flowOfHeat,
  flowOfMass,
  flowOfUse,
  flowOfVolume,
  type Dimension,
  type QuantityField,
} from '@cedar-knot/core';
import { useState } from 'react';
import { readEntry } from '../../state/entry.js';
import { Button, Segmented } from '../../ui/controls.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay } from '../context.js';
import { quantity, siOf } from '../../state/quantities.js';
import { msg } from './words.js';

type Way = 'volume' | 'heat' | 'mass' | 'use';

interface Part {
  key: string;
  label: string;
  dimension: Dimension | 'number' | 'volume';
  usual: string;
}

/** kg/m³ and J/(kg·K) of water at some 60 °C; typed over where the liquid is another */
const PARTS: Readonly<Record<Way, readonly Part[]>> = {
  volume: [
    { key: 'volume', label: msg('view.catalogue.volumeM'), dimension: 'volume', usual: '' },
    { key: 'time', label: msg('view.catalogue.time'), dimension: 'time', usual: '1 h' },
  ],
  heat: [
    { key: 'heat', label: msg('view.catalogue.heatDuty'), dimension: 'power', usual: '' },
    { key: 'difference', label: msg('view.catalogue.temperatureChange'), dimension: 'temperatureDifference', usual: '20 K' },
    { key: 'density', label: msg('view.catalogue.density'), dimension: 'density', usual: '983 kg/m3' },
    { key: 'capacity', label: msg('view.catalogue.specificHeat'), dimension: 'specificHeat', usual: '4.184 kJ/kg/K' },
  ],
  mass: [
    { key: 'mass', label: msg('view.catalogue.massFlow'), dimension: 'flow', usual: '' },
    { key: 'density', label: msg('view.catalogue.density'), dimension: 'density', usual: '998 kg/m3' },
  ],
  use: [
    { key: 'count', label: msg('view.catalogue.peopleOrM'), dimension: 'number', usual: '' },
    { key: 'perDay', label: msg('view.catalogue.litresPerDayEach'), dimension: 'number', usual: '150' },
    { key: 'peak', label: msg('view.catalogue.peakHourMean'), dimension: 'number', usual: '2.5' },
  ],
};

const WAYS: readonly { value: Way; text: string }[] = [
  { value: 'volume', text: msg('view.catalogue.volume') },
  { value: 'heat', text: msg('view.catalogue.heat') },
  { value: 'mass', text: msg('view.catalogue.mass') },
  { value: 'use', text: msg('view.catalogue.use') },
];

const LITRE = 1e-3;

/** si values of all parts of a way → m³/s */
function flowOf(way: Way, v: Readonly<Record<string, number>>): number {
  switch (way) {
    case 'volume':
      return flowOfVolume(v.volume!, v.time!);
    case 'heat':
      return flowOfHeat(v.heat!, v.density!, v.capacity!, v.difference!);
    case 'mass':
      return flowOfMass(v.mass!, v.density!);
    case 'use':
      return flowOfUse(v.count!, { perDay: v.perDay! * LITRE, peak: v.peak! });
  }
}

function valueOf(typed: string | undefined, { dimension }: Part): number | undefined {
  if (typed === undefined || typed.trim() === '') return undefined;
  if (dimension === 'number' || dimension === 'volume') return Number(typed);
  return siOf(typed, dimension);
}

const numberField = { type: 'number' as const, min: 1e-6, max: 1e9, label: '' };

/** A first flow: of a volume and a time, a heat duty, a mass flow, or people and their use. */
export function FlowEstimator({ onFlow }: { onFlow: (si: number) => void }) {
  const display = useDisplay();
  const [way, setWay] = useState<Way>('volume');
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  const parts = PARTS[way];
  const values = parts.map((p) => valueOf(typed[p.key] ?? p.usual, p));
  const isWhole = values.every((v) => v !== undefined && Number.isFinite(v) && v > 0);
  const flow = isWhole ? flowOf(way, Object.fromEntries(parts.map((p, i) => [p.key, values[i]!]))) : undefined;
  return (
    <div
      className="border-line flex flex-col gap-1.5 rounded-[3px] border border-dashed p-2"
      role="group"
      aria-label={msg('view.catalogue.estimateFlow')}
    >
      <Segmented
        label={msg('view.catalogue.flowFrom')}
        value={way}
        options={WAYS}
        onChange={(w) => {
          setWay(w);
          setTyped({});
        }}
      />
      <div className="grid grid-cols-2 gap-x-2 gap-y-1">
        {parts.map((p) => (
          <TypedField
            key={p.key}
            label={p.label}
            name={p.key}
            value={typed[p.key] ?? p.usual}
            read={(t) => readPart(t, p, unitFor(p.dimension, display.typed))}
            onCommit={(v) => setTyped((x) => ({ ...x, [p.key]: String(v) }))}
          />
        ))}
      </div>
      <div className="flex items-center gap-2">
        <b className="flex-1 font-semibold">
          {flow === undefined ? '–' : `${display.number(flow, 'flow', 4)} ${display.unit('flow')}`}
        </b>
        <Button disabled={flow === undefined} onClick={() => flow !== undefined && onFlow(flow)}>
          {msg('view.catalogue.useIt')}
        </Button>
      </div>
    </div>
  );
}

/** a mass flow has units of its own among the flows; plain numbers have none */
function unitFor(dimension: Part['dimension'], typed: (d: Dimension) => string): string {
  if (dimension === 'number' || dimension === 'volume') return '';
  return dimension === 'flow' ? 't/h' : typed(dimension);
}

function readPart(typed: string, p: Part, unit: string) {
  const read = readEntry(typed, fieldOf(p), p.dimension === 'number' || p.dimension === 'volume' ? '' : p.usual || `1 ${unit}`);
  if (!read.ok || p.dimension !== 'flow') return read;
  const q = readQuantity(String(read.value), 'flow');
  return isQuantity(q) && q.unit.mass ? read : ({ ok: false, message: msg('view.catalogue.expectedAMassFlowSuch') } as const);
}

function fieldOf(p: Part): QuantityField | typeof numberField {
  return p.dimension === 'number' || p.dimension === 'volume' ? numberField : quantity(p.dimension, 1e-9, 1e12, p.label);
}

/** A first head: lift, difference of pressure and losses. */
export function HeadEstimator({ onHead }: { onHead: (parts: { lift: number; pressure: number; losses: number }) => void }) {
  const display = useDisplay();
  const [typed, setTyped] = useState({ lift: '', pressure: '', losses: '' });
  const rows = [
    ['lift', msg('view.catalogue.staticLiftLevelToLevel'), 'head', -1e4],
    ['pressure', msg('view.catalogue.pressureDifferenceDestinationSupply'), 'pressureDifference', -1e9],
    ['losses', msg('view.catalogue.lossesAlongTheLine'), 'head', 0],
  ] as const;
  const si = (key: keyof typeof typed, dimension: Dimension): number => siOf(typed[key], dimension) ?? 0;
  const isAny = Object.values(typed).some((t) => t !== '');
  return (
    <div
      className="border-line flex flex-col gap-1.5 rounded-[3px] border border-dashed p-2"
      role="group"
      aria-label={msg('view.catalogue.estimateHead')}
    >
      <div className="grid grid-cols-2 gap-x-2 gap-y-1">
        {rows.map(([key, label, dimension, least]) => (
          <TypedField
            key={key}
            label={label}
            name={key}
            optional
            value={typed[key]}
            placeholder="0"
            read={(t) => readEntry(t, quantity(dimension, least, 1e9, label), `1 ${display.typed(dimension)}`)}
            onCommit={(v) => setTyped((x) => ({ ...x, [key]: v === undefined ? '' : String(v) }))}
          />
        ))}
      </div>
      <Button
        className="self-end"
        disabled={!isAny}
        onClick={() =>
          onHead({ lift: si('lift', 'head'), pressure: si('pressure', 'pressureDifference'), losses: si('losses', 'head') })
        }
      >
        {msg('view.catalogue.useIt')}
      </Button>
    </div>
  );
}
