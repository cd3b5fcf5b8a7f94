import { shortNumber } from './marks.js';
import { displayUnit, toUnit, UNITS, type Dimension, type UnitSystem } from '@cedar-knot/core';

const SHOWN = new Map(Object.values(UNITS).flatMap((list) => list.map((u) => [u.symbol, u.shown ?? u.symbol] as const)));

/** A unit symbol as it is read, not as it is typed: m³/h, °C */
export function prettyUnit(symbol: string): string {
  return SHOWN.get(symbol) ?? symbol;
}

/** SI value in the display unit of its dimension, with its unit. Pressures at a place are absolute and say so. */
export function inUnits(si: number, dimension: Dimension, system: UnitSystem = 'metric', figures = 3): string {
  const unit = displayUnit(dimension, system);
  const suffix = dimension === 'absolutePressure' ? '(a)' : dimension === 'pressure' ? '(g)' : '';
  return `${shortNumber(toUnit(si, unit), figures)} ${prettyUnit(unit.symbol)}${suffix}`;
}
