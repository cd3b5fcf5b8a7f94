import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { FlowEstimator, HeadEstimator } from './Estimators.js';

afterEach(cleanup);

const type = async (label: string, text: string): Promise<void> => {
  const field = screen.getByLabelText(label);
  await userEvent.clear(field);
  await userEvent.type(field, `${text}{Enter}`);
};
const take = (): HTMLElement => screen.getByRole('button', { name: 'Use' });

describe('a first flow', () => {
  const open = (): jest.Mock => {
    const taken = jest.fn();
    render(<FlowEstimator onFlow={taken} />);
    return taken;
  };
  const way = (name: string): Promise<void> => userEvent.click(screen.getByRole('radio', { name: new RegExp(`^${name}$`, 'i') }));

  test('of a volume in a time: 30 m³ in 90 min are 20 m³/h', async () => {
    const taken = open();
    expect(take()).toHaveProperty('disabled', true);
    await type('Volume, m³', '30');
    await type('Time', '90 min');
    expect(screen.getByText(/20(\.00)? m³\/h/)).toBeTruthy();
    await userEvent.click(take());
    expect(taken.mock.calls[0][0]).toBeCloseTo(20 / 3600, 9);
  });

  test('of a heat duty: 400 kW by 20 K with 983 kg/m³ and 4.184 kJ/(kg·K)', async () => {
    const taken = open();
    await way('heat');
    await type('Heat duty', '400 kW');
    await userEvent.click(take());
    expect(taken.mock.calls[0][0]).toBeCloseTo(400e3 / (983 * 4184 * 20), 12);
    // half of the difference takes twice the flow
    await type('Temperature change', '10 K');
    await userEvent.click(take());
    expect(taken.mock.calls[1][0] / taken.mock.calls[0][0]).toBeCloseTo(2, 9);
  });

  test('of a mass flow over the density; a volume flow is refused there', async () => {
    const taken = open();
    await way('mass');
    await type('Mass flow', '25 m3/h');
    expect(screen.getByText(/Expected: a mass flow/)).toBeTruthy();
    expect(take()).toHaveProperty('disabled', true);
    await type('Mass flow', '25 t/h');
    await type('Density', '800 kg/m3');
    await userEvent.click(take());
    expect(taken.mock.calls[0][0]).toBeCloseTo(25e3 / 3600 / 800, 12);
  });

  test('of people and their use: 200 of 150 l a day, 2.5 times the mean', async () => {
    const taken = open();
    await way('use');
    await type('People, or m²', '200');
    await userEvent.click(take());
    expect(taken.mock.calls[0][0]).toBeCloseTo((200 * 0.15 * 2.5) / 86_400, 12);
  });
});

test('a first head: lift, pressure and losses, each in its unit; what is left empty counts nothing', async () => {
  const taken = jest.fn();
  render(<HeadEstimator onHead={taken} />);
  expect(take()).toHaveProperty('disabled', true);
  await type('Static lift, level to level', '-3,5');
  await type('Pressure difference, destination − supply', '2 bar');
  await userEvent.click(take());
  expect(taken).toHaveBeenLastCalledWith({ lift: -3.5, pressure: 2e5, losses: 0 });
  await type('Losses along the line', '10 ft');
  await userEvent.click(take());
  expect(taken).toHaveBeenLastCalledWith({ lift: -3.5, pressure: 2e5, losses: 3.048 });
});
