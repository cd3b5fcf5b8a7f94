import { fixed, said } from '@cedar-knot/wording';
import {
  allElements,
  defaultOf,
  ELEMENT_KINDS,
  quantityOf,
  readPercent,
  writeQuantity,
  type Field,
  type Operation,
  type PumpTrace,
  type QuantityField,
  type RawEntry,
} from '@cedar-knot/core';
import { useState, type ReactNode } from 'react';
import { entryIn, letterOf, setOwn, setSeen } from '../../state/address.js';
import { readEntry } from '../../state/entry.js';
import { TypedField } from '../../ui/TypedField.js';
import { ScenarioLetter } from '../../ui/marks.js';
import { useDisplay, useStudy, useStudyStore, type Display } from '../context.js';
import { Select } from '../../ui/Select.js';
import { DragScale } from './DragScale.js';
import { ValveOpening } from './ValveOpening.js';
import { msg } from './words.js';

/** What a handle needs to take hold: called before the first movement, so that the old curve can stay as a trace. */
interface HandlesProps {
  pump: string;
  trace: PumpTrace | undefined;
  made: readonly number[];
  onGrab: () => void;
  /** what moved since the handle was taken */
  moved: string | null;
}

/** Speed, diameter, stages, units running and wear of the pump; dragging one moves every curve and knot. */
export function Handles({ pump, trace, made, onGrab, moved }: HandlesProps) {
  const study = useStudy((s) => s.study);
  const undo = useStudy((s) => s.undo);
  const element = allElements(study).find((e) => e.id === pump);
  const entry: RawEntry = study.pumps?.[String(element?.pump)] ?? {};
  if (element?.mode !== 'curve' && !trace) {
    return <p className="text-inkq">{msg('view.curves.hasAnImposedDutyAnd', { pump })}</p>;
  }
  const nominal = quantityOf(entry.speed, 'speed') ?? trace?.speed;
  const least = made[0] ?? quantityOf(entry.minDiameter, 'diameter');
  const largest = made.at(-1) ?? quantityOf(entry.maxDiameter ?? entry.diameter, 'diameter');
  const options = (Array.isArray(entry.stageOptions) ? entry.stageOptions : []) as number[];
  return (
    <>
      {largest !== undefined && (
        <Handle
          pump={pump}
          name="diameter"
          value={trace?.diameter ?? largest}
          min={Math.min(least ?? largest, largest * LEAST_TRIM)}
          max={largest}
          step={0.001}
          ticks={made.length > 1 ? made : [least ?? largest * LEAST_TRIM, largest]}
          onGrab={onGrab}
        />
      )}
      {nominal !== undefined && (
        <Handle
          pump={pump}
          name="speed"
          value={trace?.speed ?? nominal}
          min={nominal * 0.5}
          max={nominal * 1.2}
          step={5}
          ticks={[nominal * 0.5, nominal, nominal * 1.2]}
          tickText={(n) => `${fixed((n / nominal) * mainsFrequency(entry), 0)} Hz`}
          onGrab={onGrab}
        />
      )}
      {options.length > 0 && <Stages pump={pump} options={options} onGrab={onGrab} />}
      <Running pump={pump} onGrab={onGrab} />
      <Wear pump={pump} onGrab={onGrab} />
      <ValveOpening />
      {moved && (
        <div className="border-soft flex items-center justify-between border-t pt-2" role="status">
          <span className="font-semibold">{moved}</span>
          <button type="button" onClick={undo} className="text-cedar">
            {msg('view.curves.undo')}
          </button>
        </div>
      )}
    </>
  );
}

/** a handle goes down to this share of the largest diameter where no smaller one is made */
const LEAST_TRIM = 0.84;
const PUMP_FIELDS = ELEMENT_KINDS.pump.fields;

/** of the motor's plate, else of European mains, Hz */
function mainsFrequency(entry: RawEntry): number {
  return (quantityOf((entry.motor as RawEntry | undefined)?.frequency, 'speed') ?? 3000) / 60;
}

/** a count or a share as it is entered, else what its field uses */
function plain(x: unknown, field: Field): number {
  if (typeof x === 'number') return x;
  return (typeof x === 'string' ? readPercent(x) : undefined) ?? (defaultOf(field) as number);
}

/** Sets an entry of the pump where the active scenario sees it; a drag is one step of undo. */
function usePut(
  pump: string,
  name: string,
): { put: (value: unknown) => void; move: (value: unknown) => void; drop: () => void; own: boolean; index: number } {
  const store = useStudyStore();
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const index = study.scenarios.findIndex((s) => s.id === active);
  const own = entryIn(study, study.scenarios[index], pump, name).own;
  const operations = (value: unknown): Operation[] => {
    const now = store.getState().study;
    const scenario = now.scenarios.find((s) => s.id === active);
    return setSeen(now, scenario, pump, name, value);
  };
  return {
    own,
    index,
    put: (value) => void store.getState().change(`${pump} ${name}`, operations(value)),
    move: (value) => store.getState().move(operations(value)),
    drop: () => void store.getState().drop(`${pump} ${name}`),
  };
}

function Group({ title, side, children }: { title: ReactNode; side?: ReactNode; children: ReactNode }) {
  return (
    <div className="border-soft border-b pb-2">
      <div className="mb-1 flex min-h-[24px] items-center justify-between">
        <span className="font-semibold">{title}</span>
        {side}
      </div>
      {children}
    </div>
  );
}

interface HandleProps {
  pump: string;
  name: 'speed' | 'diameter';
  value: number;
  min: number;
  max: number;
  step: number;
  ticks: readonly number[];
  tickText?: (si: number) => string;
  onGrab: () => void;
}

/** One entry of the pump as a field and a scale; what is typed or dragged stands in the unit of the study. */
function Handle({ pump, name, value, min, max, step, ticks, tickText, onGrab }: HandleProps) {
  const { put, move, drop, own, index } = usePut(pump, name);
  const display = useDisplay();
  // while it is held: the study has it only when it is let go
  const [held, setHeld] = useState<string | null>(null);
  const study = useStudy((s) => s.study);
  const field = PUMP_FIELDS[name] as QuantityField;
  const { dimension } = field;
  const label = said(field.label!);
  // the entry itself, when there is one: the curve answers a moment later, and keys pressed fast must not be lost
  const entry = held ?? entryIn(study, study.scenarios[index], pump, name).value;
  const now = quantityOf(entry, dimension) ?? value;
  const text =
    typeof entry === 'string' ? entry : writeQuantity(Math.round(now / step) * step, dimension, display.typed(dimension));
  return (
    <Group
      title={label}
      side={
        <span className="flex items-center gap-2">
          {own && <ScenarioLetter index={index} letter={letterOf(index)} small />}
          <span className="w-[92px]">
            <TypedField
              hideLabel
              label={label}
              name={name}
              value={text}
              read={(typed) => readEntry(typed, field, text, display.system)}
              onCommit={(v) => {
                onGrab();
                put(v);
              }}
            />
          </span>
        </span>
      }
    >
      <DragScale
        label={label}
        value={now}
        min={min}
        max={max}
        step={step}
        ticks={ticks}
        tickText={tickText ?? ((si) => display.number(si, dimension))}
        onGrab={onGrab}
        onMove={(v) => {
          const entry = dragged(v, dimension, display);
          setHeld(entry);
          move(entry);
        }}
        onEnd={() => {
          drop();
          setHeld(null);
        }}
      />
    </Group>
  );
}

/** where a handle was let go, rounded as it is read in the study's unit */
function dragged(si: number, dimension: QuantityField['dimension'], display: Display): string {
  const decimals = dimension === 'diameter' && display.typed('diameter') === 'in' ? 2 : 0;
  return `${display.value(si, dimension).toFixed(decimals)} ${display.typed(dimension)}`;
}

function Stages({ pump, options, onGrab }: { pump: string; options: readonly number[]; onGrab: () => void }) {
  const { put } = usePut(pump, 'stages');
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const seen = entryIn(
    study,
    study.scenarios.find((s) => s.id === active),
    pump,
    'stages',
  ).value;
  return (
    <Group title={msg('view.curves.stages')}>
      <Select
        label={msg('view.curves.stages')}
        value={seen === undefined ? undefined : String(seen)}
        options={options.map((n) => [String(n), String(n)])}
        onChange={(n) => {
          onGrab();
          put(Number(n));
        }}
        className="w-full"
      />
    </Group>
  );
}

/** how many units run is the scenario's own: the letters stand at their number */
function Running({ pump, onGrab }: { pump: string; onGrab: () => void }) {
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const change = useStudy((s) => s.change);
  const seen = study.scenarios.map((s) => plain(entryIn(study, s, pump, 'running').value, PUMP_FIELDS.running!));
  const most = Math.max(2, ...seen);
  const now = seen[study.scenarios.findIndex((s) => s.id === active)];
  const set = (n: number): void => {
    onGrab();
    change(msg('view.curves.running3', { pump }), setOwn(study, active, pump, 'running', n));
  };
  const ask = useStudy((s) => s.leastUnits);
  const store = useStudyStore();
  const [said, setSaid] = useState<string | null>(null);
  const find = async (): Promise<void> => {
    const found = await ask(pump);
    const { study: now, change: make } = store.getState();
    const short = Object.entries(found).flatMap(([s, n]) =>
      n === null ? [letterOf(now.scenarios.findIndex((x) => x.id === s))] : [],
    );
    const operations = Object.entries(found).flatMap(([s, n]) => {
      const own = now.scenarios.find((x) => x.id === s);
      const is = plain(entryIn(now, own, pump, 'running').value, PUMP_FIELDS.running!);
      return n === null || n === is ? [] : setOwn(now, s, pump, 'running', n);
    });
    onGrab();
    if (operations.length > 0) make(msg('view.curves.fewestUnitsForTheDuty', { pump }), operations);
    const changed =
      operations.length === 0 ? msg('view.curves.theFewestUnitsAreAlready') : msg('view.curves.setToTheFewestUnits');
    setSaid(short.length === 0 ? changed : msg('view.curves.inNoNumberOfUnits', { changed, short: short.join(', ') }));
  };
  return (
    <Group
      title={msg('view.curves.running4')}
      side={
        <button
          type="button"
          className="text-cedar text-[12px]"
          onClick={() => void find()}
          title={msg('view.curves.fewestUnitsInEachScenario')}
        >
          {msg('view.curves.fewestUnits')}
        </button>
      }
    >
      <div className="grid auto-cols-fr grid-flow-col" role="group" aria-label={msg('view.curves.unitsRunning')}>
        {Array.from({ length: most }, (_, i) => i + 1).map((n) => (
          <button
            key={n}
            type="button"
            aria-pressed={now === n}
            onClick={() => set(n)}
            className={`flex min-h-[44px] flex-col items-start justify-center gap-0.5 border px-2 py-1 ${now === n ? 'border-cedar bg-wash' : 'border-edge bg-panel'}`}
          >
            <span className="text-[12px] font-semibold">
              {n === 1 ? msg('view.curves.n1Unit') : msg('view.curves.units', { n })}
            </span>
            <span className="flex flex-wrap gap-0.5">
              {study.scenarios.map((s, i) => seen[i] === n && <ScenarioLetter key={s.id} index={i} letter={letterOf(i)} small />)}
            </span>
          </button>
        ))}
      </div>
      {said && (
        <p role="status" className="text-inkq mt-1 text-[12px]">
          {said}
        </p>
      )}
    </Group>
  );
}

function Wear({ pump, onGrab }: { pump: string; onGrab: () => void }) {
  const { move, drop, own, index } = usePut(pump, 'wear');
  const study = useStudy((s) => s.study);
  const active = useStudy((s) => s.active);
  const [held, setHeld] = useState<number | null>(null);
  const kept = plain(
    entryIn(
      study,
      study.scenarios.find((s) => s.id === active),
      pump,
      'wear',
    ).value,
    PUMP_FIELDS.wear!,
  );
  const wear = held ?? kept;
  return (
    <Group
      title={msg('view.curves.wear')}
      side={
        <span className="flex items-center gap-2">
          {own && <ScenarioLetter index={index} letter={letterOf(index)} small />}
          <span>
            <b className="font-semibold">{Math.round(wear * 1000) / 10}</b>{' '}
            <span className="text-inkq">{msg('view.curves.ofHead')}</span>
          </span>
        </span>
      }
    >
      <DragScale
        label={msg('view.curves.wear')}
        value={wear}
        min={0}
        max={0.15}
        step={0.005}
        ticks={[0.05, 0.1, 0.15]}
        tickText={(w) => String(Math.round(w * 100))}
        onGrab={onGrab}
        onMove={(v) => {
          const share = Math.round(v * 1000) / 1000;
          setHeld(share);
          move(share === 0 ? undefined : share);
        }}
        onEnd={() => {
          drop();
          setHeld(null);
        }}
      />
    </Group>
  );
}
