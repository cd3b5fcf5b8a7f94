import { blankStudy, type Study } from '@cedar-knot/core';
import type { Outcome } from '../worker/outcome.js';
import { largestRequired } from './largestRequired.js';

const study = (...asked: Record<string, string>[]): Study => ({
  ...blankStudy('Rated'),
  lines: [{ id: 'L', from: 'A', to: 'B', elements: [{ id: 'P', kind: 'pump', mode: 'curve', pump: 'p' }] }],
  scenarios: asked.map((set, i) => ({ id: `s${i}`, fluid: 'water', set })),
});

/** a pump that runs at 100 m³/h and 40 m; the system takes 30 m at 90 and 50 m at 126 m³/h */
const outcome = (scenarios: number, isDrawn = true): Outcome =>
  ({
    scenarios: Array.from({ length: scenarios }, (_, i) => ({
      id: `s${i}`,
      result: { elements: { P: { kind: 'pump', flow: 100 / 3600, head: 40 } } },
      medium: { density: 900 },
    })),
    curves: isDrawn
      ? { pump: 'P', flows: [90 / 3600, 126 / 3600], scenarios: [{ id: 's0', head: [30, 50] }, { id: 's1', head: [30, 50] }] } // prettier-ignore
      : null,
  }) as unknown as Outcome;

it('the largest of all, a mass by the density of its scenario', () => {
  // 90 t/h at 900 kg/m³ are 100 m³/h, more than 95; 0.85 Mt/a over 8760 h are 97.03 t/h: 107.8 m³/h
  for (const [mass, volume] of [
    ['90 t/h', 100],
    ['0.85 Mt/a', 107.8],
  ] as const) {
    const found = largestRequired(study({ 'P.requiredFlow': '95 m3/h' }, { 'P.requiredFlow': mass }), outcome(2), 'P');
    expect(found!.flow * 3600).toBeCloseTo(volume, 1);
    expect(found!.typed).toEqual({ flow: mass });
  }
});

it('the required head before that of the system at that flow: 36 m; 40 m halfway from 90 to 126 m³/h', () => {
  const asked = { 'P.requiredFlow': '108 m3/h' };
  expect(largestRequired(study(asked), outcome(1), 'P')!.head).toBeCloseTo(40, 9);
  const typed = largestRequired(study({ ...asked, 'P.requiredHead': '36 m' }), outcome(1), 'P');
  expect(typed).toMatchObject({ head: 36, typed: { flow: '108 m3/h', head: '36 m' } });
});

it('where no curve is drawn, the head of the duty is one for that flow alone', () => {
  expect(largestRequired(study({ 'P.requiredFlow': '100 m3/h' }), outcome(1, false), 'P')!.head).toBe(40);
  expect(largestRequired(study({ 'P.requiredFlow': '108 m3/h' }), outcome(1, false), 'P')).toBeUndefined();
});
