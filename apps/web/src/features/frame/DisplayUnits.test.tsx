import { act, cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import { ScenariosView } from '../scenarios/ScenariosView.js';
import { DisplayUnits } from './DisplayUnits.js';

afterEach(cleanup);

test('a study shows a flow in barrels a day and the rest in its system; the choice is given back', async () => {
  const opened = await open(pumpedStudy());
  const { store } = opened;
  const user = userEvent.setup();
  show(
    opened,
    <>
      <DisplayUnits />
      <ScenariosView />
    </>,
  );
  const flow = () => document.querySelector('[data-result="Flow"]')!.textContent;
  expect(flow()).toContain('m³/h');
  await user.click(screen.getByRole('button', { name: 'Units by quantity' }));
  await user.click(screen.getByRole('combobox', { name: 'Unit of flow' }));
  await user.click(screen.getByRole('option', { name: 'bbl/d' }));
  await act(settle);
  expect(store.getState().study.displayUnits).toEqual({ flow: 'bbl/d' });
  // 60 m3/h: 60·24/0.158987294928 barrels a day
  expect(flow()).toContain('bbl/d');
  expect(Number(/9.?\d{3}/.exec(flow().replace(/\s|\u202f/g, ''))![0])).toBe(Math.round((60 * 24) / 0.158987294928));
  expect(document.querySelector('[data-result="Head"]')!.textContent).toContain('m');
  act(() => store.getState().undo());
  expect(store.getState().study.displayUnits).toBeUndefined();
});
