import type { Doubt, DoubtCode, UnitSystem } from '@cedar-knot/core';
import { inUnits } from './numbers.js';

type Texts = Readonly<Record<DoubtCode, (d: Doubt, u: UnitSystem) => string>>;
const n = (d: Doubt, key: string): number => d.values[key] as number;
const t = (d: Doubt, key: string): string => String(d.values[key]);

const TEXTS: Texts = {
  'flow-size': (d, u) =>
    `${d.id}: ${t(d, 'typed')} means ${inUnits(n(d, 'velocity'), 'velocity', u)} in a bore of ${inUnits(n(d, 'bore'), 'diameter', u)}. Check the unit.`,
  'pipe-length': (d, u) =>
    `${d.id}: ${t(d, 'typed')} is far longer than the other pipes, and loses ${inUnits(n(d, 'loss'), 'head', u)}. Check the unit.`,
  'pressure-size': (d, u) =>
    `${d.id}: ${t(d, 'typed')} is unlikely here, ${inUnits(n(d, 'pressure'), 'pressure', u)}(g). Check the unit.`,
  'level-datum': (d, u) =>
    `${d.id}: a level of ${t(d, 'typed')} above its nozzle, which is at ${inUnits(n(d, 'elevation'), 'length', u)}. A level counts from the nozzle, not from the datum of the elevations.`,
  'negative-head': (d, u) =>
    `${d.id}: a head of ${inUnits(n(d, 'head'), 'head', u)} is required. The flow runs by itself, or suction and discharge of line ${t(d, 'line')} are swapped.`,
  'reading-side': (d, u) =>
    `${d.id}: the reading of ${inUnits(n(d, 'reading'), 'absolutePressure', u)} at the ${t(d, 'side')} fits the other side, ${inUnits(n(d, 'other'), 'absolutePressure', u)}.`,
  'no-non-return': (d) =>
    `${d.id}: ${n(d, 'running')} units run in parallel and no non-return valve is in the line. When one stops, the others drive it backward.`,
};

/** What is likely a slip, and what it would mean. */
export function doubtText(doubt: Doubt, units: UnitSystem = 'metric'): string {
  return TEXTS[doubt.code](doubt, units);
}
