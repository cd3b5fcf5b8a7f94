import { quantityOf, type Operation, type PipeResult, type RawEntry } from '@cedar-knot/core';
import { act, cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { locate } from '../../state/address.js';
import { firstStudy, open, pumpedStudy, settle, show } from '../../test/open.js';
import { PipeSplit } from './PipeSplit.js';
import { PointHelp } from './PointHelp.js';
import { ScenarioPanel } from './ScenarioPanel.js';

/* What goes with the chosen row: a point's kind and levels, a pipe parted, and where none is chosen the scenario. */

afterEach(cleanup);

const set = (path: (string | number)[], value: unknown): Operation => ({ op: 'set', path, value });

describe('a point', () => {
  const view = async (id: string, ...more: Operation[]) => {
    const of = await open(firstStudy(...more));
    const entry = (): RawEntry & { kind: string } => of.store.getState().study.points[id]!;
    const { rerender } = show(of, <PointHelp id={id} kind={entry().kind} seen={entry()} />);
    return { of, entry, rerender };
  };

  test('of another kind keeps what that kind knows', async () => {
    const { entry } = await view('V-2');
    await userEvent.click(screen.getByRole('combobox', { name: 'Kind of V-2' }));
    await userEvent.click(screen.getByRole('option', { name: 'Known pressure' }));
    expect(entry()).toMatchObject({ kind: 'pressure', name: 'Destination', elevation: '20 m' });
    expect(entry()).not.toHaveProperty('level');
    await settle();
  });

  test('a scenario runs at a vessel’s low level by one press, and at the shared one again without a trace', async () => {
    const levels = { ...firstStudy().points['V-1'], lowLevel: '1 m', highLevel: '3 m' };
    const { of } = await view('V-1', set(['points', 'V-1'], levels));
    expect(screen.queryByRole('radio', { name: 'normal' })).toBeNull();
    await userEvent.click(screen.getByRole('radio', { name: 'low' }));
    const own = () => of.store.getState().study.scenarios[0]!.set;
    expect(own()).toEqual({ 'V-1.level': 'low' });
    await act(settle);
    cleanup();
    const seen = { ...of.store.getState().study.points['V-1']!, level: 'low' };
    show(of, <PointHelp id="V-1" kind="vessel" seen={seen} />);
    expect(screen.getByRole('radio', { name: 'low' }).getAttribute('aria-checked')).toBe('true');
    await userEvent.click(screen.getByRole('radio', { name: 'As typed' }));
    expect(own()).toBeUndefined();
    await settle();
  });

  test('without levels it says what they are for; a pressure says what it means for the exit', async () => {
    await view('V-1');
    expect(screen.getByText(/Enter low, normal and high level/)).toBeTruthy();
    cleanup();
    const { of, entry } = await view('V-2', set(['points', 'V-2'], { kind: 'pressure', elevation: '20 m', pressure: '2 bar(g)' })); // prettier-ignore
    expect(screen.getByText(/velocity head adds/)).toBeTruthy();
    await userEvent.click(screen.getByRole('radio', { name: /^total/i }));
    expect(entry().basis).toBe('total');
    act(() => of.store.getState().undo());
    expect(entry().basis).toBeUndefined();
    await settle();
  });

  test('a pumping test: level = rest − Q/c through both readings, whatever their units; two that contradict are not taken', async () => {
    const well = { kind: 'well', elevation: '-30 m', restLevel: '-5 m', specificCapacity: '6 m3/h/m' };
    const { entry } = await view('V-1', set(['points', 'V-1'], well));
    await userEvent.click(screen.getByRole('button', { name: /pumping test/ }));
    const type = async (label: string, text: string): Promise<void> => {
      await userEvent.clear(screen.getByLabelText(label));
      await userEvent.type(screen.getByLabelText(label), `${text}{Enter}`);
    };
    await type('Flow 1', '20 m3/h');
    await type('Level 1', '-8 m');
    await type('Flow 2', '50 m3/h');
    await type('Level 2', '-7 m');
    expect(screen.getByRole('status').textContent).toBe('The greater flow must have the lower level');
    expect(screen.getByRole('button', { name: 'Use' })).toHaveProperty('disabled', true);
    await type('Level 2', '-14 m');
    // 30 m³/h lower it by 6 m: 5 m³/h a metre; 20 m³/h by 4 m, from −4 m
    await userEvent.click(screen.getByRole('button', { name: 'Use' }));
    expect(quantityOf(entry().restLevel, 'length')).toBeCloseTo(-4, 6);
    expect(quantityOf(entry().specificCapacity, 'specificCapacity')! * 3600).toBeCloseTo(5, 4);
    await settle();
  });
});

describe('a pipe is parted', () => {
  const view = async () => {
    const of = await open(pumpedStudy());
    const before = of.store.getState().shown;
    show(of, <PipeSplit id="L-2" length={locate(of.store.getState().study, 'L-2')!.entry.length} />);
    return { of, loss: (before[Object.keys(before)[0]!]!.outcome.result!.elements['L-2'] as PipeResult).headLoss! };
  };
  const type = (text: string): Promise<void> => userEvent.type(screen.getByLabelText('Split after'), text);
  const status = (): string => screen.getByRole('status').textContent;

  test('both lengths are seen before it is done and keep their sum and their loss', async () => {
    const { of, loss } = await view();
    await type('60');
    expect(status()).toBe('60 m + 90 m = 150 m');
    await userEvent.click(screen.getByRole('button', { name: 'Split' }));
    await act(settle);
    const { study, shown, active } = of.store.getState();
    const pipes = study.lines[0]!.elements.filter((e) => e.kind === 'pipe' && e.id !== 'L-1');
    expect(pipes.map((e) => e.length)).toEqual(['60 m', '90 m']);
    const { elements } = shown[active]!.outcome.result!;
    expect(pipes.reduce((sum, e) => sum + (elements[e.id] as PipeResult).headLoss!, 0)).toBeCloseTo(loss, 6);
  });

  test('not past its ends, and not by what is no length', async () => {
    await view();
    for (const wrong of ['0', '150', '151 m', '-1', '3 bar', 'half']) {
      await userEvent.clear(screen.getByLabelText('Split after'));
      await type(wrong);
      expect([wrong, status(), screen.getByRole('button', { name: 'Split' }).hasAttribute('disabled')]).toEqual([wrong, 'between 0 and 150 m', true]); // prettier-ignore
    }
    await userEvent.clear(screen.getByLabelText('Split after'));
    await type('100 ft');
    expect(status()).toBe('30.48 m + 119.52 m = 150 m');
  });

  test('with an orifice between that has the bore around it', async () => {
    const { of } = await view();
    await userEvent.click(screen.getByRole('combobox', { name: 'Element between the parts' }));
    await userEvent.click(screen.getByRole('option', { name: 'An orifice' }));
    await type('75{Enter}');
    await act(settle);
    const orifice = of.store.getState().study.lines[0]!.elements.find((e) => e.kind === 'orifice')!;
    // NPS 6 schedule 40: 168.3 − 2·7.11 mm
    expect(quantityOf(orifice.inside, 'diameter')).toBeCloseTo(0.15408, 5);
    expect(quantityOf(orifice.bore, 'diameter')).toBeCloseTo(0.077, 5);
    expect(of.store.getState().outcome!.problems).toEqual([]);
  });
});

describe('the active scenario', () => {
  const view = async (...more: Operation[]) => {
    const of = await open(pumpedStudy(...more));
    await settle();
    show(of, <ScenarioPanel />);
    return { of, scenario: () => of.store.getState().study.scenarios[0]! };
  };

  test('its own entries are typed and chosen there, a temperature in the unit that stood', async () => {
    const { scenario } = await view();
    await userEvent.clear(screen.getByLabelText('Temperature'));
    await userEvent.type(screen.getByLabelText('Temperature'), '60{Enter}');
    expect(scenario().temperature).toBe('60 C');
    await userEvent.type(screen.getByLabelText(/hours/i), '9000{Enter}');
    // a year has 8784 hours at most
    expect(scenario().hoursPerYear).toBeUndefined();
    await userEvent.clear(screen.getByLabelText(/hours/i));
    await userEvent.type(screen.getByLabelText(/hours/i), '4000{Enter}');
    expect(scenario().hoursPerYear).toBe(4000);
    await userEvent.click(screen.getByRole('combobox', { name: 'Role' }));
    await userEvent.click(screen.getByRole('option', { name: 'normal' }));
    expect(scenario().role).toBe('normal');
    await userEvent.click(screen.getByRole('combobox', { name: 'Role' }));
    await userEvent.click(screen.getByRole('option', { name: 'none' }));
    expect(scenario()).not.toHaveProperty('role');
    await settle();
  });

  test('the worst of its margins lead to what they judge; where all hold that is said, where nothing runs too', async () => {
    const { of } = await view(set(['lines', 0, 'elements', 2, 'flow'], '15 m3/h'));
    await userEvent.click(screen.getByRole('button', { name: /region at P-1/ }));
    expect(of.store.getState().selected).toBe('P-1');
    cleanup();
    const held = await view();
    const { margins } = held.of.store.getState().shown[held.scenario().id]!.outcome.result!;
    const isAll = margins.every((m) => m.verdict === 'holds' || m.verdict === 'not-applicable');
    expect(screen.queryByText('All margins judged here hold.') !== null).toBe(isAll);
    cleanup();
    await view(set(['lines', 0, 'closed'], true));
    expect(screen.queryByText('All margins judged here hold.')).toBeNull();
  });
});

describe('a well', () => {
  const well = { kind: 'well', elevation: '-40 m', restLevel: '-5 m', specificCapacity: '10 m3/h/m' };
  const view = async (entry: RawEntry) => {
    const of = await open(firstStudy(set(['points', 'V-1'], entry)));
    show(of, <PointHelp id="V-1" kind="well" seen={entry} />);
    return () => of.store.getState().study.points['V-1']! as RawEntry;
  };

  test('a step test begins on its specific capacity, which gives way', async () => {
    const entry = await view(well);
    await userEvent.click(screen.getByRole('button', { name: 'Enter a step test …' }));
    expect(entry()).not.toHaveProperty('specificCapacity');
    // 10 m³/h a metre: 5 and 10 m of drawdown
    const steps = entry().steps as { flow: string; drawdown: string }[];
    expect(steps.map((s) => quantityOf(s.flow, 'flow')! * 3600)).toEqual([expect.closeTo(50, 6), expect.closeTo(100, 6)]);
    expect(steps.map((s) => s.drawdown)).toEqual(['5 m', '10 m']);
    await settle();
  });

  test('steps are fitted beside them, and one capacity may stand in their place', async () => {
    const steps = [
      { flow: '36 m3/h', drawdown: '2.5 m' },
      { flow: '72 m3/h', drawdown: '6 m' },
    ];
    const { specificCapacity: _, ...rest } = well;
    const entry = await view({ ...rest, steps });
    // 10 and 20 L/s: B = 200 s/m², C = 5000 s²/m⁵; 5000·0.02² of 6 m are a third
    expect(screen.getByText(/B = 200 s\/m², C = 5000 s²\/m⁵/).textContent).toMatch(/well loss 33 %/);
    expect(screen.getByRole('img', { name: /Drawdown over flow/ })).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Use one specific capacity instead' }));
    expect(entry()).not.toHaveProperty('steps');
    // 72 m³/h over 6 m
    expect(quantityOf(entry().specificCapacity, 'specificCapacity')! * 3600).toBeCloseTo(12, 6);
    await settle();
  });

  test('a test that bends the other way is said', async () => {
    const { specificCapacity: _, ...rest } = well;
    await view({ ...rest, steps: [{ flow: '36 m3/h', drawdown: '3 m' }, { flow: '72 m3/h', drawdown: '5 m' }] }); // prettier-ignore
    expect(screen.getByText(/does not increase: well loss set to zero/)).toBeTruthy();
    await settle();
  });
});
