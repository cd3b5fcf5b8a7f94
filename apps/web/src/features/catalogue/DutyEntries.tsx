import { headOf, STANDARD_GRAVITY, WATER_AT_20_DENSITY, type Facets } from '@cedar-knot/core';
import { useState } from 'react';

import { readEntry } from '../../state/entry.js';
import { flowField, headField, npshField, shareField, staticField } from '../../state/quantities.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, type Display } from '../context.js';
import type { Asked } from './duty.js';
import { FlowEstimator, HeadEstimator } from './Estimators.js';
import { SearchFilters } from '../entry/SearchFilters.js';
import { msg } from './words.js';

interface DutyEntriesProps {
  asked: Asked;
  onPut: (more: Partial<Asked>) => void;
}

type TypedKey = Exclude<keyof Asked, 'filter'>;

interface Entry {
  key: TypedKey;
  label: string;
  field: typeof flowField | typeof shareField;
  dimension?: 'flow' | 'head';
  /** what an empty field stands for */
  placeholder?: string;
}

const DUTY: readonly Entry[] = [
  { key: 'flow', label: msg('app.flow2'), field: flowField, dimension: 'flow' },
  { key: 'head', label: msg('view.catalogue.headAtThatFlow'), field: headField, dimension: 'head' },
];
const NEARNESS: readonly Entry[] = [
  {
    key: 'staticHead',
    label: msg('view.catalogue.staticHead'),
    field: staticField,
    dimension: 'head',
    placeholder: msg('view.catalogue.readAtTheFlow'),
  },
  { key: 'npsha', label: 'NPSHA', field: npshField, dimension: 'head', placeholder: msg('view.catalogue.notRequired') },
  { key: 'flowTolerance', label: msg('view.catalogue.flowTolerance'), field: shareField },
  { key: 'headTolerance', label: msg('view.catalogue.headTolerance'), field: shareField },
];

/** Flow and head of a duty, typed or reckoned, and how near a pump has to come to them. */
export function DutyEntries({ asked, onPut: put }: DutyEntriesProps) {
  const display = useDisplay();
  const [estimate, setEstimate] = useState<'flow' | 'head' | null>(null);
  const opener = (of: 'flow' | 'head') => (
    <Opener
      text={msg('view.catalogue.estimate', { of_: of })}
      isOpen={estimate === of}
      onClick={() => setEstimate(estimate === of ? null : of)}
    />
  );
  const typed = (e: Entry) => <Typed key={e.key} entry={e} value={asked[e.key]} onPut={(text) => put({ [e.key]: text })} />;
  return (
    <>
      <div className="grid grid-cols-2 gap-x-2 gap-y-1">
        {DUTY.map(typed)}
        {opener('flow')}
        {opener('head')}
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
      <div className="grid grid-cols-2 gap-x-2 gap-y-1">{NEARNESS.map(typed)}</div>
    </>
  );
}

/** By what a pump is narrowed: type, mains, liquid, material. */
export function DutyChoices({ asked, onPut: put, facets }: DutyEntriesProps & { facets: Facets | undefined }) {
  return (
    <div className="grid grid-cols-2 gap-2">
      <SearchFilters facets={facets} filter={asked.filter} onFilter={(filter) => put({ filter })} />
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

function Typed({ entry, value, onPut }: { entry: Entry; value: string; onPut: (typed: string) => void }) {
  const display = useDisplay();
  const { key, label, field, dimension, placeholder } = entry;
  const given = dimension ? `1 ${display.typed(dimension)}` : '';
  return (
    <TypedField
      label={label}
      name={key.replace(/[A-Z]/g, (l) => `-${l.toLowerCase()}`)}
      value={value}
      read={(t) => readEntry(t, field, given)}
      onCommit={(v) =>
        onPut(v === undefined ? '' : field.type === 'number' ? `${Number((Number(v) * 100).toPrecision(6))} %` : String(v))
      }
      optional={placeholder !== undefined}
      {...(placeholder ? { placeholder } : {})}
    />
  );
}
