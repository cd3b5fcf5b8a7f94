import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useFrameKeys } from '../frame/useFrameKeys.js';
import { firstStudy, open, pumpedStudy, show } from '../../test/open.js';
import { useGlossary } from '../../state/glossary.js';
import { AddHint } from './AddHint.js';
import { Explain } from './Explain.js';
import { Glossary } from './Glossary.js';

afterEach(() => {
  cleanup();
  act(() => useGlossary.getState().close());
});

function All() {
  useFrameKeys({ commands: jest.fn(), keys: jest.fn() });
  return (
    <>
      <table>
        <tbody>
          <tr>
            <td>
              <button type="button">value</button>
            </td>
            <td>
              <Explain term="npsh-ratio" />
            </td>
          </tr>
        </tbody>
      </table>
      <Explain term="nonsense" />
      <Glossary />
    </>
  );
}

test('a label opens its entry; it is searched as it is typed', async () => {
  show(await open(pumpedStudy()), <All />);
  const user = userEvent.setup();
  expect(screen.getAllByRole('button', { name: /^Explain/ })).toHaveLength(1);
  await user.click(screen.getByRole('button', { name: 'Explain NPSH ratio' }));
  const dialog = within(screen.getByRole('dialog', { name: 'Glossary' }));
  const entry = document.querySelector('[data-term=npsh-ratio]')!;
  expect(entry.className).toContain('bg-wash');
  for (const part of ['NPSHA / NPSHR', '≥ 1.30', 'ANSI/HI 9.6.1']) expect(entry.textContent).toContain(part);
  await user.type(dialog.getByRole('textbox'), 'drive variable');
  expect([...document.querySelectorAll('[data-term]')].map((e) => e.querySelector('h3')!.textContent)).toContain('VFD');
  expect(document.querySelector('[data-term=npsh-ratio]')).toBeNull();
  await user.type(dialog.getByRole('textbox'), ' zzz');
  expect(dialog.getByText('No term found.')).toBeTruthy();
});

test('F1 explains what the row in focus is about, else the whole list stands', async () => {
  show(await open(pumpedStudy()), <All />);
  const value = screen.getByRole('button', { name: 'value' });
  act(() => value.focus());
  fireEvent.keyDown(value, { key: 'F1', code: 'F1' });
  expect(useGlossary.getState().open).toBe('npsh-ratio');
  act(() => useGlossary.getState().close());
  act(() => value.blur());
  fireEvent.keyDown(document.body, { key: 'F1', code: 'F1' });
  expect(useGlossary.getState().open).toBe('');
});

test('a view that is about a pump adds one where the system has none, and shows it', async () => {
  const opened = await open(firstStudy());
  const { store } = opened;
  const before = store.getState().study.lines[0]!.elements.length;
  show(opened, <AddHint kind="pump" text="Add a pump to see its suction." />);
  await userEvent.setup().click(screen.getByRole('button', { name: 'Add a pump' }));
  const { study, selected } = store.getState();
  expect([study.lines[0]!.elements.length, study.lines[0]!.elements[1]]).toEqual([before + 1, { id: selected, kind: 'pump' }]);
});
