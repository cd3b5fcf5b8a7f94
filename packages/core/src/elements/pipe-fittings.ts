import { numberOr } from '../fields/defaults.js';
import { bore, choice, length, number, text, type Fields, type ListField } from '../fields/field.js';
import { FITTING_TYPES, neededEntry, type FittingInput } from '../fittings/fitting.js';
import { nominalInches } from '../pipes/size.js';
import type { BuildContext, Entries } from './kind.js';
import { word } from '../words/word.js';

const FITTING_FIELDS: Fields = {
  k: number(0, 1e6, word('field.k')),
  type: choice(FITTING_TYPES, word('field.type')),
  equivalentLength: length(word('field.equivalent-length')),
  count: number(0, 10_000, word('field.count'), { default: 1 }),
  to: bore(word('field.other-bore')),
  kv: number(1e-6, 1e6, word('field.kv-from-the-maker')),
  cv: number(1e-6, 1e6, word('field.cv-from-the-maker')),
  angle: number(1, 180, word('field.included-angle-in-degrees')),
  name: text(),
};

/** The list of a pipe's fittings; each is given by one of k, type and equivalentLength. */
export const FITTINGS: ListField = { type: 'list', least: 0, most: 500, label: word('field.fittings'), of: FITTING_FIELDS };

/** Dn of the three-constant method, inches: the nominal size, else the bore */
export const nominal = (e: Entries, inside: number): number =>
  (e.size !== undefined ? nominalInches(e.size as string) : undefined) ?? inside / 0.0254;

export const listed = (fittings: readonly Entries[]): FittingInput[] =>
  fittings.map((f) => ({ ...f, count: numberOr(FITTING_FIELDS, f, 'count') }));

/** whether each fitting says once what it is; what lacks or stands twice is said */
export function fittingsComplete(id: string, fittings: readonly Entries[], context: BuildContext): boolean {
  let complete = true;
  fittings.forEach((f, i) => {
    const ways = ['k', 'type', 'equivalentLength'].filter((k) => f[k] !== undefined);
    const path = `${context.pathOf('fittings')}[${i}]`;
    if (ways.length !== 1) {
      complete = false;
      const code = ways.length === 0 ? 'under-specified' : 'over-specified';
      context.add({ code, path, where: [id], detail: { reason: 'fitting-ways', keys: ways } });
      return;
    }
    const key = neededEntry(f.type);
    if (key === undefined || f[key] !== undefined || (key === 'kv' && f.cv !== undefined)) return;
    complete = false;
    const detail = { reason: 'missing', key, label: FITTING_FIELDS[key]!.label! };
    context.add({ code: 'missing', path: `${path}.${key}`, where: [id], detail });
  });
  return complete;
}
