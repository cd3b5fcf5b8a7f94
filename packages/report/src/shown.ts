import { displayUnit, toUnit, type Dimension, type UnitSystem, type Overall } from '@cedar-knot/core';
import { prettyUnit } from '@cedar-knot/wording';
import type { Cell, Column, NumberCell } from './document.js';

/** what a line list sums, in kg and m³; no entry of a study has such a unit */
type Amount = 'mass' | 'volume';
/** lb = 0.45359237 kg, gal (US) = 3.785411784 l (NIST SP 811, B.8) */
const AMOUNTS: Readonly<Record<Amount, Readonly<Record<'metric' | 'us', { unit: string; si: number }>>>> = {
  mass: { metric: { unit: 'kg', si: 1 }, us: { unit: 'lb', si: 0.45359237 } },
  volume: { metric: { unit: 'm³', si: 1 }, us: { unit: 'gal', si: 3.785411784e-3 } },
};
const amountIn = (shown: Amount, system: UnitSystem): { unit: string; si: number } =>
  AMOUNTS[shown][typeof system === 'string' ? system : system.base];

/** How figures are shown: a dimension in the units of the study, or a number without one. */
export type Shown = Dimension | 'ratio' | 'percent' | 'number' | 'count' | 'current' | Amount;

const FIGURES = 4;

/** Unit of what is shown, with the reference of a pressure. */
export function unitOf(shown: Shown, system: UnitSystem): string {
  if (shown === 'percent') return '%';
  if (shown === 'current') return 'A';
  if (shown === 'mass' || shown === 'volume') return amountIn(shown, system).unit;
  if (shown === 'ratio' || shown === 'number' || shown === 'count') return '';
  const suffix = shown === 'absolutePressure' ? '(a)' : shown === 'pressure' ? '(g)' : '';
  return `${prettyUnit(displayUnit(shown, system).symbol)}${suffix}`;
}

/** A cell of a number in SI; null where there is none. */
export function numberCell(
  si: unknown,
  shown: Shown,
  system: UnitSystem,
  more: Partial<Pick<NumberCell, 'verdict' | 'from' | 'scenario' | 'figures'>> = {},
): Cell {
  if (typeof si !== 'number' || !Number.isFinite(si)) return null;
  const value =
    shown === 'percent'
      ? si * 100
      : shown === 'ratio' || shown === 'number' || shown === 'count' || shown === 'current'
        ? si
        : shown === 'mass' || shown === 'volume'
          ? si / amountIn(shown, system).si
          : toUnit(si, displayUnit(shown, system));
  return { si, value, unit: unitOf(shown, system), figures: shown === 'count' ? 1 : FIGURES, ...more };
}

export const column = (label: string, shown: Shown, system: UnitSystem, width?: number): Column => ({
  label,
  unit: unitOf(shown, system),
  ...(width === undefined ? {} : { width }),
});

export const textColumn = (label: string, width = 1): Column => ({ label, isText: true, width });

export const MARK: Readonly<Record<Overall, string>> = {
  holds: 'holds',
  near: 'near',
  fails: 'FAILS',
  incomplete: 'incomplete',
  'not-applicable': '–',
};

/** symbols and parts of a sum, which begin as they are */
const UNCAPPED = /^(of which|cos|kWh|sin|min|max)\b/;
/** A label in sentence case. */
export const capped = (label: string): string =>
  /^[a-z]{2,}(?![\w^=])/.test(label) && !UNCAPPED.test(label) ? label.charAt(0).toUpperCase() + label.slice(1) : label;
