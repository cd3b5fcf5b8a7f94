import { quantityOf, readGround, type Ground, type GroundProblem, type RawEntry } from '@cedar-knot/core';
import { useState } from 'react';
import { setShared } from '../../state/address.js';
import { readTable } from '../../state/table.js';
import { Button, Modal } from '../../ui/controls.js';
import { Select } from '../../ui/Select.js';
import { useDisplay, useStudy } from '../context.js';
import { msg } from './words.js';

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
          <span className="text-inkq">{msg('view.system.straightFromEndToEnd')}</span>
        ) : (
          <>
            <b className="font-semibold">{rows.length}</b>{' '}
            {msg('view.system.elevationsBetween', {
              count: rows.length,
              range: range(Math.min),
              range2: range(Math.max),
              unit: display.unit('length'),
            })}
          </>
        )}
      </p>
      <div className="flex gap-3 pt-0.5">
        <button type="button" className="text-cedar hover:underline" onClick={() => setOpen(true)}>
          {msg('view.system.pasteOrReadRows')}
        </button>
        {rows.length > 0 && (
          <button
            type="button"
            className="text-cedar hover:underline"
            onClick={() => put(msg('view.system.removeGroundProfile'), undefined)}
          >
            {msg('view.system.remove3')}
          </button>
        )}
      </div>
      {isOpen && (
        <GroundDialog
          id={id}
          length={quantityOf(seen.length, 'length')}
          onClose={() => setOpen(false)}
          onTake={(next) => {
            put(msg('view.system.groundRows'), next);
            setOpen(false);
          }}
        />
      )}
    </div>
  );
}

const SAID: Readonly<Record<GroundProblem['reason'], (found: string) => string>> = {
  'not-number': (f) => msg('view.system.isNotANumber', { f }),
  'not-rising': (f) => msg('view.system.isNotBeyondTheRow', { f }),
  beyond: (f) => msg('view.system.isOutsideThisPipeSkipped', { f }),
  'too-many': (f) => msg('view.system.rowsMoreThanAPipe', { f }),
  empty: () => msg('view.system.noRowsYet'),
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
    <Modal open onClose={onClose} title={msg('view.system.groundAlong', { id })} wide>
      <p className="text-inkq mb-2">
        {msg('view.system.twoColumnsDistanceAndElevation')} <code>{msg('view.system.distanceKmElevationM')}</code>
        {msg('view.system.pasteThemFromASpreadsheet')}
      </p>
      <textarea
        aria-label={msg('view.system.rowsOfTheGround')}
        value={text}
        onChange={(e) => setText(e.target.value)}
        spellCheck={false}
        rows={8}
        placeholder={msg('view.system.distanceKmElevationM0')}
        className="border-edge mb-2 w-full rounded-[3px] border px-2 py-1 font-mono text-[12px]"
      />
      <div className="mb-2 flex flex-wrap items-end gap-3 text-[12px]">
        <label className="flex flex-col">
          <span className="text-inkq">{msg('view.system.aFileCsvOrText')}</span>
          <input
            type="file"
            accept=".csv,.txt,.tsv"
            aria-label={msg('view.system.fileWithTheGround')}
            onChange={(e) => void e.target.files?.[0]?.text().then(setText)}
          />
        </label>
        <UnitOf
          label={msg('view.system.distanceIn')}
          value={ground.distance.unit}
          onChange={(distance) => setUnits({ ...units, distance })}
        />
        <UnitOf
          label={msg('view.system.elevationIn')}
          value={ground.elevation.unit}
          onChange={(elevation) => setUnits({ ...units, elevation })}
        />
        <label className="flex flex-col">
          <span className="text-inkq">{msg('view.system.pipeBeginsAt')}</span>
          <input
            aria-label={msg('view.system.distanceAtWhichThePipe')}
            value={begin}
            placeholder="0 km"
            onChange={(e) => setBegin(e.target.value)}
            className="border-edge h-[26px] w-[92px] rounded-[3px] border px-1.5"
          />
        </label>
      </div>
      {lacking && <p className="text-fails mb-1">{msg('view.system.noUnitsInTheHeader')}</p>}
      {ground.isDecimalUnsure && (
        <p className="text-fails mb-1">
          {msg('view.system.everyCommaIsFollowedBy')}
          <button type="button" className="underline" onClick={() => setUnits({ ...units, decimal: ',' })}>
            {msg('view.system.theDecimalSign')}
          </button>{' '}
          {msg('view.system.or')}
          <button type="button" className="underline" onClick={() => setUnits({ ...units, decimal: '.' })}>
            {msg('view.system.theThousandsSeparator')}
          </button>
          .
        </p>
      )}
      {wrong.slice(0, 4).map((p) => (
        <p key={`${p.row}${p.reason}`} className={p.reason === 'beyond' ? 'text-inkq' : 'text-fails'}>
          {msg('view.system.row', { value: p.reason === 'beyond' ? '' : '▲ ', row: p.row, sAIDpreason: SAID[p.reason](p.found) })}
        </p>
      ))}
      {wrong.length > 4 && <p className="text-inkq">{msg('view.system.andMore2', { count: wrong.length - 4 })}</p>}
      <div className="mt-3 flex items-center justify-end gap-2">
        <span className="text-inkq mr-auto text-[12px]">
          {last &&
            msg('view.system.upTo', {
              distance: last.distance,
              value:
                length === undefined
                  ? ''
                  : msg('view.system.of4', { length: display.number(length, 'length', 5), unit: display.unit('length') }),
            })}
        </span>
        <Button onClick={onClose}>{msg('view.system.cancel2')}</Button>
        <Button tone="main" disabled={ground.rows.length === 0} onClick={() => onTake(ground.rows)}>
          {msg('view.system.addRows2', { count: ground.rows.length })}
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
