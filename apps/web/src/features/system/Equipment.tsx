import { defaultOf, type Field, type Operation, type RawEntry } from '@cedar-knot/core';
import { DropdownMenu } from 'radix-ui';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import {
  BEGINNINGS,
  EQUIPMENT,
  fieldsOf,
  freeEquipmentId,
  putEquipment,
  usersOf,
  withTable,
  type EquipmentList,
} from '../../state/equipment.js';
import { Button } from '../../ui/controls.js';
import { inDisplayUnit, readEntry, usedText } from '../../state/entry.js';
import { TypedField } from '../../ui/TypedField.js';
import { useDisplay, useStudy } from '../context.js';
import { CurvePicture } from './CurvePicture.js';
import { RowsTable } from './RowsTable.js';
import { Select } from '../../ui/Select.js';

interface Chosen {
  list: EquipmentList;
  id: string;
}

/** The fluids, pumps and valves that the study carries with it, and their data. */
export function Equipment() {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const [picked, setPicked] = useState<Chosen | null>(null);
  const first = EQUIPMENT.flatMap(({ list }) => Object.keys(study[list] ?? {}).map((id) => ({ list, id })))[0];
  const chosen = picked && study[picked.list]?.[picked.id] ? picked : (first ?? null);
  const add = (list: EquipmentList, kind: string): void => {
    const id = freeEquipmentId(study, list, kind);
    if (change(`Add ${id}`, putEquipment(study, list, id, structuredClone(BEGINNINGS[list][kind]!.entry))))
      setPicked({ list, id });
  };
  return (
    <div className="flex min-h-0 flex-1">
      <nav aria-label="Fluids, pumps and valves" className="border-soft w-[236px] flex-none overflow-auto border-r py-1.5">
        {EQUIPMENT.map(({ list, name, one }) => (
          <section key={list} className="mb-1.5">
            <div className="flex h-[26px] items-center px-3">
              <h3 className="text-inkq text-[12px]">{name}</h3>
              <Add list={list} one={one} onAdd={(kind) => add(list, kind)} />
            </div>
            {Object.entries(study[list] ?? {}).map(([id, entry]) => {
              const isChosen = chosen?.list === list && chosen.id === id;
              return (
                <button
                  key={id}
                  type="button"
                  aria-pressed={isChosen}
                  onClick={() => setPicked({ list, id })}
                  className={`flex h-[27px] w-full items-center gap-2 px-3 text-left ${isChosen ? 'bg-wash font-semibold' : ''}`}
                >
                  <span className="min-w-0 flex-1 truncate">{typeof entry.name === 'string' ? entry.name : id}</span>
                  <span className="text-inkq max-w-[90px] truncate text-[11px] font-normal">
                    {usersOf(study, list, id).join(', ')}
                  </span>
                </button>
              );
            })}
          </section>
        ))}
      </nav>
      {chosen ? (
        <Entry key={`${chosen.list}.${chosen.id}`} {...chosen} entry={study[chosen.list]![chosen.id]!} />
      ) : (
        <p className="text-inkq p-4">Nothing stands here yet: add a fluid, a pump or a valve on the left.</p>
      )}
    </div>
  );
}

function Add({ list, one, onAdd }: { list: EquipmentList; one: string; onAdd: (kind: string) => void }) {
  const kinds = Object.entries(BEGINNINGS[list]);
  const className = 'text-cedar ml-auto flex h-[24px] items-center gap-1 text-[12px] hover:underline';
  const inside = (
    <>
      <Plus size={12} aria-hidden="true" /> Add a {one}
    </>
  );
  if (kinds.length === 1)
    return (
      <button type="button" className={className} onClick={() => onAdd(kinds[0]![0])}>
        {inside}
      </button>
    );
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={className}>{inside}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" className="panel z-50 min-w-[180px] p-1 shadow-[var(--shadow-lift)]">
          {kinds.map(([kind, { name }]) => (
            <DropdownMenu.Item
              key={kind}
              onSelect={() => onAdd(kind)}
              className="data-[highlighted]:bg-wash flex h-[28px] cursor-pointer items-center rounded-[3px] px-3 outline-none"
            >
              {name}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** all entries of one thing, made from the same table of fields that reads the file */
function Entry({ list, id, entry }: Chosen & { entry: RawEntry }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const fields = Object.entries(fieldsOf(list, entry)).filter(([key]) => key !== 'notes');
  const users = usersOf(study, list, id);
  const put = (path: readonly (string | number)[], value: unknown): void => {
    const operation: Operation = { op: 'set', path: [list, id, ...path], ...(value === undefined ? {} : { value }) };
    change(`${id} ${path.join(' ')}`, [operation]);
  };
  const tables = fields.filter(([, f]) => f.type === 'list');
  const typed = fields.filter(([, f]) => f.type !== 'list');
  return (
    <div className="flex min-w-0 flex-1 gap-6 overflow-auto px-4 py-2.5" data-equipment={id}>
      <div className="w-[330px] flex-none">
        <div className="flex h-[26px] items-center gap-3">
          <h3 className="text-[14px] font-semibold">{typeof entry.name === 'string' ? entry.name : id}</h3>
          <span className="text-inkq text-[12px]">{id}</span>
          <Button
            tone="bare"
            className="ml-auto !px-0"
            disabled={users.length > 0}
            title={users.length > 0 ? `${users.join(', ')} uses it` : undefined}
            onClick={() => change(`Take out ${id}`, [{ op: 'set', path: [list, id] }])}
          >
            Take out
          </Button>
        </div>
        <div className="grid grid-cols-3 gap-x-2 gap-y-1">
          {typed.map(([key, field]) =>
            field.type === 'record' ? (
              <fieldset key={key} className="border-soft col-span-3 mt-2 grid grid-cols-3 gap-x-2 gap-y-1 border-t pt-1">
                <legend className="text-inkq pr-2 text-[12px]">{field.label}</legend>
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
                onPut={(v) => (key === 'characteristic' ? put([], withTable(entry, v)) : put([key], v))}
              />
            ),
          )}
        </div>
      </div>
      <div className="flex min-w-0 flex-1 flex-col gap-3">
        {list === 'pumps' && <CurvePicture entry={entry} />}
        {list === 'valves' && <RecoveryTable entry={entry} onPut={(rows) => put(['flTable'], rows)} />}
        {tables.map(([key, f]) =>
          f.type !== 'list' ||
          (key === 'flTable' && entry.flTable === undefined) ||
          (key === 'curves' && entry.curve !== undefined) ||
          (key === 'curve' && entry.curves !== undefined) ||
          (key === 'table' && entry.characteristic !== 'table') ? null : key === 'curves' ? (
            <Diameters key={key} of={f.of} rows={(entry.curves ?? []) as RawEntry[]} onRows={(rows) => put(['curves'], rows)} />
          ) : (
            <RowsTable
              key={key}
              label={f.label ?? key}
              field={f}
              rows={(entry[key] ?? []) as RawEntry[]}
              onRows={(rows) => put([key], rows)}
            />
          ),
        )}
      </div>
    </div>
  );
}

/** one FL for all travels, or a table of it: the way from one to the other */
function RecoveryTable({ entry, onPut }: { entry: RawEntry; onPut: (rows: RawEntry[] | undefined) => void }) {
  const isTable = entry.flTable !== undefined;
  const fl = entry.fl ?? defaultOf(fieldsOf('valves', entry).fl!);
  const begin = [0.2, 1].map((travel): RawEntry => ({ travel, fl }));
  return (
    <button
      type="button"
      onClick={() => onPut(isTable ? undefined : begin)}
      className="text-cedar self-start text-[12px] hover:underline"
    >
      {isTable ? 'One FL for all travels' : 'Give FL over travel'}
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
      <div className="flex gap-1.5" role="group" aria-label="Made diameters">
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
        label={`Curve of Ø ${String(row.diameter)}`}
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
}: {
  name: string;
  field: Field;
  value: unknown;
  onPut: (value: unknown) => void;
}) {
  const display = useDisplay();
  const label = field.label ?? name;
  const isWide = field.type === 'text';
  if (field.type === 'choice')
    return (
      <label className="col-span-2 flex flex-col">
        <span className="text-inkq flex h-[24px] items-center text-[11.5px]">{label}</span>
        <Select
          label={label}
          value={value === undefined ? undefined : String(value)}
          options={field.values.map((v) => [v, v])}
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
      const count = least === most ? String(least) : `at least ${least}`;
      return right
        ? ({ ok: true, value: numbers.join(', ') } as const)
        : ({ ok: false, message: `Numbers from ${min} to ${max} with commas between them belong here, ${count}.` } as const);
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
  if (field.type !== 'quantity' && field.type !== 'number' && field.type !== 'text') return null;
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
      />
    </div>
  );
}
