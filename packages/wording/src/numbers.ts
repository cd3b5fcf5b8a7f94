import { displayUnit, toUnit, UNITS, type Dimension, type UnitSystem } from '@cedar-knot/core';

/** A number with 3 to 4 significant figures, as results are shown. Example: 0.015277 → '0.0153', 1234.5 → '1 235' */
export function shortNumber(x: number, figures = 3): string {
  if (!Number.isFinite(x)) return '–';
  if (x === 0) return '0';
  const size = Math.abs(x);
  if (size >= 1e7 || size < 1e-4) return x.toExponential(2).replace('e+', 'e');
  // never fewer figures than the whole number has: 1 235, not 1 230
  const whole = Math.floor(Math.log10(Number(size.toPrecision(figures)))) + 1;
  const decimals = Math.max(0, figures - whole);
  const fixed = x.toFixed(Math.min(8, decimals));
  const [head, tail] = fixed.split('.');
  const grouped = head!.replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f');
  return tail ? `${grouped}.${tail}` : grouped;
}

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
