import { inputAt, type Study } from '@cedar-knot/core';
import { figureName } from '@cedar-knot/wording';
import type { Display } from '../context.js';

/** A move of an input as it is shown: whose, which number, from where to where, and by how much. */
export interface InputChange {
  whose: string;
  label: string;
  /** the same where there is little room */
  short: string;
  from: string;
  to: string;
  by: string;
}

/** @param now,turns SI, pressures at a place absolute; shown as they are typed: gauge */
export function inputChange(
  study: Study,
  d: Display,
  address: string,
  now: number,
  turns: number,
  atmosphere: number,
): InputChange | null {
  const input = inputAt(study, address);
  if (!input) return null;
  const { field } = input;
  const dimension = field.type === 'quantity' ? field.dimension : null;
  const shown = (si: number): number => (dimension ? d.value(dimension === 'pressure' ? si - atmosphere : si, dimension) : si);
  const figures = (si: number): string => String(Number(shown(si).toPrecision(4)));
  const unit = dimension ? `${d.unit(dimension)}${dimension === 'pressure' ? '(g)' : ''}` : '';
  const change = shown(turns) - shown(now);
  return {
    whose: input.owner === 'scenario' ? 'Liquid' : input.id,
    label: (field.label ?? figureName(input.key)).toLowerCase(),
    short: (field.short ?? field.label ?? figureName(input.key)).toLowerCase(),
    from: figures(now),
    to: figures(turns),
    by: `${change < 0 ? '−' : '+'}${Number(Math.abs(change).toPrecision(2))} ${unit}`.trim(),
  };
}
