import { sheetOf, type Study } from '@cedar-knot/core';
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { api } from '../../api/client.js';
import { listed, type ListEntries } from '../../worker/line-list.js';
import { ListForm } from './ListForm.js';
import type { ListReader } from './useLineList.js';

/* A line list pasted, corrected where it does not read, and created as it was shown. */

afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

let rows: string[][] = [];
const reader = {
  openText: (text: string) => {
    rows = text.trim().split('\n').map((r) => r.split(';').map((c) => c.trim())); // prettier-ignore
    return Promise.resolve(rows.length < 2 ? 'The table is empty.' : null);
  },
  openBytes: () => Promise.resolve('not here'),
  preview: (entries: ListEntries) => Promise.resolve(listed([sheetOf(rows)], entries)),
} as unknown as ListReader;

const show = (): void =>
  void render(
    <MemoryRouter>
      <ListForm units="metric" reader={reader} />
    </MemoryRouter>,
  );
async function paste(text: string): Promise<void> {
  fireEvent.change(screen.getByRole('textbox', { name: /paste the rows/ }), { target: { value: text } });
  await userEvent.click(screen.getByRole('button', { name: 'Read rows' }));
}
const create = (): HTMLButtonElement => screen.getByRole('button', { name: 'Create study' });

const LIST = `Line;From;To;DN;Length m;Rise m;Fittings;Flow m3/h;Temp C
A;T-1;P-1;150;8;-1;1 gate;90;20
B;P-1;X-9;125;120;15;3 gizmos;90;20
C;X-9;T-2;125;1O;2;1 exit;90;20`;

test('rows that do not read are corrected or left out, and the study is what was shown', async () => {
  const made = jest.spyOn(api, 'createFrom').mockResolvedValue({ id: 'n' } as never);
  show();
  await paste(LIST);
  const remark = async (row: string): Promise<HTMLElement> => (await screen.findByText(row)).closest('li')!;
  expect(within(await remark('Row 3')).getByText(/“3 gizmos” is not a known fitting/)).toBeTruthy();
  expect(create().disabled).toBe(true);
  const fittings = screen.getByRole('textbox', { name: 'Correct Fittings in row 3' });
  await userEvent.clear(fittings);
  await userEvent.type(fittings, '3 elbow 90{Enter}');
  await waitFor(() => expect(screen.queryByText(/gizmos/)).toBeNull());
  const length = screen.getByRole('textbox', { name: 'Correct Length in row 4' });
  await userEvent.clear(length);
  await userEvent.type(length, '10{Enter}');
  await waitFor(() => expect(create().disabled).toBe(false));
  await userEvent.click(create());
  const [study] = made.mock.calls[0] as [Study];
  const [line] = study.lines;
  expect([study.title, study.tag]).toEqual(['T-1 to T-2', 'P-1']);
  expect(study.lines).toHaveLength(1);
  expect(line!.elements.map((e) => [e.id, e.length])).toEqual([['A', '8 m'], ['P-1', undefined], ['B', '120 m'], ['C', '10 m']]); // prettier-ignore
  expect(line!.elements[2]!.fittings).toEqual([{ type: 'elbow-90', count: 3 }]);
  // -1 + 15 + 2 m over the first
  expect(study.points['T-2']!.elevation).toBe('16 m');
});

test('a tag is what is said of it, a column too, and a file that cannot be read says why', async () => {
  show();
  await paste('nothing');
  expect((await screen.findByRole('alert')).textContent).toContain('The table is empty.');
  await paste(LIST.replace('3 gizmos', '').replace('1O', '10'));
  await screen.findByText(/3 lines/);
  await userEvent.click(screen.getByRole('radio', { name: 'Tags' }));
  expect(screen.getByText('X-9').closest('li')!.textContent).toContain('between lines');
  await userEvent.click(screen.getByRole('combobox', { name: 'What X-9 is' }));
  await userEvent.click(screen.getByRole('option', { name: 'Control valve' }));
  await waitFor(() => expect(screen.getByRole('combobox', { name: 'What X-9 is' }).textContent).toContain('Control valve'));
  await userEvent.click(screen.getByRole('radio', { name: 'Columns' }));
  expect(screen.getByRole('combobox', { name: 'Meaning of “Rise m”' }).textContent).toContain('Rise');
});
