import { quantityOf, readGround, type Ground, type GroundProblem, type RawEntry } from '@cedar-knot/core';
import { useState } from 'react';
import { setShared } from '../../state/address.js';
import { readTable } from '../../state/table.js';
import { Button, Modal } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { useDisplay, useStudy } from '../context.js';

const UNITS = ['m', 'km', 'ft', 'mi', 'yd'].map((u) => [u, u] as const);

/** Heights along a pipe: how many are there, and rows of a survey in their place. */
export function GroundRows({ id, seen }: { id: string; seen: RawEntry }) {
  const study = useStudy((s) => s.study);
  const change = useStudy((s) => s.change);
  const display = useDisplay();
  const [isOpen, setOpen] = useState(false);
  const rows = (seen.profile ?? []) as { distance: string; elevation: string }[];
  const heights = rows.map((r) => quantityOf(r.elevation, 'length') ?? NaN);
  const put = (label: string, value: unknown): void => void change(`${id} ${label}`, setShared(study, id, 'profile', value));
  const range = (of: (a: number, b: number) => number): string =>
    display.number(
      heights.reduce((a, b) => of(a, b)),
      'length',
      4,
    );
  return (
    <div className="text-[12px]">
      <p>
        {rows.length === 0 ? (
          <span className="text-inkq">It runs straight from end to end: no heights between.</span>
        ) : (
          <>
            <b className="font-semibold">{rows.length}</b> {rows.length === 1 ? 'height' : 'heights'} between, from{' '}
            {range(Math.min)} to {range(Math.max)} {display.unit('length')}
          </>
        )}
      </p>
      <div className="flex gap-3 pt-0.5">
        <button type="button" className="text-cedar hover:underline" onClick={() => setOpen(true)}>
          Paste or read rows …
        </button>
        {rows.length > 0 && (
          <button type="button" className="text-cedar hover:underline" onClick={() => put('ground left out', undefined)}>
            Leave them out
          </button>
        )}
      </div>
      {isOpen && (
        <GroundDialog
          id={id}
          length={quantityOf(seen.length, 'length')}
          onClose={() => setOpen(false)}
          onTake={(next) => {
            put('ground rows', next);
            setOpen(false);
          }}
        />
      )}
    </div>
  );
}

const SAID: Readonly<Record<GroundProblem['reason'], (found: string) => string>> = {
  'not-number': (f) => `"${f}" is no number`,
  'not-rising': (f) => `${f} does not lie beyond the row before`,
  beyond: (f) => `${f} lies outside this pipe and is left out`,
  'too-many': (f) => `${f} rows are more than a pipe takes`,
  empty: () => 'no rows yet',
};

function GroundDialog({
  id,
  length,
  onClose,
  onTake,
}: {
  id: string;
  length: number | undefined;
  onClose: () => void;
  onTake: (rows: Ground['rows']) => void;
}) {
  const display = useDisplay();
  const [text, setText] = useState('');
  const [units, setUnits] = useState<{ distance?: string; elevation?: string; decimal?: '.' | ',' }>({});
  const [begin, setBegin] = useState('');
  const counted = quantityOf(begin.trim(), 'length');
  const ground = readGround(readTable(text), {
    ...units,
    ...(length === undefined ? {} : { length }),
    ...(counted === undefined ? {} : { begin: counted }),
  });
  const isEmpty = text.trim() === '';
  const lacking = !isEmpty && (ground.distance.unit === undefined || ground.elevation.unit === undefined);
  const wrong = isEmpty ? [] : ground.problems;
  const last = ground.rows.at(-1);
  return (
    <Modal open onClose={onClose} title={`Ground along ${id}`} wide>
      <p className="text-inkq mb-2">
        Two columns, distance and elevation, with their units in the head: <code>distance [km]; elevation [m]</code>. Paste them
        from a spreadsheet, or read a file.
      </p>
      <textarea
        aria-label="Rows of the ground"
        value={text}
        onChange={(e) => setText(e.target.value)}
        spellCheck={false}
        rows={8}
        placeholder={'distance [km]\televation [m]\n0.5\t12.4\n1.0\t15.1'}
        className="border-edge mb-2 w-full rounded-[3px] border px-2 py-1 font-mono text-[12px]"
      />
      <div className="mb-2 flex flex-wrap items-end gap-3 text-[12px]">
        <label className="flex flex-col">
          <span className="text-inkq">a file, CSV or text</span>
          <input
            type="file"
            accept=".csv,.txt,.tsv"
            aria-label="File with the ground"
            onChange={(e) => void e.target.files?.[0]?.text().then(setText)}
          />
        </label>
        <UnitOf label="distance in" value={ground.distance.unit} onChange={(distance) => setUnits({ ...units, distance })} />
        <UnitOf label="elevation in" value={ground.elevation.unit} onChange={(elevation) => setUnits({ ...units, elevation })} />
        <label className="flex flex-col">
          <span className="text-inkq">the pipe begins at</span>
          <input
            aria-label="Distance at which the pipe begins"
            value={begin}
            placeholder="0 km"
            onChange={(e) => setBegin(e.target.value)}
            className="border-edge h-[26px] w-[92px] rounded-[3px] border px-1.5"
          />
        </label>
      </div>
      {lacking && <p className="text-fails mb-1">▲ The head names no unit: choose those of distance and elevation.</p>}
      {ground.isDecimalUnsure && (
        <p className="text-fails mb-1">
          ▲ A comma stands before three digits everywhere. It is{' '}
          <button type="button" className="underline" onClick={() => setUnits({ ...units, decimal: ',' })}>
            the decimal sign
          </button>{' '}
          or{' '}
          <button type="button" className="underline" onClick={() => setUnits({ ...units, decimal: '.' })}>
            parts thousands
          </button>
          .
        </p>
      )}
      {wrong.slice(0, 4).map((p) => (
        <p key={`${p.row}${p.reason}`} className={p.reason === 'beyond' ? 'text-inkq' : 'text-fails'}>
          {p.reason === 'beyond' ? '' : '▲ '}row {p.row}: {SAID[p.reason](p.found)}
        </p>
      ))}
      {wrong.length > 4 && <p className="text-inkq">and {wrong.length - 4} more</p>}
      <div className="mt-3 flex items-center justify-end gap-2">
        <span className="text-inkq mr-auto text-[12px]">
          {last &&
            `up to ${last.distance}${length === undefined ? '' : ` of ${display.number(length, 'length', 5)} ${display.unit('length')}`}`}
        </span>
        <Button onClick={onClose}>Leave it</Button>
        <Button tone="main" disabled={ground.rows.length === 0} onClick={() => onTake(ground.rows)}>
          Take {ground.rows.length} {ground.rows.length === 1 ? 'row' : 'rows'}
        </Button>
      </div>
    </Modal>
  );
}

function UnitOf({ label, value, onChange }: { label: string; value: string | undefined; onChange: (unit: string) => void }) {
  return (
    <div className="flex flex-col">
      <span className="text-inkq">{label}</span>
      <Select label={label} value={value} options={UNITS} onChange={(v) => v && onChange(v)} className="w-[84px]" />
    </div>
  );
}
