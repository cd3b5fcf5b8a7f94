import { runStudy, type Margin } from '@cedar-knot/core';
import { pumpedStudy } from '../../test/open.js';
import { scaleOf } from '../entry/gaugeScale.js';
import { gauges } from './gauges.js';

describe('gauges', () => {
  const margin = (more: Partial<Margin>): Margin => ({ check: 'x', where: 'P', value: 1, limit: 1.3, verdict: 'holds', ...more });
  test('bands and ticks are those of the margin', () => {
    expect(scaleOf(margin({ nearBelow: 1.43 }), [0.8, 3.2])).toEqual({
      min: 0.8,
      max: 3.2,
      allow: [1.3, 3.2],
      prefer: [1.43, 3.2],
      ticks: [1.3],
    });
    expect(scaleOf(margin({ limit: 0.4, upper: 1.3, nearBelow: 0.6, nearAbove: 1.1 }), [0, 1.5])).toMatchObject({
      allow: [0.4, 1.3],
      prefer: [0.6, 1.1],
      ticks: [0.4, 1.3],
    });
    expect(scaleOf(margin({ limit: 1, nearAbove: 0.97 }), [0, 1.5])).toMatchObject({
      allow: [0, 1],
      prefer: [0, 0.97],
      ticks: [1],
    });
    expect(scaleOf(undefined, [0, 1])).toMatchObject({ ticks: [], allow: [0, 0] });
  });
  test('a pump’s own preferred region reaches the card', () => {
    const study = pumpedStudy({ op: 'set', path: ['pumps', 'hollin', 'preferredRegion'], value: [0.85, 1.05] });
    const result = runStudy(study).scenarios[0]!.result!;
    const [npsh, region, valve, motor] = gauges(result, 'P-1');
    expect(region!.scale.prefer).toEqual([0.85, 1.05]);
    expect([npsh!.label, valve!.label, motor!.label]).toEqual(['NPSH', 'Valve', 'Motor']);
    // the normal scenario wants something left: 0.8, and near from 0.75
    expect(valve!.scale).toMatchObject({ allow: [0.15, 0.8] });
  });
  test('without a valve the pressure of the line that is nearest to its limit stands in its place', () => {
    const made = (value: number, limit: number, where: string): Margin => margin({ check: 'highest-pressure', where, value, limit, nearAbove: 0.95 * limit }); // prettier-ignore
    const result = { margins: [made(20e5, 60e5, 'a'), made(45e5, 50e5, 'b')] } as unknown as Parameters<typeof gauges>[0];
    expect(gauges(result, 'P-1')[2]).toMatchObject({
      label: 'Line p',
      text: '90 %',
      value: 45e5,
      scale: { ticks: [50e5], max: 57.5e5 },
    });
  });
  test('what is not judged has no value and no bands', () => {
    const off = pumpedStudy({ op: 'set', path: ['lines', 0, 'elements', 1, 'mode'], value: 'off' });
    const [npsh] = gauges(runStudy(off).scenarios[0]!.result!, 'P-1');
    expect(npsh).toMatchObject({ text: '–', value: null, verdict: 'not-applicable' });
  });
});
