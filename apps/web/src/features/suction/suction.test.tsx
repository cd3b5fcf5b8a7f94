import type { Operation, SuctionState } from '@cedar-knot/core';
import { act, cleanup, screen, within } from '@testing-library/react';
import { IDLE } from '../../test/idle.js';
import { open, pumpedStudy, settle, show } from '../../test/open.js';
import { Seeker } from '../../worker/bringing.js';
import type { ReachWork } from '../../worker/reach.js';
import { suctionFigures, type SuctionFigures } from '../../worker/suctionFigures.js';
import { SuctionFacts } from './SuctionFacts.js';
import { SuctionView } from './SuctionView.js';

afterEach(cleanup);

/* Day at 20 °C, hot at 95 °C with a strainer that takes 0.15 bar at 60 m³/h, the flow that is held in both. */
const more: Operation[] = [
  {
    op: 'set',
    path: ['scenarios'],
    value: [
      { id: 'day', temperature: '20 C' },
      { id: 'hot', temperature: '95 C' },
    ],
  },
  { op: 'insert', path: ['lines', 0, 'elements'], index: 1, value: { id: 'ST', kind: 'device', name: 'Strainer', drop: '0.15 bar', at: '60 m3/h' } }, // prettier-ignore
];
const whole = (study: ReturnType<typeof pumpedStudy>): SuctionFigures => {
  const work = suctionFigures(study, 'P-1');
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
};

test('level, heat, fouling, Flow and speed: what is left, and where nothing is left, by a plain second run', async () => {
  const study = pumpedStudy(...more);
  const { builds, looks } = whole(study);
  expect(Object.keys(builds)).toEqual(['day', 'hot']);
  const elements = study.lines[0]!.elements.map((e) => e.id);
  const [FLOW, PUMP] = [elements.indexOf('CV-1'), elements.indexOf('P-1')];
  expect(looks.map((l) => [l.kind, l.where])).toEqual([['level', 'V-1'], ['heat', null], ['fouling', 'ST'], ['flow', 'CV-1'], ['speed', 'P-1']]); // prettier-ignore
  const at = async (...changes: Operation[]) => {
    const { store } = await open(pumpedStudy(...more, ...changes));
    return store.getState().shown.hot!.outcome.result!.margins.find((m) => m.check === 'npsh-ratio')!;
  };
  const turn = (kind: string): number => looks.find((l) => l.kind === kind)!.scenarios.hot!.turns!;
  expect((await at({ op: 'set', path: ['points', 'V-1', 'level'], value: `${turn('level')} m` })).value).toBeCloseTo(1.3, 4);
  expect((await at({ op: 'set', path: ['scenarios', 1, 'temperature'], value: `${turn('heat')} K` })).value).toBeCloseTo(1.3, 4);
  expect((await at({ op: 'set', path: ['lines', 0, 'elements', 1, 'fouling'], value: turn('fouling') })).value).toBeCloseTo(
    1.3,
    4,
  );
  expect(
    (await at({ op: 'set', path: ['lines', 0, 'elements', FLOW, 'flow'], value: `${turn('flow')} m3/s` })).value,
  ).toBeCloseTo(1.3, 4);
  expect(
    (await at({ op: 'set', path: ['lines', 0, 'elements', PUMP, 'speed'], value: `${turn('speed')} rpm` })).value,
  ).toBeCloseTo(1.3, 4);
  // 2.8 m are required at 60 m³/h: what is left is NPSHA less 1.3 of it
  const day = looks[0]!.scenarios.day!;
  expect(day.left).toBeCloseTo(builds.day!.npsha - 1.3 * 2.8, 2);
  expect(day.y.every((v, i) => i === 0 || v! > day.y[i - 1]!)).toBe(true);
});

test('the view: parts of NPSHA, what is available against what is required, the scenario that comes to its limit first', async () => {
  const opened = await open(pumpedStudy(...more));
  const figures = whole(opened.store.getState().study);
  const work: ReachWork = {
    seek: () => Promise.resolve(true),
    suction: () => Promise.resolve(figures),
    sweep: () => Promise.resolve(null),
    largest: () => Promise.resolve(null),
    stop: jest.fn(),
    ...IDLE,
  };
  // a box of a size, which the test's page has not
  jest.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(500);
  jest.spyOn(HTMLElement.prototype, 'clientHeight', 'get').mockReturnValue(260);
  show(opened, <SuctionView work={work} />);
  await act(settle);
  for (const name of ['Lowest allowable level', 'Highest allowable temperature', 'Highest allowable fouling'])
    expect(screen.getByRole('region', { name })).toBeTruthy();
  const level = within(screen.getByRole('region', { name: 'Lowest allowable level' }));
  expect(level.getByText(/at least|down to the nozzle/)).toBeTruthy();
  const built = screen.getByRole('region', { name: 'NPSHA by components' });
  expect(built.textContent).toMatch(/above the datum of P-1/);
  expect(built.textContent).toMatch(/inlet, static .* total .* bar\(a\)/);
});

test('what NPSHA is made of is said at once, then one search after the other', async () => {
  const study = pumpedStudy(...more);
  const said: SuctionFigures[] = [];
  const all = await new Seeker().suction(study, 'P-1', (soFar) => said.push(soFar));
  expect(said.map((f) => f.looks.map((look) => look.kind).join())).toEqual(['', 'level', 'level,heat', 'level,heat,fouling', 'level,heat,fouling,flow', 'level,heat,fouling,flow,speed']); // prettier-ignore
  expect(said[0]!.builds).toEqual(all!.builds);
});

test('a newer question ends the one before it', async () => {
  const seeker = new Seeker();
  const study = pumpedStudy(...more);
  const first = seeker.suction(study, 'P-1');
  const second = seeker.suction(study, 'P-1');
  expect(await first).toBeNull();
  expect((await second)!.looks).toHaveLength(5);
});

describe('beside the NPSH', () => {
  const state = (more: Partial<SuctionState> = {}): SuctionState => ({
    supply: 'V-1', static: 4, isFlooded: true, greatestLift: 3, velocity: 1.2, bore: 0.15, isNozzle: false, froude: 0.99, venting: 'pockets',
    straight: null, gasHead: null, criterion: 'npsh3', guidance: {}, ...more,
  }); // prettier-ignore
  const said = async (more: Partial<SuctionState>, ...changes: Operation[]): Promise<string> => {
    const opened = await open(pumpedStudy(...changes));
    show(opened, <SuctionFacts state={state(more)} pump="P-1" />);
    return screen.getByRole('list').textContent;
  };
  test('flooded it fills itself; a lift is primed', async () => {
    expect(await said({})).toMatch(/flooded by 4\.00 m, self-filling.*Fr 0\.99: gas pockets may remain.*NPSH3/);
    cleanup();
    expect(await said({ isFlooded: false, static: -2.5 })).toMatch(
      /suction lift 2\.50 m, priming required; maximum lift 3\.00 m/,
    );
  });
  test('a short inlet, gas that comes out, and what is usual', async () => {
    const text = await said(
      {
        straight: { length: 0.5, isEntered: true, wanted: 0.75 },
        gasHead: -1.2,
        criterion: 'maker',
        guidance: { byEnergy: [1.2, 1.7], byService: { ratio: 1.3, difference: 1 } },
      },
      { op: 'set', path: ['lines', 0, 'elements', 1, 'service'], value: 'pipeline' },
    );
    expect(text).toMatch(/◐ recommended: 0\.750 m/);
    expect(text).toMatch(/▲ released, 1\.20 m short/);
    expect(text).toMatch(/maker’s criterion/);
    expect(text).toMatch(/by suction energy 1\.2 to 1\.7.*pipeline: ratio 1\.3 and 1\.00 m/);
  });
});
