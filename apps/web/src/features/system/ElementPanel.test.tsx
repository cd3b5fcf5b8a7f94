import { act, cleanup, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import { ElementPanel } from './ElementPanel.js';

afterEach(cleanup);

async function panel(id: string, ...more: Parameters<typeof pumpedStudy>) {
  const opened = await open(pumpedStudy(...more));
  opened.store.getState().select(id);
  show(opened, <ElementPanel id={id} />);
  const element = () => opened.store.getState().study.lines[0]!.elements.find((e) => e.id === id)!;
  return { ...opened, element, user: userEvent.setup() };
}

test('empty fields show what is used: the pump’s own speed and diameter', async () => {
  await panel('P-1');
  expect(screen.getByLabelText<HTMLInputElement>('Speed').placeholder).toBe('2950 rpm');
  expect(screen.getByLabelText<HTMLInputElement>('Impeller Ø').placeholder).toBe('200 mm');
  expect(screen.getByLabelText<HTMLInputElement>('Running').placeholder).toBe('1');
});

test('in US units they show it in those, and a number alone takes them', async () => {
  const { element, user } = await panel('P-1', { op: 'set', path: ['units'], value: 'us' });
  const diameter = screen.getByLabelText<HTMLInputElement>('Impeller Ø');
  // 200 mm is 7.874 in
  expect(diameter.placeholder).toBe('7.874 in');
  await user.type(diameter, '7.5{Enter}');
  expect(element().diameter).toBe('7.5 in');
});

test('an entry is typed and kept with its unit; one that the file refuses is refused here', async () => {
  const { element, user } = await panel('L-1');
  const roughness = screen.getByLabelText<HTMLInputElement>('Roughness');
  // the material's own, from its table
  expect(roughness.placeholder).toBe('0.046 mm');
  await user.type(roughness, '5 m{Enter}');
  expect(screen.getByRole('alert').textContent).toContain('outside the allowed range');
  expect(element().roughness).toBeUndefined();
  await user.clear(roughness);
  await user.type(roughness, '0,1 mm{Enter}');
  expect(element().roughness).toBe('0.1 mm');
});

test('an entry is the active scenario’s own, and is shared again', async () => {
  const { store, user } = await panel('L-1');
  await user.click(screen.getByRole('button', { name: /Length shared/ }));
  expect(store.getState().study.scenarios[0]!.set).toEqual({ 'L-1.length': '10 m' });
  await user.click(screen.getByRole('button', { name: /Length only in this scenario/ }));
  expect(store.getState().study.scenarios[0]!.set).toBeUndefined();
});

test('a limit is changed where it stands, with a reason that is kept, and given back', async () => {
  const { store, user } = await panel('P-1');
  const limit = () => screen.getByRole('button', { name: 'Limit of NPSH ratio at P-1' });
  expect(limit().textContent).toBe('≥ 1.30');
  await user.click(limit());
  const typed = screen.getByLabelText('Limit');
  await user.clear(typed);
  await user.type(typed, 'x{Enter}');
  expect(screen.getByRole('alert').textContent).toContain('number');
  await user.clear(typed);
  await user.type(typed, '1.7');
  await user.type(screen.getByLabelText('Reason'), 'hot condensate');
  await user.click(screen.getByRole('button', { name: 'Set' }));
  await act(settle);
  expect(store.getState().study.limits).toEqual([{ check: 'npsh-ratio', where: 'P-1', limit: 1.7, reason: 'hot condensate' }]);
  expect(limit().textContent).toBe('≥ 1.70');
  expect(limit().title).toContain('hot condensate');
  await user.click(limit());
  await user.click(screen.getByRole('button', { name: 'Default' }));
  await act(settle);
  expect(store.getState().study.limits).toBeUndefined();
});

test('a band is typed as two, in the units of the study', async () => {
  const { store, user } = await panel('L-2', { op: 'set', path: ['units'], value: 'us' });
  await user.click(screen.getByRole('button', { name: 'Limit of Velocity at L-2' }));
  const typed = screen.getByLabelText<HTMLInputElement>('Limit');
  // 1 to 4 m/s
  expect(typed.value).toBe('3.281 ft/s – 13.12 ft/s');
  await user.clear(typed);
  await user.type(typed, '2 to 8{Enter}');
  expect(store.getState().study.limits).toEqual([{ check: 'velocity', where: 'L-2', limit: ['2 ft/s', '8 ft/s'] }]);
});

test('what does not apply says why', async () => {
  await panel('CV-1');
  const checks = screen.getByRole('region', { name: 'Checks of CV-1' });
  expect(within(checks).getByText(/cavitation: Onset of cavitation xFz is not entered/)).toBeTruthy();
});

test('a working opens what it rests on, leads back, and shows the whole chain', async () => {
  const { user } = await panel('P-1');
  await user.click(screen.getByRole('button', { name: 'NPSHA' }));
  await act(settle);
  const working = screen.getByRole('region', { name: 'Calculation' });
  expect(working.textContent).toContain('NPSHA = H1 − zd + (pa − pv)/(ρ·g)');
  await user.click(within(working).getByRole('button', { name: 'total head at V-1' }));
  expect(working.textContent).toContain('H = z + hl + ps/(ρ·g)');
  expect(working.textContent).toContain('liquid level above nozzle 2 m');
  await user.click(within(working).getByRole('button', { name: /back to NPSHA of P-1/ }));
  expect(working.textContent).toContain('NPSHA = H1');
  await user.click(within(working).getByRole('button', { name: 'Whole chain' }));
  const chain = within(working).getByRole('list', { name: 'Calculation of NPSHA of P-1' });
  for (const part of ['total head of V-1', 'head loss of L-1', 'vapour pressure of the fluid', 'temperature'])
    expect(chain.textContent).toContain(part);
});

test('a valve of another size than its line says so, and takes the bores of the line in one step', async () => {
  const { store, user } = await panel('CV-1');
  // DN 80 in a line of DN 150, sch 40: 154.1 mm
  expect(screen.getByText(/FP would be/)).toBeTruthy();
  await user.click(screen.getByRole('button', { name: 'Use the bores of the line' }));
  await act(settle);
  const { valves } = store.getState().study as { valves: Record<string, { inside?: string[] }> };
  expect(valves.gx80!.inside).toEqual(['154.08 mm', '154.08 mm']);
  expect(screen.queryByText(/FP would be/)).toBeNull();
});

test('a point has its own entries and results', async () => {
  const opened = await open(pumpedStudy());
  show(opened, <ElementPanel id="V-2" />);
  expect(screen.getByLabelText<HTMLInputElement>('Elevation').value).toBe('20 m');
  expect(screen.getByRole('table').textContent).toContain('22.0');
});

test('piping of each unit: begun in the panel, listed with its loss, opened by a press', async () => {
  const { element, user, store } = await panel('P-1');
  await user.click(screen.getByText('Piping of each unit'));
  await user.click(screen.getByRole('button', { name: /Add a suction pipe/ }));
  await settle();
  const [pipe] = (element().unitPiping as { suction: { id: string }[] }).suction;
  const row = screen.getByRole('button', { name: new RegExp(pipe!.id) });
  // the head lost in it, as the calculation has it
  expect(row.textContent).toMatch(/0\.\d+ m$/);
  await user.click(row);
  expect(store.getState().selected).toBe(pipe!.id);
});

test('one unit trips: what the rest delivers of what is required', async () => {
  const { user } = await panel(
    'P-1',
    { op: 'set', path: ['lines', 0, 'elements', 1, 'running'], value: 2 },
    { op: 'set', path: ['lines', 0, 'elements', 1, 'standby'], value: 1 },
    { op: 'set', path: ['lines', 0, 'elements', 1, 'requiredFlow'], value: '150 m3/h' },
  );
  await user.click(screen.getByText('One unit trips'));
  await settle();
  const said = screen.getByText(/1 running deliver/).textContent;
  expect(said).toMatch(/\d+ % of the required 150 m³\/h/);
  expect(said).toMatch(/1 in standby/);
});

test('a class is entered folded away, and judged', async () => {
  const { element, user } = await panel('L-1');
  await user.click(screen.getByText('Pressure class'));
  await user.type(screen.getByLabelText('Class'), 'PN16{Enter}');
  await settle();
  expect(element().pressureClass).toBe('PN16');
  expect(screen.getAllByRole('button', { name: 'Explain Pressure class' }).length).toBeGreaterThan(0);
});

test('an unknown size is said at its field, with sizes that are near, and margins are not shown as if they held', async () => {
  const { element, user } = await panel('L-1');
  const size = screen.getByLabelText('Size');
  await user.clear(size);
  await user.type(size, 'DN333{Enter}');
  await settle();
  expect(element().size).toBe('DN333');
  const said = screen.getByRole('alert').textContent;
  expect(said).toMatch(/DN333 is not in the pipe tables.*DN300, DN350/);
  expect(screen.getByText(/not solved now/)).toBeTruthy();
});

test('a cable: its second entry comes with the first, and both go together', async () => {
  const { element, user } = await panel('P-1');
  await user.click(screen.getByText('Motor, cable, start'));
  await user.type(screen.getByLabelText('Cable'), '120 m{Enter}');
  expect(element().cable).toEqual({ length: '120 m', section: '16 mm2' });
  const section = screen.getByLabelText('Cross-section');
  await user.clear(section);
  await user.type(section, '25{Enter}');
  expect(element().cable).toEqual({ length: '120 m', section: '25 mm2' });
  await user.clear(screen.getByLabelText('Cable'));
  await user.type(screen.getByLabelText('Cable'), '{Enter}');
  expect(element().cable).toBeUndefined();
  await settle();
});
