import { filtersOf, spoken, type ColumnFilter, type ModelKind } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { msg } from '../words.js';

/** A family by its name; those without one have a name for that. */
export const familyName = (name: string): string => name || msg('app.noFamily');

/** A value of a filter as it is said: 50 Hz, single phase, end suction. */
export const saidValue = ({ said: words, key }: ColumnFilter, value: string | number): string =>
  said(words?.[value] ?? (key === 'maker' ? String(value) : spoken(String(value))));

/** What a model does not state, by what its filters are called: mains, material. */
export const saidNotStated = (kind: ModelKind, keys: readonly string[]): string =>
  filtersOf(kind).filter(({ filter }) => keys.includes(filter.key)).map(({ filter }) => said(filter.name)).join(', '); // prettier-ignore

export const KINDS: readonly { kind: ModelKind; name: string; one: string }[] = [
  { kind: 'pumps', name: msg('app.pumps'), one: 'pump' },
  { kind: 'valves', name: msg('app.valves'), one: 'valve' },
  { kind: 'motors', name: msg('app.motors'), one: 'motor' },
];

export const isKind = (x: string | undefined): x is ModelKind => KINDS.some((k) => k.kind === x);
