import type { Doubt, DoubtCode, UnitSystem } from '@cedar-knot/core';
import { inUnits } from './numbers.js';
import { msg } from './words.js';

type Texts = Readonly<Record<DoubtCode, (d: Doubt, u: UnitSystem) => string>>;
const n = (d: Doubt, key: string): number => d.values[key] as number;
const t = (d: Doubt, key: string): string => String(d.values[key]);

const TEXTS: Texts = {
  'flow-size': (d, u) =>
    msg('doubt.flow-size', {
      where: d.id,
      typed: t(d, 'typed'),
      velocity: inUnits(n(d, 'velocity'), 'velocity', u),
      bore: inUnits(n(d, 'bore'), 'diameter', u),
    }),
  'pipe-length': (d, u) =>
    msg('doubt.pipe-length', { where: d.id, typed: t(d, 'typed'), loss: inUnits(n(d, 'loss'), 'head', u) }),
  'pressure-size': (d, u) =>
    msg('doubt.pressure-size', { where: d.id, typed: t(d, 'typed'), pressure: inUnits(n(d, 'pressure'), 'pressure', u) }),
  'level-datum': (d, u) =>
    msg('doubt.level-datum', { where: d.id, typed: t(d, 'typed'), elevation: inUnits(n(d, 'elevation'), 'length', u) }),
  'negative-head': (d, u) =>
    msg('doubt.negative-head', { where: d.id, head: inUnits(n(d, 'head'), 'head', u), line: t(d, 'line') }),
  'reading-side': (d, u) =>
    msg('doubt.reading-side', {
      where: d.id,
      reading: inUnits(n(d, 'reading'), 'absolutePressure', u),
      side: t(d, 'side'),
      other: inUnits(n(d, 'other'), 'absolutePressure', u),
    }),
  'no-non-return': (d) => msg('doubt.no-non-return', { where: d.id, running: n(d, 'running') }),
};

/** What is likely a slip, and what it would mean. */
export function doubtText(doubt: Doubt, units: UnitSystem = 'metric'): string {
  return TEXTS[doubt.code](doubt, units);
}
