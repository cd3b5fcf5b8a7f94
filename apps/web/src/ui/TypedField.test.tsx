import { quantityOf, type QuantityField } from '@cedar-knot/core';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { readEntry } from '../state/entry.js';
import { TypedField } from './TypedField.js';

const FIELD: QuantityField = { type: 'quantity', dimension: 'length', min: 0, max: 1000, label: 'Length' };
afterEach(cleanup);

function Held({ start = '10 m', optional = false, onCommit = (_: unknown) => {} }) {
  const [value, setValue] = useState(start);
  return (
    <TypedField
      label="Length"
      name="length"
      value={value}
      placeholder="5 m"
      optional={optional}
      read={(typed) => readEntry(typed, FIELD, value)}
      onCommit={(v) => {
        onCommit(v);
        setValue(v === undefined ? '' : String(v));
      }}
    />
  );
}
const field = () => screen.getByLabelText<HTMLInputElement>('Length');

test('Enter takes what was typed; how it reads is said before', async () => {
  const user = userEvent.setup();
  const taken: unknown[] = [];
  render(<Held onCommit={(v) => taken.push(v)} />);
  await user.clear(field());
  await user.type(field(), '3*4');
  expect(screen.getByRole('status')).toHaveProperty('textContent', 'reads 12 m');
  await user.keyboard('{Enter}');
  expect(taken).toEqual(['12 m']);
  expect(field().value).toBe('12 m');
});

test('what cannot be taken stays, marked and explained; Escape brings back what stood there', async () => {
  const user = userEvent.setup();
  const taken: unknown[] = [];
  render(<Held onCommit={(v) => taken.push(v)} />);
  await user.clear(field());
  await user.type(field(), '12 bar{Enter}');
  expect(field().value).toBe('12 bar');
  expect(field().getAttribute('aria-invalid')).toBe('true');
  expect(screen.getByRole('alert').textContent).toContain('Expected: a length');
  await user.keyboard('{Escape}');
  expect(field().value).toBe('10 m');
  expect(screen.queryByRole('alert')).toBeNull();
  expect(taken).toEqual([]);
});

test('a doubtful comma offers both readings, and the one that is picked is taken', async () => {
  const user = userEvent.setup();
  const taken: unknown[] = [];
  render(<Held onCommit={(v) => taken.push(v)} />);
  await user.clear(field());
  await user.type(field(), '1,250 mm{Enter}');
  expect(screen.getAllByRole('button').map((b) => b.textContent)).toEqual(['1.250 mm', '1250 mm']);
  await user.click(screen.getByRole('button', { name: '1250 mm' }));
  expect(taken).toEqual(['1250 mm']);
  expect(quantityOf(field().value, 'length')).toBe(1.25);
});

test('leaving it takes the entry; left empty it goes where it may', async () => {
  const user = userEvent.setup();
  const taken: unknown[] = [];
  render(<Held optional onCommit={(v) => taken.push(v)} />);
  await user.clear(field());
  await user.tab();
  expect(taken).toEqual([undefined]);
  expect(field().placeholder).toBe('5 m');
  expect(field().title).toContain('Default: 5 m');
});

test('a field that cannot be empty keeps what it had', async () => {
  const user = userEvent.setup();
  const taken: unknown[] = [];
  render(<Held onCommit={(v) => taken.push(v)} />);
  await user.clear(field());
  await user.tab();
  expect(taken).toEqual([]);
  expect(screen.getByRole('alert')).toBeTruthy();
});
