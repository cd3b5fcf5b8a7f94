import { entrySpeed, quantityOf, type Dimension, type NumberField, type PumpInput, type QuantityField } from '@cedar-knot/core';
import { msg } from '../words.js';

/* What may be typed where a pump is looked at: the fields are those of no file. */

export const quantity = (dimension: Dimension, min: number, max: number, label: string): QuantityField => ({
  type: 'quantity',
  dimension,
  min,
  max,
  label,
});

export const flowField = quantity('flow', 0, 1e4, msg('app.flow2'));
export const headField = quantity('head', 0.01, 1e5, msg('app.head3'));
export const staticField = quantity('head', -1e4, 1e5, msg('app.staticHead'));
export const npshField = quantity('head', 0, 1000, msg('app.npsha'));
export const shareField: NumberField = { type: 'number', min: 0, max: 10, percent: true, label: msg('app.share') };

/** a third to twice the speed of its curve */
export function speedField(pump: PumpInput): QuantityField {
  const rated = entrySpeed(pump);
  return quantity('speed', rated / 3, rated * 2, msg('app.speed'));
}

/** between its limits, else somewhat beyond the made ones */
export function impellerField(pump: PumpInput): QuantityField {
  const made = pump.curves.flatMap((c) => c.diameter ?? []);
  const [low, high] = [Math.min(...made), Math.max(...made)];
  return quantity('diameter', pump.minDiameter ?? low * 0.75, pump.maxDiameter ?? high * 1.02, msg('app.impellerDiameter'));
}

/** SI of what a field took */
export function siOf(typed: unknown, dimension: Dimension): number | undefined {
  return quantityOf(typed, dimension);
}
