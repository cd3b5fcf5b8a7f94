import { act, cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import { Handles } from './Handles.js';

afterEach(cleanup);

async function handles(...more: Parameters<typeof pumpedStudy>) {
  const opened = await open(pumpedStudy(...more));
  const { curves } = opened.store.getState().outcome!;
  show(opened, <Handles pump="P-1" trace={curves!.pumps[0]} made={[]} onGrab={() => undefined} moved={null} />);
  const element = () => opened.store.getState().study.lines[0]!.elements.find((e) => e.id === 'P-1')!;
  return { ...opened, element, user: userEvent.setup() };
}

test('the scales are those of the data, whatever unit it is entered in', async () => {
  // 8 in is 203.2 mm, 49 Hz are 2940 rpm: a number read off the text would be 8 mm and 49 rpm
  await handles(
    { op: 'set', path: ['pumps', 'hollin', 'diameter'], value: '8 in' },
    { op: 'set', path: ['pumps', 'hollin', 'speed'], value: '49 Hz' },
  );
  const [diameter, speed] = screen.getAllByRole('slider');
  expect(Number(diameter!.getAttribute('aria-valuemax'))).toBeCloseTo(0.2032, 9);
  expect(Number(speed!.getAttribute('aria-valuemax'))).toBeCloseTo(2940 * 1.2, 6);
  expect(screen.getByLabelText<HTMLInputElement>('Speed', { selector: 'input' }).value).toBe('2940 rpm');
});

test('a drag is one step of undo and one operation', async () => {
  const { store, user, element } = await handles();
  const speed = screen.getAllByRole('slider').find((s) => s.getAttribute('aria-label') === 'Speed')!;
  act(() => speed.focus());
  await user.keyboard('{ArrowLeft}');
  await act(settle);
  expect(element().speed).toBe('2945 rpm');
  const steps = store.getState().past.length;
  const { change } = store.getState();
  act(() => {
    for (const n of [2900, 2850, 2800])
      change('P-1 speed', [{ op: 'set', path: ['lines', 0, 'elements', 1, 'speed'], value: `${n} rpm` }], 'drag');
  });
  expect(store.getState().past).toHaveLength(steps + 1);
  expect(store.getState().past.at(-1)).toMatchObject({ undo: [{ value: '2945 rpm' }], redo: [{ value: '2800 rpm' }] });
  expect(store.getState().past.at(-1)!.redo).toHaveLength(1);
  act(() => store.getState().undo());
  expect(element().speed).toBe('2945 rpm');
});

test('in US units a handle writes inches', async () => {
  const { element, user } = await handles({ op: 'set', path: ['units'], value: 'us' });
  const diameter = screen.getAllByRole('slider').find((s) => s.getAttribute('aria-label') === 'Impeller diameter')!;
  act(() => diameter.focus());
  await user.keyboard('{ArrowLeft}');
  // 199 mm is 7.83 in
  expect(element().diameter).toBe('7.83 in');
});

test('how many units run is the scenario’s own', async () => {
  const { store, user } = await handles();
  await user.click(screen.getByRole('button', { name: /2 units/ }));
  expect(store.getState().study.scenarios[0]!.set).toEqual({ 'P-1.running': 2 });
});

test('the fewest units that serve are found and set in one step; what serves already is said', async () => {
  const { store, user } = await handles({ op: 'set', path: ['scenarios', 0, 'set'], value: { 'P-1.running': 2 } });
  const steps = store.getState().past.length;
  await user.click(screen.getByRole('button', { name: 'Fewest units' }));
  await act(settle);
  expect(store.getState().study.scenarios[0]!.set).toEqual({ 'P-1.running': 1 });
  expect(store.getState().past).toHaveLength(steps + 1);
  expect(screen.getByText('Set to the fewest units.')).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Fewest units' }));
  await act(settle);
  expect(screen.getByText('The fewest units are already running.')).toBeTruthy();
  expect(store.getState().past).toHaveLength(steps + 1);
});

test('the valve is set by hand in the scenario and follows its set point again', async () => {
  const { store, user } = await handles();
  await user.click(screen.getByRole('button', { name: 'Set manually' }));
  await act(settle);
  expect(store.getState().study.scenarios[0]!.set).toMatchObject({ 'CV-1.mode': 'opening' });
  await user.click(screen.getByRole('button', { name: 'Follow the set point' }));
  expect(store.getState().study.scenarios[0]!.set).toBeUndefined();
});

test('a pump that is not given by a curve has no handles', async () => {
  const opened = await open(pumpedStudy());
  opened.store
    .getState()
    .change('x', [
      { op: 'set', path: ['lines', 0, 'elements', 1], value: { id: 'P-1', kind: 'pump', mode: 'flow', flow: '9 m3/h' } },
    ]);
  show(opened, <Handles pump="P-1" trace={undefined} made={[]} onGrab={() => undefined} moved={null} />);
  expect(screen.queryByRole('slider')).toBeNull();
  expect(screen.getByText(/an imposed duty and no curve/)).toBeTruthy();
});
