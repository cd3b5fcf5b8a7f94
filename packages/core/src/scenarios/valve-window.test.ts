import { line, pipe, study, vessel } from '../test/studies.js';
import { toValve } from './equipment.js';
import { prepareStudy } from './prepare.js';
import { runStudy } from './run.js';
import { ValveSite } from './valve-site.js';
import { InstalledValve, valveWindow } from './valve-window.js';

/*
 * 20 m between two vessels, a hand valve of Kv 100 and a control valve of Kvs 80: both take Δp = SG·(Q/Kv)²·1 bar, so that with φ the
 * share of Kvs and N the share of the drop over the valve wide open
 *   Q/Q100 = 1/√(1 − N + N/φ²),  N = (1/80²)/(1/80² + 1/100²) = 0.609756
 * Source: the relation of installed and inherent characteristic, IEC 60534-2-4.
 */
const N = 1 / 80 ** 2 / (1 / 80 ** 2 + 1 / 100 ** 2);
const installed = (phi: number): number => 1 / Math.sqrt(1 - N + N / phi ** 2);
const raw = (more: object[] = [], valve: object = {}): unknown =>
  study({ T: vessel(20, 5, { pressure: '10 bar(g)' }), U: vessel(5, 0, { pressure: '10 bar(g)' }) }, [
    line('L', 'T', 'U', [
      pipe('a', 0.001, 900),
      { id: 'HV', kind: 'hand-valve', kv: 100 },
      { id: 'CV', kind: 'control-valve', mode: 'flow', flow: '40 m3/h', valve: 'v', ...valve },
      ...more,
    ]),
  ]);
const modelOf = (of: unknown) => prepareStudy(JSON.parse(JSON.stringify(of))).scenarios[0]!.model!;
const linear = toValve({ ratedKv: 80, characteristic: 'linear', rangeability: 50, fl: 0.9 });
/** 998.207·9.80665·20 Pa in bar */
const BAR = (998.207 * 9.80665 * 20) / 1e5;
const q100 = Math.sqrt(BAR / (998.207 / 999.1)) / Math.sqrt(1 / 80 ** 2 + 1 / 100 ** 2);

test('the window: what the rest leaves over flow, down to nothing', () => {
  const window = valveWindow(modelOf(raw()), 'CV')!;
  // wide open without the valve: Kv 100 takes all of it
  expect(window.flow.at(-1)! * 3600).toBeCloseTo(100 * Math.sqrt(BAR / (998.207 / 999.1)), 2);
  expect(window.left.at(-1)).toBe(0);
  expect(window.publishedTo).toBeNull();
  window.flow.forEach((q, i) => {
    const taken = ((998.207 / 999.1) * (q * 36) ** 2 * 1e5) / (998.207 * 9.80665);
    expect(window.left[i]).toBeCloseTo(20 - taken, 3);
    // p1 − FF·pv, of which a valve may take FL²: 5 m over it and 10 bar, less what the hand valve takes; FF·pv of 2339 Pa is 2239
    const inlet = 998.207 * 9.80665 * (5 - taken) + 1e6 + 101_325;
    expect(window.unrecovered[i]! / (inlet - 2239)).toBeCloseTo(1, 4);
  });
});

test('flow against travel where it stands, and the gain', () => {
  const model = modelOf(raw());
  const valve = new InstalledValve(model, 'CV', linear, valveWindow(model, 'CV')!);
  expect(valve.flow(0)).toBe(0);
  expect(valve.flow(1) * 3600).toBeCloseTo(q100, 2);
  for (const x of [0.1, 0.3, 0.5, 0.8]) {
    const phi = 0.02 + 0.98 * x;
    expect((valve.flow(x) * 3600) / q100).toBeCloseTo(installed(phi), 4);
    // d(Q/Q100)/dx = N·φ⁻³·(1 − N + N/φ²)^(−3/2)·dφ/dx
    expect(valve.gain(x)).toBeCloseTo(((N / phi ** 3) * 0.98) / (1 - N + N / phi ** 2) ** 1.5, 2);
  }
});

test('choked it passes what its recovery lets through, whatever is left', () => {
  // 50 m are left, and p1 − FF·pv is 0.2 bar: with FL = 0.5 no more than 0.05 bar of it drive the flow
  const window = { flow: [0, 0.02, 0.04], left: [50, 50, 50], unrecovered: [2e4, 2e4, 2e4], publishedTo: null };
  const valve = new InstalledValve(modelOf(raw()), 'CV', { ...linear, fl: 0.5 }, window);
  expect(valve.flow(1) * 3600).toBeCloseTo(80 * Math.sqrt(0.05 / (998.207 / 999.1)), 3);
});

test('where the flow is given by something else there is no window', () => {
  expect(valveWindow(modelOf(raw([{ id: 'P', kind: 'pump', mode: 'flow', flow: '20 m3/h' }], { mode: 'kv', kv: 80, flow: undefined })), 'CV')).toBeUndefined(); // prettier-ignore
});

test('past the published curve of a pump it says to where it is published', () => {
  const of = (units: number): unknown =>
    study({ T: vessel(0, 3), U: vessel(2, 1) }, [
      line('L', 'T', 'U', [
        pipe('a', 5, 154.1),
        { id: 'P', kind: 'pump', mode: 'curve', pump: 'p', running: units },
        { id: 'CV', kind: 'control-valve', mode: 'flow', flow: '40 m3/h', valve: 'v' },
        pipe('b', 40, 154.1),
      ]),
    ]);
  // its last row stands at 105 m³/h; the window is looked at in 32 parts
  for (const units of [1, 2]) {
    const window = valveWindow(modelOf(of(units)), 'CV')!;
    const last = (105 * units) / 3600;
    expect(window.publishedTo!).toBeLessThanOrEqual(last);
    expect(window.publishedTo!).toBeGreaterThan(last - window.flow.at(-1)! / 31);
  }
});

test('of a thick liquid it passes what the whole solver finds with the valve at that opening', () => {
  const thick = { fluids: { oil: { kind: 'constant', density: '900 kg/m3', viscosity: '400 mPa.s', vapourPressure: '1 kPa(a)' } }, scenarios: [{ id: 's', fluid: 'oil', temperature: '20 C' }] }; // prettier-ignore
  const entry = { ratedKv: 80, characteristic: 'linear', rangeability: 50, fl: 0.9 };
  const of = (valve: object): unknown => {
    const s = raw([], valve) as { lines: { elements: object[] }[] };
    return { ...s, ...thick, valves: { v: entry } };
  };
  const model = modelOf(of({}));
  const valve = new InstalledValve(model, 'CV', linear, valveWindow(model, 'CV')!);
  for (const opening of [0.2, 0.6, 1]) {
    const r = runStudy(JSON.parse(JSON.stringify(of({ mode: 'opening', opening, flow: undefined })))).scenarios[0]!.result!;
    expect((r.elements.CV as { reynoldsFactor?: number }).reynoldsFactor ?? 1).toBeLessThanOrEqual(1);
    expect(valve.flow(opening) / r.lines.L!.flow).toBeCloseTo(1, 2);
  }
  // as much as a liquid without viscosity it does not pass
  expect(valve.flow(1) * 3600).toBeLessThan(0.98 * q100);
});

test('what a valve holds is solved once where it holds a flow or a pressure; with an opening of its own, only each whole scenario tells', () => {
  const site = (valve: object): boolean =>
    ValveSite.of(modelOf(raw([], { valve: undefined, ...valve })), 'CV', [], () => true) !== undefined;
  expect(site({})).toBe(true);
  for (const mode of ['outlet-pressure', 'inlet-pressure']) expect([mode, site({ mode, pressure: '10.5 bar(g)', flow: undefined })]).toEqual([mode, true]); // prettier-ignore
  expect(site({ mode: 'kv', kv: 40, flow: undefined })).toBe(false);
});
