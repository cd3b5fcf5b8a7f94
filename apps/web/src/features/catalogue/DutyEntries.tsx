import { headOf, PUMP_TYPES, STANDARD_GRAVITY, WATER_AT_20_DENSITY } from '@cedar-knot/core';
import { useState } from 'react';
import { spoken } from '../../state/catalogueList.js';
import { readEntry } from '../../state/entry.js';
import { flowField, headField, npshField, shareField, staticField } from '../../state/quantities.js';
import { Select } from '../../ui/Select.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, type Display } from '../context.js';
import type { Asked } from './duty.js';
import { FlowEstimator, HeadEstimator } from './Estimators.js';

interface DutyEntriesProps {
  asked: Asked;
  onPut: (more: Partial<Asked>) => void;
}

/** Flow and head of a duty, typed or reckoned, and how near a pump has to come to them. */
export function DutyEntries({ asked, onPut: put }: DutyEntriesProps) {
  const display = useDisplay();
  const [estimate, setEstimate] = useState<'flow' | 'head' | null>(null);
  return (
    <>
      <div className="grid grid-cols-2 gap-x-2 gap-y-1">
        <Typed
          name="flow"
          label="Flow"
          value={asked.flow}
          field={flowField}
          unit={display.typed('flow')}
          onPut={(flow) => put({ flow })}
        />
        <Typed
          name="head"
          label="Head at that flow"
          value={asked.head}
          field={headField}
          unit={display.typed('head')}
          onPut={(head) => put({ head })}
        />
        <Opener
          text="reckon a flow"
          isOpen={estimate === 'flow'}
          onClick={() => setEstimate(estimate === 'flow' ? null : 'flow')}
        />
        <Opener
          text="reckon a head"
          isOpen={estimate === 'head'}
          onClick={() => setEstimate(estimate === 'head' ? null : 'head')}
        />
      </div>
      {estimate === 'flow' && <FlowEstimator onFlow={(si) => put({ flow: written(si, 'flow', display) })} />}
      {estimate === 'head' && (
        <HeadEstimator
          onHead={(parts) => {
            const { staticHead, head } = headOf(parts, WATER_AT_20_DENSITY, STANDARD_GRAVITY);
            put({ head: written(head, 'head', display), staticHead: written(staticHead, 'head', display) });
          }}
        />
      )}
      <div className="grid grid-cols-2 gap-x-2 gap-y-1">
        <Typed
          name="static-head"
          label="Static head"
          value={asked.staticHead}
          field={staticField}
          unit={display.typed('head')}
          onPut={(staticHead) => put({ staticHead })}
          optional
          placeholder="read at the flow"
        />
        <Typed
          name="npsha"
          label="NPSHA"
          value={asked.npsha}
          field={npshField}
          unit={display.typed('head')}
          onPut={(npsha) => put({ npsha })}
          optional
          placeholder="not asked"
        />
        <Typed
          name="flow-tolerance"
          label="Flow may depart by"
          value={asked.flowTolerance}
          field={shareField}
          unit=""
          onPut={(flowTolerance) => put({ flowTolerance })}
        />
        <Typed
          name="head-tolerance"
          label="Head may depart by"
          value={asked.headTolerance}
          field={shareField}
          unit=""
          onPut={(headTolerance) => put({ headTolerance })}
        />
      </div>
    </>
  );
}

/** Of which type and for which mains. */
export function DutyChoices({ asked, onPut: put }: DutyEntriesProps) {
  return (
    <div className="grid grid-cols-2 gap-2">
      <Select
        label="Type of pump"
        value={asked.type}
        none="any type"
        options={PUMP_TYPES.map((t) => [t, spoken(t)])}
        onChange={(type) => put({ type })}
      />
      <Select
        label="Mains"
        value={asked.frequency}
        none="any mains"
        options={[
          ['50', '50 Hz'],
          ['60', '60 Hz'],
        ]}
        onChange={(frequency) => put({ frequency })}
      />
    </div>
  );
}

function written(si: number, dimension: 'flow' | 'head', d: Display): string {
  return `${Number(d.value(si, dimension).toPrecision(4))} ${d.typed(dimension)}`;
}

function Opener({ text, isOpen, onClick }: { text: string; isOpen: boolean; onClick: () => void }) {
  return (
    <button type="button" aria-expanded={isOpen} onClick={onClick} className="text-cedar text-left text-[12px] hover:underline">
      {text}
    </button>
  );
}

function Typed({
  name,
  label,
  value,
  field,
  unit,
  onPut,
  optional = false,
  placeholder,
}: {
  name: string;
  label: string;
  value: string;
  field: typeof flowField | typeof shareField;
  unit: string;
  onPut: (typed: string) => void;
  optional?: boolean;
  placeholder?: string;
}) {
  return (
    <TypedField
      label={label}
      name={name}
      value={value}
      read={(t) => readEntry(t, field, unit === '' ? '' : `1 ${unit}`)}
      onCommit={(v) =>
        onPut(v === undefined ? '' : field.type === 'number' ? `${Number((Number(v) * 100).toPrecision(6))} %` : String(v))
      }
      optional={optional}
      {...(placeholder ? { placeholder } : {})}
    />
  );
}
