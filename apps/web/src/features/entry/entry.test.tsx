import { fluidKind, PUMP_ENTRY_FIELDS, VALVE_ENTRY_FIELDS, type RawEntry } from '@cedar-knot/core';
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import type { TableField } from '../../state/equipment.js';
import { open, pumpedStudy, show } from '../../test/open.js';
import { EntryFields, EntryTables, RecoveryTable } from './EntryEditor.js';
import { RowsTable } from './RowsTable.js';

afterEach(cleanup);

const CURVE = PUMP_ENTRY_FIELDS.curve as TableField;
const START: RawEntry[] = [
  { flow: '0 m3/h', head: '50 m' },
  { flow: '30 m3/h', head: '46 m', efficiency: 0.6 },
  { flow: '60 m3/h', head: '38 m', efficiency: 0.7 },
];

/** a table that keeps what it takes */
function Kept({ field, start, seen }: { field: TableField; start: RawEntry[]; seen: (rows: RawEntry[]) => void }) {
  const [rows, setRows] = useState(start);
  return (
    <RowsTable
      label="Curve"
      field={field}
      rows={rows}
      onRows={(next) => {
        seen(next);
        setRows(next);
      }}
    />
  );
}

describe('a table of rows', () => {
  let rows: RawEntry[] = [];
  const table = (start = START, field = CURVE): void => {
    rows = start;
    render(<Kept field={field} start={start} seen={(r) => (rows = r)} />);
  };
  const cell = (r: number, c: number): HTMLInputElement => document.querySelector(`[data-cell="${r}-${c}"]`)!;
  const put = (r: number, c: number, text: string): void => {
    fireEvent.change(cell(r, c), { target: { value: text } });
    fireEvent.blur(cell(r, c));
  };
  const alert = (): string | null => screen.queryByRole('alert')?.textContent ?? null;

  test('a number takes the unit of its column, a typed unit stays, an empty cell takes the entry away', () => {
    table();
    expect(cell(1, 0).value).toBe('30');
    put(1, 0, '32,5');
    expect(rows[1]!.flow).toBe('32.5 m3/h');
    put(2, 1, '125 ft');
    expect(rows[2]!.head).toBe('125 ft');
    put(2, 2, '');
    expect(rows[2]).not.toHaveProperty('efficiency');
    expect(alert()).toBeNull();
  });

  test('what cannot stand is said and not taken: another dimension, a row that does not rise, one that lacks its head', () => {
    table();
    put(1, 0, '3 kW');
    expect(alert()).toMatch(/power/);
    put(1, 0, '70');
    expect(alert()).toMatch(/Row 3: .* must be greater/);
    put(1, 1, '');
    expect(alert()).toMatch(/Row 2: head is missing/);
    expect(rows).toBe(START);
    put(1, 0, '35');
    expect(alert()).toBeNull();
    expect(rows[1]!.flow).toBe('35 m3/h');
  });

  test('a block from a spreadsheet goes in from its cell on; further rows are made, what is no number is named by its row', () => {
    table();
    const clipboardData = { getData: () => '20\t48\t0,5\r\n40\tmuch\t0.65\r\n60\t38\t0.7\r\n80\t28\t0.6\r\n' };
    fireEvent.paste(cell(1, 0), { clipboardData });
    expect(rows.map((r) => [r.flow, r.head, r.efficiency])).toEqual([
      ['0 m3/h', '50 m', undefined],
      ['20 m3/h', '48 m', 0.5],
      // its head stays what it was
      ['40 m3/h', '38 m', 0.65],
      ['60 m3/h', '38 m', 0.7],
      ['80 m3/h', '28 m', 0.6],
    ]);
    expect(alert()).toMatch(/^▲ Not accepted: row 3: .*"much/);
    // a single value is a plain paste of the browser's
    const plain = { getData: () => '7' };
    expect(fireEvent.paste(cell(0, 0), { clipboardData: plain })).toBe(true);
  });

  test('a row more stands a tenth beyond the last; taken out, it is gone, but not below the least', async () => {
    table();
    await userEvent.click(screen.getByRole('button', { name: 'Add a row' }));
    expect(rows[3]).toEqual({ flow: '66 m3/h', head: '38 m', efficiency: 0.7 });
    for (const row of ['4', '3']) await userEvent.click(screen.getByRole('button', { name: `Remove row ${row}` }));
    expect(rows).toHaveLength(2);
    for (let i = 0; i < CURVE.least; i++) await userEvent.click(screen.getByRole('button', { name: 'Remove row 1' }));
    expect(alert()).toBe(`▲ At least ${CURVE.least} rows required.`);
    expect(rows).toHaveLength(CURVE.least);
  });

  test('at the end of a travel the row more stands between the last two', async () => {
    table([{ travel: 0.5, kv: 20 }, { travel: 1, kv: 80 }], VALVE_ENTRY_FIELDS.table as TableField); // prettier-ignore
    await userEvent.click(screen.getByRole('button', { name: 'Add a row' }));
    expect(rows).toEqual([{ travel: 0.5, kv: 20 }, { travel: 0.75, kv: 50 }, { travel: 1, kv: 80 }]); // prettier-ignore
  });

  test('arrows go from row to row in their column', () => {
    table();
    cell(0, 1).focus();
    fireEvent.keyDown(cell(0, 1), { key: 'ArrowDown' });
    expect(document.activeElement).toBe(cell(1, 1));
    fireEvent.keyDown(cell(1, 1), { key: 'ArrowUp' });
    expect(document.activeElement).toBe(cell(0, 1));
    fireEvent.keyDown(cell(0, 1), { key: 'ArrowUp' });
    expect(document.activeElement).toBe(cell(0, 1));
  });
});

describe('the entries of a thing', () => {
  const fields = async (of: Parameters<typeof EntryFields>[0]['fields'], entry: RawEntry) => {
    const opened = await open(pumpedStudy());
    const put = jest.fn();
    show(opened, <EntryFields fields={of} entry={entry} onPut={put} />);
    return put;
  };
  const type = async (label: string | RegExp, text: string): Promise<void> => {
    await userEvent.clear(screen.getByLabelText(label));
    await userEvent.type(screen.getByLabelText(label), `${text}{Enter}`);
  };

  test('each is typed as its field takes it, numbers in their place in a record too, and refused with what belongs there', async () => {
    const put = await fields(PUMP_ENTRY_FIELDS, { name: 'Hollin', speed: '2950 rpm', motor: { ratedPower: '18.5 kW', efficiency: [0.9, 0.92, 0.92] } }); // prettier-ignore
    await type('Speed of the curve', '1450');
    expect(put).toHaveBeenLastCalledWith(['speed'], '1450 rpm');
    await type(/rated power/i, '22');
    expect(put).toHaveBeenLastCalledWith(['motor', 'ratedPower'], '22 kW');
    const series = screen.getByLabelText(/at 50, 75, 100 % load/);
    await userEvent.clear(series);
    await userEvent.type(series, '0.9, 0.92{Enter}');
    expect(screen.getByText(/Expected: one value, or 3 separated by commas/)).toBeTruthy();
    await userEvent.clear(series);
    await userEvent.type(series, '0.91, 0.93, 0.94{Enter}');
    expect(put).toHaveBeenLastCalledWith(['motor', 'efficiency'], [0.91, 0.93, 0.94]);
    const before = put.mock.calls.length;
    await type('Speed of the curve', '3 bar');
    expect(put).toHaveBeenCalledTimes(before);
    expect(screen.getByText(/is a pressure. Expected: a speed/)).toBeTruthy();
  });

  test('a record that is not there yet begins with its first entry; words are kept as a list', async () => {
    const put = await fields(PUMP_ENTRY_FIELDS, { name: 'Hollin' });
    await type(/rated power/i, '22 kW');
    expect(put).toHaveBeenLastCalledWith(['motor'], { ratedPower: '22 kW' });
    await type(/^liquids/i, 'clean water; drainage,');
    expect(put).toHaveBeenLastCalledWith(['liquids'], ['clean water', 'drainage']);
  });

  test('choosing a characteristic by table brings one', async () => {
    const put = await fields(VALVE_ENTRY_FIELDS, { name: 'GX', ratedKv: 90 });
    await userEvent.click(screen.getByRole('combobox', { name: /characteristic/i }));
    await userEvent.click(screen.getByRole('option', { name: 'table' }));
    expect(put).toHaveBeenLastCalledWith([], expect.objectContaining({ characteristic: 'table', table: [{ travel: 0, kv: 0 }, { travel: 1, kv: 90 }] })); // prettier-ignore
  });

  test('what a liquid is made of is asked by its kind, and an empty field shows what will be used', async () => {
    const kind = fluidKind('water')!;
    await fields(kind.fields, { kind: 'water' });
    expect(screen.queryByLabelText('Speed of the curve')).toBeNull();
    await fields(VALVE_ENTRY_FIELDS, { name: 'GX' });
    expect(screen.getByLabelText(/^rangeability/i).getAttribute('placeholder')).toBe(String((VALVE_ENTRY_FIELDS.rangeability as { default: number }).default)); // prettier-ignore
  });
});

test('the tables of a pump with several diameters: one is looked at, and only that one is changed', async () => {
  const opened = await open(pumpedStudy());
  const put = jest.fn();
  const curve = (head: number): RawEntry[] => [0, 30, 60].map((q) => ({ flow: `${q} m3/h`, head: `${head - q / 10} m` }));
  const entry = { curves: [{ diameter: '180 mm', curve: curve(40) }, { diameter: '200 mm', curve: curve(50) }] }; // prettier-ignore
  show(opened, <EntryTables fields={PUMP_ENTRY_FIELDS} entry={entry} onPut={put} />);
  await userEvent.click(screen.getByRole('button', { name: 'Ø 200 mm' }));
  const head = within(screen.getByRole('table', { name: 'Curve of Ø 200 mm' })).getByLabelText('Head, row 1');
  act(() => {
    fireEvent.change(head, { target: { value: '52' } });
    fireEvent.blur(head);
  });
  expect(put).toHaveBeenCalledWith(['curves'], [entry.curves[0], { diameter: '200 mm', curve: [{ flow: '0 m3/h', head: '52 m' }, ...curve(50).slice(1)] }]); // prettier-ignore
});

test('FL over travel begins with what holds for all, and can be one again', async () => {
  const put = jest.fn();
  const { rerender } = render(<RecoveryTable fields={VALVE_ENTRY_FIELDS} entry={{ fl: 0.85 }} onPut={put} />);
  await userEvent.click(screen.getByRole('button', { name: 'Enter FL over travel' }));
  expect(put).toHaveBeenLastCalledWith([{ travel: 0.2, fl: 0.85 }, { travel: 1, fl: 0.85 }]); // prettier-ignore
  rerender(<RecoveryTable fields={VALVE_ENTRY_FIELDS} entry={{ flTable: [] }} onPut={put} />);
  await userEvent.click(screen.getByRole('button', { name: 'Use one FL for all travels' }));
  expect(put).toHaveBeenLastCalledWith(undefined);
});
