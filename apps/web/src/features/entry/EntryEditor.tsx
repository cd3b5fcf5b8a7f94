import { defaultOf, type Field, type Fields, type ListField, type RawEntry } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { useState } from 'react';
import { inDisplayUnit, readEntry, usedText } from '../../state/entry.js';
import { withTable } from '../../state/equipment.js';
import { Button } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay } from '../context.js';
import { RowsTable } from './RowsTable.js';
import { SweepThis } from './SweepThis.js';
import { ExplainEntry } from '../help/Explain.js';
import { msg } from './words.js';

/** Where an entry is changed: a path in it and its new value, or that it goes. */
export type Put = (path: readonly (string | number)[], value: unknown) => void;

/** what is not typed here: notes have their place, where an entry was taken from is kept by itself */
const NOT_TYPED = new Set(['notes', 'from']);

const typedFields = (fields: Fields): [string, Field][] => Object.entries(fields).filter(([key]) => !NOT_TYPED.has(key));

/** All entries of one thing but its tables, made from the same table of fields that reads the file. */
export function EntryFields({
  fields,
  entry,
  onPut: put,
  of,
}: {
  fields: Fields;
  entry: RawEntry;
  onPut: Put;
  /** id of the entry in the open study, where its numbers can be swept */
  of?: string;
}) {
  return (
    <div className="grid grid-cols-3 gap-x-2 gap-y-1">
      {typedFields(fields)
        .filter(([, f]) => f.type !== 'list')
        .map(([key, field]) =>
          field.type === 'record' ? (
            <fieldset key={key} className="border-soft col-span-3 mt-2 grid grid-cols-3 gap-x-2 gap-y-1 border-t pt-1">
              <legend className="text-inkq pr-2 text-[12px]">{field.label && said(field.label)}</legend>
              {Object.entries(field.fields).map(([inner, f]) => (
                <OneField
                  key={inner}
                  name={`${key}.${inner}`}
                  field={f}
                  value={(entry[key] as RawEntry | undefined)?.[inner]}
                  onPut={(v) => (entry[key] ? put([key, inner], v) : put([key], { [inner]: v }))}
                />
              ))}
            </fieldset>
          ) : (
            <OneField
              key={key}
              name={key}
              field={field}
              value={entry[key]}
              of={of}
              onPut={(v) => (key === 'characteristic' ? put([], withTable(entry, v)) : put([key], v))}
            />
          ),
        )}
    </div>
  );
}

/** The tables of one thing: its curves by diameter, Kv and FL over travel. */
export function EntryTables({ fields, entry, onPut: put }: { fields: Fields; entry: RawEntry; onPut: Put }) {
  return typedFields(fields).map(([key, f]) =>
    f.type === 'quantity' && f.rows && Array.isArray(entry[key]) ? (
      <OverTemperature key={key} field={f.rows} rows={entry[key] as RawEntry[]} onRows={(rows) => put([key], rows)} />
    ) : f.type === 'list' && key === 'ratingTable' ? (
      <OverTemperature key={key} field={f} rows={entry[key] as RawEntry[] | undefined} onRows={(rows) => put([key], rows)} />
    ) : f.type !== 'list' ||
      (key === 'flTable' && entry.flTable === undefined) ||
      (key === 'curves' && entry.curve !== undefined) ||
      (key === 'curve' && entry.curves !== undefined) ||
      (key === 'table' && entry.characteristic !== 'table' && entry.table === undefined) ? null : key === 'curves' ? (
      <Diameters key={key} of={f.of} rows={(entry.curves ?? []) as RawEntry[]} onRows={(rows) => put(['curves'], rows)} />
    ) : key === 'viscosities' && !f.required ? (
      <Measured key={key} field={f} rows={entry[key] as RawEntry[] | undefined} onRows={(rows) => put([key], rows)} />
    ) : (
      <RowsTable
        key={key}
        label={said(f.label ?? key)}
        field={f}
        rows={(entry[key] ?? []) as RawEntry[]}
        onRows={(rows) => put([key], rows)}
      />
    ),
  );
}

/** what a part may hold over temperature, or none */
export function OverTemperature({
  field,
  rows,
  onRows,
}: {
  field: ListField;
  rows: readonly RawEntry[] | undefined;
  onRows: (rows: RawEntry[] | undefined) => void;
}) {
  const begin = [
    { temperature: '50 C', pressure: '16 bar(g)' },
    { temperature: '120 C', pressure: '14 bar(g)' },
  ];
  const label = said(field.label ?? msg('view.entry.overTemperature'));
  return (
    <>
      {rows && <RowsTable label={label} field={field} rows={rows} onRows={onRows} />}
      <button
        type="button"
        onClick={() => onRows(rows ? undefined : begin)}
        className="text-cedar self-start text-[12px] hover:underline"
      >
        {rows ? msg('view.entry.removeThisTable') : msg('view.entry.enterA', { label: label.toLowerCase() })}
      </button>
    </>
  );
}

/** viscosities that were measured, in place of a correlation; or none */
function Measured({
  field,
  rows,
  onRows,
}: {
  field: Extract<Field, { type: 'list' }>;
  rows: readonly RawEntry[] | undefined;
  onRows: (rows: RawEntry[] | undefined) => void;
}) {
  const begin = [
    { temperature: '20 C', kinematicViscosity: '20 cSt' },
    { temperature: '50 C', kinematicViscosity: '8 cSt' },
  ];
  return (
    <>
      {rows && <RowsTable label={said(field.label ?? msg('view.entry.viscosities'))} field={field} rows={rows} onRows={onRows} />}
      <button
        type="button"
        onClick={() => onRows(rows ? undefined : begin)}
        className="text-cedar self-start text-[12px] hover:underline"
      >
        {rows ? msg('view.entry.useGravityInstead') : msg('view.entry.enterTwoMeasuredViscosities')}
      </button>
    </>
  );
}

/** one FL for all travels, or a table of it: the way from one to the other */
export function RecoveryTable({
  fields,
  entry,
  onPut,
}: {
  fields: Fields;
  entry: RawEntry;
  onPut: (rows: RawEntry[] | undefined) => void;
}) {
  const isTable = entry.flTable !== undefined;
  const fl = entry.fl ?? defaultOf(fields.fl!);
  const begin = [0.2, 1].map((travel): RawEntry => ({ travel, fl }));
  return (
    <button
      type="button"
      onClick={() => onPut(isTable ? undefined : begin)}
      className="text-cedar self-start text-[12px] hover:underline"
    >
      {isTable ? msg('view.entry.useOneFlForAll') : msg('view.entry.enterFlOverTravel')}
    </button>
  );
}

/** the curve of each made diameter */
function Diameters({
  of,
  rows,
  onRows,
}: {
  of: Readonly<Record<string, Field>>;
  rows: readonly RawEntry[];
  onRows: (rows: RawEntry[]) => void;
}) {
  const [at, setAt] = useState(0);
  const curve = of.curve;
  const row = rows[Math.min(at, rows.length - 1)];
  if (!row || curve?.type !== 'list') return null;
  const index = rows.indexOf(row);
  return (
    <>
      <div className="flex gap-1.5" role="group" aria-label={msg('view.entry.availableDiameters')}>
        {rows.map((r, i) => (
          <Button
            key={i}
            className={`!h-[24px] ${i === index ? 'bg-wash font-semibold' : ''}`}
            aria-pressed={i === index}
            onClick={() => setAt(i)}
          >
            Ø {String(r.diameter)}
          </Button>
        ))}
      </div>
      <RowsTable
        key={index}
        label={msg('view.entry.curveOfDiameter', { diameter: String(row.diameter) })}
        field={curve}
        rows={(row.curve ?? []) as RawEntry[]}
        onRows={(next) => onRows(rows.map((r, i) => (i === index ? { ...r, curve: next } : r)))}
      />
    </>
  );
}

function OneField({
  name,
  field,
  value,
  onPut,
  of,
}: {
  of?: string | undefined;
  name: string;
  field: Field;
  value: unknown;
  onPut: (value: unknown) => void;
}) {
  const display = useDisplay();
  const label = said(field.label ?? name);
  const isWide = field.type === 'text';
  if (field.type === 'choice')
    return (
      <label className="col-span-2 flex flex-col">
        <span className="text-inkq flex h-[24px] items-center text-[11.5px]">{label}</span>
        <Select
          label={label}
          value={value === undefined ? undefined : String(value)}
          options={field.values.map((v) => [v, said(field.words?.[v] ?? v)])}
          onChange={onPut}
        />
      </label>
    );
  if (field.type === 'numbers') {
    const text = Array.isArray(value) ? value.join(', ') : '';
    const { least, most, min, max } = field;
    const read = (typed: string) => {
      const numbers = typed.split(/[,;]/).map((t) => (t.trim() === '' ? NaN : Number(t)));
      const right = numbers.length >= least && numbers.length <= most && numbers.every((x) => x >= min && x <= max);
      const count = least === most ? String(least) : msg('view.entry.atLeast', { least });
      return right
        ? ({ ok: true, value: numbers.join(', ') } as const)
        : ({ ok: false, message: msg('view.entry.expectedNumbersFromToSeparated', { min, max, count }) } as const);
    };
    return (
      <div className="col-span-2">
        <TypedField
          label={label}
          name={name}
          value={text}
          read={read}
          onCommit={(v) => onPut(v === undefined ? undefined : String(v).split(',').map(Number))}
          optional
        />
      </div>
    );
  }
  if (field.type === 'texts')
    return (
      <div className="col-span-3">
        <TypedField
          label={label}
          name={name}
          value={Array.isArray(value) ? value.join(', ') : ''}
          read={(typed) => ({ ok: true, value: typed })}
          onCommit={(v) => onPut(v === undefined ? undefined : wordsIn(String(v)))}
          optional
          isText
        />
      </div>
    );
  if (field.type === 'boolean')
    return (
      <label className="flex h-[48px] items-end gap-1.5 pb-1 text-[12px]">
        <input type="checkbox" checked={value === true} onChange={(e) => onPut(e.target.checked ? true : undefined)} />
        {label}
      </label>
    );
  if (field.type !== 'quantity' && field.type !== 'number' && field.type !== 'text') return null;
  // as rows it stands among the tables
  if (field.type === 'quantity' && Array.isArray(value)) return null;
  const series = field.type === 'number' ? field.series : undefined;
  if (series !== undefined && Array.isArray(value))
    return (
      <div className="col-span-2">
        <TypedField
          label={msg('view.entry.at5075100Load', { label })}
          name={name}
          value={value.join(', ')}
          read={(typed) => readSeries(typed, field, series)}
          onCommit={(v) => onPut(v === undefined ? undefined : seriesOf(String(v)))}
          optional
        />
      </div>
    );
  return (
    <div className={isWide ? 'col-span-3' : ''}>
      <TypedField
        label={label}
        name={name}
        value={value === undefined ? '' : String(value)}
        placeholder={usedText(field, undefined, display.system)}
        read={(typed) => readEntry(typed, field, value ?? inDisplayUnit(field, display.system), display.system)}
        onCommit={onPut}
        optional={!field.required}
        isText={isWide}
        mark={
          <>
            <ExplainEntry name={name} />
            {of !== undefined && field.type !== 'text' && <SweepThis address={`${of}.${name}`} label={`${of} ${label}`} />}
          </>
        }
      />
    </div>
  );
}

const wordsIn = (typed: string): string[] =>
  typed
    .split(/[,;]/)
    .map((t) => t.trim())
    .filter(Boolean);

/** one value for all loads, or one for each of them */
function seriesOf(typed: string): number | number[] {
  const [first, ...others] = wordsIn(typed).map(Number);
  return others.length === 0 ? first! : [first!, ...others];
}

function readSeries(typed: string, field: Field, count: number) {
  const parts = wordsIn(typed);
  if (parts.length !== 1 && parts.length !== count)
    return { ok: false, message: msg('view.entry.expectedOneValueOrSeparated', { count }) } as const;
  const wrong = parts.map((p) => readEntry(p, field, '')).find((r) => !r.ok);
  return wrong && !wrong.ok ? { ok: false as const, message: wrong.message } : { ok: true as const, value: typed };
}
