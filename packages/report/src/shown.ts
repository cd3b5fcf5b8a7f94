import { displayUnit, toUnit, type Dimension, type UnitSystem, type Verdict } from '@cedar-knot/core';
import { prettyUnit } from '@cedar-knot/wording';
import type { Cell, Column, NumberCell } from './document.js';

/** How figures are shown: a dimension in the units of the study, or a number without one. */
export type Shown = Dimension | 'ratio' | 'percent' | 'number' | 'count' | 'current';

const FIGURES = 4;

/** Unit of what is shown, with the reference of a pressure. */
export function unitOf(shown: Shown, system: UnitSystem): string {
  if (shown === 'percent') return '%';
  if (shown === 'current') return 'A';
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
        : toUnit(si, displayUnit(shown, system));
  return { si, value, unit: unitOf(shown, system), figures: shown === 'count' ? 1 : FIGURES, ...more };
}

export const column = (label: string, shown: Shown, system: UnitSystem, width?: number): Column => ({
  label,
  unit: unitOf(shown, system),
  ...(width === undefined ? {} : { width }),
});

export const textColumn = (label: string, width = 1): Column => ({ label, isText: true, width });

export const MARK: Readonly<Record<Verdict, string>> = { holds: 'holds', near: 'near', fails: 'FAILS', 'not-applicable': '–' };
