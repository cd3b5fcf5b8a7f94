import { UNIT_PIPING, unitElements, type Operation, type RawElement, type Study, type UnitSide } from '@cedar-knot/core';
import { freeIds, locate, prefixOf } from './address.js';

/** K of a swing check valve that is open; Crane TP-410M, 50·fT of a DN100 */
const NON_RETURN_K = 0.85;

/** Operations that put further elements into the piping of each unit of a pump: a pipe like the one beside it, on the discharge side behind a non-return. */
export function unitPipingBegun(study: Study, pump: string, side: UnitSide): Operation[] {
  const found = locate(study, pump);
  if (!found) return [];
  const free = freeIds(study);
  const pipe: RawElement = { id: free(prefixOf('pipe')), kind: 'pipe', length: '2 m', ...boreBeside(found, side) };
  const valve: RawElement = { id: free(prefixOf('non-return')), kind: 'non-return', k: NON_RETURN_K };
  const more = side === 'suction' ? [pipe] : [valve, pipe];
  const before = (found.entry[UNIT_PIPING] ?? {}) as Record<string, unknown>;
  const value = { ...before, [side]: [...unitElements(found.entry, side), ...more] };
  return [{ op: 'set', path: [...found.path, UNIT_PIPING], value }];
}

/** size of the nearest pipe on that side of the pump, of the line else */
function boreBeside({ siblings, index }: NonNullable<ReturnType<typeof locate>>, side: UnitSide): Record<string, unknown> {
  const near = side === 'suction' ? siblings.slice(0, index).reverse() : siblings.slice(index + 1);
  const like = [...near, ...siblings].find((e) => e.kind === 'pipe');
  const { inside, size, schedule, material }: Record<string, unknown> = like ?? {};
  if (inside !== undefined) return { inside, ...(material === undefined ? {} : { material }) };
  return { size: size ?? 'DN100', schedule: schedule ?? '40', material: material ?? 'steel' };
}
