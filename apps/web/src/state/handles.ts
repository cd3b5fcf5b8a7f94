import { allElements, handleAt, inputAt, type Study } from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { movable } from './sweeps.js';
import { msg } from '../words.js';

/** Something of which a number, the fittings or the curve may be uncertain, or be found by readings. */
export interface HandleThing {
  id: string;
  name: string;
  keys: { key: string; label: string }[];
}

/** stands for every pipe of the study: its roughness or its fittings, moved together */
const ALL_PIPES = 'pipe';
const FITTINGS = { key: 'fittings', label: msg('app.lossOfFittings') };
const CURVE = { key: 'curve', label: msg('app.curve') };

/**
 * Everything that can be moved by one name, pipes together first.
 *
 * @param onlyNumbers what has one value: not pipes together, fittings or curves
 */
export function handleThings(study: Study, onlyNumbers = false): HandleThing[] {
  const kindOf = new Map<string, string>(allElements(study).map((e) => [e.id, e.kind] as const));
  const hasPipes = [...kindOf.values()].includes('pipe');
  const all: HandleThing[] =
    hasPipes && !onlyNumbers
      ? [{ id: ALL_PIPES, name: msg('app.allPipes'), keys: [{ key: 'roughness', label: msg('app.roughness') }, FITTINGS] }]
      : [];
  const scenarios = study.scenarios.flatMap((s): HandleThing[] =>
    kindOf.has(s.id) || s.temperature === undefined
      ? []
      : [
          {
            id: s.id,
            name: msg('app.liquid2', { s: s.name ?? s.id }),
            keys: [{ key: 'temperature', label: msg('app.temperature') }],
          },
        ],
  );
  const things = movable(study).map(({ id, name, keys }): HandleThing => {
    const own = keys.map((key) => ({ key, label: said(inputAt(study, `${id}.${key}`)?.field.label ?? key) }));
    if (onlyNumbers) return { id, name, keys: own };
    const kind = kindOf.get(id);
    if (kind === 'pump' && handleAt(study, `${id}.curve`)) return { id, name, keys: [CURVE, ...own] };
    return { id, name, keys: kind === 'pipe' ? [...own, FITTINGS] : own };
  });
  return [...all, ...things, ...scenarios];
}

/** An address in words: `All pipes, roughness`, `P-410, wear`. */
export function handleName(study: Study, address: string): string {
  const dot = address.lastIndexOf('.');
  const [id, key] = [address.slice(0, dot), address.slice(dot + 1)];
  const input = inputAt(study, address);
  if (input?.owner === 'scenario')
    return msg('app.liquidInTemperature', { name: study.scenarios.find((s) => s.id === id)?.name ?? id });
  const label = key === 'fittings' ? 'fittings' : key === 'curve' ? 'curve' : said(input?.field.label ?? inputAt(study, firstOfKind(study, id, key))?.field.label ?? key).toLowerCase(); // prettier-ignore
  const isGroup = !allElements(study).some((e) => e.id === id) && id === ALL_PIPES;
  return `${isGroup ? msg('app.allPipes') : id}, ${label}`;
}

const firstOfKind = (study: Study, kind: string, key: string): string =>
  `${allElements(study).find((e) => e.kind === kind)?.id ?? ''}.${key}`;
