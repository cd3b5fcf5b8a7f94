import { cleanup, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { firstStudy, open, show } from '../../test/open.js';
import { FittingsList } from './FittingsList.js';

afterEach(cleanup);

const BORE = 0.1541;
/** Darby’s three constants, K = K1/Re + Ki·(1 + Kd/Dn^0.3), Dn in inches */
const darby = (k1: number, ki: number, kd: number, re: number) => k1 / re + ki * (1 + kd / (BORE / 0.0254) ** 0.3);

async function list(fittings: unknown[], reynolds: number | null = 2e5) {
  const opened = await open(firstStudy({ op: 'set', path: ['lines', 0, 'elements', 0, 'fittings'], value: fittings }));
  const view = show(opened, <FittingsList id="L-1" bore={BORE} reynolds={reynolds} />);
  const again = () => {
    view.unmount();
    show(opened, <FittingsList id="L-1" bore={BORE} reynolds={reynolds} />);
  };
  return {
    again,
    user: userEvent.setup(),
    fittings: () => opened.store.getState().study.lines[0]!.elements[0]!.fittings,
  };
}

test('each piece shows its K at this bore and Reynolds number, the head their sum', async () => {
  await list([
    { type: 'elbow-90-long', count: 4 },
    { k: 0.5, count: 2 },
  ]);
  // long-radius elbow: K1 800, Ki 0.071, Kd 4.2
  const k = darby(800, 0.071, 4.2, 2e5);
  expect(screen.getByText(`K ${k.toFixed(2)}`)).toBeTruthy();
  expect(screen.getByText(`ΣK ${(4 * k + 1).toFixed(2)}`)).toBeTruthy();
});

test('counts are typed or stepped; none takes the piece out', async () => {
  const { fittings, user, again } = await list([{ type: 'gate', count: 2 }, { k: 0.5 }]);
  await user.type(screen.getByLabelText(/Count of gate/), '{ArrowUp}');
  expect(fittings()).toEqual([{ type: 'gate', count: 3 }, { k: 0.5 }]);
  const count = screen.getByLabelText<HTMLInputElement>(/Count of gate/);
  await user.clear(count);
  await user.type(count, 'x{Enter}');
  expect(fittings()).toEqual([{ type: 'gate', count: 3 }, { k: 0.5 }]);
  again();
  await user.click(screen.getByRole('button', { name: /Remove gate/ }));
  await user.click(screen.getByRole('button', { name: /Remove loss coefficient/ }));
  expect(fittings()).toBeUndefined();
});

test('the same kind chosen again counts up; a reducer begins with a smaller bore that can be typed over', async () => {
  const { fittings, user } = await list([{ type: 'gate' }]);
  await user.click(screen.getByRole('button', { name: 'Add a fitting' }));
  const chooser = within(screen.getByRole('dialog', { name: 'Select a fitting' }));
  await user.click(chooser.getByRole('button', { name: /gate/i }));
  expect(fittings()).toEqual([{ type: 'gate', count: 2 }]);
  await user.click(screen.getByRole('button', { name: 'Add a fitting' }));
  await user.click(within(screen.getByRole('dialog')).getByRole('button', { name: /reducer/i }));
  // three quarters of 154.1 mm
  expect(fittings()).toEqual([
    { type: 'gate', count: 2 },
    { type: 'reducer', to: '116 mm' },
  ]);
  const bore = screen.getByLabelText<HTMLInputElement>(/Bore of the reducer/);
  await user.clear(bore);
  await user.type(bore, '4 in{Enter}');
  expect((fittings() as { to?: string }[])[1]!.to).toBe('4 in');
});

test('without a flow the part that goes with the Reynolds number is left out', async () => {
  await list([{ type: 'elbow-90-long' }], null);
  expect(screen.getByText(`ΣK ${darby(0, 0.071, 4.2, 1).toFixed(2)}`)).toBeTruthy();
});
